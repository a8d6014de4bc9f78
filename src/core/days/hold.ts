import { z } from 'zod';
import type { Holding } from '../holding/schema.ts';
import { priceOf } from '../means/prices.ts';
import { rootsOf } from '../means/holes.ts';
import type { Day } from './day.ts';
import { MONTH_DAYS, monthsOf } from '../place/months.ts';
import { monthOf } from './day.ts';
import { seasonDates } from './season.ts';
import data from './holds.json' with { type: 'json' };

const HoldSchema = z.object({
  label: z.string(),
  /** Days that each kind bears it, and in warm weather. */
  kinds: z.record(z.string(), z.number()),
  warm: z.number(),
  /** Litres a plant and day, as a share of what it is given at planting; minutes a day for a hundred plants, and minutes each to set it up. */
  litres: z.number(),
  minutes: z.number(),
  setup: z.number(),
  /** Whether a place in a store is paid for. */
  cents: z.number(),
  /** Share lost for each week, beyond what planting at once would lose. */
  stress: z.number(),
  why: z.string(),
  /** What is done as well while the ground is frozen. */
  frost: z.string().optional(),
});
export const holds = z
  .object({
    source: z.string(),
    /** Evaporation, mm a day: below which nothing held is watered, and by which its water is reckoned; over it, it is warm. */
    thirst: z.object({ none: z.number(), usual: z.number().positive() }),
    ways: z.record(z.string(), HoldSchema),
    usual: z.record(z.string(), z.string()),
  })
  .parse(data);

/** The days that a kind bears as it is usually held, from when it comes. */
export const holdFor = (kind: string): { way: string; holdDays: number } => {
  const way = holds.usual[kind] ?? 'bagged';
  return { way, holdDays: holds.ways[way]!.kinds[kind] ?? 7 };
};

/** What it means to hold plants for so many days. */
export interface Held {
  readonly way: string;
  readonly label: string;
  readonly why: string;
  /** Days that it bears, the day from which it is lost, and whether that comes before it is planted. */
  readonly bears: number;
  readonly lost: Day;
  readonly outlasts: boolean;
  /** Litres and hours a day, hours in all, minor units in all, and plants lost by holding. */
  readonly litresDay: number;
  readonly hoursDay: number;
  readonly hours: number;
  readonly cents: number;
  readonly dies: number;
}

/** How much what is held drinks on a day, of what it drinks in a usual summer: nothing in cool months, more in heat. */
function thirstAt(holding: Holding, day: Day): number {
  const daily = monthsOf(holding).months[monthOf(day) - 1]!.evaporation / MONTH_DAYS;
  return daily < holds.thirst.none ? 0 : daily / holds.thirst.usual;
}

/** Every way to hold plants of a kind from `from` until `until`. */
export function heldWays(
  { kind, stock, plants, from, until }: { kind: string; stock: string; plants: number; from: Day; until: Day },
  holding: Holding,
): Held[] {
  const days = Math.max(0, until - from);
  const thirst = thirstAt(holding, from);
  const { freeze, thaw } = seasonDates(holding, from);
  const freezes = freeze !== null && thaw !== null && until >= freeze && from <= thaw;
  return Object.entries(holds.ways).flatMap(([way, one]): Held[] => {
    const bears = one.kinds[kind];
    if (bears === undefined) return [];
    const most = thirst > 1 ? Math.min(bears, one.warm) : bears;
    const hoursDay = (plants * one.minutes) / 100 / 60;
    const hours = hoursDay * days + (plants * one.setup) / 60;
    return [
      {
        way,
        label: one.label,
        why: freezes && one.frost ? `${one.why} ${one.frost}` : one.why,
        bears: most,
        lost: from + most,
        outlasts: days > most,
        litresDay: plants * one.litres * rootsOf(stock).litres * thirst,
        hoursDay,
        hours,
        cents: Math.round(
          hours * priceOf(holding, 'hour') + (one.cents > 0 ? (plants * days * priceOf(holding, 'hold.cold')) / 7 : 0),
        ),
        dies: days > most ? plants : Math.min(plants, Math.round((plants * one.stress * days) / 7)),
      },
    ];
  });
}
