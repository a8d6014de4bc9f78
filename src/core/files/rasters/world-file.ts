import { onPlane, readWorldFile } from '../../ground/picture-fit.ts';
import type { Plane } from '../../ground/plane.ts';
import type { Picture } from '../../holding/ground-schema.ts';
import { chosenGrid } from '../crs.ts';
import { Unreadable } from '../problems.ts';

/** A picture that lies farther off than this, metres, was laid by another place's file. */
const FARTHEST = 20_000;

/**
 * How a world file lays a picture of `width` by `height` pixels on the plane. It does not say its grid: small numbers are
 * degrees or the plan's own metres, large ones those of the UTM zone here. Throws a sentence where it lies far away.
 */
export function laidByWorldFile(
  text: string,
  name: string,
  { width, height, plane }: { readonly width: number; readonly height: number; readonly plane: Plane },
): Picture['matrix'] {
  const grid = readWorldFile(text, name);
  const far = Math.max(Math.abs(grid[2]), Math.abs(grid[5]));
  const isDegrees = far <= 180 && Math.abs(grid[0]) < 0.01;
  const source = chosenGrid(isDegrees ? 'degrees' : far > FARTHEST ? 'utm' : 'metres', plane);
  const [a, b, c, d, e, f] = onPlane(grid, width, height, source.toPlane);
  if (![a, b, c, d, e, f].every(Number.isFinite) || Math.hypot(c, f) > FARTHEST)
    throw new Unreadable(
      `${name} lays the picture more than 20 km away. Lay it by two known points instead: choose the picture without its world file.`,
    );
  return [a, b, c, d, e, f];
}
