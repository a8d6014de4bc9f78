import { derived } from '../derived/derived.ts';
import { distance, type Point } from '../geometry/point.ts';
import { pointAt, polyline } from '../geometry/polyline.ts';
import type { Feature, Terrain } from '../holding/ground-schema.ts';
import { featuresOf } from './features.ts';

/** The fall of the land: elevation anywhere that something is known of it. */
export interface Relief {
  /** Metres; null beyond what is known. */
  heightAt(p: Point): number | null;
  /** Box in which it is known: west, south, east, north. */
  readonly box: readonly [number, number, number, number];
  /** Distance at which it still says something new, metres. */
  readonly step: number;
  readonly from: 'grid' | 'spots';
}

/** The relief of a holding: its elevation grid, else three or more spot heights, else null. */
export const reliefOf = derived(function reliefOf({
  terrain,
  features,
}: {
  readonly terrain: Terrain | null;
  readonly features: readonly Feature[];
}): Relief | null {
  if (terrain) return gridRelief(terrain);
  const spots = featuresOf(features, 'spotHeight').map(({ at, elevation }) => ({ at: at as Point, elevation }));
  return spots.length >= 3 ? spotRelief(spots) : null;
});

/** Bilinear between the centres of the cells. */
export function gridRelief({ west, south, cell, columns, rows, heights }: Terrain): Relief {
  return {
    from: 'grid',
    step: cell,
    box: [west, south, west + (columns - 1) * cell, south + (rows - 1) * cell],
    heightAt([x, y]) {
      const u = (x - west) / cell;
      const v = (y - south) / cell;
      if (!(u >= 0 && v >= 0 && u <= columns - 1 && v <= rows - 1)) return null;
      const i = Math.min(columns - 2, Math.floor(u));
      const j = Math.min(rows - 2, Math.floor(v));
      const at = j * columns + i;
      const [a, b, c, d] = [heights[at]!, heights[at + 1]!, heights[at + columns]!, heights[at + columns + 1]!];
      if (a === null || b === null || c === null || d === null) return null;
      const [fu, fv] = [u - i, v - j];
      return a * (1 - fu) * (1 - fv) + b * fu * (1 - fv) + c * (1 - fu) * fv + d * fu * fv;
    },
  };
}

/**
 * From a few spot heights: the plane that fits them best, and what each departs from it spread by the inverse
 * square of the distance. Through every spot; between them only as good as there are spots.
 */
function spotRelief(spots: readonly { at: Point; elevation: number }[]): Relief {
  const n = spots.length;
  const [mx, my, mz] = [0, 1, 2].map(
    (k) => spots.reduce((sum, { at, elevation }) => sum + (k === 2 ? elevation : at[k as 0 | 1]), 0) / n,
  ) as [number, number, number];
  let [xx, xy, yy, xz, yz] = [0, 0, 0, 0, 0];
  for (const { at, elevation } of spots) {
    const [dx, dy, dz] = [at[0] - mx, at[1] - my, elevation - mz];
    xx += dx * dx;
    xy += dx * dy;
    yy += dy * dy;
    xz += dx * dz;
    yz += dy * dz;
  }
  const det = xx * yy - xy * xy;
  // Spots on one line say nothing across it: then the land is taken level across.
  const [gx, gy] =
    det > 1e-6 * (xx + yy) ** 2
      ? [(xz * yy - yz * xy) / det, (yz * xx - xz * xy) / det]
      : xx + yy > 0
        ? [xz / (xx + yy), yz / (xx + yy)]
        : [0, 0];
  const plane = ([x, y]: Point) => mz + gx * (x - mx) + gy * (y - my);
  const rests = spots.map(({ at, elevation }) => ({ at, rest: elevation - plane(at) }));
  const xs = spots.map(({ at }) => at[0]);
  const ys = spots.map(({ at }) => at[1]);
  const margin = Math.max(50, (Math.max(...xs) - Math.min(...xs) + Math.max(...ys) - Math.min(...ys)) / 4);
  return {
    from: 'spots',
    step: 5,
    box: [Math.min(...xs) - margin, Math.min(...ys) - margin, Math.max(...xs) + margin, Math.max(...ys) + margin],
    heightAt(p) {
      let weights = 0;
      let sum = 0;
      for (const { at, rest } of rests) {
        const d = distance(at, p);
        if (d < 1e-6) return plane(p) + rest;
        weights += 1 / (d * d);
        sum += rest / (d * d);
      }
      return plane(p) + sum / weights;
    },
  };
}

/** Slope at a place: rise over run, and the bearing on which it falls. Null where the land is not known. */
export function slopeAt({ heightAt, step }: Relief, [x, y]: Point): { share: number; downhill: number } | null {
  const reach = Math.max(1, step / 2);
  const [e, w, n, s] = [
    heightAt([x + reach, y]),
    heightAt([x - reach, y]),
    heightAt([x, y + reach]),
    heightAt([x, y - reach]),
  ];
  if (e === null || w === null || n === null || s === null) return null;
  const gx = (e - w) / (2 * reach);
  const gy = (n - s) / (2 * reach);
  const share = Math.hypot(gx, gy);
  return { share, downhill: share < 1e-9 ? 0 : ((Math.atan2(-gx, -gy) * 180) / Math.PI + 360) % 360 };
}

/** The profile along a drawn line: chainage and elevation at about every `step` metres, unknown stretches left out. */
export function sectionAlong(relief: Relief, points: readonly Point[]): { chainage: number; elevation: number }[] {
  const line = polyline(points);
  if (line.points.length < 2) return [];
  const n = Math.min(400, Math.max(2, Math.ceil(line.length / Math.max(1, relief.step / 2))));
  return Array.from({ length: n + 1 }, (_, i) => (line.length * i) / n).flatMap((chainage) => {
    const elevation = relief.heightAt(pointAt(line, chainage));
    return elevation === null ? [] : [{ chainage, elevation }];
  });
}
