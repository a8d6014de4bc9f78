import { kept } from '../derived/derived.ts';
import { z } from 'zod';
import type { Holding } from '../holding/schema.ts';

/** How hot summers are, from the coolest up. */
export const HEATS = ['cool', 'mild', 'warm', 'hot'] as const;
export type Heat = (typeof HEATS)[number];

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
  /** Rain of a usual year, mm, and how hot its summers are. */
  rain: z.number().optional(),
  heat: z.enum(HEATS).optional(),
});
/** A botanical region: one unit of level 3 of the world scheme of recording plant distributions. */
export type Region = z.infer<typeof UnitSchema>;

// Apart from the first script: only what asks where a plant belongs needs the table.
const { default: data } = await import('./regions.json', { with: { type: 'json' } });

export const regions: readonly Region[] = z.array(UnitSchema).parse(data.units);
const byCode = new Map(regions.map((region) => [region.code, region]));
const groupNames: Readonly<Record<string, string>> = data.groups;
const continentNames: Readonly<Record<string, string>> = data.continents;

/** The region of a code; undefined for one that nobody knows. */
export const regionNamed = (code: string): Region | undefined => byCode.get(code);
export const groupNamed = (code: string): string => groupNames[code] ?? code;
export const groupName = ({ group }: Region): string => groupNamed(group);
export const continentName = ({ group }: Region): string => continentNames[group[0]!]!;
/** Whether a code is one of a level 3 unit or of a level 2 group. */
export const isRegionCode = (code: string): boolean => byCode.has(code) || code in groupNames;

type Place = Holding['place'];

/** How far a place lies from the middle of a region that holds it, in halves of its extent. */
function fromMiddle({ extent: [west, south, east, north], centre: [lat, lon] }: Region, at: Place): number {
  const across = at.longitude >= lon ? east - lon : lon - west;
  const along = at.latitude >= lat ? north - lat : lat - south;
  return Math.max(Math.abs(at.longitude - lon) / across, Math.abs(at.latitude - lat) / along);
}

/** How far a place lies outside a region, degrees of latitude; 0 inside. */
function outside({ extent: [west, south, east, north] }: Region, { latitude, longitude }: Place): number {
  const away = (value: number, from: number, to: number) => Math.max(0, from - value, value - to);
  const shrink = Math.cos((latitude * Math.PI) / 180);
  return Math.hypot(away(longitude, west, east) * shrink, away(latitude, south, north));
}

/** The region that a place most likely lies in: the one that holds it with the most room to spare, else the nearest. */
export const proposedRegion = kept(function proposedRegion(place: Place): Region {
  const measured = regions.map((region) => ({ region, out: outside(region, place), mid: fromMiddle(region, place) }));
  return measured.reduce((best, one) =>
    one.out < best.out || (one.out === best.out && one.mid < best.mid) ? one : best,
  ).region;
});

/** The botanical region of a holding: the one chosen, else the one proposed from its place. */
export function regionOf({ region, place }: Pick<Holding, 'region' | 'place'>): Region {
  const chosen = region === null ? undefined : byCode.get(region);
  return chosen ?? proposedRegion(place);
}
