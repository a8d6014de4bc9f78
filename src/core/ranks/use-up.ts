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
  return {
    perRow: between.map((n) => n + 1),
    spacings: rows.map((length, r) => length / between[r]!),
    leftOver: Math.max(0, left),
  };
}

/**
 * The smallest spacing on the tape's `step`, from `least` to `most` metres, at which `plants` says that no more than
 * `wanted` stand; `most` when even there too many do. `count.useUpUniform` of the working note.
 */
export function tightestSpacing(
  plants: (spacing: number) => number,
  { wanted, least, most, step }: { wanted: number; least: number; most: number; step: number },
): number {
  let [low, high] = [Math.ceil(least / step - 1e-9), Math.floor(most / step + 1e-9)];
  while (low < high) {
    // The count falls as one over the spacing: halving there is quicker than halving the metres.
    const middle = high > 2 * low ? Math.floor(Math.sqrt(low * high)) : (low + high) >> 1;
    if (plants(middle * step) <= wanted) high = middle;
    else low = middle + 1;
  }
  return Math.round(low * step * 1e6) / 1e6;
}
