import { distance, nearestOnSegment, type Point } from './point.ts';

/** How far the drawn chords may stray from the true curve, metres: below what a string line shows. */
const FLATNESS = 0.005;

/**
 * A smooth line through `points` as a polyline (centripetal Catmull-Rom spline, which neither loops nor
 * overshoots between its points: Yuksel, Schaefer & Keyser 2011). Fewer than three points come back as given.
 */
export function smooth(points: readonly Point[]): readonly Point[] {
  if (points.length < 3) return points;
  const out: Point[] = [points[0]!];
  for (let i = 0; i + 1 < points.length; i++) {
    const p1 = points[i]!;
    const p2 = points[i + 1]!;
    const p0 = points[i - 1] ?? ([2 * p1[0] - p2[0], 2 * p1[1] - p2[1]] as const);
    const p3 = points[i + 2] ?? ([2 * p2[0] - p1[0], 2 * p2[1] - p1[1]] as const);
    flatten((t) => catmullRom(p0, p1, p2, p3, t), 0, p1, 1, p2, 0, out);
  }
  return out;
}

function catmullRom(p0: Point, p1: Point, p2: Point, p3: Point, t: number): Point {
  const k1 = Math.sqrt(distance(p0, p1)) || 1e-6;
  const k2 = k1 + (Math.sqrt(distance(p1, p2)) || 1e-6);
  const k3 = k2 + (Math.sqrt(distance(p2, p3)) || 1e-6);
  const u = k1 + t * (k2 - k1);
  const mix = (a: Point, b: Point, from: number, to: number): Point => {
    const share = (u - from) / (to - from);
    return [a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share];
  };
  const a1 = mix(p0, p1, 0, k1);
  const a2 = mix(p1, p2, k1, k2);
  const a3 = mix(p2, p3, k2, k3);
  return mix(mix(a1, a2, 0, k2), mix(a2, a3, k1, k3), k1, k2);
}

function flatten(
  at: (t: number) => Point,
  t0: number,
  p0: Point,
  t1: number,
  p1: Point,
  depth: number,
  out: Point[],
): void {
  const middle = (t0 + t1) / 2;
  const point = at(middle);
  // The first levels always split: an S-bend can pass through the middle of its own chord.
  const flat = depth >= 3 && nearestOnSegment(point, p0, p1).distance <= FLATNESS;
  if (flat || depth >= 10) {
    out.push(p1);
    return;
  }
  flatten(at, t0, p0, middle, point, depth + 1, out);
  flatten(at, middle, point, t1, p1, depth + 1, out);
}
