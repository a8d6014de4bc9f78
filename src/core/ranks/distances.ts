import Flatbush from 'flatbush';
import { nearestOnSegment, type Point } from '../geometry/point.ts';
import { crossesRay } from '../geometry/polygon.ts';
import { asBefore } from './as-before.ts';
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
  if (!distances) known.set(points, (distances = measured(stand, points, closed)));
  return distances;
}

/** Measured where the stand is new, taken over where its rows stand as they did. */
function measured(stand: Stand, points: readonly Point[], closed: boolean): Distances {
  const { count } = stand;
  const found = { distance: new Float64Array(count), segment: new Uint32Array(count) };
  const earlier = asBefore(stand);
  const known = earlier && cache.get(earlier.was)?.get(points);
  for (const [from, to, then] of (known && earlier.same) ?? []) {
    found.distance.set(known!.distance.subarray(then, then + to - from), from);
    found.segment.set(known!.segment.subarray(then, then + to - from), from);
  }
  const segments = points.length - (closed ? 0 : 1);
  const measure = segments > MANY ? measureByIndex : measureAll;
  for (const [from, to] of known ? earlier.changed : [[0, count] as const])
    measure(stand, points, segments, found, from, to);
  return found;
}

/** Segments from which asking an index for the nearest beats asking every segment. */
const MANY = 400;

function measureAll(
  { x, y }: Stand,
  points: readonly Point[],
  segments: number,
  { distance, segment }: Distances,
  from: number,
  to: number,
): void {
  distance.fill(Infinity, from, to);
  for (let s = 0; s < segments; s++) {
    const [ax, ay] = points[s]!;
    const [bx, by] = points[(s + 1) % points.length]!;
    const dx = bx - ax;
    const dy = by - ay;
    const squared = dx * dx + dy * dy;
    for (let i = from; i < to; i++) {
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
  for (let i = from; i < to; i++) distance[i] = Math.sqrt(distance[i]!);
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
function measureByIndex(
  { x, y }: Stand,
  points: readonly Point[],
  segments: number,
  { distance, segment }: Distances,
  from: number,
  to: number,
): void {
  distance.fill(Infinity, from, to);
  const index = indexOf(points, segments);
  for (let i = from; i < to; i++) {
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
}

const inside = new WeakMap<Stand, Map<readonly Point[], Uint8Array>>();

/** Which plants stand inside the polygon: 1 or 0 (even-odd rule), kept like the distances. */
export function standingIn(stand: Stand, polygon: readonly Point[]): Uint8Array {
  let known = inside.get(stand);
  if (!known) inside.set(stand, (known = new Map()));
  let found = known.get(polygon);
  if (found) return found;
  known.set(polygon, (found = new Uint8Array(stand.count)));
  const earlier = asBefore(stand);
  const before = earlier && inside.get(earlier.was)?.get(polygon);
  for (const [from, to, then] of (before && earlier.same) ?? [])
    found.set(before!.subarray(then, then + to - from), from);
  for (const [from, to] of before ? earlier.changed : [[0, stand.count] as const])
    markInside(stand, polygon, found, from, to);
  return found;
}

function markInside({ x, y }: Stand, polygon: readonly Point[], found: Uint8Array, from: number, to: number): void {
  let [south, north] = [Infinity, -Infinity];
  for (let i = from; i < to; i++) [south, north] = [Math.min(south, y[i]!), Math.max(north, y[i]!)];
  for (let s = 0; s < polygon.length; s++) {
    const [ax, ay] = polygon[s]!;
    const [bx, by] = polygon[(s + 1) % polygon.length]!;
    if (ay === by || Math.max(ay, by) <= south || Math.min(ay, by) > north) continue;
    for (let i = from; i < to; i++) if (crossesRay(ax, ay, bx, by, x[i]!, y[i]!)) found[i]! ^= 1;
  }
}

const rings = new WeakMap<object, readonly Point[]>();

/** The boundary's corners as one ring, the same array each time for the same boundary. */
export function ringOf(boundary: readonly { readonly at: Point }[]): readonly Point[] {
  let ring = rings.get(boundary);
  if (!ring) rings.set(boundary, (ring = boundary.map(({ at }) => at)));
  return ring;
}
