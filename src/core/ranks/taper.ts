import type { SpeciesBook } from '../species/book.ts';
import type { Command } from '../holding/command.ts';
import { setRows } from '../holding/planting-commands.ts';
import type { Planting, Row } from '../holding/schema.ts';
import { meanSize } from '../species/mature.ts';

/** Each row's place from the lowest (0) upward; equals keep their order. */
function ranks(rows: readonly Row[], book: SpeciesBook): number[] {
  const order = rows.map((_, r) => r).sort((a, b) => meanSize(rows[a]!, book).height - meanSize(rows[b]!, book).height);
  return rows.map((_, r) => order.indexOf(r));
}

/** Metres by which each taller row starts late and stops early; null when the ends are shaped otherwise, row by row. */
export function taperOf({ rows }: Pick<Planting, 'rows'>, book: SpeciesBook): number | null {
  const rank = ranks(rows, book);
  const step = rows[rank.indexOf(1)]?.trim.start ?? 0;
  return rows.every(
    ({ trim }, r) => Math.abs(trim.start - rank[r]! * step) < 1e-6 && Math.abs(trim.stop - rank[r]! * step) < 1e-6,
  )
    ? step
    : null;
}

/** Ends tapered: the lowest row runs the whole line, each taller one starts and stops `step` metres further in. */
export const taper = ({ id, rows }: Planting, step: number, book: SpeciesBook): Command => {
  const rank = ranks(rows, book);
  return setRows(
    id,
    rows.map((row, r) => ({ ...row, trim: { start: rank[r]! * step, stop: rank[r]! * step } })),
    null,
    step > 0 ? 'ends tapered' : 'ends squared',
  );
};
