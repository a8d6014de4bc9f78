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
 * Cheapest packs that cover `need` (tie: fewer plants, then fewer packs): `order.packs` with aim `cost`, a
 * covering knapsack over 0 to need + largest pack. `need` 0 buys nothing.
 */
export function choosePacks(need: number, packs: readonly Pack[]): Packed {
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
  for (let q = need + 1; q <= most; q++) if (cost[q]! < cost[best]!) best = q;
  const counts = packs.map(() => 0);
  for (let q = best; q > 0; q -= packs[last[q]!]!.size) counts[last[q]!]!++;
  return { quantity: best, cost: cost[best]!, counts };
}
