import type { Day } from './day.ts';

export const GROUPS = ['before', 'delivery', 'planting', 'debt', 'care', 'off'] as const;
export type Group = (typeof GROUPS)[number];
/** Who does it: the crew, somebody at a desk, a licensed hand, a supplier. */
export type By = 'crew' | 'office' | 'licensed' | 'supplier';

/** A dated piece of work that follows from the plan. */
export interface Task {
  /** `rule:planting:phase:year:n`: the same work keeps it through edits of the plan, so that what was done hangs on it. */
  readonly id: string;
  readonly rule: string;
  readonly planting: string;
  readonly phase: number;
  /** Growing season after planting, 0 before. */
  readonly year: number;
  readonly group: Group;
  readonly what: string;
  readonly why: string;
  readonly from: Day;
  readonly to: Day;
  readonly hours: number;
  readonly by: By;
  /** Names of those of the crew who may do it. */
  readonly who: readonly string[];
  /** Tasks that must be done before it. */
  readonly waits: readonly string[];
  /** Days that must pass after it, and the last day for which it holds. */
  readonly wait: number;
  readonly holds: Day | null;
  /** What it costs if it is left, and what can still be done. */
  readonly cost: string | null;
  readonly late: string | null;
  /** The sign that it is time, and when this kind of work ends. */
  readonly sign: string | null;
  readonly stop: string | null;
  readonly tools: readonly string[];
  readonly caution: string | null;
  readonly source: string;
  readonly state: 'open' | 'done' | 'putOff' | 'notNeeded';
  /** Why it was put off or is not needed; the day on which it was done. */
  readonly said: string;
}

export const taskId = (rule: string, planting: string, phase: number, year: number, n: number): string =>
  `${rule}:${planting}:${phase}:${year}:${n}`;

/** Whether it is still to be done. */
export const isOpen = ({ state }: Pick<Task, 'state'>): boolean => state === 'open' || state === 'putOff';

/** Fills {names} of a sentence of the rules. */
export const filled = (sentence: string, words: Readonly<Record<string, string>>): string =>
  sentence.replace(/\{(\w+)\}/g, (_, name: string) => words[name] ?? '');

/** Tasks in the order of their days, then of their work. */
export const byDay = (a: Task, b: Task): number =>
  a.from - b.from || a.to - b.to || GROUPS.indexOf(a.group) - GROUPS.indexOf(b.group) || (a.id < b.id ? -1 : 1);
