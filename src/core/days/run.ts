import type { Holding } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import { phaseSet, type PhaseSet } from '../account/gone.ts';
import type { Laid } from '../ranks/laid.ts';
import type { Ledger } from '../record/ledger.ts';
import { stockOf } from '../species/stock.ts';
import { workdaysBack } from './calendar.ts';
import type { Crew } from './crew.ts';
import { dayOf, yearsOn, type Day } from './day.ts';
import { holdFor } from './hold.ts';
import { fitsWindow, kindOf, kindsIn, nearestIn } from './windows.ts';
import { childShare, phasesOf, type PhaseWork } from '../means/work.ts';

/** A delivery of one stock: so many plants on a day, all of them planted by another. */
export interface Lot {
  readonly stock: string;
  readonly name: string;
  readonly plants: number;
  readonly on: Day;
  readonly planted: Day;
  /** The last day on which it may still be planted as it is held. */
  readonly lost: Day;
}

/** The planting of one phase: when it begins and ends, with whom, and what comes when. */
export interface Run {
  readonly laid: Laid;
  readonly work: PhaseWork;
  /** The day that was set, and the first on which anybody comes. */
  readonly set: Day;
  readonly from: Day;
  readonly to: Day;
  readonly days: readonly { readonly day: Day; readonly hours: number }[];
  readonly lots: readonly Lot[];
  /** True where nobody has the hours within a year. */
  readonly nobody: boolean;
  /** How far it has got by the record; null where nothing is said of any plant. The run is then of the rest. */
  readonly begun: PhaseSet | null;
}

/** The day that is set for a planting; null while none is. */
export const startOf = ({ days }: Pick<Holding, 'days'>, planting: string): Day | null => {
  const start = days.plantings.find(({ id }) => id === planting)?.start;
  return start ? dayOf(start) : null;
};

/**
 * Every phase that has a day, the earliest first; hands are taken in that order, so that no two works have one hand at one
 * hour. What is planted stands on the days on which it was; of a phase that is half done the rest is planted on the next
 * day that its plants and its crew allow.
 */
export function runsOf(
  holding: Holding,
  all: readonly Laid[],
  ledger: Ledger,
  crew: Crew,
  holidays: ReadonlySet<Day>,
): Run[] {
  const wanted = all.flatMap((laid) => {
    const start = startOf(holding, laid.planting.id);
    return phasesOf(laid, holding).flatMap((whole): Wanted[] => {
      const begun = phaseSet(ledger, laid.planting.id, whole.phase);
      const set = start === null ? null : yearsOn(start, whole.phase);
      if (!begun?.last) return set === null ? [] : [{ laid, work: whole, set, begun: null }];
      const last = dayOf(begun.last);
      if (begun.open === 0) return [{ laid, work: whole, set: dayOf(begun.first!), begun }];
      const work = restOf(whole, begun);
      // A window is waited for as long as the plants can lie; else they are set the next day, and that it is out of its time is said.
      const next = Math.max(
        ...kindsIn(work).map((kind) => {
          const opens = nextDay(kind, holding, last + 1);
          return opens <= last + holdFor(kind).holdDays ? opens : last + 1;
        }),
      );
      return [{ laid, work, set: next, begun }];
    });
  });
  const anybody = crew.able([], true);
  return wanted
    .sort((a, b) => a.set - b.set)
    .map(({ laid, work, set, begun }): Run => {
      if (begun?.open === 0)
        return { laid, work, set, from: set, to: dayOf(begun.last!), days: [], lots: [], nobody: false, begun };
      const days = crew.book(anybody, set, workHours(work, holding), childShare(work));
      if (!days || days.length === 0)
        return { laid, work, set, from: set, to: set, days: [], lots: [], nobody: true, begun };
      return {
        laid,
        work,
        set,
        from: days[0]!.day,
        to: days.at(-1)!.day,
        days,
        lots: lotsOf(work, days, holidays),
        nobody: false,
        begun,
      };
    });
}

/** Hours that a phase takes of the crew, what weather takes counted in. */
export const workHours = ({ hours }: PhaseWork, holding: Pick<Holding, 'settings' | 'units'>): number =>
  hours * (1 + settingOf(holding, 'crew.weather'));

/** A phase that is to be planted, or was: its work, and the day from which on. */
type Wanted = Pick<Run, 'laid' | 'work' | 'set' | 'begun'>;

/** What is left of a phase: its open pegs, and as much of the work. */
function restOf(work: PhaseWork, { open, pegs, openStocks }: PhaseSet): PhaseWork {
  const share = open / pegs;
  return {
    ...work,
    plants: open,
    stocks: [...openStocks].map(([stock, plants]) => ({ stock, plants })),
    stations: work.stations.map((one) => ({ ...one, plants: one.plants * share, minutes: one.minutes * share })),
    hours: work.hours * share,
  };
}

/** The first day from `from` on that lies in a window of a kind; never where it has none here. */
export function nextDay(kind: string, holding: Holding, from: Day): Day {
  const { next } = fitsWindow(kind, holding, from);
  return next ? nearestIn(next, from) : Infinity;
}

/** What comes when, by the offices' days: a new lot as soon as the one before it would lie longer than it bears. */
function lotsOf(work: PhaseWork, days: Run['days'], holidays: ReadonlySet<Day>): Lot[] {
  const hours = days.reduce((sum, one) => sum + one.hours, 0);
  return work.stocks.flatMap(({ stock, plants }): Lot[] => {
    const { holdDays } = holdFor(kindOf(stock));
    const lots: Lot[] = [];
    let [share, planted] = [0, 0];
    for (const { day, hours: here } of days) {
      share += here / hours;
      const done = Math.round(plants * Math.min(1, share));
      const now = done - planted;
      planted = done;
      if (now === 0) continue;
      const last = lots.at(-1);
      if (last && day <= last.lost) lots[lots.length - 1] = { ...last, plants: last.plants + now, planted: day };
      else {
        const on = workdaysBack(day, 0, holidays);
        lots.push({ stock, name: stockOf(stock).name, plants: now, on, planted: day, lost: on + holdDays });
      }
    }
    return lots;
  });
}
