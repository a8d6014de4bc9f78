import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { migrate } from '../holding/migrate.ts';
import { EventSchema, type Happened, type RecordEvent } from './events.ts';
import { eventsLeft } from './left-behind.ts';
import { ledgerOf, NO_LEDGER } from './ledger.ts';
import { lineOf, picturesIn, readLines, readRecord, union, writeLines, type Line } from './lines.ts';
import { inOrder } from './in-order.ts';

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

describe('what is known goes before what the clock says', () => {
  const years = (id: string, year: number, seq: number, happened: Happened, device = 'phone', more: object = {}) =>
    EventSchema.parse({ id, device, seq, at: `${year}-03-02T08:00:00+01:00`, by: '', ...more, ...happened });
  const task = (kind: 'taskDone' | 'taskPutOff'): Happened =>
    kind === 'taskDone'
      ? { kind, body: { task: 't', on: '2026-11-02', note: '' } }
      : { kind, body: { task: 't', to: '2026-12-02', on: '2026-11-02', reason: 'wet' } };
  const used = (done: number): Happened => ({
    kind: 'used',
    body: { planting: 'p1', key: 'chips.bag', count: 1, done, of: 'metres', on: '2026-11-02' },
  });

  it('one phone whose clock was set back from 2031 to 2026: what it said last holds', () => {
    const both = (first: Happened, then: Happened, before: readonly RecordEvent[] = []) =>
      ledgerOf([...before, years('b', 2026, 2, then), years('a', 2031, 1, first)]);
    expect(both(task('taskPutOff'), task('taskDone')).tasks.get('t')!.kind).toBe('done');
    expect(both(used(5), used(50)).used).toMatchObject([{ done: 50 }]);
    expect(both(amended('s', false), amended('s', true), [event('s', seen('wind', 'east'))]).seen.size).toBe(1);
    expect(both(amended('s', true), amended('s', false), [event('s', seen('wind', 'east'))]).seen.size).toBe(0);
    const short = both(delivered('o', came(0, 3, { follows: true })), delivered('o', came(0, 2)), [
      event('o', order(line('stake', 9))),
    ]);
    expect(short.orders[0]!.lines[0]).toMatchObject({ toCome: 0, short: 4 });
  });

  it('another device that knew of it speaks after it, whatever its clock; one that did not, by the clock', () => {
    const far = years('a', 2031, 7, used(5));
    const done = (more: object) => ledgerOf([far, years('b', 2026, 0, used(50), 'laptop', more)]).used[0]!.done;
    expect(done({ knows: { phone: 7 } })).toBe(50);
    expect(done({ knows: { phone: 9 } })).toBe(50);
    expect(done({ knows: { phone: 6 } })).toBe(5);
    expect(done({})).toBe(5);
    const sees = (over: string[]) =>
      inOrder([
        years('p', 2031, 0, { kind: 'planted', body: { planting: 'p1', labels: ['A1-001'], over: [] } }),
        years('q', 2026, 0, { kind: 'planted', body: { planting: 'p1', labels: ['A1-001'], over } }, 'laptop'),
      ]).map(({ id }) => id);
    expect([sees(['p']), sees(['nobody']), sees([])]).toEqual([
      ['p', 'q'],
      ['q', 'p'],
      ['q', 'p'],
    ]);
  });

  it('two of one count, of a device that was copied whole, know nothing of each other', () => {
    const twin = (id: string, over: string[]) =>
      years(id, 2027, 1, { kind: 'planted', body: { planting: 'p1', labels: ['A1-001'], over } });
    expect(inOrder([twin('a', ['j']), twin('j', [])]).map(({ id }) => id)).toEqual(['j', 'a']);
  });

  it('is one order of the same events, knowledge kept, though some wait for each other in a circle', () => {
    const others = (knows: Record<string, number>, device: string) =>
      Object.fromEntries(Object.entries(knows).filter(([one]) => one !== device));
    const anyone = fc.record({
      device: fc.constantFrom('a', 'b', 'c'),
      seq: fc.integer({ min: 0, max: 9 }),
      year: fc.integer({ min: 2020, max: 2040 }),
      knows: fc.dictionary(fc.constantFrom('a', 'b', 'c', 'd'), fc.integer({ min: 0, max: 9 }), { maxKeys: 2 }),
    });
    fc.assert(
      fc.property(
        fc.uniqueArray(anyone, { maxLength: 14, selector: ({ device, seq }) => `${device}${seq}` }),
        (made) => {
          const events = made.map(({ device, seq, year, knows }, i) =>
            years(`e${i}`, year, seq, seen('wind', ''), device, { knows: others(knows, device) }),
          );
          const ordered = inOrder(events);
          expect(inOrder(events.toReversed())).toEqual(ordered);
          expect(ordered).toHaveLength(events.length);
          const [first] = ordered;
          // The first waits for nobody, unless all wait for each other.
          const waits = ({ device, seq, knows }: RecordEvent) =>
            events.some(
              (one) =>
                (one.device === device && one.seq < seq) ||
                (one.device !== device && one.seq <= (knows?.[one.device] ?? -1)),
            );
          if (first && events.some((one) => !waits(one))) expect(waits(first)).toBe(false);
        },
      ),
      { seed: 25, numRuns: 300 },
    );
  });

  it('a chain of 12,000 amendments and 12,000 amendments of one event are answered', () => {
    const chain = Array.from({ length: 12_000 }, (_, n) => event(`c${n + 1}`, amended(`c${n}`, false), n % 60));
    const of = (events: RecordEvent[]) => ledgerOf([event('c0', seen('wind', 'east')), ...events]).seen.size;
    expect([of(chain), of(chain.slice(0, -1))]).toEqual([1, 0]);
    const back = Array.from({ length: 12_000 }, (_, n) => event(`d${n}`, amended('c0', false), n % 60));
    const undone = back.slice(1).map(({ id }, n) => event(`f${n}`, amended(id, false), n % 60));
    expect([of([...back, ...undone]), of([...back.slice(1), ...undone])]).toEqual([0, 1]);
  });
});

describe('records laid together', () => {
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
    .map(({ id, device, minute, happened }) => lineOf(event(id, happened, minute, device)));
  const strange = fc.constantFrom(...'abij').map((id): Line => ({ id, text: `{"id":"${id}","kind":"danced"}` }));
  const records = fc.array(fc.oneof(anyEvent, strange), { maxLength: 12 });

  it('are the same in any order, however often, and however they are grouped; the ledger with them', () => {
    fc.assert(
      fc.property(records, records, records, (a, b, c) => {
        const whole = union(a, b, c);
        expect(union(c, a, b)).toEqual(whole);
        expect(union(union(a, b), c)).toEqual(whole);
        expect(union(a, union(c, b))).toEqual(whole);
        expect(union(whole, whole, a)).toEqual(whole);
        expect(new Set(whole.map(({ text }) => text))).toEqual(new Set([...a, ...b, ...c].map(({ text }) => text)));
        const { events, newer, clashes } = readRecord(whole);
        expect(events.length + newer).toBe(new Set(whole.map(({ id }) => id)).size);
        expect(whole.length - events.length - newer).toBeGreaterThanOrEqual(clashes.length);
        expect(ledgerOf(events.toReversed())).toEqual(ledgerOf(events));
      }),
      { seed: 20, numRuns: 300 },
    );
  });

  it('two things under one id are both kept and named, whichever came first; another spelling is the same thing', () => {
    const [one, other] = [event('a', seen('wind', 'east')), event('a', seen('wind', 'west'))].map(lineOf) as [
      Line,
      Line,
    ];
    const both = { lines: [one, other], clashes: ['a'], note: 'east' };
    for (const lines of [union([one], [other]), union([other], [one])]) {
      const { events, clashes } = readRecord(lines);
      expect({ lines, clashes, note: ledgerOf(events).seen.get('wind')!.note }).toEqual(both);
    }
    const { id, ...rest } = JSON.parse(one.text) as { id: string };
    const spelt = { id, text: JSON.stringify({ ...rest, id }) };
    expect(union([one], [spelt])).toEqual(union([spelt], [one]));
    expect(union([one], [spelt]).map(({ text }) => text)).toEqual([[one.text, spelt.text].sort()[0]]);
  });
});

describe('the record as a file', () => {
  const events = [event('a', seen('wind', 'east\nof the yard')), event('o', order(line('stake', 9)), 1)];
  const text = writeLines(events.map(lineOf));
  it('is a line for each event and reads back as it was', () => {
    expect(text.trim().split('\n')).toHaveLength(2);
    const read = readLines(text, 'events.ndjson');
    expect(readRecord(read.lines)).toEqual({ events, newer: 0, clashes: [] });
    expect(read.problems).toEqual([]);
  });

  it('what a newer version wrote goes on byte for byte: an unknown kind, an unknown field, a field that says more', () => {
    const head = '"device":"new","seq":1,"at":"2027-03-02T08:00:00Z","by":"Ada"';
    const lines = [
      `{"id":"n1","kind":"danced",  ${head},"body":{"with":"${'ab'.repeat(32)}"}}`,
      `{"id":"n2","kind":"seen",${head},"body":{"item":"wind","on":"2027-03-02","note":"","loud":true}}`,
      `{"id":"n3","kind":"seen",${head},"body":{"item":["wind"],"on":"2027-03-02","note":"","loud":true}}`,
      `{"id":"n4","kind":"seen",${head},"mood":"good","body":{"item":"gate","on":"soon","note":""}}`,
    ].join('\n');
    const read = readLines(lines, 'day.ndjson');
    expect(read.problems).toEqual([]);
    expect(writeLines(union(read.lines, [], read.lines))).toBe(`${lines}\n`);
    expect(readRecord(read.lines)).toMatchObject({ events: [{ id: 'n2' }], newer: 3 });
    expect(picturesIn(read.lines)).toEqual(['ab'.repeat(32)]);
  });

  it('a line that is broken, not known or of no possible day is said with its number; the others are read', () => {
    const far = JSON.stringify({ ...events[0]!, body: { ...events[0]!.body, on: '2201-01-01' } });
    const told = `${writeLines(events.slice(0, 1).map(lineOf))}{"id": 3\n\n{"id":"z","kind":"danced"}\n${far}\n${writeLines(events.slice(1).map(lineOf))}`;
    const read = readLines(told, 'day.ndjson');
    expect(readRecord(read.lines).events).toEqual(events);
    expect(read.problems).toEqual([
      expect.stringMatching(/^Line 2 of day\.ndjson is not whole\. /),
      expect.stringMatching(/^Line 4 of day\.ndjson is not an event that this Close Rank knows/),
      expect.stringMatching(/^Line 5 of day\.ndjson .*from 1900 to 2200/),
    ]);
    for (const at of ['1899-12-31T23:59:59Z', '2201-01-01T00:00:00Z'])
      expect(readLines(JSON.stringify({ ...events[0]!, at }), 'x').problems).toHaveLength(1);
    expect(readLines('{}\n'.repeat(300_000), 'x').problems).toEqual([
      ...Array.from({ length: 5 }, () => expect.stringMatching(/^Line \d of x/)),
      '995 more lines of x could not be read either.',
      expect.stringMatching(/^x was read no further than line 1,000: /),
    ]);
    const over = Array.from({ length: 100_000 }, (_, n) => `e${n}`);
    const names = JSON.stringify(event('p', { kind: 'planted', body: { planting: 'p1', labels: ['A1-001'], over } }));
    const lorry = `${JSON.stringify(event('d', delivered('o', ...Array.from({ length: 2000 }, () => came(0, 1)))))}\n`;
    expect(readLines(lorry.repeat(103), 'x').lines).toHaveLength(101);
    const [ten, eleven] = [10, 12].map((n) => readLines(`${names}\n`.repeat(n), 'x'));
    expect([ten!.lines.length, ten!.problems]).toEqual([10, []]);
    expect([eleven!.lines.length, eleven!.problems.length]).toEqual([11, 1]);
    expect(readLines('{}\n'.repeat(6), 'x').problems.at(-1)).toBe('1 more line of x could not be read either.');
  });
});

describe(eventsLeft, () => {
  const old = migrate(JSON.parse(readFileSync(new URL('../holding/kept/holding-v7.json', import.meta.url), 'utf8')));
  const left = old.ok ? old.left! : null!;
  it('makes of what version 7 kept a record that says the same, and once however often it is read', () => {
    const events = eventsLeft(left);
    expect(events.map((one) => EventSchema.parse(one))).toEqual(events);
    expect(union(events.map(lineOf), eventsLeft(left).map(lineOf))).toHaveLength(events.length);
    const ledger = ledgerOf(events);
    expect(ledger.seen.get('wind')).toMatchObject({ on: '2026-02-01', note: 'lean to the east' });
    expect(ledger.asked).toMatchObject({ reference: 'SIM-2', services: ['s2'] });
    expect(ledger.marks.map(({ service, on }) => [service, on])).toEqual([
      ['s1', '2026-03-03'],
      ['s3', null],
    ]);
  });
});
