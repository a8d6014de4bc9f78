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
  const clock = events
    .map((one): Node => ({ one, when: Date.parse(one.at) }))
    .sort(byClock)
    .map(({ one }) => one);
  const ties = tiesOf(clock);
  if (!ties) return clock;
  const waits = new Uint32Array(clock.length);
  const after = new Map<number, number[]>();
  for (const [before, place] of ties) {
    waits[place]!++;
    const known = after.get(before);
    if (known) known.push(place);
    else after.set(before, [place]);
  }
  const ready = new FlatQueue<number>();
  waits.forEach((n, place) => n === 0 && ready.push(place, place));
  const ordered: RecordEvent[] = [];
  for (let next = ready.pop(); next !== undefined; next = ready.pop()) {
    ordered.push(clock[next]!);
    for (const place of after.get(next) ?? []) if (--waits[place]! === 0) ready.push(place, place);
  }
  return ordered.length < clock.length ? [...ordered, ...clock.filter((_, place) => waits[place]! > 0)] : ordered;
}

interface Node {
  readonly one: RecordEvent;
  /** The instant its clock showed, milliseconds. */
  readonly when: number;
}

const text = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);
const byClock = (a: Node, b: Node): number =>
  a.when - b.when || text(a.one.device, b.one.device) || a.one.seq - b.one.seq || text(a.one.id, b.one.id);

/** Which events come after which, as places in the order of the clock; null where the clock agrees with all of it, as it mostly does. */
function tiesOf(clock: readonly RecordEvent[]): [before: number, after: number][] | null {
  const devices = new Map<string, number[]>();
  const places = new Map<string, number>();
  clock.forEach(({ device, id }, place) => {
    const known = devices.get(device);
    if (known) known.push(place);
    else devices.set(device, [place]);
    places.set(id, place);
  });
  const seqOf = (place: number) => clock[place]!.seq;
  const bySeq = bisector(seqOf);
  const ties: [number, number][] = [];
  let against = false;
  const tie = (before: number | undefined, after: number) => {
    if (before === undefined || before === after) return;
    ties.push([before, after]);
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
  clock.forEach(({ knows, body }, place) => {
    for (const device in knows) {
      const theirs = devices.get(device);
      if (theirs) tie(theirs[bySeq.right(theirs, knows[device]!) - 1], place);
    }
    if ('over' in body) for (const id of body.over) tie(places.get(id), place);
  });
  return against ? ties : null;
}

/** How far each other device had come in a record: what an event that `device` makes now knows of. */
export function knownIn(events: readonly RecordEvent[], device: string): Record<string, number> {
  const knows = new Map<string, number>();
  for (const one of events)
    if (one.device !== device) knows.set(one.device, Math.max(one.seq, knows.get(one.device) ?? 0));
  return Object.fromEntries(knows);
}
