import type { Baseline, Pattern, Planting } from '../holding/schema.ts';

export interface CopyOptions {
  readonly name: string;
  readonly baseline: Baseline;
  newId(): string;
}

/** The planting again on another line, its rows under ids of their own. Gaps and clearings stay behind: they belong to their places. */
export const copyPlanting = (planting: Planting, { name, baseline, newId }: CopyOptions): Planting => ({
  ...planting,
  id: newId(),
  name,
  baseline,
  rows: planting.rows.map((row) => ({ ...row, id: newId() })),
  gaps: [],
  clearings: [],
});

/** What of a planting is kept as a pattern: its rows without what was done by hand at one place. */
export const patternOf = ({ purpose, corners, rows, weeds, guarded, name }: Planting, id: string): Pattern => ({
  id,
  name,
  purpose,
  corners,
  weeds,
  guarded,
  rows: rows.map((row) => ({ ...row, swaps: [] })),
});

/** A planting laid by one of the steward's own patterns. */
export const plantingFrom = (
  { purpose, corners, rows, weeds, guarded }: Pattern,
  { name, baseline, newId }: CopyOptions,
  side: Planting['side'],
): Planting => ({
  id: newId(),
  name,
  purpose,
  corners,
  baseline,
  side,
  weeds,
  guarded,
  gaps: [],
  clearings: [],
  rows: rows.map((row) => ({ ...row, id: newId() })),
});
