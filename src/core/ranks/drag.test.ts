import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { row, sample, standOf } from '../../../checks/sample.ts';
import { draggedCut, draggedGap, draggedSpacing } from './drag.ts';

describe(draggedSpacing, () => {
  it('brings the plant that is held to where it is dropped, to the width of the rounding', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 20 }),
        fc.double({ min: 4, max: 58, noNaN: true }),
        fc.boolean(),
        fc.constantFrom(0, 2),
        fc.constantFrom(null, 0.5, 1, 3),
        (place, to, staggered, inset, against) => {
          const spacing = draggedSpacing({ inset, staggered, against }, place, to, 'metric');
          fc.pre(spacing !== null && spacing > 0.1 && spacing < 50);
          const before = against === null ? [] : [row({ spacing: against })];
          const stand = standOf(sample({ rows: [...before, row({ spacing: spacing!, staggered, inset, rowGap: 2 })] }));
          const { from, to: end } = stand.rows.at(-1)!;
          fc.pre(place < end - from);
          // A centimetre of rounding in the spacing adds up over the places before the one held.
          expect(Math.abs(stand.chainage[from + place]! - to)).toBeLessThanOrEqual(0.005 * (place + 0.5) + 1e-6);
        },
      ),
    );
  });
  it('leaves the first plant of a row to its inset, and moves the first of a staggered one', () => {
    expect(draggedSpacing({ inset: 0, staggered: false, against: null }, 0, 3, 'metric')).toBeNull();
    expect(draggedSpacing({ inset: 0, staggered: true, against: null }, 0, 1.5, 'metric')).toBe(3);
  });
  it('keeps within what a row may be', () => {
    expect(draggedSpacing({ inset: 0, staggered: false, against: null }, 3, -8, 'metric')).toBe(0.1);
    expect(draggedSpacing({ inset: 0, staggered: false, against: null }, 1, 900, 'metric')).toBe(50);
  });
});

describe(draggedGap, () => {
  it('steps by 5 cm and never below the row before', () => {
    expect(draggedGap(2, 0.37, 'metric')).toBe(2.35);
    expect(draggedGap(2, -5, 'metric')).toBe(0);
  });
});

describe(draggedCut, () => {
  const gap = { at: 63, width: 4 };
  it('moves by its middle, on the line only', () => {
    expect(draggedCut(gap, 'middle', 70.04, 148, 'metric')).toEqual({ at: 70, width: 4 });
    expect(draggedCut(gap, 'middle', 200, 148, 'metric').at).toBe(148);
  });
  it('moves one edge and leaves the other where it was', () => {
    const wider = draggedCut(gap, 'end', 68, 148, 'metric');
    expect(wider.at - wider.width / 2).toBeCloseTo(61, 6);
    expect(wider.at + wider.width / 2).toBeCloseTo(68, 6);
    const other = draggedCut(gap, 'start', 58, 148, 'metric');
    expect(other.at + other.width / 2).toBeCloseTo(65, 6);
  });
  it('never turns inside out', () =>
    expect(draggedCut(gap, 'end', 40, 148, 'metric').width).toBeGreaterThanOrEqual(0.5));
});
