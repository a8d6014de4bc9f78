import Flatbush from 'flatbush';
import { awaySquared, between, crossing, direction, distance, nearestOnSegment, type Point } from './point.ts';

/** A line through its points, with the chainage at which each is reached. At least two points, none doubled. */
export interface Polyline {
  readonly points: readonly Point[];
  /** The same points as one column, x before y: what is asked of every segment is asked here, many times faster. */
  readonly xy: Float64Array;
  /** Chainage of each point, metres, rising from 0. */
  readonly chainages: Float64Array;
  readonly length: number;
}

/** A polyline through `points`; doubled points (closer than 1 mm) are dropped, `closed` adds the way back. */
export function polyline(points: readonly Point[], closed = false): Polyline {
  const kept: Point[] = [];
  for (const point of closed && points.length > 0 ? [...points, points[0]!] : points)
    if (kept.length === 0 || distance(kept[kept.length - 1]!, point) > 0.001) kept.push(point);
  const chainages = new Float64Array(kept.length);
  for (let i = 1; i < kept.length; i++) chainages[i] = chainages[i - 1]! + distance(kept[i - 1]!, kept[i]!);
  const xy = new Float64Array(kept.length * 2);
  kept.forEach(([x, y], i) => xy.set([x, y], i * 2));
  return { points: kept, xy, chainages, length: chainages.at(-1) ?? 0 };
}

/** Index of the segment that holds `chainage`: points[i] to points[i + 1]. */
function segmentAt({ chainages }: Polyline, chainage: number): number {
  let low = 0;
  let high = chainages.length - 2;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (chainages[middle]! <= chainage) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** The point at `chainage` metres along; beyond an end it runs on straight. */
export function pointAt(line: Polyline, chainage: number): Point {
  const i = segmentAt(line, chainage);
  const from = line.chainages[i]!;
  return between(line.points[i]!, line.points[i + 1]!, (chainage - from) / (line.chainages[i + 1]! - from));
}

/** Unit vector along the line at `chainage`. */
export function directionAt(line: Polyline, chainage: number): Point {
  const i = segmentAt(line, chainage);
  return direction(line.points[i]!, line.points[i + 1]!);
}

/**
 * Chainage of the point of the line nearest to `p`, and how far `p` lies to the right of it (metres,
 * left negative). Where two segments are equally near the first counts.
 */
export function chainageOf(line: Polyline, p: Point): { chainage: number; offset: number } {
  const segment = nearestSegment(line, p);
  const a = line.points[segment]!;
  const b = line.points[segment + 1]!;
  const near = nearestOnSegment(p, a, b);
  const right = (p[0] - a[0]) * (b[1] - a[1]) - (p[1] - a[1]) * (b[0] - a[0]) >= 0;
  return {
    chainage: line.chainages[segment]! + near.t * (line.chainages[segment + 1]! - line.chainages[segment]!),
    offset: right ? near.distance : -near.distance,
  };
}

/** Index of the segment nearest to `p`; of two equally near the first. */
function nearestSegment({ xy }: Polyline, [x, y]: Point): number {
  let [segment, least] = [0, Infinity];
  for (let i = 0; i + 3 < xy.length; i += 2) {
    const away = awaySquared(x, y, xy[i]!, xy[i + 1]!, xy[i + 2]!, xy[i + 3]!);
    if (away < least - 1e-9) [segment, least] = [i / 2, away];
  }
  return segment;
}

/** Distance from `p` to the nearest point of the line, metres. */
export function distanceTo({ xy }: Polyline, [x, y]: Point): number {
  let least = Infinity;
  for (let i = 0; i + 3 < xy.length; i += 2)
    least = Math.min(least, awaySquared(x, y, xy[i]!, xy[i + 1]!, xy[i + 2]!, xy[i + 3]!));
  return Math.sqrt(least);
}

/** Segments from which an index pays for itself. */
const MANY = 400;
/** Pairs of edges that are asked at most; a line that wants more is taken for one that crosses itself. */
const MOST_ASKED = 20_000_000;

/** Whether any two segments that are not neighbours cross. `closed`: the first and last are neighbours too. */
export function crossesItself(points: readonly Point[], closed: boolean): boolean {
  const ring = closed ? [...points, points[0]!] : points;
  const last = ring.length - 2;
  const cross = (i: number, j: number) =>
    j > i + 1 &&
    !(closed && i === 0 && j === last) &&
    crossing(ring[i]!, ring[i + 1]!, ring[j]!, ring[j + 1]!) !== null;
  if (last < MANY) {
    for (let i = 0; i <= last; i++) for (let j = i + 2; j <= last; j++) if (cross(i, j)) return true;
    return false;
  }
  const box = (i: number): [number, number, number, number] => {
    const [[ax, ay], [bx, by]] = [ring[i]!, ring[i + 1]!];
    return [Math.min(ax, bx), Math.min(ay, by), Math.max(ax, bx), Math.max(ay, by)];
  };
  const index = new Flatbush(last + 1);
  for (let i = 0; i <= last; i++) index.add(...box(i));
  index.finish();
  let asked = 0;
  for (let i = 0; i <= last; i++) {
    const near = index.search(...box(i));
    asked += near.length;
    // Tens of thousands of edges side by side are no outline that anybody walked: not worth minutes to tell.
    if (asked > MOST_ASKED || near.some((j) => cross(i, j))) return true;
  }
  return false;
}
