import type { Row } from '../holding/schema.ts';
import type { RowLine } from './row-line.ts';

/** One string of plants before any gap: the row that it repeats, its line, and where along it the places lie. */
export interface RowString {
  readonly row: Row;
  /** Which repeat of the row it is: always 0 in a belt, counted over the block, or by the anchor. */
  readonly copy: number;
  /** Distance from the baseline, metres, negative across the line; in a guild from the anchor. */
  readonly offset: number;
  /** Its line; null where a bend or a corner of the block leaves nothing of it. */
  readonly trace: RowLine | null;
  /** Spacing in force after fitting, metres. */
  readonly spacing: number;
  /** Chainages of its places along its line, metres, rising. */
  readonly at: Float64Array;
  /** The numbers of its places where it begins anew beyond gaps; else they are counted from 0. */
  readonly numbers?: Uint32Array;
}
