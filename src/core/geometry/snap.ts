import { bearing, distance, nearestOnSegment, polar, type Point } from './point.ts';

export interface SnapOptions {
  /** How near the pointer must come, metres on the ground. */
  readonly reach: number;
  /** Points already drawn, in order. */
  readonly drawn: readonly Point[];
  /** What stands on the plan already: each a run of points. */
  readonly lines: readonly (readonly Point[])[];
}

export interface Snapped {
  readonly point: Point;
  /** What it caught on, to be said beside the pointer; null when it caught on nothing. */
  readonly on: 'corner' | 'line' | 'square' | 'parallel' | null;
}

/** Degrees within which a leg is taken to be meant square or parallel. */
const SLACK = 3;

/**
 * The point meant by a pointer at `pointer` while drawing: a corner within reach first, then a line, then a
 * leg square or parallel to the leg before or to the nearest line, keeping the pointer's distance.
 */
export function snap(pointer: Point, { reach, drawn, lines }: SnapOptions): Snapped {
  let corner: Point | null = null;
  let onLine: Point | null = null;
  let nearestBearing: number | null = null;
  let cornerDistance = reach;
  let lineDistance = reach;
  let anyDistance = Infinity;
  const consider = (points: readonly Point[]) => {
    for (let i = 0; i < points.length; i++) {
      const point = points[i]!;
      const d = distance(pointer, point);
      if (d <= cornerDistance) [corner, cornerDistance] = [point, d];
      const next = points[i + 1];
      if (!next) continue;
      const near = nearestOnSegment(pointer, point, next);
      if (near.distance <= lineDistance) [onLine, lineDistance] = [near.point, near.distance];
      if (near.distance < anyDistance) [nearestBearing, anyDistance] = [bearing(point, next), near.distance];
    }
  };
  for (const line of lines) consider(line);
  if (drawn.length > 2) consider(drawn.slice(0, -1));
  if (corner) return { point: corner, on: 'corner' };
  if (onLine) return { point: onLine, on: 'line' };
  const last = drawn.at(-1);
  if (!last || distance(last, pointer) < reach) return { point: pointer, on: null };
  const before = drawn.at(-2);
  const turned = before && alignTo(last, pointer, bearing(before, last));
  if (turned) return turned;
  return (nearestBearing !== null && alignTo(last, pointer, nearestBearing)) || { point: pointer, on: null };
}

function alignTo(last: Point, pointer: Point, reference: number): Snapped | null {
  const own = bearing(last, pointer);
  for (const [turn, on] of [
    [0, 'parallel'],
    [90, 'square'],
    [180, 'parallel'],
    [270, 'square'],
  ] as const) {
    const meant = (reference + turn) % 360;
    const off = Math.abs(((own - meant + 540) % 360) - 180);
    if (off > SLACK) continue;
    const along = distance(last, pointer) * Math.cos((off * Math.PI) / 180);
    return { point: polar(last, along, meant), on };
  }
  return null;
}
