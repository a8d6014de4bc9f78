import type { Holding } from '../holding/schema.ts';
import type { Laid } from '../ranks/laid.ts';
import { rowOf } from '../ranks/phases.ts';
import { guardKit } from '../means/protection/guard-kit.ts';
import { kindsOf, type Kind } from '../account/quantities.ts';
import { cutsOf, piecesOf } from '../means/weeds/cut-list.ts';
import { weedKit } from '../means/weeds/weed-kit.ts';

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

/** Pieces of a fence are set before anybody plants: they are not packed by row. */
const ofFence = (key: string): boolean => key.startsWith('fence.');

/** Plants and pieces row by row for the trailer; rows that hold nothing are left out. */
export const packRows = (all: readonly Laid[], holding: Holding): RowPack[] =>
  all.flatMap(({ planting, layout }) =>
    layout.stand.rows.flatMap(({ row, from, to }, r): RowPack[] => {
      if (to === from) return [];
      const alone = rowOf(layout, r);
      const kit = [...guardKit(planting, alone, holding), ...weedKit(planting, alone.stand, holding)];
      const counts = new Map<string, number>();
      for (const { key, wanted } of kit)
        if (!ofFence(key) && key !== 'fabric') counts.set(key, (counts.get(key) ?? 0) + Math.round(wanted * 100) / 100);
      return [
        {
          planting: planting.name,
          number: r + 1,
          row: row.name,
          later: row.later,
          plants: kindsOf(alone.stand),
          pieces: [...counts].filter(([, count]) => count > 0).map(([key, count]) => ({ key, count })),
          fabric: cutsOf({ planting, layout: alone }, holding)
            .flatMap(piecesOf)
            .reduce((sum, { cut }) => sum + cut, 0),
        },
      ];
    }),
  );
