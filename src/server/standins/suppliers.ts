import type { z } from 'zod';
import { priceTable } from '../../core/means/prices.ts';
import type { Supplier } from '../../core/holding/supplier-schema.ts';
import type { SuppliersAnswer, SuppliersRequest } from '../../core/order/suppliers.ts';
import { isStock, stockOf } from '../../core/species/stock.ts';
import { shareOf } from './share-of.ts';

type Asked = z.infer<typeof SuppliersRequest>;

/** Three made-up nurseries and a made-up materials merchant: what they carry, how dear, and on what terms. */
const HOUSES = [
  {
    id: 'a',
    name: 'Farrowmere Nursery',
    kind: 'nursery',
    carries: 0.8,
    dear: 0.94,
    delivery: 4500,
    freeFrom: 60_000,
    least: 10_000,
    leadDays: 21,
    stocks: ['plug', 'whip', 'transplant'],
    season: 'bare roots November to March',
  },
  {
    id: 'b',
    name: 'Quillhedge Trees',
    kind: 'nursery',
    carries: 0.75,
    dear: 1.06,
    delivery: 6800,
    freeFrom: null,
    least: 15_000,
    leadDays: 14,
    stocks: ['transplant', 'feathered', 'pot4', 'pot15', 'balled'],
    season: 'pots all year, bare roots in winter',
  },
  {
    id: 'c',
    name: 'Tansyholt Growers',
    kind: 'nursery',
    carries: 0.95,
    dear: 1.15,
    delivery: 3200,
    freeFrom: 40_000,
    least: 0,
    leadDays: 7,
    stocks: null,
    season: 'all year',
  },
  {
    id: 'd',
    name: 'Oxbarrow Stakes and Mesh',
    kind: 'merchant',
    carries: 1,
    dear: 1,
    delivery: 5500,
    freeFrom: 50_000,
    least: 5000,
    leadDays: 5,
    stocks: null,
    season: 'all year',
  },
] as const;

const prices = new Map(priceTable.map(({ key, cents }) => [key, cents]));

/** What each of them offers of what is asked for, dearer by supplier and line, selling out as the season goes. */
export function suppliersAt({ latitude, longitude, on, keys }: Asked): z.infer<typeof SuppliersAnswer> {
  const far = 1 + 0.3 * shareOf('far', Math.round(latitude), Math.round(longitude));
  const gone = seasonGone(on, latitude);
  const suppliers = HOUSES.map(({ carries, dear, stocks, kind, delivery, ...house }): Supplier => ({
    ...house,
    kind,
    delivery: Math.round(delivery * far),
    offers: keys.flatMap((key): Supplier['offers'] => {
      const [, stock] = key.split('|');
      if (stock === undefined ? kind !== 'merchant' : kind !== 'nursery' || !isStock(stock)) return [];
      if (stocks && !(stocks as readonly string[]).includes(stock!)) return [];
      if (shareOf('carries', house.id, key) > carries) return [];
      const factor = dear * (0.85 + 0.3 * shareOf('price', house.id, key));
      if (stock === undefined) {
        const cents = prices.get(key);
        return cents === undefined
          ? []
          : [{ key, packs: [{ size: 1, price: Math.max(1, Math.round(cents * factor)) }], left: null }];
      }
      const grown = 100 + Math.round(1500 * shareOf('grown', house.id, key) ** 2);
      return [
        {
          key,
          packs: stockOf(stock).packs.map(({ size, price }) => ({ size, price: Math.round(price * factor) })),
          left: Math.round(grown * (1 - gone * shareOf('sells', house.id, key))),
        },
      ];
    }),
  }));
  return { suppliers, simulated: true };
}

/** How much of the selling season, from autumn to spring, is gone on a day: 0 to 1. */
function seasonGone(on: string, latitude: number): number {
  const month = Number(on.slice(5, 7)) - 1 + (latitude < 0 ? 6 : 0);
  return ((month - 9 + 24) % 12) / 11;
}
