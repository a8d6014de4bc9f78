import Flatbush from 'flatbush';
import { nearestOnSegment, type Point } from '../geometry/point.ts';
import { crossesRay } from '../geometry/polygon.ts';
import type { Stand } from './stand.ts';

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

/** Segments from which asking an index for the nearest beats asking every segment. */
const MANY = 400;

function measure(stand: Stand, points: readonly Point[], closed: boolean): Distances {
  const segments = points.length - (closed ? 0 : 1);
  return segments > MANY ? measureByIndex(stand, points, segments) : measureAll(stand, points, segments);
}

function measureAll({ x, y, count }: Stand, points: readonly Point[], segments: number): Distances {
  const distance = new Float64Array(count).fill(Infinity);
  const segment = new Uint32Array(count);
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

const indexes = new WeakMap<readonly Point[], Flatbush>();

/** Boxes round the segments of a long run of points, kept for as long as the points are. */
function indexOf(points: readonly Point[], segments: number): Flatbush {
  let index = indexes.get(points);
  if (index) return index;
  indexes.set(points, (index = new Flatbush(segments)));
  for (let s = 0; s < segments; s++) {
    const [ax, ay] = points[s]!;
    const [bx, by] = points[(s + 1) % points.length]!;
    index.add(Math.min(ax, bx), Math.min(ay, by), Math.max(ax, bx), Math.max(ay, by));
  }
  index.finish();
  return index;
}

/** The nearest boxes are asked for, more of them until the last lies farther than the nearest segment found. */
function measureByIndex({ x, y, count }: Stand, points: readonly Point[], segments: number): Distances {
  const distance = new Float64Array(count).fill(Infinity);
  const segment = new Uint32Array(count);
  const index = indexOf(points, segments);
  for (let i = 0; i < count; i++) {
    const p: Point = [x[i]!, y[i]!];
    for (let asked = 8; ; asked *= 4) {
      const near = index.neighbors(p[0], p[1], asked);
      for (const s of near) {
        const away = nearestOnSegment(p, points[s]!, points[(s + 1) % points.length]!).distance;
        if (away < distance[i]! || (away === distance[i] && s < segment[i]!)) {
          distance[i] = away;
          segment[i] = s;
        }
      }
      if (near.length < asked) break;
      const [[ax, ay], [bx, by]] = [points[near.at(-1)!]!, points[(near.at(-1)! + 1) % points.length]!];
      const farthest = Math.hypot(
        Math.max(0, Math.min(ax, bx) - p[0], p[0] - Math.max(ax, bx)),
        Math.max(0, Math.min(ay, by) - p[1], p[1] - Math.max(ay, by)),
      );
      if (farthest >= distance[i]!) break;
    }
  }
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
  let [south, north] = [Infinity, -Infinity];
  for (let i = 0; i < count; i++) [south, north] = [Math.min(south, y[i]!), Math.max(north, y[i]!)];
  for (let s = 0; s < polygon.length; s++) {
    const [ax, ay] = polygon[s]!;
    const [bx, by] = polygon[(s + 1) % polygon.length]!;
    if (ay === by || Math.max(ay, by) <= south || Math.min(ay, by) > north) continue;
    for (let i = 0; i < count; i++) if (crossesRay(ax, ay, bx, by, x[i]!, y[i]!)) found[i]! ^= 1;
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
