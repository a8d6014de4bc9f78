/** What a supplier asks for each line, and for bringing it. Money in minor units. */
export interface Bidder {
  readonly id: string;
  /** Cost of each line in the order given, packs and price breaks counted; null where it has none, or not enough. */
  readonly costs: readonly (number | null)[];
  /** For bringing an order. */
  readonly delivery: number;
  /** From this sum on it is brought for nothing; null for never. */
  readonly freeFrom: number | null;
  /** Least sum that it takes an order for. */
  readonly least: number;
}

/** Who supplies what. */
export interface Split {
  /** For each line the index of its supplier; null where nobody has it. */
  readonly from: readonly (number | null)[];
  /** For each supplier: what its lines come to, and what it asks for bringing them; both 0 where it supplies nothing. */
  readonly sums: readonly number[];
  readonly deliveries: readonly number[];
  readonly cents: number;
}

/** A way to deal with one supplier: for a delivery paid, or free from a sum on. */
interface Terms {
  readonly bidder: number;
  readonly delivery: number;
  readonly least: number;
}

/**
 * The split of least cost, deliveries and least orders counted, exactly: every choice of suppliers and of paid or free
 * deliveries is tried; within each the lines are assigned by {@link assign}. Lines that nobody has are left out. Null where no choice meets the
 * least orders. `most` bounds the number of suppliers.
 */
export function leastSplit(bidders: readonly Bidder[], most: number = bidders.length): Split | null {
  const lines = bidders[0]?.costs.length ?? 0;
  const wanted = Array.from({ length: lines }, (_, i) => i).filter((i) =>
    bidders.some(({ costs }) => costs[i] !== null),
  );
  if (wanted.length === 0)
    return {
      from: Array.from({ length: lines }, () => null),
      sums: bidders.map(() => 0),
      deliveries: bidders.map(() => 0),
      cents: 0,
    };
  const choices = termsOf(bidders, most)
    .map((terms) => ({ terms, bound: boundOf(terms, bidders, wanted) }))
    .filter(({ bound }) => bound < Infinity)
    .sort((a, b) => a.bound - b.bound);
  let best: { cents: number; terms: readonly Terms[]; at: readonly number[] } | null = null;
  for (const { terms, bound } of choices) {
    if (best && bound >= best.cents) break; // none of those after it can be cheaper
    const found = assign(terms, bidders, wanted, best?.cents ?? Infinity);
    if (found) best = { ...found, terms };
  }
  if (!best) return null;
  const from = Array.from<number | null>({ length: lines }).fill(null);
  const sums = bidders.map(() => 0);
  const deliveries = bidders.map(() => 0);
  wanted.forEach((line, i) => {
    const { bidder } = best.terms[best.at[i]!]!;
    from[line] = bidder;
    sums[bidder]! += bidders[bidder]!.costs[line]!;
  });
  for (const { bidder, delivery } of best.terms) deliveries[bidder] = delivery;
  return { from, sums, deliveries, cents: best.cents };
}

/** Every choice of suppliers with the terms of each. */
function termsOf(bidders: readonly Bidder[], most: number): Terms[][] {
  let all: Terms[][] = [[]];
  bidders.forEach(({ delivery, freeFrom, least }, bidder) => {
    const ways: Terms[] = [{ bidder, delivery, least }];
    if (freeFrom !== null && delivery > 0) ways.push({ bidder, delivery: 0, least: Math.max(least, freeFrom) });
    all = all.flatMap((terms) => [terms, ...(terms.length < most ? ways.map((way) => [...terms, way]) : [])]);
  });
  return all.filter((terms) => terms.length > 0);
}

/**
 * The least that a choice can come to: every line where it is cheapest, or the least orders of all of them where those are
 * more, and the deliveries. Infinite where it lacks a line.
 */
function boundOf(terms: readonly Terms[], bidders: readonly Bidder[], wanted: readonly number[]): number {
  let [cheap, least, carriage] = [0, 0, 0];
  for (const line of wanted) cheap += Math.min(...terms.map(({ bidder }) => bidders[bidder]!.costs[line] ?? Infinity));
  for (const one of terms) {
    least += one.least;
    carriage += one.delivery;
  }
  return Math.max(cheap, least) + carriage;
}

/** Steps in which the prices that make least orders worth meeting are sought. */
const STEPS = 120;

/** Lines to be assigned, in columns by supplier; the least orders, and what is paid in any case. */
interface Problem {
  readonly price: readonly (readonly number[])[];
  readonly least: readonly number[];
  readonly carriage: number;
}

/**
 * The least-cost assignment of lines to these suppliers that meets each one's least order, below `limit`; null for none.
 * What a supplier is short of is given a price (Lagrange): with the best of those prices every assignment costs at least
 * their bound and, line by line, what it departs from the cheapest; few departures are left to try.
 */
function assign(terms: readonly Terms[], bidders: readonly Bidder[], wanted: readonly number[], limit: number) {
  const problem: Problem = {
    price: wanted.map((line) => terms.map(({ bidder }) => bidders[bidder]!.costs[line] ?? Infinity)),
    least: terms.map(({ least }) => least),
    carriage: terms.reduce((sum, { delivery }) => sum + delivery, 0),
  };
  let best: { cents: number; at: readonly number[] } | null = null;
  const take = (at: readonly number[]) => {
    const cents = costOf(at, problem);
    if (cents !== null && cents < (best?.cents ?? limit)) best = { cents, at: [...at] };
  };
  const { bound, worth } = dual(problem, limit, take);
  const most = () => best?.cents ?? limit;
  if (bound < most()) tryDepartures(problem, bound, worth, most, take);
  return best as { cents: number; at: readonly number[] } | null;
}

/** What an assignment costs; null where a supplier stays short of its least order. */
function costOf(at: readonly number[], { price, least, carriage }: Problem): number | null {
  const sums = least.map(() => 0);
  at.forEach((s, i) => (sums[s]! += price[i]![s]!));
  return sums.some((sum, s) => sum < least[s]!) ? null : sums.reduce((a, b) => a + b, carriage);
}

/** The best bound found, and the worth of a unit bought from each supplier at which it holds. Tells `take` of each assignment that it mends on the way. */
function dual(problem: Problem, limit: number, take: (at: readonly number[]) => void) {
  const { price, least, carriage } = problem;
  let worth = least.map(() => 0);
  let best = { bound: -Infinity, worth };
  let stride = 1;
  for (let step = 0; step < STEPS; step++) {
    const at = price.map((costs) => cheapest(costs.map((cost, s) => cost * (1 - worth[s]!))));
    const sums = least.map(() => 0);
    let bound = carriage + least.reduce((sum, one, s) => sum + worth[s]! * one, 0);
    at.forEach((s, i) => {
      sums[s]! += price[i]![s]!;
      bound += price[i]![s]! * (1 - worth[s]!);
    });
    if (bound > best.bound + 1e-9) best = { bound, worth };
    else stride *= 0.93;
    take(mended(at, problem));
    if (best.bound >= limit) break;
    const slope = sums.map((sum, s) => least[s]! - sum);
    const norm = slope.reduce((sum, one) => sum + one * one, 0);
    if (norm === 0) break;
    const far = Math.max(1, Math.min(limit, best.bound * 1.05) - bound);
    worth = worth.map((one, s) => Math.min(0.95, Math.max(0, one + (stride * far * slope[s]!) / norm)));
  }
  return best;
}

/** An assignment with lines moved, cheapest first for what they bring, to those that are short, from those that can spare them. */
function mended(from: readonly number[], { price, least }: Problem): number[] {
  const at = [...from];
  const sums = least.map(() => 0);
  at.forEach((s, i) => (sums[s]! += price[i]![s]!));
  for (let short = 0; short < least.length; short++)
    while (sums[short]! < least[short]!) {
      let move = -1;
      let dearest = Infinity;
      at.forEach((s, i) => {
        const brings = price[i]![short]!;
        if (s === short || brings === Infinity || brings === 0) return;
        if (sums[s]! - price[i]![s]! < least[s]!) return;
        const dear = (brings - price[i]![s]!) / Math.min(brings, least[short]! - sums[short]!);
        if (dear < dearest) [dearest, move] = [dear, i];
      });
      if (move < 0) return at;
      sums[at[move]!]! -= price[move]![at[move]!]!;
      sums[short]! += price[move]![short]!;
      at[move] = short;
    }
  return at;
}

/** Tries every assignment that can still be cheaper than the best: departures from the cheapest add to the bound. */
function tryDepartures(
  { price, least }: Problem,
  bound: number,
  worth: readonly number[],
  most: () => number,
  take: (at: readonly number[]) => void,
): void {
  const lines = price.map((costs, i) => {
    const adjusted = costs.map((cost, s) => cost * (1 - worth[s]!));
    const low = Math.min(...adjusted);
    const ways = adjusted
      .flatMap((cost, s) => (cost < Infinity ? [{ s, departs: cost - low, brings: costs[s]! }] : []))
      .sort((x, y) => x.departs - y.departs);
    return { i, ways, second: ways[1]?.departs ?? Infinity };
  });
  lines.sort((x, y) => y.second - x.second);
  // What the lines from the k-th on could bring each supplier at most.
  const could = Array.from({ length: lines.length + 1 }, () => least.map(() => 0));
  for (let k = lines.length - 1; k >= 0; k--) {
    could[k] = [...could[k + 1]!];
    for (const { s, brings } of lines[k]!.ways) could[k]![s]! += brings;
  }
  const at = price.map(() => 0);
  const sums = least.map(() => 0);
  const visit = (k: number, cost: number): void => {
    if (cost > most() - 1 + 1e-6) return; // whole minor units: a cheaper one is cheaper by one at least
    for (let s = 0; s < least.length; s++) if (sums[s]! + could[k]![s]! < least[s]!) return;
    if (k === lines.length) return take(at);
    const { i, ways } = lines[k]!;
    for (const { s, departs, brings } of ways) {
      if (cost + departs > most() - 1 + 1e-6) break;
      at[i] = s;
      sums[s]! += brings;
      visit(k + 1, cost + departs);
      sums[s]! -= brings;
    }
  };
  visit(0, bound);
}

function cheapest(costs: readonly number[]): number {
  let at = 0;
  for (let s = 1; s < costs.length; s++) if (costs[s]! < costs[at]!) at = s;
  return at;
}

/** All from one: the cheapest supplier that has every line and takes so small an order; null where none does. */
export const fromOne = (bidders: readonly Bidder[]): Split | null => leastSplit(bidders, 1);

/** From as few suppliers as have everything; null where no number of them does. */
export function fewestSuppliers(bidders: readonly Bidder[]): Split | null {
  for (let most = 1; most <= bidders.length; most++) {
    const split = leastSplit(bidders, most);
    if (split) return split;
  }
  return null;
}
