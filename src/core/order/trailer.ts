import type { Holding } from '../holding/schema.ts';
import { sum } from 'd3-array';
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
  /** What is cut for it from which roll, by price key, buried ends and laps in, metres: rolls run on from row to row. */
  readonly cut: readonly { readonly key: string; readonly metres: number }[];
}

/** Plants and pieces row by row for the trailer; rows that hold nothing are left out. */
export const packRows = (all: readonly Laid[], holding: Holding): RowPack[] =>
  all.flatMap(({ planting, layout }) => {
    const cuts = cutsOf({ planting, layout }, holding).map((cut) => ({ key: cut.of, pieces: piecesOf(cut) }));
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
          cut: cuts
            .map(({ key, pieces: all }) => ({ key, metres: sum(all.map(({ row: on, cut }) => (on === r ? cut : 0))) }))
            .filter(({ metres }) => metres > 0),
        },
      ];
    });
  });
