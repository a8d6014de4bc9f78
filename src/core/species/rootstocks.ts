import { kept } from '../derived/derived.ts';
import { z } from 'zod';
import type { Species } from '../holding/species-schema.ts';
import rootstockData from './rootstocks.json' with { type: 'json' };

const RootstockSchema = z.object({
  /** Its class by the size that it makes, as it is sold. */
  id: z.string(),
  /** Mature height and width of a tree on it, metres: extension fruit-growing texts. */
  height: z.tuple([z.number().positive(), z.number().positive()]),
  width: z.tuple([z.number().positive(), z.number().positive()]),
  why: z.string(),
});
export type Rootstock = z.infer<typeof RootstockSchema>;

/** Classes of rootstock that fruit trees are grafted on, small to large, by species id. */
export const rootstocks: Readonly<Record<string, readonly Rootstock[]>> = z
  .record(z.string(), z.array(RootstockSchema).min(2))
  .parse(rootstockData);

const standsOn = new WeakMap<Species, string>();

/** The class of rootstock that a species, as {@link onRootstock} gave it, grows on; undefined for none. */
export const rootstockOf = (species: Species): string | undefined => standsOn.get(species);

/**
 * A species as it grows on a class of rootstock: of that size, its height at 20 years no longer known. The species itself
 * where none is named, or none that it is grafted on. The same two give the same object.
 */
export const onRootstock = (species: Species, id: string | undefined): Species =>
  id !== undefined && rootstocks[species.id]?.some((each) => each.id === id) ? graftedOn(species, id) : species;

const graftedOn = kept(function graftedOn(species: Species, id: string): Species {
  const { height, width } = rootstocks[species.id]!.find((each) => each.id === id)!;
  const { at20: _, ...rest } = species;
  const made = { ...rest, common: `${species.common} on ${id} rootstock`, height, width };
  standsOn.set(made, id);
  return made;
});

/** Why a tree of this species cannot be had on such a rootstock, in a sentence; null where it can. */
export function wrongRootstock({ id, common }: Species, on: string): string | null {
  const classes = rootstocks[id];
  if (!classes) return `No rootstocks are known for ${common}. Leave 'on ${on}' out.`;
  return classes.some((each) => each.id === on)
    ? null
    : `'${on}' is not a class of rootstock for ${common}. Use one of ${classes.map((each) => each.id).join(', ')}.`;
}
