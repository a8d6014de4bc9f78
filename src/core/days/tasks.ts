import type { Holding } from '../holding/schema.ts';
import type { Laid } from '../ranks/laid.ts';
import { asPlanted } from '../record/as-planted.ts';
import type { Ledger } from '../record/ledger.ts';
import { formatCount, inUnits, type UnitSystem } from '../units/quantities.ts';
import { stationData, type StationKey } from '../means/work.ts';
import { bill, type BillLine } from '../account/bill.ts';
import { beforeTasks, type MarksKnown } from './before.ts';
import { careTasks } from './care.ts';
import { Crew } from './crew.ts';
import { dayOf, type Day } from './day.ts';
import { factsOf, type Facts } from './facts.ts';
import { holds, holdFor } from './hold.ts';
import { debts } from './rules.ts';
import type { Supply } from './proposed.ts';
import { runsOf, type Run } from './run.ts';
import { kindOf } from './windows.ts';
import { holidaysOf } from './season.ts';
import { byDay, isOpen, taskId, type Task } from './task.ts';

/** How far the calendar looks ahead, years. */
export const YEARS_AHEAD = 12;

/** A holding's calendar: every phase that has a day, and all that hangs on it. */
export interface Plan {
  readonly runs: readonly Run[];
  readonly tasks: readonly Task[];
  readonly crew: Crew;
  /** What of each phase is had, and what is known of the marks: they say how soon it can be planted. */
  readonly supplies: readonly Supply[];
  readonly marks: MarksKnown;
  /** Plants that were ordered and did not come sound, and are to be bought again. */
  readonly missing: readonly Missing[];
}

/** Tasks of a holding, dated, in the order of their days, as the record leaves them. */
export function planDays(holding: Holding, all: readonly Laid[], ledger: Ledger, years = YEARS_AHEAD): Plan {
  const holidays = holidaysOf(holding);
  const crew = new Crew(holding, holidays);
  const standing = all.flatMap(({ planting, layout }) =>
    layout.stand.count > 0 ? [{ planting: asPlanted(planting, ledger), layout }] : [],
  );
  const runs = runsOf(holding, standing, ledger, crew, holidays);
  const buying = bill(holding, all, ledger).filter(({ species }) => species);
  const marks = marksKnown(ledger);
  const tasks = runs.flatMap((run) => {
    if (run.nobody) return [];
    const facts = factsOf(run.laid, holding);
    const mine = buying.filter(({ planting, phase }) => planting === run.work.planting && phase === run.work.phase);
    const before = beforeTasks(run, facts, holding, crew, holidays, marks).map((task) =>
      task.rule === 'order' ? ordering(task, mine, ledger) : endedBefore(task, run),
    );
    const came = deliveryTasks(run, mine, ledger);
    return [
      ...before,
      ...came,
      plantTask(run, [...before, ...came], facts, crew),
      ...careTasks(run, facts, holding, crew, years),
    ];
  });
  return {
    runs,
    tasks: moved([...tasks, ...debtTasks(ledger, crew)].map((task) => asRecorded(task, ledger)))
      .map((task) => inTheirUnits(task, holding.units))
      .sort(byDay),
    crew,
    supplies: suppliesOf(buying, ledger),
    marks,
    missing: missingOf(buying, ledger),
  };
}

/** A task in the words of the steward's own units. */
function inTheirUnits(task: Task, units: UnitSystem): Task {
  if (units === 'metric') return task;
  const said = (text: string | null) => text && inUnits(text, units);
  return {
    ...task,
    what: inUnits(task.what, units),
    why: inUnits(task.why, units),
    sign: said(task.sign),
    stop: said(task.stop),
    cost: said(task.cost),
    caution: said(task.caution),
  };
}

const marksKnown = ({ asked, marks }: Ledger): MarksKnown => {
  const days = marks.flatMap(({ on }) => (on ? [dayOf(on)] : []));
  return { asked: asked ? dayOf(asked.on) : null, marked: days.length > 0 ? Math.max(...days) : null };
};

const plain = {
  wait: 0,
  holds: null,
  cost: null,
  late: null,
  sign: null,
  stop: null,
  caution: null,
  state: 'open',
  said: '',
} as const;

/** Planting itself, with everything that must be there before: of a phase that has begun the rest, of one that is done what was. */
function plantTask(
  { work, from, to, begun }: Run,
  before: readonly Task[],
  { tools, caution }: Facts,
  crew: Crew,
): Task {
  return {
    ...plain,
    id: taskId('plant', work.planting, work.phase, 0, 0),
    rule: 'plant',
    planting: work.planting,
    phase: work.phase,
    year: 0,
    group: 'planting',
    what: `Plant ${begun && begun.open > 0 ? 'the other ' : ''}${formatCount(begun?.open === 0 ? begun.set : work.plants)}, guard, mulch and water in`,
    why: 'Row by row, all of it on one day: a row half done is half eaten, and roots wait for nobody.',
    from,
    to,
    hours: work.hours,
    by: 'crew',
    who: crew.people.map(({ name }) => name),
    waits: before.filter(({ to: ends }) => ends < from).map(({ id }) => id),
    tools,
    caution: [caution, besideGrown(crew)].filter(Boolean).join(' ') || null,
    source: 'planting practice',
    ...(begun?.open === 0 && { state: 'done' as const, said: begun.last! }),
  };
}

/** Where children of the crew stand, and with whom; empty where there are none. */
function besideGrown({ people }: Crew): string {
  const children = people.flatMap(({ name, child }) => (child ? [name] : []));
  const theirs = Object.values(stationData.stations).flatMap(({ label, child }) =>
    child ? [label.toLowerCase()] : [],
  );
  return children.length === 0 ? '' : `${children.join(' and ')}: only beside somebody grown, at ${theirs.join(', ')}.`;
}

function deliveryTasks({ work, lots }: Run, mine: readonly BillLine[], ledger: Ledger): Task[] {
  const wanted = new Map<string, number>();
  return lots.map(({ stock, name, plants: places, on, planted, lost }, n): Task => {
    const bought = mine.filter(({ key }) => key.split('|')[1] === stock);
    const of = linesFor(bought, ledger);
    // What comes is what is ordered, spares counted in: each lot its share of it, all lots the whole.
    const share = bought.length > 0 ? sumOf(bought, 'count') / sumOf(bought, 'wanted') : 1;
    const before = wanted.get(stock) ?? 0;
    wanted.set(stock, before + places);
    const plants = Math.round((before + places) * share) - Math.round(before * share);
    const came = of.lines.flatMap(({ checks }) => checks.map((one) => one.on)).sort();
    const here = of.open === 0 && came.length > 0 && of.lines.every(({ toCome }) => toCome === 0);
    const { way } = holdFor(kindOf(stock));
    return {
      ...plain,
      id: taskId(
        `come-${stock}`,
        work.planting,
        work.phase,
        0,
        lots.slice(0, n).filter((lot) => lot.stock === stock).length,
      ),
      rule: 'come',
      planting: work.planting,
      phase: work.phase,
      year: 0,
      group: 'delivery',
      what: plants === 1 ? `1 ${name} comes` : `${formatCount(plants)} ${many(name)} come`,
      why: `Planted by ${dayText(planted)}; ${holds.ways[way]!.label.toLowerCase()} they bear ${lost - on} days.`,
      from: on,
      to: on,
      hours: 0.5,
      by: 'supplier',
      who: [],
      waits: [],
      holds: lost,
      cost: 'Roots that lie longer than they bear are lost.',
      late: 'Heel in what cannot be planted in time.',
      tools: [],
      source: holds.source,
      ...(here && { state: 'done' as const, said: came.at(-1)! }),
    };
  });
}

const sumOf = (lines: readonly BillLine[], of: 'count' | 'wanted'): number =>
  lines.reduce((sum, line) => sum + line[of], 0);

/** What of these lines is still to buy, and the lines of placed orders that are for them. */
function linesFor(mine: readonly BillLine[], { orders }: Ledger) {
  const keys = new Set(mine.map(({ key }) => key));
  const [phase] = mine.map((line) => line.phase);
  const placed = orders.filter((order) => order.phase === null || order.phase === phase);
  return {
    open: mine.reduce((sum, { toBuy }) => sum + toBuy, 0),
    on: placed.filter(({ lines }) => lines.some(({ key }) => keys.has(key))).map(({ on }) => on),
    coming: placed
      .filter(({ lines }) => lines.some(({ key, toCome }) => keys.has(key) && toCome > 0))
      .map(({ on }) => on),
    lines: placed.flatMap(({ lines }) => lines.filter(({ key }) => keys.has(key))),
  };
}

/** Ordering the plants: done when nothing of them is left to buy; what is left is said, also where somebody says that it is done. */
function ordering(task: Task, mine: readonly BillLine[], ledger: Ledger): Task {
  const { open, on } = linesFor(mine, ledger);
  const begun = on.length > 0 || ledger.tasks.get(task.id)?.kind === 'done';
  if (open > 0) return begun ? { ...task, what: `${task.what}: ${formatCount(open)} still to buy` } : task;
  return on.length > 0
    ? { ...task, state: 'done', said: on.sort().at(-1)! }
    : { ...task, state: 'notNeeded', said: 'All of them are here already.' };
}

/** What goes before planting was done when the first plant stood, but for what each day of planting asks for again. */
const endedBefore = (task: Task, { begun }: Run): Task =>
  begun && isOpen(task) && (begun.open === 0 || !AGAIN.includes(task.rule))
    ? { ...task, state: 'done', said: begun.first! }
    : task;
const AGAIN: readonly string[] = ['marks', 'materials'];

/** Plants of a planting's phase that were ordered and are missing: how many were ordered, are sound, are to buy again. */
export interface Missing {
  readonly planting: string;
  readonly phase: number;
  readonly key: string;
  readonly name: string;
  readonly ordered: number;
  readonly kept: number;
  readonly toBuy: number;
}

/** How far the plants of each planting's phases are had. */
function suppliesOf(buying: readonly BillLine[], ledger: Ledger): Supply[] {
  const phases = new Map<string, BillLine[]>();
  for (const line of buying) {
    const key = `${line.planting} ${line.phase}`;
    phases.set(key, [...(phases.get(key) ?? []), line]);
  }
  return [...phases.values()].map((mine): Supply => {
    const { open, coming } = linesFor(mine, ledger);
    return {
      planting: mine[0]!.planting,
      phase: mine[0]!.phase,
      toBuy: open,
      coming: coming.length > 0 ? Math.max(...coming.map(dayOf)) : null,
    };
  });
}

const missingOf = (buying: readonly BillLine[], ledger: Ledger): Missing[] =>
  buying.flatMap((line): Missing[] => {
    const { lines } = linesFor([line], ledger);
    const lost = lines.reduce((sum, { short, refused, faulty }) => sum + short + refused + faulty, 0);
    if (line.toBuy === 0 || lost === 0) return [];
    return [
      {
        planting: line.planting,
        phase: line.phase,
        key: line.key,
        name: line.species!.common,
        ordered: lines.reduce((sum, { quantity }) => sum + quantity, 0),
        kept: lines.reduce((sum, { kept }) => sum + kept, 0),
        toBuy: line.toBuy,
      },
    ];
  });

/** 'bare-root whips', 'pots, about 4 L'. */
const many = (name: string): string => name.replace(/^[^,]+/, '$&s');

const dayText = (day: Day): string => new Date(day * 86_400_000).toISOString().slice(0, 10);

/** Steps left out at planting, each a task with what waiting costs. */
function debtTasks(ledger: Ledger, crew: Crew): Task[] {
  return ledger.left.map(({ planting, phase, step, plants, on, event }): Task => {
    const able = crew.able([], stationData.stations[step as StationKey]?.child);
    const { label, within, minutes, cost, tools } = debts.steps[step] ?? {
      label: step,
      within: 7,
      minutes: 1,
      cost: '',
      tools: [],
    };
    const since = dayOf(on);
    return {
      ...plain,
      id: taskId(`debt-${step}`, planting, phase, 0, 0) + `:${event}`,
      rule: 'debt',
      planting,
      phase,
      year: 0,
      group: 'debt',
      what: `${label}: ${formatCount(plants)} plants`,
      why: cost,
      from: since,
      to: since + within,
      hours: (minutes * plants) / 60,
      by: 'crew',
      who: able.map((i) => crew.people[i]!.name),
      waits: [],
      cost,
      tools,
      source: debts.source,
    };
  });
}

function asRecorded(task: Task, { tasks }: Ledger): Task {
  const known = tasks.get(task.id);
  if (!known) return task;
  if (known.kind === 'putOff') {
    const later = Math.max(0, dayOf(known.to) - task.from);
    return { ...task, state: 'putOff', said: known.reason, from: task.from + later, to: task.to + later };
  }
  return { ...task, state: known.kind, said: known.kind === 'done' ? known.on : known.reason };
}

/** What waits for a task that was put off goes with it, so far as it is not done: planting itself stays where it was set. */
function moved(tasks: readonly Task[]): Task[] {
  if (!tasks.some(({ state }) => state === 'putOff')) return [...tasks];
  const now = new Map(tasks.map((task) => [task.id, task]));
  const settle = (id: string): Task | undefined => {
    const task = now.get(id);
    if (!task || task.group !== 'before' || task.state !== 'open') return task;
    const after = task.waits
      .map((one) => settle(one))
      .filter((one) => (one !== undefined && one.state === 'putOff') || one?.said === 'moved');
    const least = Math.max(task.from, ...after.map((one) => one!.to + 1 + one!.wait));
    if (least > task.from) {
      const later = { ...task, from: least, to: task.to + least - task.from, said: 'moved' };
      now.set(id, later);
      return later;
    }
    return task;
  };
  return tasks.map(({ id }) => settle(id)!);
}
