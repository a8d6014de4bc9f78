import type { Holding } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import { childShare, type PhaseWork } from '../means/work.ts';
import type { MarksKnown } from './before.ts';
import { finish } from './calendar.ts';
import { Crew } from './crew.ts';
import { nextDay, workHours, type Run } from './run.ts';
import { holidaysOf } from './season.ts';
import { fitsWindow, kindOf, kindsIn } from './windows.ts';
import type { Day } from './day.ts';

/** How far the plants of a phase are had: what is still to buy, and the last day on which something was ordered that has not come. */
export interface Supply {
  readonly planting: string;
  readonly phase: number;
  readonly toBuy: number;
  readonly coming: Day | null;
}

/** What a calendar knows of how soon its phases can be planted. */
interface Known {
  readonly supplies: readonly Supply[];
  readonly marks: MarksKnown;
}

/** Days from an order to its plants at the gate: the longest that a nursery of the holding says, else what is usual. */
export function leadDays(holding: Pick<Holding, 'suppliers' | 'settings' | 'units'>): number {
  const said = holding.suppliers.flatMap((one) => (one.kind === 'nursery' ? [one.leadDays] : []));
  return said.length > 0 ? Math.max(...said) : Math.round(settingOf(holding, 'order.lead'));
}

/** The first day on which the plants of a phase can be there and its ground be dug, as it stands on a day: never one before the morrow. */
function readyDay(
  supply: Supply | undefined,
  holding: Holding,
  { asked, marked }: MarksKnown,
  holidays: ReadonlySet<Day>,
  today: Day,
): Day {
  const lead = leadDays(holding);
  const had = !supply ? today : supply.toBuy > 0 ? today + lead : supply.coming === null ? today : supply.coming + lead;
  const clear = Math.round(settingOf(holding, 'marks.clear'));
  const since = marked ?? asked;
  const hold = since !== null && since + settingOf(holding, 'marks.hold') > today;
  const dug = hold && marked !== null ? today : finish((hold ? since : today) + 1, clear, holidays) + 1;
  return Math.max(today + 1, had, dug);
}

/** The first day on which what of a phase is had and marked can be planted, as it stands on a day. */
export const readyFor =
  ({ supplies, marks }: Known, holding: Holding, today: Day) =>
  ({ planting, phase }: Pick<PhaseWork, 'planting' | 'phase'>): Day =>
    readyDay(
      supplies.find((one) => one.planting === planting && one.phase === phase),
      holding,
      marks,
      holidaysOf(holding),
      today,
    );

/** The day on which a phase that has none could be planted, beside all that has one; null where there is none. */
export const proposedFor = (
  plan: Known & { readonly runs: readonly Run[] },
  work: PhaseWork,
  holding: Holding,
  today: Day,
): Day | null =>
  firstFitting(work, holding, crewBeside(plan.runs, null, holding), readyFor(plan, holding, today)(work));

/** A crew whose hours all the other runs have taken. */
export function crewBeside(runs: readonly Run[], run: Run | null, holding: Holding): Crew {
  const crew = new Crew(holding, holidaysOf(holding));
  const able = crew.able([], true);
  for (const { work, set, nobody: none, days } of runs)
    if (days.length > 0 && !none && work !== run?.work)
      crew.book(able, set, workHours(work, holding), childShare(work));
  return crew;
}

/** Days that are looked at: two winters and a little. */
const AHEAD = 800;

/** Whether all of a phase may be planted on a day: the time of each of its kinds. */
export const inTime = (kinds: readonly string[], holding: Holding, day: Day): boolean =>
  kinds.every((kind) => fitsWindow(kind, holding, day).in !== null);

/**
 * The first day from `from` on on which the crew comes and from which all of a phase is planted in the time of each of its
 * kinds; where no such time is long enough, the first on which it may be begun; where its kinds have no time together,
 * that of the most of its plants. Null where there is none within two years.
 */
export function firstFitting(work: PhaseWork, holding: Holding, crew: Crew, from: Day): Day | null {
  return search(kindsIn(work), work, holding, crew, from) ?? search([mostOf(work)], work, holding, crew, from);
}

/** The kind of the most plants of a phase. */
function mostOf({ stocks }: PhaseWork): string {
  const counts = new Map<string, number>();
  for (const { stock, plants } of stocks) counts.set(kindOf(stock), (counts.get(kindOf(stock)) ?? 0) + plants);
  return [...counts].reduce((most, one) => (one[1] > most[1] ? one : most), ['bare', 0] as [string, number])[0];
}

function search(kinds: readonly string[], work: PhaseWork, holding: Holding, crew: Crew, from: Day): Day | null {
  const able = crew.able([], true);
  const hours = workHours(work, holding);
  let begun: Day | null = null;
  for (let day = from; day < from + AHEAD;) {
    const opens = Math.max(...kinds.map((kind) => nextDay(kind, holding, day)));
    const comes = Number.isFinite(opens) ? crew.from(able, opens) : null;
    if (comes === null) break;
    if (comes > day) {
      day = comes;
      continue;
    }
    const ends = Math.min(...kinds.map((kind) => fitsWindow(kind, holding, day).in!.to));
    const last = crew.span(able, day, hours, childShare(work))?.at(-1)?.day ?? day;
    if (last <= ends) return day;
    begun ??= day;
    day = ends + 1;
  }
  return begun;
}
