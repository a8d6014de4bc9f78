import { derived } from '../derived/derived.ts';
import type { Holding } from '../holding/schema.ts';
import { priceOf, stockPriceKey } from '../means/prices.ts';
import type { Laid } from '../ranks/laid.ts';
import type { Ledger } from '../record/ledger.ts';
import type { PlacedOrder } from '../record/orders.ts';
import { stockOf } from '../species/stock.ts';
import { hadOf } from './had.ts';
import { orderOf } from './order-list.ts';

/** What plants and materials cost, minor units of the holding's currency. */
export interface Costs {
  /** Orders placed with their delivery, less what is claimed back. */
  readonly ordered: number;
  /** What went into the ground without an order here, by the price table. */
  readonly unrecorded: number;
  /** Still to buy, by the price table. */
  readonly toBuy: number;
  /** All of it. */
  readonly total: number;
}

/** What a holding's plants and materials cost: what was ordered at its own prices, the rest by the price table. */
export const costsOf = derived(function costsOf(holding: Holding, all: readonly Laid[], ledger: Ledger): Costs {
  const ordered = ledger.orders.reduce(
    (sum, order) => sum + (order.currency === holding.currency ? order.cents - lostOf(order) : 0),
    0,
  );
  let unrecorded = 0;
  for (const [key, count] of hadOf(holding, all, ledger).unrecorded) unrecorded += count * eachOf(key, holding);
  const toBuy = orderOf(holding, all, ledger).cents;
  unrecorded = Math.round(unrecorded);
  return { ordered, unrecorded, toBuy, total: ordered + unrecorded + toBuy };
});

/** What so many of a line are worth at the price that it was ordered at. */
export const worthOf = ({ quantity, cents }: { quantity: number; cents: number }, count: number): number =>
  quantity > 0 ? Math.round((cents * count) / quantity) : 0;

/** What of an order is claimed back: short for good, sent back, found faulty. */
const lostOf = ({ lines }: PlacedOrder): number =>
  lines.reduce((sum, line) => sum + worthOf(line, line.short + line.refused + line.faulty), 0);

/** The price of one of a thing: of a plant in its cheapest pack. */
const eachOf = (key: string, holding: Holding): number => {
  const [, stock] = key.split('|');
  return stock === undefined
    ? priceOf(holding, key)
    : Math.min(...stockOf(stock).packs.map(({ size }) => priceOf(holding, stockPriceKey(stock, size)) / size));
};
