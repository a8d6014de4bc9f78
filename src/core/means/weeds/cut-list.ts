import type { Holding } from '../../holding/schema.ts';
import type { Laid } from '../../ranks/laid.ts';
import { groupsOf } from './groups.ts';
import { cutFor, stripRows, type Cut } from './weed-kit.ts';

/** A piece of fabric on its row: which roll, where it lies along the row, how long it is cut. Metres. */
export interface LaidPiece {
  readonly row: number;
  /** Which of several rolls side by side. */
  readonly lane: number;
  readonly roll: number;
  readonly from: number;
  readonly to: number;
  readonly cut: number;
  /** Lapped over the piece before. */
  readonly joint: boolean;
}

/** How the fabric of a planting is cut, by each of its ways that lays any. */
export const cutsOf = (
  { planting, layout: { stand } }: Laid,
  holding: Pick<Holding, 'settings' | 'units' | 'prices' | 'currency'>,
): Cut[] =>
  groupsOf(planting.means.weeds, stand)
    .map((group) => ({ rows: stripRows(stand, group, holding), way: group.way }))
    .filter(({ rows }) => rows.length > 0)
    .map(({ rows, way }) => cutFor(stand, rows, way, holding));

/** Every piece of a cut on its row, in the order in which it comes off the rolls. */
export const piecesOf = ({ stretches, plan, across }: Cut): LaidPiece[] =>
  plan.pieces.map((piece, i) => {
    const stretch = stretches[Math.floor(piece.stretch / across)]!;
    return {
      row: stretch.row,
      lane: piece.stretch % across,
      roll: piece.roll,
      from: Math.max(0, stretch.from + piece.from),
      to: Math.min(stretch.to, stretch.from + piece.to),
      cut: piece.to - piece.from,
      joint: plan.pieces[i - 1]?.stretch === piece.stretch,
    };
  });
