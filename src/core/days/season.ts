import { derived } from '../derived/derived.ts';
import { z } from 'zod';
import type { Holding } from '../holding/schema.ts';
import { climateBand } from '../place/climate-band.ts';
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
    /** Days from the last frost to bud break, where the ground freezes through in winter and where it does not. */
    budBreak: z.object({ hard: z.number(), mild: z.number() }),
    nesting: z.object({ from: monthDay, to: monthDay, source: z.string() }),
    /** Days from the coming of the rains in which is planted, where no frost sets the time. */
    rainsFor: z.number(),
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
  /** The coming of the rains, where frost does not decide; null where it does. */
  readonly rains: Day | null;
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
  const usual = winters.zones.find((one) => zone <= one.to) ?? null;
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
  return {
    from,
    to,
    firstFrost,
    lastFrost,
    freeze,
    thaw,
    budBreak: (lastFrost ?? from + 270) + (freeze === null ? winters.budBreak.mild : winters.budBreak.hard),
    rains: frosty ? null : rainsFrom(holding, from),
    typed: Boolean(climate?.firstFrost && climate.lastFrost),
    zone,
  };
});

/** The month whose rain first outdoes what dries up, after the driest; the season's own start where nothing is known. */
function rainsFrom({ climate }: Where, from: Day): Day {
  const months = climate?.months;
  if (!months) return from;
  const spare = months.map(({ rain, evaporation }) => rain - evaporation);
  const driest = spare.indexOf(Math.min(...spare));
  for (let k = 1; k <= 12; k++) {
    const month = (driest + k) % 12;
    if (spare[month]! > 0) return nextOf(`${String(month + 1).padStart(2, '0')}-01`, from);
  }
  const wettest = spare.indexOf(Math.max(...spare));
  return nextOf(`${String(wettest + 1).padStart(2, '0')}-01`, from);
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
export const { rainsFor } = winters;

/** The holidays of a holding as days. */
export const holidaysOf = ({ days }: Pick<Holding, 'days'>): ReadonlySet<Day> => new Set(days.holidays.map(dayOf));
