import type { Planting } from '../holding/schema.ts';
import type { LaidBaseline } from './baseline.ts';
import { beltStrings } from './belt-strings.ts';
import { blockStrings, guessBlock } from './block-strings.ts';
import { guessRings, ringStrings } from './ring-strings.ts';
import type { RowString } from './row-string.ts';

/** Every string of a planting in the order in which a crew meets them. */
export function stringsOf(planting: Planting, baseline: LaidBaseline): RowString[] {
  const { baseline: drawn } = planting;
  if (drawn.kind === 'block') return blockStrings(planting, drawn, baseline);
  if (drawn.kind === 'guilds') return ringStrings(planting, drawn);
  return beltStrings(planting, baseline);
}

/** About how many plants a planting would hold, to be asked before any is laid. */
export function guessPlants(
  { baseline: drawn, rows }: Pick<Planting, 'baseline' | 'rows'>,
  { line }: LaidBaseline,
): number {
  if (drawn.kind === 'block') return guessBlock(drawn, rows);
  if (drawn.kind === 'guilds') return guessRings(drawn, rows);
  return rows.reduce((sum, { spacing }) => sum + line.length / spacing + 1, 0);
}
