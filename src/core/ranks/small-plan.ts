import type { Point } from '../geometry/point.ts';
import { pointsOf } from '../ground/features.ts';
import type { Holding, Planting } from '../holding/schema.ts';
import type { Layout } from './lay-out.ts';

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

/** The small plan of a holding as it is laid; null when nothing is drawn. */
export function smallPlan(
  { boundary, features }: Pick<Holding, 'boundary' | 'features'>,
  laid: readonly { readonly planting: Planting; readonly layout: Layout }[],
): SmallPlan | null {
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
  const place = ([x, y]: Point): Point => [
    Math.round(SMALL_PLAN / 2 + (x - (west + east) / 2) * scale),
    Math.round(SMALL_PLAN / 2 - (y - (south + north) / 2) * scale),
  ];
  const path = (points: readonly Point[], closed: boolean): string =>
    points.length === 0 ? '' : `M${points.map((point) => place(point).join(' ')).join('L')}${closed ? 'Z' : ''}`;
  return {
    ground: drawn.map(({ points, closed }) => path(points, closed)).join(''),
    boundary: path(thinned(edge, MOST_POINTS), true),
    plants: plants.flatMap(place),
  };
}

const thinned = (points: readonly Point[], most: number): readonly Point[] => {
  const every = Math.ceil(points.length / most);
  return every <= 1 ? points : points.filter((_, i) => i % every === 0 || i === points.length - 1);
};
