import { z } from 'zod';
import { derived } from '../derived/derived.ts';
import type { Holding } from '../holding/schema.ts';
import data from './months.json' with { type: 'json' };
import { HEATS, regionOf } from './regions.ts';

const year = z.array(z.number().min(0)).length(12);
const byHeat = z.record(z.enum(HEATS), z.number().positive());
const usual = z
  .object({
    source: z.string().min(1),
    /** Mm a day from January, north, where summers are mild; times this by the heat of summer. */
    evaporation: year,
    heat: byHeat,
    /** Latitude within which there is no winter, and evaporation there, mm a day; within how much of the equator it rains twice. */
    tropics: z.number(),
    tropicalEvaporation: byHeat,
    twoSeasonsWithin: z.number(),
    /** Rain of a year where a region's is not known, mm. */
    rain: z.number(),
    /** How a year's rain falls, January first, north; of rains near the equator on both sides of it. */
    shares: z.object({ even: year, winter: year, oneRainySeason: year, twoRainySeasons: year }),
  })
  .parse(data);

/** A month: mm of rain, and of evaporation of a reference grass. */
export interface Month {
  readonly rain: number;
  readonly evaporation: number;
}

/** Days of a month in the mean. */
export const MONTH_DAYS = 365.25 / 12;

/** Whether a place lies where no winter is. */
export const isTropical = ({ latitude }: Holding['place']): boolean => Math.abs(latitude) < usual.tropics;

/** The months of a place from January on: its own where they are known, else what is usual in its region. */
export const monthsOf = derived(function monthsOf(holding: Pick<Holding, 'climate' | 'region' | 'place'>): {
  readonly months: readonly Month[];
  /** Whether they are what is usual, the place's own not being known. */
  readonly usual: boolean;
} {
  const known = holding.climate?.months;
  if (known) return { months: known, usual: false };
  const { latitude } = holding.place;
  const { rain = usual.rain, heat = 'mild', drySummer } = regionOf(holding);
  const [far, south] = [Math.abs(latitude), latitude < 0];
  const tropical = isTropical(holding.place);
  const shape = !tropical
    ? drySummer
      ? 'winter'
      : 'even'
    : far < usual.twoSeasonsWithin
      ? 'twoRainySeasons'
      : 'oneRainySeason';
  const shares = usual.shares[shape];
  const all = shares.reduce((sum, share) => sum + share, 0);
  const months = Array.from({ length: 12 }, (_, m): Month => {
    const inNorth = south ? (m + 6) % 12 : m;
    return {
      rain: (rain * shares[shape === 'twoRainySeasons' ? m : inNorth]!) / all,
      evaporation:
        MONTH_DAYS * (tropical ? usual.tropicalEvaporation[heat]! : usual.evaporation[inNorth]! * usual.heat[heat]!),
    };
  });
  return { months, usual: true };
});

/** A run of months of a year: the first, January 0, and how many. */
export interface Spell {
  readonly from: number;
  readonly months: number;
}

/** The longest runs of months, over New Year too, of which something holds, in the order of the year; the whole year where it holds of all. */
export function spells(months: readonly Month[], holds: (month: Month) => boolean): Spell[] {
  const does = months.map(holds);
  if (does.every(Boolean)) return [{ from: 0, months: 12 }];
  return does.flatMap((here, m): Spell[] => {
    if (!here || does[(m + 11) % 12]) return [];
    let length = 1;
    while (does[(m + length) % 12]) length++;
    return [{ from: m, months: length }];
  });
}

/** The months in which it rains: over half of what dries up, which is when the growing period of the FAO begins; where none does, those nearest to it. */
export function rainySeasons(months: readonly Month[]): Spell[] {
  const share = ({ rain, evaporation }: Month) => rain / Math.max(1, evaporation);
  const least = Math.min(0.5, 0.75 * Math.max(...months.map(share)));
  return spells(months, (month) => share(month) >= least);
}
