import {
  CalendarDays,
  ChartSpline,
  ClipboardList,
  Grip,
  Mountain,
  ShoppingBasket,
  type LucideIcon,
} from 'lucide-react';
import type { ComponentType } from 'react';
import { later } from '../parts/later.ts';
import { onceJudged } from '../store/derived.ts';
import { RanksView } from '../views/ranks/RanksView.tsx';

/** A stage of the work: its place in the rail, its address, and what is shown there. */
export interface Stage {
  /** The word in its address, `/h/:holding/KEY`. */
  readonly key: string;
  readonly label: string;
  readonly Icon: LucideIcon;
  /** What of its address follows its key. */
  readonly rest: string;
  readonly View: ComponentType;
  /** What the top bar holds beside the holding: tabs of the plantings, tabs of its own, or how many plantings there are. */
  readonly tabs: 'plantings' | 'count' | ComponentType;
}

/** The stages in the order of the work; the digits are their keys. A new stage is a line here. */
export const STAGES: readonly Stage[] = [
  {
    key: 'ground',
    label: 'Ground',
    Icon: Mountain,
    rest: ':stop?',
    View: later(() => import('../views/ground/GroundView.tsx'), 'GroundView'),
    tabs: 'count',
  },
  { key: 'ranks', label: 'Ranks', Icon: Grip, rest: ':planting?', View: RanksView, tabs: 'plantings' },
  {
    key: 'years',
    label: 'Years',
    Icon: ChartSpline,
    rest: ':planting?',
    View: later(() => onceJudged(import('../views/years/YearsView.tsx')), 'YearsView'),
    tabs: 'plantings',
  },
  {
    key: 'order',
    label: 'Order',
    Icon: ShoppingBasket,
    rest: ':stop?/:planting?',
    View: later(() => onceJudged(import('../views/order/OrderView.tsx')), 'OrderView'),
    tabs: 'count',
  },
  {
    key: 'days',
    label: 'Days',
    Icon: CalendarDays,
    rest: ':stop?/:planting?',
    View: later(() => onceJudged(import('../views/days/DaysView.tsx')), 'DaysView'),
    tabs: later(() => onceJudged(import('../views/days/DaysTabs.tsx')), 'DaysTabs'),
  },
  {
    key: 'field',
    label: 'Field',
    Icon: ClipboardList,
    rest: ':stop?/:planting?',
    View: later(() => onceJudged(import('../views/field/FieldView.tsx')), 'FieldView'),
    tabs: 'plantings',
  },
];
