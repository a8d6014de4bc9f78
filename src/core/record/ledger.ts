import type { Mark } from '../holding/ground-schema.ts';
import type { BodyOf, EventOf, RecordEvent } from './events.ts';
import { inOrder } from './in-order.ts';
import { noOrders, ordersOf, type PlacedOrder } from './orders.ts';
import { isOfPlants, plantedIn, withSaying, type PlantedState } from './planted.ts';

/** The state of everything that happened, worked out from the record alone. */
export interface Ledger {
  /** Things of the walk list that were seen, with the day and what was noted last, and every event that says so. */
  readonly seen: ReadonlyMap<
    string,
    { readonly on: string; readonly note: string; readonly events: readonly string[] }
  >;
  /** The request to mark services that is not answered yet. */
  readonly asked: (BodyOf<'marksAsked'> & { readonly event: string }) | null;
  readonly marks: readonly (Mark & { readonly event: string })[];
  readonly orders: readonly PlacedOrder[];
  /** What went out of the store to whoever sets it. */
  readonly handed: readonly (BodyOf<'handedOut'> & { readonly event: string })[];
  /** What had been used of a piece part-way, the last that was said of each planting and piece. */
  readonly used: readonly (BodyOf<'used'> & { readonly event: string })[];
  /** What was said last of each task, by its name. */
  readonly tasks: ReadonlyMap<string, TaskSaid>;
  /** Steps left out at planting. */
  readonly left: readonly (BodyOf<'stepLeft'> & { readonly event: string })[];
  /** What stands in the field, by planting. */
  readonly planted: ReadonlyMap<string, PlantedState>;
}

/** What was said of a task: done, put off to a day, or not needed. */
export type TaskSaid =
  | ({ readonly kind: 'done' } & BodyOf<'taskDone'> & { readonly event: string })
  | ({ readonly kind: 'putOff' } & BodyOf<'taskPutOff'> & { readonly event: string })
  | ({ readonly kind: 'notNeeded' } & BodyOf<'taskNotNeeded'> & { readonly event: string });

export const NO_LEDGER: Ledger = {
  seen: new Map(),
  asked: null,
  marks: [],
  orders: noOrders,
  handed: [],
  used: [],
  tasks: new Map(),
  left: [],
  planted: new Map(),
};

/** Events that still hold: what was amended last decides, whatever the order in which they came. */
export function stillHolding(events: readonly RecordEvent[]): RecordEvent[] {
  const sorted = inOrder(events);
  const amendments = sorted.filter((event): event is EventOf<'amended'> => event.kind === 'amended');
  if (amendments.length === 0) return sorted;
  const holds = holdsBy(amendments);
  return sorted.filter(({ id, kind }) => kind !== 'amended' && holds(id));
}

/**
 * Whether an event holds, by amendments in their order: the last of it that holds itself decides. Such as amend each other
 * in a circle are amendments of no event, so nobody asks them. Each is asked once, however long the chain.
 */
function holdsBy(amendments: readonly EventOf<'amended'>[]): (event: string) => boolean {
  const of = new Map<string, EventOf<'amended'>[]>();
  for (const one of amendments) {
    const known = of.get(one.body.event);
    if (known) known.push(one);
    else of.set(one.body.event, [one]);
  }
  const answers = new Map<string, boolean>();
  return (event) => {
    // What is asked, and from which of its amendments on, the last first: what is before one that holds is never asked.
    const asked = [{ id: event, at: (of.get(event)?.length ?? 0) - 1 }];
    for (let one = asked.at(-1); one; one = asked.at(-1)) {
      const amendment = of.get(one.id)?.[one.at];
      const holds = amendment ? answers.get(amendment.id) : true;
      if (holds === undefined) asked.push({ id: amendment!.id, at: (of.get(amendment!.id)?.length ?? 0) - 1 });
      else if (amendment && !holds) one.at--;
      else {
        answers.set(one.id, amendment?.body.holds ?? true);
        asked.pop();
      }
    }
    return answers.get(event)!;
  };
}

/** A record with its state, kept together so that what is added is not all worked out again. */
export interface Recorded {
  readonly events: readonly RecordEvent[];
  readonly ledger: Ledger;
}

/** Adds events that were made knowing of all the others, and that nobody has amended yet. What was said of plants is added without reading the others again. */
export function added({ events, ledger }: Recorded, more: readonly RecordEvent[]): Recorded {
  const all = [...events, ...more];
  return {
    events: all,
    ledger: more.every(isOfPlants) ? { ...ledger, planted: more.reduce(withSaying, ledger.planted) } : ledgerOf(all),
  };
}

/** Folds a record into its state. The same events in any order give the same ledger. */
export function ledgerOf(events: readonly RecordEvent[]): Ledger {
  const valid = stillHolding(events);
  if (valid.length === 0) return NO_LEDGER;
  const byKind = new Map<string, RecordEvent[]>();
  for (const event of valid) {
    const known = byKind.get(event.kind);
    if (known) known.push(event);
    else byKind.set(event.kind, [event]);
  }
  const of = <K extends RecordEvent['kind']>(kind: K) => (byKind.get(kind) ?? []) as EventOf<K>[];
  const answered = new Set(of('marked').map(({ body }) => body.reference));
  const asked = of('marksAsked').findLast(({ body }) => !answered.has(body.reference));
  return {
    seen: seenIn(of('seen')),
    asked: asked ? { ...asked.body, event: asked.id } : null,
    marks: of('marked').flatMap(({ id: event, body: { on, marks } }) => marks.map((mark) => ({ ...mark, on, event }))),
    orders: ordersOf(of('ordered'), of('delivered'), of('faultFound')),
    tasks: tasksIn(valid),
    planted: plantedIn(valid),
    left: of('stepLeft').map(({ id: event, body }) => ({ ...body, event })),
    handed: of('handedOut').map(({ id: event, body }) => ({ ...body, event })),
    used: [
      ...new Map(of('used').map(({ id, body }) => [`${body.planting} ${body.key}`, { ...body, event: id }])).values(),
    ],
  };
}

/** What was said of each task: the last word holds. */
function tasksIn(events: readonly RecordEvent[]): Ledger['tasks'] {
  const said = new Map<string, TaskSaid>();
  for (const one of events) {
    if (one.kind === 'taskDone') said.set(one.body.task, { kind: 'done', ...one.body, event: one.id });
    if (one.kind === 'taskPutOff') said.set(one.body.task, { kind: 'putOff', ...one.body, event: one.id });
    if (one.kind === 'taskNotNeeded') said.set(one.body.task, { kind: 'notNeeded', ...one.body, event: one.id });
  }
  return said;
}

/** What was seen, the last that was said of each thing. */
function seenIn(events: readonly EventOf<'seen'>[]): Ledger['seen'] {
  const seen = new Map<string, { on: string; note: string; events: string[] }>();
  for (const {
    id,
    body: { item, on, note },
  } of events) {
    const known = seen.get(item);
    if (known) known.events.push(id);
    seen.set(item, { on, note, events: known?.events ?? [id] });
  }
  return seen;
}
