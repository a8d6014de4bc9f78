import { z } from 'zod';
import { isRegionCode, type Region } from '../place/regions.ts';

const codes = z
  .string()
  .transform((text) => text.split(' '))
  .pipe(z.array(z.string().refine(isRegionCode, 'no region has this code')).min(1));
const MarkSchema = z.strictObject({ in: codes, from: z.string() });
const RangeSchema = z.strictObject({ native: MarkSchema.optional(), pest: MarkSchema.optional() });

// Apart from the first script: asked where species are chosen and judged.
const { default: data } = await import('./ranges.json', { with: { type: 'json' } });

/** Where each species is native and where a pest, by codes of units or of groups of them. */
export const ranges = z.record(z.string(), RangeSchema).parse(data.species);
/** What each mark rests on, by the key that it names. */
export const rangeSources: Readonly<Record<string, string>> = data.sources;

/** How a species stands in a region; 'unknown' where no native range is recorded, which is not 'introduced'. */
export type Standing = 'native' | 'introduced' | 'pest' | 'unknown';

const covers = ({ in: marked }: { in: readonly string[] }, { code, group }: Region): boolean =>
  marked.includes(code) || marked.includes(group);

/** How a species stands in a region: a pest there, native, brought in, or not known. */
export function standingIn(species: string, region: Region): Standing {
  const { native, pest } = ranges[species] ?? {};
  if (pest && covers(pest, region)) return 'pest';
  if (!native) return 'unknown';
  return covers(native, region) ? 'native' : 'introduced';
}

/** Whether it is native somewhere in the region's group, though not in the region: a neighbour. */
export const isNeighbour = (
  species: string,
  { group }: Region,
  groupOf: (code: string) => string | undefined,
): boolean => (ranges[species]?.native?.in ?? []).some((code) => groupOf(code) === group);

/** What the standing of a species in a region rests on; null where nothing is recorded. */
export function standingSource(species: string, region: Region): string | null {
  const { native, pest } = ranges[species] ?? {};
  const mark = pest && covers(pest, region) ? pest : native;
  return mark ? rangeSources[mark.from]! : null;
}
