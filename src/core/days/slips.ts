import type { Proposal } from '../holding/command.ts';
import { setStart } from '../holding/days-commands.ts';
import type { Holding } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import { formatCount } from '../units/quantities.ts';
import { capital } from '../units/text.ts';
import { dateWords, dayOf, dayWords, spanWords, textOf, type Day } from './day.ts';
import { crewOf, type Crew } from './crew.ts';
import { closedTimes } from './season.ts';
import { isClosed } from './calendar.ts';
import { crewBeside, firstFitting, readyFor } from './proposed.ts';
import { workHours, type Run } from './run.ts';
import { childShare } from '../means/work.ts';
import type { Plan } from './tasks.ts';
import { isOpen, type Task } from './task.ts';
import {
  fitsWindow,
  kindOf,
  kindsIn,
  nearestIn,
  plantKinds,
  sayWindow,
  windowsFor,
  type KindWindow,
} from './windows.ts';

type Fitting = Pick<KindWindow, 'from' | 'to'>;

/** Something of the calendar that does not fit: what, why with its dates, and what to do. */
export interface Slip {
  readonly id: string;
  readonly planting: string;
  readonly severity: 'fault' | 'caution' | 'note';
  readonly what: string;
  readonly why: string;
  /** The task that it is about; null where it is the planting day itself. */
  readonly task: string | null;
  readonly remedies: readonly Proposal[];
}

/** What of a plan's days does not fit, as it stands on a day: the most severe first. */
export function slipsOf({ runs, tasks, missing, crew, supplies, marks }: Plan, holding: Holding, today: Day): Slip[] {
  const ready = readyFor({ supplies, marks }, holding, today);
  const found = runs.flatMap((run) => {
    if (run.nobody) return [nobody(run, holding)];
    const mine = tasks.filter(({ planting, phase }) => planting === run.work.planting && phase === run.work.phase);
    const planted = mine.some(({ rule, state }) => rule === 'plant' && !isOpen({ state }));
    if (planted)
      return passed(
        mine.filter(({ group }) => group === 'care' || group === 'off'),
        today,
      );
    return [
      ...past(run, holding, today, { crew: () => crewBeside(runs, run, holding), ready: ready(run.work) }),
      ...short(run, missing),
      ...childAlone(run, crew),
      ...outside(run, holding, { crew: () => crewBeside(runs, run, holding), ready: ready(run.work) }),
      ...lots(run),
      ...early(run, mine, holding),
      ...passed(
        mine.filter(({ group }) => group === 'before'),
        today,
      ),
      ...nextNests(run, mine, holding),
    ];
  });
  const order = ['fault', 'caution', 'note'];
  return found.sort((a, b) => order.indexOf(a.severity) - order.indexOf(b.severity));
}

const nameOf = ({ laid }: Run): string => laid.planting.name;
const slipId = (kind: string, { work }: Run, more = ''): string =>
  `${kind}:${work.planting}:${work.phase}${more && `:${more}`}`;

/** Moves a phase to a day: the planting's own start moves by as much. */
function moveTo(run: Run, day: Day, holding: Holding, words = dateWords(day)): Proposal {
  const start = dayOf(holding.days.plantings.find(({ id }) => id === run.work.planting)!.start!);
  return {
    label: `Plant on ${words}`,
    command: setStart(run.work.planting, textOf(start + day - run.set), `planting day ${dateWords(day, false)}`),
  };
}

function nobody(run: Run, holding: Holding): Slip {
  const people = crewOf(holding);
  return {
    id: slipId('nobody', run),
    planting: run.work.planting,
    severity: 'fault',
    what: `Nobody is free to plant ${nameOf(run)}`,
    why: `${Math.round(run.work.hours)} hours are wanted from ${dateWords(run.set)} on, and within a year ${people.length === 1 ? 'the one person' : `the ${people.length} people`} of the crew do not have them. Give somebody days or hours under Crew.`,
    task: null,
    remedies: [],
  };
}

/** Days of a planting on which nobody but children would come: nothing is planted then. */
function childAlone(run: Run, crew: Crew): Slip[] {
  const days: Day[] = [];
  for (let day = run.set; day <= run.to; day++) if (crew.alone(day).length > 0) days.push(day);
  if (days.length === 0) return [];
  return [
    {
      id: slipId('child-alone', run),
      planting: run.work.planting,
      severity: 'note',
      what: `Nobody grown comes with ${crew.alone(days[0]!).join(' and ')} on ${dateWords(days[0]!, false)}`,
      why: `A child does not plant alone: ${days.length === 1 ? 'that day' : `on that day and ${days.length - 1} more`} no work is planned. Give somebody grown the day under Crew, or leave it out.`,
      task: null,
      remedies: [],
    },
  ];
}

function past(run: Run, holding: Holding, today: Day, free: Free): Slip[] {
  if (run.to >= today) return [];
  const next = run.begun ? null : firstFitting(run.work, holding, free.crew(), free.ready);
  return [
    {
      id: slipId('past', run),
      planting: run.work.planting,
      severity: 'fault',
      what: run.begun
        ? `${formatCount(run.work.plants)} of ${nameOf(run)} are still to be planted`
        : `${nameOf(run)} was to be planted on ${dateWords(run.set)}`,
      why: run.begun
        ? `${formatCount(run.begun.set)} stand; the rest were to follow on ${dateWords(run.from)}, and that day has passed. Plant them and say so in the field, or say there that they are left out.`
        : `That day has passed and nothing says that it was done. Tick it under Due this week, or set another day.`,
      task: null,
      remedies: next === null ? [] : [moveTo(run, next, holding)],
    },
  ];
}

/** Plants that were ordered, and of which too few came or are sound. */
function short(run: Run, missing: Plan['missing']): Slip[] {
  return missing
    .filter(({ planting, phase }) => planting === run.work.planting && phase === run.work.phase)
    .map(({ key, name, ordered, kept, toBuy }) => ({
      id: slipId('short', run, key),
      planting: run.work.planting,
      severity: 'fault' as const,
      what: `${formatCount(toBuy)} ${name} are missing for ${nameOf(run)}`,
      why: `${formatCount(ordered)} were ordered and ${formatCount(kept)} of them are here and sound. Order the rest under Order, Suppliers; take a substitute that can be had under Plants; or plant what is here and leave the others open in the field.`,
      task: null,
      remedies: [],
    }));
}

/** Stock that is planted out of its time. */
function outside(run: Run, holding: Holding, free: Free): Slip[] {
  const kinds = kindsIn(run.work);
  return kinds.flatMap((kind): Slip[] => {
    const { label, why } = plantKinds[kind]!;
    const from = fitsWindow(kind, holding, run.from);
    if (from.in && run.to <= from.in.to) return [];
    const near = [from.before, from.next].filter((one) => one !== null);
    const plants = run.work.stocks.reduce((sum, one) => sum + (kindOf(one.stock) === kind ? one.plants : 0), 0);
    const none = near.length === 0;
    const days = none ? [] : eitherWay(run, from.in ?? from.before, holding, free);
    return [
      {
        id: slipId('window', run, kind),
        planting: run.work.planting,
        severity: kind === 'bare' || none ? 'fault' : 'caution',
        what: none
          ? `${label} have no time here`
          : `${label} are not planted ${run.from === run.to ? `on ${dateWords(run.from, false)}` : `from ${spanWords(run.from, run.to)}`}`,
        why: none
          ? `${formatCount(plants)} of ${nameOf(run)} are such: ${why}. Without frost plant pots as the rains come; choose other stock under Ranks.`
          : `${formatCount(plants)} of ${nameOf(run)} are such: ${why}. Here that is ${windowsFor(kind, holding, run.from).map(sayWindow).join('; ') || near.map(sayWindow).join('; ')}.`,
        task: null,
        remedies: days.map((day) => moveTo(run, day, holding)),
      },
    ];
  });
}

/** Hands beside those of all other runs, and the first day on which a run's plants can be there. */
interface Free {
  crew(): Crew;
  readonly ready: Day;
}

/** The days nearest to when a run was to be planted from which it ends in its time: before it and after it, none before its plants can be there. */
function eitherWay(run: Run, window: Fitting | null, holding: Holding, { crew, ready }: Free): Day[] {
  const free = crew();
  const able = free.able([], true);
  const back = (): Day | null => {
    if (!window) return null;
    for (let day = nearestIn(window, run.from); day >= Math.max(ready, window.from); day--) {
      const last = free.span(able, day, workHours(run.work, holding), childShare(run.work))?.at(-1)?.day;
      if (last !== undefined && last <= window.to) return day;
    }
    return null;
  };
  const days = [back(), firstFitting(run.work, holding, free, Math.max(ready, run.from))];
  return [...new Set(days)].filter((day) => day !== null);
}

/** What comes in several lots, because it would lie longer than it bears. */
function lots({ lots: all, work, ...run }: Run): Slip[] {
  return [...new Set(all.map(({ stock }) => stock))].flatMap((stock): Slip[] => {
    const mine = all.filter((one) => one.stock === stock);
    if (mine.length < 2) return [];
    return [
      {
        id: slipId('lots', { ...run, lots: all, work }, stock),
        planting: work.planting,
        severity: 'note',
        what: `${capital(mine[0]!.name.replace(/^[^,]+/, '$&s'))} come in ${mine.length} lots`,
        why: `Together they would lie longer than the ${mine[0]!.lost - mine[0]!.on} days that they bear: ${mine.map(({ plants, on }) => `${formatCount(plants)} on ${dateWords(on, false)}`).join(', ')}.`,
        task: null,
        remedies: [],
      },
    ];
  });
}

/** Marks that will have run out on the day, or were asked for too early to hold. */
function early(run: Run, mine: readonly Task[], holding: Holding): Slip[] {
  const asks = mine.filter(({ rule }) => rule === 'marks');
  const [first] = asks;
  if (!first || asks.length < 2) return [];
  return [
    {
      id: slipId('marks', run),
      planting: run.work.planting,
      severity: 'caution',
      what: 'The marks will have run out',
      why: `They hold until ${dateWords(first.holds!)}, and it is dug until ${dateWords(run.to)}. Ask again by ${dayWords(asks[1]!.to)}: ${Math.round(settingOf(holding, 'marks.clear'))} clear working days.`,
      task: asks[1]!.id,
      remedies: [],
    },
  ];
}

/** Days that have passed with the work undone: what it costs, and what can still be done. */
function passed(tasks: readonly Task[], today: Day): Slip[] {
  return tasks
    .filter((task) => isOpen(task) && task.to < today)
    .map((task) => ({
      id: `late:${task.id}`,
      planting: task.planting,
      severity:
        task.rule === 'marks' || task.rule === 'fence' || task.rule === 'order'
          ? ('fault' as const)
          : ('caution' as const),
      what: `${task.what}: the day has passed`,
      why: `It was to be done by ${dateWords(task.to)}. ${task.cost ? `Left undone: ${task.cost.charAt(0).toLowerCase()}${task.cost.slice(1)} ` : ''}${task.late ?? task.why}`,
      task: task.id,
      remedies: [],
    }));
}

/** Clearing that has no open day left before planting. */
function nextNests(run: Run, mine: readonly Task[], holding: Holding): Slip[] {
  const { closed, said } = closedTimes(holding);
  return mine
    .filter((task) => task.rule === 'clear' && isOpen(task) && closed.some((one) => isClosed(task.to, one)))
    .map((task) => ({
      id: slipId('closed', run, task.rule),
      planting: run.work.planting,
      severity: 'fault' as const,
      what: `${task.what} falls in the closed time`,
      why: `All the year is closed by ${said}. Nothing is cleared then; plant round what grows.`,
      task: task.id,
      remedies: [],
    }));
}

/** What moves with a task that is put off by so many days: those that wait for it and would begin too early. */
export function movesWith(tasks: readonly Task[], id: string, to: Day): readonly Task[] {
  const task = tasks.find((one) => one.id === id);
  if (!task) return [];
  const end = to + (task.to - task.from) + task.wait;
  const next = tasks.filter((one) => isOpen(one) && one.waits.includes(id) && one.from <= end);
  return [
    ...new Set(next.flatMap((one) => [one, ...(one.group === 'before' ? movesWith(tasks, one.id, end + 1) : [])])),
  ];
}
