import { derived } from '../derived/derived.ts';
import { z } from 'zod';
import type { Holding } from '../holding/schema.ts';
import { climateBand } from '../place/climate-band.ts';
import { isTropical, MONTH_DAYS, monthsOf, rainySeasons, type Month } from '../place/months.ts';
import type { Closed } from './calendar.ts';
import { dayIn, dayOf, monthDay6, monthDayOf, nextOf, yearOf, type Day } from './day.ts';
import data from './winters.json' with { type: 'json' };

const monthDay = z.string().regex(/^\d\d-\d\d$/);
const winters = z
  .object({
    source: z.string().min(1),
    zones: z.array(
      z.object({
        to: z.number(),
        firstFrost: monthDay,
        freeze: monthDay.nullable(),
        thaw: monthDay.nullable(),
        lastFrost: monthDay,
      }),
    ),
    unknownZone: z.number(),
    /** Days from the last frost to bud break, which comes before it, where the ground freezes through in winter and where it does not. */
    budBreak: z.object({ hard: z.number(), mild: z.number() }),
    nesting: z.object({ from: monthDay, to: monthDay, source: z.string() }),
    /** Days that planting ends before a rainy season does, the least that it lasts, and how long before the dry months pots are in. */
    beforeRainsEnd: z.number(),
    leastRains: z.number(),
    beforeDry: z.number(),
    /** Zone from which pots and plugs bear the nights of winter planted out, and where summers are dry, so that roots have gone down by then. */
    mildFrom: z.number(),
    moistFrom: z.number(),
    sodden: z.object({ over: z.number(), source: z.string() }),
    dry: z.object({ over: z.number(), source: z.string() }),
  })
  .parse(data);

type Where = Pick<Holding, 'climate' | 'region' | 'place' | 'days' | 'rules'>;

/** The dormant season in which a day falls, with the dates that decide about planting. */
export interface SeasonDates {
  /** From when to when it runs: July to June in the north, January to December in the south. */
  readonly from: Day;
  readonly to: Day;
  /** Null where no frost is known: the rains decide. */
  readonly firstFrost: Day | null;
  readonly lastFrost: Day | null;
  /** The time in which the ground is frozen through; null where it never is. */
  readonly freeze: Day | null;
  readonly thaw: Day | null;
  readonly budBreak: Day;
  /** Rainy seasons in it, where frost does not decide; null where it does. */
  readonly rainy: readonly (readonly [Day, Day])[] | null;
  /** Where winters are mild and summers dry: when the ground is moist and growing, or about to. */
  readonly moist: readonly [Day, Day] | null;
  /** Whether nights of winter stay so mild that pots bear them planted out. */
  readonly mild: boolean;
  /** What of this was typed, and what is usual in such a zone. */
  readonly typed: boolean;
  readonly zone: number;
}

/** First day of the dormant season that holds a day: midsummer to midsummer. */
export function seasonStart(day: Day, latitude: number): Day {
  const here = dayIn(yearOf(day), latitude >= 0 ? '07-01' : '01-01');
  return here <= day ? here : dayIn(yearOf(day) - 1, '07-01');
}

/**
 * The dates of the season that holds `day`, from what is typed of the place, else what is usual at its winters: a calendar
 * asks for them hundreds of times.
 */
export const seasonDates = (holding: Where, day: Day): SeasonDates =>
  datesFrom(holding, seasonStart(day, holding.place.latitude));

const datesFrom = derived(function datesFrom(holding: Where, from: Day): SeasonDates {
  const { climate, place, days } = holding;
  const south = place.latitude < 0;
  const to = dayIn(yearOf(from) + 1, monthDayOf(from)) - 1;
  const known = climateBand(holding).zone;
  const zone = known ?? winters.unknownZone;
  // Near the equator a mild zone is one of cool nights, not of frosts, and where none is known there are none.
  const frostless = isTropical(place) && (known ?? winters.mildFrom) >= winters.mildFrom;
  const usual = frostless ? null : (winters.zones.find((one) => zone <= one.to) ?? null);
  const here = (text: string | null) => text && (south ? monthDay6(text) : text);
  const at = (text: string | null) => (text ? nextOf(text, from) : null);
  const firstFrost = at(climate?.firstFrost ?? here(usual?.firstFrost ?? null));
  const lastFrost = at(climate?.lastFrost ?? here(usual?.lastFrost ?? null));
  const coldest = winters.zones.findLast(({ freeze }) => freeze !== null)!;
  const freezing = usual?.freeze ? usual : days.freezes ? coldest : null;
  const freezes = days.freezes ?? Boolean(freezing ?? (days.freeze && days.thaw));
  const freeze = freezes ? at(days.freeze ?? here(freezing?.freeze ?? coldest.freeze)) : null;
  const thaw = freezes ? at(days.thaw ?? here(freezing?.thaw ?? coldest.thaw)) : null;
  const frosty = firstFrost !== null && lastFrost !== null;
  const moist = frosty && freeze === null ? moistFrom(holding, from) : null;
  return {
    from,
    to,
    firstFrost,
    lastFrost,
    freeze,
    thaw,
    budBreak: (lastFrost ?? from + 270) + (freeze === null ? winters.budBreak.mild : winters.budBreak.hard),
    rainy: frosty ? null : rainsFrom(holding, from),
    moist,
    mild: zone >= (moist ? winters.moistFrom : winters.mildFrom),
    typed: Boolean(climate?.firstFrost && climate.lastFrost),
    zone,
  };
});

/** Rainy seasons of the year from a day on, in order: where frost does not decide, planting and care go by them. */
function rainsFrom(holding: Where, from: Day): [Day, Day][] {
  return rainySeasons(monthsOf(holding).months)
    .map((spell): [Day, Day] => {
      const start = nextOf(firstOf(spell.from), from);
      return [start, start + Math.round(spell.months * MONTH_DAYS)];
    })
    .sort(([a], [b]) => a - b);
}

/** The first of a month, January 0, as MM-DD. */
const firstOf = (month: number): string => `${String((month % 12) + 1).padStart(2, '0')}-01`;

/**
 * Where the ground does not freeze and summers are dry: from the month in which rain reaches evaporation to some weeks
 * before the first in which it falls under half of it. Null where it is not so: two or more months must dry out over twice
 * what falls.
 */
function moistFrom(holding: Where, from: Day): [Day, Day] | null {
  const { months } = monthsOf(holding);
  if (months.filter(({ rain, evaporation }) => evaporation > 2 * rain).length < 2) return null;
  const driest = months.reduce(
    (worst, { rain, evaporation }, m) =>
      rain - evaporation < months[worst]!.rain - months[worst]!.evaporation ? m : worst,
    0,
  );
  const after = (start: number, holds: (month: Month) => boolean): number | null => {
    for (let k = 1; k <= 12; k++) if (holds(months[(start + k) % 12]!)) return (start + k) % 12;
    return null;
  };
  const wet = after(driest, ({ rain, evaporation }) => rain >= evaporation);
  const start = wet ?? after(driest, ({ rain, evaporation }) => 2 * rain >= evaporation);
  if (start === null) return null;
  const dry = after(start, ({ rain, evaporation }) => 2 * rain < evaporation)!;
  const begins = nextOf(firstOf(start), from);
  const ends = nextOf(firstOf(dry), begins + 1) - winters.beforeDry;
  return ends > begins ? [begins, ends] : null;
}

/** When nothing is cleared or cut: the local rules on nesting, else what is usual. */
export const closedTimes = derived(function closedTimes({
  rules,
  place: { latitude },
}: Pick<Where, 'rules' | 'place'>): { closed: Closed[]; said: string } {
  const typed = rules.flatMap((rule) => (rule.kind === 'nesting' ? [rule] : []));
  if (typed.length > 0)
    return {
      closed: typed.map(({ from, to }): Closed => [from, to]),
      said:
        typed
          .map(({ said }) => said)
          .filter(Boolean)
          .join('; ') || 'your local rule',
    };
  const { from, to, source } = winters.nesting;
  const closed: Closed = latitude >= 0 ? [from, to] : [monthDay6(from), monthDay6(to)];
  return { closed: [closed], said: source };
});

/** Months in which the ground is sodden, and in which it is dry, 1 to 12; none where rain is not known. */
export function wetAndDry({ climate }: Pick<Where, 'climate'>): { sodden: number[]; dry: number[] } {
  const months = climate?.months ?? [];
  const which = (holds: (spare: number) => boolean) =>
    months.flatMap(({ rain, evaporation }, i) => (holds(rain - evaporation) ? [i + 1] : []));
  return {
    sodden: which((spare) => spare > winters.sodden.over),
    dry: which((spare) => spare < -winters.dry.over),
  };
}

export const seasonSource = winters.source;
export const { beforeRainsEnd, leastRains } = winters;

/** The holidays of a holding as days. */
export const holidaysOf = ({ days }: Pick<Holding, 'days'>): ReadonlySet<Day> => new Set(days.holidays.map(dayOf));
