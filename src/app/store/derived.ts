import { createContext, useContext, useMemo } from 'react';
import { create } from 'zustand';
import type { Finding } from '../../core/findings/finding.ts';
import type * as judgements from './judging.ts';
import { kept } from '../../core/derived/derived.ts';
import { layHolding, type Laid } from '../../core/ranks/laid.ts';
import type { Holding } from '../../core/holding/schema.ts';
import type { BillLine } from '../../core/account/bill.ts';
import type { OrderList } from '../../core/account/order-list.ts';
import type { Quantities } from '../../core/account/quantities.ts';
import type { StandYears } from '../../core/years/stand-years.ts';
import { bookOf, type SpeciesBook } from '../../core/species/book.ts';
import { asFound } from '../../core/record/as-found.ts';
import type { Ledger } from '../../core/record/ledger.ts';
import { useLook } from './look-at.ts';
import { useLedger, useRecord } from './record.ts';
import { useSession } from './session.ts';

/** The rules and the sums, once they are here: the plan is drawn without them. */
let judging: typeof judgements | null = null;
export const useJudged = create(() => ({ ready: false }));

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

  constructor(
    readonly holding: Holding,
    readonly ledger: Ledger,
  ) {
    this.all = layHolding(holding);
  }

  laid(id: string): Laid | undefined {
    return this.all.find(({ planting }) => planting.id === id);
  }

  findingsOf(id: string): readonly Finding[] {
    const laid = this.laid(id);
    return laid && judging ? foundOn(laid, this.holding, this.all) : [];
  }

  quantitiesOf(id: string): Quantities | null {
    const laid = this.laid(id);
    return laid && judging ? judging.quantities(laid.planting, laid.layout, this.holding) : null;
  }

  /** What a planting wants, line by line, and how much of it is still to buy. */
  billOf(id: string): readonly BillLine[] {
    return judging!.bill(this.holding, this.all, this.ledger).filter(({ planting }) => planting === id);
  }

  /** What became of everything that was ordered, is here or was set. */
  became(): ReturnType<typeof judgements.becameOf> {
    return judging!.becameOf(this.holding, this.all, this.ledger);
  }

  order(): OrderList {
    return judging!.orderOf(this.holding, this.all, this.ledger);
  }

  /** Phases of the whole holding: years after the first planting, the plants of each, and what each buys. */
  phases(): ReturnType<typeof judgements.phaseOrders> {
    return judging!.phaseOrders(this.holding, this.all, this.ledger);
  }

  /** What is to be bought for one phase, or for all. */
  orderFor(later: number | null): OrderList {
    return this.phases().find((phase) => phase.later === later)?.order ?? this.order();
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
const foundOn = kept(function foundOn(laid: Laid, holding: Holding, all: readonly Laid[]): readonly Finding[] {
  return judging!.judge(holding, laid, all);
});

const workedOn = kept(function workedOn(holding: Holding, ledger: Ledger): Worked {
  return new Worked(holding, ledger);
});
/** What follows from a holding and what is recorded of it; the same give the same object. */
export const workOut = (holding: Holding): Worked => workedOn(holding, useRecord.getState().ledger);

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
  return workedOn(useShown(), useLedger());
}
