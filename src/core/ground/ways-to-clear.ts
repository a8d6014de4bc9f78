import { z } from 'zod';
import { CLEARINGS, COVERS, type FeatureOf } from '../holding/ground-schema.ts';
import clearingData from './ways-to-clear.json' with { type: 'json' };

const WaySchema = z.object({
  way: z.enum(CLEARINGS),
  /** Growing seasons before planting. */ seasons: z.number().int().min(0),
  why: z.string(),
  wins: z.string(),
  caution: z.string(),
});
export type Way = z.infer<typeof WaySchema>;

const clearing = z
  .object({
    source: z.string(),
    schools: z.record(z.enum(CLEARINGS), z.string()),
    covers: z.record(z.enum(COVERS), z.array(WaySchema).min(1)),
    harms: z.record(z.string(), z.string()),
    was: z.record(z.string(), z.string()),
  })
  .parse(clearingData);

export const clearingSource = clearing.source;
export const schoolName = (way: Way['way']): string => clearing.schools[way];
/** The schools of clearing what grows there, the one that suits it oftenest first. */
export const waysToClear = (grows: FeatureOf<'cover'>['grows']): readonly Way[] => clearing.covers[grows];
/** What a harm means for young trees, and what stood there before. */
export const harmMeans = (from: FeatureOf<'harm'>['from']): string => clearing.harms[from]!;
export const wasMeans = (was: FeatureOf<'cover'>['was']): string | null => clearing.was[was] ?? null;
