import fc from 'fast-check';
import geodesic from 'geographiclib-geodesic';
import { describe, expect, it } from 'vitest';
import { landSide } from './bank-top.ts';
import { checkBoundary, inward } from './boundary.ts';
import { FEATURE_KINDS, featureKinds, featureLabel, newFeature, pointsOf, drawnAs } from './features.ts';
import { planeAt } from './plane.ts';
import { typedPoint } from './typed-point.ts';

const { Geodesic } = geodesic;

describe(planeAt, () => {
  it('goes to the plane and back within a millimetre out to 20 km, in both hemispheres', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -70, max: 70, noNaN: true }),
        fc.double({ min: -179, max: 179, noNaN: true }),
        fc.double({ min: -14_000, max: 14_000, noNaN: true }),
        fc.double({ min: -14_000, max: 14_000, noNaN: true }),
        (latitude, longitude, x, y) => {
          const plane = planeAt({ latitude, longitude });
          const [bx, by] = plane.toPlane(...plane.toDegrees([x, y]));
          expect(Math.hypot(bx - x, by - y)).toBeLessThan(0.001);
        },
      ),
    );
  });
  it('keeps lengths within 0.05 % of the geodesic at any latitude to 70, in both hemispheres and across the antimeridian', () => {
    for (const latitude of [-70, -41, 0, 23.5, 52, 70])
      for (const longitude of [-20, 179.98, -179.99]) {
        const plane = planeAt({ latitude, longitude });
        for (const [x, y] of [
          [900, 0],
          [0, -900],
          [640, 640],
          [-12_000, 9000],
        ] as const) {
          const [lon, lat] = plane.toDegrees([x, y]);
          const { s12 } = Geodesic.WGS84.Inverse(latitude, longitude, lat, lon);
          expect(Math.abs(Math.hypot(x, y) - s12!) / s12!).toBeLessThan(0.0005);
          expect(Math.abs(lon)).toBeLessThanOrEqual(180);
          const [bx, by] = plane.toPlane(lon, lat);
          expect(Math.hypot(bx - x, by - y)).toBeLessThan(0.001);
        }
      }
  });
  it('puts a hundredth of a degree north where the ellipsoid has it', () => {
    // A degree of latitude at 52° is 111,267 m on WGS 84.
    expect(planeAt({ latitude: 52, longitude: -20 }).toPlane(-20, 52.01)[1]).toBeCloseTo(1112.67, 1);
  });
});

describe(typedPoint, () => {
  it('reads places and legs, and says what it wants otherwise', () => {
    expect(typedPoint('12.5, -40', [], 'metric')).toEqual([12.5, -40]);
    const [x, y] = typedPoint('18 at 90', [[2, 3]], 'metric') as [number, number];
    expect([x, y]).toEqual([expect.closeTo(20, 9), expect.closeTo(3, 9)]);
    expect((typedPoint('10 0', [[0, 0]], 'us') as readonly number[])[1]).toBeCloseTo(3.048, 9);
    expect(typedPoint('18 at 90', [], 'metric')).toMatch(/first place/);
    expect(typedPoint('here', [[0, 0]], 'metric')).toMatch(/length and bearing/);
  });
});

describe('features', () => {
  const points = [
    [0, 0],
    [10, 0],
    [10, 10],
  ] as const;
  it.each(FEATURE_KINDS)('makes a %s with start values, labels it, and refuses too few points', (kind) => {
    const feature = newFeature(kind, 'x', points);
    expect(pointsOf(feature).length).toBe({ ring: 3, line: 3, at: 1 }[featureKinds[kind].shape]);
    expect(featureLabel(feature, 'metric').length).toBeGreaterThan(2);
    expect(() => newFeature(kind, 'x', [])).toThrow(/needs at least \d points?/);
  });
  it('refuses a ring that crosses itself or encloses nothing', () => {
    expect(() =>
      drawnAs('building', [
        [0, 0],
        [10, 10],
        [10, 0],
        [0, 10],
      ]),
    ).toThrow(/edges cross/);
    expect(() =>
      drawnAs('building', [
        [0, 0],
        [10, 0],
        [20, 0],
      ]),
    ).toThrow(/enclose nothing/);
  });
  it('tells the inside of a boundary whichever way it is walked', () => {
    expect(
      inward([
        [0, 0],
        [10, 0],
        [10, 10],
      ]),
    ).toBe('left');
    expect(
      inward([
        [10, 10],
        [10, 0],
        [0, 0],
      ]),
    ).toBe('right');
    expect(() =>
      checkBoundary([
        [0, 0],
        [10, 0],
      ]),
    ).toThrow(/at least three corners; this has 2/);
    expect(() => checkBoundary(Array.from({ length: 2001 }, (_, i) => [Math.cos(i / 400), Math.sin(i / 400)]))).toThrow(
      /2,000 corners; this has 2,001/,
    );
  });
});

describe(landSide, () => {
  const brook = (x: number, width = 2) =>
    newFeature(
      'stream',
      's',
      [
        [x, -50],
        [x, 50],
      ],
      { width, flows: 'forward' },
    );
  // A line that runs north: the brook on its right hand sends its rows to the left.
  const north: [number, number][] = [
    [0, -20],
    [0, 20],
  ];
  it('is the hand away from the water, whichever way the line was drawn', () => {
    expect([landSide(north, [brook(5)], 10), landSide(north, [brook(-5)], 10)]).toEqual(['left', 'right']);
    expect(landSide([...north].reverse(), [brook(5)], 10)).toBe('right');
  });
  it('asks the nearest water within reach of its bank top, and no fence', () => {
    expect(landSide(north, [brook(-4), brook(6)], 10)).toBe('right');
    // 10 m from the bank top is 11 m from the middle of a brook 2 m wide.
    expect([landSide(north, [brook(11)], 10), landSide(north, [brook(11.1)], 10)]).toEqual(['left', null]);
    const fence = newFeature('fence', 'f', [
      [5, -50],
      [5, 50],
    ]);
    expect([landSide(north, [fence], 10), landSide(north, [], 10)]).toEqual([null, null]);
  });
});
