import type { Mean, Means } from '../holding/means-schema.ts';
import type { Baseline, Pattern, Planting, Row } from '../holding/schema.ts';

export interface CopyOptions {
  readonly name: string;
  readonly baseline: Baseline;
  newId(): string;
}

/** Rows under ids of their own, and the means whose exceptions follow them. */
function renamed(rows: readonly Row[], means: Means, newId: () => string): Pick<Planting, 'rows' | 'means'> {
  const names = new Map(rows.map(({ id }) => [id, newId()]));
  const follow = (mean: Mean): Mean => ({
    ...mean,
    exceptions: mean.exceptions.map((one) => (one.for === 'row' ? { ...one, of: names.get(one.of) ?? one.of } : one)),
  });
  return {
    rows: rows.map((row) => ({ ...row, id: names.get(row.id)! })),
    means: {
      protection: follow(means.protection),
      weeds: follow(means.weeds),
      holes: follow(means.holes),
      soil: follow(means.soil),
      water: follow(means.water),
    },
  };
}

/** The planting again on another line, its rows under ids of their own. Gaps and clearings stay behind: they belong to their places. */
export const copyPlanting = (planting: Planting, { name, baseline, newId }: CopyOptions): Planting => ({
  ...planting,
  id: newId(),
  name,
  baseline,
  ...renamed(planting.rows, planting.means, newId),
  gaps: [],
  clearings: [],
});

/** What of a planting is kept as a pattern: its rows without what was done by hand at one place. */
export const patternOf = ({ purpose, corners, rows, means, name }: Planting, id: string): Pattern => ({
  id,
  name,
  purpose,
  corners,
  means,
  rows: rows.map((row) => ({ ...row, swaps: [] })),
});

/** A planting laid by one of the steward's own patterns. */
export const plantingFrom = (
  { purpose, corners, rows, means }: Pattern,
  { name, baseline, newId }: CopyOptions,
  side: Planting['side'],
): Planting => ({
  id: newId(),
  name,
  purpose,
  corners,
  baseline,
  side,
  gaps: [],
  beyondGaps: 'keep',
  clearings: [],
  ...renamed(rows, means, newId),
});
