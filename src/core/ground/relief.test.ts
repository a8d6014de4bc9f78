import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Terrain } from '../holding/ground-schema.ts';
import { contoursOf } from './contours.ts';
import { newFeature } from './features.ts';
import { reliefOf, sectionAlong, slopeAt } from './relief.ts';

/** A grid of a plane that falls 3 % to the east and 4 % to the north: 5 % on bearing 36.87. */
const fall = (x: number, y: number) => 100 - 0.03 * x - 0.04 * y;
const terrain: Terrain = {
  west: -50,
  south: -50,
  cell: 10,
  columns: 11,
  rows: 11,
  heights: Array.from({ length: 121 }, (_, at) => fall(-50 + (at % 11) * 10, -50 + Math.floor(at / 11) * 10)),
  source: 'test',
  simulated: false,
};
const spots = [
  [0, 0],
  [80, 0],
  [0, 60],
  [70, 50],
].map(([x, y], i) => newFeature('spotHeight', `s${i}`, [[x!, y!]], { elevation: fall(x!, y!) + (i === 3 ? 1 : 0) }));

describe(reliefOf, () => {
  it('is exact on a plane from a grid, and knows nothing beyond it', () => {
    const relief = reliefOf({ terrain, features: [] })!;
    fc.assert(
      fc.property(
        fc.double({ min: -49, max: 49, noNaN: true }),
        fc.double({ min: -49, max: 49, noNaN: true }),
        (x, y) => {
          expect(relief.heightAt([x, y])).toBeCloseTo(fall(x, y), 9);
        },
      ),
    );
    expect(relief.heightAt([60, 0])).toBeNull();
    const slope = slopeAt(relief, [3, 4])!;
    expect(slope.share).toBeCloseTo(0.05, 9);
    expect(slope.downhill).toBeCloseTo(36.8699, 3);
    expect(slopeAt(relief, [50, 0])).toBeNull();
  });
  it('leaves a hole in the grid unknown', () => {
    const holed = reliefOf({
      terrain: { ...terrain, heights: terrain.heights.map((height, i) => (i === 60 ? null : height)) },
      features: [],
    })!;
    expect(holed.heightAt([3, 3])).toBeNull();
    expect(holed.heightAt([15, 15])).not.toBeNull();
  });
  it('goes through every spot height, follows the plane between, and needs three', () => {
    const relief = reliefOf({ terrain: null, features: spots })!;
    spots.forEach((spot) =>
      expect('at' in spot && relief.heightAt(spot.at)).toBeCloseTo((spot as { elevation: number }).elevation, 9),
    );
    expect(Math.abs(relief.heightAt([30, 20])! - fall(30, 20))).toBeLessThan(0.6);
    expect(reliefOf({ terrain: null, features: spots.slice(0, 2) })).toBeNull();
  });
  it('takes spots on one line as level across it', () => {
    const line = [0, 10, 30].map((x, i) => newFeature('spotHeight', `l${i}`, [[x, 0]], { elevation: 50 - x / 10 }));
    expect(slopeAt(reliefOf({ terrain: null, features: line })!, [15, 3])!.downhill).toBeCloseTo(90, 0);
  });
});

describe(contoursOf, () => {
  it('draws lines along which the land has the contour’s height', () => {
    const relief = reliefOf({ terrain, features: [] })!;
    const contours = contoursOf(relief, [-40, -40, 40, 40]);
    expect(contours.length).toBeGreaterThan(5);
    for (const { elevation, lines } of contours)
      for (const points of lines)
        for (const [x, y] of points) expect(Math.abs(fall(x, y) - elevation)).toBeLessThan(0.02);
  });
  it('stand at round heights of the steward’s own units, some 8 to 20 of them', () => {
    const relief = reliefOf({ terrain, features: [] })!;
    const heights = (system: 'metric' | 'us') =>
      contoursOf(relief, [-40, -40, 40, 40], system).map(({ elevation }) => elevation);
    expect(heights('metric')).toEqual(Array.from({ length: 11 }, (_, i) => 97.5 + i * 0.5));
    // 97.2 to 102.8 m is 18.4 ft: every 2 ft.
    expect(heights('us').map((metres) => Math.round((metres / 0.3048) * 1e6) / 1e6)).toEqual(
      Array.from({ length: 9 }, (_, i) => 320 + i * 2),
    );
  });
});

describe(sectionAlong, () => {
  it('falls evenly along a line down a plane', () => {
    const profile = sectionAlong(reliefOf({ terrain, features: [] })!, [
      [-30, -40],
      [30, 40],
    ]);
    expect(profile.at(-1)!.chainage).toBeCloseTo(100, 9);
    expect(profile[0]!.elevation - profile.at(-1)!.elevation).toBeCloseTo(5, 9);
  });
});
