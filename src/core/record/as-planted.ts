import { kept } from '../derived/derived.ts';
import type { Planting } from '../holding/schema.ts';
import type { BodyOf } from './events.ts';
import type { Ledger } from './ledger.ts';

/** The pegging of a planting that holds; null where none was made. */
export const peggingOf = (ledger: Ledger, planting: string): BodyOf<'pegged'> | null =>
  ledger.planted.get(planting)?.peggings.at(-1)?.body ?? null;

/** A planting with what was put in: once plants of it stand, its means are those of its pegging, whatever the plan has become. The same planting and pegging give the same object. */
export function asPlanted(planting: Planting, ledger: Ledger): Planting {
  const means = peggingOf(ledger, planting.id)?.means;
  return means && ledger.planted.get(planting.id)!.said.size > 0 ? withMeans(planting, means) : planting;
}

const withMeans = kept(function withMeans(planting: Planting, means: Planting['means']): Planting {
  return { ...planting, means };
});
