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

/** Rows named one by one; a block has too many. */
const MOST_ROWS_SAID = 4;

/** The plants as people say them: 'Row 3, plants 31 to 38', more rows after a semicolon. */
export function sayPlants(stand: Stand, plants: readonly number[]): string {
  const rows = new Map<number, number[]>();
  for (const i of plants) listed(rows, stand.row[i]!).push(numberInRow(stand, i));
  const said = [...rows].map(([row, numbers]) => `row ${row + 1}, ${sayNumbers(numbers)}`);
  if (said.length <= MOST_ROWS_SAID) return capital(said.join('; '));
  const others = [...rows.values()].slice(MOST_ROWS_SAID).reduce((sum, numbers) => sum + numbers.length, 0);
  return capital(
    `${said.slice(0, MOST_ROWS_SAID).join('; ')}; and ${others} in ${said.length - MOST_ROWS_SAID} more rows`,
  );
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
