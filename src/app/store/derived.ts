import { createContext, useContext, useMemo } from 'react';
import { create } from 'zustand';
import type { Finding } from '../../core/findings/finding.ts';
import type * as judgements from './judging.ts';
import { kept } from '../../core/derived/derived.ts';
import { layHolding, type Laid } from '../../core/ranks/laid.ts';
import type { Holding } from '../../core/holding/schema.ts';
import type { OrderList } from '../../core/order/order-list.ts';
import type { Quantities } from '../../core/order/quantities.ts';
import type { StandYears } from '../../core/years/stand-years.ts';
import { bookOf, type SpeciesBook } from '../../core/species/book.ts';
import { phaseOf, phasesOf } from '../../core/ranks/phases.ts';
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

/** What follows from one holding, asked as views ask it. */
export class Worked {
  readonly all: readonly Laid[];

  constructor(readonly holding: Holding) {
    this.all = layHolding(holding);
  }

  laid(id: string): Laid | undefined {
    return this.all.find(({ planting }) => planting.id === id);
  }

  findingsOf(id: string): readonly Finding[] {
    const laid = this.laid(id);
    return laid && judging ? foundOn(laid, this) : [];
  }

  quantitiesOf(id: string): Quantities | null {
    const laid = this.laid(id);
    return laid && judging ? judging.quantities(laid.planting, laid.layout, this.holding) : null;
  }

  order(): OrderList {
    return judging!.orderOf(this.holding, this.all);
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

/** What the rules find of a planting; the same list each time for the same plan. */
const foundOn = kept(function foundOn(laid: Laid, { holding, all }: Worked): readonly Finding[] {
  return judging!.judge(holding, laid, all);
});

/** What follows from a holding; the same holding gives the same object. */
export const workOut = kept(function workOut(holding: Holding): Worked {
  return new Worked(holding);
});

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

/** How each planting has grown, by year, as it is or as a change tried out would make it; null until that can be told. */
export function useGrown(): ((laid: Laid) => StandYears) | null {
  const ready = useJudged((state) => state.ready);
  const { holding } = useWorked();
  return useMemo(() => (ready ? (laid: Laid) => judging!.grownOf(laid, holding, 'middle') : null), [ready, holding]);
}

/** The species that count on the open holding. */
export const useBook = (): SpeciesBook => bookOf(useShown());

/** What follows from the holding as shown; asked again once plans are judged. */
export function useWorked(): Worked {
  useJudged();
  return workOut(useShown());
}
