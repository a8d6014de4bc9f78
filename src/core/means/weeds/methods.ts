import { z } from 'zod';
import methodData from './methods.json' with { type: 'json' };

const MethodSchema = z.strictObject({
  label: z.string(),
  /** What of it lies where: round each plant, along each row, between the rows, or nothing. */
  lays: z.enum(['none', 'mat', 'strip', 'ring', 'mulchStrip', 'spot', 'bare', 'lane']),
  /** Price key of what is bought; null where nothing is. */
  stuff: z.string().nullable(),
  /** Price key of the roll that strips are cut from, those too that lie where mats would lie on one another; null where nothing is cut. */
  roll: z.string().nullable().default(null),
  /** Minutes for each m² kept clean: to lay it, to see to it in each of so many years, to renew it so many times, to take it off. */
  install: z.number().min(0),
  yearly: z.number().min(0),
  years: z.number().int().min(0),
  topups: z.number().int().min(0),
  topMinutes: z.number().min(0),
  /** Share of what was laid that each renewal takes, and what it costs a m² besides, minor units. */
  topShare: z.number().min(0),
  topMaterial: z.number().min(0).default(0),
  removal: z.number().min(0),
  /** To be rid of it, minor units a m². */
  disposal: z.number().min(0),
  /** Share of the evaporation from bare ground that it saves, and share of the ground that weeds cover for all it does. */
  mulchCut: z.number().min(0).max(1),
  weedCover: z.number().min(0).max(1),
  voles: z.enum(['low', 'medium', 'high', 'very high']),
  /** The year after planting in which it comes off and the sign that it must; null where it stays. */
  off: z.object({ year: z.number().int().min(0), sign: z.string() }).nullable(),
  /** Why it stays. */
  stays: z.string().nullable(),
  /** Leaves plastic behind if nobody lifts it. */
  litter: z.boolean(),
  suits: z.string(),
  caution: z.string().optional(),
  source: z.string(),
});
export type WeedMethod = z.infer<typeof MethodSchema>;

/** Ways to keep weeds down, by key. */
export const weedMethods: Readonly<Record<string, WeedMethod>> = z.record(z.string(), MethodSchema).parse(methodData);

/** The method of a key; one that is not known here counts as nothing done. */
export const weedMethod = (id: string): WeedMethod => weedMethods[id] ?? weedMethods['none']!;
