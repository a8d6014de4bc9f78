import type { Point } from '../geometry/point.ts';
import { pointsOf } from '../ground/features.ts';
import type { Holding } from '../holding/schema.ts';
import type { Laid } from './laid.ts';

/** A holding's plan as small as a stamp: whole numbers, 0 to `SMALL_PLAN` east and south. */
export interface SmallPlan {
  /** Rings and lines of the ground, as the `d` of an SVG path. */
  readonly ground: string;
  /** Its boundary, likewise; empty where none is drawn. */
  readonly boundary: string;
  /** Where plants stand, x and y in turn; of many, one of each so many. */
  readonly plants: readonly number[];
}

export const SMALL_PLAN = 100;
const MARGIN = 4;
/** More dots than these are not told apart at that size. */
const MOST_DOTS = 400;
/** More points than these of a traced line are not either. */
const MOST_POINTS = 200;

/** A small plan and how the holding's plane lies on it. */
export interface PlacedPlan {
  readonly plan: SmallPlan;
  /** West, south, east and north of all that is drawn, metres; what lies in its middle, and how many of its units a metre is. */
  readonly extent: readonly [number, number, number, number];
  readonly centre: Point;
  readonly scale: number;
}

/** The small plan of a holding as it is laid, with its place on the plane; null when nothing is drawn. */
export function placedPlan(
  { boundary, features }: Pick<Holding, 'boundary' | 'features'>,
  laid: readonly Laid[],
): PlacedPlan | null {
  const edge: readonly Point[] = boundary?.map(({ at }) => at) ?? [];
  const drawn = features
    .filter((feature) => !('at' in feature))
    .map((feature) => ({
      points: thinned(pointsOf(feature), MOST_POINTS),
      closed: 'ring' in feature,
    }));
  const count = laid.reduce((sum, { layout }) => sum + layout.stand.count, 0);
  const every = Math.max(1, Math.ceil(count / MOST_DOTS));
  const plants = laid.flatMap(({ layout: { stand } }) =>
    Array.from({ length: Math.ceil(stand.count / every) }, (_, i): Point => [stand.x[i * every]!, stand.y[i * every]!]),
  );
  const all = [...edge, ...drawn.flatMap(({ points }) => points), ...plants];
  if (all.length === 0) return null;
  let [west, south, east, north] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const [x, y] of all)
    [west, south, east, north] = [Math.min(west, x), Math.min(south, y), Math.max(east, x), Math.max(north, y)];
  const scale = (SMALL_PLAN - 2 * MARGIN) / Math.max(east - west, north - south, 1);
  const centre: Point = [(west + east) / 2, (south + north) / 2];
  const place = ([x, y]: Point): Point => [
    Math.round(SMALL_PLAN / 2 + (x - centre[0]) * scale),
    Math.round(SMALL_PLAN / 2 - (y - centre[1]) * scale),
  ];
  const path = (points: readonly Point[], closed: boolean): string =>
    points.length === 0 ? '' : `M${points.map((point) => place(point).join(' ')).join('L')}${closed ? 'Z' : ''}`;
  const plan = {
    ground: drawn.map(({ points, closed }) => path(points, closed)).join(''),
    boundary: path(thinned(edge, MOST_POINTS), true),
    plants: plants.flatMap(place),
  };
  return { plan, extent: [west, south, east, north], centre, scale };
}

/** The small plan of a holding as it is laid; null when nothing is drawn. */
export const smallPlan = (holding: Pick<Holding, 'boundary' | 'features'>, laid: readonly Laid[]): SmallPlan | null =>
  placedPlan(holding, laid)?.plan ?? null;

const thinned = (points: readonly Point[], most: number): readonly Point[] => {
  const every = Math.ceil(points.length / most);
  return every <= 1 ? points : points.filter((_, i) => i % every === 0 || i === points.length - 1);
};
