import { deliveries, finish, recur, workdaysBack } from '../src/core/days/calendar.ts';
import { dayOf, shift6, textOf, type Day } from '../src/core/days/day.ts';
import { dormantWindows } from '../src/core/days/windows.ts';

// oxlint-disable-next-line typescript/no-explicit-any -- the inputs are whatever the note's checks name
type Inputs = any;

const days = (texts: readonly string[]): ReadonlySet<Day> => new Set(texts.map(dayOf));
const dateOf = (text: string | null): Day | null => (text === null ? null : dayOf(text));

/** Topics of the calendar, each by the core's own function; dates as text. */
export const calendar: Readonly<Record<string, (inputs: Inputs) => unknown>> = {
  'cal.windows': ({ firstFrost, freeze, thaw, lastFrost, budBreak, coldStore }) =>
    Object.fromEntries(
      Object.entries(
        dormantWindows({
          firstFrost: dayOf(firstFrost),
          freeze: dateOf(freeze),
          thaw: dateOf(thaw),
          lastFrost: dayOf(lastFrost),
          budBreak: dateOf(budBreak),
          coldStore,
        }),
      ).map(([name, window]) => [name, window && window.map(textOf)]),
    ),
  'cal.workdaysBack': ({ date, clear, holidays }) => textOf(workdaysBack(dayOf(date), clear, days(holidays))),
  'cal.finish': ({ start, workDays, holidays }) => textOf(finish(dayOf(start), workDays, days(holidays))),
  'cal.deliveries': (inputs) => deliveries(inputs),
  'cal.shift6': ({ date }) => textOf(shift6(dayOf(date))),
  'cal.recur': ({ from, everyDays, until, closed }) => recur(dayOf(from), everyDays, dayOf(until), closed).map(textOf),
};
