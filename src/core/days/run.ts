import type { Holding } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import type { Laid } from '../ranks/laid.ts';
import { stockOf } from '../species/stock.ts';
import { workdaysBack } from './calendar.ts';
import type { Crew } from './crew.ts';
import { dayOf, yearsOn, type Day } from './day.ts';
import { holdFor } from './hold.ts';
import { isReckoned, phasesOf, type PhaseWork } from './work.ts';

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
}

/** The day that is set for a planting; null while none is. */
export const startOf = ({ days }: Pick<Holding, 'days'>, planting: string): Day | null => {
  const start = days.plantings.find(({ id }) => id === planting)?.start;
  return start ? dayOf(start) : null;
};

/** Every phase that has a day, the earliest first; hands are taken in that order, so that no two works have one hand at one hour. */
export function runsOf(holding: Holding, all: readonly Laid[], crew: Crew, holidays: ReadonlySet<Day>): Run[] {
  const wanted = all.flatMap((laid) => {
    const start = startOf(holding, laid.planting.id);
    if (start === null) return [];
    return phasesOf(laid, holding).map((work) => ({ laid, work, set: yearsOn(start, work.phase) }));
  });
  const weather = settingOf(holding, 'crew.weather');
  const anybody = crew.able([], true);
  return wanted
    .sort((a, b) => a.set - b.set)
    .map(({ laid, work, set }): Run => {
      const booked = isReckoned(work) ? crew.book(anybody, set, work.hours * (1 + weather)) : null;
      if (!booked || booked.days.length === 0)
        return { laid, work, set, from: set, to: set, days: [], lots: [], nobody: true };
      const { days } = booked;
      return {
        laid,
        work,
        set,
        from: days[0]!.day,
        to: days.at(-1)!.day,
        days,
        lots: lotsOf(work, days, holidays),
        nobody: false,
      };
    });
}

/** What comes when, by the offices' days: a new lot as soon as the one before it would lie longer than it bears. */
function lotsOf(work: PhaseWork, days: Run['days'], holidays: ReadonlySet<Day>): Lot[] {
  const hours = days.reduce((sum, one) => sum + one.hours, 0);
  return work.stocks.flatMap(({ stock, plants, kind }): Lot[] => {
    const { holdDays } = holdFor(kind);
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
