import { createContext, useContext, useMemo } from 'react';
import { create } from 'zustand';
import type { Finding } from '../../core/findings/finding.ts';
import type * as judgements from './judging.ts';
import type { Memory } from '../../core/findings/memory.ts';
import type { Laid } from '../../core/ranks/laid.ts';
import type { Holding, Planting } from '../../core/holding/schema.ts';
import type { OrderList } from '../../core/order/order-list.ts';
import type { Quantities } from '../../core/order/quantities.ts';
import type { StandYears } from '../../core/years/stand-years.ts';
import { bookOf, type SpeciesBook } from '../../core/species/book.ts';
import { phaseOf, phasesOf } from '../../core/ranks/phases.ts';
import { cameOf } from '../../core/ranks/as-before.ts';
import { layOut, type Layout } from '../../core/ranks/lay-out.ts';
import type { Stand } from '../../core/ranks/stand.ts';
import { asFound } from '../../core/record/as-found.ts';
import { useLook } from './look-at.ts';
import { useLedger } from './record.ts';
import { useSession } from './session.ts';

/** The rules and the sums, once they are here: the plan is drawn without them. */
let judging: typeof judgements | null = null;
const useJudged = create(() => ({ ready: false }));

/** Settled once plans are judged and summed; until then no finding is known, and no sum asked for. */
export const judgingReady: Promise<void> = import('./judging.ts').then((found) => {
  judging = found;
  useJudged.setState({ ready: true });
});

/** Everything that a view needs which asks for findings or sums. */
export const onceJudged = async <T>(view: Promise<T>): Promise<T> => {
  await judgingReady;
  return view;
};

type Asked = Pick<Holding, 'boundary' | 'features' | 'species'>;
const layouts = new WeakMap<Planting, Asked & { readonly layout: Layout }>();
/** The last stand of each planting, and what its rules last found: an edit asks anew only what it can have changed. */
const lastStands = new Map<string, Stand>();
const memories = new Map<string, Memory>();

/** A planting's layout, worked out again only when it or the ground has changed. */
function layoutOf(planting: Planting, { boundary, features, species }: Holding): Layout {
  const known = layouts.get(planting);
  if (known && known.boundary === boundary && known.features === features && known.species === species)
    return known.layout;
  const layout = layOut(planting, { boundary, features, species });
  layouts.set(planting, { boundary, features, species, layout });
  const was = lastStands.get(planting.id);
  if (was) cameOf(layout.stand, was);
  lastStands.set(planting.id, layout.stand);
  return layout;
}

/** Everything worked out from one holding; each part on first asking. */
export class Worked {
  readonly all: readonly Laid[];
  private readonly findings = new Map<string, readonly Finding[]>();
  private readonly sums = new Map<string, Quantities>();
  private list: OrderList | null = null;

  constructor(readonly holding: Holding) {
    this.all = holding.plantings.map((planting) => ({ planting, layout: layoutOf(planting, holding) }));
  }

  laid(id: string): Laid | undefined {
    return this.all.find(({ planting }) => planting.id === id);
  }

  findingsOf(id: string): readonly Finding[] {
    const laid = this.laid(id);
    if (!laid || !judging) return [];
    let found = this.findings.get(id);
    if (!found) {
      let memory = memories.get(id);
      if (!memory) memories.set(id, (memory = new judging.Memory()));
      this.findings.set(id, (found = judging.judge(this.holding, laid, this.all, memory)));
    }
    return found;
  }

  quantitiesOf(id: string): Quantities | null {
    const laid = this.laid(id);
    if (!laid || !judging) return null;
    let sum = this.sums.get(id);
    if (!sum) this.sums.set(id, (sum = judging.quantities(laid.planting, laid.layout, this.holding)));
    return sum;
  }

  order(): OrderList {
    return (this.list ??= judging!.orderList(
      this.all.map(({ planting }) => this.quantitiesOf(planting.id)!),
      this.holding,
    ));
  }

  /** Phases of the whole holding: years after the first planting, and the plants of each. */
  phases(): { later: number; plants: number }[] {
    return phasesOf({ rows: this.all.flatMap(({ layout }) => layout.stand.rows) });
  }

  /** What is to be bought for one phase alone. */
  orderOfPhase(later: number): OrderList {
    const earlier = this.phases()
      .filter((phase) => phase.later < later)
      .flatMap((phase) => this.orderOfPhase(phase.later).plants);
    return judging!.orderList(
      this.all.map(({ planting, layout }) => judging!.quantities(planting, phaseOf(layout, later), this.holding)),
      this.holding,
      earlier,
    );
  }

  /** Faults and cautions of a planting that nobody has accepted. */
  openFindingsOf(id: string): number {
    const accepted = new Set(this.holding.accepted.map(({ finding }) => finding));
    return this.findingsOf(id).filter(
      ({ severity, id: finding }) => severity !== 'good' && severity !== 'note' && !accepted.has(finding),
    ).length;
  }
}

const worked = new WeakMap<Holding, Worked>();

/** What follows from a holding; the same holding gives the same object. */
export function workOut(holding: Holding): Worked {
  let known = worked.get(holding);
  if (!known) worked.set(holding, (known = new Worked(holding)));
  return known;
}

/** The holding that a part drawn after the others shows; null for those drawn at once. */
export const ShownAfter = createContext<Holding | null>(null);

/** The holding as shown: as a drag or a previewed remedy would make it, else as it is; with what the record knows of its ground. */
export function useShown(): Holding {
  const after = useContext(ShownAfter);
  const now = useSession(({ tried, holding }) => (after ? null : (tried ?? holding)));
  const ledger = useLedger();
  return after ?? asFound(now!, ledger);
}

/** Plants ringed by a finding; none while a change is tried out, which numbers the plants anew. */
export const useRinged = (): readonly number[] => {
  const tried = useSession((state) => state.tried !== null);
  const ringed = useLook((state) => state.ringed);
  return tried ? NONE : ringed;
};
const NONE: readonly number[] = [];

/** How each planting has grown, by year; null until that can be told, and while a change is tried out, which is drawn by its kinds alone. */
export function useGrown(): ((laid: Laid) => StandYears) | null {
  const ready = useJudged((state) => state.ready);
  const tried = useSession((state) => state.tried !== null);
  const { holding } = useWorked();
  return useMemo(
    () => (ready && !tried ? (laid: Laid) => judging!.grownOf(laid, holding, 'middle') : null),
    [ready, tried, holding],
  );
}

/** The species that count on the open holding. */
export const useBook = (): SpeciesBook => bookOf(useShown());

/** What follows from the holding as shown; asked again once plans are judged. */
export function useWorked(): Worked {
  useJudged();
  return workOut(useShown());
}
