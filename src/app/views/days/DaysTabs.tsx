import { NavLink } from 'react-router';
import { STOPS } from './stops.ts';
import { dueIn, useDays } from './use-days.ts';

/** The pages of Days in the top bar, with how much is due. */
export function DaysTabs() {
  const { worked, plan, today } = useDays();
  const { due, late } = dueIn(plan.tasks, today);
  return STOPS.map(({ key, label }) => (
    <NavLink key={key} to={`/h/${worked.holding.id}/days/${key}`}>
      {label}
      {key === 'week' && due.length + late.length > 0 ? ` ${due.length + late.length}` : ''}
    </NavLink>
  ));
}
