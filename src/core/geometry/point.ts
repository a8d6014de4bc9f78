/** A place on the holding's plane: metres east, metres north. */
export type Point = readonly [x: number, y: number];

export const distance = (a: Point, b: Point): number => Math.hypot(b[0] - a[0], b[1] - a[1]);

/** The point at share `t` of the way from `a` (0) to `b` (1). */
export const between = (a: Point, b: Point, t: number): Point => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];

/** Unit vector from `a` to `b`; east when they coincide. */
export function direction(a: Point, b: Point): Point {
  const length = distance(a, b);
  return length > 0 ? [(b[0] - a[0]) / length, (b[1] - a[1]) / length] : [1, 0];
}

/** Bearing from `a` to `b`, degrees clockwise from north, 0 up to 360. */
export function bearing(a: Point, b: Point): number {
  const degrees = (Math.atan2(b[0] - a[0], b[1] - a[1]) * 180) / Math.PI;
  return degrees < 0 ? degrees + 360 : degrees;
}

/** The point `length` metres from `a` on a bearing in degrees clockwise from north. */
export function polar(a: Point, length: number, bearingDegrees: number): Point {
  const radians = (bearingDegrees * Math.PI) / 180;
  return [a[0] + length * Math.sin(radians), a[1] + length * Math.cos(radians)];
}

const WINDS = ['north', 'north-east', 'east', 'south-east', 'south', 'south-west', 'west', 'north-west'] as const;

/** The nearest of the eight winds' names for a bearing. */
export const compassName = (bearingDegrees: number): string =>
  WINDS[Math.round((((bearingDegrees % 360) + 360) % 360) / 45) % 8]!;

/** Share of the way from a to b at which the segment comes nearest to the point (x, y). */
function nearestShare(x: number, y: number, ax: number, ay: number, bx: number, by: number): number {
  const [dx, dy] = [bx - ax, by - ay];
  const squared = dx * dx + dy * dy;
  if (squared === 0) return 0;
  const t = ((x - ax) * dx + (y - ay) * dy) / squared;
  return t < 0 ? 0 : t > 1 ? 1 : t;
}

/** Squared distance of (x, y) from the segment from a to b: plain numbers, for asking many. */
export function awaySquared(x: number, y: number, ax: number, ay: number, bx: number, by: number): number {
  const t = nearestShare(x, y, ax, ay, bx, by);
  return (ax + t * (bx - ax) - x) ** 2 + (ay + t * (by - ay) - y) ** 2;
}

/** Nearest point to `p` on the segment from `a` to `b`, with its share of the way and its distance. */
export function nearestOnSegment(p: Point, a: Point, b: Point): { point: Point; t: number; distance: number } {
  const t = nearestShare(p[0], p[1], a[0], a[1], b[0], b[1]);
  const point: Point = [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])];
  return { point, t, distance: distance(p, point) };
}

/** Where the segments ab and cd cross: shares along each, or null when they miss or run parallel. */
export function crossing(a: Point, b: Point, c: Point, d: Point): { t: number; u: number } | null {
  const rx = b[0] - a[0];
  const ry = b[1] - a[1];
  const sx = d[0] - c[0];
  const sy = d[1] - c[1];
  const cross = rx * sy - ry * sx;
  if (Math.abs(cross) < 1e-12) return null;
  const t = ((c[0] - a[0]) * sy - (c[1] - a[1]) * sx) / cross;
  const u = ((c[0] - a[0]) * ry - (c[1] - a[1]) * rx) / cross;
  return t >= 0 && t <= 1 && u >= 0 && u <= 1 ? { t, u } : null;
}
