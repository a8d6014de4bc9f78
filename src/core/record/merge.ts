import type { RecordEvent } from './events.ts';
import { inOrder } from './events.ts';

/** Records of several devices as one: each event once, in the order in which they happened; and those that contradict an event of the same id. */
export interface Merged {
  readonly events: readonly RecordEvent[];
  /** Events that carry the id of another with another content: the one that sorts first is kept, these are left out. */
  readonly refused: readonly RecordEvent[];
}

/** The union by id: commutative, associative, and the same however often it is done. */
export function merge(...records: readonly (readonly RecordEvent[])[]): Merged {
  const byId = new Map<string, RecordEvent>();
  const refused: RecordEvent[] = [];
  for (const event of records.flat()) {
    const known = byId.get(event.id);
    if (!known) byId.set(event.id, event);
    else {
      const [a, b] = [sorted(known), sorted(event)];
      if (a === b) continue;
      refused.push(a < b ? event : known);
      if (b < a) byId.set(event.id, event);
    }
  }
  return { events: inOrder([...byId.values()]), refused };
}

/** A value as text, its keys in one order. */
export function sorted(value: unknown, indent?: number): string {
  return JSON.stringify(
    value,
    (_, part: unknown) =>
      part !== null && typeof part === 'object' && !Array.isArray(part)
        ? Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : 1)))
        : part,
    indent,
  );
}
