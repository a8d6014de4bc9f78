import type { Stand } from '../ranks/stand.ts';
import type { Size } from '../species/mature.ts';
import { LAST_YEAR } from './growth.ts';
import { lotSize } from './kept.ts';

/** Size at one year of each lot that stands, by the stand's own indices. */
export const sizesOf = ({ lots }: Pick<Stand, 'lots'>, year: number, site: number): Size[] =>
  lots.map((lot) => lotSize(lot, year, site));

/** Crown radius of every plant at `year`, metres: free-grown, or as it is kept. */
export function crownRadii(stand: Stand, year: number, site: number): Float32Array<ArrayBuffer> {
  const sizes = sizesOf(stand, year, site);
  const radii = new Float32Array(stand.count);
  for (let i = 0; i < stand.count; i++) radii[i] = sizes[stand.lot[i]!]!.width / 2;
  return radii;
}

/** Mean crown width of a row's plants at `year`, metres; 0 for an empty row. */
export function rowCrown(stand: Stand, rowIndex: number, sizes: readonly Size[]): number {
  const { from, to } = stand.rows[rowIndex]!;
  let sum = 0;
  for (let i = from; i < to; i++) sum += sizes[stand.lot[i]!]!.width;
  return to > from ? sum / (to - from) : 0;
}

/** Mean height of a row's plants with {@link sizesOf} one year, metres; 0 for an empty row. */
export function rowHeight(stand: Stand, rowIndex: number, sizes: readonly Size[]): number {
  const { from, to } = stand.rows[rowIndex]!;
  let sum = 0;
  for (let i = from; i < to; i++) sum += sizes[stand.lot[i]!]!.height;
  return to > from ? sum / (to - from) : 0;
}

/** First year in which a row's mean crown reaches its spacing, so that neighbours touch; null when none to 40. */
export function closingYear(stand: Stand, rowIndex: number, site: number): number | null {
  const { spacing, from, to } = stand.rows[rowIndex]!;
  if (to - from < 2) return null;
  for (let year = 0; year <= LAST_YEAR; year++)
    if (rowCrown(stand, rowIndex, sizesOf(stand, year, site)) >= spacing) return year;
  return null;
}
