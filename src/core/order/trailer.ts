import type { Holding } from '../holding/schema.ts';
import type { Laid } from '../ranks/laid.ts';
import { rowOf } from '../ranks/phases.ts';
import { perPlaceOf } from '../species/seeds.ts';
import { kindsOf, quantities, type Kind } from '../account/quantities.ts';
import { cutsOf, piecesOf } from '../means/weeds/cut-list.ts';

/** What is packed for one row, in the order in which rows are walked: its plants and the pieces that each of them gets. */
export interface RowPack {
  readonly planting: string;
  /** Number of the row as it is walked, from 1, and its name. */
  readonly number: number;
  readonly row: string;
  readonly later: number;
  readonly plants: readonly Kind[];
  /** By price key, without spares, which travel with the first row. */
  readonly pieces: readonly { readonly key: string; readonly count: number }[];
  /** Fabric cut for it, buried ends and laps in, metres: rolls run on from row to row. */
  readonly fabric: number;
}

/** Plants and pieces row by row for the trailer; rows that hold nothing are left out. */
export const packRows = (all: readonly Laid[], holding: Holding): RowPack[] =>
  all.flatMap(({ planting, layout }) => {
    const fabric = new Map<number, number>();
    for (const { row, cut } of cutsOf({ planting, layout }, holding).flatMap(piecesOf))
      fabric.set(row, (fabric.get(row) ?? 0) + cut);
    return layout.stand.rows.flatMap(({ row, from, to }, r): RowPack[] => {
      if (to === from) return [];
      const pieces = quantities(planting, layout, holding).kit.flatMap(({ key, rows }) => {
        const count = Math.round((rows?.get(r) ?? 0) * 100) / 100;
        return count > 0 ? [{ key, count }] : [];
      });
      return [
        {
          planting: planting.name,
          number: r + 1,
          row: row.name,
          later: row.later,
          plants: kindsOf(rowOf(layout, r).stand).map((kind) => ({
            ...kind,
            count: kind.count * perPlaceOf(kind.species.id, kind.stock),
          })),
          pieces,
          fabric: fabric.get(r) ?? 0,
        },
      ];
    });
  });
