import { describe, expect, it } from 'vitest';
import type { RecordEvent } from '../record/events.ts';
import { ledgerOf } from '../record/ledger.ts';
import { claimOf, orderFrom } from './place-order.ts';
import { basketOf } from './suppliers.ts';

const nursery = (id: string, price: number, keys: readonly string[]) => ({
  id,
  name: `Nursery ${id}`,
  kind: 'nursery' as const,
  delivery: 2000,
  freeFrom: null,
  least: 0,
  leadDays: 7,
  season: 'November to March',
  offers: keys.map((key) => ({ key, packs: [{ size: 25, price }], left: null })),
});
const suppliers = [nursery('a', 1000, ['oak|whip', 'elm|whip']), nursery('b', 900, ['oak|whip', 'elm|whip'])];
const as = { on: '2026-11-02', phase: null, currency: 'EUR', name: (key: string) => `a ${key}` };

describe(orderFrom, () => {
  const wanted = [
    { key: 'oak|whip', need: 60 },
    { key: 'elm|whip', need: 25 },
  ];
  const { least } = basketOf(wanted, suppliers);
  const of = { split: least!, wanted };
  it('is what the split takes from a supplier, in whole packs, with its delivery; nothing from one that supplies nothing', () => {
    expect(orderFrom(suppliers, 0, of, as)).toBeNull();
    expect(orderFrom(suppliers, 1, of, as)!.body).toEqual({
      supplier: 'Nursery b',
      supplierId: 'b',
      phase: null,
      on: '2026-11-02',
      lines: [
        { key: 'oak|whip', name: 'a oak|whip', need: 60, quantity: 75, cents: 2700 },
        { key: 'elm|whip', name: 'a elm|whip', need: 25, quantity: 25, cents: 900 },
      ],
      delivery: 2000,
      currency: 'EUR',
    });
  });
});

const stamp = (id: string, seq: number) => ({ id, device: 'd', seq, at: '2026-11-02T10:00:00Z', by: 'Ada' });
const order = (id: string, phase: number | null, key: string, quantity: number): RecordEvent => ({
  ...stamp(id, 0),
  kind: 'ordered',
  body: {
    supplier: 'Nursery b',
    supplierId: 'b',
    phase,
    on: '2026-11-02',
    lines: [{ key, name: key, need: quantity, quantity, cents: quantity * 40 }],
    delivery: 0,
    currency: 'EUR',
  },
});
const check = (id: string, seq: number, line: object): RecordEvent => ({
  ...stamp(id, seq),
  kind: 'delivered',
  body: {
    order: 'o',
    on: '2026-11-20',
    lines: [
      {
        line: 0,
        counted: 0,
        refused: 0,
        reserve: false,
        follows: false,
        instead: '',
        signs: [],
        note: '',
        photos: [],
        ...line,
      },
    ],
  },
});

describe(claimOf, () => {
  const claim = (...events: RecordEvent[]) =>
    claimOf(ledgerOf([order('o', null, 'oak|whip', 75), ...events]).orders[0]!).map(({ what, count, cents }) => [
      what,
      count,
      cents,
    ]);
  it('is empty where all came sound, and where the rest follows', () => {
    expect(claim(check('c', 1, { counted: 75 }))).toEqual([]);
    expect(claim(check('c', 1, { counted: 50, follows: true }))).toEqual([]);
  });
  it('counts what is short, sent back, under reserve, another thing, and faulty later, at the price of the order', () => {
    const fault: RecordEvent = {
      ...stamp('f', 2),
      kind: 'faultFound',
      body: { order: 'o', line: 0, on: '2026-11-25', count: 2, signs: [], note: '', photos: [] },
    };
    expect(claim(check('c', 1, { counted: 70, refused: 10, reserve: true }), fault)).toEqual([
      ['sent back', 10, 400],
      ['kept under reserve', 60, 0],
      ['short', 5, 200],
      ['found faulty later', 2, 80],
    ]);
    expect(claim(check('c', 1, { counted: 75, instead: 'sessile oak' }))).toEqual([['another thing came', 75, 0]]);
  });
});
