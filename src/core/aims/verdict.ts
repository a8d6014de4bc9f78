import type { Aim } from '../holding/ground-schema.ts';
import { LAST_YEAR } from '../years/growth.ts';
import type { Bound } from '../years/grown.ts';

/** A run of figures that an aim is judged by: value by year asked, and which way is better. */
export interface Series {
  readonly years: readonly number[];
  readonly values: readonly number[];
  readonly wanted: number;
  readonly better: 'more' | 'less';
}

/** How sure it is: holds even at the low end, at the middle, only at the high end, or at none. */
export type Sureness = 'met' | 'likely' | 'unlikely' | 'missed';

/** What becomes of an aim. */
export interface Verdict {
  readonly aim: Aim;
  readonly sentence: string;
  /** Share, per cent, hours, metres or minor units, as `unit` says. */
  readonly unit: 'percent' | 'hours' | 'm' | 'money' | 'days' | 'year';
  readonly series: Readonly<Record<Bound, Series>> | null;
  /** First year in which it holds, by bound; null where it never does. For what must always hold: the first in which it fails. */
  readonly metIn: Readonly<Record<Bound, number | null>>;
  /** The year by which it is wanted; null where it is wanted always. */
  readonly by: number | null;
  /** At the wanted year, or at the worst of all. */
  readonly value: number | null;
  readonly wanted: number;
  readonly holds: Sureness;
  /** What makes it so, in a sentence. */
  readonly why: string;
}

/** What is found of an aim, before it is tied to its sentence. */
export type Found = Omit<Verdict, 'aim' | 'sentence'>;

/** Years that are asked: each while things change fast, fewer after. */
export const ASKED_YEARS: readonly number[] = [
  ...Array.from({ length: 21 }, (_, year) => year),
  22,
  24,
  26,
  28,
  30,
  32,
  34,
  36,
  38,
  LAST_YEAR,
];

export const holdsAt = ({ wanted, better }: Pick<Series, 'wanted' | 'better'>, value: number): boolean =>
  better === 'more' ? value >= wanted - 1e-9 : value <= wanted + 1e-9;

/** First year from which it holds at that year; between years that are asked, straight. Null where none holds. */
export function firstMet(series: Series): number | null {
  const { years, values } = series;
  const k = values.findIndex((value) => holdsAt(series, value));
  if (k < 0) return null;
  if (k === 0 || years[k]! - years[k - 1]! <= 1) return years[k]!;
  const [before, after] = [values[k - 1]!, values[k]!];
  const share = (series.wanted - before) / (after - before);
  return Math.ceil(years[k - 1]! + share * (years[k]! - years[k - 1]!) - 1e-9);
}

/** The value at a year, straight between those asked. */
export function valueAt({ years, values }: Pick<Series, 'years' | 'values'>, year: number): number {
  const after = years.findIndex((one) => one >= year);
  if (after < 0) return values.at(-1)!;
  if (after === 0 || years[after] === year) return values[after]!;
  const share = (year - years[after - 1]!) / (years[after]! - years[after - 1]!);
  return values[after - 1]! + share * (values[after]! - values[after - 1]!);
}

/** The verdict by three runs on an aim that is wanted by a year. */
export function judged(
  series: Readonly<Record<Bound, Series>>,
  by: number,
): Pick<Verdict, 'metIn' | 'value' | 'holds'> {
  const metIn = { low: firstMet(series.low), middle: firstMet(series.middle), high: firstMet(series.high) };
  const holds = (bound: Bound) => holdsAt(series[bound], valueAt(series[bound], by));
  const all = (['low', 'middle', 'high'] as const).map(holds);
  return {
    metIn,
    value: valueAt(series.middle, by),
    holds: all.every(Boolean) ? 'met' : holds('middle') ? 'likely' : all.some(Boolean) ? 'unlikely' : 'missed',
  };
}

/** The same for what must hold in every year: `metIn` tells when it first fails. */
export function judgedAlways(series: Readonly<Record<Bound, Series>>): Pick<Verdict, 'metIn' | 'value' | 'holds'> {
  const fails = (one: Series) => {
    const k = one.values.findIndex((value) => !holdsAt(one, value));
    return k < 0 ? null : one.years[k]!;
  };
  const metIn = { low: fails(series.low), middle: fails(series.middle), high: fails(series.high) };
  const kept = Object.values(metIn).map((year) => year === null);
  const { values, better } = series.middle;
  return {
    metIn,
    value: better === 'more' ? Math.min(...values) : Math.max(...values),
    holds: kept.every(Boolean) ? 'met' : metIn.middle === null ? 'likely' : kept.some(Boolean) ? 'unlikely' : 'missed',
  };
}
