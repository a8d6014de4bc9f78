import { useMemo } from 'react';
import { kept } from '../../../core/derived/derived.ts';
import { monday, dayOf, type Day } from '../../../core/days/day.ts';
import { slipsOf, type Slip } from '../../../core/days/slips.ts';
import { planDays, type Plan } from '../../../core/days/tasks.ts';
import { isOpen, type Task } from '../../../core/days/task.ts';
import { WeatherAnswer } from '../../../core/days/weather.ts';
import type { Holding } from '../../../core/holding/schema.ts';
import type { Ledger } from '../../../core/record/ledger.ts';
import { useWorked, type Worked } from '../../store/derived.ts';
import { useLedger } from '../../store/record.ts';
import { today } from '../../store/today.ts';
import { useStandin } from '../../store/use-standin.ts';

/** The calendar of a holding as the record leaves it. */
const planOf = kept(function planOf({ holding, all }: Worked, ledger: Ledger): Plan {
  return planDays(holding, all, ledger);
});

export interface Days {
  readonly worked: Worked;
  readonly plan: Plan;
  readonly slips: readonly Slip[];
  readonly today: Day;
}

export function useDays(): Days {
  const worked = useWorked();
  const ledger = useLedger();
  const now = dayOf(today());
  return useMemo(() => {
    const plan = planOf(worked, ledger);
    return { worked, plan, slips: slipsOf(plan, worked.holding, now), today: now };
  }, [worked, ledger, now]);
}

/** What is to be done in the week of a day, and what of earlier weeks is still open. */
export function dueIn(tasks: readonly Task[], day: Day): { late: Task[]; due: Task[]; done: Task[] } {
  const [from, to] = [monday(day), monday(day) + 6];
  return {
    late: tasks.filter((task) => isOpen(task) && task.to < from && task.to > from - 400),
    due: tasks.filter((task) => isOpen(task) && task.from <= to && task.to >= from),
    done: tasks.filter(
      (task) =>
        !isOpen(task) &&
        ((task.from <= to && task.to >= from) ||
          (task.state === 'done' && dayOf(task.said) >= from && dayOf(task.said) <= to)),
    ),
  };
}

/** The weather of the place, simulated, with what can be said where it does not answer. */
export function useWeather(holding: Holding) {
  const { latitude, longitude } = holding.place;
  return useStandin(WeatherAnswer, `weather?latitude=${latitude}&longitude=${longitude}&today=${today()}`, true);
}
