import { z } from 'zod';
import catalogueData from './catalogue.json' with { type: 'json' };
import partnerData from './partners.json' with { type: 'json' };

/** How wet the ground is, from dry to wet: the order counts. */
export const MOISTURES = ['dry', 'moist', 'damp', 'wet'] as const;
export type Moisture = (typeof MOISTURES)[number];
export const LIGHTS = ['shade', 'part', 'full'] as const;
export const FORMS = ['spire', 'round', 'bush', 'arching', 'upright', 'mat'] as const;

const range = z.tuple([z.number().positive().max(120), z.number().positive().max(120)]);

/** A species as the catalogue knows it. An absent or null field is not known, and is shown so. */
export const SpeciesSchema = z.object({
  id: z.string(),
  botanical: z.string(),
  common: z.string(),
  family: z.string(),
  /** Two letters for beads and pegs, its own in the catalogue. */
  tag: z.string().length(2),
  kind: z.enum(['tree', 'conifer', 'evergreen', 'shrub', 'hedging', 'fruit', 'climber', 'herb']),
  form: z.enum(FORMS),
  evergreen: z.boolean().nullable(),
  /** Mature height and free-grown width, metres, from small to large. */
  height: range,
  width: range,
  rate: z.enum(['slow', 'medium', 'fast', 'veryFast']),
  /** Coldest winter hardiness zone it stands in, USDA numbers. */
  zone: z.number().int().min(1).max(13),
  moisture: z.tuple([z.enum(MOISTURES), z.enum(MOISTURES)]),
  light: z.tuple([z.enum(LIGHTS), z.enum(LIGHTS)]),
  /** Soil pH that it bears; absent where not known. */
  ph: z.tuple([z.number(), z.number()]).optional(),
  thorns: z.boolean(),
  suckers: z.boolean(),
  coppices: z.boolean().optional(),
  bearsSalt: z.boolean().optional(),
  /** Recovers from browsing; absent where not known. */
  bearsGrazing: z.boolean().optional(),
  bearsJuglone: z.boolean().optional(),
  givesJuglone: z.boolean().optional(),
  toxicTo: z.array(z.enum(['people', 'livestock'])).optional(),
  /** Key in partners.json when it needs another plant of that kind to fruit. */
  partner: z.string().optional(),
  /** Stock it is usually sold as, most usual first. */
  stock: z.array(z.string()).min(1),
  source: z.string(),
});
export type Species = z.infer<typeof SpeciesSchema>;

const PartnerSchema = z.object({ kinds: z.array(z.string()).min(1), reach: z.number().positive(), own: z.boolean(), why: z.string(), source: z.string() });
export type PartnerNeed = z.infer<typeof PartnerSchema>;

export const catalogue: readonly Species[] = z.array(SpeciesSchema).parse(catalogueData);
/** Who pollinates whom: `kinds` are species ids that serve, `own` whether another plant of its own species does. */
export const partners: Readonly<Record<string, PartnerNeed>> = z.record(z.string(), PartnerSchema).parse(partnerData);

const byId = new Map(catalogue.map((species) => [species.id, species]));
const byName = new Map(catalogue.flatMap((species) => [species.botanical, species.common].map((name) => [name.toLowerCase(), species])));

/** A stand-in for an id that the catalogue does not know (a plan from a wider catalogue): middling, and named so. */
export function speciesOf(id: string): Species {
  return byId.get(id) ?? { ...UNKNOWN, id, botanical: id, common: `${id} (not known)` };
}

/** The species by botanical or common name, whatever its case. */
export const speciesByName = (name: string): Species | undefined => byName.get(name.trim().toLowerCase());

const UNKNOWN: Species = {
  id: '', botanical: '', common: '', family: 'not known', tag: '??', kind: 'shrub', form: 'bush', evergreen: null,
  height: [2, 4], width: [2, 4], rate: 'medium', zone: 13, moisture: ['moist', 'moist'], light: ['full', 'full'],
  thorns: false, suckers: false, stock: ['whip'], source: 'not known',
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
