import { textOf, dayOf } from '../../src/core/days/day.ts';
import { planDays } from '../../src/core/days/tasks.ts';
import { slipsOf } from '../../src/core/days/slips.ts';
import { take } from '../../src/core/holding/command.ts';
import { setStart } from '../../src/core/holding/days-commands.ts';
import type { Holding } from '../../src/core/holding/schema.ts';
import { layHolding } from '../../src/core/ranks/laid.ts';
import { NO_LEDGER } from '../../src/core/record/ledger.ts';
import { belt } from './holdings.ts';
import { line, median, type Line } from './tell.ts';

const START = dayOf('2027-03-01');

/** So many plantings of 60 plants, a day apart. */
export function dated(plantings: number): Holding {
  const {
    plantings: [one],
    ...holding
  } = belt(60);
  const all = Array.from({ length: plantings }, (_, n) => ({
    ...one!,
    id: `b${n}`,
    name: `Belt ${n}`,
    rows: one!.rows.map((row) => ({ ...row, id: `b${n}${row.id}` })),
  }));
  return {
    ...holding,
    plantings: all,
    days: {
      ...holding.days,
      plantings: all.map(({ id }, n) => ({ id, start: textOf(START + n), way: 'hand', hands: {} })),
    },
  };
}

/** The calendar of many plantings over twelve years, and what a planting day that is dragged costs. */
export function days(): Line[] {
  const holding = dated(30);
  const all = layHolding(holding);
  const tasks = planDays(holding, all, NO_LEDGER).tasks.length;
  const moved = (base: Holding, i: number) => take(base, setStart('b0', textOf(START + (i % 20)), '')).holding;
  // A new holding each time, as an edit makes: what follows from the plan alone is kept, the days are not.
  const whole = median((i) => planDays(moved(holding, i), all, NO_LEDGER));
  const few = dated(5);
  const laid = layHolding(few);
  planDays(few, laid, NO_LEDGER);
  const drag = median((i) => {
    const now = moved(few, i);
    slipsOf(planDays(now, laid, NO_LEDGER), now, START - 100);
  });
  return [
    line(`tasks of 30 plantings over 12 years: ${tasks}`, `${whole.toFixed(1)} ms`, 'under 50 ms', whole < 50),
    line(
      'a planting day dragged, 5 plantings: command, tasks, what does not fit',
      `${drag.toFixed(1)} ms`,
      'one frame, 16 ms',
      drag < 16,
    ),
  ];
}
