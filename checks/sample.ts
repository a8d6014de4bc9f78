import { holdingFromPlan } from '../src/core/files/plan-json.ts';
import type { PlanSchema } from '../src/core/files/plan-schema.ts';
import { judge } from '../src/core/findings/judge.ts';
import { layHolding } from '../src/core/ranks/laid.ts';
import type { Finding } from '../src/core/findings/finding.ts';
import type { Holding } from '../src/core/holding/schema.ts';
import type { Stand } from '../src/core/ranks/stand.ts';
import type { z } from 'zod';

type Plan = z.input<typeof PlanSchema>;
type Planting = NonNullable<Plan['plantings']>[number];
export type SampleRow = NonNullable<Planting['rows']>[number];

/** A row of hazel at 1.5 m, or as changed. */
export const row = (changes: Partial<SampleRow> = {}): SampleRow => ({
  spacing: 1.5,
  species: [[1, 'Corylus avellana']],
  ...changes,
});

/** A holding with one planting along the x axis, `length` metres long, or as changed. */
export function sample({
  length = 60,
  rows = [row()],
  planting = {},
  ...plan
}: Partial<Plan> & { length?: number; rows?: SampleRow[]; planting?: Partial<Planting> } = {}): Holding {
  return holdingFromPlan(
    {
      name: 'Sample',
      latitude: 52,
      longitude: -20,
      ...plan,
      plantings: [
        {
          name: 'Row',
          baseline: {
            points: [
              [0, 0],
              [length, 0],
            ],
          },
          rows,
          ...planting,
        },
      ],
    },
    'sample',
  );
}

/** The stand of a holding's first planting. */
export const standOf = (holding: Holding): Stand => layHolding(holding)[0]!.layout.stand;

/** How many plants each row holds. */
export const counts = (holding: Holding): number[] => standOf(holding).rows.map(({ from, to }) => to - from);

/** Findings about the first planting, those that say what is right left out. */
export function findingsOf(holding: Holding): Finding[] {
  const all = layHolding(holding);
  return judge(holding, all[0]!, all).filter(({ severity }) => severity !== 'good');
}
