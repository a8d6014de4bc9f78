import { derived } from '../derived/derived.ts';
import { z } from 'zod';
import type { Species } from '../holding/species-schema.ts';
import { stockOf } from '../species/stock.ts';
import groupData from './survival-groups.json' with { type: 'json' };
import { ceilSafe } from '../units/rounding.ts';

const GroupSchema = z.strictObject({
  stocks: z.array(z.string()).min(1),
  kinds: z.array(z.string()).optional(),
  genera: z.array(z.string()).optional(),
  survival: z.number().gt(0).lt(1),
  /** Ordered over the places, as a share: trees that are chosen and tended one by one, and bought again when one dies. */
  spare: z.number().min(0).max(1).optional(),
  source: z.string().min(5),
});
const groups = z.array(GroupSchema).parse(groupData);

/** Share of a species bought as this stock that lives through its first year, weeded and guarded: by its group, else by the stock. */
export const survivalOf = (species: Named, stock: string): number =>
  groupOf(species, stock)?.survival ?? stockOf(stock).survival;

/** Share ordered over the places of a species bought as this stock; null where enough are ordered that the wanted number lives. */
export const spareShareOf = (species: Named, stock: string): number | null => groupOf(species, stock)?.spare ?? null;

type Named = Pick<Species, 'botanical' | 'kind'>;
const groupOf = ({ botanical, kind }: Named, stock: string) => {
  const genus = botanical.split(' ')[0]!;
  return groups.find(
    ({ stocks, kinds, genera }) =>
      stocks.includes(stock) && (!kinds || kinds.includes(kind)) && (!genera || genera.includes(genus)),
  );
};

export interface LeastOptions {
  /** Survivors wanted. */
  readonly need: number;
  /** Share that lives, above 0 and below 1. */
  readonly survival: number;
  /** Chance wanted that enough live, 0 to 1. */
  readonly prob: number;
  /** How much plants die together: 0 on their own, 0.02 on an even site, 0.1 where it is patchy. */
  readonly rho: number;
}

/**
 * Fewest plants so that `need` live with the chance `prob`: binomial, or beta-binomial when plants die
 * together. `order.least`; null above 3 × need + 20, where filling gaps later is the better plan.
 */
export const leastOrder = ({ need, survival, prob, rho }: LeastOptions): number | null =>
  leastOf(need, survival, prob, rho);

const leastOf = derived(function leastOf(need: number, survival: number, prob: number, rho: number): number | null {
  if (need === 0) return 0;
  let low = need;
  let high = 3 * need + 20;
  const enough = (n: number) => chanceOfAtLeast(n, need, survival, rho) >= prob - 1e-12;
  if (!enough(high)) return null;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (enough(middle)) high = middle;
    else low = middle + 1;
  }
  return low;
});

/** Share that lives for so many years: through the first, and through each one after: `order.survivalChain`. */
export const chainedSurvival = (first: number, later: number, years: number): number => first * later ** (years - 1);

/** Fewest potted spares so that the losses among `n` stay within them with the chance `prob`: `order.spares`. */
export function sparesFor(n: number, mortality: number, prob: number): number {
  for (let spares = 0; spares < n; spares++)
    if (chanceOfAtLeast(n, n - spares, 1 - mortality, 0) >= prob - 1e-12) return spares;
  return n;
}

/** Chance that at least `need` of `n` live. Summed over the losses, the shorter side. */
export function chanceOfAtLeast(n: number, need: number, q: number, rho: number): number {
  const a = (q * (1 - rho)) / rho;
  const b = ((1 - q) * (1 - rho)) / rho;
  let sum = 0;
  for (let lost = 0; lost <= n - need; lost++) {
    const alive = n - lost;
    const ways = lnFactorial(n) - lnFactorial(alive) - lnFactorial(lost);
    sum += Math.exp(
      rho > 0 ? ways + lnBeta(alive + a, lost + b) - lnBeta(a, b) : ways + alive * Math.log(q) + lost * Math.log(1 - q),
    );
  }
  return sum;
}

const lnBeta = (a: number, b: number): number => lnGamma(a) + lnGamma(b) - lnGamma(a + b);

const factorials: number[] = [0];
function lnFactorial(n: number): number {
  for (let i = factorials.length; i <= n; i++) factorials.push(factorials[i - 1]! + Math.log(i));
  return factorials[n]!;
}

/** Logarithm of the gamma function for x > 0: Stirling's series after shifting x above 10, error below 1e-10. */
function lnGamma(x: number): number {
  let shift = 0;
  let z = x;
  while (z < 10) shift += Math.log(z++);
  const r = 1 / (z * z);
  return (
    (z - 0.5) * Math.log(z) - z + 0.9189385332046727 + (1 / 12 - r * (1 / 360 - r * (1 / 1260 - r / 1680))) / z - shift
  );
}

/** Plants to order for `positions` and `spares` when the share `cull` is unfit on arrival: `order.final`. */
export const finalOrder = (positions: number, spares: number, cull: number): number =>
  ceilSafe((positions + spares) / (1 - cull));
