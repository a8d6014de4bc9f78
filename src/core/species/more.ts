import { z } from 'zod';
import moreData from './more.json' with { type: 'json' };

/** What species are planted for. */
export const USES = ['hedge', 'screen', 'windbreak', 'snow', 'bank', 'wildlife', 'nectar', 'fruit', 'nuts', 'timber', 'firewood', 'coppice', 'nurse', 'fodder', 'cover', 'herb', 'climber'] as const;
export type Use = (typeof USES)[number];

/** How roots go: one straight down, many aslant, or most near the surface. */
export const ROOTS = ['tap', 'heart', 'flat'] as const;

const months = z.tuple([z.number().int().min(1).max(12), z.number().int().min(1).max(12)]);
const MoreSchema = z.strictObject({
  /** First and last month in the northern temperate zone; over the turn of the year the first is the larger. */
  bloom: months.optional(),
  fruit: months.optional(),
  uses: z.array(z.enum(USES)).optional(),
  fixesNitrogen: z.literal(true).optional(),
  /** Where it spreads beyond where it was planted, and what has felled it widely: to be checked against official lists. */
  invasive: z.string().optional(),
  pests: z.string().optional(),
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
  /** Height 20 years after planting on middling to good ground, metres: forestry yield tables. */
  at20: z.tuple([z.number(), z.number()]).optional(),
});
export type More = z.infer<typeof MoreSchema>;

/** What is known of species beyond what a layout needs, by id; what is absent is not known. Read where species are chosen. */
export const moreKnown: Readonly<Record<string, More>> = z.record(z.string(), MoreSchema).parse(moreData);
export const moreOf = (id: string): More => moreKnown[id] ?? {};

/** Months as they fall at a latitude: in the south half a year on. */
export const monthsAt = ([from, to]: readonly [number, number], latitude: number): [number, number] =>
  latitude >= 0 ? [from, to] : [((from + 5) % 12) + 1, ((to + 5) % 12) + 1];
