import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import { prevailingRose } from '../ground/wind.ts';
import type { Holding } from '../holding/schema.ts';
import { noClimate } from '../place/climate.ts';
import { layHolding } from '../ranks/laid.ts';
import { daySuns } from '../sun/sun.ts';
import { pathThrough, towards, type Crown, type Spot } from '../years/crown.ts';
import { stripsAlong, waterShade } from './bank.ts';
import { indexed } from './crowns.ts';
import { snowOn } from './drift.ts';
import { standingView } from './standing-view.ts';
import { elevationOf, openSights } from './elevation.ts';
import { lightHoursInto, openHours } from './light-map.ts';
import { Outlook } from './outlook.ts';
import { sectionAt } from './section.ts';
import { cutOverRose, obliqueWind, togetherWind, windAt, windBehind, windPast, type Barrier } from './shelter.ts';
import { hiddenBy, raysOf, sightLines } from './sight-lines.ts';
import { seenBetween } from './sight.ts';
import { driftLength, heightToHold, snowHeld } from './snow.ts';
import { nitrogenKept, shadeOnStream, soilKept, stripServes } from './stream.ts';
import { noonShadow, sunHoursAt, throughPlantings } from './sun-through.ts';
import { windCutAt, windCutOver, windLeft, windScene } from './wind-scene.ts';
import { windMapInto } from './wind-map.ts';
import { lightAtPlaces, sunByMonth, windAtPlace } from './at-year.ts';

const share = fc.double({ min: 0, max: 1, noNaN: true });
const crown = (changes: Partial<Crown> = {}): Crown => ({
  x: 0,
  y: 0,
  r: 2,
  base: 1,
  top: 7,
  shape: 'ellipsoid',
  mu: 0.5,
  ...changes,
});

/** An eastward belt of birch and spruce 100 m long with a yard 40 m to the south of it, wind from the north. */
function windy(more: Partial<Parameters<typeof sample>[0]> = {}): Holding {
  const holding = sample({
    length: 100,
    rows: [
      row({ species: [[1, 'Picea abies']], spacing: 2.5, stock: 'transplant' }),
      row({ species: [[1, 'Betula pendula']], spacing: 2.5, rowGap: 3, stock: 'transplant' }),
    ],
    planting: { weeds: 'fabric' },
    features: [
      {
        kind: 'shelter',
        name: 'yard',
        points: [
          [35, -60],
          [65, -60],
          [65, -40],
          [35, -40],
        ],
      },
      { kind: 'viewpoint', name: 'window', points: [[50, -50]], eye: 1.6 },
      {
        kind: 'track',
        name: 'lane',
        points: [
          [0, 30],
          [100, 30],
        ],
        width: 3,
      },
    ],
    ...more,
  });
  return { ...holding, climate: { ...noClimate(), rose: prevailingRose(0, 'strong') } };
}
const outlookOf = (holding: Holding) => new Outlook(holding, layHolding(holding));

describe('a path through a crown', () => {
  it('is nothing where it misses, the same from both ends, never longer than what holds it, and two halves are the whole', () => {
    const spot = fc.tuple(...[-8, -8, 0].map((min) => fc.double({ min, max: 8, noNaN: true })));
    fc.assert(
      fc.property(spot, spot, fc.constantFrom('ellipsoid', 'paraboloid', 'cone', 'cylinder'), (a, b, shape) => {
        const way = a.map((one, k) => b[k]! - one);
        const far = Math.hypot(...way);
        fc.pre(far > 0.1);
        const unit = way.map((one) => one / far) as unknown as Spot;
        const one = crown({ shape });
        const path = pathThrough(a as unknown as Spot, unit, one, far);
        expect(pathThrough(b as unknown as Spot, unit.map((x) => -x) as unknown as Spot, one, far)).toBeCloseTo(
          path,
          6,
        );
        expect(path).toBeLessThanOrEqual(Math.min(far, Math.hypot(4, 4, 6)) + 1e-9);
        const halves = [[1, 0, 0.3] as const, [-1, 0, -0.3] as const].map((plane) =>
          pathThrough(a as unknown as Spot, unit, { ...one, planes: [plane] }, far),
        );
        expect(halves[0]! + halves[1]!).toBeCloseTo(path, 6);
      }),
      { seed: 8, numRuns: 300 },
    );
    expect(pathThrough([0, 0, 0], towards(0, 90), crown({ shape: 'cylinder' }))).toBe(6);
  });
});

describe('wind behind a barrier', () => {
  const belt: Barrier = { from: [-50, 0], to: [50, 0], height: 10, theta: 0.4 };
  it('lies between a tenth and one, is one far off and through what is dissolved, and runs on along the rows', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -20, max: 70, noNaN: true }),
        share,
        fc.double({ min: 0, max: 90, noNaN: true }),
        (x, theta, phi) => {
          const left = obliqueWind(x, theta, phi);
          expect(left).toBeGreaterThanOrEqual(0.1 - 1e-9);
          expect(left).toBeLessThanOrEqual(1 + 1e-9);
          expect(obliqueWind(x, theta, 0)).toBeCloseTo(windBehind(x, theta), 12);
          expect(obliqueWind(x, theta, 90)).toBeCloseTo(1, 9);
          expect(windBehind(x, 1)).toBeCloseTo(1, 9);
        },
      ),
      { seed: 4, numRuns: 200 },
    );
    expect(windBehind(60, 0.4)).toBeGreaterThan(0.97);
    expect(windBehind(5, 0.75)).toBeCloseTo(windBehind(5, 0.7500001), 4);
  });
  it('mirrors with its scene; stretches of one belt count once; more belts never less shelter, and one is itself', () => {
    expect(windAt([20, -40], 20, belt)).toBeCloseTo(windAt([-20, -40], 340, belt), 9);
    const parts: Barrier[] = [
      { ...belt, to: [0, 0] },
      { ...belt, from: [0, 0] },
    ];
    expect(windPast([10, -50], 0, parts)).toBeCloseTo(windAt([10, -50], 0, belt), 9);
    fc.assert(
      fc.property(fc.array(share, { minLength: 1, maxLength: 5 }), (each) => {
        const left = togetherWind(each);
        expect(left).toBeLessThanOrEqual(Math.max(0.1, Math.min(...each)) + 1e-9);
        expect(left).toBeGreaterThanOrEqual(0.1);
        expect(togetherWind([...each].reverse())).toBeCloseTo(left, 12);
      }),
      { seed: 6, numRuns: 100 },
    );
    expect([togetherWind([0.4]), togetherWind([])]).toEqual([0.4, 1]);
    const rose = prevailingRose(0, 'strong').winter;
    expect(rose.reduce((sum, sector) => sum + sector.share, 0)).toBeLessThanOrEqual(1); // the rest is calm
    expect(cutOverRose(rose.map((sector) => ({ ...sector, left: 1 })))).toBe(0);
    expect(
      cutOverRose(
        rose.map((sector) => ({ ...sector, left: 0.5 })),
        3,
      ),
    ).toBeCloseTo(87.5, 9);
  });
});

describe('the wind of a holding', () => {
  const holding = windy();
  const outlook = outlookOf(holding);
  const yard = holding.features.find(({ kind }) => kind === 'shelter')!;
  it('is cut in the lee as the belt grows, in leaf more than leafless, and not at all with nothing planted', () => {
    if (yard.kind !== 'shelter') throw new Error('no yard');
    const cut = (year: number, season: 'winter' | 'summer') => windAtPlace(yard, season, outlook, year)!;
    expect(cut(0, 'winter')).toBeCloseTo(0, 1);
    expect(cut(20, 'winter')).toBeGreaterThan(cut(8, 'winter'));
    expect(cut(12, 'summer')).toBeGreaterThan(cut(12, 'winter') + 3);
    const bare = { ...holding, plantings: [] };
    expect(windCutOver(yard, holding.climate!.rose!.winter, windScene([], bare.features, 20, true))).toBe(0);
    expect(windAtPlace(yard, 'winter', outlookOf({ ...holding, climate: null }), 20)).toBeNull();
  });
  it('buildings shelter too, none itself; a gap lets the wind through', () => {
    const house = {
      id: 'h',
      name: 'house',
      kind: 'building',
      ring: [
        [40, -20],
        [60, -20],
        [60, -30],
        [40, -30],
      ],
      eaves: 3,
      ridge: 6,
    } as const;
    const scene = windScene([], [house as never], 0, true);
    expect(windLeft([50, -35], 0, scene)).toBeLessThan(0.5);
    expect(windLeft([50, -35], 0, scene, 'h')).toBe(1);
    expect(scene.bodies[0]!.stretches[0]!.height).toBe(4.5); // half way from eaves to ridge
    const tree = (changes: object) =>
      ({
        id: 't',
        name: 'oak',
        kind: 'tree',
        at: [50, -25],
        height: 12,
        crown: 10,
        leaf: 'deciduous',
        ...changes,
      }) as never;
    const behind = (leafy: boolean, changes = {}) => windLeft([50, -45], 0, windScene([], [tree(changes)], 0, leafy));
    expect(behind(true)).toBeLessThan(0.75);
    expect(behind(false)).toBeGreaterThan(behind(true) + 0.05); // bare in winter
    expect(behind(false, { leaf: 'evergreen' })).toBeLessThan(behind(false));
    expect(behind(true, { crown: 0 })).toBe(1);
    expect(windLeft([70, -45], 0, windScene([], [tree({})], 0, true))).toBe(1); // beside its crown
    const gap = outlookOf(windy({ planting: { weeds: 'fabric', gaps: [{ kind: 'gap', at: 50, width: 14 }] } }));
    const closed = windLeft([50, -12], 0, outlook.wind(20, true));
    expect(windLeft([50, -12], 0, gap.wind(20, true))).toBeGreaterThan(closed + 0.3);
    expect(gap.wind(20, true).bodies[0]!.breaks).toHaveLength(1);
    const inGap = windLeft([50, -12], 0, gap.wind(20, true));
    const without = { bodies: gap.wind(20, true).bodies.map((body) => ({ ...body, breaks: [] })) };
    expect(inGap).toBeGreaterThan(1.04 * windLeft([50, -12], 0, without)); // the jet
  });
  it('a map says of each cell what is asked there by itself', () => {
    const grid = { west: 30, south: -70, cell: 20, nx: 3, ny: 3 };
    const values = new Float32Array(9);
    const sectors = holding.climate!.rose!.winter;
    windMapInto(values, grid, outlook.wind(20, false), sectors, 0, 2);
    expect(values[4]).toBeCloseTo(windCutAt([60, -40], sectors, outlook.wind(20, false)), 4);
    expect(values[7]).toBe(0); // the last row is not asked yet
  });
});

describe('sight', () => {
  it('is the same both ways, darker through every crown more, and nothing passes a wall that is over both ends', () => {
    fc.assert(
      fc.property(fc.double({ min: -3, max: 3, noNaN: true }), fc.double({ min: 0.5, max: 6, noNaN: true }), (y, z) => {
        const [eye, target]: [Spot, Spot] = [
          [-10, y, 1.6],
          [10, -y, z],
        ];
        const crowns = [crown(), crown({ x: 3, r: 1.5 })];
        const seen = seenBetween(eye, target, crowns, []);
        expect(seenBetween(target, eye, crowns, [])).toBeCloseTo(seen, 9);
        expect(seenBetween(eye, target, [...crowns, crown({ x: -4 })], [])).toBeLessThanOrEqual(seen + 1e-12);
        expect(seenBetween(eye, target, crowns, [{ from: [0, -20], to: [0, 20], height: Math.max(1.6, z) }])).toBe(0);
        expect(seenBetween(eye, target, [], [{ from: [0, -20], to: [0, 20], height: Math.min(1.6, z) - 0.1 }])).toBe(1);
      }),
      { seed: 9, numRuns: 100 },
    );
  });
  it('a lane behind the belt is hidden as it grows; what still shows is marked where it passes; one’s own house hides nothing', () => {
    const house = {
      kind: 'building' as const,
      name: 'house',
      points: [
        [45, -55],
        [55, -55],
        [55, -47],
        [45, -47],
      ] as [number, number][],
      eaves: 3,
      ridge: 6,
    };
    const holding = windy();
    const outlook = outlookOf(
      windy({
        features: [
          { kind: 'viewpoint' as const, name: 'window', points: [[50, -50]] as [number, number][], eye: 1.6 },
          house,
          {
            kind: 'track' as const,
            name: 'lane',
            points: [
              [0, 30],
              [100, 30],
            ] as [number, number][],
            width: 3,
          },
        ],
      }),
    );
    const window = outlook.holding.features.find(({ kind }) => kind === 'viewpoint')!;
    const lane = outlook.holding.features.find(({ kind }) => kind === 'track')!;
    if (window.kind !== 'viewpoint') throw new Error('no window');
    const lines = sightLines(window, lane, outlook.holding.features, null);
    const rays = (year: number, leafy: boolean) => raysOf(lines, outlook.crowns(year, leafy));
    expect(hiddenBy(rays(0, true)).screened).toBeLessThan(15);
    expect(hiddenBy(rays(8, true)).screened).toBeGreaterThan(hiddenBy(rays(3, true)).screened);
    expect(hiddenBy(rays(8, true)).screened).toBeGreaterThan(hiddenBy(rays(8, false)).screened);
    const [stand] = outlook.stands();
    const open = openSights(stand!, rays(3, true));
    expect(open.length).toBeGreaterThan(3);
    for (const { at, z } of open) expect([at > 0 && at < 100, z > 0.5 && z < 2]).toEqual([true, true]);
    expect(holding.features).toHaveLength(3);
    for (const { leafy, bare } of elevationOf(stand!, 1).seen) expect([leafy, bare]).toEqual([1, 1]); // none is as high as eyes yet
    expect(stand!.grown.every(({ base }) => base[40]! > 1.5)).toBe(true); // crowns have risen over the eyes
    for (const { bare } of elevationOf(stand!, 40).seen) expect(bare).toBe(1);
    const elevation = elevationOf(stand!, 8);
    expect(elevation.plants).toHaveLength(stand!.laid.layout.stand.count);
    for (const { leafy, bare } of elevation.seen) expect(leafy).toBeLessThanOrEqual(bare + 1e-9);
  });
});

describe('sun past the plantings', () => {
  const scene = outlookOf(windy()).sun;
  it('open ground keeps its hours; a map by scattering says what rays say', () => {
    const place = scene.place;
    const crowns = indexed([crown({ top: 9, r: 3, base: 1.5, mu: 0.4 }), crown({ x: 5, y: -3, top: 6, mu: 0.8 })]);
    const grid = { west: -12, south: -12, cell: 4, nx: 6, ny: 8 };
    for (const month of [6, 12]) {
      const hours = new Float32Array(48);
      lightHoursInto(hours, grid, indexed([]), { month, place });
      expect(hours[0]).toBeCloseTo(openHours(month, place), 4);
      hours.fill(0);
      lightHoursInto(hours, grid, crowns, { month, place });
      for (let at = 0; at < hours.length; at++) {
        const p: Spot = [-12 + ((at % 6) + 0.5) * 4, -12 + (Math.floor(at / 6) + 0.5) * 4, 0];
        const plain = daySuns(place, { month, stepMinutes: 30 }).reduce(
          (sum, sun) =>
            sum + (sun.elevation < 5 ? 0 : sun.hours * throughPlantings(p, crowns, sun.azimuth, sun.elevation)),
          0,
        );
        expect(hours[at]).toBeCloseTo(plain, 3);
      }
    }
  });
  it('a crown cut by its neighbours throws the shade of what is left of it', () => {
    const cut = (half: number) => {
      const hours = new Float32Array(48);
      const planes = [
        [1, 0, half],
        [-1, 0, half],
      ] as const;
      lightHoursInto(hours, { west: -12, south: -12, cell: 4, nx: 6, ny: 8 }, indexed([crown({ mu: 0.05, planes })]), {
        month: 6,
        place: scene.place,
      });
      return hours.reduce((sum, one) => sum + one, 0);
    };
    const whole = cut(2);
    // Three quarters of the radius keep 91 % of a sphere: nearly as much shade; half of it 69 %.
    expect(cut(1.5) - whole).toBeGreaterThan(0);
    expect((cut(1) - whole) / (cut(1.5) - whole)).toBeCloseTo((1 - 0.6875) / (1 - 0.9141), 0);
  });
  it('by month at a place: never over open ground, less as the belt grows, and the sums of the year’s table', () => {
    // A belt to the south of the place takes its winter sun.
    const outlook = outlookOf(
      windy({
        features: [
          {
            kind: 'place',
            name: 'bed',
            points: [
              [45, 4],
              [55, 4],
              [55, 9],
              [45, 9],
            ],
          },
        ],
      }),
    );
    const [young, old] = [sunByMonth(outlook, 0)[0]!, sunByMonth(outlook, 30)[0]!];
    old.hours.forEach((hours, m) => {
      expect(hours).toBeLessThanOrEqual(old.open[m]! + 1e-9);
      expect(hours).toBeLessThanOrEqual(young.hours[m]! + 1e-9);
    });
    expect(old.hours[11]).toBeLessThan(young.hours[11]! - 0.5);
    expect(lightAtPlaces(outlook, 30).places[0]!.midwinter).toBeCloseTo(old.hours[11]!, 9);
  });
  it('falls with every crown; at noon in midwinter a shadow points to the pole and is as long as the sun is low', () => {
    const before = sunHoursAt([0, 8], 12, scene, indexed([]));
    const after = sunHoursAt([0, 8], 12, scene, indexed([crown()]));
    expect(after).toBeLessThan(before - 0.5);
    const north = noonShadow(10, { latitude: 52, longitude: 0 }, 12)!;
    expect(north.length).toBeCloseTo(10 / Math.tan(((90 - 52 - 23.43) * Math.PI) / 180), 0);
    expect(Math.min(north.towards, 360 - north.towards)).toBeLessThan(4);
    expect(Math.abs(noonShadow(10, { latitude: -40, longitude: 0 }, 6)!.towards - 180)).toBeLessThan(4);
    expect(noonShadow(10, { latitude: 80, longitude: 0 }, 12)).toBeNull();
  });
});

describe('snow and water', () => {
  it('a belt upwind of a lane holds more snow as it grows; too near, its drift lies on the lane; no rose, no word', () => {
    const holding = windy({
      features: [
        {
          kind: 'track',
          name: 'lane',
          points: [
            [10, -60],
            [90, -60],
          ],
          width: 3,
        },
      ],
    });
    const outlook = outlookOf(holding);
    const lane = holding.features[0]!;
    if (!('line' in lane)) throw new Error('no lane');
    const at = (year: number) => snowOn(lane, outlook.stands(), holding, year)!;
    expect(at(0).held).toBeLessThan(0.05);
    expect(at(15).held).toBeGreaterThan(at(1).held);
    expect(at(15).behind).toBe(1);
    // Grown past what the winter needs its drift stays that of the height that is filled, well short of the lane.
    const { brought, theta, drift } = at(30);
    expect(drift).toBeCloseTo(driftLength(heightToHold(brought, theta!)!, theta!), 0);
    expect([at(30).clear, at(2).clear]).toEqual([1, 1]);
    const heavy = { ...holding, settings: { 'snow.water': 0.6, 'snow.fetch': 3000 } };
    const buried = snowOn(lane, outlook.stands(), heavy, 30)!;
    expect([buried.clear, buried.drift! > 60]).toEqual([0, true]);
    expect(at(15).nearest).toBeCloseTo(58.5, 0);
    expect(snowOn(lane, outlook.stands(), { ...holding, climate: null }, 15)).toBeNull();
    const deep = { ...holding, settings: { 'guard.snow': 1 } };
    expect(snowOn(lane, outlook.stands(), deep, 3)!.drift).toBeLessThan(at(3).drift! - 10);
    const mixed = {
      ...holding.climate!,
      rose: {
        ...holding.climate!.rose!,
        winter: [0.2, 0, 0, 0, 0.3, 0, 0, 0].map((share, k) => ({ share, speed: k === 0 ? 12 : 4 })),
      },
    };
    expect(snowOn(lane, outlook.stands(), { ...holding, climate: mixed }, 15)!.from).toBe(0); // the strong one carries it
    for (const theta of [0.3, 0.5, 0.7]) expect(snowHeld(heightToHold(20, theta)!, theta)).toBeCloseTo(20, 9);
    expect([heightToHold(20, 0.95), driftLength(3, 0.5) > driftLength(2, 0.5)]).toEqual([null, true]);
  });
  it('of two belts upwind the nearer one holds the snow; a wood is open by its width, a break by five times its height', () => {
    const lane = {
      kind: 'track' as const,
      name: 'lane',
      points: [
        [0, -60],
        [100, -60],
      ] as [number, number][],
      width: 3,
    };
    const one = windy({ features: [lane] });
    const far: Holding = {
      ...one,
      plantings: [
        one.plantings[0]!,
        {
          ...one.plantings[0]!,
          id: 'far',
          baseline: {
            kind: 'drawn',
            points: [
              [0, 40],
              [100, 40],
            ],
            curved: false,
            closed: false,
          },
        },
      ],
    };
    const track = one.features[0]!;
    if (!('line' in track)) throw new Error('no lane');
    const near = snowOn(track, outlookOf(one).stands(), one, 15)!;
    for (const plantings of [far.plantings, far.plantings.toReversed()]) {
      const both = { ...far, plantings };
      expect(snowOn(track, outlookOf(both).stands(), both, 15)).toMatchObject({
        nearest: near.nearest,
        held: near.held,
      });
    }
    const wood = (depth: number) =>
      windScene(
        outlookOf(
          sample({
            planting: {
              purpose: 'firewood',
              baseline: {
                outline: [
                  [0, 0],
                  [90, 0],
                  [90, depth],
                  [0, depth],
                ],
                headland: 1,
              },
            },
            rows: [row({ spacing: 2, rowGap: 2, species: [[1, 'Picea abies']] })],
          }),
        ).stands(),
        [],
        12,
        true,
      ).bodies[0]!.stretches[0]!;
    expect(wood(40).theta).toBeLessThan(wood(10).theta ** 2);
    const gapped = (width: number) =>
      windScene(outlookOf(windy({ planting: { gaps: [{ at: 50, width }] } })).stands(), [], 15, true).bodies[0]!;
    const [{ height }] = gapped(4).stretches as [Barrier];
    expect(gapped(Math.floor(4 * height)).breaks).toHaveLength(1);
    expect(gapped(Math.ceil(5 * height) + 4).breaks).toHaveLength(0);
  });
  it('a strip is as wide as at its narrowest on the bank that is planted; water south of it gets no shade in the north', () => {
    const stream = {
      kind: 'stream' as const,
      name: 'brook',
      points: [
        [-30, 6],
        [130, 6],
      ] as [number, number][],
      width: 4,
    };
    const holding = windy({ features: [stream] });
    const outlook = outlookOf(holding);
    const brook = holding.features[0]!;
    if (brook.kind !== 'stream') throw new Error('no brook');
    const [strip, ...others] = stripsAlong(brook, outlook.stands(), holding, 10);
    expect(others).toEqual([]);
    expect(strip!.side).toBe('right');
    expect(strip!.narrowest).toBe(0); // the brook runs on past the rows at both ends
    const widest = Math.max(...strip!.stretches.map(({ width }) => width));
    const { across } = outlook.stands()[0]!.grown[1]!;
    expect(widest).toBeCloseTo(4 + 3 + across[10]!, 2); // bank top at 4 m, rows at 0 and 3 m beyond, half a crown
    const shade = (year: number) =>
      waterShade(brook, stripsAlong(brook, outlook.stands(), holding, year), outlook.stands(), year, holding);
    expect(shade(20)).toBeGreaterThan(shade(8));
    const south = { ...holding, place: { latitude: -52, longitude: 0 } };
    expect(
      waterShade(brook, stripsAlong(brook, outlook.stands(), south, 20), outlook.stands(), 20, south),
    ).toBeLessThan(shade(20) / 2);
    const bank = { height: 10, away: 0, passes: 0.1 };
    expect(shadeOnStream({ azimuth: 90, elevation: 30 }, 90, 6, { left: bank, right: bank })).toBeCloseTo(0, 9);
    expect(shadeOnStream({ azimuth: 180, elevation: -1 }, 90, 6, { left: null, right: null })).toBe(1);
  });
  it('a break in the cover ends the strip', () => {
    const stream = {
      kind: 'stream' as const,
      name: 'brook',
      points: [
        [-30, 6],
        [130, 6],
      ] as [number, number][],
      width: 4,
    };
    const widest = (rowGap: number) => {
      const holding = windy({ features: [stream], rows: [row({ spacing: 2 }), row({ spacing: 2, rowGap })] });
      const outlook = outlookOf(holding);
      const brook = holding.features[0]!;
      if (brook.kind !== 'stream') throw new Error('no brook');
      return Math.max(...stripsAlong(brook, outlook.stands(), holding, 3)[0]!.stretches.map(({ width }) => width));
    };
    expect(widest(4)).toBeGreaterThan(8);
    expect(widest(12)).toBeLessThan(7);
  });
  it('wider strips keep more and serve no less; low never over high', () => {
    const order = { not: 0, partly: 1, served: 2 };
    for (let width = 0; width < 120; width += 1.5) {
      for (const kept of [soilKept, nitrogenKept]) {
        const [[low, high], [then, after]] = [kept(width), kept(width + 1.5)];
        expect([low <= high, then >= low - 1e-9, after >= high - 1e-9, after <= 100]).toEqual([true, true, true, true]);
      }
      stripServes(width).forEach(({ served }, k) =>
        expect(order[stripServes(width + 1.5)[k]!.served]).toBeGreaterThanOrEqual(order[served]),
      );
    }
  });
});

describe('an outlook', () => {
  it('keeps a stand from edit to edit, and grows it anew when its ground changes', () => {
    const holding = windy();
    const all = layHolding(holding);
    const before = new Outlook(holding, all).stands()[0]!;
    expect(new Outlook({ ...holding, name: 'Other' }, all).stands()[0]).toBe(before);
    const poor = new Outlook({ ...holding, settings: { 'growth.site': 0.5 } }, all).stands()[0]!;
    expect(poor.grown[0]!.height[20]).toBeLessThan(before.grown[0]!.height[20]! * 0.9);
    expect(new Outlook(holding, all).stands('low')[0]!.grown[0]!.height[20]).toBeLessThan(before.grown[0]!.height[20]!);
  });
});

describe('the view from a point', () => {
  it('shows each kind in its size and density, bare ones thinner, fewer as they die, and blocks where they stand', () => {
    const outlook = outlookOf(
      windy({
        features: [
          {
            kind: 'fence',
            name: 'paling',
            points: [
              [0, 9],
              [30, 9],
              [30, 20],
            ],
            height: 1.5,
          },
        ],
      }),
    );
    const [leafy, bare] = [standingView(outlook, 15, true), standingView(outlook, 15, false)];
    const birches = ({ crowns }: typeof leafy) => crowns.find(({ species }) => species === 'betula-pendula')!;
    const { grown, laid } = outlook.stands()[0]!;
    expect(birches(leafy).height).toBe(grown[1]!.height[15]);
    expect(birches(leafy).hides).toBeGreaterThan(birches(bare).hides + 0.2);
    const shown = leafy.crowns.reduce((sum, { at }) => sum + at.length / 3, 0);
    expect(shown / laid.layout.stand.count).toBeCloseTo(grown[0]!.alive[15]!, 1);
    expect(standingView(outlook, 15, true)).toEqual(leafy);
    expect(leafy.blocks.map(({ kind, height }) => [kind, height])).toEqual([
      ['fence', 1.5],
      ['fence', 1.5],
    ]);
    expect(leafy.box[0]).toBeLessThanOrEqual(-60);
  });
});

describe('a section', () => {
  it('cuts one plant of each row where it stands, what lies beside, and the wind that blows over', () => {
    const holding = windy({
      boundary: [{ at: [-50, 20] }, { at: [150, 20] }, { at: [150, -90] }, { at: [-50, -90] }],
    });
    const outlook = outlookOf(holding);
    const [stand] = outlook.stands();
    const cut = sectionAt(stand!, 50, 20, 'summer', outlook)!;
    expect(cut.plants.map(({ now }) => now.u)).toEqual([0, 3]);
    expect(cut.looking).toBe('east');
    expect(cut.plants[0]!.later.height).toBeGreaterThan(cut.plants[0]!.now.height);
    const yard = cut.things.find(({ kind }) => kind === 'place')!;
    expect([yard.from, yard.to]).toEqual([40, 60]); // to the right of an eastward line is south
    expect(cut.things.filter(({ kind }) => kind === 'boundary').map(({ from }) => from)).toEqual([-20]);
    expect(cut.wind!.blows).toBe(1);
    const left = (u: number) => cut.wind!.left.reduce((a, b) => (Math.abs(b[0] - u) < Math.abs(a[0] - u) ? b : a))[1];
    expect(left(15)).toBeLessThan(left(-18));
    expect(cut.sun!.to[0]).toBeLessThan(cut.sun!.from[0]); // the noon sun stands in the south: shade falls to the north
    expect(sectionAt(stand!, 9999, 20, 'winter', outlook)!.at).toEqual([100, 0]);
  });
});
