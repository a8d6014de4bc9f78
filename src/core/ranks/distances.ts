import Flatbush from 'flatbush';
import { nearestOnSegment, type Point } from '../geometry/point.ts';
import { crossesRay } from '../geometry/polygon.ts';
import { kept } from '../derived/derived.ts';
import { RowsBefore } from './rows-before.ts';
import type { Stand } from './stand.ts';

/** Distance of every plant from a run of points (metres), and the segment that is nearest. */
export interface Distances {
  readonly distance: Float64Array;
  readonly segment: Uint32Array;
}

/** What is known of rows from a run of points. */
const rowsFrom = kept(function rowsFrom(_points: readonly Point[], _closed: boolean) {
  return new RowsBefore<Distances>();
});

/**
 * How far each plant stands from the line through `points` (`closed`: and back to the first). Several rules ask the same,
 * and this is the dearest thing that they do: rows that stand as they did are not measured again.
 */
export const distancesFrom = kept(function distancesFrom(
  stand: Stand,
  points: readonly Point[],
  closed: boolean = false,
): Distances {
  const { count } = stand;
  const found = { distance: new Float64Array(count), segment: new Uint32Array(count) };
  const segments = points.length - (closed ? 0 : 1);
  const measure = segments > MANY ? measureByIndex : measureAll;
  const changed = rowsFrom(points, closed).carry(stand, found, ({ distance, segment }, then, length, from) => {
    found.distance.set(distance.subarray(then, then + length), from);
    found.segment.set(segment.subarray(then, then + length), from);
  });
  for (const [from, to] of changed) measure(stand, points, segments, found, from, to);
  return found;
});

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

/** Boxes round the segments of a long run of points. */
const indexOf = kept(function indexOf(points: readonly Point[], segments: number): Flatbush {
  const index = new Flatbush(segments);
  for (let s = 0; s < segments; s++) {
    const [ax, ay] = points[s]!;
    const [bx, by] = points[(s + 1) % points.length]!;
    index.add(Math.min(ax, bx), Math.min(ay, by), Math.max(ax, bx), Math.max(ay, by));
  }
  index.finish();
  return index;
});

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

const rowsIn = kept(function rowsIn(_polygon: readonly Point[]) {
  return new RowsBefore<Uint8Array>();
});

/** Which plants stand inside the polygon: 1 or 0 (even-odd rule), worked out like the distances. */
export const standingIn = kept(function standingIn(stand: Stand, polygon: readonly Point[]): Uint8Array {
  const found = new Uint8Array(stand.count);
  const changed = rowsIn(polygon).carry(stand, found, (earlier, then, length, from) =>
    found.set(earlier.subarray(then, then + length), from),
  );
  for (const [from, to] of changed) markInside(stand, polygon, found, from, to);
  return found;
});

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

/** The boundary's corners as one ring, the same array each time for the same boundary. */
export const ringOf = kept(function ringOf(boundary: readonly { readonly at: Point }[]): readonly Point[] {
  return boundary.map(({ at }) => at);
});
