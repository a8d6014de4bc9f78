import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import { redo, take, undo, type Command } from './command.ts';
import { acceptFinding, addFeatures, removeFeature, setAnimals, setBoundary, setCorner, setFeature, setHolding, setPrice, setSetting } from './ground-commands.ts';
import { addGap, addRow, removeGap, removeRow, setBaseline, setGap, setPlanting, setRow, setRuns, swapPlant } from './planting-commands.ts';
import type { Holding } from './schema.ts';

const start = sample({
  boundary: [{ at: [-5, -20] }, { at: [80, -20] }, { at: [80, 20] }, { at: [-5, 20] }],
  features: [{ kind: 'fence', name: 'fence', points: [[0, 5], [40, 5]] }],
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
  metres.map((at) => swapPlant('p1', 'p1r1', at, 'ilex-aquifolium', 'holly')),
  metres.map((x) => setCorner('c1', { at: [-x, -20], pin: 'found' })),
  metres.map((height) => setFeature('f1', { height }, 'height')),
  metres.map((value) => setSetting('setback.boundary', value, 'setback')),
  metres.map((y) => setBaseline('p1', { kind: 'drawn', points: [[0, y], [50, 0]], curved: false, closed: false })),
  fc.integer({ min: 1, max: 9 }).map((count) => setRuns('p1', 'p1r1', [{ species: 'acer-campestre', count }])),
  fc.integer({ min: 0, max: 5 }).map((n) => addRow('p1', { ...first, id: `new${n}`, name: 'New' }, 1)),
  fc.constantFrom(
    removeRow('p1', 'p1r2'), removeGap('p1', 'p1g1'), removeFeature('f1', 'delete fence'), setBoundary(null), setAnimals(['vole']),
    setHolding({ name: 'Renamed', units: 'us' }), setPlanting('p1', { side: 'left' }, 'side'), acceptFinding('x', 'since'), acceptFinding('x', ''), setPrice('tie', 5, 'price'), addFeatures([{ ...fence, id: 'f9' }], 'fence drawn'),
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

  it.each([0, -1, 51, Number.NaN, Number.POSITIVE_INFINITY])('refuse a spacing of %d with a sentence and leave the plan untouched', (spacing) => {
    const before = structuredClone(start);
    expect(() => take(start, setRow('p1', 'p1r1', { spacing }))).toThrow(/^The spacing cannot be that: .+\.$/);
    expect(start).toEqual(before);
  });

  it('keep the rows beyond a deleted row where they are', () => {
    const three = take(start, addRow('p1', { ...first, id: 'third', name: 'Third', rowGap: 3 }, 2)).holding;
    expect(take(three, removeRow('p1', 'p1r2')).holding.plantings[0]!.rows[1]!.rowGap).toBe(5);
  });

  it('say what they did', () => {
    expect(take(start, addGap('p1', { id: 'g', kind: 'gate', at: 63, width: 4 })).step.label).toBe('gap at 63 m');
  });
});
