import type { ReactNode } from 'react';
import { SMALL_PLAN, type SmallPlan as Plan } from '../../core/ranks/small-plan.ts';

/** A holding's plan the size of a stamp: its ground as lines, its plants as dots, north up. */
export function SmallPlan({ plan, children }: { plan: Plan; children?: ReactNode }) {
  const { ground, boundary, plants } = plan;
  const dots = Array.from({ length: plants.length / 2 }, (_, i) => `M${plants[2 * i]} ${plants[2 * i + 1]}h0`).join('');
  return (
    <svg className="small-plan" viewBox={`0 0 ${SMALL_PLAN} ${SMALL_PLAN}`} aria-hidden="true">
      <path className="small-ground" d={ground} />
      <path className="small-boundary" d={boundary} />
      <path className="small-plants" d={dots} />
      {children}
    </svg>
  );
}
