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

/** A place in each of the ten regions of the trade that the app lays patterns for: code, latitude, longitude. */
export const REGIONS: readonly (readonly [code: string, latitude: number, longitude: number])[] = [
  ['OHI', 40.3, -82.8],
  ['SDA', 44, -99.5],
  ['WAS', 47.4, -121.5],
  ['GRB', 52, -1.5],
  ['POL', 51.5, 20],
  ['GRC', 38.6, 22.5],
  ['VIC', -37.3, 145],
  ['NZS', -43.7, 171.6],
  ['CPP', -33.2, 21],
  ['CLC', -34.6, -71.1],
];
