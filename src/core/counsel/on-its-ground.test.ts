import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { holdingFromPlan } from '../files/plan-json.ts';
import { judge } from '../findings/judge.ts';
import { newFeature } from '../ground/features.ts';
import type { FeatureKind } from '../holding/ground-schema.ts';
import { newHolding } from '../holding/new-holding.ts';
import type { Holding, Planting, Purpose } from '../holding/schema.ts';
import { drawnBaseline, drawnBlock } from '../ranks/baseline.ts';
import { layHolding } from '../ranks/laid.ts';
import { newPlanting, rowsLaid } from '../ranks/patterns.ts';
import { appBook } from '../species/book.ts';
import { bears } from '../species/catalogue.ts';
import { changedByGround, plantingOnItsGround, spotsOnItsGround } from './on-its-ground.ts';

const ROUND: readonly (readonly [number, number])[] = [
  [-20, -40],
  [100, -40],
  [100, 40],
  [-20, 40],
];
/** The sides of it that rows of 60 m along the x axis lie in. */
const ground = (kind: FeatureKind, of: Readonly<Record<string, unknown>>) =>
  newFeature(
    kind,
    'g',
    ROUND.map(([x, y]) => [x, y]),
    of,
  );
const soil = (of: Readonly<Record<string, unknown>>) => ground('soilZone', { name: 'field', ...of });
const wire = (height: number) =>
  newFeature(
    'overheadLine',
    'g',
    [
      [-20, -1],
      [100, -1],
    ],
    { height, clearance: 2 },
  );

const PLACES = [
  ['OHI', 40.3, -82.8],
  ['SDA', 44, -99.5],
  ['GRB', 52, -1.5],
  ['GRC', 38.6, 22.5],
  ['VIC', -37.3, 145],
  ['NZS', -43.7, 171.6],
] as const;
const empty = (latitude: number, longitude: number, features: Holding['features']): Holding => ({
  ...newHolding({ id: 'h', name: 'Bare', latitude, longitude, units: 'metric', currency: 'EUR' }),
  features,
});
const asked = (holding: Holding, purpose: Purpose) => {
  let n = 0;
  const baseline = drawnBaseline([
    [0, 0],
    [60, 0],
  ]);
  return { name: 'x', purpose, baseline, side: 'right', holding, newId: () => `id${n++}` } as const;
};
const laidAt = (holding: Holding, purpose: Purpose) => {
  const planting = plantingOnItsGround(asked(holding, purpose));
  const all = layHolding({ ...holding, plantings: [planting] });
  return { planting, all, holding: { ...holding, plantings: [planting] }, kinds: all[0]!.layout.stand.kinds };
};
const britain = (...features: Holding['features']) => empty(52, -1.5, features);

describe('a planting on its ground', () => {
  it.each([
    ['ground that stands wet', ground('wetGround', { name: 'hollow', stands: 'winter' }), 'wet-ground'],
    ['waterlogged soil', soil({ drainage: 'waterlogged' }), 'soil-drainage'],
    ['soil that dries out', soil({ drainage: 'free' }), 'soil-drainage'],
    ['limy soil', soil({ ph: 7.9 }), 'soil-ph'],
    ['sour soil', soil({ ph: 5 }), 'soil-ph'],
    ['soil over rock', soil({ depth: 0.3 }), 'soil-depth'],
    ['a wire overhead', wire(9), 'overhead-line'],
  ] as const)('in six regions a hedge, a windbreak and a stream strip bear %s', (_, feature, rule) => {
    let gaveWay = 0;
    for (const [code, latitude, longitude] of PLACES)
      for (const purpose of ['hedge', 'windbreak', 'stream'] as const) {
        const bare = empty(latitude, longitude, [feature]);
        const { planting, holding, all } = laidAt(bare, purpose);
        const open = newPlanting(asked(bare, purpose));
        const broken = (laid: typeof planting) => {
          const there = { ...holding, plantings: [laid] };
          const stood = layHolding(there);
          return judge(there, stood[0]!, stood).filter(({ rule: of }) => of === rule);
        };
        const [before, after] = [broken(open), broken(planting)];
        // Faults are never laid; what only wants care no oftener than on ground that nobody asked.
        expect(
          after.filter(({ severity }) => severity === 'fault').map(({ what }) => what),
          `${purpose} in ${code}`,
        ).toEqual([]);
        expect(after.length, `${purpose} in ${code}`).toBeLessThanOrEqual(before.length);
        if (after.length < before.length) gaveWay++;
        expect(all[0]!.layout.stand.count).toBeGreaterThan(20);
      }
    expect(gaveWay).toBeGreaterThan(0);
  });

  it('on ground of which nothing is known it is what the pattern shows, and nothing is said', () => {
    const bare = britain();
    const open = newPlanting(asked(bare, 'windbreak'));
    const laid = plantingOnItsGround(asked(bare, 'windbreak'));
    expect(laid).toEqual(open);
    expect(changedByGround(open, laid, appBook)).toBeNull();
  });

  it('says which kinds gave way to which, and only the rows that meet the ground change', () => {
    const wet = ground('wetGround', { name: 'hollow', stands: 'winter' });
    const bare = britain(wet);
    const open = newPlanting(asked(bare, 'hedge'));
    const { planting, kinds } = laidAt(bare, 'hedge');
    expect(kinds.every((species) => bears(species, 'wet'))).toBe(true);
    expect(changedByGround(open, planting, appBook)).toMatch(
      /^Laid for the ground where it lies: .+ instead of .*common hawthorn.*\.$/,
    );
    expect(changedByGround(open, { ...open, rows: [] }, appBook)).toMatch(/would not stand: left out\.$/);
    // The wet strip lies under the first row alone.
    const strip = newFeature(
      'wetGround',
      'g',
      [
        [-20, -1],
        [100, -1],
        [100, 1],
        [-20, 1],
      ],
      { stands: 'winter' },
    );
    const [first, second] = laidAt(britain(strip), 'windbreak').planting.rows;
    const [, dry] = newPlanting(asked(bare, 'windbreak')).rows;
    expect(first!.runs.every(({ species }) => bears(appBook.of(species), 'wet'))).toBe(true);
    expect(second!.runs).toEqual(dry!.runs);
  });

  it('a wood over the demo’s ground holds what it holds on open ground, for all its wet hollow, wire and sight triangle', () => {
    const demo = holdingFromPlan(
      JSON.parse(readFileSync(new URL('../../../demo/tern-hollow.plan.json', import.meta.url), 'utf8')),
      'demo',
    );
    const wood = { ...asked(demo, 'conservation'), baseline: drawnBlock(demo.boundary!.map(({ at }) => at)) };
    const count = (planting: Planting) => layHolding({ ...demo, plantings: [planting] })[0]!.layout.stand.count;
    expect(count(plantingOnItsGround(wood))).toBe(count(newPlanting(wood)));
    expect(count(newPlanting(wood))).toBeGreaterThan(3000);
  });

  it('what meets a corner of a row does not decide the row: a wet end, a wire across it', () => {
    // 301 plants of a hedge from 0 to 60 m: 150 in the wet, then 151.
    const wetTo = (x: number) =>
      newFeature(
        'wetGround',
        'g',
        [
          [-20, -9],
          [x, -9],
          [x, 9],
          [-20, 9],
        ],
        { name: 'hollow', stands: 'winter' },
      );
    const kindsTo = (x: number) => laidAt(britain(wetTo(x)), 'hedge').planting.rows[0]!.runs;
    const open = newPlanting(asked(britain(), 'hedge')).rows[0]!.runs;
    expect(kindsTo(29.9)).toEqual(open);
    expect(kindsTo(30.1).every(({ species }) => bears(appBook.of(species), 'wet'))).toBe(true);
    const across = newFeature(
      'overheadLine',
      'g',
      [
        [55, -90],
        [55, 90],
      ],
      { height: 7, clearance: 2 },
    );
    const belt = laidAt(britain(across), 'windbreak');
    expect(belt.planting.rows).toEqual(newPlanting(asked(britain(), 'windbreak')).rows);
    // There it is told, and mended there.
    const told = judge(belt.holding, belt.all[0]!, belt.all).find(({ rule }) => rule === 'overhead-line');
    expect(told!.remedies.length).toBeGreaterThan(0);
    const spot = spotsOnItsGround(asked(britain(across, wetTo(10), wire(9)), 'windbreak'))['Tall']!;
    expect([spot.wet, spot.ceilings.map(({ aside }) => aside)]).toEqual([null, [1.5]]);
  });

  it('shade takes what bears it', () => {
    const house = newFeature(
      'building',
      'g',
      [
        [-30, 2],
        [90, 2],
        [90, 30],
        [-30, 30],
      ],
      { eaves: 20, ridge: 24 },
    );
    const south = newFeature(
      'building',
      'g2',
      [
        [-30, -40],
        [90, -40],
        [90, -8],
        [-30, -8],
      ],
      { eaves: 20, ridge: 24 },
    );
    const { planting } = laidAt(britain(house, south), 'blank');
    expect(appBook.of(planting.rows[0]!.runs[0]!.species).light[0]).not.toBe('full');
  });

  it('what was picked stands, though the ground is against it; a wish that the ground leaves empty says why', () => {
    const wet = ground('wetGround', { name: 'hollow', stands: 'winter' });
    const bare = britain(wet);
    const picks = { 'Hedge/1': 'prunus-spinosa' };
    expect(plantingOnItsGround({ ...asked(bare, 'hedge'), picks }).rows[0]!.runs[0]!.species).toBe('prunus-spinosa');
    const spots = spotsOnItsGround(asked(bare, 'glade'));
    const rows = rowsLaid({ purpose: 'glade', holding: bare, spots });
    const empties = rows.flatMap(({ filled }) => filled).filter(({ species }) => !species);
    expect(empties.length).toBeGreaterThan(0);
    expect(empties[0]!.relax).toMatch(/^lay the line elsewhere, for .+ drowns in hollow: bears /);
  });
});
