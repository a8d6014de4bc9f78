import { direction } from '../geometry/point.ts';
import { TOL } from '../units/rounding.ts';
import type { LaidBaseline } from './baseline.ts';
import { fittedIntervals } from './counting.ts';
import type { RowLine } from './row-line.ts';

/** Least turn of the line that is a corner and not a bend, radians: a drawn curve turns less at each of its points. */
const CORNER = (25 * Math.PI) / 180;

/** Chainages of the corners of a baseline, metres; its ends are none, but a ring's first point may be. */
export function cornersOf({ line: { points, chainages }, closed }: LaidBaseline): number[] {
  const turnAt = (before: number, at: number, after: number) => {
    const a = direction(points[before]!, points[at]!);
    const b = direction(points[at]!, points[after]!);
    return Math.abs(Math.atan2(a[0] * b[1] - a[1] * b[0], a[0] * b[0] + a[1] * b[1]));
  };
  const last = points.length - 1;
  const found: number[] = [];
  for (let i = 1; i < last; i++) if (turnAt(i - 1, i, i + 1) >= CORNER) found.push(chainages[i]!);
  if (closed && turnAt(last - 1, 0, 1) >= CORNER) found.unshift(0);
  return found;
}

/** The stretch of a row's line that turns round the corner at `station`: two chainages, one and the same on the inside of it. */
function stretchAt({ line: { chainages, length }, from, to }: RowLine, station: number): readonly [number, number] {
  let [first, last] = [Infinity, -Infinity];
  for (let i = 0; i < from.length; i++) {
    const turns = from[i]! >= station - 0.01 && to[i]! <= station + 0.01;
    if (turns) [first, last] = [Math.min(first, chainages[i]!), Math.max(last, chainages[i + 1]!)];
  }
  if (first <= last) return [first, last];
  // On the inside the legs meet in a mitre: stations leap over the corner from one leg to the next.
  const at = to.findIndex((end) => end > station + 0.01);
  const chainage =
    at < 0
      ? length
      : chainages[at]! +
        Math.max(0, (station - from[at]!) / (to[at]! - from[at]!)) * (chainages[at + 1]! - chainages[at]!);
  return [chainage, chainage];
}

/** The places that keep half a spacing from every corner, and all of the round outside it: a machine lifts out there and turns. */
export function leaveOpen(at: Float64Array, trace: RowLine, corners: readonly number[], spacing: number): Float64Array {
  const open = corners
    .map((station) => stretchAt(trace, station))
    .map(([from, to]) => [from - spacing / 2, to + spacing / 2] as const);
  return at.filter((chainage) => open.every(([from, to]) => chainage <= from + TOL || chainage >= to - TOL));
}

/** A plant on every corner of the row and each leg between fitted, as the working note counts `count.corner` pinned. */
export function plantCorners(
  trace: RowLine,
  corners: readonly number[],
  { from, to, spacing, closed }: { from: number; to: number; spacing: number; closed: boolean },
): { at: Float64Array; spacing: number } {
  const marks = corners
    .map((station) => stretchAt(trace, station))
    .map(([a, b]) => (a + b) / 2)
    .filter((mark) => mark > from + TOL && mark < to - TOL);
  const legs = [from, ...marks, to];
  const at: number[] = [];
  let intervals = 0;
  for (let leg = 0; leg + 1 < legs.length; leg++) {
    const length = legs[leg + 1]! - legs[leg]!;
    if (length < TOL) continue;
    const count = fittedIntervals(length, spacing);
    intervals += count;
    for (let k = 0; k < count; k++) at.push(legs[leg]! + (k * length) / count);
  }
  if (!closed && to >= from) at.push(to);
  return { at: Float64Array.from(at), spacing: intervals > 0 ? (to - from) / intervals : spacing };
}
