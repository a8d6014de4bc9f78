import { kept } from '../derived/derived.ts';
import { z } from 'zod';
import type { Region } from '../place/regions.ts';
import type { Species } from '../holding/species-schema.ts';
import hostData from './hosts.json' with { type: 'json' };

const HostPairSchema = z.strictObject({
  disease: z.string(),
  /** Genera, or whole names, of the two sides. */
  one: z.array(z.string()).min(1),
  other: z.array(z.string()).min(1),
  /** How near they must stand to matter, metres. */
  reach: z.number().positive(),
  /** Groups or continents of regions where the disease is at home. */
  where: z.array(z.string().regex(/^\d\d?$/)).min(1),
  why: z.string(),
  source: z.string().min(5),
});
export type HostPair = z.infer<typeof HostPairSchema>;

/** Diseases that pass from one kind of plant to another. */
export const hostPairs: readonly HostPair[] = z.array(HostPairSchema).parse(hostData);

const isOf = ({ botanical }: Species, names: readonly string[]): boolean =>
  names.includes(botanical) || names.includes(botanical.split(' ')[0]!);

/** On which side of each disease a species stands, in the order of {@link hostPairs}. */
const sidesOf = kept(function sidesOf(species: Species): readonly ('one' | 'other' | null)[] {
  return hostPairs.map(({ one, other }) => (isOf(species, one) ? 'one' : isOf(species, other) ? 'other' : null));
});

/** On which side of a disease a species stands; null on neither. */
export const sideOf = (species: Species, pair: HostPair): 'one' | 'other' | null =>
  sidesOf(species)[hostPairs.indexOf(pair)] ?? null;

/** The diseases of a region that pass between two species. */
export function sharedBy(a: Species, b: Species, { group }: Region): HostPair[] {
  const [ofA, ofB] = [sidesOf(a), sidesOf(b)];
  return hostPairs.filter(
    ({ where }, p) =>
      ofA[p] !== null &&
      ofB[p] !== null &&
      ofA[p] !== ofB[p] &&
      where.some((code) => code === group || code === group[0]),
  );
}
