import type { Feature } from '../holding/ground-schema.ts';
/**
 * The stretch of a row that a clearing takes, as two chainages, metres: for a row that passes at `offset` from its
 * middle, which lies at chainage `x`. Null where the row misses it. `count.treeGap` of the working note.
 */
export function clearedStretch(x: number, offset: number, radius: number): readonly [number, number] | null {
  const under = radius ** 2 - offset ** 2;
  return under <= 0 ? null : [x - Math.sqrt(under), x + Math.sqrt(under)];
}

/** Least radius that is left free round a thing, and round one whose own size says nothing, metres. */
const [LEAST, USUAL] = [1, 2] as const;

/** The radius to leave free round a thing that stands: a tree's crown, what a pole asks, else a little. */
export const clearedRound = (feature: Feature): number =>
  feature.kind === 'tree'
    ? Math.max(LEAST, feature.crown / 2)
    : feature.kind === 'pole'
      ? Math.max(LEAST, feature.clear)
      : USUAL;
