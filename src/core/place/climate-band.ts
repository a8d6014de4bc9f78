import { z } from 'zod';
import type { Holding } from '../holding/schema.ts';
import bandData from './climate-band.json' with { type: 'json' };
import { HEATS, regionOf, type Heat } from './regions.ts';

/** What the climate of a place asks of a plant. */
export interface ClimateBand {
  /** Winter hardiness zone, USDA numbers; null where neither the place nor its region has one. */
  readonly zone: number | null;
  readonly drySummer: boolean;
  /** Rain of a year, mm; null where not known. */
  readonly rain: number | null;
  /** Days from the last frost to the first, the time that there is to grow in; null where not known. */
  readonly frostFree: number | null;
  /** How hot summers are: by what the hottest month evaporates, else as is usual; null where not known. */
  readonly heat: Heat | null;
  /** Whether the zone, and the summer with its rain and heat, are what is usual in the region, the place's own not being known. */
  readonly usual: { readonly zone: boolean; readonly summer: boolean };
}

const rules = z
  .object({
    source: z.string().min(1),
    /** Driest month of summer under this, mm, and under this share of the wettest of winter, is a dry summer. */
    dryMonth: z.number(),
    dryShare: z.number(),
    /** Classes of heat by the evaporation of the hottest month, mm, from the coolest up. */
    heat: z.array(z.object({ class: z.enum(HEATS), below: z.number() })),
    /** Rain of a year under which ground dries out that is not watered, mm. */
    littleRain: z.number(),
    /** Winter zone from which snow seldom lies long enough to drift. */
    mildWinter: z.number(),
    /** Under this share of the least rain at home a kind comes from where more falls: usual rain is coarse. */
    drierThanHome: z.number(),
  })
  .parse(bandData);

const YEAR = 365;
/** The day of a year without a leap day that 'MM-DD' is, from 1. */
const dayOf = (monthDay: string): number =>
  Math.round((Date.parse(`2001-${monthDay}T00:00Z`) - Date.parse('2001-01-01T00:00Z')) / 86_400_000) + 1;

/** The climate band of a holding: from its own climate where that is known, else what is usual in its region. */
export function climateBand(holding: Pick<Holding, 'climate' | 'region' | 'place'>): ClimateBand {
  const region = regionOf(holding);
  const { climate } = holding;
  const months = climate?.months ?? null;
  const rains = months?.map(({ rain }) => rain);
  const hottest = Math.max(0, ...(months ?? []).map(({ evaporation }) => evaporation));
  const half = (from: number) => Array.from({ length: 6 }, (_, i) => rains![(from + i) % 12]!);
  const [summer, winter] = holding.place.latitude >= 0 ? [3, 9] : [9, 3]; // April to September, or half a year on
  const driest = rains ? Math.min(...half(summer)) : 0;
  return {
    zone: climate?.zone ?? region.zone ?? null,
    drySummer: rains
      ? driest < rules.dryMonth && driest < rules.dryShare * Math.max(...half(winter))
      : (region.drySummer ?? false),
    rain: rains ? rains.reduce((sum, rain) => sum + rain, 0) : (region.rain ?? null),
    frostFree:
      climate?.lastFrost && climate.firstFrost
        ? (dayOf(climate.firstFrost) - dayOf(climate.lastFrost) + YEAR) % YEAR
        : null,
    heat: hottest > 0 ? rules.heat.find(({ below }) => hottest < below)!.class : (region.heat ?? null),
    usual: { zone: climate?.zone == null, summer: !rains },
  };
}

/** What of a climate answers a pattern's question where nobody else does. */
export const TRAITS = ['mildWinter', 'hotDry'] as const;
/** Whether a climate has a trait: winters too mild for drifting snow, or summers both hot and dry. */
export const hasTrait = ({ zone, drySummer, heat }: ClimateBand, trait: (typeof TRAITS)[number]): boolean =>
  trait === 'mildWinter' ? zone !== null && zone >= rules.mildWinter : drySummer && heat === 'hot';

/** Whether so little rain falls in a year that kinds of moist ground want water. */
export const littleRain = ({ rain }: Pick<ClimateBand, 'rain'>): boolean => rain !== null && rain < rules.littleRain;

/** Whether clearly less rain falls here than anywhere that a kind is at home, mm a year. */
export const isDrierThanHome = ({ rain }: Pick<ClimateBand, 'rain'>, leastAtHome: number | null): boolean =>
  rain !== null && leastAtHome !== null && rain < leastAtHome * rules.drierThanHome;

const ZONES = 13;
/** The winter hardiness zone of a place by the coldest night of a usual winter, °C: bands of 10 °F from -60 °F up (USDA). */
export const zoneOfWinter = (coldest: number): number =>
  Math.min(ZONES, Math.max(1, Math.floor((coldest * 1.8 + 32 + 60) / 10) + 1));
