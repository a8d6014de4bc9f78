import { bearing, compassName, type Point } from '../geometry/point.ts';
import { nearestEdge } from '../geometry/polygon.ts';
import { crossesItself } from '../geometry/polyline.ts';
import { Refused } from '../holding/command.ts';
import { MOST_CORNERS, type Corner } from '../holding/ground-schema.ts';
import type { Holding } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';

/** A side of the boundary as seen from a point inside or out. */
export interface BoundarySide {
  /** Number of the side: from corner i to the next, 0 first. */
  readonly side: number;
  readonly point: Point;
  readonly distance: number;
  /** Either of its corners is assumed, so the line itself is not sure. */
  readonly assumed: boolean;
  /** How far its assumed corners may lie from where they are, by the file that they came from, metres. */
  readonly off: number;
}

/** The nearest side to `p`. */
export function nearestSide(boundary: readonly Corner[], p: Point): BoundarySide {
  const { edge, point, distance } = nearestEdge(
    boundary.map(({ at }) => at),
    p,
  );
  return { side: edge, point, distance, ...surenessOf(boundary, edge) };
}

/** A side as people find it: 'side 4 (south)', by the way that it faces. */
export function sideName(boundary: readonly Corner[], side: number): string {
  const [a, b] = [boundary[side]!.at, boundary[(side + 1) % boundary.length]!.at];
  const out = inward(boundary.map(({ at }) => at)) === 'left' ? 90 : -90;
  return `side ${side + 1} (${compassName(bearing(a, b) + out)})`;
}

/** How sure the line of a side is. */
export function surenessOf(boundary: readonly Corner[], side: number): Pick<BoundarySide, 'assumed' | 'off'> {
  const assumed = [boundary[side]!, boundary[(side + 1) % boundary.length]!].filter(({ pin }) => pin === 'assumed');
  return { assumed: assumed.length > 0, off: Math.max(0, ...assumed.map(({ off }) => off)) };
}

/** How far stems keep from a side: the setback and the allowance for how sure its line is, metres (`stake.setback`). */
export const setbackFrom = (
  holding: Pick<Holding, 'settings' | 'units'>,
  { assumed, off }: Pick<BoundarySide, 'assumed' | 'off'>,
): number =>
  settingOf(holding, 'setback.boundary') +
  (assumed
    ? Math.max(settingOf(holding, 'setback.evidenceAssumed'), off)
    : settingOf(holding, 'setback.evidenceFound'));

/** Checks the points of a boundary; throws {@link Refused} with what is wrong. `sound`: whoever read them found that they do not cross. */
export function checkBoundary(points: readonly Point[], sound = false): void {
  if (points.length < 3)
    throw new Refused(`A boundary needs at least three corners; this has ${points.length}. Add more, or press Escape.`);
  if (points.length > MOST_CORNERS)
    throw new Refused(
      `A boundary can have ${MOST_CORNERS.toLocaleString('en')} corners; this has ${points.length.toLocaleString('en')}. Simplify it where it was drawn, or bring it in as a place.`,
    );
  if (!sound && crossesItself(points, true))
    throw new Refused('The boundary crosses itself. Give its corners in order, round the holding once.');
}

/** The side on which the inside of a boundary lies when its corners are walked in order. */
export function inward(corners: readonly Point[]): 'left' | 'right' {
  let twice = 0;
  corners.forEach(([x, y], i) => {
    const [nx, ny] = corners[(i + 1) % corners.length]!;
    twice += x * ny - nx * y;
  });
  return twice > 0 ? 'left' : 'right';
}
