import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import { redo, take, undo, type Command } from './command.ts';
import {
  acceptFinding,
  addFeatures,
  removeAim,
  removeCorner,
  removeFeature,
  removePicture,
  removeRule,
  setAim,
  setAnimals,
  setBoundary,
  setClimate,
  setCorner,
  setFeature,
  setCurrency,
  setHolding,
  setPicture,
  setPrice,
  setRule,
  setSetting,
  setTerrain,
  setThriving,
} from './ground-commands.ts';
import {
  addGap,
  addRow,
  removeGap,
  removeRow,
  setBaseline,
  setGap,
  setPlanting,
  setRow,
  setRuns,
  swapPlant,
} from './planting-commands.ts';
import type { Holding } from './schema.ts';

const start = sample({
  boundary: [{ at: [-5, -20] }, { at: [80, -20] }, { at: [80, 20] }, { at: [-5, 20] }],
  features: [
    {
      kind: 'fence',
      name: 'fence',
      points: [
        [0, 5],
        [40, 5],
      ],
    },
  ],
  rows: [row(), row({ rowGap: 2 })],
  planting: { gaps: [{ at: 30, width: 4 }] },
});
const fence = start.features[0]!;
const first = start.plantings[0]!.rows[0]!;
const metres = fc.double({ min: 0.2, max: 40, noNaN: true });

/** Every kind of command, with numbers of its own. */
const anyCommand: fc.Arbitrary<Command> = fc.oneof(
  metres.map((spacing) => setRow('p1', 'p1r1', { spacing })),
  metres.map((rowGap) => setRow('p1', 'p1r2', { rowGap })),
  metres.map((at) => addGap('p1', { id: `g${at}`, kind: 'gap', at, width: 2 })),
  metres.map((at) => setGap('p1', 'p1g1', { at })),
  metres.map((at) => swapPlant('p1', 'p1r1', { at, copy: 0 }, 'ilex-aquifolium', 'holly')),
  metres.map((x) => setCorner('c1', { at: [-x, -20], pin: 'found' })),
  metres.map((height) => setFeature('f1', { height }, 'height')),
  metres.map((y) =>
    setFeature(
      'f1',
      {
        line: [
          [0, y],
          [40, y],
        ],
        solid: true,
      },
      'moved',
    ),
  ),
  metres.map((metres) => setRule({ id: 'r', kind: 'setback', said: 'x', along: 'boundary', metres })),
  metres.map((hours) => setAim({ id: 'a', kind: 'care', hours })),
  metres.map((east) => setCorner('c2', { other: { at: [east, 1], restsOn: 'map' } })),
  metres.map((cell) =>
    setTerrain({
      west: 0,
      south: 0,
      cell,
      columns: 2,
      rows: 2,
      heights: [1, null, 3, cell],
      source: 'x',
      simulated: false,
    }),
  ),
  metres.map((opacity) =>
    setPicture({
      id: 'p',
      name: 'aerial',
      file: 'a'.repeat(64),
      type: 'image/png',
      width: 9,
      height: 9,
      points: [],
      matrix: [1, 0, 0, 0, -1, 0],
      opacity: opacity / 40,
    }),
  ),
  metres.map((value) => setSetting('setback.boundary', value, 'setback')),
  metres.map((y) =>
    setBaseline('p1', {
      kind: 'drawn',
      points: [
        [0, y],
        [50, 0],
      ],
      curved: false,
      closed: false,
    }),
  ),
  fc.integer({ min: 1, max: 9 }).map((count) => setRuns('p1', 'p1r1', [{ species: 'acer-campestre', count }])),
  fc.integer({ min: 0, max: 5 }).map((n) => addRow('p1', { ...first, id: `new${n}`, name: 'New' }, 1)),
  fc.constantFrom(
    removeRule('r'),
    removeAim('a'),
    removePicture('p'),
    setTerrain(null),
    setClimate(null),
    setThriving(['hazel']),
    removeCorner('c3'),
    addFeatures(
      [
        {
          id: 's1',
          name: '',
          kind: 'buriedService',
          line: [
            [0, 0],
            [9, 0],
          ],
          state: 'live',
          depth: null,
          owner: 'utility',
        },
      ],
      'pipe',
    ),
    removeRow('p1', 'p1r2'),
    removeGap('p1', 'p1g1'),
    removeFeature('f1', 'delete fence'),
    setBoundary(null),
    setAnimals(['vole']),
    setHolding({ name: 'Renamed', units: 'us' }),
    setCurrency('GBP', 0.85),
    setPlanting('p1', { side: 'left' }, 'side'),
    acceptFinding('x', 'since'),
    acceptFinding('x', ''),
    setPrice('tie', 5, 'price'),
    addFeatures([{ ...fence, id: 'f9' }], 'fence drawn'),
  ),
);

describe('commands', () => {
  it('undo of any sequence restores the exact holding, redo brings it all back', () => {
    fc.assert(
      fc.property(fc.array(anyCommand, { maxLength: 25 }), (commands) => {
        let holding: Holding = start;
        const steps = commands.flatMap((command) => {
          try {
            const done = take(holding, command);
            holding = done.holding;
            return [done.step];
          } catch (refused) {
            expect((refused as Error).name).toBe('Refused'); // what it names was deleted before
            return [];
          }
        });
        const end = holding;
        const undone = steps.reduceRight(undo, end);
        expect(undone).toEqual(start);
        expect(steps.reduce(redo, undone)).toEqual(end);
      }),
      { seed: 3, numRuns: 150 },
    );
  });

  it.each([0, -1, 51, Number.NaN, Number.POSITIVE_INFINITY])(
    'refuse a spacing of %d with a sentence and leave the plan untouched',
    (spacing) => {
      const before = structuredClone(start);
      expect(() => take(start, setRow('p1', 'p1r1', { spacing }))).toThrow(
        /^The spacing (can be at most 50\.00 m; this is 51\.00 m|must be at least 0\.10 m; this is -?\d\.00 m|cannot be that: type a number)\.$/,
      );
      expect(start).toEqual(before);
    },
  );

  it('a feature of tens of thousands of points is checked like a small one, and its shape is not copied', () => {
    const traced = Array.from({ length: 20_000 }, (_, i): [number, number] => [i / 100, Math.sin(i / 50)]);
    const changed = take(start, setFeature('f1', { line: traced }, 'traced')).holding.features[0]!;
    expect('line' in changed && changed.line).toBe(traced);
    expect(
      take(take(start, setFeature('f1', { line: traced }, 'traced')).holding, setFeature('f1', { height: 3 }, 'height'))
        .holding.features[0],
    ).toMatchObject({ height: 3, name: 'fence' });
    for (const wrong of [[Number.NaN, 0], [0, 60_000], [1, 2, 3], 'x'])
      expect(
        () => take(start, setFeature('f1', { line: [...traced.slice(0, 500), wrong] }, 'traced')),
        String(wrong),
      ).toThrow(/^Number 501 of the points of a line cannot be that/);
    expect(() => take(start, setFeature('f1', { line: traced, height: -1 }, 'traced'))).toThrow(
      /^The height must be at least 0\.00 m; this is -1\.00 m/,
    );
  });

  it('keep the rows beyond a deleted row where they are', () => {
    const three = take(start, addRow('p1', { ...first, id: 'third', name: 'Third', rowGap: 3 }, 2)).holding;
    expect(take(three, removeRow('p1', 'p1r2')).holding.plantings[0]!.rows[1]!.rowGap).toBe(5);
  });

  it('say what they did', () => {
    expect(take(start, addGap('p1', { id: 'g', kind: 'gate', at: 63, width: 4 })).step.label).toBe('gate left free');
  });
});
