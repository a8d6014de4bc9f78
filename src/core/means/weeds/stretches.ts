import { weedRates } from './rates.ts';
import type { LaidRow, Stand } from '../../ranks/stand.ts';

/** A run of a row without a gate or a crossing in it, metres along the row's own line. */
export interface Stretch {
  /** Index in the stand's rows. */
  readonly row: number;
  readonly from: number;
  readonly to: number;
  /** Plants in it. */
  readonly plants: number;
}

/**
 * The stretches of a row that strips lie on: from half a spacing before its first plant to half a spacing behind its last,
 * within the line, broken at each way through.
 */
export function stretchesOf({ chainage }: Pick<Stand, 'chainage'>, row: LaidRow, index: number): Stretch[] {
  if (!row.line || row.to === row.from) return [];
  const most = row.line.length;
  const half = row.spacing / 2;
  const out: Stretch[] = [];
  let first = row.from;
  for (let i = row.from; i < row.to; i++) {
    const last = i === row.to - 1;
    if (!last && chainage[i + 1]! - chainage[i]! < row.spacing + weedRates.way) continue;
    out.push({
      row: index,
      from: Math.max(0, chainage[first]! - half),
      to: Math.min(most, chainage[i]! + half),
      plants: i - first + 1,
    });
    first = i + 1;
  }
  return out;
}
