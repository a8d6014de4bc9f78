import { kept } from '../derived/derived.ts';
import type { Layout } from './lay-out.ts';
import type { Stand } from './stand.ts';

/** The phases of a stand, the first planted first: years after the first planting, and how many plants go in then. */
export function phasesOf({ rows }: Pick<Stand, 'rows'>): { later: number; plants: number }[] {
  const plants = new Map<number, number>();
  for (const { row, from, to } of rows) plants.set(row.later, (plants.get(row.later) ?? 0) + to - from);
  return [...plants].map(([later, count]) => ({ later, plants: count })).sort((a, b) => a.later - b.later);
}

/** The part of a layout that is planted in one phase; all phases together are the whole. The same layout gives the same part. */
export const phaseOf = kept(function phaseOf(layout: Layout, later: number): Layout {
  return layout.stand.rows.every(({ row }) => row.later === later)
    ? layout
    : partOf(layout, ({ row }) => row.later === later);
});

/** One laid row of a layout by itself. */
export const rowOf = (layout: Layout, index: number): Layout => partOf(layout, (_, r) => r === index);

function partOf(layout: Layout, holds: (row: Stand['rows'][number], index: number) => boolean): Layout {
  const { stand } = layout;
  const mine = stand.rows.filter(holds);
  const indices = mine.flatMap(({ from, to }) => Array.from({ length: to - from }, (_, i) => from + i));
  const take = <T extends Float64Array | Uint32Array | Uint16Array | Uint8Array>(column: T): T =>
    (column.constructor as unknown as { from(values: Iterable<number>): T }).from(indices.map((i) => column[i]!));
  const renumbered = new Map(mine.map((laid, r) => [stand.rows.indexOf(laid), r]));
  let next = 0;
  const rows = mine.map((laid) => ({ ...laid, from: next, to: (next += laid.to - laid.from) }));
  return {
    ...layout,
    stand: {
      ...stand,
      count: indices.length,
      rows,
      x: take(stand.x),
      y: take(stand.y),
      place: take(stand.place),
      chainage: take(stand.chainage),
      station: take(stand.station),
      species: take(stand.species),
      stock: take(stand.stock),
      lot: take(stand.lot),
      row: Uint16Array.from(indices.map((i) => renumbered.get(stand.row[i]!)!)),
    },
  };
}
