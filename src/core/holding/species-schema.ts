import { z } from 'zod';

/** How wet the ground is, from dry to wet: the order counts. */
export const MOISTURES = ['dry', 'moist', 'damp', 'wet'] as const;
export type Moisture = (typeof MOISTURES)[number];
export const LIGHTS = ['shade', 'part', 'full'] as const;
export const FORMS = ['spire', 'round', 'bush', 'arching', 'upright', 'mat'] as const;

/** How fast it grows in its best years. */
export const RATES = ['slow', 'medium', 'mediumFast', 'fast', 'veryFast'] as const;
export const RATE_WORDS: Readonly<Record<(typeof RATES)[number], string>> = {
  slow: 'slow',
  medium: 'medium',
  mediumFast: 'medium to fast',
  fast: 'fast',
  veryFast: 'very fast',
};

const range = z.tuple([z.number().positive().max(120), z.number().positive().max(120)]);

/** What species are planted for. */
export const USES = [
  'hedge',
  'screen',
  'windbreak',
  'snow',
  'bank',
  'wildlife',
  'nectar',
  'fruit',
  'nuts',
  'timber',
  'firewood',
  'coppice',
  'nurse',
  'fodder',
  'cover',
  'herb',
  'climber',
] as const;
export type Use = (typeof USES)[number];

/** Water demand near buildings. */
export const DEMANDS = ['low', 'moderate', 'high'] as const;
/** How roots go: one straight down, many aslant, or most near the surface. */
const ROOTS = ['tap', 'heart', 'flat'] as const;

const months = z.tuple([z.number().int().min(1).max(12), z.number().int().min(1).max(12)]);
/** What may be known of a species beyond what a layout needs. */
export const MoreSchema = z.strictObject({
  /** First and last month in the northern temperate zone; over the turn of the year the first is the larger. */
  bloom: months.optional(),
  fruit: months.optional(),
  uses: z.array(z.enum(USES)).optional(),
  fixesNitrogen: z.literal(true).optional(),
  /** Where it spreads beyond where it was planted, and what has felled it widely: to be checked against official lists. */
  invasive: z.string().optional(),
  /** Other botanical names that it goes by, found by search. */
  synonyms: z.array(z.string()).optional(),
  /** How much water it draws from clay beside a building: building practice on shrinkable clay, by genus. */
  demand: z.enum(DEMANDS).optional(),
  /** Burns readily, green or by its litter: fire services' plant lists, by genus. */
  flammable: z.literal(true).optional(),
  /** Bears salt that the sea or a road throws on its leaves and buds, and salt in the soil; false where it is known not to: extension texts. */
  saltSpray: z.boolean().optional(),
  saltSoil: z.boolean().optional(),
  /** Drops limbs or breaks in wind and ice: arboricultural handbooks. */
  shedsLimbs: z.literal(true).optional(),
  pests: z.string().optional(),
  /** Codes of the regions where that counts; everywhere where left out. */
  pestsIn: z.array(z.string()).optional(),
  /** Grows well in heavy clay, in light sand, in the open wind; false where it is known not to. */
  bearsClay: z.boolean().optional(),
  bearsSand: z.boolean().optional(),
  bearsWind: z.boolean().optional(),
  /** What lives on it or by it, and what to mind in getting it to grow: floras, forestry handbooks. */
  wildlife: z.string().optional(),
  establish: z.string().optional(),
  /** Form of the roots on free ground: Köstler, Brückner and Bibelriether 1968; forestry handbooks. */
  roots: z.enum(ROOTS).optional(),
  /** Hours below 7 °C that its buds want, over its many kinds: extension texts. */
  chill: z.tuple([z.number(), z.number()]).optional(),
});
export type More = z.infer<typeof MoreSchema>;

/** A species as the catalogue knows it. An absent or null field is not known, and is shown so. */
export const SpeciesSchema = z.object({
  id: z.string().min(1).max(80),
  botanical: z.string().trim().min(1).max(60),
  common: z.string().trim().min(1).max(60),
  family: z.string().trim().min(1).max(40),
  /** Two letters for beads and pegs, its own in the catalogue. */
  tag: z.string().length(2),
  kind: z.enum(['tree', 'conifer', 'evergreen', 'shrub', 'hedging', 'fruit', 'climber', 'herb']),
  form: z.enum(FORMS),
  evergreen: z.boolean().nullable(),
  /** Mature height and free-grown width, metres, from small to large. */
  height: range,
  width: range,
  rate: z.enum(RATES),
  /** Height 20 years after planting on good ground, from and to, metres: forestry yield tables. Goes before the class of speed. */
  at20: z.tuple([z.number(), z.number()]).optional(),
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
  source: z.string().max(300),
  /** In a steward's own record: what else they know of it. The app's is kept apart, to be read only where species are chosen. */
  more: MoreSchema.optional(),
});
export type Species = z.infer<typeof SpeciesSchema>;
