import { awaySquared, between, crossing, direction, distance, type Point } from './point.ts';
import { polyline, type Polyline } from './polyline.ts';

/** Chord error allowed where a parallel turns round an outside corner, metres. */
const ARC_ERROR = 0.00015;
/** A piece of the raw parallel nearer to the baseline than its offset less this has crossed over, metres. */
const NEARNESS = 0.0008;

/**
 * The true parallel of `line` at `offset` metres to its right (negative: left): every point of it lies just
 * that far from the line. Outside corners are turned in an arc; inside a bend tighter than the offset the
 * part that would cross over is cut away, so a row keeps its distance and nothing bunches there.
 * Null when nothing of it is left. `closed` lines (last point on the first) give closed parallels.
 */
export function parallel(line: Polyline, offset: number, closed = false): Polyline | null {
  if (Math.abs(offset) < 1e-9) return line;
  const trimmed = trim(rawParallel(line, offset, closed), line, Math.abs(offset));
  return trimmed && trimmed.length >= 2 ? polyline(trimmed) : null;
}

/** The parallel before crossed-over parts are cut: shifted segments, joined by arcs outside and mitres inside. */
function rawParallel({ points }: Polyline, offset: number, closed: boolean): Point[] {
  const out: Point[] = [];
  const last = points.length - 2;
  const shift = ([x, y]: Point, [ux, uy]: Point): Point => [x + uy * offset, y - ux * offset];
  const along = points.slice(0, -1).map((p, i) => direction(p, points[i + 1]!));
  for (let i = 0; i <= last; i++) {
    if (i > 0) join(points, i, along[i - 1]!, along[i]!, offset, out);
    else out.push(shift(points[0]!, along[0]!));
  }
  if (!closed) out.push(shift(points[last + 1]!, along[last]!));
  else {
    join([points[last]!, points[0]!, points[1]!], 1, along[last]!, along[0]!, offset, out);
    out[0] = out.at(-1)!; // the joint's far side is where the first leg begins
  }
  return out;
}

function join(points: readonly Point[], i: number, before: Point, after: Point, offset: number, out: Point[]): void {
  const corner = points[i]!;
  const cross = before[0] * after[1] - before[1] * after[0]; // > 0 turns left, so the right is outside
  const angle = Math.atan2(cross, before[0] * after[0] + before[1] * after[1]);
  const at = (u: Point): Point => [corner[0] + u[1] * offset, corner[1] - u[0] * offset];
  if (cross * offset > 0) {
    const from = Math.atan2(-before[0] * offset, before[1] * offset);
    const steps = Math.ceil(Math.abs(angle) / (2 * Math.acos(Math.max(0, 1 - ARC_ERROR / Math.abs(offset)))));
    out.push(at(before));
    for (let k = 1; k < steps; k++) {
      const a = from + (angle * k) / steps;
      out.push([corner[0] + Math.abs(offset) * Math.cos(a), corner[1] + Math.abs(offset) * Math.sin(a)]);
    }
    out.push(at(after));
    return;
  }
  const cut = Math.abs(offset * Math.tan(angle / 2));
  const room = Math.min(distance(points[i - 1]!, corner), distance(corner, points[i + 1]!)) / 2;
  if (cut <= room) {
    const [x, y] = at(before);
    out.push([x - before[0] * cut, y - before[1] * cut]);
  } else out.push(at(before), at(after)); // too tight: the legs cross over and are trimmed
}

/** Cuts the raw parallel where it crosses itself and keeps the pieces that hold their distance, in order. */
function trim(raw: readonly Point[], line: Polyline, offset: number): Point[] | null {
  const middles = raw.slice(1).map((p, i) => between(raw[i]!, p, 0.5));
  if (middles.every((p) => keepsAway(p, line, offset))) return [...raw];
  const cuts: number[][] = raw.map(() => []);
  for (let i = 0; i + 1 < raw.length; i++)
    for (let j = i + 2; j + 1 < raw.length; j++) {
      const hit = crossing(raw[i]!, raw[i + 1]!, raw[j]!, raw[j + 1]!);
      if (!hit) continue;
      cuts[i]!.push(hit.t);
      cuts[j]!.push(hit.u);
    }
  // A leg swallowed at either end leaves no line to cross there, only the round of its end to keep out of.
  for (const end of [line.points[0]!, line.points.at(-1)!])
    cuts.forEach((shares, i) => i + 1 < raw.length && shares.push(...onCircle(raw[i]!, raw[i + 1]!, end, offset)));
  const kept: Point[] = [];
  for (let i = 0; i + 1 < raw.length; i++) {
    const shares = [0, ...cuts[i]!.sort((a, b) => a - b), 1];
    for (let k = 0; k + 1 < shares.length; k++) {
      const from = between(raw[i]!, raw[i + 1]!, shares[k]!);
      const to = between(raw[i]!, raw[i + 1]!, shares[k + 1]!);
      if (distance(from, to) < 1e-9 || !keepsAway(between(from, to, 0.5), line, offset)) continue;
      if (kept.length === 0 || distance(kept[kept.length - 1]!, from) > 1e-6) kept.push(from);
      kept.push(to);
    }
  }
  return kept.length >= 2 ? kept : null;
}

/** Shares of the way from `a` to `b`, between 0 and 1, at which it lies just `radius` from `centre`. */
function onCircle(a: Point, b: Point, centre: Point, radius: number): number[] {
  const [dx, dy, fx, fy] = [b[0] - a[0], b[1] - a[1], a[0] - centre[0], a[1] - centre[1]];
  const [square, half] = [dx * dx + dy * dy, dx * fx + dy * fy];
  const under = half * half - square * (fx * fx + fy * fy - radius * radius);
  if (square === 0 || under <= 0) return [];
  return [-1, 1].map((sign) => (-half + sign * Math.sqrt(under)) / square).filter((t) => t > 0 && t < 1);
}

function keepsAway([x, y]: Point, { xy }: Polyline, offset: number): boolean {
  const least = Math.max(0, offset - NEARNESS) ** 2;
  for (let i = 0; i + 3 < xy.length; i += 2)
    if (awaySquared(x, y, xy[i]!, xy[i + 1]!, xy[i + 2]!, xy[i + 3]!) < least) return false;
  return true;
}
