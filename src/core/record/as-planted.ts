import type { Planting } from '../holding/schema.ts';
import type { BodyOf } from './events.ts';
import type { Ledger } from './ledger.ts';

/** The pegging of a planting that holds; null where none was made. */
export const peggingOf = (ledger: Ledger, planting: string): BodyOf<'pegged'> | null =>
  ledger.planted.get(planting)?.peggings.at(-1)?.body ?? null;

const planted = new WeakMap<Planting, { readonly means: Planting['means']; readonly planting: Planting }>();

/** A planting with what was put in: once plants of it stand, its means are those of its pegging, whatever the plan has become. The same planting and pegging give the same object. */
export function asPlanted(planting: Planting, ledger: Ledger): Planting {
  const means = peggingOf(ledger, planting.id)?.means;
  if (!means || ledger.planted.get(planting.id)!.said.size === 0) return planting;
  const known = planted.get(planting);
  if (known?.means === means) return known.planting;
  const laid = { ...planting, means };
  planted.set(planting, { means, planting: laid });
  return laid;
}
