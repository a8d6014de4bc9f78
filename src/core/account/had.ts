import { derived } from '../derived/derived.ts';
import type { Holding } from '../holding/schema.ts';
import type { Laid } from '../ranks/laid.ts';
import type { Ledger } from '../record/ledger.ts';
import { goneOf, type Gone } from './gone.ts';
import { add, baseOf, hereOf, type Amounts } from './stores.ts';

/** What the record says is had and not yet used up by a phase that is done: for all phases alike, and for each by itself. */
export interface Had {
  readonly shared: Amounts;
  readonly own: ReadonlyMap<number, Amounts>;
  /** Of it, what went into the ground though nobody recorded that it came. */
  readonly unrecorded: Amounts;
}

/**
 * What is had: on order and still to come, come and kept; and what went into the ground beyond all that had come by
 * then, which somebody must have had. What was refused, is short for good or was found faulty is not. What stands in a
 * phase that is done is used up.
 */
export const hadOf = derived(function hadOf(holding: Holding, all: readonly Laid[], ledger: Ledger): Had {
  const shared = new Map<string, number>();
  const own = new Map<number, Map<string, number>>();
  const unrecorded = new Map<string, number>();
  const of = (phase: number | null): Map<string, number> =>
    phase === null ? shared : (own.get(phase) ?? own.set(phase, new Map()).get(phase)!);
  const comes = new Map<string, Change[]>();
  for (const { phase, lines } of ledger.orders)
    for (const { key, toCome, kept: sound, checks, faults } of lines) {
      add(of(phase), key, toCome + sound);
      const days = comes.get(baseOf(key)) ?? [];
      for (const { on, counted, refused } of checks) days.push({ day: on, count: counted - refused });
      for (const { on, count } of faults) days.push({ day: on, count: -count });
      comes.set(baseOf(key), days);
    }
  const here = hereOf(holding);
  for (const [key, uses] of byKey(goneOf(holding, all, ledger))) {
    beyond(here.get(key) ?? 0, comes.get(key) ?? [], uses, (phase, count) => {
      add(of(phase), key, count);
      add(unrecorded, key, count);
    });
    for (const { phase, count, done } of uses) if (done) useUp([of(phase), shared], key, count);
  }
  return { shared, own, unrecorded };
});

interface Change {
  readonly day: string;
  readonly count: number;
}
const byDay = (a: { day: string }, b: { day: string }): number => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0);

function byKey(gone: readonly Gone[]): Map<string, Gone[]> {
  const found = new Map<string, Gone[]>();
  for (const one of gone) {
    const known = found.get(one.key);
    if (known) known.push(one);
    else found.set(one.key, [one]);
  }
  return found;
}

/** Tells `more` of what was set beyond what was here and had come by that day. */
function beyond(
  here: number,
  comes: readonly Change[],
  uses: readonly Gone[],
  more: (phase: number, count: number) => void,
): void {
  const coming = comes.toSorted(byDay);
  let [come, set, next] = [here, 0, 0];
  for (const { day, count, phase } of uses.toSorted(byDay)) {
    while (next < coming.length && coming[next]!.day <= day) come += coming[next++]!.count;
    set += count;
    if (set <= come) continue;
    more(phase, set - come);
    come = set;
  }
}

/** Takes what was used of a thing out of where it is had; what is known of its variety counts as its kind. */
function useUp(stores: readonly Map<string, number>[], key: string, count: number): void {
  let left = count;
  for (const store of stores)
    for (const [known, there] of store) {
      if (baseOf(known) !== key || there <= 0) continue;
      const taken = Math.min(left, there);
      store.set(known, there - taken);
      left -= taken;
    }
}
