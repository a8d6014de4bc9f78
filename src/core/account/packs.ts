export interface Pack {
  readonly size: number;
  /** Minor units. */
  readonly price: number;
}

export interface Packed {
  readonly quantity: number;
  /** Minor units. */
  readonly cost: number;
  /** How many of each pack, in the order given. */
  readonly counts: readonly number[];
}

/**
 * Packs that cover `need`: the cheapest (tie: fewer plants, then fewer packs), or with aim `waste` those with the least
 * over (tie: cheaper): `order.packs`, a covering knapsack over 0 to need + largest pack. `need` 0 buys nothing.
 */
export function choosePacks(need: number, packs: readonly Pack[], aim: 'cost' | 'waste' = 'cost'): Packed {
  const most = need + Math.max(...packs.map(({ size }) => size));
  const cost = new Float64Array(most + 1).fill(Infinity);
  const used = new Int32Array(most + 1);
  const last = new Int16Array(most + 1).fill(-1);
  cost[0] = 0;
  for (let q = 1; q <= most; q++)
    for (let p = 0; p < packs.length; p++) {
      const { size, price } = packs[p]!;
      if (size > q) continue;
      const total = cost[q - size]! + price;
      if (total < cost[q]! || (total === cost[q] && used[q - size]! + 1 < used[q]!)) {
        cost[q] = total;
        used[q] = used[q - size]! + 1;
        last[q] = p;
      }
    }
  let best = need;
  if (aim === 'waste') while (cost[best] === Infinity) best++;
  else for (let q = need + 1; q <= most; q++) if (cost[q]! < cost[best]!) best = q;
  const counts = packs.map(() => 0);
  for (let q = best; q > 0; q -= packs[last[q]!]!.size) counts[last[q]!]!++;
  return { quantity: best, cost: cost[best]!, counts };
}

/** A price a piece from so many on. */
export interface Tier {
  readonly from: number;
  readonly unit: number;
}

/** What to buy where the price of all falls with the number: as many as needed, or as many as the next tier wants if that is cheaper: `order.breaks`. */
export function priceBreak(need: number, tiers: readonly Tier[]): { quantity: number; cost: number } {
  const unitAt = (quantity: number) =>
    tiers.reduce(
      (best: Tier | null, tier) => (tier.from <= quantity && tier.from >= (best?.from ?? 0) ? tier : best),
      null,
    )?.unit ?? Infinity;
  let best = { quantity: need, cost: need * unitAt(need) };
  for (const { from } of tiers.toSorted((a, b) => a.from - b.from))
    if (from > need && from * unitAt(from) < best.cost) best = { quantity: from, cost: from * unitAt(from) };
  return best;
}
