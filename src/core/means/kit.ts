import type { Holding } from '../holding/schema.ts';
import { priceOf } from './prices.ts';
import { withSpares } from './protection/guards.ts';

/** One line of guards, stakes, mats and the like. */
export interface KitLine {
  readonly key: string;
  /** Pieces wanted on the plan, before spares; a volume in m³ for what is loose. */
  readonly wanted: number;
  /** Pieces to have, spares in. */
  readonly count: number;
  readonly cents: number;
  /** How it was counted, in words. */
  readonly why: string;
  /** Of what is wanted, what each laid row gets, by its index; absent for what is not packed by row: fences, pipes, whole rolls. */
  readonly rows?: ByRow;
}

/** An amount for each laid row that gets any, by its index in the stand. */
export type ByRow = ReadonlyMap<number, number>;

/** So much for each plant of some rows. */
export const eachOf = (rows: ByRow, each = 1): ByRow => new Map([...rows].map(([row, plants]) => [row, plants * each]));

/** So many pieces and a share of spares, at the price of their key. */
export function piece(
  holding: Pick<Holding, 'prices' | 'currency'>,
  key: string,
  wanted: number,
  spare: number,
  why: string,
  rows?: ByRow,
): KitLine {
  const { need } = withSpares(wanted, spare, 1);
  return { key, wanted, count: need, cents: need * priceOf(holding, key), why, ...(rows && { rows }) };
}

/** Kit of several plantings added up by kind. */
export function addKit(all: readonly (readonly KitLine[])[]): KitLine[] {
  const sums = new Map<string, KitLine>();
  for (const line of all.flat()) {
    const known = sums.get(line.key);
    sums.set(
      line.key,
      known
        ? {
            ...line,
            wanted: known.wanted + line.wanted,
            count: known.count + line.count,
            cents: known.cents + line.cents,
            why: known.why === line.why ? line.why : `${known.why}; ${line.why}`,
            ...((known.rows || line.rows) && { rows: addRows(known.rows, line.rows) }),
          }
        : line,
    );
  }
  return [...sums.values()].filter(({ count }) => count > 0);
}

function addRows(a: ByRow = new Map(), b: ByRow = new Map()): ByRow {
  const sums = new Map(a);
  for (const [row, amount] of b) sums.set(row, (sums.get(row) ?? 0) + amount);
  return sums;
}
