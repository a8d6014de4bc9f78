import { intervals } from '../units/rounding.ts';

/** How plants in hand are shared out over rows of these lengths. */
export interface UsedUp {
  readonly perRow: readonly number[];
  /** Spacing of each row, metres. */
  readonly spacings: readonly number[];
  readonly leftOver: number;
}

/**
 * Two plants a row, then each further one to the row that is widest spaced (tie: the first), never closer than
 * `least` metres: the widest spacing becomes as small as it can be (`count.useUp`).
 */
export function useUp(stock: number, rows: readonly number[], least: number): UsedUp {
  const between = rows.map(() => 1);
  let left = stock - 2 * rows.length;
  while (left > 0) {
    let widest = -1;
    rows.forEach((length, r) => {
      if (length / (between[r]! + 1) < least - 1e-9) return;
      if (widest < 0 || length / between[r]! > rows[widest]! / between[widest]! + 1e-12) widest = r;
    });
    if (widest < 0) break;
    between[widest]!++;
    left--;
  }
  return { perRow: between.map((n) => n + 1), spacings: rows.map((length, r) => length / between[r]!), leftOver: Math.max(0, left) };
}

/** The smallest spacing on the tape's `step` at which all rows together need no more than the stock (`count.useUpUniform`). */
export function useUpUniform(stock: number, rows: readonly number[], step: number): { spacing: number; used: number; leftOver: number } | null {
  const needed = (spacing: number) => rows.reduce((sum, length) => sum + intervals(length, spacing) + 1, 0);
  if (stock < rows.length) return null;
  let [low, high] = [1, Math.ceil(Math.max(...rows) / step) + 1];
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (needed(middle * step) <= stock) high = middle;
    else low = middle + 1;
  }
  const used = needed(low * step);
  return { spacing: low * step, used, leftOver: stock - used };
}

/** Staggered rows of one length: plants in the full rows, their spacing, and what is left (`count.useUpStagger`). */
export function useUpStagger(stock: number, rows: number, length: number): { perRow: number; spacing: number; used: number; leftOver: number } {
  const perRow = Math.floor((stock + Math.floor(rows / 2)) / rows);
  const used = rows * perRow - Math.floor(rows / 2);
  return { perRow, spacing: length / (perRow - 1), used, leftOver: stock - used };
}
