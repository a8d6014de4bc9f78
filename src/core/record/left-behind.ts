import type { LeftBehind } from '../holding/migrations.ts';
import type { Happened, RecordEvent } from './events.ts';

/** The device that events of before the record are said to come from. */
const BEFORE = 'before-the-record';

/** What an older plan kept of what had happened, as events. The same plan gives the same events, so that reading it twice records it once. */
export function eventsLeft({ seen, asked, marks }: LeftBehind): RecordEvent[] {
  const all: { readonly name: string; readonly on: string | null; readonly happened: Happened }[] = [
    ...seen.map(({ item, on, note }) => ({
      name: `seen-${item}`,
      on,
      happened: { kind: 'seen' as const, body: { item, on, note } },
    })),
    ...(asked
      ? [
          {
            name: `asked-${asked.reference}`,
            on: asked.on,
            happened: {
              kind: 'marksAsked' as const,
              body: { reference: asked.reference, on: asked.on, services: [...asked.services] },
            },
          },
        ]
      : []),
    ...marks.map(({ service, name, line, on }) => ({
      name: `marked-${service}`,
      on,
      happened: {
        kind: 'marked' as const,
        body: {
          reference: '',
          on,
          marks: [{ service, name, line: line && line.map(([x, y]): [number, number] => [x, y]) }],
        },
      },
    })),
  ];
  return all.map(({ name, on, happened }, seq) => ({
    id: `${BEFORE}-${name}`,
    device: BEFORE,
    seq,
    at: `${on ?? '2000-01-01'}T12:00:00Z`,
    by: '',
    ...happened,
  }));
}
