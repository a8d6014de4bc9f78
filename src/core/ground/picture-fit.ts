import type { Point } from '../geometry/point.ts';
import { Refused } from '../holding/command.ts';
import type { Picture } from '../holding/ground-schema.ts';

type Matrix = Picture['matrix'];
export type KnownPoint = Picture['points'][number];

export const placeOf = ([a, b, c, d, e, f]: Matrix, [u, v]: readonly [number, number]): Point => [
  a * u + b * v + c,
  d * u + e * v + f,
];

/** The pixel that lies at a place. */
export function pixelAt([a, b, c, d, e, f]: Matrix, [x, y]: Point): [number, number] {
  const det = a * e - b * d;
  return [(e * (x - c) - b * (y - f)) / det, (a * (y - f) - d * (x - c)) / det];
}

/** How the picture lies by its known points, and how far each is off. */
export interface PictureFit {
  readonly matrix: Matrix;
  /** Metres on the ground between each known place and where its pixel comes to lie. */
  readonly residuals: readonly number[];
  /** Metres a pixel, and by how many degrees the picture is turned clockwise. */
  readonly scale: number;
  readonly turn: number;
}

/**
 * The shift, turn and scale that lay known pixels on their places, least squares over all (a similarity: two
 * points fix it, more show how well it fits). Throws {@link Refused} for fewer than two, or two in one place.
 */
export function fitPicture(points: readonly KnownPoint[]): PictureFit {
  if (points.length < 2)
    throw new Refused(
      'A picture needs two known points: click a corner in it, say where that corner is, and again for another.',
    );
  const n = points.length;
  const mean = (pick: (point: KnownPoint) => number) => points.reduce((sum, point) => sum + pick(point), 0) / n;
  // v runs down the picture, y up the plan: with -v the two are only turned, scaled and shifted.
  const [mu, mv, mx, my] = [
    mean(({ pixel }) => pixel[0]),
    mean(({ pixel }) => -pixel[1]),
    mean(({ at }) => at[0]),
    mean(({ at }) => at[1]),
  ];
  let [dot, cross, size, spread] = [0, 0, 0, 0];
  for (const { pixel, at } of points) {
    const [u, v, x, y] = [pixel[0] - mu, -pixel[1] - mv, at[0] - mx, at[1] - my];
    dot += u * x + v * y;
    cross += u * y - v * x;
    size += u * u + v * v;
    spread += x * x + y * y;
  }
  if (size < 1 || spread < 1e-6)
    throw new Refused(
      'The known points lie in one place. Choose points far apart, best at opposite corners of the ground.',
    );
  const [p, q] = [dot / size, cross / size];
  const matrix: Matrix = [p, q, mx - p * mu + q * mv, q, -p, my - q * mu - p * mv];
  const residuals = points.map(({ pixel, at }) => {
    const [x, y] = placeOf(matrix, pixel);
    return Math.hypot(x - at[0], y - at[1]);
  });
  return { matrix, residuals, scale: Math.hypot(p, q), turn: ((-Math.atan2(q, p) * 180) / Math.PI + 360) % 360 };
}

/** A world file's six numbers as a matrix on its own grid; throws {@link Refused} when they are none. */
export function readWorldFile(text: string, name: string): Matrix {
  const numbers = text.trim().split(/\s+/).map(Number);
  const [a, d, b, e, c, f] = numbers as [number, number, number, number, number, number];
  if (numbers.length !== 6 || numbers.some((value) => !Number.isFinite(value)) || Math.abs(a * e - b * d) < 1e-18)
    throw new Refused(
      `${name} is not a world file: it needs six numbers, one a line. Lay the picture by two known points instead.`,
    );
  // Its C and F are the centre of the first pixel; ours is the picture's corner.
  return [a, b, c - (a + b) / 2, d, e, f - (d + e) / 2];
}

/** The matrix that sends pixels to the plane when `toPlane` sends the file's own grid there, exact at three corners. */
export function onPlane(
  matrix: Matrix,
  width: number,
  height: number,
  toPlane: (x: number, y: number) => Point,
): Matrix {
  const at = (u: number, v: number) => toPlane(...(placeOf(matrix, [u, v]) as [number, number]));
  const [o, r, d] = [at(0, 0), at(width, 0), at(0, height)];
  return [(r[0] - o[0]) / width, (d[0] - o[0]) / height, o[0], (r[1] - o[1]) / width, (d[1] - o[1]) / height, o[1]];
}
