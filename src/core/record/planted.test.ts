import fc from 'fast-check';
import { SEED, tries } from '../../../checks/attack.ts';
import { describe, expect, it } from 'vitest';
import type { EventOf, RecordEvent } from './events.ts';
import { handOver } from './hand-over.ts';
import { added, ledgerOf, stillHolding, NO_LEDGER } from './ledger.ts';
import { inOrder, knownIn } from './in-order.ts';
import { lineOf, readRecord, union, type Line } from './lines.ts';
import { headsOf, stateOf, type Saying } from './planted.ts';

const DAY = Date.parse('2027-03-20T08:00:00Z');
let made = 0;
/** An event as a phone writes it, so many minutes after the morning of the day. */
const at = (minute: number, device: string, id: string, happened: object): RecordEvent =>
  ({
    id,
    device,
    seq: ++made,
    at: new Date(DAY + minute * 60_000).toISOString(),
    by: device,
    ...happened,
  }) as RecordEvent;
const of = (kind: string, label: string, over: readonly string[] = [], more: object = {}) => ({
  kind,
  body: {
    planting: 'p',
    ...(['planted', 'skipped', 'died'].includes(kind) ? { labels: [label] } : { label }),
    over,
    ...more,
  },
});
const skipped = (label: string, over: readonly string[] = []) => of('skipped', label, over, { reason: 'a stone' });
const amends = (event: string, holds: boolean) => ({ kind: 'amended', body: { event, holds } });
const stateIn = (events: readonly RecordEvent[], label = 'A1-001') =>
  stateOf(ledgerOf(events).planted.get('p')?.said.get(label));

describe('what is said of a plant', () => {
  it('gives way to what is said knowing of it, whatever the clocks say', () => {
    const first = at(0, 'ida', 'a', skipped('A1-001'));
    // Written by a phone whose clock is a day behind, but knowing of the first.
    const then = at(-1440, 'ben', 'b', of('planted', 'A1-001', ['a']));
    expect(stateIn([first])).toMatchObject({ stands: 'skipped', differs: [] });
    expect(stateIn([first, then])).toMatchObject({ stands: 'planted', differs: [], last: { id: 'b' } });
    expect(headsOf(ledgerOf([first, then]).planted.get('p')!, ['A1-001'])).toEqual(['b']);
    // Taken back, what it stood in place of holds again.
    expect(stateIn([first, then, at(5, 'ben', 'u', amends('b', false))])).toMatchObject({ stands: 'skipped' });
  });

  it('stays side by side where neither phone knew of the other, until one choice settles it', () => {
    const [ida, ben] = [at(0, 'ida', 'a', skipped('A1-001')), at(3, 'ben', 'b', of('planted', 'A1-001'))];
    expect(stateIn([ida, ben]).differs).toMatchObject([{ side: 'stands', sayings: [{ id: 'a' }, { id: 'b' }] }]);
    // Until then the later word counts.
    expect(stateIn([ben, ida])).toMatchObject({ stands: 'planted', last: { id: 'b' } });
    const settled = at(9, 'laptop', 'c', skipped('A1-001', ['a', 'b']));
    expect(stateIn([ida, settled, ben])).toMatchObject({ stands: 'skipped', differs: [] });
  });

  it('is no difference where both say the same; a moved plant that is swapped too is both', () => {
    const twice = [at(0, 'ida', 'a', of('planted', 'A1-001')), at(3, 'ben', 'b', of('planted', 'A1-001'))];
    expect(stateIn(twice)).toMatchObject({ stands: 'planted', differs: [] });
    const moved = at(4, 'ida', 'm', of('moved', 'A1-001', ['a'], { to: [1, 2], reason: 'a rock' }));
    const swapped = at(5, 'ida', 's', of('swapped', 'A1-001', ['m'], { species: 'oak', stock: 'whip', reason: '' }));
    expect(stateIn([twice[0]!, moved, swapped])).toMatchObject({
      stands: 'planted',
      place: [1, 2],
      kind: { species: 'oak', stock: 'whip' },
      differs: [],
    });
    const elsewhere = at(6, 'ben', 'n', of('moved', 'A1-001', [], { to: [1, 2.5], reason: '' }));
    expect(stateIn([moved, elsewhere]).differs).toMatchObject([{ side: 'place' }]);
  });
});

describe('amendments', () => {
  it('of amendments count: what takes back a taking back lets the event hold', () => {
    const event = at(0, 'ida', 'a', of('planted', 'A1-001'));
    const back = at(1, 'ida', 'b', amends('a', false));
    // From a clock a day behind: it sorts before what it amends.
    const again = at(-1440, 'ben', 'c', amends('b', false));
    expect(stateIn([event, back]).stands).toBeNull();
    expect(stateIn([event, back, again]).stands).toBe('planted');
    expect(stateIn([event, back, again, at(4, 'ben', 'd', amends('c', false))]).stands).toBeNull();
  });
  it('that amend each other in a circle say nothing, in whatever order they come', () => {
    const events = [
      at(0, 'ida', 'a', of('planted', 'A1-001')),
      at(1, 'ida', 'b', amends('c', false)),
      at(2, 'ben', 'c', amends('b', false)),
      at(3, 'ben', 'd', amends('a', false)),
      at(4, 'ben', 'e', amends('e', false)),
    ];
    expect(stillHolding(events)).toEqual([]);
    expect(stillHolding([events[0]!, events[1]!, events[2]!]).map(({ id }) => id)).toEqual(['a']);
  });
});

describe('records of several phones', () => {
  const ids = [...'abcdefghij'];
  const anyId = fc.constantFrom(...ids);
  const minute = fc.integer({ min: -1440, max: 1440 });
  const device = fc.constantFrom('ida', 'ben', 'cleo');
  const label = fc.constantFrom('A1-001', 'A1-002');
  const over = fc.array(anyId, { maxLength: 2 });
  const happened = fc.oneof(
    fc.tuple(label, over).map(([one, knew]) => of('planted', one, knew)),
    fc.tuple(label, over).map(([one, knew]) => skipped(one, knew)),
    fc
      .tuple(label, over, fc.integer({ min: 0, max: 3 }))
      .map(([one, knew, x]) => of('moved', one, knew, { to: [x, 0], reason: '' })),
    label.map((one) => of('died', one, [], { reason: '' })),
    fc.tuple(anyId, fc.boolean()).map(([one, holds]) => amends(one, holds)),
  );
  const anyEvent = fc
    .tuple(minute, device, anyId, happened)
    .map(([when, by, id, what]) => ({ ...at(when, by, id, what), seq: 1 }) as RecordEvent);
  const records = fc.array(anyEvent, { maxLength: 7 });

  it('merge to one, whatever the order, the grouping and how often, over ten thousand sets with clocks a day wrong', () => {
    let differing = 0;
    fc.assert(
      fc.property(records, records, records, (a, b, c) => {
        const [mine, theirs, others] = [a, b, c].map((some) => some.map(lineOf)) as [Line[], Line[], Line[]];
        const lines = union(mine, theirs, others);
        expect(union(union(others, theirs), mine, lines)).toEqual(lines);
        const whole = readRecord(lines).events;
        const other = inOrder(whole.toReversed());
        const ledger = ledgerOf(whole);
        expect(ledgerOf(other.toReversed())).toEqual(ledger);
        for (const { said } of ledger.planted.values())
          for (const sayings of said.values()) if (stateOf(sayings).differs.length > 0) differing++;
      }),
      { numRuns: tries(10_000), seed: SEED },
    );
    expect(differing).toBeGreaterThan(tries(500));
  });

  it('one event more, made knowing of the others, gives the ledger that all of them give, whatever its clock says', () => {
    fc.assert(
      fc.property(records, anyEvent, (some, more) => {
        // As devices write: each counts on, and knows only of what was there.
        const written = some
          .filter(({ kind, id }, i) => kind !== 'amended' && some.findIndex((one) => one.id === id) === i)
          .map((one, seq, all) => {
            const over = (one as Saying).body.over.filter((id) => all.findIndex((known) => known.id === id) < seq);
            return { ...one, seq, body: { ...one.body, over } } as RecordEvent;
          });
        const lines = written.map(lineOf);
        const known = readRecord(union(lines)).events;
        const seq = 1 + Math.max(0, ...known.map((one) => one.seq));
        const then = { ...more, id: 'new', seq, knows: knownIn(known, more.device) } as RecordEvent;
        const next = added({ events: known, ledger: ledgerOf(known) }, [then]);
        expect(next.events).toEqual(inOrder([then, ...known]));
        expect(next.ledger.planted).toEqual(ledgerOf(next.events).planted);
      }),
      { numRuns: 2000 },
    );
    expect(added({ events: [], ledger: NO_LEDGER }, []).events).toEqual([]);
  });
});

const laid = (mine: readonly RecordEvent[], theirs: readonly RecordEvent[], now: number) =>
  handOver(mine.map(lineOf), theirs.map(lineOf), now);

describe(handOver, () => {
  const mine = [at(0, 'ida', 'a', of('planted', 'A1-001')), at(1, 'ida', 'b', of('planted', 'A1-002'))];
  it('says what is new, what was known and what is said differently; the same file a second time is all known', () => {
    const theirs = [mine[0]!, at(2, 'ben', 'c', skipped('A1-002')), at(3, 'ben', 'd', of('planted', 'A1-003'))];
    const first = laid(mine, theirs, DAY + 3_600_000);
    expect(first).toMatchObject({ known: 1, clashes: [], newer: 0, clocks: [] });
    expect(first.fresh).toEqual(['c', 'd']);
    expect(first.differing).toMatchObject([{ planting: 'p', label: 'A1-002' }]);
    expect(laid(first.events, theirs, DAY + 3_600_000)).toMatchObject({ fresh: [], known: 3 });
  });
  it('names a clock that runs ahead, and an id that says something else', () => {
    const ahead = [at(1500, 'ben', 'c', of('planted', 'A1-003')), at(1440, 'ben', 'd', of('planted', 'A1-004'))];
    expect(laid(mine, ahead, DAY).clocks).toEqual([{ device: 'ben', by: 'ben', minutes: 1500 }]);
    const minutesOn = (n: number) => laid(mine, [at(n, 'ben', 'e', skipped('A1-005'))], DAY).clocks.length;
    expect([minutesOn(10), minutesOn(11)]).toEqual([0, 1]);
    const twin = { ...mine[0]!, by: 'someone else' } as EventOf<'planted'> as Saying;
    expect(laid(mine, [twin], DAY)).toMatchObject({ clashes: ['a'], fresh: [] });
  });
});
