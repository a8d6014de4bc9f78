import { EventSchema, type RecordEvent } from './events.ts';

/** A record as text: one event a line. */
export const writeEvents = (events: readonly RecordEvent[]): string =>
  events.map((event) => `${JSON.stringify(event)}\n`).join('');

export interface ReadEvents {
  readonly events: readonly RecordEvent[];
  /** What could not be read, a sentence for each line; the others are read all the same. */
  readonly problems: readonly string[];
}

/** Reads a record line by line. `name` is the file that problems are said of. */
export function readEvents(text: string, name: string): ReadEvents {
  const events: RecordEvent[] = [];
  const problems: string[] = [];
  text.split(/\r?\n/).forEach((written, i) => {
    if (written.trim() === '') return;
    const problem = (what: string) =>
      problems.push(`Line ${i + 1} of ${name} ${what}. The other lines are kept; ask its sender for a fresh copy.`);
    try {
      const parsed = EventSchema.safeParse(JSON.parse(written));
      if (parsed.success) events.push(parsed.data);
      else {
        const [issue] = parsed.error.issues;
        problem(`is not an event that this Close Rank knows (${issue!.path.join('.') || 'kind'}: ${issue!.message})`);
      }
    } catch {
      problem('is not whole');
    }
  });
  return { events, problems };
}
