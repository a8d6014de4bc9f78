import { z } from 'zod';
import type { Species } from '../holding/species-schema.ts';
import { moreOf } from '../species/more.ts';
import light from './light.json' with { type: 'json' };
import type { Grown } from './grown.ts';
import type { StandYears } from './stand-years.ts';
import { LAST_YEAR } from './growth.ts';
import bearingData from './bearing.json' with { type: 'json' };

const facts = z
  .object({
    source: z.string().min(1),
    /** Years to the first and to a full crop, by genus. */
    genera: z.record(z.string(), z.tuple([z.number(), z.number()])),
    /** Full crop of a square metre of crown, kilograms, from an ordinary to a good year, by genus. */
    crops: z.record(z.string(), z.tuple([z.number(), z.number()])),
  })
  .parse(bearingData);

/** What one kind bears: from which year, in which months, and what share of a full crop its light allows. */
export interface Harvest {
  readonly species: Species;
  readonly plants: number;
  /** Years after the first planting; null where nothing is known of its kind, or where it bears nothing in 40 years. */
  readonly first: number | null;
  readonly full: number | null;
  readonly months: readonly [number, number] | null;
  /** Share of a full crop by year, 0 to 1. */
  readonly crop: readonly number[];
  /** What a plant of them bears by year, kilograms, from an ordinary to a good year; null where nothing is known of its kind. */
  readonly each: readonly (readonly [number, number])[] | null;
  /** Light when full grown, as a share of the open. */
  readonly light: number;
}

/** Uses that are a harvest. */
const PICKED: ReadonlySet<string> = new Set(['fruit', 'nuts']);

/** What a planting bears, kind by kind; those that nobody picks are left out. */
export function harvests({ grown }: StandYears): Harvest[] {
  const found = new Map<string, Harvest>();
  for (const one of grown) {
    const { species, later } = one.lot;
    const ages = facts.genera[species.botanical.split(' ')[0]!];
    const { uses = [], fruit = null } = moreOf(species);
    if (!uses.some((use) => PICKED.has(use)) && species.kind !== 'fruit') continue;
    const { least, good } = light.needs[species.light[0]];
    const crop = Array.from({ length: LAST_YEAR + 1 }, (_, year) => {
      if (!ages) return 0;
      const age = Math.min(1, Math.max(0, (year - later - ages[0] + 1) / (ages[1] - ages[0] + 1)));
      const lit = Math.min(1, Math.max(0, (one.light[year]! - least) / (good - least)));
      return age * lit;
    });
    const each = eachOf(one, crop);
    const first = crop.findIndex((share) => share > 0);
    const full = crop.findIndex((share) => share > FULL * Math.max(...crop) && share > 0);
    const known = found.get(species.id);
    const both = known?.each && each ? meanOf([known.each, known.plants], [each, one.plants]) : each;
    if (known && known.first !== null && (first < 0 || first >= known.first)) {
      found.set(species.id, { ...known, plants: known.plants + one.plants, each: both });
      continue;
    }
    found.set(species.id, {
      species,
      plants: (known?.plants ?? 0) + one.plants,
      first: first < 0 ? null : first,
      full: full < 0 ? null : full,
      months: fruit,
      crop,
      each: both,
      light: one.light[LAST_YEAR]!,
    });
  }
  return [...found.values()].sort((a, b) => (a.first ?? 99) - (b.first ?? 99));
}

/** What a plant bears year by year: its crown, as far as its neighbours leave it room, by what such a crown bears, its age and its light. */
function eachOf({ lot: { species }, along, across }: Grown, crop: readonly number[]): [number, number][] | null {
  const rate = facts.crops[species.botanical.split(' ')[0]!];
  if (!rate) return null;
  return crop.map((share, year) => {
    const crown = Math.PI * along[year]! * across[year]!;
    return [rate[0] * crown * share, rate[1] * crown * share];
  });
}

type Each = NonNullable<Harvest['each']>;
/** The mean of what plants of two rows bear. */
const meanOf = ([a, n]: [Each, number], [b, m]: [Each, number]): Each =>
  a.map(([low, high], year) => [(low * n + b[year]![0] * m) / (n + m), (high * n + b[year]![1] * m) / (n + m)]);

const FULL = 0.95;
export const bearingSource = facts.source;
