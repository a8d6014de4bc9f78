import type { Day } from '../../../core/days/day.ts';
import { isOpen, type Task } from '../../../core/days/task.ts';

/** A bar of the picture, with its word beside it. */
export interface Bar {
  readonly key: string;
  readonly what: string;
  readonly from: Day;
  readonly to: Day;
  readonly group: Task['group'];
  readonly open: boolean;
  readonly late: boolean;
  /** Row of its lane, from 0. */
  readonly row: number;
  /** Its word stands before it: after it there is no room left in the picture. */
  readonly before: boolean;
  readonly tasks: readonly Task[];
}

/** Width of a letter of the labels, pixels. */
const LETTER = 6.1;

/** Lays bars into as few rows as let every word stand clear of the next bar. `far` in pixels a day. */
function packed(bars: readonly Omit<Bar, 'row' | 'before'>[], far: number, first: Day, last: Day): Bar[] {
  const ends: number[] = [];
  return bars.map((bar): Bar => {
    const at = Math.max(bar.from, first) * far;
    const end = Math.max((Math.min(bar.to, last) + 1) * far, at + 4);
    const word = 8 + bar.what.length * LETTER;
    const before = end + word > (last + 1) * far && at - word > first * far;
    let row = ends.findIndex((one) => one <= (before ? at - word : at));
    if (row < 0) row = ends.length;
    ends[row] = before ? end + 6 : end + word + 6;
    return { ...bar, row, before };
  });
}

/** Bars of the tasks of one planting between two days: each by itself, or over years all of one kind as one. */
export function barsOf(
  tasks: readonly Task[],
  { first, last, far, today, years }: { first: Day; last: Day; far: number; today: Day; years: boolean },
): Bar[] {
  const seen = tasks.filter(
    ({ from, to, state, rule }) => to >= first && from <= last && state !== 'notNeeded' && rule !== 'plant',
  );
  const late = (task: Task) => isOpen(task) && task.to < today;
  if (!years)
    return packed(
      seen.map((task) => ({
        key: task.id,
        what: task.what,
        from: task.from,
        to: task.to,
        group: task.group,
        open: isOpen(task),
        late: late(task),
        tasks: [task],
      })),
      far,
      first,
      last,
    );
  const kinds = new Map<string, Task[]>();
  for (const task of seen) kinds.set(task.what, [...(kinds.get(task.what) ?? []), task]);
  return packed(
    [...kinds]
      .map(([what, all]) => ({
        key: all[0]!.id,
        what: all.length > 1 ? `${what}, ${all.length} times` : what,
        from: Math.min(...all.map(({ from }) => from)),
        to: Math.max(...all.map(({ to }) => to)),
        group: all[0]!.group,
        open: all.some(isOpen),
        late: all.some(late),
        tasks: all,
      }))
      .sort((a, b) => a.from - b.from),
    far,
    first,
    last,
  );
}
