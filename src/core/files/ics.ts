import { group } from 'd3-array';
import ical, { ICalAlarmType, ICalCalendarMethod, ICalEventTransparency } from 'ical-generator';
import ICAL from 'ical.js';
import { textOf, type Day } from '../days/day.ts';
import { isOpen, type Task } from '../days/task.ts';
import { formatCount } from '../units/quantities.ts';
import { Unreadable } from './problems.ts';

/** The end of every uid that is ours. */
const OURS = '@close-rank';

/**
 * Tasks as an iCalendar file: whole days, each with a uid that stays the same through edits of the plan, so that a second
 * import changes what is there. What comes again is one event; what is done is told as such, what is not needed left out.
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
  for (const { id, task, again } of comings(tasks)) {
    const event = calendar.createEvent({
      id: `${id}${OURS}`,
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
      ...(again.length > 0 && { repeating: again.map((day) => `RDATE;VALUE=DATE:${dense(day)}`).join('\r\n') }),
    });
    // Care may wait a week; what is late here holds up others or is late for good.
    if (isOpen(task) && WAKES.has(task.group))
      event.createAlarm({ type: ICalAlarmType.display, trigger: DAYS_BEFORE * 86_400, description: task.what });
  }
  return calendar.toString();
}

/** Groups of tasks that a phone is to ring for, and how many days before. */
const [WAKES, DAYS_BEFORE] = [new Set<Task['group']>(['before', 'planting']), 3];
/** From so many times on, the same work of a planting is one event that comes again. */
const SERIES = 3;

/** The tasks as events: what is open and comes again and again is one event, on each of its days. */
function comings(
  tasks: readonly Task[],
): { readonly id: string; readonly task: Task; readonly again: readonly Day[] }[] {
  const needed = tasks.filter(({ state }) => state !== 'notNeeded');
  const same = ({ rule, planting, phase, what, from, to }: Task) =>
    JSON.stringify([rule, planting, phase, what, to - from]);
  const series = [...group(needed.filter(isOpen), same).values()]
    .filter(({ length }) => length >= SERIES)
    .map((all) => all.toSorted((a, b) => a.from - b.from));
  const begins = new Map(series.map((all) => [all[0]!, all]));
  const within = new Set(series.flatMap(([, ...rest]) => rest));
  /** Series of one rule and planting are told apart by their order. */
  const told = new Map<string, number>();
  return needed
    .filter((task) => !within.has(task))
    .map((task) => {
      const all = begins.get(task);
      if (!all) return { id: task.id, task, again: [] };
      const of = `${task.rule}:${task.planting}:${task.phase}`;
      const n = told.get(of) ?? 0;
      told.set(of, n + 1);
      return { id: `${of}:again:${n}`, task, again: all.slice(1).map(({ from }) => from) };
    });
}

const dense = (day: Day): string => textOf(day).replaceAll('-', '');

const utc = (day: Day): Date => new Date(`${textOf(day)}T00:00:00Z`);

/** Most events of a calendar that are read, days that one of them takes, and repeats that are counted out. */
const MOST_EVENTS = 20_000;
const MOST_DAYS = 400;
const MOST_REPEATS = 20_000;
/** Days that matter to a crew: from so many before today to so many after. */
const [BEHIND, AHEAD] = [31, 3 * 366];

/**
 * Days taken by the events of somebody's calendar, repeats and their exceptions counted out, each once and in order, from
 * a month before `today` to three years after it; our own tasks in it are left out. Throws {@link Unreadable}.
 */
export function daysOffIn(text: string, name: string, today: Day): string[] {
  const events = eventsIn(text, name);
  try {
    return daysTaken(events, name, today);
  } catch (problem) {
    if (problem instanceof Unreadable) throw problem;
    throw new Unreadable(
      `${name} has an event whose day or rule is not whole. Export the days off from your calendar again.`,
    );
  }
}

function daysTaken(events: readonly ICAL.Component[], name: string, today: Day): string[] {
  const [first, last] = [textOf(today - BEHIND), textOf(today + AHEAD)];
  const days = new Set<string>();
  let [own, repeats] = [0, 0];
  const add = (start: ICAL.Time, end: ICAL.Time) => {
    for (const day of daysOf(start, end, last)) if (day >= first && day <= last) days.add(day);
  };
  for (const { main, changed } of byUid(events)) {
    if ((main.getFirstPropertyValue('uid') ?? '').toString().endsWith(OURS)) {
      own++;
      continue;
    }
    checkLength(main, name);
    const event = new ICAL.Event(main, { exceptions: changed });
    if (!event.startDate) continue;
    if (!event.isRecurring()) {
      add(event.startDate, event.endDate ?? event.startDate);
      continue;
    }
    const each = event.iterator();
    for (let next = each.next(); next && dayText(next) <= last; next = each.next()) {
      if (++repeats > MOST_REPEATS)
        throw new Unreadable(
          `${name} repeats its events more than ${formatCount(MOST_REPEATS)} times. Export the days off alone from your calendar.`,
        );
      const { startDate, endDate } = event.getOccurrenceDetails(next);
      add(startDate, endDate);
    }
  }
  if (own === events.length)
    throw new Unreadable(`${name} holds only tasks of Close Rank. Choose the calendar in which days off are kept.`);
  if (days.size === 0)
    throw new Unreadable(
      `${name} takes no day between ${first} and ${last}. Choose a calendar that has the days off of these years.`,
    );
  return [...days].sort();
}

/** The events of a calendar as its text has them. */
function eventsIn(text: string, name: string): ICAL.Component[] {
  const said = text.match(/^BEGIN:VEVENT/gim)?.length ?? 0;
  if (said > MOST_EVENTS)
    throw new Unreadable(
      `${name} holds ${formatCount(said)} events; at most ${formatCount(MOST_EVENTS)} are read. Export the days off alone from your calendar.`,
    );
  let [isCalendar, events] = [false, [] as ICAL.Component[]];
  try {
    const root = new ICAL.Component(ICAL.parse(text) as unknown as unknown[]);
    [isCalendar, events] = [root.name === 'vcalendar', root.getAllSubcomponents('vevent')];
  } catch {
    throw new Unreadable(
      `${name} is not an iCalendar file. Export the days off from your calendar as .ics and choose that.`,
    );
  }
  if (!isCalendar || events.length === 0)
    throw new Unreadable(`${name} holds no events. Export the days off from your calendar as .ics and choose that.`);
  return events;
}

/** Each event with the repeats of it that were changed. */
function byUid(events: readonly ICAL.Component[]): { main: ICAL.Component; changed: ICAL.Component[] }[] {
  const known = new Map<string, { main: ICAL.Component; changed: ICAL.Component[] }>();
  for (const one of events) {
    const uid = String(one.getFirstPropertyValue('uid') ?? known.size);
    const before = known.get(uid);
    if (!before) known.set(uid, { main: one, changed: [] });
    else if (one.hasProperty('recurrence-id')) before.changed.push(one);
    else if (before.main.hasProperty('recurrence-id'))
      known.set(uid, { main: one, changed: [...before.changed, before.main] });
    else known.set(`${uid} ${known.size}`, { main: one, changed: [] });
  }
  return [...known.values()];
}

/** Refuses an event that says of itself that it never ends: it is not counted out. */
function checkLength(event: ICAL.Component, name: string): void {
  const length = event.getFirstPropertyValue('duration');
  if (length instanceof ICAL.Duration && Math.abs(length.toSeconds()) > MOST_DAYS * 86_400)
    throw new Unreadable(
      `${name} has an event that lasts ${formatCount(Math.round(Math.abs(length.toSeconds()) / 86_400))} days. Shorten it to at most ${MOST_DAYS} and export again.`,
    );
}

/** The days that one event touches, as far as the last that matters. */
function daysOf(start: ICAL.Time, end: ICAL.Time, last: string): string[] {
  const whole = start.isDate;
  const day = start.clone();
  day.isDate = true;
  const days: string[] = [];
  // A whole-day event ends on the day after; one that ends at midnight does not take the next day.
  for (
    let n = 0;
    n < MOST_DAYS &&
    dayText(day) <= last &&
    (n === 0 || (whole ? day.compareDateOnlyTz(end, ICAL.Timezone.localTimezone) < 0 : before(day, end)));
    n++
  ) {
    days.push(dayText(day));
    day.adjust(1, 0, 0, 0);
  }
  return days;
}

const dayText = (time: ICAL.Time): string => time.toString().slice(0, 10);
const before = (day: ICAL.Time, end: ICAL.Time): boolean => `${dayText(day)}T00:00:00` < end.toString().slice(0, 19);
