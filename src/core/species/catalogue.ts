import { z } from 'zod';
import partnerData from './partners.json' with { type: 'json' };
import { MOISTURES, SpeciesSchema, type Moisture, type Species } from '../holding/species-schema.ts';

const PartnerSchema = z.object({
  kinds: z.array(z.string()).min(1),
  reach: z.number().positive(),
  own: z.boolean(),
  /** It fruits alone too, but more with another. */
  better: z.literal(true).optional(),
  /** Kinds by type of which one does not serve itself: plants of one variety are one clone, or of one sex. */
  varieties: z.array(z.string()).min(2).optional(),
  why: z.string(),
  source: z.string(),
});
export type PartnerNeed = z.infer<typeof PartnerSchema>;

// Apart from the first script, and fetched beside it: the catalogue grows, the script must not.
const { default: catalogueData } = await import('./catalogue.json', { with: { type: 'json' } });

export const catalogue: readonly Species[] = z.array(SpeciesSchema).parse(catalogueData);
/** Who pollinates whom: `kinds` are species ids that serve, `own` whether another plant of its own species does. */
export const partners: Readonly<Record<string, PartnerNeed>> = z.record(z.string(), PartnerSchema).parse(partnerData);

/** The mature size taken for clearances: the top of the range, the safe side. */
export const matureHeight = (species: Species): number => species.height[1];
/** The mature width taken for spacing: the middle of the range. */
export const matureWidth = (species: Species): number => (species.width[0] + species.width[1]) / 2;

/** Whether it stands in ground as wet as `moisture` says. */
export const bears = (species: Species, moisture: Moisture): boolean => {
  const at = MOISTURES.indexOf(moisture);
  return at >= MOISTURES.indexOf(species.moisture[0]) && at <= MOISTURES.indexOf(species.moisture[1]);
};
