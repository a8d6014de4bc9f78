import { z } from 'zod';
import catalogueData from './catalogue.json' with { type: 'json' };
import partnerData from './partners.json' with { type: 'json' };
import { MOISTURES, SpeciesSchema, type Moisture, type Species } from '../holding/species-schema.ts';

const PartnerSchema = z.object({
  kinds: z.array(z.string()).min(1),
  reach: z.number().positive(),
  own: z.boolean(),
  why: z.string(),
  source: z.string(),
});
export type PartnerNeed = z.infer<typeof PartnerSchema>;

export const catalogue: readonly Species[] = z.array(SpeciesSchema).parse(catalogueData);
/** Who pollinates whom: `kinds` are species ids that serve, `own` whether another plant of its own species does. */
export const partners: Readonly<Record<string, PartnerNeed>> = z.record(z.string(), PartnerSchema).parse(partnerData);

const byId = new Map(catalogue.map((species) => [species.id, species]));
const byName = new Map(
  catalogue.flatMap((species) => [species.botanical, species.common].map((name) => [name.toLowerCase(), species])),
);

let own: ReadonlyMap<string, Species> = new Map();
let inForce: readonly Species[] = catalogue;
let taken: readonly Species[] = [];

/**
 * Lets the steward's own species count beside the app's, and their corrections over the app's. Called whenever a
 * holding is opened or changed: one holding is worked on at a time, and its species are the ones in force.
 */
export function takeSpecies(stewards: readonly Species[]): void {
  if (stewards === taken || (stewards.length === 0 && taken.length === 0)) return;
  taken = stewards;
  own = new Map(stewards.map((species) => [species.id, species]));
  inForce = [
    ...catalogue.map((species) => own.get(species.id) ?? species),
    ...stewards.filter(({ id }) => !byId.has(id)),
  ];
}

/** Every species in force: the app's, as the steward corrected them, and the steward's own. */
export const allSpecies = (): readonly Species[] => inForce;

/** A stand-in for an id that the catalogue does not know (a plan from a wider catalogue): middling, and named so. */
export function speciesOf(id: string): Species {
  return own.get(id) ?? byId.get(id) ?? { ...UNKNOWN, id, botanical: id, common: `${id} (not known)` };
}

/** The species by botanical or common name, whatever its case. */
export function speciesByName(name: string): Species | undefined {
  const wanted = name.trim().toLowerCase();
  return (
    taken.find(({ botanical, common }) => [botanical, common].some((one) => one.toLowerCase() === wanted)) ??
    byName.get(wanted)
  );
}

const UNKNOWN: Species = {
  id: '',
  botanical: '',
  common: '',
  family: 'not known',
  tag: '??',
  kind: 'shrub',
  form: 'bush',
  evergreen: null,
  height: [2, 4],
  width: [2, 4],
  rate: 'medium',
  zone: 13,
  moisture: ['moist', 'moist'],
  light: ['full', 'full'],
  thorns: false,
  suckers: false,
  stock: ['whip'],
  source: 'not known',
};

/** The mature size taken for clearances: the top of the range, the safe side. */
export const matureHeight = (species: Species): number => species.height[1];
/** The mature width taken for spacing: the middle of the range. */
export const matureWidth = (species: Species): number => (species.width[0] + species.width[1]) / 2;

/** Whether it stands in ground as wet as `moisture` says. */
export const bears = (species: Species, moisture: Moisture): boolean => {
  const at = MOISTURES.indexOf(moisture);
  return at >= MOISTURES.indexOf(species.moisture[0]) && at <= MOISTURES.indexOf(species.moisture[1]);
};
