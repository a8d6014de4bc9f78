import type { Point } from '../../geometry/point.ts';
import type { Laid } from '../../ranks/laid.ts';

/** A planting turned so that its line lies level, north no longer up: places on the plane as places on a sheet. */
export interface Levelled {
  readonly width: number;
  readonly height: number;
  /** Where a place of the plane lies, metres from the top left corner, y downward. */
  at(place: Point): Point;
  /** The direction of north on the sheet, as a step of length 1. */
  readonly north: Point;
}

/** Round the box, metres. */
const EDGE = 2;

/** Turns a stand, and whatever more is to be seen, so that it fills the width of a sheet. */
export function levelled({ layout }: Laid, more: readonly Point[]): Levelled {
  const { stand } = layout;
  const plants = Array.from({ length: stand.count }, (_, i): Point => [stand.x[i]!, stand.y[i]!]);
  const line = layout.baseline?.line.points ?? plants;
  const [a, b] = [line[0] ?? [0, 0], line.at(-1) ?? [1, 0]];
  const way = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
  const [c, s] = [(b[0] - a[0]) / way, (b[1] - a[1]) / way];
  const turn = ([x, y]: Point): Point => [x * c + y * s, x * s - y * c];
  let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const place of [...plants, ...more]) {
    const [u, v] = turn(place);
    left = Math.min(left, u);
    right = Math.max(right, u);
    top = Math.min(top, v);
    bottom = Math.max(bottom, v);
  }
  return {
    width: right - left + 2 * EDGE,
    height: bottom - top + 2 * EDGE,
    at: (place) => {
      const [u, v] = turn(place);
      return [u - left + EDGE, v - top + EDGE];
    },
    north: turn([0, 1]),
  };
}
