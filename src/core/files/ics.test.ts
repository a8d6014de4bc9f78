import ICAL from 'ical.js';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { dayOf, textOf } from '../days/day.ts';
import type { Task } from '../days/task.ts';
import { planDays } from '../days/tasks.ts';
import { take } from '../holding/command.ts';
import { setStart } from '../holding/days-commands.ts';
import { setRow } from '../holding/planting-commands.ts';
import type { Holding } from '../holding/schema.ts';
import { layHolding } from '../ranks/laid.ts';
import { NO_LEDGER } from '../record/ledger.ts';
import { dayAsked, daysOf, icsOf } from '../reports/days-report.ts';
import { daysOffIn } from './ics.ts';
import { holdingFromPlan } from './plan-json.ts';

const demo = holdingFromPlan(
  JSON.parse(readFileSync(new URL('../../../demo/tern-hollow.plan.json', import.meta.url), 'utf8')),
  'demo',
);
const on = dayOf('2026-11-26');
const eventsIn = (text: string) =>
  new ICAL.Component(ICAL.parse(text) as unknown as unknown[]).getAllSubcomponents('vevent');
/** Each event's days and words, by its uid; one that comes again has all of its days. */
const read = (text: string) =>
  new Map(
    eventsIn(text).map((one) => {
      const event = new ICAL.Event(one);
      const days = [event.startDate, ...one.getAllProperties('rdate').map((each) => each.getFirstValue() as ICAL.Time)];
      const long =
        event.endDate.subtractDate(event.startDate).weeks * 7 + event.endDate.subtractDate(event.startDate).days;
      return [event.uid, days.map((day) => `${day.toString()} ${long} ${event.summary}`)] as const;
    }),
  );
const lineOf = ({ from, to, what }: Task) => `${textOf(from)} ${to + 1 - from} ${what}`;
const tasksOf = (holding: Holding) => planDays(holding, layHolding(holding), NO_LEDGER).tasks;

describe('the calendar file', () => {
  it('holds every task on its days for an independent reader, and imported twice is the same set', () => {
    const tasks = tasksOf(demo);
    const events = read(icsOf(demo, [], on));
    expect([...events.values()].flat().sort()).toEqual(tasks.map(lineOf).sort());
    // What comes again is one event of its planting; what comes once or twice keeps the name of its task.
    expect(events.size).toBeLessThan(tasks.length / 2);
    expect(events.get('straighten:p1:0:again:0@close-rank')).toEqual(
      tasks.filter(({ rule, planting }) => rule === 'straighten' && planting === 'p1').map(lineOf),
    );
    for (const task of tasks.filter(({ rule }) => rule === 'plant'))
      expect(events.get(`${task.id}@close-rank`)).toEqual([lineOf(task)]);
    // A phone rings for what holds up others, not for care.
    const rings = eventsIn(icsOf(demo, [], on)).map((one) => {
      const [alarm] = one.getAllSubcomponents('valarm');
      return [
        String(one.getFirstPropertyValue('categories')),
        alarm ? String(alarm.getFirstPropertyValue('trigger')) : '',
      ] as const;
    });
    expect(new Set(rings.map(([group, trigger]) => `${group} ${trigger}`.trim()))).toEqual(
      new Set(['before -P3D', 'planting -P3D', 'delivery', 'care', 'off']),
    );
    expect(icsOf(demo, [], on)).toBe(icsOf(demo, [], on));
    const both = new Map([...events, ...read(icsOf(demo, [], on + 30))]);
    expect([...both]).toEqual([...events]);
  });
  it('keeps its uids through an edit of the plan: what moved is changed, not doubled', () => {
    const before = read(icsOf(demo, [], on));
    const edited = [setRow('p1', 'p1r1', { spacing: 2.2 }, ''), setStart('p1', '2027-03-13', '')].reduce(
      (now, command) => take(now, command).holding,
      demo,
    );
    const after = read(icsOf(edited, [], on));
    const plant = 'plant:p1:0:0:0@close-rank';
    expect(before.get(plant)).not.toEqual(after.get(plant));
    expect([...after.keys()].filter((uid) => !before.has(uid)).length).toBeLessThan(8);
  });
  it('tells what is done, leaves out what is not needed, and without a planting day says so', () => {
    const event = (kind: string, body: object) =>
      ({ id: kind, device: 'd', seq: 1, at: '2026-11-26T08:00:00+00:00', by: '', kind, body }) as never;
    const text = icsOf(
      demo,
      [
        event('taskDone', { task: 'order:p1:0:0:0', on: '2026-09-20', note: '' }),
        event('taskNotNeeded', { task: 'soil-test:p1:0:0:0', on: '2026-09-20', reason: '' }),
      ],
      on,
    );
    expect(read(text).get('order:p1:0:0:0@close-rank')![0]).toMatch(/Done: Order the plants: [\d,]+ still to buy$/);
    expect(read(text).has('soil-test:p1:0:0:0@close-rank')).toBe(false);
    // Of a series what is done is told by itself, and the others come as before.
    const done = icsOf(demo, [event('taskDone', { task: 'straighten:p1:0:1:0', on: '2027-11-02', note: '' })], on);
    expect(read(done).get('straighten:p1:0:1:0@close-rank')).toEqual([
      '2027-11-02 7 Done: Straighten guards and stakes',
    ]);
    const series = 'straighten:p1:0:again:0@close-rank';
    expect(read(done).get(series)).toEqual(
      read(icsOf(demo, [], on))
        .get(series)!
        .slice(1),
    );
    const none = { ...demo, days: { ...demo.days, plantings: [] } };
    expect(() => icsOf(none, [], on)).toThrow(
      'Tern Hollow has no planting day. Set one under Days, then write its calendar.',
    );
  });
});

describe('days off from a calendar', () => {
  const file = (...events: string[]) =>
    [
      'BEGIN:VCALENDAR',
      'VERSION:2.0',
      'PRODID:x',
      ...events.flatMap((lines) => ['BEGIN:VEVENT', ...lines.split('|'), 'END:VEVENT']),
      'END:VCALENDAR',
    ].join('\r\n');
  it('are whole days and those that an appointment touches, ours left out', () => {
    const text = file(
      'UID:a|DTSTAMP:20270101T000000Z|DTSTART;VALUE=DATE:20270331|DTEND;VALUE=DATE:20270403|SUMMARY:away',
      'UID:b|DTSTAMP:20270101T000000Z|DTSTART:20270410T090000|DTEND:20270410T110000|SUMMARY:dentist',
      'UID:c|DTSTAMP:20270101T000000Z|DTSTART:20270412T200000|DTEND:20270413T000000|SUMMARY:evening',
      'UID:plant:p1:0:0:0@close-rank|DTSTAMP:20270101T000000Z|DTSTART;VALUE=DATE:20270320|SUMMARY:plant',
    );
    expect(daysOffIn(text, 'off.ics', on)).toEqual([
      '2027-03-31',
      '2027-04-01',
      '2027-04-02',
      '2027-04-10',
      '2027-04-12',
    ]);
  });
  it('repeat as their rule says: by count, until, with exceptions and changed ones; endless ones as far as they matter', () => {
    const days = (...events: string[]) => daysOffIn(file(...events), 'off.ics', dayOf('2027-04-01'));
    const head = 'DTSTAMP:20270101T000000Z';
    expect(days(`UID:a|${head}|DTSTART;VALUE=DATE:20270402|RRULE:FREQ=WEEKLY;COUNT=3`)).toEqual([
      '2027-04-02',
      '2027-04-09',
      '2027-04-16',
    ]);
    expect(
      days(
        `UID:a|${head}|DTSTART;VALUE=DATE:20270402|DTEND;VALUE=DATE:20270404|RRULE:FREQ=WEEKLY;UNTIL=20270416|EXDATE;VALUE=DATE:20270409`,
        `UID:a|${head}|RECURRENCE-ID;VALUE=DATE:20270416|DTSTART;VALUE=DATE:20270420|DTEND;VALUE=DATE:20270421`,
      ),
    ).toEqual(['2027-04-02', '2027-04-03', '2027-04-20']);
    const endless = days(`UID:a|${head}|DTSTART;VALUE=DATE:20200103|RRULE:FREQ=WEEKLY`);
    expect([endless[0], endless.at(-1), endless.length]).toEqual(['2027-03-05', '2030-03-29', 161]);
  });
  it('an event without an end, more repeats or events than anybody has, and days long past are a sentence each', () => {
    const said = (...events: string[]) => {
      const text = file(...events);
      return () => daysOffIn(text, 'off.ics', dayOf('2027-04-01'));
    };
    const head = 'UID:a|DTSTAMP:20270101T000000Z';
    expect(said(`${head}|DTSTART;VALUE=DATE:20270402|DURATION:P99999999999D`)).toThrow(
      /an event that lasts 99,999,999,999 days/,
    );
    expect(said(`${head}|DTSTART;VALUE=DATE:20270402|DURATION:P400D`)()).toHaveLength(400);
    expect(said(`${head}|DTSTART:19000101T000000|RRULE:FREQ=HOURLY`)).toThrow(
      /repeats its events more than 20,000 times/,
    );
    expect(said(...Array.from({ length: 30_000 }, () => `${head}|DTSTART;VALUE=DATE:20270402`))).toThrow(
      'off.ics holds 30,000 events; at most 20,000 are read. Export the days off alone from your calendar.',
    );
    expect(said(`${head}|DTSTART;VALUE=DATE:20270301`)()).toEqual(['2027-03-01']);
    expect(said(`${head}|DTSTART;VALUE=DATE:20270228`)).toThrow(/takes no day/);
    expect(said(`${head}|DTSTART;VALUE=DATE:20200402`)).toThrow(/takes no day between 2027-03-01 and 2030-04-03/);
  });
  it('a file of another kind, an empty calendar and one with our tasks alone each get a sentence', () => {
    expect(() => daysOffIn('name,day\nA,1', 'a.csv', on)).toThrow(
      'a.csv is not an iCalendar file. Export the days off from your calendar as .ics and choose that.',
    );
    expect(() => daysOffIn(file(), 'b.ics', on)).toThrow(/b\.ics holds no events/);
    expect(() => daysOffIn(icsOf(demo, [], on), 'c.ics', on)).toThrow(/only tasks of Close Rank/);
    for (const cut of [30, 90, 200])
      expect(() => daysOffIn(icsOf(demo, [], on).slice(0, cut), 'd.ics', on)).toThrow(/d\.ics/);
  });
});

describe('tasks without a screen', () => {
  it('are the same tasks, with lots, lines and what does not fit; a bad day is refused', () => {
    const told = daysOf(demo, [], on) as {
      tasks: { id: string; from: string }[];
      plantings: { planting: string; lots: { plants: number }[]; plants: number }[];
      slips: { what: string }[];
    };
    expect(told.tasks.map(({ id }) => id)).toEqual(tasksOf(demo).map(({ id }) => id));
    for (const { lots, plants } of told.plantings) expect(lots.reduce((sum, lot) => sum + lot.plants, 0)).toBe(plants);
    expect(told.slips.some(({ what }) => what.endsWith('lots'))).toBe(true);
    for (const wrong of [undefined, 'tomorrow', '2027-02-30', '2027-13-01'])
      expect(() => dayAsked(wrong)).toThrow(/--on wants a day/);
  });
});
