import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { migrate } from '../holding/migrate.ts';
import { EventSchema, type Happened, type RecordEvent } from './events.ts';
import { eventsLeft } from './left-behind.ts';
import { ledgerOf, NO_LEDGER } from './ledger.ts';
import { merge } from './merge.ts';
import { readEvents, writeEvents } from './ndjson.ts';

/** An event of a device, so many minutes into a day. */
const event = (id: string, happened: Happened, minute = 0, device = 'phone'): RecordEvent =>
  EventSchema.parse({
    id,
    device,
    seq: minute,
    at: `2026-11-02T08:${String(minute).padStart(2, '0')}:00+01:00`,
    by: 'Ada',
    ...happened,
  });
const seen = (item: string, note: string): Happened => ({ kind: 'seen', body: { item, on: '2026-11-02', note } });
const amended = (of: string, holds: boolean): Happened => ({ kind: 'amended', body: { event: of, holds } });
const line = (key: string, quantity: number) => ({ key, name: key, need: quantity, quantity, cents: quantity * 90 });
const order = (...lines: ReturnType<typeof line>[]): Happened => ({
  kind: 'ordered',
  body: {
    supplier: 'Made-up nursery',
    supplierId: 'n1',
    phase: null,
    on: '2026-11-02',
    lines,
    delivery: 2500,
    currency: 'EUR',
  },
});
const came = (at: number, counted: number, more: object = {}) => ({
  line: at,
  counted,
  refused: 0,
  reserve: false,
  follows: false,
  instead: '',
  signs: [],
  note: '',
  photos: [],
  ...more,
});
const delivered = (of: string, ...lines: ReturnType<typeof came>[]): Happened => ({
  kind: 'delivered',
  body: { order: of, on: '2026-11-20', lines },
});
const faulty = (of: string, at: number, count: number): Happened => ({
  kind: 'faultFound',
  body: { order: of, line: at, on: '2026-11-25', count, signs: [], note: 'roots circling', photos: [] },
});

describe('the ledger', () => {
  it('of nothing is nothing; a later note of a thing goes before an earlier one; what is amended last decides', () => {
    expect(ledgerOf([])).toBe(NO_LEDGER);
    const events = [event('a', seen('wind', 'east'), 1), event('b', seen('wind', 'north-east'), 2)];
    expect(ledgerOf(events).seen.get('wind')).toMatchObject({ note: 'north-east', events: ['a', 'b'] });
    // Two in the same instant on one device: its own count decides.
    const [one, two] = [event('z', seen('wind', 'first'), 1), { ...event('y', seen('wind', 'then'), 1), seq: 2 }];
    expect(ledgerOf([two, one]).seen.get('wind')!.note).toBe('then');
    const taken = [...events, event('c', amended('b', false), 3)];
    expect(ledgerOf(taken).seen.get('wind')).toMatchObject({ note: 'east', events: ['a'] });
    expect(ledgerOf([...taken, event('d', amended('b', true), 4)]).seen.get('wind')!.note).toBe('north-east');
  });

  it('a request to mark is open until marks with its reference are there, and again when those are taken back', () => {
    const asked = event('q', { kind: 'marksAsked', body: { reference: 'SIM-1', on: '2026-11-02', services: ['s'] } });
    const marks = [{ service: 's', name: 'pipe', line: [[0, 0] as [number, number], [9, 0] as [number, number]] }];
    const made = event('m', { kind: 'marked', body: { reference: 'SIM-1', on: '2026-11-04', marks } }, 5);
    expect(ledgerOf([asked])).toMatchObject({ asked: { reference: 'SIM-1', event: 'q' }, marks: [] });
    expect(ledgerOf([asked, made])).toMatchObject({ asked: null, marks: [{ service: 's', on: '2026-11-04' }] });
    expect(ledgerOf([asked, made, event('x', amended('m', false), 6)])).toMatchObject({ asked: { event: 'q' } });
  });

  it('an order of 100: 60 come, 10 of them sent back; 30 of the rest come, and of those 5 are found faulty', () => {
    const events = [
      event('o', order(line('oak|bare', 100), line('stake', 50)), 1),
      event('d1', delivered('o', came(0, 60, { refused: 10, follows: true })), 2),
    ];
    const [first] = ledgerOf(events).orders;
    expect(first).toMatchObject({ id: 'o', state: 'part here', cents: 150 * 90 + 2500 });
    expect(first!.lines[0]).toMatchObject({ counted: 60, refused: 10, kept: 50, toCome: 40, short: 0 });
    const [then] = ledgerOf([
      ...events,
      event('d2', delivered('o', came(0, 30), came(1, 50)), 3),
      event('f', faulty('o', 0, 5), 4),
    ]).orders;
    expect(then).toMatchObject({ state: 'here' });
    expect(then!.lines[0]).toMatchObject({ counted: 90, refused: 10, faulty: 5, kept: 75, toCome: 0, short: 10 });
    // Taken back, the check of the second delivery leaves 40 still to come.
    const back = ledgerOf([
      ...events,
      event('d2', delivered('o', came(0, 30)), 3),
      event('u', amended('d2', false), 9),
    ]);
    expect(back.orders[0]!.lines[0]!.toCome).toBe(40);
  });

  it('an order that is taken back takes its checks along', () => {
    const events = [event('o', order(line('stake', 9)), 1), event('d', delivered('o', came(0, 9)), 2)];
    expect(ledgerOf([...events, event('u', amended('o', false), 3)]).orders).toEqual([]);
  });

  it('what is used of a piece is what was last said of it', () => {
    const used = (done: number): Happened => ({
      kind: 'used',
      body: { planting: 'p1', key: 'chips.bag', count: done / 2, done, of: 'metres', on: '2026-11-02' },
    });
    expect(ledgerOf([event('b', used(62), 9), event('a', used(20), 1)]).used).toMatchObject([{ done: 62, event: 'b' }]);
  });
});

describe(merge, () => {
  const anyEvent = fc
    .record({
      id: fc.constantFrom(...'abcdefgh'),
      device: fc.constantFrom('phone', 'laptop'),
      minute: fc.integer({ min: 0, max: 9 }),
      happened: fc.oneof(
        fc.constantFrom('wind', 'gate').map((item) => seen(item, 'seen')),
        fc
          .record({ of: fc.constantFrom(...'abcdefgh'), holds: fc.boolean() })
          .map(({ of, holds }) => amended(of, holds)),
        fc.integer({ min: 1, max: 9 }).map((n) => order(line('stake', n))),
        fc.constantFrom(...'abcdefgh').map((of) => delivered(of, came(0, 3))),
      ),
    })
    .map(({ id, device, minute, happened }) => event(id, happened, minute, device));
  const records = fc.array(anyEvent, { maxLength: 12 });

  it('is the same in any order, however often, and however it is grouped; the ledger with it', () => {
    fc.assert(
      fc.property(records, records, records, (a, b, c) => {
        const whole = merge(a, b, c).events;
        expect(merge(c, a, b).events).toEqual(whole);
        expect(merge(merge(a, b).events, c).events).toEqual(whole);
        expect(merge(a, merge(c, b).events).events).toEqual(whole);
        expect(merge(whole, whole, a).events).toEqual(whole);
        expect(ledgerOf(merge(c, b, a).events.toReversed())).toEqual(ledgerOf(whole));
      }),
      { seed: 20, numRuns: 300 },
    );
  });

  it('names an event that carries the id of another, and keeps one of them whichever came first', () => {
    const [one, other] = [event('a', seen('wind', 'east')), event('a', seen('wind', 'west'))];
    expect(merge([one], [other])).toEqual({ events: [one], refused: [other] });
    expect(merge([other], [one])).toEqual({ events: [one], refused: [other] });
    expect(merge([one], [{ ...one, body: { ...one.body } } as RecordEvent]).refused).toEqual([]);
  });
});

describe('the record as a file', () => {
  const events = [event('a', seen('wind', 'east\nof the yard')), event('o', order(line('stake', 9)), 1)];
  it('is a line for each event and reads back as it was', () => {
    expect(writeEvents(events).trim().split('\n')).toHaveLength(2);
    expect(readEvents(writeEvents(events), 'events.ndjson')).toEqual({ events, problems: [] });
  });
  it('a line that is broken or not known is said with its number; the others are read', () => {
    const text = `${writeEvents(events.slice(0, 1))}{"id": 3\n\n{"id":"z","kind":"danced"}\n${writeEvents(events.slice(1))}`;
    const read = readEvents(text, 'day.ndjson');
    expect(read.events).toEqual(events);
    expect(read.problems).toEqual([
      expect.stringMatching(/^Line 2 of day\.ndjson is not whole\. /),
      expect.stringMatching(/^Line 4 of day\.ndjson is not an event that this Close Rank knows/),
    ]);
  });
});

describe(eventsLeft, () => {
  const old = migrate(JSON.parse(readFileSync(new URL('../holding/kept/holding-v7.json', import.meta.url), 'utf8')));
  const left = old.ok ? old.left! : null!;
  it('makes of what version 7 kept a record that says the same, and once however often it is read', () => {
    const events = eventsLeft(left);
    expect(events.map((one) => EventSchema.parse(one))).toEqual(events);
    expect(merge(events, eventsLeft(left)).events).toHaveLength(events.length);
    const ledger = ledgerOf(events);
    expect(ledger.seen.get('wind')).toMatchObject({ on: '2026-02-01', note: 'lean to the east' });
    expect(ledger.asked).toMatchObject({ reference: 'SIM-2', services: ['s2'] });
    expect(ledger.marks.map(({ service, on }) => [service, on])).toEqual([
      ['s3', null],
      ['s1', '2026-03-03'],
    ]);
  });
});
