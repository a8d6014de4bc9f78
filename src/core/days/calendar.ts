import { dayIn, monthDayOf, textOf, weekday, yearOf, type Day } from './day.ts';

/** Days on which offices work: Monday to Friday, holidays left out. */
export const isOfficeDay = (day: Day, holidays: ReadonlySet<Day>): boolean => weekday(day) < 5 && !holidays.has(day);

/** Days that a search gives up after: two years without a day to work on. */
const GIVE_UP = 731;

/** The latest office day with `clear` whole office days between it and `date`: `cal.workdaysBack`. */
export function workdaysBack(date: Day, clear: number, holidays: ReadonlySet<Day>): Day {
  let left = clear;
  for (let day = date - 1; day > date - GIVE_UP; day--) {
    if (!isOfficeDay(day, holidays)) continue;
    if (left === 0) return day;
    left--;
  }
  throw new RangeError(`no office day in the two years before ${textOf(date)}`);
}

/** The last of so many office days, `start` counted where it is one: `cal.finish`. */
export function finish(start: Day, workDays: number, holidays: ReadonlySet<Day>): Day {
  let left = Math.max(1, workDays);
  for (let day = start; day < start + GIVE_UP + 2 * workDays; day++)
    if (isOfficeDay(day, holidays) && --left === 0) return day;
  throw new RangeError(`no office day in the two years after ${textOf(start)}`);
}

/** A closed time of every year, first and last MM-DD; from later than to goes over New Year. */
export type Closed = readonly [from: string, to: string];

export function isClosed(day: Day, [from, to]: Closed): boolean {
  const at = monthDayOf(day);
  return from <= to ? at >= from && at <= to : at >= from || at <= to;
}

/** Days from `from` every so many until `until`, those of the closed time left out: `cal.recur`. */
export function recur(from: Day, every: number, until: Day, closed: Closed | null): Day[] {
  const days: Day[] = [];
  for (let day = from; day <= until; day += Math.max(1, every)) if (!closed || !isClosed(day, closed)) days.push(day);
  return days;
}

/** The latest day up to `day` that no closed time holds; null where all the year is closed. */
export function openBefore(day: Day, closed: readonly Closed[]): Day | null {
  for (let at = day; at > day - 366; at--) if (!closed.some((one) => isClosed(at, one))) return at;
  return null;
}

/** The first day from `day` on that no closed time holds; null where all the year is closed. */
export function openFrom(day: Day, closed: readonly Closed[]): Day | null {
  for (let at = day; at < day + 366; at++) if (!closed.some((one) => isClosed(at, one))) return at;
  return null;
}

/** How bare roots are taken in lots that can be planted in safe time: `cal.deliveries`. */
export function deliveries({
  plants,
  perDay,
  holdDays,
  workWeek,
}: {
  readonly plants: number;
  readonly perDay: number;
  readonly holdDays: number;
  readonly workWeek: number;
}): { workDaysInHold: number; lotMax: number; lots: number } {
  const workDaysInHold = Math.max(1, Math.floor((holdDays * workWeek) / 7));
  const lotMax = Math.max(1, Math.floor(perDay * workDaysInHold));
  return { workDaysInHold, lotMax, lots: Math.ceil(plants / lotMax) };
}

/** Where in the closed or open year MM-DD spans lie between two days: for bands of a picture. */
export function spansOf([from, to]: Closed, first: Day, last: Day): [Day, Day][] {
  const spans: [Day, Day][] = [];
  for (let year = yearOf(first) - 1; year <= yearOf(last); year++) {
    const [a, b] = [dayIn(year, from), dayIn(from <= to ? year : year + 1, to)];
    if (b >= first && a <= last) spans.push([Math.max(a, first), Math.min(b, last)]);
  }
  return spans;
}
