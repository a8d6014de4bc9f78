import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import { livingOf, standingOf } from './care.ts';
import { take } from '../holding/command.ts';
import { setWay } from '../holding/means-commands.ts';
import type { Holding } from '../holding/schema.ts';
import { noClimate } from '../place/climate.ts';
import { layHolding } from '../ranks/laid.ts';
import { closesIn, groundCovered, thinIn } from './closing.ts';
import { radiusTowards } from './crown.ts';
import { meanSeenThrough, quicklySeenThrough, seenByThird, seenThrough, type BeltRow } from './density.ts';
import { sizeAt } from './growth.ts';
import { growthInLight, heightsByYear, shareAlive, siteQuality } from './pace.ts';
import { rowLight } from './row-light.ts';
import { beltRows, heightOfRow, stretchesOf } from './rows-at.ts';
import { tallestAt } from './size-at.ts';
import { earliestYear } from './free-years.ts';
import { standYears } from './stand-years.ts';
import type { Bound } from './grown.ts';
import { stockOf } from '../species/stock.ts';
import { harvests } from './bearing.ts';

const yearsOf = (holding: Holding, bound?: Bound) => standYears(layHolding(holding)[0]!, holding, bound);
const birch = (changes = {}) => row({ species: [[1, 'Betula pendula']], spacing: 3, stock: 'transplant', ...changes });
const planted = (rows = [birch()], more = {}) => sample({ length: 90, rows, planting: { weeds: 'fabric' }, ...more });

describe('standYears', () => {
  it('a lone row on clean ground grows as its species does', () => {
    const { grown } = yearsOf(planted());
    const { species } = grown[0]!.lot;
    for (const year of [0, 1, 5, 20, 40]) {
      const { height, width } = sizeAt(species, stockOf('transplant'), year, 0.8);
      expect(grown[0]!.height[year], `height in ${year}`).toBeCloseTo(height, 2);
      expect(grown[0]!.width[year]).toBeCloseTo(width, 2);
    }
  });
  it('weeds slow it for five seasons and no longer; browsing until it is out of reach; ground too wet for good', () => {
    const clean = yearsOf(planted()).grown[0]!;
    const weedy = yearsOf(planted([birch()], { planting: { weeds: 'none' } })).grown[0]!;
    const gained = ({ height }: typeof clean, year: number) => height[year + 1]! - height[year]!;
    expect(gained(weedy, 4) / gained(clean, 4)).toBeLessThan(0.75);
    expect(weedy.height[20]! / clean.height[20]!).toBeGreaterThan(0.75);
    expect(weedy.care.slowed).toEqual(['weeds in the first years']);
    const browsed = { ...planted(), animals: ['rabbit' as const] };
    const open = take(browsed, setWay('p1', 'protection', { method: 'none' }, '')).holding;
    const guarded = take(browsed, setWay('p1', 'protection', { method: 'fitting' }, '')).holding;
    expect(yearsOf(open).grown[0]!.height[5]).toBeLessThan(0.7 * yearsOf(guarded).grown[0]!.height[5]!);
    const summerDry = (seasons: number) => ({
      ...planted(),
      settings: { 'water.seasons': seasons },
      climate: {
        ...noClimate(),
        months: Array.from({ length: 12 }, (_, m) => ({ rain: m > 4 && m < 9 ? 5 : 90, evaporation: 90 })),
      },
    });
    const [never, through] = [yearsOf(summerDry(0)).grown[0]!, yearsOf(summerDry(3)).grown[0]!];
    expect([gained(never, 1) < 0.8 * gained(through, 1), through.care.slowed]).toEqual([true, []]);
    expect(gained(yearsOf(summerDry(2)).grown[0]!, 1)).toBeCloseTo(gained(through, 1), 9); // only its third season is dry
    const wet = planted([birch()], {
      features: [
        {
          kind: 'soilZone',
          points: [
            [-10, -10],
            [100, -10],
            [100, 10],
            [-10, 10],
          ],
          texture: 'clay',
          drainage: 'waterlogged',
          ph: 9,
          depth: 0.3,
        },
      ],
    });
    const soaked = yearsOf(wet).grown[0]!;
    expect(soaked.care.slowed).toEqual(['how wet the ground is', 'its pH', 'its depth']);
    expect(soaked.care.site).toBeCloseTo(siteQuality([0.8, 0.45, 0.5, 0.6]), 9);
    expect(soaked.height[40]).toBeLessThan(0.75 * clean.height[40]!);
  });
  it('a row in the shade of tall ones grows less, stands up its crown base and never past its space', () => {
    const tall = birch({ spacing: 2 });
    const low = row({ species: [[1, 'Crataegus monogyna']], spacing: 1.5, rowGap: 2 });
    const between = yearsOf(planted([tall, low, birch({ spacing: 2, rowGap: 2 })]));
    const alone = yearsOf(planted([low]));
    const thorn = between.grown.find(({ row: id }) => id === between.laid.planting.rows[1]!.id)!;
    expect(thorn.light[30]).toBeLessThan(0.7);
    expect(thorn.height[40]).toBeLessThan(0.97 * alone.grown[0]!.height[40]!);
    for (const { along, across, width, base, height, spacing } of between.grown)
      for (let year = 1; year <= 40; year++) {
        expect(along[year]).toBeLessThanOrEqual(Math.min(width[year]! / 2, spacing) + 1e-9);
        expect(across[year]).toBeLessThanOrEqual(width[year]! / 2 + 1e-9);
        expect(base[year]).toBeGreaterThanOrEqual(base[year - 1]! - 1e-9);
        expect(base[year]).toBeLessThan(height[year]!);
        expect(height[year]).toBeGreaterThanOrEqual(height[year - 1]! - 1e-9);
      }
    expect(between.grown[0]!.base[30]).toBeGreaterThan(
      1.5 * yearsOf(planted([birch({ spacing: 9 })])).grown[0]!.base[30]!,
    );
  });
  it('a low row on the sunny side keeps its light, on the other it loses it: rows lie to the side that the planting says', () => {
    const rows = [birch({ spacing: 2 }), row({ species: [[1, 'Crataegus monogyna']], spacing: 1.5, rowGap: 3 })];
    const light = (side: 'left' | 'right', latitude: number) => {
      const holding = sample({ length: 90, rows, latitude, planting: { weeds: 'fabric', side } });
      return yearsOf(holding).grown[1]!.light[25]!;
    };
    const [south, north] = [light('right', 52), light('left', 52)]; // of an eastward line
    expect(south).toBeGreaterThan(north + 0.1);
    expect(light('right', -40)).toBeLessThan(light('left', -40) - 0.1);
  });
  it('a clipped hedge stays green to the ground and at its size; a later phase starts in its year', () => {
    const kept = { height: 2, width: 1.2 };
    const hedge = yearsOf(planted([row({ spacing: 0.5, kept, species: [[1, 'Carpinus betulus']] })])).grown[0]!;
    expect([hedge.height[30], hedge.width[30]]).toEqual([2, 1.2]);
    expect(hedge.base[30]).toBeLessThan(0.35);
    expect(hedge.leafy[30]).toBeGreaterThan(1.2);
    const later = yearsOf(planted([birch(), birch({ later: 3, rowGap: 4 })])).grown;
    expect([later[1]!.height[2], later[1]!.height[3]! > 0]).toEqual([0, true]);
    expect(later[1]!.alive[3]).toBe(1);
    expect(later[1]!.height[13]).toBeLessThan(later[0]!.height[13]!);
  });
  it('slow and thin, as is usual, fast and dense: each in its order', () => {
    const [low, middle, high] = (['low', 'middle', 'high'] as const).map(
      (bound) => yearsOf(planted(), bound).grown[0]!,
    );
    for (const year of [3, 10, 30]) {
      expect(low!.height[year]).toBeLessThan(middle!.height[year]!);
      expect(middle!.height[year]).toBeLessThan(high!.height[year]!);
      expect(low!.width[year]).toBeLessThan(high!.width[year]!);
      expect(low!.leafy[year]).toBeLessThan(high!.leafy[year]!);
      expect(low!.bare[year]).toBeLessThan(high!.bare[year]!);
    }
  });
  it('nurses are gone from the year in which they come out, and what they nursed has their light and room', () => {
    const rows = (out: number | null) => [
      birch({ spacing: 1.5, out }),
      row({ species: [[1, 'Crataegus monogyna']], spacing: 1.5, rowGap: 1.5 }),
      birch({ spacing: 1.5, rowGap: 1.5, out }),
    ];
    const [stay, go] = [yearsOf(planted(rows(null))), yearsOf(planted(rows(15)))];
    expect([go.grown[0]!.height[14]! > 3, go.grown[0]!.height[15], go.grown[0]!.width[30]]).toEqual([true, 0, 0]);
    expect(go.grown[1]!.light[20]).toBeGreaterThan(stay.grown[1]!.light[20]! + 0.2);
    expect(go.grown[1]!.height[40]).toBeGreaterThan(stay.grown[1]!.height[40]!);
    expect(go.grown[1]!.height[14]).toBeCloseTo(stay.grown[1]!.height[14]!, 9);
    expect(tallestAt(go, 20)).toBeLessThan(tallestAt(stay, 20));
  });
  it('in one row small ones stand under tall ones; a row between two others loses more of its foot than one at the edge', () => {
    const mixed = yearsOf(
      planted([
        row({
          species: [
            [1, 'Betula pendula'],
            [1, 'Crataegus monogyna'],
          ],
          spacing: 1.5,
        }),
      ]),
    );
    const thorn = mixed.grown.find(({ lot }) => lot.species.common.includes('hawthorn'))!;
    const birches = mixed.grown.find((one) => one !== thorn)!;
    expect([birches.light[20], thorn.light[20]! < 0.95, thorn.light[20]! > 0.5]).toEqual([1, true, true]);
    const three = yearsOf(planted([0, 2, 2].map((rowGap) => birch({ rowGap, spacing: 3 }))));
    expect(three.grown[1]!.base[20]).toBeGreaterThan(three.grown[0]!.base[20]! * 1.1);
  });
  it('foliage goes by kind: birch lets most through, holly least of the broadleaves, and keeps its leaf in winter', () => {
    const at20 = (name: string) => {
      const [one] = yearsOf(planted([row({ species: [[1, name]], spacing: 3 })])).grown;
      return { leafy: one!.leafy[20]!, bare: one!.bare[20]! };
    };
    const [birchLeaf, limeLeaf, holly, spruce] = [
      'Betula pendula',
      'Tilia cordata',
      'Ilex aquifolium',
      'Picea abies',
    ].map(at20);
    expect([birchLeaf!.leafy < limeLeaf!.leafy, limeLeaf!.leafy < holly!.leafy, holly!.leafy < spruce!.leafy]).toEqual([
      true,
      true,
      true,
    ]);
    expect([holly!.bare, spruce!.bare]).toEqual([holly!.leafy, spruce!.leafy]);
    expect(holly!.leafy).toBeGreaterThan(0.9);
    expect(limeLeaf!.bare).toBeCloseTo(0.075, 9);
  });
  it('in a block those much taller take light from the others by the ground that they cover', () => {
    const block = (rows: ReturnType<typeof row>[]) =>
      sample({
        rows,
        planting: {
          weeds: 'fabric',
          baseline: {
            outline: [
              [0, 0],
              [40, 0],
              [40, 40],
              [0, 40],
            ],
          },
        },
      });
    const oaks = { species: [[1, 'Quercus robur']] as [number, string][], spacing: 3, rowGap: 3 };
    const mixed = yearsOf(block([birch({ rowGap: 3 }), row(oaks)]));
    const oak = mixed.grown.find(({ lot }) => lot.species.common.includes('oak'))!;
    expect(oak.light[12]).toBeLessThan(0.9);
    expect(yearsOf(block([row(oaks)])).grown[0]!.light[12]).toBe(1);
  });
});

describe('closing and thinning', () => {
  it('a row closes when its mean crown reaches the spacing, the wider the later; trees want thinning, hedges and shrubs never', () => {
    const at = (spacing: number) => {
      const stand = yearsOf(planted([birch({ spacing })]));
      return { closes: closesIn(stand, stand.grown[0]!.row)!, thin: thinIn(stand, stand.grown[0]!.row), stand };
    };
    const [near, far] = [at(2), at(4)];
    expect(near.closes).toBeLessThan(far.closes);
    const { width } = far.stand.grown[0]!;
    expect([width[far.closes - 1]! < 4, width[far.closes]! >= 4]).toEqual([true, true]);
    expect(near.thin).toBeGreaterThan(near.closes);
    const { width: wide } = near.stand.grown[0]!;
    expect(
      wide[near.thin!]! > 3.2 ||
        near.stand.grown[0]!.base[near.thin!]! > 0.6 * near.stand.grown[0]!.height[near.thin!]!,
    ).toBe(true);
    const shrubs = yearsOf(planted([row({ species: [[1, 'Rosa canina']], spacing: 1 })]));
    expect(thinIn(shrubs, shrubs.grown[0]!.row)).toBeNull();
    expect(closesIn(yearsOf(sample({ length: 1, rows: [birch()] })), 'r1')).toBeNull();
  });
});

describe('ground covered', () => {
  it('grows with the crowns and is less of a wider spacing; nobody asks it of rings', () => {
    const of = (spacing: number) => yearsOf(planted([birch({ spacing }), birch({ spacing, rowGap: 4 })]));
    const [near, far] = [of(2), of(6)];
    expect(groundCovered(near, 30)!).toBeGreaterThan(groundCovered(near, 5)!);
    expect(groundCovered(far, 10)!).toBeLessThan(groundCovered(near, 10)!);
    // Two rows of discs that do not touch, over the strip that they lie in.
    const r = far.grown[0]!.width[10]! / 2;
    const strip = 4 + 2 * r;
    expect(groundCovered(far, 10)!).toBeCloseTo(
      (100 * 2 * Math.PI * r * r * far.grown[0]!.alive[10]!) / (6 * strip),
      1,
    );
  });
});

describe('density', () => {
  const belt = (changes: Partial<BeltRow> = {}): BeltRow => ({
    along: 0,
    behind: 0,
    spacing: 2,
    shape: 'ellipsoid',
    r: 1.4,
    base: 0.5,
    top: 5,
    mu: 0.5,
    alive: 1,
    ...changes,
  });
  const some = fc.record({
    spacing: fc.double({ min: 0.5, max: 4, noNaN: true }),
    r: fc.double({ min: 0.2, max: 3, noNaN: true }),
    mu: fc.double({ min: 0, max: 2, noNaN: true }),
    alive: fc.double({ min: 0, max: 1, noNaN: true }),
  });
  it('lies between 0 and 1, never opens with more leaf, rows or wider crowns, and is open with none', () => {
    fc.assert(
      fc.property(some, fc.double({ min: 0, max: 6, noNaN: true }), fc.integer({ min: 0, max: 60 }), (one, z, phi) => {
        const seen = seenThrough([belt(one)], z, phi);
        expect(seen).toBeGreaterThanOrEqual(0);
        expect(seen).toBeLessThanOrEqual(1);
        expect(seenThrough([belt({ ...one, mu: one.mu + 0.3 })], z, phi)).toBeLessThanOrEqual(seen + 1e-9);
        expect(seenThrough([belt(one), belt({ ...one, behind: 3 })], z, phi)).toBeLessThanOrEqual(seen + 1e-9);
        expect(seenThrough([belt({ ...one, mu: 0 })], z, phi)).toBe(1);
        expect(seenThrough([belt({ ...one, alive: 0 })], z, phi)).toBe(1);
      }),
      { seed: 12, numRuns: 60 },
    );
  });
  it('looked through quickly it is within two hundredths, rows of unlike spacing too; a bare foot is the lower third', () => {
    for (const rows of [
      [belt()],
      [belt(), belt({ spacing: 3, behind: 3, top: 8, base: 1 })],
      [belt({ spacing: 1.5 }), belt({ spacing: 2.3, behind: 4, mu: 1.2 }), belt({ spacing: 3.7, behind: 6, top: 7 })],
    ])
      expect(Math.abs(quicklySeenThrough(rows) - meanSeenThrough(rows))).toBeLessThan(0.02);
    const [low, middle, high] = seenByThird([belt({ base: 2, top: 6, shape: 'cone' })]);
    expect(low).toBe(1);
    expect(middle).toBeLessThan(high);
    expect([quicklySeenThrough([]), seenByThird([])]).toEqual([1, [1, 1, 1]]);
  });
});

describe('growth by the season', () => {
  const plant = { fullHeight: 18, fastest: 0.8, shape: 1.6, start: 0.5, check: { share: 0.7, years: 1 }, site: 0.9 };
  it('never falls, grows with every pace, and ends under what the ground bears', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 2, maxLength: 40 }), (paces) => {
        const heights = heightsByYear(plant, paces);
        heights.slice(1).forEach((height, n) => expect(height).toBeGreaterThanOrEqual(heights[n]! - 1e-9));
        expect(heights.at(-1)!).toBeLessThan(18 * 0.95);
        const more = heightsByYear(
          plant,
          paces.map((pace) => pace + 0.1),
        );
        expect(more.at(-1)!).toBeGreaterThan(heights.at(-1)!);
      }),
      { seed: 5, numRuns: 60 },
    );
  });
  it('light: those that bear shade keep more of their growth at every light; none without any; all in the open', () => {
    for (const light of [0.06, 0.2, 0.5, 0.9]) {
      const [low, middle, high] = (['intolerant', 'intermediate', 'tolerant'] as const).map((kind) =>
        growthInLight(kind, light),
      );
      expect(low).toBeLessThanOrEqual(middle!);
      expect(middle).toBeLessThanOrEqual(high!);
    }
    expect([
      growthInLight('tolerant', 0.05),
      growthInLight('intolerant', 0.08),
      growthInLight('intermediate', 1),
    ]).toEqual([0, 0, 1]);
    expect([shareAlive(0, 0.8, 0.01), shareAlive(3, 0.8, 0.01)]).toEqual([1, 0.8]);
  });
  it('neighbours share the room between them, and rows past a wall of leaf get less light than in the open', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 5, noNaN: true }),
        fc.double({ min: 0.1, max: 5, noNaN: true }),
        fc.double({ min: 0.2, max: 8, noNaN: true }),
        (a, b, d) => {
          const both = radiusTowards(a, b, d) + radiusTowards(b, a, d);
          expect(both).toBeLessThanOrEqual(d + 1e-9);
          if (a + b > d) expect(both).toBeCloseTo(d, 9);
          expect(radiusTowards(a, b, d)).toBeLessThanOrEqual(a);
        },
      ),
      { seed: 3, numRuns: 100 },
    );
    const own = { offset: 0, top: 2, base: 0, width: 1, mu: 1, stands: 1 };
    const wall = { offset: 3, top: 9, base: 0, width: 3, mu: 1, stands: 1 };
    const south = [{ azimuth: 180, elevation: 30, weight: 1 }];
    expect(rowLight([own, wall], 0, 90, 0.75, south)).toBeLessThan(0.2); // right of an eastward row is south
    expect(rowLight([own, { ...wall, offset: -3 }], 0, 90, 0.75, south)).toBe(1);
    expect(rowLight([own, { ...wall, stands: 0 }], 0, 90, 0.75, south)).toBe(1);
  });
});

describe(earliestYear, () => {
  it('is never later than what stands among others comes to at the fastest, and no more than some years before it', () => {
    for (const clean of [true, false]) {
      const holding = planted([birch(), birch({ rowGap: 3, species: [[1, 'Quercus robur']] }), birch({ rowGap: 3 })], {
        planting: { weeds: clean ? 'fabric' : undefined },
      });
      const [laid] = layHolding(holding);
      const { grown, of } = standYears(laid!, holding, 'high');
      for (const height of [1, 3, 6, 9])
        for (const { first, height: heights } of grown) {
          const among = heights.findIndex((h) => h > height);
          const early = earliestYear({ ...laid!, holding }, [first], (size) => size.height > height)!;
          expect(early).toBeLessThanOrEqual(among < 0 ? Infinity : among);
          if (among >= 0) expect(among - early).toBeLessThanOrEqual(15);
          expect(of[first]).toBe(grown.findIndex((one) => one.first === first));
        }
    }
  });
  it('counts from the phase that it is planted in, ends when it is taken out, and never comes to what is cut off', () => {
    const year = (changes: Parameters<typeof birch>[0]) => {
      const holding = planted([birch(changes)]);
      return earliestYear({ ...layHolding(holding)[0]!, holding }, [3], ({ height }) => height > 4);
    };
    const plain = year({})!;
    expect(year({ later: 4 })).toBe(plain + 4);
    expect(year({ out: plain })).toBeNull();
    expect(year({ out: plain + 1 })).toBe(plain);
    expect(year({ kept: { height: 4 } })).toBeNull();
  });
});

describe('what is filled', () => {
  it('of 100 whips 90 live; filled, all places do after a year, and nearly as many for good; left, they stay gaps', () => {
    expect(standingOf('whip', 1, 0)).toBeCloseTo(0.9, 9);
    expect(standingOf('whip', 1, 1)).toBeCloseTo(1, 9);
    expect(standingOf('whip', 1, 0.5)).toBeCloseTo(0.95, 9);
    // In the second winter: 0.9 of those filled live, with 0.97 of the first; what is empty is filled once more.
    expect(standingOf('whip', 2, 1)).toBeCloseTo(1, 9);
    expect(standingOf('whip', 20, 0)).toBeCloseTo(livingOf('whip', 20), 9);
    expect(standingOf('whip', 20, 1)).toBeGreaterThan(0.85);
    expect(standingOf('whip', 20, 1)).toBeGreaterThan(standingOf('whip', 20, 0.5));
    for (let season = 3; season < 40; season++)
      expect(standingOf('whip', season + 1, 1)).toBeLessThanOrEqual(standingOf('whip', season, 1));
  });
  it('a spruce belt stands fuller and opens less where its gaps are filled, and is as the setting says', () => {
    const belt = (fill?: number) => {
      const holding = planted([
        row({ spacing: 2, species: [[1, 'Picea abies']] }),
        row({ spacing: 2, rowGap: 3, species: [[1, 'Picea abies']] }),
      ]);
      const set = fill === undefined ? holding : { ...holding, settings: { ...holding.settings, 'order.fill': fill } };
      return yearsOf(set).grown[0]!.alive[20]!;
    };
    expect(belt()).toBe(belt(1));
    expect(belt(0)).toBeLessThan(0.8);
    expect(belt()).toBeGreaterThan(0.88);
  });
});

describe('a belt in stretches', () => {
  it('breaks where its rows do, tells which rows stand in each part, and where the ends lie', () => {
    const holding = sample({
      length: 60,
      rows: [birch(), birch({ rowGap: 4, trim: { start: 30, stop: 0 } })],
      planting: { gaps: [{ kind: 'gap', at: 20, width: 8 }] },
    });
    const stand = yearsOf(holding);
    const { stretches, gaps } = stretchesOf(stand);
    expect(gaps).toHaveLength(1);
    expect(gaps[0]!.to - gaps[0]!.from).toBeGreaterThan(4);
    expect(stretches.every(({ from, to }) => to - from <= 15.001)).toBe(true);
    expect(stretches[0]!.rows.size).toBe(1);
    expect(stretches.at(-1)!.rows.size).toBe(2);
    expect(stretches[0]!.ends[0][1]).toBeCloseTo(0, 6);
    expect(stretches.at(-1)!.ends[1][1]).toBeCloseTo(-2, 6); // half way between rows at 0 and 4 m to the right of an eastward line
    expect(heightOfRow(stand.grown, 0, 10)).toBeCloseTo(stand.grown[0]!.height[10]!, 9);
    expect(beltRows(stand, 10, false)[0]!.mu).toBeLessThan(beltRows(stand, 10, true)[0]!.mu);
    expect(beltRows(stand, 10, true, new Set([1]))).toHaveLength(1);
  });
});

describe('harvests', () => {
  it('come by kind and age, full when full grown, less in the shade; what nobody picks is left out', () => {
    const fruit = sample({
      rows: [row({ species: [[1, 'Malus domestica']], spacing: 4, stock: 'feathered' }), birch({ rowGap: 5 })],
    });
    const [apple, ...rest] = harvests(yearsOf(fruit));
    expect(rest).toEqual([]);
    expect([apple!.first, apple!.crop[3], apple!.full! > 5]).toEqual([4, 0, true]);
    expect(apple!.crop[12]).toBeGreaterThan(apple!.crop[5]!);
    // What a tree bears follows its crown: 2 to 5 kg on each square metre of it, nothing before it bears.
    const { along, across } = yearsOf(fruit).grown[0]!;
    const crown = Math.PI * along[20]! * across[20]! * apple!.crop[20]!;
    expect(apple!.each![20]).toEqual([expect.closeTo(2 * crown, 9), expect.closeTo(5 * crown, 9)]);
    expect(apple!.each![20]![1]).toBeGreaterThan(10);
    expect(apple!.each![3]).toEqual([0, 0]);
    const both = harvests(
      yearsOf(
        sample({
          rows: [
            row({ species: [[1, 'Malus domestica']], spacing: 4, stock: 'feathered' }),
            row({ species: [[1, 'Malus domestica']], spacing: 1, stock: 'feathered', rowGap: 8 }),
          ],
        }),
      ),
    )[0]!;
    // Close set they have less room: over both rows a tree bears less.
    expect(both.each![20]![1]).toBeLessThan(apple!.each![20]![1]);
    expect(both.plants).toBe(16 + 61);
    const late = sample({
      rows: [row({ species: [[1, 'Malus domestica']], spacing: 4, stock: 'feathered', later: 2 })],
    });
    expect(harvests(yearsOf(late))[0]!.first).toBe(6);
    const wall = birch({ spacing: 1, stock: 'feathered' });
    const dark = sample({
      rows: [
        wall,
        row({ species: [[1, 'Malus domestica']], spacing: 4, rowGap: 2, stock: 'feathered' }),
        { ...wall, rowGap: 2 },
      ],
      planting: { weeds: 'fabric' },
    });
    expect(harvests(yearsOf(dark))[0]!.crop[30]).toBeLessThan(apple!.crop[30]! - 0.2);
  });
});
