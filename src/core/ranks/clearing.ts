/**
 * The stretch of a row that a clearing takes, as two chainages, metres: for a row that passes at `offset` from its
 * middle, which lies at chainage `x`. Null where the row misses it. `count.treeGap` of the working note.
 */
export function clearedStretch(x: number, offset: number, radius: number): readonly [number, number] | null {
  const under = radius ** 2 - offset ** 2;
  return under <= 0 ? null : [x - Math.sqrt(under), x + Math.sqrt(under)];
}
