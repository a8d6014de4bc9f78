import type { Holding } from '../holding/schema.ts';
import type { Laid } from '../ranks/laid.ts';
import { asPlanted } from '../record/as-planted.ts';
import type { Ledger } from '../record/ledger.ts';
import { formatCount, inUnits, type UnitSystem } from '../units/quantities.ts';
import { beforeTasks, type MarksKnown } from './before.ts';
import { careTasks } from './care.ts';
import { Crew } from './crew.ts';
import { dayOf, type Day } from './day.ts';
import { factsOf, type Facts } from './facts.ts';
import { holds, holdFor } from './hold.ts';
import { debts } from './rules.ts';
import { runsOf, type Run } from './run.ts';
import { holidaysOf } from './season.ts';
import { byDay, taskId, type Task } from './task.ts';

/** How far the calendar looks ahead, years. */
export const YEARS_AHEAD = 12;

/** A holding's calendar: every phase that has a day, and all that hangs on it. */
export interface Plan {
  readonly runs: readonly Run[];
  readonly tasks: readonly Task[];
  readonly crew: Crew;
}

/** Tasks of a holding, dated, in the order of their days, as the record leaves them. */
export function planDays(holding: Holding, all: readonly Laid[], ledger: Ledger, years = YEARS_AHEAD): Plan {
  const holidays = holidaysOf(holding);
  const crew = new Crew(holding, holidays);
  const standing = all.flatMap(({ planting, layout }) =>
    layout.stand.count > 0 ? [{ planting: asPlanted(planting, ledger), layout }] : [],
  );
  const runs = runsOf(holding, standing, crew, holidays);
  const marks = marksKnown(ledger);
  const tasks = runs.flatMap((run) => {
    if (run.nobody) return [];
    const facts = factsOf(run.laid, holding);
    const before = beforeTasks(run, facts, holding, crew, holidays, marks);
    const came = deliveryTasks(run);
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

/** Planting itself, with everything that must be there before. */
function plantTask({ work, from, to }: Run, before: readonly Task[], { tools, caution }: Facts, crew: Crew): Task {
  return {
    ...plain,
    id: taskId('plant', work.planting, work.phase, 0, 0),
    rule: 'plant',
    planting: work.planting,
    phase: work.phase,
    year: 0,
    group: 'planting',
    what: `Plant ${formatCount(work.plants)}, guard, mulch and water in`,
    why: 'Row by row, all of it on one day: a row half done is half eaten, and roots wait for nobody.',
    from,
    to,
    hours: work.hours,
    by: 'crew',
    who: crew.people.map(({ name }) => name),
    waits: before.filter(({ to: ends }) => ends < from).map(({ id }) => id),
    tools,
    caution,
    source: 'planting practice',
  };
}

function deliveryTasks({ work, lots }: Run): Task[] {
  return lots.map(({ stock, name, plants, on, planted, lost }, n): Task => {
    const { kind } = work.stocks.find((one) => one.stock === stock)!;
    const { way } = holdFor(kind);
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
    };
  });
}

/** 'bare-root whips', 'pots, about 4 L'. */
const many = (name: string): string => name.replace(/^[^,]+/, '$&s');

const dayText = (day: Day): string => new Date(day * 86_400_000).toISOString().slice(0, 10);

/** Steps left out at planting, each a task with what waiting costs. */
function debtTasks(ledger: Ledger, crew: Crew): Task[] {
  const able = crew.able([], true);
  return ledger.left.map(({ planting, phase, step, plants, on, event }): Task => {
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
