import { LAST_YEAR } from './growth.ts';
import type { Grown, StandYears } from './stand-years.ts';

/** First year, 0 to 40, in which `holds` says yes of one of these plants as it has grown; null when of none. */
export function firstYearOf(
  { grown, of }: StandYears,
  plants: readonly number[],
  holds: (one: Grown, year: number) => boolean,
): number | null {
  const kinds = [...new Set(plants.map((i) => of[i]!))].map((kind) => grown[kind]!);
  for (let year = 0; year <= LAST_YEAR; year++) if (kinds.some((one) => holds(one, year))) return year;
  return null;
}
