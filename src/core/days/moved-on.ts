import type { Holding } from '../holding/schema.ts';
import { dayIn, dayOf, monthDayOf, textOf, yearOf, type Day } from './day.ts';

const WEEK = 7;

/**
 * A holding whose days lie ahead: where its first planting day is before `today`, planting days and days off move on by
 * the fewest whole years after which it no longer is. They keep their day of the week, which crews hang on; public
 * holidays keep their date.
 */
export function movedOn(holding: Holding, today: Day): Holding {
  const starts = holding.days.plantings.flatMap(({ start }) => (start === null ? [] : [dayOf(start)]));
  if (starts.length === 0) return holding;
  const first = Math.min(...starts);
  let years = 0;
  while (first + weeksOf(first, years) < today) years++;
  if (years === 0) return holding;
  const move = (text: string) => textOf(dayOf(text) + weeksOf(first, years));
  const { plantings, people, holidays } = holding.days;
  return {
    ...holding,
    days: {
      ...holding.days,
      plantings: plantings.map((one) => ({ ...one, start: one.start === null ? null : move(one.start) })),
      people: people.map((one) => ({ ...one, off: one.off.map(move) })),
      holidays: holidays.map((text) => textOf(dayIn(yearOf(dayOf(text)) + years, monthDayOf(dayOf(text))))),
    },
  };
}

/** Days by which `day` moves to stand in a year so many years on, in whole weeks. */
const weeksOf = (day: Day, years: number): number =>
  Math.round((dayIn(yearOf(day) + years, monthDayOf(day)) - day) / WEEK) * WEEK;
