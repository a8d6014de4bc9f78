import { z } from 'zod';
import type { Holding } from '../holding/schema.ts';

const UnitSchema = z.strictObject({
  code: z.string().regex(/^[A-Z]{3}$/),
  name: z.string(),
  /** Level 2 group that it belongs to. */
  group: z.string().regex(/^\d\d$/),
  centre: z.tuple([z.number(), z.number()]),
  /** West, south, east and north, degrees. */
  extent: z.tuple([z.number(), z.number(), z.number(), z.number()]),
  /** Winter hardiness zone that is usual where most people plant, and whether summers are dry. */
  zone: z.number().optional(),
  drySummer: z.literal(true).optional(),
});
/** A botanical region: one unit of level 3 of the world scheme of recording plant distributions. */
export type Region = z.infer<typeof UnitSchema>;

// Apart from the first script: only what asks where a plant belongs needs the table.
const { default: data } = await import('./regions.json', { with: { type: 'json' } });

export const regions: readonly Region[] = z.array(UnitSchema).parse(data.units);
export const regionSource = data.source;
const byCode = new Map(regions.map((region) => [region.code, region]));
const groupNames: Readonly<Record<string, string>> = data.groups;
const continentNames: Readonly<Record<string, string>> = data.continents;

/** The region of a code; undefined for one that nobody knows. */
export const regionNamed = (code: string): Region | undefined => byCode.get(code);
export const groupName = ({ group }: Region): string => groupNames[group]!;
export const continentName = ({ group }: Region): string => continentNames[group[0]!]!;
/** Whether a code is one of a level 3 unit or of a level 2 group. */
export const isRegionCode = (code: string): boolean => byCode.has(code) || code in groupNames;

/** How far a place lies from the middle of a region, in halves of its extent; over 1 is outside. */
function away(
  { extent: [west, south, east, north], centre: [lat, lon] }: Region,
  { latitude, longitude }: Place,
): number {
  const across = longitude >= lon ? east - lon : lon - west;
  const along = latitude >= lat ? north - lat : lat - south;
  return Math.max(Math.abs(longitude - lon) / across, Math.abs(latitude - lat) / along);
}
type Place = Holding['place'];

/** The region that a place most likely lies in: the one whose extent holds it with the most room to spare, else the nearest. */
export const proposedRegion = (place: Place): Region => {
  const within = regions.map((region) => ({ region, away: away(region, place) }));
  return within.reduce((best, one) => (one.away < best.away ? one : best)).region;
};

const proposed = new WeakMap<Place, Region>();

/** The botanical region of a holding: the one chosen, else the one proposed from its place. */
export function regionOf({ region, place }: Pick<Holding, 'region' | 'place'>): Region {
  const chosen = region === null ? undefined : byCode.get(region);
  if (chosen) return chosen;
  let known = proposed.get(place);
  if (!known) proposed.set(place, (known = proposedRegion(place)));
  return known;
}
