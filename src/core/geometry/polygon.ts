import { distance, nearestOnSegment, type Point } from './point.ts';

/** Whether the edge from a to b crosses the ray that runs east from (x, y): an odd count of such edges means inside. */
export const crossesRay = (ax: number, ay: number, bx: number, by: number, x: number, y: number): boolean =>
  ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax;

/** Whether `p` lies in the polygon (even-odd rule); a point on the edge may fall either way. */
export function isInside(polygon: readonly Point[], p: Point): boolean {
  let inside = false;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const a = polygon[i]!;
    const b = polygon[j]!;
    if (crossesRay(a[0], a[1], b[0], b[1], p[0], p[1])) inside = !inside;
  }
  return inside;
}

/** Area in square metres, positive whichever way the ring runs. */
export function area(polygon: readonly Point[]): number {
  let twice = 0;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++)
    twice += polygon[j]![0] * polygon[i]![1] - polygon[i]![0] * polygon[j]![1];
  return Math.abs(twice) / 2;
}

/** Mean of the corners: good enough to hang a label on. */
export function middle(points: readonly Point[]): Point {
  let x = 0;
  let y = 0;
  for (const point of points) {
    x += point[0];
    y += point[1];
  }
  return [x / points.length, y / points.length];
}

/** The nearest edge of the ring to `p`: its index (corner i to the next), the nearest point, and how far. */
export function nearestEdge(ring: readonly Point[], p: Point): { edge: number; point: Point; distance: number } {
  let best = { edge: 0, point: ring[0]!, distance: Infinity };
  for (let i = 0; i < ring.length; i++) {
    const near = nearestOnSegment(p, ring[i]!, ring[(i + 1) % ring.length]!);
    if (near.distance < best.distance) best = { edge: i, point: near.point, distance: near.distance };
  }
  return best;
}

/** Distance from `p` to the polygon: 0 inside, else to its edge. */
export const distanceToArea = (polygon: readonly Point[], p: Point): number =>
  isInside(polygon, p) ? 0 : nearestEdge(polygon, p).distance;

/** Length round the ring, metres. */
export const perimeter = (ring: readonly Point[]): number =>
  ring.reduce((sum, point, i) => sum + distance(point, ring[(i + 1) % ring.length]!), 0);
