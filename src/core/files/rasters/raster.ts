import { MOST_CELLS, type Picture, type Terrain } from '../../holding/ground-schema.ts';
import { pixelAt } from '../../ground/picture-fit.ts';
import type { Grid } from '../crs.ts';
import { Unreadable } from '../problems.ts';

/** Numbers on a file's own grid, rows from the top down. */
export interface Raster {
  readonly width: number;
  readonly height: number;
  readonly values: ArrayLike<number>;
  /** Sends a pixel's corner to the file's grid. */
  readonly matrix: Picture['matrix'];
  readonly nodata: number | null;
}

/** Land beyond the holding that is kept: it can still stand between the ground and the sun, metres. */
const AROUND = 400;

/**
 * An elevation grid on the holding's plane, sampled from a raster within `box` (west, south, east, north) and some way
 * round it. Cells as large as the raster's own, or as large as they must be to stay within what a holding keeps.
 */
export function terrainFrom(
  raster: Raster,
  grid: Grid,
  box: readonly [number, number, number, number],
  source: string,
): Terrain {
  const [west, south, east, north] = [box[0] - AROUND, box[1] - AROUND, box[2] + AROUND, box[3] + AROUND];
  const sample = (x: number, y: number) => valueAt(raster, pixelAt(raster.matrix, grid.fromPlane([x, y])));
  const [mx, my] = [(box[0] + box[2]) / 2, (box[1] + box[3]) / 2];
  const [u0, v0] = pixelAt(raster.matrix, grid.fromPlane([mx, my]));
  const [u1, v1] = pixelAt(raster.matrix, grid.fromPlane([mx + 10, my + 10]));
  const own = Math.hypot(10, 10) / Math.max(1e-9, Math.hypot(u1 - u0, v1 - v0));
  const cell = Math.max(
    0.2,
    Math.min(1000, Math.max(own, Math.sqrt(((east - west) * (north - south)) / (MOST_CELLS * 0.9)))),
  );
  const [columns, rows] = [
    Math.max(2, Math.floor((east - west) / cell) + 1),
    Math.max(2, Math.floor((north - south) / cell) + 1),
  ];
  const heights: (number | null)[] = [];
  for (let j = 0; j < rows; j++)
    for (let i = 0; i < columns; i++) {
      const value = sample(west + i * cell, south + j * cell);
      heights.push(value === null ? null : Math.round(value * 100) / 100);
    }
  const known = heights.filter((height) => height !== null);
  if (known.length === 0)
    throw new Unreadable(
      `${source} holds no elevation within ${AROUND} m of this holding. Check the holding’s place, and how the file’s coordinates are meant.`,
    );
  if (known.some((height) => height < -500 || height > 9000))
    throw new Unreadable(
      `${source} holds elevations no land has. Check that it is in metres, and that it is an elevation grid.`,
    );
  return { west, south, cell, columns, rows, heights, source, simulated: false };
}

/** Bilinear between the centres of the pixels; null beyond them or beside one without a value. */
function valueAt({ width, height, values, nodata }: Raster, [u, v]: readonly [number, number]): number | null {
  const [x, y] = [u - 0.5, v - 0.5];
  if (!(x >= -0.5 && y >= -0.5 && x <= width - 0.5 && y <= height - 0.5)) return null;
  const i = Math.max(0, Math.min(width - 2, Math.floor(x)));
  const j = Math.max(0, Math.min(height - 2, Math.floor(y)));
  const corners = [
    values[j * width + i],
    values[j * width + i + 1],
    values[(j + 1) * width + i],
    values[(j + 1) * width + i + 1],
  ];
  if (corners.some((value) => value === undefined || !Number.isFinite(value) || value === nodata)) return null;
  const [fu, fv] = [Math.max(0, Math.min(1, x - i)), Math.max(0, Math.min(1, y - j))];
  const [a, b, c, d] = corners as [number, number, number, number];
  return a * (1 - fu) * (1 - fv) + b * fu * (1 - fv) + c * (1 - fu) * fv + d * fu * fv;
}
