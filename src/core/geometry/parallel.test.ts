import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { smooth } from './curve.ts';
import { parallel } from './parallel.ts';
import { distance, polar, type Point } from './point.ts';
import { crossesItself, distanceTo, pointAt, polyline } from './polyline.ts';

/** A line of bends: each leg 8 to 60 m, turning at most 80 degrees. */
const bendyLine = fc
  .array(
    fc.record({
      length: fc.double({ min: 8, max: 60, noNaN: true }),
      turn: fc.double({ min: -80, max: 80, noNaN: true }),
    }),
    { minLength: 1, maxLength: 6 },
  )
  .map((legs) => {
    let bearing = 90;
    let at: Point = [0, 0];
    return [at, ...legs.map(({ length, turn }) => (at = polar(at, length, (bearing += turn))))];
  });

describe(parallel, () => {
  it('runs a 90 degree corner round its outside and cuts it on the inside', () => {
    const line = polyline([
      [0, 0],
      [30, 0],
      [30, 20],
    ]); // turns left, so the right is outside
    expect(parallel(line, 1)!.length).toBeCloseTo(50 + Math.PI / 2, 2);
    expect(parallel(line, -1)!.length).toBeCloseTo(48, 6);
  });

  it('keeps a closed square closed on both sides', () => {
    const square = polyline(
      [
        [0, 0],
        [0, 10],
        [10, 10],
        [10, 0],
      ],
      true,
    ); // clockwise: the right is inside
    expect(parallel(square, 1, true)!.length).toBeCloseTo(32, 6);
    expect(parallel(square, -1, true)!.length).toBeCloseTo(40 + 2 * Math.PI, 1);
  });

  it('begins where it holds its distance when a bend swallows the whole first leg, or the last', () => {
    const short: Point[] = [
      [0, 0],
      [4, 0],
      [31, 14],
    ];
    for (const [points, offset] of [
      [short, -16],
      [[...short].reverse(), 16],
    ] as const) {
      const line = polyline(points);
      const row = parallel(line, offset)!;
      for (let at = 0; at <= row.length; at += 0.25) expect(distanceTo(line, pointAt(row, at))).toBeCloseTo(16, 2);
    }
    expect(parallel(polyline(short), -16)!.length).toBeCloseTo(parallel(polyline([...short].reverse()), 16)!.length, 6);
  });

  it('gives nothing inside a ring too small for it', () => {
    expect(
      parallel(
        polyline(
          [
            [0, 0],
            [0, 4],
            [4, 4],
            [4, 0],
          ],
          true,
        ),
        3,
        true,
      ),
    ).toBeNull();
  });

  it.each([1, 7, 23])('lies just its offset from any line, straight or curved (seed %i)', (seed) => {
    fc.assert(
      fc.property(bendyLine, fc.double({ min: -9, max: 9, noNaN: true }), fc.boolean(), (points, offset, curved) => {
        fc.pre(Math.abs(offset) > 0.1 && !crossesItself(points, false));
        const base = polyline(curved ? smooth(points) : points);
        const row = parallel(base, offset);
        fc.pre(row !== null);
        for (let k = 0; k <= 200; k++) {
          const off = Math.abs(distanceTo(base, pointAt(row!, (row!.length * k) / 200)) - Math.abs(offset));
          expect(off).toBeLessThan(0.01);
        }
      }),
      { seed, numRuns: 40 },
    );
  });

  it('does not bunch plants inside a bend: steps of 1 m along the row stay near 1 m apart', () => {
    const bend = polyline(
      smooth([
        [0, 0],
        [20, 4],
        [32, 20],
        [34, 40],
      ]),
    );
    const row = parallel(bend, -6)!; // the inside
    for (let at = 0; at + 1 < row.length; at++)
      expect(distance(pointAt(row, at), pointAt(row, at + 1))).toBeGreaterThan(0.9);
  });
});
