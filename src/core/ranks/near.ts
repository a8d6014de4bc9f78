import type { Point } from '../geometry/point.ts';
import type { Stand } from './stand.ts';
import { distancesFrom, standingIn } from './distances.ts';

export const plantAt = (stand: Stand, i: number): Point => [stand.x[i]!, stand.y[i]!];

/** Plants of the stand for which `holds`, by index. */
export function plantsWhere(stand: Stand, holds: (i: number) => boolean): number[] {
  const found: number[] = [];
  for (let i = 0; i < stand.count; i++) if (holds(i)) found.push(i);
  return found;
}

/** Whether the stand comes within `margin` metres of the box round `points`: the cheap test before the dear one. */
export function isNear({ x, y, count }: Stand, points: readonly Point[], margin: number): boolean {
  let [west, south, east, north] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const [px, py] of points) {
    if (px < west) west = px;
    if (px > east) east = px;
    if (py < south) south = py;
    if (py > north) north = py;
  }
  [west, south, east, north] = [west - margin, south - margin, east + margin, north + margin];
  for (let i = 0; i < count; i++) if (x[i]! >= west && x[i]! <= east && y[i]! >= south && y[i]! <= north) return true;
  return false;
}

/** Plants nearer than `metres` to a run of points, and the least of their distances. */
export function plantsWithin(
  stand: Stand,
  points: readonly Point[],
  metres: number,
  closed = false,
): { plants: number[]; nearest: number } {
  if (!isNear(stand, points, metres)) return { plants: [], nearest: Infinity };
  const { distance } = distancesFrom(stand, points, closed);
  const plants = plantsWhere(stand, (i) => distance[i]! < metres - 1e-6);
  return { plants, nearest: plants.reduce((least, i) => Math.min(least, distance[i]!), Infinity) };
}

/** Plants inside a ring. */
export function plantsInside(stand: Stand, ring: readonly Point[]): number[] {
  if (!isNear(stand, ring, 0)) return [];
  const inside = standingIn(stand, ring);
  return plantsWhere(stand, (i) => inside[i] === 1);
}
