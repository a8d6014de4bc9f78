import { z } from 'zod';
import { WhereSchema } from '../ground/standins.ts';
import { SupplierSchema, type Supplier } from '../holding/supplier-schema.ts';
import { fewestSuppliers, leastSplit, type Bidder, type Split } from './basket.ts';
import type { OrderList } from '../account/order-list.ts';
import { kindKey } from '../account/quantities.ts';
import { choosePacks } from '../account/packs.ts';

/** What the made-up suppliers are asked: where, when, and for which things. */
export const SuppliersRequest = WhereSchema.extend({
  on: z.string().regex(/^\d{4}-\d{2}-\d{2}$/),
  keys: z.array(z.string().min(1).max(160)).max(500),
});
export const SuppliersAnswer = z.object({ suppliers: z.array(SupplierSchema).max(20), simulated: z.literal(true) });

/** A line that is to be bought, as suppliers list it. */
export interface Wanted {
  readonly key: string;
  /** How many are short after what is here and what is had. */
  readonly need: number;
}

/** What of an order is still to be bought; makers' sets come from their maker. */
export const wantedOf = ({ plants, kit }: OrderList): Wanted[] =>
  [
    ...plants.map((line) => ({ key: kindKey(line), need: line.need })),
    ...kit.filter(({ key }) => !key.startsWith('kit.')).map(({ key, need }) => ({ key, need })),
  ].filter(({ need }) => need > 0);

/** What a supplier offers of each thing: a variety or rootstock that it does not list by itself is sold as its kind is. */
export function offersOf({ offers }: Supplier): (key: string) => Supplier['offers'][number] | undefined {
  const byKey = new Map(offers.map((offer) => [offer.key, offer]));
  return (key) => byKey.get(key) ?? byKey.get(key.split('|').slice(0, 2).join('|'));
}

/** What each supplier asks for each line: in its cheapest packs, nothing where it has none or too few left. */
export const bidsOf = (wanted: readonly Wanted[], suppliers: readonly Supplier[]): Bidder[] =>
  suppliers.map((supplier) => {
    const { id, delivery, freeFrom, least } = supplier;
    const offers = offersOf(supplier);
    return {
      id,
      delivery,
      freeFrom,
      least,
      costs: wanted.map(({ key, need }) => {
        const offer = offers(key);
        if (!offer) return null;
        const { quantity, cost } = choosePacks(need, offer.packs);
        return offer.left !== null && quantity > offer.left ? null : cost;
      }),
    };
  });

export interface Basket {
  readonly wanted: readonly Wanted[];
  /** At the least cost; null where no choice meets the least orders. */
  readonly least: Split | null;
  readonly one: Split | null;
  readonly few: Split | null;
  /** Lines that nobody has, or not enough of. */
  readonly missing: readonly Wanted[];
}

/** An order split between suppliers: at the least cost, all plants from one nursery, and from the fewest. */
export function basketOf(wanted: readonly Wanted[], suppliers: readonly Supplier[]): Basket {
  const bids = bidsOf(wanted, suppliers);
  return {
    wanted,
    least: leastSplit(bids),
    one: oneNursery(bids, suppliers),
    few: fewestSuppliers(bids),
    missing: wanted.filter((_, i) => bids.every(({ costs }) => costs[i] === null)),
  };
}

/** All plants from one nursery, the cheapest that has every one of them that any has; materials from merchants. Null where none does. */
function oneNursery(bids: readonly Bidder[], suppliers: readonly Supplier[]): Split | null {
  let best: Split | null = null;
  for (const { id, kind } of suppliers) {
    if (kind !== 'nursery') continue;
    const alone = bids.map((bid, s) =>
      suppliers[s]!.kind === 'nursery' && bid.id !== id ? { ...bid, costs: bid.costs.map(() => null) } : bid,
    );
    const whole = bids[0]!.costs.every(
      (_, i) => !bids.some(({ costs }) => costs[i] !== null) || alone.some(({ costs }) => costs[i] !== null),
    );
    const split = whole ? leastSplit(alone) : null;
    if (split && (!best || split.cents < best.cents)) best = split;
  }
  return best;
}
