import { kept } from '../derived/derived.ts';
import type { Point } from '../geometry/point.ts';
import type { BodyOf } from './events.ts';

type Pegged = BodyOf<'pegged'>;

/** One peg in the ground. */
export interface PegPlace {
  /** `B2-017`: planting letter, row, number. */
  readonly label: string;
  /** Index of its row in the pegging, and that row's lasting number. */
  readonly row: number;
  readonly rowNumber: number;
  readonly rowName: string;
  /** The plan's own names of its row and place. */
  readonly rowId: string;
  readonly place: number;
  readonly at: Point;
  /** Metres along its row. */
  readonly chainage: number;
  readonly kind: Pegged['kinds'][number];
}

/** The pegs of a planting in walking order: up one row, down the next. */
export const pegsOf = kept(function pegsOf(pegged: Pegged): readonly PegPlace[] {
  return pegged.rows.flatMap((row, r) => {
    const along = row.numbers.map((n, i): PegPlace => ({
      label: labelOf(pegged.letter, row.number, n),
      row: r,
      rowNumber: row.number,
      rowName: row.name,
      rowId: row.row,
      place: row.places[i]!,
      at: [row.x[i]!, row.y[i]!],
      chainage: row.chainage[i]!,
      kind: pegged.kinds[row.kinds[i]!]!,
    }));
    return r % 2 === 0 ? along : along.reverse();
  });
});

export const labelOf = (letter: string, row: number, number: number): string =>
  `${letter}${row}-${String(number).padStart(3, '0')}`;
