import { z } from 'zod';

/** How wet the ground is, from dry to wet: the order counts. */
export const MOISTURES = ['dry', 'moist', 'damp', 'wet'] as const;
export type Moisture = (typeof MOISTURES)[number];
export const LIGHTS = ['shade', 'part', 'full'] as const;
export const FORMS = ['spire', 'round', 'bush', 'arching', 'upright', 'mat'] as const;

const range = z.tuple([z.number().positive().max(120), z.number().positive().max(120)]);

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
  source: z.string().max(300),
});
export type Species = z.infer<typeof SpeciesSchema>;
