import FlatQueue from 'flatqueue';
import { bisector } from 'd3-array';
import type { RecordEvent } from './events.ts';

/**
 * The one order in which events are read: each after those it was made knowing of, whatever the clocks said, and by the
 * clock where neither knew of the other. A device knows what it recorded before (`seq`), what the other devices had
 * recorded so far (`knows`), and what it names (`over`). Those that wait for each other in a circle, which nobody can
 * have made, come last, by the clock alone. The same events in any order give the same order; n log n.
 */
export function inOrder(events: readonly RecordEvent[]): RecordEvent[] {
  const nodes = events.map((one): Node => ({ one, when: Date.parse(one.at), waits: 0, after: [] })).sort(byClock);
  if (!tied(nodes)) return nodes.map(({ one }) => one);
  const ready = new FlatQueue<number>();
  nodes.forEach(({ waits }, place) => waits === 0 && ready.push(place, place));
  const ordered: RecordEvent[] = [];
  for (let next = ready.pop(); next !== undefined; next = ready.pop()) {
    const { one, after } = nodes[next]!;
    ordered.push(one);
    for (const place of after) if (--nodes[place]!.waits === 0) ready.push(place, place);
  }
  return ordered.length < nodes.length
    ? [...ordered, ...nodes.flatMap(({ one, waits }) => (waits > 0 ? [one] : []))]
    : ordered;
}

interface Node {
  readonly one: RecordEvent;
  /** The instant its clock showed, milliseconds. */
  readonly when: number;
  /** How many events it comes after that are not placed yet, and the places by the clock of those that come after it. */
  waits: number;
  readonly after: number[];
}

const text = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);
const byClock = (a: Node, b: Node): number =>
  a.when - b.when || text(a.one.device, b.one.device) || a.one.seq - b.one.seq || text(a.one.id, b.one.id);

/** Ties each event to those it knew of; false where the clocks agree with what was known, as they mostly do. */
function tied(nodes: readonly Node[]): boolean {
  const devices = new Map<string, number[]>();
  const places = new Map<string, number>();
  nodes.forEach(({ one: { device, id } }, place) => {
    const known = devices.get(device);
    if (known) known.push(place);
    else devices.set(device, [place]);
    places.set(id, place);
  });
  const seqOf = (place: number) => nodes[place]!.one.seq;
  let against = false;
  const tie = (before: number | undefined, after: number) => {
    if (before === undefined || before === after) return;
    nodes[before]!.after.push(after);
    nodes[after]!.waits++;
    against ||= before > after;
  };
  for (const own of devices.values()) {
    own.sort((a, b) => seqOf(a) - seqOf(b) || a - b);
    // Of one count there is one, but where a device was copied whole: those know nothing of each other.
    let before: number | undefined;
    own.forEach((place, i) => {
      if (i > 0 && seqOf(own[i - 1]!) < seqOf(place)) before = own[i - 1];
      tie(before, place);
    });
  }
  nodes.forEach(({ one }, place) => {
    for (const [device, seq] of Object.entries(one.knows ?? {})) {
      const theirs = devices.get(device) ?? [];
      tie(theirs[bisector(seqOf).right(theirs, seq) - 1], place);
    }
    for (const id of namedBy(one)) tie(places.get(id), place);
  });
  return against;
}

const namedBy = ({ body }: RecordEvent): readonly string[] => ('over' in body ? body.over : []);

/** How far each other device had come in a record: what an event that `device` makes now knows of. */
export function knownIn(events: readonly RecordEvent[], device: string): Record<string, number> {
  const knows = new Map<string, number>();
  for (const one of events)
    if (one.device !== device) knows.set(one.device, Math.max(one.seq, knows.get(one.device) ?? 0));
  return Object.fromEntries(knows);
}
