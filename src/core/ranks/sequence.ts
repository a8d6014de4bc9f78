import type { Row, Run } from '../holding/schema.ts';
import { cycleOf } from './counting.ts';
import { driftAnyway, evenMix, quotas, type Amounts } from './mix.ts';

/** What tells the plants of one run from those of others: their species, and its variety and rootstock where those are said. */
export const runKey = ({ species, variety = '', rootstock = '' }: Run): string =>
  variety || rootstock ? `${species}|${variety}|${rootstock}` : species;

/** Most of one species one after another in a drift, where the shares allow it. */
const LONGEST_RUN = 3;

/**
 * The runs of a row of `n` plants in order, by their {@link runKey}; shorter than `n` when it repeats. In turn: the runs over and over,
 * begun `offset` places on. As quotas: their shares met exactly and spread evenly. As a drift: the same counts in
 * an order that never repeats, its own for each seed.
 */
export function sequenceOf(
  { runs, mix, offset, seed }: Pick<Row, 'runs' | 'mix' | 'offset' | 'seed'>,
  n: number,
): string[] {
  if (mix === 'turn') {
    const cycle = cycleOf(runs.map((run) => ({ species: runKey(run), count: run.count })));
    const from = offset % cycle.length;
    return [...cycle.slice(from), ...cycle.slice(0, from)];
  }
  if (n === 0) return [runKey(runs[0]!)];
  const shares = new Map<string, number>();
  for (const run of runs) shares.set(runKey(run), (shares.get(runKey(run)) ?? 0) + run.count);
  const counts: Amounts<string> = quotas(n, [...shares]);
  return mix === 'quota' ? evenMix(counts) : driftAnyway(counts, { maxRun: LONGEST_RUN, seed });
}
