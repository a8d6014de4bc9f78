import { describe, expect, it } from 'vitest';
import { appBook } from '../species/book.ts';
import { joined, nameKey, numberOf, readPriceList, type UnknownColumns } from './price-list.ts';

const read = (rows: string[][], currency = 'EUR') => readPriceList(rows, 'list.csv', appBook, currency);

describe(readPriceList, () => {
  it('finds its columns under any usual heading, names in any order, sizes as ranges, litres or words', () => {
    const { offers, unmatched, columns } = read([
      ['Spring list', '', '', ''],
      ['Species', 'Size', 'Pack of', 'Price €', 'Available'],
      ['Hawthorn, common', '40-60 cm', '25', '€ 24,50', '1.200'],
      ['Corylus avellana', '60/90', '50', '1.234,50', ''],
      ['hazel', 'bare-root whip', '1', '0,90', '40'],
      ['Apple', '12 L', '1', '34', ''],
      ['Apple', '40 L', '1', '110', ''],
      ['Apple', '90 L', '1', '250', ''],
      ['Hazel plug', '', '200', '90', ''],
      ['Stake, 0.9 m', '', '1', '0.55', ''],
      ['Purple wonderwood', '', '1', '3', ''],
    ]);
    expect(columns).toEqual({ item: 0, stock: 1, pack: 2, price: 3, left: 4 });
    expect(offers).toEqual([
      { key: 'crataegus-monogyna|whip', packs: [{ size: 25, price: 2450 }], left: 1200 },
      { key: 'corylus-avellana|transplant', packs: [{ size: 50, price: 123_450 }], left: null },
      { key: 'corylus-avellana|whip', packs: [{ size: 1, price: 90 }], left: 40 },
      { key: 'malus-domestica|pot15', packs: [{ size: 1, price: 3400 }], left: null },
      { key: 'malus-domestica|pot50', packs: [{ size: 1, price: 11_000 }], left: null },
      { key: 'malus-domestica|pot100', packs: [{ size: 1, price: 25_000 }], left: null },
      { key: 'corylus-avellana|plug', packs: [{ size: 200, price: 9000 }], left: null },
      { key: 'stake.0.9', packs: [{ size: 1, price: 55 }], left: null },
    ]);
    expect(unmatched).toEqual([
      { line: 11, item: 'Purple wonderwood', size: '', offer: { packs: [{ size: 1, price: 300 }], left: null } },
    ]);
  });
  it('takes an empty name for the one above, as merged cells are, and two lines of one thing for two packs', () => {
    const { offers } = read([
      ['item', 'stock', 'pack', 'price'],
      ['Field maple', 'whip', '25', '30'],
      ['', 'whip', '100', '95'],
      ['', '', '', ''],
      ['', 'whip', '25', '28'],
    ]);
    expect(offers).toEqual([
      {
        key: 'acer-campestre|whip',
        packs: [
          { size: 25, price: 2800 },
          { size: 100, price: 9500 },
        ],
        left: null,
      },
    ]);
    expect(joined(undefined, offers[0]!)).toBe(offers[0]);
  });
  it.each([
    [
      [
        ['item', 'size'],
        ['Hazel', '40-60'],
      ],
      /no column of prices/,
    ],
    [
      [
        ['item', 'price'],
        ['Hazel', ''],
        ['Oak', 'ask'],
      ],
      /no price in it/,
    ],
    [
      [
        ['item', 'price'],
        ['Hazel', '€ 2'],
        ['Oak', '£ 3'],
      ],
      /prices in EUR and GBP/,
    ],
    [
      [
        ['item', 'price'],
        ['Hazel', '£2'],
      ],
      /this holding counts in EUR/,
    ],
    [[], /no column of prices/],
  ])('says in a sentence what cannot be', (rows, sentence) => expect(() => read(rows)).toThrow(sentence));
  it('a dollar may be Australian', () =>
    expect(
      read(
        [
          ['item', 'price'],
          ['Hazel', '$2'],
        ],
        'AUD',
      ).offers,
    ).toHaveLength(1));
});

describe(numberOf, () => {
  it.each([
    ['1.234,50', 1234.5],
    ['1,234.50', 1234.5],
    ['1.234', 1234],
    ['2,40', 2.4],
    ['€ 12', 12],
    ['1.234.567', 1_234_567],
    ['-3', -3],
    ['ask', null],
    ['', null],
  ])('reads %j', (text, value) => expect(numberOf(text)).toBe(value));
});

describe('what was said of a list before', () => {
  const rows = [
    ['Artikel', 'Maat', 'Prijs'],
    ['Hazelaar', '40-60', '1,10'],
    ['Corylus avellana', '60/90', '2,00'],
  ];
  it('is asked once: its headings come with the refusal, and what is remembered reads the next list by itself', () => {
    let headings: readonly string[] = [];
    try {
      read(rows);
    } catch (problem) {
      headings = (problem as UnknownColumns).headings;
    }
    expect(headings).toEqual(['Artikel', 'Maat', 'Prijs']);
    const columns = { artikel: 'item', maat: 'stock', prijs: 'price' } as const;
    const once = readPriceList(rows, 'l.csv', appBook, 'EUR', { columns, names: {} });
    expect(once.columns).toMatchObject({ item: 0, stock: 1, price: 2 });
    expect(once.unmatched).toMatchObject([{ item: 'Hazelaar', size: '40-60' }]);
    const names = { [nameKey('40-60', 'Hazelaar')]: 'corylus-avellana|whip' };
    const then = readPriceList(rows, 'l.csv', appBook, 'EUR', { columns, names });
    expect(then.unmatched).toEqual([]);
    expect(then.offers.map(({ key }) => key)).toEqual(['corylus-avellana|whip', 'corylus-avellana|transplant']);
  });
});
