import { describe, expect, it } from 'vitest';
import { distance } from '../geometry/point.ts';
import { closed, readLegs, traverse } from './traverse.ts';

describe(readLegs, () => {
  it('reads quadrants, azimuths and lengths first, in the deed’s own units', () => {
    const legs = readLegs("N 45°30'00\" E 120.5\n1. S 10-15 W 40 m\n264.3 118\n80 ft at 90\nS 5° 40' E 12", 'metric');
    expect(legs.map(({ bearing }) => bearing)).toEqual(
      [45.5, 190.25, 264.3, 90, 180 - 5 - 40 / 60].map((value) => expect.closeTo(value, 9)),
    );
    expect(legs.map(({ length }) => length)).toEqual(
      [120.5, 40, 118, 24.384, 12].map((value) => expect.closeTo(value, 9)),
    );
    expect(readLegs('N 0 E 100', 'us')[0]!.length).toBeCloseTo(30.48, 9);
  });
  it.each(['N 95 E 10', 'over the hill', '45.5 0', 'N 45 X 10', '400 12'])('says which line %j is none', (line) => {
    expect(() => readLegs(`N 10 E 10\n${line}`, 'metric')).toThrow(/^Line 2, '.*', is not a leg\. Write a bearing/);
  });
});

describe(traverse, () => {
  it('says by how much, in what ratio and where it does not close: 0.4 m in 400 is 1:1000', () => {
    // A square of 100 m whose last leg is 40 cm long, walked on north.
    const way = traverse(
      [5, 7],
      [
        { bearing: 90, length: 100 },
        { bearing: 180, length: 99.8 },
        { bearing: 270, length: 100 },
        { bearing: 0, length: 100.2 },
      ],
    );
    expect(way.length).toBeCloseTo(400, 9);
    expect(way.miss).toBeCloseTo(0.4, 9);
    expect(way.ratio).toBeCloseTo(1000, 4);
    expect(way.missBearing % 360).toBeCloseTo(0, 6);
    expect(way.points).toHaveLength(4);
  });
  it('closes to nothing when the deed is right, and needs three legs', () => {
    expect(
      traverse(
        [0, 0],
        [0, 120, 240].map((bearing) => ({ bearing, length: 50 })),
      ).ratio,
    ).toBeNull();
    expect(() => traverse([0, 0], [{ bearing: 0, length: 5 }])).toThrow(/at least three legs; there are 1/);
  });
  it('moves each corner back against the miss by its share of the way', () => {
    const legs = [
      { bearing: 90, length: 100 },
      { bearing: 180, length: 99.8 },
      { bearing: 270, length: 100 },
      { bearing: 0, length: 100.2 },
    ];
    // It ends 0.4 m north of its start after 400 m: a quarter of that is 0.1 m to the south.
    const corners = closed(traverse([5, 7], legs), legs);
    expect(corners[1]).toEqual([expect.closeTo(105, 9), expect.closeTo(6.9, 9)]);
    expect(corners[3]).toEqual([expect.closeTo(5, 9), expect.closeTo(7 - 99.8 - (0.4 * 299.8) / 400, 9)]);
  });
  it('spreads the miss along the way: the start stays, the end comes home, no corner moves by more than the miss', () => {
    const legs = [
      { bearing: 80, length: 120 },
      { bearing: 170, length: 60 },
      { bearing: 262, length: 118 },
      { bearing: 351, length: 57 },
    ];
    const way = traverse([0, 0], legs);
    const mended = closed(way, legs);
    expect(mended[0]).toEqual(way.points[0]);
    mended.forEach((point, i) => expect(distance(point, way.points[i]!)).toBeLessThanOrEqual(way.miss + 1e-9));
    const home = traverse(
      mended[0]!,
      mended.map((point, i) => ({
        bearing: (Math.atan2(mended[(i + 1) % 4]![0] - point[0], mended[(i + 1) % 4]![1] - point[1]) * 180) / Math.PI,
        length: distance(point, mended[(i + 1) % 4]!),
      })),
    );
    expect(home.miss).toBeLessThan(1e-9);
  });
});
