import { heightOfRow } from './rows-at.ts';
import type { StandYears } from './stand-years.ts';

/** Indices of the laid rows that hold plants. */
const planted = ({ grown }: StandYears): number[] => [...new Set(grown.map(({ laidRow }) => laidRow))];

/** Mean height of the tallest row in a year, metres; 0 where nothing stands. */
export const tallestAt = (stand: StandYears, year: number): number =>
  Math.max(0, ...planted(stand).map((row) => heightOfRow(stand.grown, row, year)));

/** Mean free crown width of a row in a year, metres, over all its strings. */
export function crownOfRow({ grown }: StandYears, row: string, year: number): number {
  let [sum, plants] = [0, 0];
  for (const one of grown)
    if (one.row === row) {
      sum += one.plants * one.width[year]!;
      plants += one.plants;
    }
  return plants > 0 ? sum / plants : 0;
}

/**
 * Width of a planting in a year, metres, by mean crowns: of a belt from the outer edge of its first row to that of its
 * last, of guilds twice the outermost ring and half a crown on either side.
 */
export function widthAt(stand: StandYears, year: number): number {
  const { laid } = stand;
  const rows = planted(stand).map((row) => ({
    offset: laid.layout.stand.rows[row]!.offset,
    crown: crownOfRow(stand, laid.layout.stand.rows[row]!.row.id, year),
  }));
  if (rows.length === 0) return 0;
  if (laid.planting.baseline.kind === 'guilds') return Math.max(...rows.map(({ offset, crown }) => 2 * offset + crown));
  return (
    Math.max(...rows.map(({ offset, crown }) => offset + crown / 2)) -
    Math.min(...rows.map(({ offset, crown }) => offset - crown / 2))
  );
}
