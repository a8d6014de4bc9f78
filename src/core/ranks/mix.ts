import { seeded } from '../units/seeded.ts';

/** Shares or counts by what they are of, in the order in which they were named. */
export type Amounts<T> = readonly (readonly [of: T, amount: number])[];

/** Whole counts that add up to `n` in these shares: largest remainder, tie the larger share, then the order named (`count.quota`). */
export function quotas<T>(n: number, shares: Amounts<T>): [T, number][] {
  const whole = shares.reduce((sum, [, share]) => sum + share, 0);
  const exact = shares.map(([, share]) => (n * share) / whole);
  const counts = exact.map((value) => Math.floor(value + 1e-9));
  const byRemainder = shares
    .map((_, i) => i)
    .sort((a, b) => exact[b]! - counts[b]! - (exact[a]! - counts[a]!) || shares[b]![1] - shares[a]![1] || a - b);
  const left = n - counts.reduce((sum, count) => sum + count, 0);
  for (let k = 0; k < left; k++) counts[byRemainder[k]!]!++;
  return shares.map(([of], i) => [of, counts[i]!]);
}

/** The counts laid out as evenly as they can be: the j-th of c stands at (j - ½)/c; tie the larger count, then the order named (`count.evenMix`). */
export function evenMix<T>(counts: Amounts<T>): T[] {
  return counts
    .flatMap(([of, count], order) =>
      Array.from({ length: count }, (_, j) => ({ of, count, order, key: (j + 0.5) / count })),
    )
    .sort((a, b) => (Math.abs(a.key - b.key) < 1e-12 ? b.count - a.count || a.order - b.order : a.key - b.key))
    .map(({ of }) => of);
}

/**
 * The counts drawn in drifts that never repeat a pattern: at most `maxRun` of one after another, every count met
 * exactly, the same for the same seed (`count.drift`). Null when one is too many to be parted by the others.
 */
export function drift<T>(counts: Amounts<T>, { maxRun, seed }: { maxRun: number; seed: number }): T[] | null {
  const left = counts.map(([, count]) => count);
  let total = left.reduce((sum, count) => sum + count, 0);
  if (left.some((count) => count > maxRun * (total - count + 1))) return null;
  const random = seeded(seed);
  const drawn: T[] = [];
  let last = -1;
  let run = 0;
  /** Whether all that is left after drawing `i` can still be parted. */
  const fits = (i: number): boolean => {
    const runAfter = i === last ? run + 1 : 1;
    return left.every((count, x) => {
      const rest = x === i ? count - 1 : count;
      return rest <= maxRun * (total - 1 - rest) + (x === i ? maxRun - runAfter : maxRun);
    });
  };
  while (total > 0) {
    const allowed = left.flatMap((count, i) => (count > 0 && !(i === last && run >= maxRun) && fits(i) ? [i] : []));
    const weight = allowed.reduce((sum, i) => sum + left[i]!, 0);
    const u = random() * weight;
    let sum = 0;
    const chosen = allowed.find((i) => u < (sum += left[i]!)) ?? allowed.at(-1)!;
    run = chosen === last ? run + 1 : 1;
    last = chosen;
    left[chosen]!--;
    total--;
    drawn.push(counts[chosen]![0]);
  }
  return drawn;
}

/** As {@link drift}, with runs as much longer as they must be where one species is too many to be parted. */
export function driftAnyway<T>(counts: Amounts<T>, { maxRun, seed }: { maxRun: number; seed: number }): T[] {
  for (let longest = maxRun; ; longest *= 2) {
    const drawn = drift(counts, { maxRun: longest, seed });
    if (drawn) return drawn;
  }
}

/** The cycle that uses up most of these counts: how often it repeats, and what is left over (`count.bestCycle`). Null when there is nothing to repeat. */
export function bestCycle<T>(
  counts: Amounts<T>,
  maxCycle: number,
): { repeats: number; cycle: [T, number][]; leftOver: [T, number][] } | null {
  let best: { repeats: number; length: number; left: number } | null = null;
  for (let repeats = 1; repeats <= Math.min(...counts.map(([, count]) => count)); repeats++) {
    const length = counts.reduce((sum, [, count]) => sum + Math.floor(count / repeats), 0);
    const left = counts.reduce((sum, [, count]) => sum + (count % repeats), 0);
    if (length > maxCycle) continue;
    if (!best || left < best.left || (left === best.left && length < best.length)) best = { repeats, length, left };
  }
  if (!best) return null;
  const { repeats } = best;
  return {
    repeats,
    cycle: counts.map(([of, count]) => [of, Math.floor(count / repeats)]),
    leftOver: counts.map(([of, count]) => [of, count % repeats]),
  };
}
