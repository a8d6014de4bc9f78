import { dayOf, textOf, type Day } from '../days/day.ts';
import { lineOf, bestHands } from '../days/line.ts';
import { slipsOf } from '../days/slips.ts';
import { planDays } from '../days/tasks.ts';
import type { Task } from '../days/task.ts';
import type { Holding } from '../holding/schema.ts';
import { layHolding } from '../ranks/laid.ts';
import { asFound } from '../record/as-found.ts';
import type { RecordEvent } from '../record/events.ts';
import { ledgerOf } from '../record/ledger.ts';
import { Unreadable } from '../files/problems.ts';
import { tasksIcs } from '../files/ics.ts';

const round = (value: number, digits: number): number => Number(value.toFixed(digits));

/** A task as it is printed: days as text. */
const printed = ({ from, to, holds, hours, ...task }: Task) => ({
  ...task,
  from: textOf(from),
  to: textOf(to),
  holds: holds === null ? null : textOf(holds),
  hours: round(hours, 2),
});

/** Tasks, runs and what does not fit, as the app tells them on a day. */
export function daysOf(stored: Holding, events: readonly RecordEvent[], on: Day): object {
  const ledger = ledgerOf(events);
  const holding = asFound(stored, ledger);
  const plan = planDays(holding, layHolding(holding), ledger);
  return {
    on: textOf(on),
    crew: plan.crew.people.map(({ name }) => name),
    plantings: plan.runs.map((run) => ({
      planting: run.laid.planting.name,
      phase: run.work.phase,
      plants: run.work.plants,
      hours: round(run.work.hours, 2),
      from: run.nobody ? null : textOf(run.from),
      to: run.nobody ? null : textOf(run.to),
      days: run.days.map(({ day, hours }) => ({ day: textOf(day), hours: round(hours, 2) })),
      lots: run.lots.map(({ stock, plants, on: comes, planted, lost }) => ({
        stock,
        plants,
        on: textOf(comes),
        planted: textOf(planted),
        lost: textOf(lost),
      })),
      line: lineOf(run.work, bestHands(run.work, plan.crew.able([]).length)).stations.map(
        ({ key, hands, minutes }) => ({
          station: key,
          hands: round(hands, 3),
          minutes: round(minutes, 1),
        }),
      ),
    })),
    tasks: plan.tasks.map(printed),
    slips: slipsOf(plan, holding, on).map(({ remedies, ...slip }) => ({
      ...slip,
      remedies: remedies.map(({ label }) => label),
    })),
  };
}

/** Every task as an iCalendar file. */
export function icsOf(stored: Holding, events: readonly RecordEvent[], on: Day): string {
  const ledger = ledgerOf(events);
  const holding = asFound(stored, ledger);
  const { tasks } = planDays(holding, layHolding(holding), ledger);
  if (tasks.length === 0)
    throw new Unreadable(`${holding.name} has no planting day. Set one under Days, then write its calendar.`);
  return tasksIcs(tasks, {
    title: holding.name,
    names: new Map(holding.plantings.map(({ id, name }) => [id, name])),
    stamped: on,
  });
}

/** The day that a person wrote after `--on`. */
export function dayAsked(text: string | undefined): Day {
  if (
    text === undefined ||
    !/^\d{4}-\d{2}-\d{2}$/.test(text) ||
    !Number.isFinite(dayOf(text)) ||
    textOf(dayOf(text)) !== text
  )
    throw new Unreadable('--on wants a day, such as --on 2027-03-14.');
  return dayOf(text);
}
