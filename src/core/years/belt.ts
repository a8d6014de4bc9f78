import type { Stand } from '../ranks/stand.ts';
import { cutTo, type Size } from '../species/mature.ts';
import { stockOf } from '../species/stock.ts';
import { heightRange, LAST_YEAR } from './growth.ts';
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

/** Width of the belt at `year`: from the outer crown edge of the first row to that of the last, mean crowns, metres. */
export function beltWidth(stand: Stand, year: number, site: number): number {
  const planted = stand.rows.map((row, r) => ({ row, r })).filter(({ row }) => row.to > row.from);
  if (planted.length === 0) return 0;
  const sizes = sizesOf(stand, year, site);
  const edges = planted.map(({ row, r }) => ({ offset: row.offset, half: rowCrown(stand, r, sizes) / 2 }));
  return (
    Math.max(...edges.map(({ offset, half }) => offset + half)) -
    Math.min(...edges.map(({ offset, half }) => offset - half))
  );
}

/** Width of the widest guild at `year`: twice its outermost ring and half a mean crown, metres. */
export function guildWidth(stand: Stand, year: number, site: number): number {
  const sizes = sizesOf(stand, year, site);
  return stand.rows.reduce(
    (widest, { offset, from, to }, r) =>
      to > from ? Math.max(widest, 2 * offset + rowCrown(stand, r, sizes)) : widest,
    0,
  );
}

/** Mean height of a row's plants with {@link sizesOf} one year, metres; 0 for an empty row. */
export function rowHeight(stand: Stand, rowIndex: number, sizes: readonly Size[]): number {
  const { from, to } = stand.rows[rowIndex]!;
  let sum = 0;
  for (let i = from; i < to; i++) sum += sizes[stand.lot[i]!]!.height;
  return to > from ? sum / (to - from) : 0;
}

/** Mean height of the tallest row at `year`, metres. */
export function tallestRow(stand: Stand, year: number, site: number): number {
  const sizes = sizesOf(stand, year, site);
  return stand.rows.reduce((tallest, _, r) => Math.max(tallest, rowHeight(stand, r, sizes)), 0);
}

/** The least and the most that the tallest row may be at `year`, metres: its plants at the bounds of their speed. */
export function tallestRange(stand: Stand, year: number, site: number): [number, number] {
  const ranges = stand.lots.map(({ species, stock, later }) =>
    year < later ? ([0, 0] as const) : heightRange(species, stockOf(stock), year - later, site),
  );
  const at = (bound: 0 | 1) => {
    const sizes = stand.lots.map(({ kept }, lot) => cutTo({ height: ranges[lot]![bound], width: 0 }, kept));
    return stand.rows.reduce((tallest, _, r) => Math.max(tallest, rowHeight(stand, r, sizes)), 0);
  };
  return [at(0), at(1)];
}

/** First year in which a row's mean crown reaches its spacing, so that neighbours touch; null when none to 40. */
export function closingYear(stand: Stand, rowIndex: number, site: number): number | null {
  const { spacing, from, to } = stand.rows[rowIndex]!;
  if (to - from < 2) return null;
  for (let year = 0; year <= LAST_YEAR; year++)
    if (rowCrown(stand, rowIndex, sizesOf(stand, year, site)) >= spacing) return year;
  return null;
}
