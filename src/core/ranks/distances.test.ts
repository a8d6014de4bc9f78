import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { row, sample, standOf } from '../../../checks/sample.ts';
import { nearestOnSegment, type Point } from '../geometry/point.ts';
import { isInside } from '../geometry/polygon.ts';
import { distanceTo, polyline } from '../geometry/polyline.ts';
import { distancesFrom, ringOf, standingIn } from './distances.ts';
import { rowWords, sayPlants, sayStand } from './say-plants.ts';

const stand = standOf(
  sample({
    length: 90,
    rows: [row(), row({ rowGap: 3, spacing: 2.3 })],
    planting: {
      baseline: {
        points: [
          [0, 0],
          [40, 12],
          [90, 0],
        ],
        curved: true,
      },
    },
  }),
);
const somewhere = fc
  .tuple(fc.integer({ min: -2000, max: 11_000 }), fc.integer({ min: -3000, max: 3000 }))
  .map(([x, y]): Point => [x / 100, y / 100]);

describe('the fast way agrees with the plain one', () => {
  it('in distance to a line', () => {
    fc.assert(
      fc.property(fc.array(somewhere, { minLength: 2, maxLength: 6 }), (points) => {
        const plain = polyline(points);
        fc.pre(plain.points.length === points.length);
        const { distance } = distancesFrom(stand, points);
        for (let i = 0; i < stand.count; i += 5)
          expect(distance[i]).toBeCloseTo(distanceTo(plain, [stand.x[i]!, stand.y[i]!]), 9);
      }),
      { numRuns: 50 },
    );
  });

  it('in distance to a line of thousands of points, closed or not', () => {
    for (const closed of [false, true]) {
      const winding = Array.from({ length: 3000 }, (_, i): Point => [
        45 + (60 + 9 * Math.sin(i / 7)) * Math.cos(i / 500),
        (40 + 9 * Math.sin(i / 7)) * Math.sin(i / 500),
      ]);
      const { distance, segment } = distancesFrom(stand, winding, closed);
      const plain = polyline(winding, closed);
      for (let i = 0; i < stand.count; i += 9) {
        const p: Point = [stand.x[i]!, stand.y[i]!];
        expect(distance[i]).toBeCloseTo(distanceTo(plain, p), 9);
        expect(
          nearestOnSegment(p, winding[segment[i]!]!, winding[(segment[i]! + 1) % winding.length]!).distance,
        ).toBeCloseTo(distance[i]!, 9);
      }
    }
  });
  it('in what lies inside', () => {
    fc.assert(
      fc.property(fc.array(somewhere, { minLength: 3, maxLength: 7 }), (polygon) => {
        const inside = standingIn(stand, polygon);
        for (let i = 0; i < stand.count; i += 3)
          expect(inside[i] === 1).toBe(isInside(polygon, [stand.x[i]!, stand.y[i]!]));
      }),
      { numRuns: 50 },
    );
  });

  it('in which side of a closed ring is nearest', () => {
    const ring: Point[] = [
      [-10, -40],
      [100, -40],
      [100, 40],
      [-10, 40],
    ];
    const { segment, distance } = distancesFrom(stand, ring, true);
    expect(segment[0]).toBe(3);
    expect(distance[0]).toBeCloseTo(10, 6);
  });

  it('works a boundary’s ring out once', () => {
    const boundary: { at: Point }[] = [{ at: [0, 0] }, { at: [1, 0] }, { at: [1, 1] }];
    expect(ringOf(boundary)).toBe(ringOf(boundary));
    expect(ringOf([...boundary])).not.toBe(ringOf(boundary));
  });
});

describe(rowWords, () => {
  it('is the number of a row as it is walked; in guilds the guild and its row, as the strings show them', () => {
    const rows = [row({ spacing: 1, rowGap: 1 }), row({ spacing: 1, rowGap: 2 })];
    expect([0, 1].map((r) => rowWords(standOf(sample({ rows })), r))).toEqual(['row 1', 'row 2']);
    const baseline = {
      anchors: [
        [0, 0],
        [20, 0],
        [40, 0],
      ] as [number, number][],
    };
    const guilds = standOf(sample({ rows, planting: { baseline } }));
    expect(guilds.rows.map((_, r) => rowWords(guilds, r))).toEqual(
      [1, 2, 3].flatMap((guild) => [1, 2].map((n) => `guild ${guild}, row ${n}`)),
    );
    expect(sayPlants(guilds, [guilds.rows[5]!.from])).toBe('Guild 3, row 2, plant 1');
  });
});

describe(sayPlants, () => {
  it('says runs as runs, rows in turn, and counts what is too much to list', () => {
    expect(sayPlants(stand, [30, 31, 32])).toBe('Row 1, plants 31 to 33');
    expect(sayStand(stand, [4])).toBe('Row 1, plant 5 stands');
    const second = stand.rows[1]!.from;
    expect(sayPlants(stand, [0, 2, 3, second + 6])).toBe('Row 1, plants 1 and 3 to 4; row 2, plant 7');
    expect(sayPlants(stand, [0, 2, 4, 6, 8, 9, 10])).toBe('Row 1, plants 1, 3, 5 and 4 more');
  });
});
