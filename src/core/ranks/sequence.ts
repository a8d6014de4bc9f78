import type { Row } from '../holding/schema.ts';
import { cycleOf } from './counting.ts';
import { driftAnyway, evenMix, quotas, type Amounts } from './mix.ts';

/** Most of one species one after another in a drift, where the shares allow it. */
const LONGEST_RUN = 3;

/**
 * The species of a row of `n` plants in order; shorter than `n` when it repeats. In turn: the runs over and over,
 * begun `offset` places on. As quotas: their shares met exactly and spread evenly. As a drift: the same counts in
 * an order that never repeats, its own for each seed.
 */
export function sequenceOf(
  { runs, mix, offset, seed }: Pick<Row, 'runs' | 'mix' | 'offset' | 'seed'>,
  n: number,
): string[] {
  if (mix === 'turn') {
    const cycle = cycleOf(runs);
    const from = offset % cycle.length;
    return [...cycle.slice(from), ...cycle.slice(0, from)];
  }
  if (n === 0) return [runs[0]!.species];
  const shares = new Map<string, number>();
  for (const { species, count } of runs) shares.set(species, (shares.get(species) ?? 0) + count);
  const counts: Amounts<string> = quotas(n, [...shares]);
  return mix === 'quota' ? evenMix(counts) : driftAnyway(counts, { maxRun: LONGEST_RUN, seed });
}
