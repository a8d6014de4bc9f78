import type { Point } from '../geometry/point.ts';
import type { Stand } from '../ranks/stand.ts';

/** Distance of every plant from a run of points (metres), and the segment that is nearest. */
export interface Distances {
  readonly distance: Float64Array;
  readonly segment: Uint32Array;
}

const cache = new WeakMap<Stand, Map<readonly Point[], Distances>>();

/**
 * How far each plant stands from the line through `points` (`closed`: and back to the first). Kept for each
 * stand and run of points: several rules ask the same, and this is the dearest thing that they do.
 */
export function distancesFrom(stand: Stand, points: readonly Point[], closed = false): Distances {
  let known = cache.get(stand);
  if (!known) cache.set(stand, (known = new Map()));
  let distances = known.get(points);
  if (!distances) known.set(points, (distances = measure(stand, points, closed)));
  return distances;
}

function measure({ x, y, count }: Stand, points: readonly Point[], closed: boolean): Distances {
  const distance = new Float64Array(count).fill(Infinity);
  const segment = new Uint32Array(count);
  const segments = points.length - (closed ? 0 : 1);
  for (let s = 0; s < segments; s++) {
    const [ax, ay] = points[s]!;
    const [bx, by] = points[(s + 1) % points.length]!;
    const dx = bx - ax;
    const dy = by - ay;
    const squared = dx * dx + dy * dy;
    for (let i = 0; i < count; i++) {
      const px = x[i]! - ax;
      const py = y[i]! - ay;
      const t = squared > 0 ? Math.min(1, Math.max(0, (px * dx + py * dy) / squared)) : 0;
      const away = (px - t * dx) ** 2 + (py - t * dy) ** 2;
      if (away < distance[i]!) {
        distance[i] = away;
        segment[i] = s;
      }
    }
  }
  for (let i = 0; i < count; i++) distance[i] = Math.sqrt(distance[i]!);
  return { distance, segment };
}

const inside = new WeakMap<Stand, Map<readonly Point[], Uint8Array>>();

/** Which plants stand inside the polygon: 1 or 0 (even-odd rule), kept like the distances. */
export function standingIn(stand: Stand, polygon: readonly Point[]): Uint8Array {
  let known = inside.get(stand);
  if (!known) inside.set(stand, (known = new Map()));
  let found = known.get(polygon);
  if (found) return found;
  known.set(polygon, (found = new Uint8Array(stand.count)));
  const { x, y, count } = stand;
  for (let s = 0; s < polygon.length; s++) {
    const [ax, ay] = polygon[s]!;
    const [bx, by] = polygon[(s + 1) % polygon.length]!;
    if (ay === by) continue;
    const slope = (bx - ax) / (by - ay);
    for (let i = 0; i < count; i++) if (ay > y[i]! !== by > y[i]! && x[i]! < ax + (y[i]! - ay) * slope) found[i]! ^= 1;
  }
  return found;
}

const rings = new WeakMap<object, readonly Point[]>();

/** The boundary's corners as one ring, the same array each time for the same boundary. */
export function ringOf(boundary: readonly { readonly at: Point }[]): readonly Point[] {
  let ring = rings.get(boundary);
  if (!ring) rings.set(boundary, (ring = boundary.map(({ at }) => at)));
  return ring;
}
