import type { Polyline } from '../geometry/polyline.ts';
import type { Species } from '../holding/species-schema.ts';
import type { Kept, Row } from '../holding/schema.ts';

/** One row as it is laid: its own line on the plane and which plants of the stand are its. */
export interface LaidRow {
  readonly row: Row;
  /** Which repeat of the row it is, from 0: a block lays its rows over and over, guilds once round each anchor. */
  readonly copy: number;
  /** Distance from the baseline, metres, negative across the line; in a guild from the anchor. */
  readonly offset: number;
  /** The row's line; null where a bend leaves nothing of it. */
  readonly line: Polyline | null;
  /** Spacing in force after fitting, metres. */
  readonly spacing: number;
  /** Its plants are `from` up to, not including, `to`. */
  readonly from: number;
  readonly to: number;
}

/** Plants that grow alike: of one species (as it grows on its rootstock), variety and stock, cut to one size, planted in one year. */
export interface Lot {
  readonly species: Species;
  readonly stock: string;
  readonly kept: Kept | null;
  /** Years after the first planting in which they are planted. */
  readonly later: number;
  /** Years after the first planting in which they are taken out; null or absent where they stay. */
  readonly out?: number | null;
  /** Which kind of its species by type; absent where nobody said. */
  readonly variety?: string;
}

/** Every plant of a planting in columns, row by row, each row along its line. */
export interface Stand {
  readonly count: number;
  /** Metres on the holding's plane. */
  readonly x: Float64Array<ArrayBuffer>;
  readonly y: Float64Array<ArrayBuffer>;
  /** Index in `rows`. */
  readonly row: Uint16Array<ArrayBuffer>;
  /** Number of the place in its row, before gaps, counted on over the row's copies: with the row's id the plant's lasting name. */
  readonly place: Uint32Array<ArrayBuffer>;
  /** Metres along its own row. */
  readonly chainage: Float64Array<ArrayBuffer>;
  /** Metres along the baseline. */
  readonly station: Float64Array<ArrayBuffer>;
  /** Index in `kinds`. */
  readonly species: Uint16Array<ArrayBuffer>;
  /** Index in `stockIds`. */
  readonly stock: Uint8Array<ArrayBuffer>;
  /** Index in `lots`. */
  readonly lot: Uint16Array<ArrayBuffer>;
  readonly rows: readonly LaidRow[];
  readonly lots: readonly Lot[];
  /** The species that stand here, as the holding knows them. */
  readonly kinds: readonly Species[];
  readonly stockIds: readonly string[];
  /** Standards for which no place was left, and hand swaps that found no plant. */
  readonly dropped: { readonly standards: number; readonly swaps: number };
}

export const emptyStand = (rows: readonly LaidRow[] = []): Stand => ({
  count: 0,
  x: new Float64Array(0),
  y: new Float64Array(0),
  row: new Uint16Array(0),
  place: new Uint32Array(0),
  chainage: new Float64Array(0),
  station: new Float64Array(0),
  species: new Uint16Array(0),
  stock: new Uint8Array(0),
  lot: new Uint16Array(0),
  rows,
  lots: [],
  kinds: [],
  stockIds: [],
  dropped: { standards: 0, swaps: 0 },
});

/** The species of plant `i`. */
export const speciesAt = (stand: Stand, i: number): Species => stand.kinds[stand.species[i]!]!;

/** Number of the plant in its row as people count, from 1. */
export const numberInRow = (stand: Stand, i: number): number => i - stand.rows[stand.row[i]!]!.from + 1;

/** Index of the string that stands for a row: of those that repeat it, the one that holds most plants; -1 when it holds none. */
export function mainString({ rows }: Pick<Stand, 'rows'>, rowId: string): number {
  let [main, most] = [-1, 0];
  rows.forEach(({ row, from, to }, r) => {
    if (row.id === rowId && to - from > most) [main, most] = [r, to - from];
  });
  return main;
}

/** Index of the plant that a row's id and a place name; null when it does not stand. */
export function plantNamed({ rows, place }: Stand, rowId: string, named: number): number | null {
  for (const { row, from, to } of rows) {
    if (row.id !== rowId) continue;
    const at = place.subarray(from, to).indexOf(named);
    if (at >= 0) return from + at;
  }
  return null;
}
