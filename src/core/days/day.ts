import { monthName } from '../ground/local-rules.ts';

/** A day as the number of days since 1 January 1970: what calendars are reckoned in. */
export type Day = number;

const MS = 86_400_000;

/** The day that YYYY-MM-DD names. */
export const dayOf = (text: string): Day => Math.round(Date.parse(`${text}T00:00:00Z`) / MS);
const dateOf = (day: Day): Date => new Date(day * MS);
/** A day as YYYY-MM-DD. */
export const textOf = (day: Day): string => dateOf(day).toISOString().slice(0, 10);
/** Monday 0 to Sunday 6; 1 January 1970 was a Thursday. */
export const weekday = (day: Day): number => (((day + 3) % 7) + 7) % 7;
/** The Monday of its week. */
export const monday = (day: Day): Day => day - weekday(day);
export const yearOf = (day: Day): number => dateOf(day).getUTCFullYear();
/** Month of a day, 1 to 12. */
export const monthOf = (day: Day): number => dateOf(day).getUTCMonth() + 1;
/** MM-DD of a day. */
export function monthDayOf(day: Day): string {
  const date = dateOf(day);
  const [month, of] = [date.getUTCMonth() + 1, date.getUTCDate()];
  return `${month < 10 ? '0' : ''}${month}-${of < 10 ? '0' : ''}${of}`;
}

/** The day that MM-DD is in a year; 29 February is the 28th where there is none. */
export function dayIn(year: number, monthDay: string): Day {
  const [month, date] = [Number(monthDay.slice(0, 2)), Number(monthDay.slice(3))];
  const last = Date.UTC(year, month, 0) / MS;
  return Math.min(last, Date.UTC(year, month - 1, 1) / MS + date - 1);
}

/** The same date `years` on. */
export const yearsOn = (day: Day, years: number): Day => dayIn(yearOf(day) + years, monthDayOf(day));

/** The same date six months on, at the end of a month that is shorter: `cal.shift6`. Not reversible. */
export function shift6(day: Day): Day {
  const year = yearOf(day);
  const month = monthOf(day);
  const shifted = String(((month + 5) % 12) + 1).padStart(2, '0');
  return dayIn(month > 6 ? year + 1 : year, `${shifted}-${monthDayOf(day).slice(3)}`);
}

/** MM-DD half a year on: what is usual in the north, in the south. */
export const monthDay6 = (monthDay: string): string => monthDayOf(shift6(dayIn(2001, monthDay)));

/** The first day from `from` on that MM-DD names. */
export function nextOf(monthDay: string, from: Day): Day {
  const here = dayIn(yearOf(from), monthDay);
  return here >= from ? here : dayIn(yearOf(from) + 1, monthDay);
}

const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];
export const weekdayName = (at: number): string => WEEKDAYS[at]!;

/** '14 March 2027', or '14 March' in a year that is known. */
export const dateWords = (day: Day, year = true): string =>
  `${Number(textOf(day).slice(8))} ${monthName(monthOf(day))}${year ? ` ${yearOf(day)}` : ''}`;
/** 'Sunday 14 March 2027'. */
export const dayWords = (day: Day, year = true): string => `${weekdayName(weekday(day))} ${dateWords(day, year)}`;

/** '14 and 15 March 2027', '30 March to 2 April 2027', '14 March 2027'. */
export function spanWords(from: Day, to: Day): string {
  if (from === to) return dateWords(from);
  const same = monthOf(from) === monthOf(to) && yearOf(from) === yearOf(to);
  const first = same ? String(Number(textOf(from).slice(8))) : dateWords(from, yearOf(from) !== yearOf(to));
  return `${first} ${to === from + 1 ? 'and' : 'to'} ${dateWords(to)}`;
}
