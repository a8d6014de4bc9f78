import ical, { ICalCalendarMethod, ICalEventTransparency } from 'ical-generator';
import ICAL from 'ical.js';
import { textOf, type Day } from '../days/day.ts';
import { isOpen, type Task } from '../days/task.ts';
import { Unreadable } from './problems.ts';

/** The end of every uid that is ours. */
const OURS = '@close-rank';

/**
 * Tasks as an iCalendar file: whole days, each with a uid that stays the same through edits of the plan, so that a second
 * import changes what is there. What is done or not needed is told as such.
 * @param names - of the plantings, by id
 */
export function tasksIcs(
  tasks: readonly Task[],
  { title, names, stamped }: { title: string; names: ReadonlyMap<string, string>; stamped: Day },
): string {
  const calendar = ical({
    name: title,
    prodId: { company: 'Close Rank', product: 'Days' },
    method: ICalCalendarMethod.PUBLISH,
  });
  for (const task of tasks) {
    if (task.state === 'notNeeded') continue;
    calendar.createEvent({
      id: `${task.id}${OURS}`,
      stamp: utc(stamped),
      start: utc(task.from),
      end: utc(task.to + 1), // the day after the last: ends are left out
      allDay: true,
      summary: `${isOpen(task) ? '' : 'Done: '}${task.what}`,
      location: names.get(task.planting) ?? '',
      description: [
        task.why,
        task.hours > 0
          ? `${Math.max(0.5, Math.round(task.hours * 2) / 2)} h${task.who.length > 0 ? `; ${task.who.join(', ')}` : ''}.`
          : '',
        task.sign ? `Sign: ${task.sign}.` : '',
        task.tools.length > 0 ? `Tools: ${task.tools.join(', ')}.` : '',
        task.caution ?? '',
      ]
        .filter(Boolean)
        .join('\n'),
      transparency: task.group === 'planting' ? ICalEventTransparency.OPAQUE : ICalEventTransparency.TRANSPARENT,
      categories: [{ name: task.group }],
    });
  }
  return calendar.toString();
}

const utc = (day: Day): Date => new Date(`${textOf(day)}T00:00:00Z`);

/** Days taken by the events of somebody's calendar, each once and in order; our own tasks in it are left out. Throws {@link Unreadable}. */
export function daysOffIn(text: string, name: string): string[] {
  let root: ICAL.Component;
  try {
    root = new ICAL.Component(ICAL.parse(text) as unknown as unknown[]);
  } catch {
    throw new Unreadable(
      `${name} is not an iCalendar file. Export the days off from your calendar as .ics and choose that.`,
    );
  }
  const events = root.getAllSubcomponents('vevent');
  if (root.name !== 'vcalendar' || events.length === 0)
    throw new Unreadable(`${name} holds no events. Export the days off from your calendar as .ics and choose that.`);
  const days = new Set<string>();
  for (const component of events) {
    const event = new ICAL.Event(component);
    if ((event.uid ?? '').endsWith(OURS) || !event.startDate) continue;
    const whole = event.startDate.isDate;
    const last = event.endDate ?? event.startDate;
    const day = event.startDate.clone();
    day.isDate = true;
    // A whole-day event ends on the day after; one that ends at midnight does not take the next day.
    for (
      let n = 0;
      n < MOST_DAYS &&
      (n === 0 || (whole ? day.compareDateOnlyTz(last, ICAL.Timezone.localTimezone) < 0 : before(day, last)));
      n++
    ) {
      days.add(day.toString().slice(0, 10));
      day.adjust(1, 0, 0, 0);
    }
  }
  if (days.size === 0)
    throw new Unreadable(`${name} holds only tasks of Close Rank. Choose the calendar in which days off are kept.`);
  return [...days].sort();
}

const MOST_DAYS = 400;
const before = (day: ICAL.Time, last: ICAL.Time): boolean =>
  `${day.toString().slice(0, 10)}T00:00:00` < last.toString().slice(0, 19);
