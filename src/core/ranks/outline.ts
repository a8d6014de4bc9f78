import { bearing, distance, type Point } from '../geometry/point.ts';
import type { Baseline } from '../holding/schema.ts';

export type Block = Extract<Baseline, { kind: 'block' }>;

/** Unit vectors along a block's rows and, to the right of that, from each row to the next. */
export function axesOf(bearing: number): { along: Point; across: Point } {
  const turn = (bearing * Math.PI) / 180;
  const along: Point = [Math.sin(turn), Math.cos(turn)];
  return { along, across: [along[1], -along[0]] };
}

/** Whether rows run along a line, as in a belt, rather than fill a block or ring an anchor. */
export const isBelt = ({ kind }: Pick<Baseline, 'kind'>): boolean => kind === 'drawn' || kind === 'beside';

/** Bearing of an outline's longest side, degrees from 0 up to 180. */
export function alongLongest(outline: readonly Point[]): number {
  const sides = outline.map((a, i) => ({ a, b: outline[(i + 1) % outline.length]! }));
  const { a, b } = sides.reduce((long, side) =>
    distance(side.a, side.b) > distance(long.a, long.b) + 1e-9 ? side : long,
  );
  return (Math.round(bearing(a, b) * 100) / 100) % 180;
}

export const dot = ([ax, ay]: Point, [bx, by]: Point): number => ax * bx + ay * by;

/** The line that a block is measured from: along its rows, at the corner of the outline where they begin, over its whole length. */
export function blockLine({ outline, bearing: degrees }: Block): [Point, Point] {
  const { along, across } = axesOf(degrees);
  const u = outline.map((p) => dot(p, along));
  const v = Math.min(...outline.map((p) => dot(p, across)));
  const at = (reach: number): Point => [reach * along[0] + v * across[0], reach * along[1] + v * across[1]];
  return [at(Math.min(...u)), at(Math.max(...u))];
}
