import { monthName } from '../ground/local-rules.ts';
import type { Note, Sheet, Table } from '../order/sheets/sheet.ts';
import { dateWords, monday, monthOf, spanWords, yearOf, type Day } from './day.ts';
import { isOpen, type Task } from './task.ts';

/** The calendar of a year from a day on, a table a month: on paper and in a spreadsheet. */
export function daysSheet(tasks: readonly Task[], names: ReadonlyMap<string, string>, title: string, from: Day): Sheet {
  const seen = tasks.filter((task) => task.state !== 'notNeeded' && task.to >= monday(from) && task.from < from + 366);
  const months = new Map<number, Task[]>();
  for (const task of seen) {
    const month = yearOf(task.from) * 12 + monthOf(task.from);
    months.set(month, [...(months.get(month) ?? []), task]);
  }
  const parts = [...months]
    .sort(([a], [b]) => a - b)
    .flatMap(([, all]): (Table | Note)[] => [
      {
        kind: 'table',
        name: `${monthName(monthOf(all[0]!.from))} ${yearOf(all[0]!.from)}`,
        head: ['Done', 'When', 'What', 'Where', 'Hours', 'Who'],
        rows: all.map((task) => [
          isOpen(task) ? '[  ]' : '[x]',
          task.from === task.to ? dateWords(task.from) : spanWords(task.from, task.to),
          task.what,
          names.get(task.planting) ?? '',
          Math.max(0.5, Math.round(task.hours * 2) / 2),
          task.who.length > 0
            ? task.who.join(', ')
            : { office: 'at a desk', licensed: 'a licensed hand', supplier: 'the supplier', crew: '' }[task.by],
        ]),
      },
      // Below the table: beside the work they would leave no room for it.
      ...mindOf(all).map((text): Note => ({ kind: 'note', text })),
    ]);
  return {
    title,
    intro: `${parts.length > 0 ? `From ${dateWords(from)} on. ` : ''}Days follow from the planting days, the place and the crew; ground and weather have the last word.`,
    parts: parts.length > 0 ? parts : [{ kind: 'note', text: 'No planting has a day yet.' }],
  };
}

/** Signs and cautions of a month's work, each once. */
const mindOf = (tasks: readonly Task[]): string[] => [
  ...new Set(
    tasks.flatMap(({ what, caution, sign }) => [
      ...(caution ? [`${what}: ${caution}`] : []),
      ...(sign ? [`${what}: ${sign}.`] : []),
    ]),
  ),
];
