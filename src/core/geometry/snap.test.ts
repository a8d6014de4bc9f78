import { describe, expect, it } from 'vitest';
import { snap } from './snap.ts';

const wall = [
  [0, 0],
  [20, 0],
] as const;

describe(snap, () => {
  it('takes a corner before a line, and a line before an angle', () => {
    expect(snap([0.3, 0.2], { reach: 0.5, drawn: [], lines: [wall] })).toEqual({ point: [0, 0], on: 'corner' });
    expect(snap([7, 0.3], { reach: 0.5, drawn: [], lines: [wall] })).toEqual({ point: [7, 0], on: 'line' });
  });

  it('squares a leg to the one before when it is nearly square, and leaves it when it is not', () => {
    const drawn = [
      [0, 10],
      [10, 10],
    ] as const;
    const square = snap([10.2, 20], { reach: 0.2, drawn, lines: [] });
    expect(square.on).toBe('square');
    expect(square.point[0]).toBeCloseTo(10, 9);
    expect(snap([15, 20], { reach: 0.2, drawn, lines: [] })).toEqual({ point: [15, 20], on: null });
  });

  it('runs the first leg parallel to what stands near', () => {
    const { point, on } = snap([18, 5.3], { reach: 0.2, drawn: [[2, 5]], lines: [wall] });
    expect(on).toBe('parallel');
    expect(point[1]).toBeCloseTo(5, 9);
  });
});
