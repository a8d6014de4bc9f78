import { z } from 'zod';
import { groupNamed, HEATS, isRegionCode, regionNamed, regions, type Region } from '../place/regions.ts';

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

/** Whether codes of units or groups name a region. */
export const covers = (codesOf: readonly string[], { code, group }: Region): boolean =>
  codesOf.includes(code) || codesOf.includes(group);

/** How a species stands in a region: a pest there, native, brought in, or not known. */
export function standingIn(species: string, region: Region): Standing {
  const { native, pest } = ranges[species] ?? {};
  if (pest && covers(pest.in, region)) return 'pest';
  if (!native) return 'unknown';
  return covers(native.in, region) ? 'native' : 'introduced';
}

/** How near to a region a species is native: in its group, on its continent, or far off. */
export function nearness(species: string, { group }: Region): 'group' | 'continent' | 'far' {
  const groupsOf = (ranges[species]?.native?.in ?? []).map((code) => regionNamed(code)?.group ?? code);
  if (groupsOf.includes(group)) return 'group';
  return groupsOf.some((one) => one[0] === group[0]) ? 'continent' : 'far';
}

/** The regions of a mark by name, groups before single units; the rest counted. */
export function namesOf({ in: marked }: { readonly in: readonly string[] }): string {
  const groups = marked.filter((code) => /^\d/.test(code)).map(groupNamed);
  const units = marked.flatMap((code) => regionNamed(code)?.name ?? []);
  const all = [...groups, ...units];
  return `${all.slice(0, MOST_NAMED).join(', ')}${all.length > MOST_NAMED ? ` and ${all.length - MOST_NAMED} more` : ''}`;
}
const MOST_NAMED = 10;

/** What the climate of a species' native regions usually is, as far as it is known of them. */
interface HomeClimate {
  /** Share of them whose summers are dry, 0 to 1. */
  readonly dryShare: number;
  /** Their coolest and hottest summers, as places in {@link HEATS}; null where not known. */
  readonly heat: readonly [number, number] | null;
  /** The least rain of a year among them, mm; null where not known. */
  readonly leastRain: number | null;
}
const homes = new Map<string, HomeClimate>();

/** The climate that a species is at home in. */
export function homeClimate(species: string): HomeClimate {
  let known = homes.get(species);
  if (!known) {
    const native = ranges[species]?.native?.in ?? [];
    const home = regions.filter((region) => covers(native, region));
    const heats = home.flatMap(({ heat }) => (heat ? [HEATS.indexOf(heat)] : []));
    const rains = home.flatMap(({ rain }) => rain ?? []);
    known = {
      dryShare: home.length > 0 ? home.filter(({ drySummer }) => drySummer).length / home.length : 0,
      heat: heats.length > 0 ? [Math.min(...heats), Math.max(...heats)] : null,
      leastRain: rains.length > 0 ? Math.min(...rains) : null,
    };
    homes.set(species, known);
  }
  return known;
}

/** What the standing of a species in a region rests on; null where nothing is recorded. */
export function standingSource(species: string, region: Region): string | null {
  const { native, pest } = ranges[species] ?? {};
  const mark = pest && covers(pest.in, region) ? pest : native;
  return mark ? rangeSources[mark.from]! : null;
}
