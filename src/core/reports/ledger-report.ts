import type { RecordEvent } from '../record/events.ts';
import { ledgerOf } from '../record/ledger.ts';
import { sorted } from '../record/lines.ts';
import { stateOf } from '../record/planted.ts';

/** The folded record as JSON in one canonical order: the same events, in whatever order they came, give the same text. */
export function ledgerText(events: readonly RecordEvent[]): string {
  const { seen, tasks, planted, ...rest } = ledgerOf(events);
  return sorted(
    {
      ...rest,
      seen: Object.fromEntries(seen),
      tasks: Object.fromEntries(tasks),
      planted: Object.fromEntries(
        [...planted].map(([planting, { peggings, said, notes }]) => [
          planting,
          {
            pegged: peggings.at(-1)?.id ?? null,
            letter: peggings.at(-1)?.body.letter ?? null,
            notes: notes.map(({ id, at, by, body }) => ({ id, at, by, ...body })),
            plants: Object.fromEntries(
              [...said].map(([label, sayings]) => {
                const { last, differs, ...state } = stateOf(sayings);
                return [
                  label,
                  {
                    ...state,
                    at: last!.at,
                    by: last!.by,
                    saidDifferently: differs.map(({ side, sayings: each }) => ({
                      side,
                      events: each.map(({ id }) => id),
                    })),
                  },
                ];
              }),
            ),
          },
        ]),
      ),
    },
    1,
  );
}
