import type { Point } from '../geometry/point.ts';
import type { Stand } from '../ranks/stand.ts';
import { distancesFrom, standingIn } from './distances.ts';
import { isNear, plantsWhere } from './plants.ts';

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
