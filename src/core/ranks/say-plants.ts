import { distance } from '../geometry/point.ts';
import { capital } from '../units/text.ts';
import { numberInRow, type Stand } from './stand.ts';

/** 'Row 1, plant 95 stands' or 'Row 3, plants 31 to 38 stand'. */
export const sayStand = (stand: Stand, plants: readonly number[]): string =>
  `${sayPlants(stand, plants)} ${plants.length === 1 ? 'stands' : 'stand'}`;

/** The list under `key`, a new one the first time. */
function listed(lists: Map<number, number[]>, key: number): number[] {
  let list = lists.get(key);
  if (!list) lists.set(key, (list = []));
  return list;
}

/** How a laid row is called: by its number as it is walked; a row of one of several guilds by its guild, as the strings show it. */
export function rowWords({ rows }: Pick<Stand, 'rows'>, r: number): string {
  const ids = [...new Set(rows.map(({ row }) => row.id))];
  const { row, copy } = rows[r]!;
  return ids.length < rows.length && rows.some(isRing)
    ? `guild ${copy + 1}, row ${ids.indexOf(row.id) + 1}`
    : `row ${r + 1}`;
}

/** Whether a laid row runs round its anchor. */
function isRing({ line }: Stand['rows'][number]): boolean {
  const [first, last] = [line?.points[0], line?.points.at(-1)];
  return !!first && !!last && line!.length > 0 && distance(first, last) < 1e-6;
}

/** Rows named one by one; a block has too many. */
const MOST_ROWS_SAID = 4;

/** The plants as people say them: 'Row 3, plants 31 to 38', more rows after a semicolon. */
export function sayPlants(stand: Stand, plants: readonly number[]): string {
  const rows = new Map<number, number[]>();
  for (const i of plants) listed(rows, stand.row[i]!).push(numberInRow(stand, i));
  const all = [...rows];
  const said = all.slice(0, MOST_ROWS_SAID).map(([row, numbers]) => `${rowWords(stand, row)}, ${sayNumbers(numbers)}`);
  const others = all.slice(MOST_ROWS_SAID).reduce((sum, [, numbers]) => sum + numbers.length, 0);
  if (others > 0) said.push(`and ${others} in ${all.length - MOST_ROWS_SAID} more rows`);
  return capital(said.join('; '));
}

function sayNumbers(numbers: readonly number[]): string {
  const runs: [number, number][] = [];
  for (const n of numbers) {
    const run = runs.at(-1);
    if (run && n === run[1] + 1) run[1] = n;
    else runs.push([n, n]);
  }
  const parts = runs.map(([from, to]) => (from === to ? `${from}` : `${from} to ${to}`));
  const shown =
    parts.length > 4
      ? [...parts.slice(0, 3), `${runs.slice(3).reduce((sum, [from, to]) => sum + to - from + 1, 0)} more`]
      : parts;
  return `${numbers.length === 1 ? 'plant' : 'plants'} ${shown.length > 1 ? `${shown.slice(0, -1).join(', ')} and ${shown.at(-1)}` : shown[0]}`;
}
