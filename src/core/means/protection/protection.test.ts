import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../../checks/sample.ts';
import { take } from '../../holding/command.ts';
import { ANIMALS, type Animal } from '../../holding/ground-schema.ts';
import { addGap } from '../../holding/planting-commands.ts';
import { setException, setMeasure, setWay } from '../../holding/means-commands.ts';
import type { Holding } from '../../holding/schema.ts';
import { layHolding, type Laid } from '../../ranks/laid.ts';
import { priceTable } from '../prices.ts';
import { quantities } from '../../account/quantities.ts';
import { fenceCorners, fenceRun, slopeLength } from './fence-line.ts';
import { extraKey, extras } from './extras.ts';
import { soldSize } from '../../units/quantities.ts';
import { sayStake, stakeAsSold, stakeFor, stakeLength } from './guards.ts';
import { guardKit, protectedParts } from './guard-kit.ts';
import { fences, forms } from './kinds.ts';
import { fencePieces, guardPieces } from './pieces.ts';
import { protect, siteOf, stops } from './protect.ts';
import { sayProtection, saySetBy } from './say.ts';

const partsOf = (holding: Holding) => {
  const [{ planting, layout }] = layHolding(holding) as [ReturnType<typeof layHolding>[number]];
  return protectedParts(planting, layout, holding);
};
const wantedOf = (holding: Holding) => {
  const [{ planting, layout }] = layHolding(holding) as [ReturnType<typeof layHolding>[number]];
  return Object.fromEntries(quantities(planting, layout, holding).kit.map(({ key, wanted }) => [key, wanted]));
};
const hedge = (animals: Animal[], length = 160) =>
  sample({ animals, length, rows: [row({ spacing: 0.4 }), row({ spacing: 0.4, rowGap: 0.4, staggered: true })] });
const siteIn = (holding: Holding) => {
  const [{ planting, layout }] = layHolding(holding) as [ReturnType<typeof layHolding>[number]];
  return siteOf(planting, layout, holding);
};

describe('what protects a planting', () => {
  it('a rabbit and sheep hedge of 160 m gets a stock fence 1.25 m off and low guards, never tubes of 1.8 m', () => {
    const [part] = partsOf(hedge(['rabbit', 'sheep']));
    expect(part!.protection).toMatchObject({ fences: ['stock'], guard: { form: 'tube', size: 0.6 }, uncovered: [] });
    // Both long sides of 160 m, half a row gap and 1.25 m off at each, and both ends, all drawn out by 1.25 m.
    expect(part!.site.run!.length).toBeCloseTo(2 * 162.5 + 2 * 2.9 - 0, 6);
    expect(part!.site.run).toMatchObject({ corners: 4, gates: 1, ends: 0 });
    expect(sayProtection(part!.protection, 'metric')).toBe('stock fence and tubes of 0.60 m');
    expect(saySetBy(part!.protection)).toBe(', set by sheep');
  });
  it('adding an animal never takes away from what was stopped', () => {
    const sites = [siteIn(hedge(['rabbit'])), siteIn(sample({ animals: ['rabbit'], rows: [row({ spacing: 3 })] }))];
    fc.assert(
      fc.property(
        fc.subarray([...ANIMALS], { maxLength: 5 }),
        fc.constantFrom(...ANIMALS),
        fc.constantFrom(...sites),
        fc.constantFrom(0, 0.4),
        (animals, more, at, snow) => {
          const site = { ...at, snow };
          const before = protect(animals, 'fitting', site);
          const after = protect([...new Set([...animals, more])], 'fitting', site);
          for (const animal of animals)
            if (stops(before, animal, site)) expect(stops(after, animal, site), `${animal} with ${more}`).toBe(true);
          // On bare ground some fence or guard stops every one of them; over deep snow moose walk in.
          if (snow === 0) expect(before.uncovered).toEqual([]);
        },
      ),
      { numRuns: 300, seed: 7 },
    );
  });
  it('goats beside rabbits are fenced and the rabbits’ guards stay; nothing is stopped by nothing', () => {
    const wanted = wantedOf(sample({ animals: ['rabbit', 'goat'] }));
    expect(wanted).toMatchObject({ 'guard.0.6': 41, tie: 41, 'fence.energiser': 1 });
    const none = partsOf(
      take(sample({ animals: ['rabbit'] }), setWay('p1', 'protection', { method: 'none' }, '')).holding,
    );
    expect(none[0]!.protection.uncovered).toEqual(['rabbit']);
    expect(sayProtection(none[0]!.protection, 'metric')).toBe('nothing');
  });
  it('a tree among cattle stands in a crate of four posts and rails, few trees cheaper so than a fence round them', () => {
    const orchard = (length: number) => sample({ animals: ['cattle', 'rabbit'], length, rows: [row({ spacing: 10 })] });
    expect(wantedOf(orchard(20))).toEqual({ 'guard.2': 3, post: 12, rail: 24 });
    // Many in a row: the fence wins, and the rabbits want their guards inside it.
    const [many] = partsOf(
      sample({
        animals: ['cattle', 'rabbit'],
        length: 400,
        rows: [row({ spacing: 2 }), row({ spacing: 2, rowGap: 2 })],
      }),
    );
    expect(many!.protection).toMatchObject({ fences: ['stock'], guard: { size: 0.6 } });
  });
  it('moose, boar, porcupine, possum and wallaby have their own answers', () => {
    const of = (animals: Animal[]) => partsOf(sample({ animals }))[0]!.protection;
    expect(of(['moose']).fences).toEqual(['deerHigh']);
    expect(of(['boar']).fences).toEqual(['electric']);
    expect(of(['wallaby']).guard).toEqual({ form: 'tube', size: 1.2 });
    expect(of(['beaver']).guard?.form).toBe('cage');
    expect(wantedOf(sample({ animals: ['possum'], rows: [row({ species: [[1, 'Tilia cordata']] })] }))).toEqual({
      band: 41,
    });
    expect(wantedOf(sample({ animals: ['porcupine'] }))).toEqual({}); // hazel is no tree to climb
  });
  it('nets keep birds out of tall tubes, not out of low ones', () => {
    expect(wantedOf(sample({ animals: ['smallDeer', 'bird'] }))).toMatchObject({ 'guard.1.2': 41, net: 41 });
    expect(wantedOf(sample({ animals: ['rabbit', 'bird'] }))).not.toHaveProperty('net');
  });
  it('snow lifts rabbits to the next guard and over a fence that is too low', () => {
    const site = siteIn(hedge(['rabbit']));
    expect(protect(['rabbit'], 'fitting', { ...site, snow: 0.4 }).guard?.size).toBe(1.2);
    expect(protect(['rabbit'], 'rabbit', { ...site, snow: 0.3 }).fences).toEqual(['rabbit']);
    expect(stops(protect(['rabbit'], 'rabbit', { ...site, snow: 0.3 }), 'rabbit', { ...site, snow: 0.3 })).toBe(true);
    expect(protect(['rabbit'], 'rabbit', { ...site, snow: 0.31 }).guard).not.toBeNull();
  });
  it('what browses a place of a planting is answered like what browses everywhere', () => {
    const zone = (pressure: string) => ({
      kind: 'browsed',
      animals: ['smallDeer'],
      pressure,
      points: [
        [10, -5],
        [20, -5],
        [20, 5],
        [10, 5],
      ],
    });
    const holding = (pressure: string) => sample({ animals: ['rabbit'], features: [zone(pressure)] as never });
    expect(partsOf(holding('heavy'))[0]!.protection.guard?.size).toBe(1.2);
    expect(partsOf(holding('light'))[0]!.protection.guard?.size).toBe(0.6);
  });
  it('a species, a row or a stock can be excepted, the nearest to the plant winning', () => {
    const mixed = sample({
      animals: ['rabbit'],
      rows: [
        row({
          species: [
            [1, 'Corylus avellana'],
            [1, 'Acer campestre'],
          ],
        }),
      ],
    });
    const except = (holding: Holding, what: 'species' | 'row' | 'stock', of: string, method: string) =>
      take(holding, setException('p1', 'protection', { for: what, of }, method, '')).holding;
    const hazel = except(mixed, 'species', 'corylus-avellana', 'none');
    expect(wantedOf(hazel)['guard.0.6']).toBe(20);
    expect(wantedOf(except(hazel, 'row', 'p1r1', 'mesh'))).toMatchObject({ 'mesh.0.6': 20 });
    expect(wantedOf(except(hazel, 'stock', 'whip', 'none'))).toEqual({});
    expect(
      wantedOf(
        take(hazel, setException('p1', 'protection', { for: 'species', of: 'corylus-avellana' }, null, '')).holding,
      )['guard.0.6'],
    ).toBe(41);
  });
});

describe('a guard’s stake', () => {
  it('never stands above the rim: what was bought longer than it must be is driven deeper', () => {
    for (const tube of [0.6, 0.75, 0.9, 1.2, 1.5, 1.8, 2]) {
      const { length, depth } = stakeFor(tube);
      // A guard is pressed 5 cm into the ground; its stake ends level with its rim.
      expect(length! - depth, `tube ${tube}`).toBeCloseTo(tube - 0.05, 9);
      expect(depth).toBeGreaterThanOrEqual(
        stakeLength({ out: tube, hole: 0, through: false, undisturbed: 0, minDepth: 0.3 }).depth,
      );
    }
    expect(stakeFor(1.2)).toEqual({ length: 1.8, depth: expect.closeTo(0.65, 9) as number });
    // In feet by the sizes of shops: a 6 ft stake for a 4 ft tube, 2 in of which is in the ground.
    expect(sayStake(1.2, 'us')).toBe('6 ft long, driven 2 ft 2 in into firm ground');
    for (const tube of [0.6, 0.9, 1.2, 1.5, 1.8]) {
      const { length, depth } = stakeAsSold(tube, 'us')!;
      expect(length - depth, `${tube} in feet`).toBeLessThanOrEqual(soldSize(tube, 'us') - 0.05 + 1e-9);
    }
    expect(sayStake(0.2, 'metric')).toBe('');
    expect(sayStake(1.2, 'metric')).toBe('1.80 m long, driven 0.65 m into firm ground');
  });
});

describe('what has branches', () => {
  it('goes into mesh, the whips beside it into tubes; the fence is decided for all of them', () => {
    const belt = (...kinds: string[]) =>
      partsOf(
        sample({ animals: ['mediumDeer'], rows: [row({ spacing: 2, species: kinds.map((kind) => [1, kind]) })] }),
      ).map(({ protection, group, branched }) => [protection.guard?.form, group.plants, branched]);
    expect(belt('Corylus avellana')).toEqual([['tube', 31, null]]);
    expect(belt('Picea abies')).toEqual([['mesh', 31, null]]);
    expect(belt('Corylus avellana', 'Picea abies')).toEqual([
      ['tube', 16, false],
      ['mesh', 15, true],
    ]);
    const trees = sample({ animals: ['mediumDeer'], rows: [row({ spacing: 4, stock: 'feathered' })] });
    expect(partsOf(trees).map(({ protection }) => protection.guard?.form)).toEqual(['mesh']);
    const wanted = wantedOf(
      sample({
        animals: ['mediumDeer'],
        rows: [
          row({
            spacing: 2,
            species: [
              [1, 'Corylus avellana'],
              [1, 'Picea abies'],
            ],
          }),
        ],
      }),
    );
    expect([wanted['guard.1.5'], wanted['mesh.1.5']]).toEqual([16, 15]);
  });
});

describe('horses and goats', () => {
  const electric = (animal: Animal) =>
    Object.entries(fences).filter(([, of]) => of.energiser && of.stops.includes(animal));
  it('are held by no low wire: horses from 1.2 m, goats by five wires or netting from 1.1 m', () => {
    for (const [key, { height }] of electric('horse')) expect(height, key).toBeGreaterThanOrEqual(1.2);
    for (const [key, { height, wires, net }] of electric('goat'))
      expect(net ? height >= 1.1 : wires >= 5, key).toBe(true);
    expect([electric('horse').length, electric('goat').length]).toEqual([1, 1]);
  });
  it('a dog is no browser: nothing is bought against it', () => {
    const [dog] = partsOf(sample({ animals: ['dog'] }));
    expect(dog!.protection).toMatchObject({ animals: [], fences: [], guard: null, uncovered: [] });
  });
});

describe('a maker’s set', () => {
  it('of ten with four ties a tube for 37 plants: four sets, 148 ties of the 160 in them, no line from the formula', () => {
    const bare = sample({ length: 54, animals: ['rabbit'] }); // 37 plants at 1.5 m
    const kit = {
      id: 'k1',
      name: 'Ten tubes',
      plants: 10,
      pieces: { 'guard.0.6': 1, 'stake.0.9': 1, tie: 4, mat: 1, pin: 4 },
      cents: 4500,
    };
    const holding = take({ ...bare, kits: [kit] }, setWay('p1', 'protection', { method: 'kit.k1' }, '')).holding;
    const [{ planting, layout }] = layHolding(holding) as [ReturnType<typeof layHolding>[number]];
    const { kit: lines } = quantities(planting, layout, holding);
    expect(lines).toMatchObject([{ key: 'kit.k1', count: 4, cents: 18000 }]);
    expect(lines[0]!.why).toContain('tie: 148 of 160');
    expect(partsOf(holding)[0]!.protection.uncovered).toEqual([]);
    expect(partsOf({ ...holding, animals: ['rabbit', 'smallDeer'] })[0]!.protection.uncovered).toEqual(['smallDeer']);
  });
});

describe('fences', () => {
  const run = (holding: Holding, off = 1.25) => {
    const [{ planting, layout }] = layHolding(holding) as [ReturnType<typeof layHolding>[number]];
    return fenceRun(planting, layout, off, { features: holding.features, terrain: null });
  };
  it('run round a belt, along the other side of one that follows a fence, and leave their gates out', () => {
    const belt = sample();
    expect(run(belt)!.length).toBeCloseTo(2 * 62.5 + 2 * 2.5, 6);
    const gated = take(belt, addGap('p1', { id: 'g', kind: 'gate', at: 30, width: 4 })).holding;
    expect(run(gated)).toMatchObject({ gates: 2 });
    expect(run(gated)!.length).toBeCloseTo(2 * 62.5 + 2 * 2.5 - 8, 6);
    const along = sample({
      features: [
        {
          kind: 'fence',
          name: 'Old',
          points: [
            [0, 0],
            [60, 0],
          ],
        },
      ] as never,
      planting: { baseline: { beside: 'Old', setback: 1, on: 'right' }, side: 'right' } as never,
    });
    // The far side, and two ends of 1.25 m and the setback of 1 m to the fence that stands.
    expect(run(along)!.length).toBeCloseTo(62.5 + 2 * 2.25, 6);
    expect(run(along)).toMatchObject({ corners: 2, ends: 2 });
  });
  it('turns within a stride of one another share a straining post: no two on one spot, no stretch of nothing', () => {
    const bend = (stub: number) =>
      fenceCorners([
        [0, 0],
        [10, 0],
        [10 + stub, stub],
        [10 + stub, 10],
      ]);
    expect([bend(0.02).length, bend(0.3).length, bend(3).length]).toEqual([1, 1, 2]);
  });
  it('a block is fenced outside its plants', () => {
    const outline = [
      [0, 0],
      [30, 0],
      [30, 20],
      [0, 20],
    ];
    const block = sample({
      planting: { baseline: { outline, bearing: 0 } } as never,
      rows: [row({ spacing: 2, rowGap: 2 })],
    });
    const found = run(block)!;
    expect(found.lines).toHaveLength(1);
    for (const [x, y] of found.lines[0]!) expect(x < 0.8 || x > 29.2 || y < 0.8 || y > 19.2).toBe(true);
    expect(found.length).toBeGreaterThan(90);
  });
  it('are longer on a slope', () => {
    const relief = {
      heightAt: ([x]: readonly [number, number]) => x * 0.15,
      box: [0, 0, 1, 1],
      step: 1,
      from: 'grid',
    } as const;
    expect(
      slopeLength(
        [
          [0, 0],
          [100, 0],
        ],
        relief,
      ),
    ).toBeCloseTo(101.118742, 5);
  });
  it('every piece of every guard and fence has its price', () => {
    const keys = new Set(priceTable.map(({ key }) => key));
    const asked = [
      ...Object.entries(forms).flatMap(([form, { sizes }]) => sizes.flatMap((size) => guardPieces({ form, size }, 10))),
      ...Object.keys(fences).flatMap((kind) =>
        fencePieces(kind, { lines: [], length: 130, corners: 4, gates: 1, ends: 2 }, 'metric'),
      ),
    ];
    for (const { key, count } of asked) {
      expect(keys.has(key), key).toBe(true);
      expect(count).toBeGreaterThan(0);
    }
    // 130 m: three rolls, a post every 3 m, 4 corners and 2 ends, 2 at the gate and 1 on the straight.
    expect(
      Object.fromEntries(
        fencePieces('stock', { lines: [], length: 130, corners: 4, gates: 1, ends: 2 }, 'metric').map(
          ({ key, count }) => [key, count],
        ),
      ),
    ).toEqual({
      'fence.stock': 3,
      'fence.wire': 1,
      'fence.post': 44,
      'fence.strainer': 9,
      'fence.gate': 1,
    });
  });
});

describe('what is put on as well', () => {
  const mixed = sample({
    animals: ['rabbit'],
    rows: [
      row({
        species: [
          [1, 'Ilex aquifolium'],
          [1, 'Malus domestica'],
          [1, 'Corylus avellana'],
        ],
        stock: 'pot4',
        spacing: 2,
      }),
    ],
  });
  const wanting = (...keys: string[]) =>
    keys.reduce((on, key) => take(on, setMeasure('p1', 'protection', extraKey(key), 1, '')).holding, mixed);
  const kit = (holding: Holding) => {
    const [{ planting, layout }] = layHolding(holding) as [Laid];
    return new Map(guardKit(planting, layout, holding).map(({ key, wanted, why }) => [key, { wanted, why }]));
  };
  it('is bought for the plants that it is for, with when it comes off; nothing where it is not wanted', () => {
    expect([...kit(mixed).keys()].filter((key) => key in { wrap: 1, 'net.winter': 1, 'net.fruit': 1 })).toEqual([]);
    const all = kit(wanting('wrap', 'winterNet', 'fruitNet'));
    // 31 places: 11 hollies, 10 apples, 10 hazels.
    expect(all.get('net.winter')!.wanted).toBe(11);
    expect(all.get('wrap')!.wanted).toBeLessThanOrEqual(21);
    expect(all.get('wrap')!.wanted).toBeGreaterThanOrEqual(10);
    expect(all.get('net.fruit')!.wanted).toBe(10);
    for (const { off } of Object.values(extras)) expect(off).toMatch(/^off /);
    expect(all.get('net.winter')!.why).toContain('off when the snow is gone');
  });
  it('a temporary fence is there for the asking, and is never what fits by itself', () => {
    const chosen = take(mixed, setWay('p1', 'protection', { method: 'temporary' }, '')).holding;
    expect(kit(chosen).has('fence.electricNet')).toBe(true);
    const sheep = { ...mixed, animals: ['sheep', 'goat'] as Holding['animals'] };
    expect(kit(sheep).has('fence.electricNet')).toBe(false);
  });
});
