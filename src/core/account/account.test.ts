import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import { pegging } from '../field/pegging.ts';
import type { Holding } from '../holding/schema.ts';
import { layHolding } from '../ranks/laid.ts';
import { EventSchema, type BodyOf, type Happened, type RecordEvent } from '../record/events.ts';
import { ledgerOf, NO_LEDGER, type Ledger } from '../record/ledger.ts';
import { pegsOf } from '../record/pegs.ts';
import { becameOf, readyOf } from './became.ts';
import { bill, shared } from './bill.ts';
import { costsOf } from './costs.ts';
import { phaseSet } from './gone.ts';
import { hadOf } from './had.ts';
import { orderOf, phaseOrders } from './order-list.ts';
import { kindKey } from './quantities.ts';

let seq = 0;
const at = (day: string, happened: Happened, id = `e${seq}`): RecordEvent =>
  EventSchema.parse({ id, device: 'd', seq: seq++, at: `${day}T10:00:00.000+00:00`, by: '', ...happened });

/** Orders everything that is still to buy, as it is listed, for one phase or for all. */
const orderAll = (holding: Holding, ledger: Ledger, day: string, id: string, phase: number | null = null) => {
  const all = layHolding(holding);
  const list =
    phaseOrders(holding, all, ledger).find(({ later }) => later === phase)?.order ?? orderOf(holding, all, ledger);
  const lines = [
    ...list.plants.map((line) => ({ key: kindKey(line), need: line.need, quantity: line.quantity, cents: line.cents })),
    ...list.kit.map(({ key, need, cents }) => ({ key, need, quantity: need, cents })),
  ].filter(({ need }) => need > 0);
  if (lines.length === 0) return null;
  return at(
    day,
    {
      kind: 'ordered',
      body: {
        supplier: 'North nursery',
        supplierId: 's',
        phase,
        on: day,
        lines: lines.map((line) => ({ ...line, name: line.key })),
        delivery: 500,
        currency: holding.currency,
      },
    },
    id,
  );
};
const check = (day: string, order: RecordEvent, line: number, found: Partial<BodyOf<'delivered'>['lines'][number]>) =>
  at(day, {
    kind: 'delivered',
    body: {
      order: order.id,
      on: day,
      lines: [
        {
          line,
          counted: 0,
          refused: 0,
          reserve: false,
          follows: false,
          instead: '',
          signs: [],
          note: '',
          photos: [],
          ...found,
        },
      ],
    },
  });
const peg = (day: string, holding: Holding, events: readonly RecordEvent[], planting = 0) => {
  const laid = layHolding(holding)[planting]!;
  return at(day, { kind: 'pegged', body: pegging(laid, ledgerOf(events), holding, { reach: 1, answers: [] }) });
};
const labels = (pegged: RecordEvent) => pegsOf(pegged.body as BodyOf<'pegged'>).map(({ label }) => label);
const said = (day: string, kind: 'planted' | 'skipped', of: readonly string[], planting = 'p1') =>
  at(day, {
    kind,
    body: { planting, labels: [...of], over: [], ...(kind === 'skipped' && { reason: 'rock' }) },
  } as Happened);

const hazel = sample({ animals: ['rabbit'] });
const orderIn = (holding: Holding, ...events: RecordEvent[]) => orderOf(holding, layHolding(holding), ledgerOf(events));
const needs = (holding: Holding, ...events: RecordEvent[]): Record<string, number> => {
  const { plants, kit } = orderIn(holding, ...events);
  return Object.fromEntries([
    ...plants.map((line) => [kindKey(line), line.need]),
    ...kit.map((line) => [line.key, line.need]),
  ]);
};

describe('one account of what is bought', () => {
  it('41 hazels on the plan: what is ordered is not bought again, what is short, refused or faulty is', () => {
    expect(needs(hazel)).toEqual({ 'corylus-avellana|whip': 52, 'guard.0.6': 43, 'stake.0.9': 43, tie: 43 });
    const order = orderAll(hazel, NO_LEDGER, '2027-01-10', 'o')!;
    expect(Object.values(needs(hazel, order))).toEqual([0, 0, 0, 0]);
    expect(orderIn(hazel, order).cents).toBe(0);
    // 52 come to 55 in packs: 40 counted, 5 of them sent back, the rest short for good; two more found faulty later.
    const come = check('2027-02-01', order, 0, { counted: 40, refused: 5 });
    expect(needs(hazel, order, come)['corylus-avellana|whip']).toBe(52 - 35);
    const fault = at('2027-02-03', {
      kind: 'faultFound',
      body: { order: 'o', line: 0, on: '2027-02-03', count: 2, signs: [], note: '', photos: [] },
    });
    expect(needs(hazel, order, come, fault)['corylus-avellana|whip']).toBe(52 - 33);
    expect(
      needs(hazel, order, check('2027-02-01', order, 0, { counted: 40, follows: true }))['corylus-avellana|whip'],
    ).toBe(0);
  });

  it('money is what was ordered at its price, less what is claimed back, and what is still to buy', () => {
    const all = layHolding(hazel);
    const before = costsOf(hazel, all, NO_LEDGER);
    expect(before).toEqual({ ordered: 0, unrecorded: 0, toBuy: before.total, total: before.total });
    const order = orderAll(hazel, NO_LEDGER, '2027-01-10', 'o')!;
    expect(costsOf(hazel, all, ledgerOf([order]))).toMatchObject({ ordered: before.total + 500, toBuy: 0 });
    const line = (order.body as BodyOf<'ordered'>).lines[0]!;
    const short = costsOf(
      hazel,
      all,
      ledgerOf([order, check('2027-02-01', order, 0, { counted: line.quantity - 10 })]),
    );
    expect(short.ordered).toBe(before.total + 500 - Math.round((line.cents * 10) / line.quantity));
    expect(short.toBuy).toBeGreaterThan(0);
  });

  it('what is handed out leaves the store, what dies was set; neither is bought or set twice', () => {
    const order = orderAll(hazel, NO_LEDGER, '2027-01-10', 'o')!;
    const come = check('2027-02-01', order, 0, { counted: 50 });
    const pegged = peg('2027-02-01', hazel, []);
    const of = labels(pegged);
    const out = at('2027-02-09', {
      kind: 'handedOut',
      body: { key: 'corylus-avellana|whip', count: 30, to: 'Ida', on: '2027-02-09' },
    });
    const died = (day: string, some: readonly string[]) =>
      at(day, { kind: 'died', body: { planting: 'p1', labels: [...some], reason: '' } });
    const hazels = (...events: RecordEvent[]) =>
      becameOf(hazel, layHolding(hazel), ledgerOf([order, come, pegged, out, ...events])).find(({ plant }) => plant);
    expect(hazels()).toMatchObject({ handed: 30, set: 0, left: 50, store: 20, dead: 0 });
    const planted = said('2027-02-10', 'planted', of.slice(0, 20));
    expect(hazels(planted)).toMatchObject({ handed: 30, set: 20, left: 30, store: 20 });
    expect(hazels(said('2027-02-10', 'planted', of.slice(0, 40)))).toMatchObject({ set: 40, left: 10, store: 10 });
    // Four found dead, one of them never planted; one is set again.
    const found = died('2027-06-01', [...of.slice(0, 3), of[30]!]);
    expect(hazels(planted, found)).toMatchObject({ set: 20, dead: 3, left: 30 });
    expect(hazels(planted, found, said('2027-06-02', 'planted', of.slice(0, 1)))).toMatchObject({ set: 20, dead: 2 });
  });

  it('what stands was had, ordered here or not; what comes after it is more; a phase that is done buys nothing', () => {
    const pegged = peg('2027-02-01', hazel, []);
    const of = labels(pegged);
    const most = said('2027-02-10', 'planted', of.slice(0, 30));
    expect(needs(hazel, pegged, most)).toMatchObject({ 'corylus-avellana|whip': 22, 'guard.0.6': 13 });
    const all = layHolding(hazel);
    expect(costsOf(hazel, all, ledgerOf([pegged, most])).unrecorded).toBeGreaterThan(0);
    // The rest is ordered and comes on a later day: nothing is missing, and what stands is not counted twice.
    const order = orderAll(hazel, ledgerOf([pegged, most]), '2027-02-11', 'o')!;
    const come = check('2027-02-12', order, 0, { counted: 25 });
    expect(needs(hazel, pegged, most, order, come)['corylus-avellana|whip']).toBe(0);
    // Ordered and come before planting, it is from there that they stand.
    const early = orderAll(hazel, NO_LEDGER, '2027-01-10', 'o')!;
    const came = check('2027-02-09', early, 0, { counted: 52 });
    expect(
      hadOf(hazel, all, ledgerOf([early, came, pegged, most])).unrecorded.get('corylus-avellana|whip'),
    ).toBeUndefined();
    const rest = said('2027-02-11', 'skipped', of.slice(30));
    const done = ledgerOf([pegged, most, rest]);
    expect(phaseSet(done, 'p1', 0)).toMatchObject({
      pegs: 41,
      set: 30,
      skipped: 11,
      open: 0,
      first: '2027-02-10',
      last: '2027-02-11',
    });
    expect(Object.values(needs(hazel, pegged, most, rest))).toEqual([0, 0, 0, 0]);
    // Of 52 that came 30 stand: 22 are over, and serve another planting.
    const two: Holding = {
      ...hazel,
      plantings: [
        ...hazel.plantings,
        { ...hazel.plantings[0]!, id: 'p2', rows: hazel.plantings[0]!.rows.map((one) => ({ ...one, id: 'r2' })) },
      ],
    };
    expect(needs(two, early, came, pegged, most, rest)['corylus-avellana|whip']).toBe(52 - 22);
  });

  it('what is found faulty was never set; pieces go with plants day by day; a planting that is done buys nothing for another', () => {
    const all = layHolding(hazel);
    const pegged = peg('2027-02-01', hazel, []);
    const of = labels(pegged);
    const order = orderAll(hazel, NO_LEDGER, '2027-01-10', 'o')!;
    const fault = at('2027-02-09', {
      kind: 'faultFound',
      body: { order: 'o', line: 0, on: '2027-02-09', count: 12, signs: [], note: '', photos: [] },
    });
    const come = check('2027-02-08', order, 0, { counted: 52 });
    // 40 are sound and 41 stand: one came from elsewhere.
    const set = ledgerOf([order, come, fault, pegged, said('2027-02-10', 'planted', of)]);
    expect(hadOf(hazel, all, set).unrecorded.get('corylus-avellana|whip')).toBe(1);
    const two = [said('2027-02-10', 'planted', of.slice(0, 20)), said('2027-02-11', 'planted', of.slice(20, 40))];
    expect(needs(hazel, pegged, ...two)).toMatchObject({ 'guard.0.6': 3, 'stake.0.9': 3 });
    const beside: Holding = {
      ...hazel,
      plantings: [
        ...hazel.plantings,
        { ...hazel.plantings[0]!, id: 'p2', rows: hazel.plantings[0]!.rows.map((one) => ({ ...one, id: 'r2' })) },
      ],
    };
    const done = ledgerOf([pegged, said('2027-02-10', 'planted', of)]);
    const shares = bill(beside, layHolding(beside), done).filter(({ species }) => species);
    expect(shares.map(({ planting, count, toBuy }) => [planting, count, toBuy])).toEqual([
      ['p1', 41, 0],
      ['p2', 52, 52],
    ]);
  });

  it('of 52 ordered 50 come, 4 go back, 3 are faulty, 30 stand: 13 lie ready, 9 are to buy', () => {
    const all = layHolding(hazel);
    const pegged = peg('2027-02-01', hazel, []);
    const order = orderAll(hazel, NO_LEDGER, '2027-01-10', 'o')!;
    const { quantity } = (order.body as BodyOf<'ordered'>).lines[0]!;
    const fault = at('2027-02-09', {
      kind: 'faultFound',
      body: { order: 'o', line: 0, on: '2027-02-09', count: 3, signs: [], note: '', photos: [] },
    });
    const ledger = ledgerOf([
      order,
      check('2027-02-08', order, 0, { counted: 50, refused: 4 }),
      fault,
      pegged,
      said('2027-02-10', 'planted', labels(pegged).slice(0, 30)),
    ]);
    expect(becameOf(hazel, all, ledger)[0]).toEqual({
      key: 'corylus-avellana|whip',
      name: 'hazel',
      plant: true,
      wanted: 52,
      here: 0,
      toCome: 0,
      short: quantity - 50,
      come: 50,
      refused: 4,
      faulty: 3,
      handed: 0,
      set: 30,
      dead: 0,
      store: 13,
      unrecorded: 0,
      left: 13,
      toBuy: 9,
    });
    expect(becameOf(hazel, all, ledger).find(({ key }) => key === 'guard.0.6')).toMatchObject({ toCome: 43, set: 30 });
    expect(readyOf(new Set(['corylus-avellana|whip']), hazel, all, ledger)).toBe(13);
    // 30 stand of which nobody checked any in: none lies ready, and nobody is told that 30 are owed.
    const alone = ledgerOf([pegged, said('2027-02-10', 'planted', labels(pegged).slice(0, 30))]);
    expect(becameOf(hazel, all, alone)[0]).toMatchObject({ set: 30, unrecorded: 30, left: 0, toBuy: 22 });
    // All were set before three of them showed a fault.
    const after = ledgerOf([
      order,
      check('2027-02-08', order, 0, { counted: 41 }),
      pegged,
      said('2027-02-08', 'planted', labels(pegged)),
      fault,
    ]);
    expect(becameOf(hazel, all, after)[0]).toMatchObject({ come: 41, set: 41, faulty: 3, left: 0 });
  });

  it('what is here or ordered serves the earlier phase first, and the phases add up to the whole', () => {
    const holding = sample({ rows: [row(), row({ rowGap: 3, later: 2 })] });
    const all = layHolding(holding);
    const shed: Holding = {
      ...holding,
      inHand: [{ id: 'b', species: 'corylus-avellana', stock: 'whip', size: 10, bundles: 6 }],
    };
    const [first, second] = phaseOrders(shed, all, NO_LEDGER).map(({ order }) => order.plants[0]!);
    expect([first!.here, second!.here]).toEqual([first!.order, 60 - first!.order]);
    const later = orderAll(holding, NO_LEDGER, '2027-01-10', 'o', 2)!;
    const [now, then] = phaseOrders(holding, all, ledgerOf([later])).map(({ order }) => order.plants[0]!);
    expect([now!.need, then!.need]).toEqual([now!.order, 0]);
  });

  it('whole numbers are shared whole, the largest remainders first', () => {
    expect(shared(10, [1, 1, 1])).toEqual([4, 3, 3]);
    expect(shared(7, [0, 0])).toEqual([0, 0]);
    fc.assert(
      fc.property(fc.nat(500), fc.array(fc.nat(90), { minLength: 1, maxLength: 9 }), (whole, weights) => {
        const parts = shared(whole, weights);
        if (weights.some((one) => one > 0)) expect(parts.reduce((a, b) => a + b, 0)).toBe(whole);
        parts.forEach((part, i) => expect(part === 0 || weights[i]! > 0).toBe(true));
      }),
    );
  });

  it('over random records: nothing is negative, shares add up to the order, and buying what is missing leaves nothing to buy', () => {
    const holding = sample({
      animals: ['rabbit'],
      length: 30,
      planting: { weeds: 'mats' },
      rows: [
        row({
          species: [
            [2, 'Corylus avellana'],
            [1, 'Malus domestica'],
          ],
        }),
        row({ rowGap: 3, later: 1, species: [[1, 'Malus domestica']] }),
      ],
    });
    const all = layHolding(holding);
    const step = fc.record({
      what: fc.nat(5),
      share: fc.double({ min: 0, max: 1, noNaN: true }),
      phase: fc.constantFrom(null, 0, 1),
    });
    fc.assert(
      fc.property(fc.array(step, { maxLength: 9 }), (steps) => {
        const events: RecordEvent[] = [peg('2027-01-01', holding, [])];
        const pegs = labels(events[0]!);
        steps.forEach(({ what, share, phase }, n) => {
          const day = `2027-02-${String(n + 1).padStart(2, '0')}`;
          const orders = events.filter(({ kind }) => kind === 'ordered');
          const few = pegs.slice(Math.floor(share * pegs.length), Math.floor(share * pegs.length) + 8);
          const one = orders[Math.floor(share * orders.length)];
          if (what < 2) {
            const order = orderAll(holding, ledgerOf(events), day, `o${n}`, phase);
            if (order) events.push(order);
          } else if (what === 2 && one) {
            const { lines } = one.body as BodyOf<'ordered'>;
            const line = Math.floor(share * lines.length);
            const counted = Math.floor(share * lines[line]!.quantity);
            events.push(check(day, one, line, { counted, refused: Math.floor(counted / 4), follows: share < 0.3 }));
          } else if (what > 2 && few.length > 0) events.push(said(day, what === 5 ? 'skipped' : 'planted', few));
        });
        const ledger = ledgerOf(events);
        const order = orderOf(holding, all, ledger);
        const lines = bill(holding, all, ledger);
        const costs = costsOf(holding, all, ledger);
        expect(costs.total).toBe(costs.ordered + costs.unrecorded + costs.toBuy);
        for (const line of [
          ...order.plants.map((one) => ({ ...one, key: kindKey(one), count: one.order })),
          ...order.kit,
        ]) {
          for (const part of [line.here, line.had, line.need, line.cents]) expect(part).toBeGreaterThanOrEqual(0);
          expect(line.here + line.had + line.need).toBe(line.count);
          expect(lines.filter(({ key }) => key === line.key).reduce((sum, { toBuy }) => sum + toBuy, 0)).toBe(
            line.need,
          );
        }
        const rest = orderAll(holding, ledger, '2027-03-01', 'rest');
        if (rest) events.push(rest);
        expect(Object.values(needs(holding, ...events)).every((need) => need === 0)).toBe(true);
        expect(orderIn(holding, ...events).cents).toBe(0);
      }),
      { numRuns: 60 },
    );
  });
});
