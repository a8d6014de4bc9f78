import { derived } from '../derived/derived.ts';
import type { Holding } from '../holding/schema.ts';
import type { Laid } from '../ranks/laid.ts';
import type { Ledger } from '../record/ledger.ts';
import { goneOf, phasesSet } from './gone.ts';
import { hadOf } from './had.ts';
import { kitName, orderOf } from './order-list.ts';
import { kindKey } from './quantities.ts';
import { add, baseOf, hereOf } from './stores.ts';

/** What became of one thing by the record: what was here, came and was set unrecorded is what was sent back, found at fault, set, and left. */
export interface Became {
  /** 'species|stock', or a price key. */
  readonly key: string;
  readonly name: string;
  readonly plant: boolean;
  /** To have for the whole plan, spares counted in. */
  readonly wanted: number;
  readonly here: number;
  /** Ordered and still to come; ordered and short for good. */
  readonly toCome: number;
  readonly short: number;
  /** Counted off the lorry; of it sent back, and found at fault later. */
  readonly come: number;
  readonly refused: number;
  readonly faulty: number;
  /** Handed out of the store to whoever sets it. */
  readonly handed: number;
  /** In the ground, or on the plants that were set; of the plants, found dead since. */
  readonly set: number;
  readonly dead: number;
  /** Of those set, more than had been here and come by then. */
  readonly unrecorded: number;
  /** Lies ready to be set, sound. */
  readonly left: number;
  /** Of what is left, in the store: not handed out. */
  readonly store: number;
  readonly toBuy: number;
}

type Counted = Exclude<keyof Became, 'key' | 'name' | 'plant' | 'left' | 'store'>;
type Counts = ReadonlyMap<Counted, number>;

/** What the record counts of each thing, whether the plan wants it or not. */
const recorded = derived(function recorded(
  holding: Holding,
  all: readonly Laid[],
  ledger: Ledger,
): ReadonlyMap<string, Counts> {
  const sums = new Map<string, Map<Counted, number>>();
  const tell = (key: string, what: Counted, count: number) => {
    const base = baseOf(key);
    add(sums.get(base) ?? sums.set(base, new Map()).get(base)!, what, count);
  };
  for (const [key, count] of hereOf(holding)) tell(key, 'here', count);
  for (const { lines } of ledger.orders)
    for (const line of lines) {
      tell(line.key, 'come', line.counted);
      for (const what of ['toCome', 'short', 'refused', 'faulty'] as const) tell(line.key, what, line[what]);
    }
  for (const { key, count } of goneOf(holding, all, ledger)) tell(key, 'set', count);
  for (const { key, count } of ledger.handed) tell(key, 'handed', count);
  for (const state of ledger.planted.values())
    for (const { dead } of phasesSet(state)) for (const [key, count] of dead) tell(key, 'dead', count);
  for (const [key, count] of hadOf(holding, all, ledger).unrecorded) tell(key, 'unrecorded', count);
  return sums;
});

/** What of a thing lies ready: what shows a fault once it is set is found twice, so that never less than nothing is left. */
const leftOf = (counts: Counts): number => {
  const of = (what: Counted) => counts.get(what) ?? 0;
  return Math.max(0, of('here') + of('come') + of('unrecorded') - of('refused') - of('faulty') - of('set'));
};

/** Plants of these kinds, by 'species|stock', that were here or came and are not in the ground. */
export function readyOf(keys: ReadonlySet<string>, holding: Holding, all: readonly Laid[], ledger: Ledger): number {
  const counts = recorded(holding, all, ledger);
  return [...keys].reduce((sum, key) => sum + leftOf(counts.get(key) ?? new Map()), 0);
}

/** What became of everything that is wanted, here, ordered or set: plants first. */
export const becameOf = derived(function becameOf(
  holding: Holding,
  all: readonly Laid[],
  ledger: Ledger,
): readonly Became[] {
  const { plants, kit } = orderOf(holding, all, ledger);
  const known = recorded(holding, all, ledger);
  const names = new Map(ledger.orders.flatMap(({ lines }) => lines.map(({ key, name }) => [baseOf(key), name])));
  for (const line of plants) names.set(baseOf(kindKey(line)), line.species.common);
  const wanted = new Map<string, [count: number, toBuy: number]>();
  for (const { key, count, need } of [
    ...plants.map((line) => ({ key: baseOf(kindKey(line)), count: line.order, need: line.need })),
    ...kit,
  ]) {
    const [have, buy] = wanted.get(key) ?? [0, 0];
    wanted.set(key, [have + count, buy + need]);
  }
  return [...new Set([...wanted.keys(), ...known.keys()])].map((key): Became => {
    const counts = known.get(key) ?? new Map();
    const of = (what: Counted) => counts.get(what) ?? 0;
    const [count, toBuy] = wanted.get(key) ?? [0, 0];
    return {
      key,
      name: names.get(key) ?? kitName(key, holding.units, holding.kits),
      plant: key.includes('|'),
      wanted: count,
      here: of('here'),
      toCome: of('toCome'),
      short: of('short'),
      come: of('come'),
      refused: of('refused'),
      faulty: of('faulty'),
      handed: of('handed'),
      set: of('set'),
      dead: of('dead'),
      unrecorded: of('unrecorded'),
      left: leftOf(counts),
      store: Math.max(0, leftOf(counts) - Math.max(0, of('handed') - of('set'))),
      toBuy,
    };
  });
});
