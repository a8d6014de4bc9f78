import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { smooth } from './curve.ts';
import { bearing, between, compassName, crossing, distance, nearestOnSegment, polar, type Point } from './point.ts';
import { area, distanceToArea, isInside, middle, nearestEdge, perimeter } from './polygon.ts';
import { chainageOf, crossesItself, distanceTo, pointAt, polyline } from './polyline.ts';

const coordinate = fc.double({ min: -500, max: 500, noNaN: true });
const point = fc.tuple(coordinate, coordinate);
const SQUARE: Point[] = [
  [0, 0],
  [10, 0],
  [10, 10],
  [0, 10],
];

describe('points', () => {
  it.each([
    [[0, 1], 0, 'north'],
    [[1, 0], 90, 'east'],
    [[0, -1], 180, 'south'],
    [[-1, 0], 270, 'west'],
    [[-1, 1], 315, 'north-west'],
  ] as const)('a step to %j bears %i degrees, to the %s', (to, degrees, name) => {
    expect(bearing([0, 0], to)).toBeCloseTo(degrees, 9);
    expect(compassName(degrees)).toBe(name);
  });

  it('names a bearing just short of north as north', () => {
    expect(compassName(359)).toBe('north');
    expect(compassName(-10)).toBe('north');
    expect(compassName(725)).toBe('north');
  });

  it('a leg by length and bearing comes back as that length and bearing', () => {
    fc.assert(
      fc.property(
        point,
        fc.double({ min: 0.1, max: 300, noNaN: true }),
        fc.double({ min: 0, max: 359.9, noNaN: true }),
        (from, length, degrees) => {
          const to = polar(from, length, degrees);
          expect(distance(from, to)).toBeCloseTo(length, 6);
          const turn = Math.abs(bearing(from, to) - degrees);
          expect(Math.min(turn, 360 - turn)).toBeLessThan(1e-3);
        },
      ),
    );
  });

  it('finds a crossing where both segments meet, none where they run parallel or stop short', () => {
    expect(crossing([0, 0], [10, 0], [4, -1], [4, 3])).toEqual({ t: 0.4, u: 0.25 });
    expect(crossing([0, 0], [10, 0], [0, 1], [10, 1])).toBeNull();
    expect(crossing([0, 0], [10, 0], [4, 1], [4, 3])).toBeNull();
  });

  it('the nearest point of a segment is no farther than any other of it', () => {
    fc.assert(
      fc.property(point, point, point, fc.double({ min: 0, max: 1, noNaN: true }), (p, a, b, t) => {
        expect(nearestOnSegment(p, a, b).distance).toBeLessThanOrEqual(distance(p, between(a, b, t)) + 1e-9);
      }),
    );
  });
});

describe('polylines', () => {
  const bent = polyline([
    [0, 0],
    [30, 0],
    [30, 20],
  ]);

  it('measures along its legs and drops doubled points', () => {
    expect(bent.length).toBe(50);
    expect(
      polyline([
        [0, 0],
        [0, 0],
        [30, 0],
        [30, 0.0005],
        [30, 20],
      ]).points,
    ).toHaveLength(3);
    expect(polyline(SQUARE, true).length).toBe(40);
  });

  it('runs on straight beyond its ends', () => {
    expect(pointAt(bent, -5)).toEqual([-5, 0]);
    expect(pointAt(bent, 55)).toEqual([30, 25]);
  });

  it('chainage undoes the point at a chainage, with its offset and side', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 27, noNaN: true }),
        fc.double({ min: -2, max: 2, noNaN: true }),
        (at, offset) => {
          const found = chainageOf(bent, [at, -offset]); // right of a line that runs east is south
          expect(found.chainage).toBeCloseTo(at, 6);
          expect(found.offset).toBeCloseTo(offset, 6);
        },
      ),
    );
  });

  it('distance agrees with a search along the line', () => {
    fc.assert(
      fc.property(point, (p) => {
        let least = Infinity;
        for (let at = 0; at <= 50; at += 0.05) least = Math.min(least, distance(p, pointAt(bent, at)));
        expect(Math.abs(distanceTo(bent, p) - least)).toBeLessThan(0.03);
      }),
      { numRuns: 40 },
    );
  });

  it('tells a line that crosses itself from one that only comes back to its start', () => {
    expect(
      crossesItself(
        [
          [0, 0],
          [10, 10],
          [10, 0],
          [0, 10],
        ],
        false,
      ),
    ).toBe(true);
    expect(
      crossesItself(
        [
          [0, 0],
          [10, 10],
          [10, 0],
          [0, 10],
        ],
        true,
      ),
    ).toBe(true);
    expect(crossesItself(SQUARE, true)).toBe(false);
    expect(
      crossesItself(
        [
          [0, 0],
          [10, 0],
          [20, 5],
        ],
        false,
      ),
    ).toBe(false);
  });
});

describe('polygons', () => {
  it('measures a square whichever way it is walked', () => {
    expect(area(SQUARE)).toBe(100);
    expect(area([...SQUARE].reverse())).toBe(100);
    expect(perimeter(SQUARE)).toBe(40);
    expect(middle(SQUARE)).toEqual([5, 5]);
  });

  it('tells inside from outside of a shape with a notch', () => {
    const notched: Point[] = [
      [0, 0],
      [10, 0],
      [10, 10],
      [5, 4],
      [0, 10],
    ];
    expect(isInside(notched, [5, 3])).toBe(true);
    expect(isInside(notched, [5, 6])).toBe(false);
    expect(isInside(notched, [11, 5])).toBe(false);
  });

  it('names the nearest edge, and is no distance from what lies inside', () => {
    expect(nearestEdge(SQUARE, [12, 5])).toEqual({ edge: 1, point: [10, 5], distance: 2 });
    expect(distanceToArea(SQUARE, [12, 5])).toBe(2);
    expect(distanceToArea(SQUARE, [9, 5])).toBe(0);
  });
});

describe(smooth, () => {
  it('leaves a straight leg straight and passes through every point', () => {
    expect(
      smooth([
        [0, 0],
        [10, 0],
      ]),
    ).toEqual([
      [0, 0],
      [10, 0],
    ]);
    const through: Point[] = [
      [0, 0],
      [20, 8],
      [45, 2],
      [60, 20],
    ];
    const line = polyline(smooth(through));
    for (const p of through) expect(distanceTo(line, p)).toBeLessThan(1e-9);
  });

  it('bends without corners: no two chords turn by more than a few degrees', () => {
    const curve = smooth([
      [0, 0],
      [20, 8],
      [45, 2],
      [60, 20],
    ]);
    for (let i = 1; i + 1 < curve.length; i++) {
      const turn = Math.abs(bearing(curve[i - 1]!, curve[i]!) - bearing(curve[i]!, curve[i + 1]!));
      expect(Math.min(turn, 360 - turn)).toBeLessThan(8);
    }
  });

  it('moves with its points', () => {
    const points: Point[] = [
      [0, 0],
      [20, 8],
      [45, 2],
    ];
    const moved = smooth(points.map(([x, y]) => [x + 100, y - 50]));
    smooth(points).forEach(([x, y], i) => expect(distance(moved[i]!, [x + 100, y - 50])).toBeLessThan(1e-9));
  });
});
