import { z } from 'zod';
import { DaySchema } from '../holding/days-schema.ts';
import { dateWords, dayOf, type Day } from './day.ts';
import { plantKinds } from './windows.ts';
import data from './weather-rules.json' with { type: 'json' };

/** What a weather service is asked, and what it answers: a year of days back from today and ten ahead. */
export const WeatherRequest = z.object({
  latitude: z.coerce.number().min(-85).max(85),
  longitude: z.coerce.number().min(-180).max(180),
  today: DaySchema,
});
const WeatherDaySchema = z.object({
  date: z.string(),
  /** °C, mm, m/s. */
  min: z.number(),
  max: z.number(),
  rain: z.number().min(0),
  wind: z.number().min(0),
  gust: z.number().min(0),
  forecast: z.boolean(),
});
export type WeatherDay = z.infer<typeof WeatherDaySchema>;
export const WeatherAnswer = z.object({
  days: z.array(WeatherDaySchema).min(1).max(800),
  source: z.string(),
  simulated: z.boolean(),
});

export const weatherRules = z
  .object({
    source: z.string().min(1),
    /** A night colder than this freezes a ball that stands out, °C. */
    frozenBall: z.number(),
    /** A night colder than this freezes the top of the ground, °C. */
    frozenTop: z.number(),
    /** Cold gathered, degree days below zero, from which the ground is frozen. */
    frozenGround: z.number(),
    /** Rain left in the last days from which ground is sodden, mm; what each day takes away. */
    sodden: z.number(),
    soddenEvaporates: z.number(),
    /** Too hot for bare roots, for pots, °C. */
    heat: z.number(),
    heatPot: z.number(),
    /** Drying wind, m/s; for bare roots, where the air is also warmer than `dryAir`. */
    wind: z.number(),
    windBare: z.number(),
    dryAir: z.number(),
    sprayWind: z.number(),
    sprayRain: z.number(),
    sprayCold: z.number(),
    /** A gust after which guards are straightened, m/s: 80 km/h. */
    gust: z.number(),
    dryWeek: z.number(),
  })
  .parse(data);

/** No winter freezes the ground so hard that spring does not thaw it, degree days. */
const MOST_COLD = 200;

/** What the ground is like at the end of a day. */
interface Ground {
  readonly cold: number;
  readonly wet: number;
}

/** The ground day by day, from the cold and rain that went before. */
export function groundThrough(days: readonly WeatherDay[]): Ground[] {
  let [cold, wet] = [0, 0];
  return days.map(({ min, max, rain }) => {
    const mean = (min + max) / 2;
    cold = Math.max(0, Math.min(MOST_COLD, cold - mean)); // warmth thaws as fast as cold freezes
    wet = Math.max(0, Math.min(80, wet + rain - weatherRules.soddenEvaporates - Math.max(0, mean) / 4));
    return { cold, wet };
  });
}

/** Why a day is not one: in a sentence with its number. */
export interface Against {
  readonly key: 'ball' | 'frozen' | 'sodden' | 'heat' | 'wind' | 'spray';
  readonly why: string;
}

/** What speaks against planting such stock on a day, by the weather known of it; null where nothing is known of it. */
export function againstPlanting(days: readonly WeatherDay[], kinds: readonly string[], day: Day): Against[] | null {
  const at = days.findIndex(({ date }) => dayOf(date) === day);
  if (at < 0) return null;
  const here = days[at]!;
  const ground = groundThrough(days.slice(0, at + 1)).at(-1)!;
  const some = (holds: (kind: (typeof plantKinds)[string]) => boolean) =>
    kinds.some((kind) => holds(plantKinds[kind]!));
  const bare = some((kind) => kind.bare);
  const night = Math.min(here.min, days[at - 1]?.min ?? here.min);
  const found: Against[] = [];
  if (ground.cold >= weatherRules.frozenGround)
    found.push({ key: 'frozen', why: 'The ground is frozen: no spade goes in, and roots would freeze in the clods.' });
  else if (some((kind) => kind.ball) && night <= weatherRules.frozenBall)
    found.push({
      key: 'ball',
      why: `${night.toFixed(0)} °C in the night freezes balls and pots: a frozen ball is neither lifted nor set.`,
    });
  else if (night <= weatherRules.frozenTop)
    found.push({
      key: 'frozen',
      why: `${night.toFixed(0)} °C in the night freezes the top of the ground: not before it has thawed.`,
    });
  if (ground.wet >= weatherRules.sodden)
    found.push({
      key: 'sodden',
      why: `The ground is sodden after ${Math.round(days.slice(Math.max(0, at - 3), at + 1).reduce((sum, { rain }) => sum + rain, 0))} mm in four days: boots and spades puddle it.`,
    });
  const hot = bare ? weatherRules.heat : weatherRules.heatPot;
  if (here.max >= hot)
    found.push({
      key: 'heat',
      why: `${here.max.toFixed(0)} °C: ${bare ? 'bare roots dry in minutes' : 'what is planted wants water twice a day'}.`,
    });
  const most = bare && here.max >= weatherRules.dryAir ? weatherRules.windBare : weatherRules.wind;
  if (here.wind >= most)
    found.push({ key: 'wind', why: `Wind of ${here.wind.toFixed(0)} m/s dries roots in the hand.` });
  return found;
}

/** What speaks against spraying on a day; null where nothing is known of it. */
export function againstSpraying(days: readonly WeatherDay[], day: Day): Against[] | null {
  const here = days.find(({ date }) => dayOf(date) === day);
  if (!here) return null;
  const found: Against[] = [];
  if (here.wind >= weatherRules.sprayWind)
    found.push({ key: 'spray', why: `Wind of ${here.wind.toFixed(0)} m/s carries it to what it must not touch.` });
  if (here.rain >= weatherRules.sprayRain)
    found.push({ key: 'spray', why: `${here.rain.toFixed(0)} mm of rain wash it off, into water.` });
  if (here.max < weatherRules.sprayCold)
    found.push({ key: 'spray', why: `At ${here.max.toFixed(0)} °C nothing takes it up.` });
  return found;
}

/** The first day from `from` on, of those that are known, against which nothing speaks and on which `may` be planted. */
export function goodDay(
  days: readonly WeatherDay[],
  kinds: readonly string[],
  from: Day,
  may: (day: Day) => boolean,
): Day | null {
  const last = dayOf(days.at(-1)!.date);
  for (let day = from; day <= last; day++) if (may(day) && againstPlanting(days, kinds, day)?.length === 0) return day;
  return null;
}

/** What the last days ask for: guards to be straightened after a gust, water after a dry week. */
export function weatherSigns(days: readonly WeatherDay[], today: Day): string[] {
  const week = days.filter(({ date, forecast }) => !forecast && dayOf(date) > today - 7 && dayOf(date) <= today);
  const gust = week.reduce<WeatherDay | null>(
    (most, one) => (one.gust >= (most?.gust ?? weatherRules.gust) ? one : most),
    null,
  );
  const rain = week.reduce((sum, one) => sum + one.rain, 0);
  return [
    ...(gust
      ? [
          `A gust of ${Math.round(gust.gust)} m/s on ${dateWords(dayOf(gust.date), false)}: straighten guards and stakes.`,
        ]
      : []),
    ...(week.length >= 7 && rain < weatherRules.dryWeek && week.some(({ max }) => max > weatherRules.dryAir)
      ? [`Only ${Math.round(rain)} mm of rain in seven days: water what was planted.`]
      : []),
  ];
}
