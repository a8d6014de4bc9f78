import type { Holding } from '../../holding/schema.ts';
import type { Supplier } from '../../holding/supplier-schema.ts';
import { bookOf } from '../../species/book.ts';
import { stockOf } from '../../species/stock.ts';
import { formatCount, formatMoney, inUnits } from '../../units/quantities.ts';
import { capital } from '../../units/text.ts';
import { kitName } from '../../account/order-list.ts';
import { choosePacks } from '../../account/packs.ts';
import { basketOf, offersOf, type Wanted } from '../suppliers.ts';
import type { Sheet } from './sheet.ts';

/** What a wanted thing is: its name, its botanical name, its stock and size. */
export function wantedName(
  key: string,
  holding: Pick<Holding, 'units' | 'kits' | 'species'>,
): [string, string, string] {
  const [id, stock, told] = key.split('|');
  if (stock === undefined) return [kitName(key, holding.units, holding.kits), '', ''];
  const species = bookOf(holding).of(id!);
  const { name, size } = stockOf(stock);
  return [
    `${capital(species.common)}${told ? `, ${told}` : ''}`,
    species.botanical,
    inUnits(`${name}, ${size}`, holding.units),
  ];
}

/** The order parted between suppliers at the least cost, a sheet for each; what nobody has, or nobody was asked for, on the last. */
export function supplierSheets(wanted: readonly Wanted[], suppliers: readonly Supplier[], holding: Holding): Sheet[] {
  const { least } = basketOf(wanted, suppliers);
  const money = (cents: number) => formatMoney(cents, holding.currency);
  const sheets = suppliers.flatMap((supplier, s): Sheet[] => {
    const lines = wanted.filter((_, i) => least?.from[i] === s);
    if (lines.length === 0) return [];
    const offers = offersOf(supplier);
    const [goods, carriage] = [least!.sums[s]!, least!.deliveries[s]!];
    return [
      {
        title: `Order to ${supplier.name}`,
        intro: `For ${holding.name}. ${supplier.leadDays} days ahead; ${supplier.season}.`,
        parts: [
          {
            kind: 'table',
            name: supplier.name,
            head: ['Item', 'Botanical', 'Stock', 'Wanted', 'Packs', 'Quantity', `Cost, ${holding.currency}`],
            rows: lines.map(({ key, need }) => {
              const { packs } = offers(key)!;
              const { quantity, cost, counts } = choosePacks(need, packs);
              const inPacks = counts.flatMap((n, p) => (n > 0 ? [`${n} × ${packs[p]!.size}`] : [])).join(' + ');
              return [...wantedName(key, holding), need, inPacks, quantity, cost / 100];
            }),
          },
          {
            kind: 'note',
            text: `Goods ${money(goods)}, ${carriage > 0 ? `bringing ${money(carriage)}` : 'brought free'}: ${money(goods + carriage)}.`,
          },
        ],
      },
    ];
  });
  const left = wanted.filter((_, i) => least?.from[i] == null);
  return left.length === 0 ? sheets : [...sheets, request(left, holding, 'Without a supplier')];
}

/** A request for a price: what is wanted, with room for what a supplier asks. */
export const priceRequest = (wanted: readonly Wanted[], holding: Holding): Sheet =>
  request(wanted, holding, 'Request for a price');

const request = (wanted: readonly Wanted[], holding: Holding, title: string): Sheet => ({
  title,
  intro: `For ${holding.name}. Please say for each line the price in ${holding.currency}, the pack, and when it can be had; say what would stand in for what you have not.`,
  parts: [
    {
      kind: 'table',
      name: title,
      head: ['Item', 'Botanical', 'Stock', 'Quantity', 'Pack', `Price, ${holding.currency}`, 'When, or what instead'],
      rows: wanted.map(({ key, need }) => [...wantedName(key, holding), need, '', '', '']),
    },
    { kind: 'note', text: `${formatCount(wanted.length)} lines.` },
  ],
});
