import type { Point } from '../../../core/geometry/point.ts';
import { middle } from '../../../core/geometry/polygon.ts';
import { pointsOf } from '../../../core/ground/features.ts';
import type { Holding } from '../../../core/holding/schema.ts';

/** Everything drawn of the holding: its boundary, else its features, else a hectare round the origin. */
const outline = ({ boundary, features }: Holding): readonly Point[] => {
  const drawn = boundary?.map(({ at }): Point => at) ?? features.flatMap(pointsOf);
  return drawn.length > 0
    ? drawn
    : [
        [-50, -50],
        [50, 50],
      ];
};

/** West, south, east, north of the ground, metres. */
export function groundBox(holding: Holding): [number, number, number, number] {
  const points = outline(holding);
  let [west, south, east, north] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const [x, y] of points)
    [west, south, east, north] = [Math.min(west, x), Math.min(south, y), Math.max(east, x), Math.max(north, y)];
  return [Math.min(west, east - 1), Math.min(south, north - 1), east, north];
}

export const middleOfGround = (holding: Holding): Point => middle(outline(holding));

/** The box of the ground as a query of a simulated service. */
export function boxQuery(holding: Holding): string {
  const [west, south, east, north] = groundBox(holding).map((metres) => Math.round(metres));
  return new URLSearchParams({
    latitude: String(holding.place.latitude),
    longitude: String(holding.place.longitude),
    west: String(west),
    south: String(south),
    east: String(east),
    north: String(north),
  }).toString();
}
