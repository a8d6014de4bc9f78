import { refuse, Unreadable } from '../problems.ts';
import type { Raster } from './raster.ts';

/** Cells that are read of one grid. */
export const MOST_PIXELS = 16_000_000;

/** An elevation grid as text: a head of six words with their numbers, then the rows from north to south. Throws {@link Unreadable}. */
export function readAsciiGrid(text: string, name: string): Raster {
  const head = new Map<string, number>();
  const pattern = /\s*(ncols|nrows|xllcorner|yllcorner|xllcenter|yllcenter|cellsize|nodata_value)\s+(\S+)/iy;
  let at = 0;
  for (let match = pattern.exec(text); match; match = pattern.exec(text)) {
    head.set(match[1]!.toLowerCase(), Number(match[2]));
    at = pattern.lastIndex;
  }
  const [width, height, cell] = ['ncols', 'nrows', 'cellsize'].map((key) => head.get(key)) as [number, number, number];
  const corner = (axis: 'x' | 'y') => head.get(`${axis}llcorner`) ?? head.get(`${axis}llcenter`)! - cell / 2;
  const [west, south] = [corner('x'), corner('y')];
  if (
    !(
      Number.isInteger(width) &&
      Number.isInteger(height) &&
      width >= 2 &&
      height >= 2 &&
      cell > 0 &&
      Number.isFinite(west) &&
      Number.isFinite(south)
    )
  )
    throw new Unreadable(
      `${name} is not an elevation grid: its head must give ncols, nrows, xllcorner, yllcorner and cellsize.`,
    );
  if (width * height > MOST_PIXELS)
    throw new Unreadable(
      `${name} holds ${width} x ${height} cells; at most ${MOST_PIXELS / 1e6} million can be read. Cut out the part round the holding.`,
    );
  const values = new Float32Array(width * height);
  const number = /\S+/g;
  number.lastIndex = at;
  let n = 0;
  for (let match = number.exec(text); match && n <= values.length; match = number.exec(text)) {
    const value = Number(match[0]);
    if (!Number.isFinite(value))
      throw new Unreadable(
        `${name}: cell ${n + 1} is '${match[0].slice(0, 20)}', which is no height. Export it again.`,
      );
    if (n < values.length) values[n] = value;
    n++;
  }
  if (n !== values.length)
    refuse(name, {
      code: 'damaged',
      what: `it holds ${n < values.length ? 'fewer' : 'more'} cells than the ${width} x ${height} it says`,
    });
  return {
    width,
    height,
    values,
    nodata: head.get('nodata_value') ?? null,
    matrix: [cell, 0, west, 0, -cell, south + height * cell],
  };
}
