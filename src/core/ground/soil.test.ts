import { describe, expect, it } from 'vitest';
import { newFeature } from './features.ts';
import { COVERS } from '../holding/ground-schema.ts';
import type { FeatureOf } from '../holding/ground-schema.ts';
import { schoolName, waysToClear } from './ways-to-clear.ts';
import { holeWords, moistureOf, percolationOf, percolationWords, soilAt, soilZones } from './soil.ts';

const test = (fall: number, minutes: number) =>
  newFeature('percolation', 't', [[5, 5]], { fall, minutes }) as FeatureOf<'percolation'>;
const square = [
  [0, 0],
  [10, 0],
  [10, 10],
  [0, 10],
] as const;

describe(percolationOf, () => {
  it('an inch in 30 minutes drains moderately, in both unit systems', () => {
    const inch = test(0.0254, 30);
    expect(percolationOf(inch)).toEqual({ millimetresHour: expect.closeTo(50.8, 9), drainage: 'moderate' });
    expect(percolationWords(inch, 'metric')).toBe('51 mm an hour: drainage moderate.');
    expect(percolationWords(inch, 'us')).toBe('2.0 in an hour: drainage moderate.');
  });
  it.each([
    [0.001, 60, 'waterlogged'],
    [0.0249, 60, 'slow'],
    [0.025, 60, 'moderate'],
    [0.1499, 60, 'moderate'],
    [0.15, 60, 'free'],
  ] as const)('%d m in %d minutes is %s', (fall, minutes, drainage) => {
    expect(percolationOf({ fall, minutes }).drainage).toBe(drainage);
  });
});

describe(soilZones, () => {
  it('a test in a zone says how it drains, the last drawn zone counts where two overlap', () => {
    const clay = newFeature('soilZone', 'a', square, { texture: 'clay', drainage: 'free' });
    const sand = newFeature(
      'soilZone',
      'b',
      [
        [5, 0],
        [20, 0],
        [20, 10],
        [5, 10],
      ],
      { texture: 'sand' },
    );
    const zones = soilZones([clay, sand, newFeature('percolation', 't', [[2, 2]], { fall: 0.002, minutes: 60 })]);
    expect(zones.map(({ drainage, measured }) => [drainage, measured])).toEqual([
      ['waterlogged', true],
      ['moderate', false],
    ]);
    expect(soilAt(zones, [7, 5])!.zone.id).toBe('b');
    expect(soilAt(zones, [50, 5])).toBeNull();
    const dry = { rain: null, drySummer: false };
    expect(moistureOf('waterlogged', dry)).toBe('wet');
    // Free ground dries out, but not where it rains all summer.
    expect([
      moistureOf('free', dry),
      moistureOf('free', { rain: 1000, drySummer: false }),
      moistureOf('free', { rain: 999, drySummer: false }),
      moistureOf('free', { rain: 1500, drySummer: true }),
      moistureOf('slow', { rain: 1500, drySummer: false }),
    ]).toEqual(['dry', 'moist', 'dry', 'dry', 'damp']);
  });
  it('a hole test is put into words', () => {
    const hole = newFeature('holeTest', 'h', [[0, 0]], {
      depth: 0.6,
      water: 0.3,
      pan: 0.35,
      texture: 'clay',
    }) as FeatureOf<'holeTest'>;
    expect(holeWords(hole, 'metric')).toBe(
      'Water stands at 0.30 m: only what bears wet feet, or plant proud; a pan or rock at 0.35 m: break it or plant shallow-rooted kinds; score the sides of each hole, which a spade leaves slick.',
    );
  });
});

describe(waysToClear, () => {
  it('every cover has a way, with why, when it wins and what to mind; treating always defers to the label or a look for nests', () => {
    for (const cover of COVERS)
      for (const { way, seasons, why, wins, caution } of waysToClear(cover)) {
        expect(schoolName(way).length).toBeGreaterThan(3);
        expect(seasons).toBeLessThanOrEqual(3);
        for (const sentence of [why, wins, caution]) expect(sentence, `${cover} ${way}`).toMatch(/^[A-Z].*\.$/);
      }
    expect(waysToClear('bramble').find(({ way }) => way === 'cutAndTreat')!.caution).toMatch(/nesting.*label/);
  });
});
