import { derived, kept } from '../derived/derived.ts';
import type { Holding } from '../holding/schema.ts';
import type { Laid } from '../ranks/laid.ts';
import { phaseOf } from '../ranks/phases.ts';
import { asPlanted } from '../record/as-planted.ts';
import type { Ledger } from '../record/ledger.ts';
import { pegsOf } from '../record/pegs.ts';
import { stateOf, type PlantedState } from '../record/planted.ts';
import { perPlaceOf } from '../species/seeds.ts';
import { quantities } from './quantities.ts';
import { add } from './stores.ts';

/** So many of a thing that went into the ground on a day. */
export interface Gone {
  /** 'species|stock', or a price key. */
  readonly key: string;
  /** Years after the first planting. */
  readonly phase: number;
  /** YYYY-MM-DD. */
  readonly day: string;
  readonly count: number;
  /** Whether its phase is done: every peg holds a plant or was left out. */
  readonly done: boolean;
}

/** What is known of the pegs of one phase: how many there are, how many hold a plant, were left out, are still open. */
export interface PhaseSet {
  readonly phase: number;
  readonly pegs: number;
  readonly set: number;
  readonly skipped: number;
  readonly open: number;
  /** Of those that are still open, how many of each stock. */
  readonly openStocks: ReadonlyMap<string, number>;
  /** The first and the last day of which anything is said; null while nothing is. */
  readonly first: string | null;
  readonly last: string | null;
  /** Plants that were set, by what they are; and how many of each kind were found dead since, by 'species|stock'. */
  readonly plants: readonly Gone[];
  readonly dead: ReadonlyMap<string, number>;
}

/** How far each phase of a pegged planting has got; none where it is not pegged. */
export const phasesSet = kept(function phasesSet({ peggings, said, dead: found }: PlantedState): readonly PhaseSet[] {
  const pegged = peggings.at(-1)?.body;
  if (!pegged) return [];
  const phases = new Map<
    number,
    {
      pegs: number;
      set: number;
      skipped: number;
      left: Map<string, number>;
      days: Map<string, Map<string, number>>;
      dead: Map<string, number>;
    }
  >();
  const spoken = new Map<number, string[]>();
  for (const { label, kind } of pegsOf(pegged)) {
    let of = phases.get(kind.later);
    if (!of)
      phases.set(kind.later, (of = { pegs: 0, set: 0, skipped: 0, left: new Map(), days: new Map(), dead: new Map() }));
    of.pegs++;
    const { stands, kind: instead, last } = stateOf(said.get(label));
    if (!stands || !last) {
      of.left.set(kind.stock, (of.left.get(kind.stock) ?? 0) + 1);
      continue;
    }
    const day = last.at.slice(0, 10);
    const days = spoken.get(kind.later);
    if (!days) spoken.set(kind.later, [day, day]);
    else if (day < days[0]!) days[0] = day;
    else if (day > days[1]!) days[1] = day;
    if (stands === 'skipped') {
      of.skipped++;
      continue;
    }
    of.set++;
    const { species, stock } = instead ?? kind;
    const key = `${species}|${stock}`;
    const sameDay = of.days.get(day) ?? of.days.set(day, new Map()).get(day)!;
    add(sameDay, key, perPlaceOf(species, stock));
    if (found.has(label)) add(of.dead, key, perPlaceOf(species, stock));
  }
  return [...phases]
    .sort(([a], [b]) => a - b)
    .map(([phase, { pegs, set, skipped, left, days, dead }]) => ({
      phase,
      pegs,
      set,
      skipped,
      open: pegs - set - skipped,
      openStocks: left,
      first: spoken.get(phase)?.[0] ?? null,
      last: spoken.get(phase)?.[1] ?? null,
      plants: [...days].flatMap(([day, counts]) =>
        [...counts].map(([key, count]) => ({ key, phase, day, count, done: set + skipped === pegs })),
      ),
      dead,
    }));
});

/** How far one phase of a planting has got by the record; null where it is not pegged. */
export const phaseSet = ({ planted }: Ledger, planting: string, phase: number): PhaseSet | null => {
  const state = planted.get(planting);
  return (state && phasesSet(state).find((one) => one.phase === phase)) ?? null;
};

/** Everything that went into the ground by the record: the plants that stand, and with them their share of what each planting was to get. */
export const goneOf = derived(function goneOf(holding: Holding, all: readonly Laid[], ledger: Ledger): readonly Gone[] {
  return all.flatMap(({ planting, layout }) => {
    const state = ledger.planted.get(planting.id);
    if (!state || state.said.size === 0) return [];
    return phasesSet(state).flatMap(({ phase, pegs, open, plants }): Gone[] => {
      const done = open === 0;
      const { kit } = quantities(asPlanted(planting, ledger), phaseOf(layout, phase), holding);
      const days = new Map<string, number>();
      for (const { day, count } of plants) days.set(day, (days.get(day) ?? 0) + count);
      const pieces = kit.flatMap(({ key, wanted }) => {
        let [set, gone] = [0, 0];
        return [...days].sort().map(([day, count]): Gone => {
          set += count;
          const now = Math.round((wanted * set) / pegs) - gone;
          gone += now;
          return { key, phase, day, count: now, done };
        });
      });
      return [...plants, ...pieces];
    });
  });
});
