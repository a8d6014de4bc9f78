import { z } from 'zod';
import type { Holding } from '../holding/schema.ts';
import { stocks } from '../species/stock.ts';
import { capital } from '../units/text.ts';
import { placeholderIn } from './currencies.ts';
import priceData from './prices.json' with { type: 'json' };

export interface Price {
  readonly key: string;
  readonly label: string;
  /** Minor units of the table's currency. */
  readonly cents: number;
}

export const stockPriceKey = (stock: string, size: number): string => `stock.${stock}.${size}`;

const packName = (size: number): string => (size === 1 ? 'one' : `pack of ${size}`);

/** Every price that a plan can need, at its placeholder: not offers, to be replaced by the steward's own. */
export const priceTable: readonly Price[] = [
  ...stocks.flatMap(({ id, name, packs }) =>
    packs.map(({ size, price }) => ({
      key: stockPriceKey(id, size),
      label: `${capital(name)}, ${packName(size)}`,
      cents: price,
    })),
  ),
  ...z.array(z.object({ key: z.string(), label: z.string(), cents: z.number().int().min(0) })).parse(priceData),
];

const byKey = new Map(priceTable.map((price) => [price.key, price]));

/** The price in force on this holding, minor units of its currency: the steward's own, else the table's; 0 for a key that it lacks. */
export const priceOf = ({ prices, currency }: Pick<Holding, 'prices' | 'currency'>, key: string): number =>
  prices[key] ?? placeholderIn(byKey.get(key)?.cents ?? 0, currency, key.startsWith('hour'));
