import { z } from 'zod';
import { DaySchema as day, isOurs } from '../holding/days-schema.ts';
import { id, line, point } from '../holding/ground-schema.ts';
import { MeansSchema } from '../holding/means-schema.ts';

/** What happened: events are added, never edited. Amounts of money in minor units, lengths in metres. */

/** Of an event; long enough for the names under which what older plans knew is kept. */
const eventId = z.string().min(1).max(240);
/** `rule:planting:phase:year:n` of a task. */
const taskName = z.string().min(1).max(400);
const words = (most: number) => z.string().trim().max(most);
const count = z.number().int().min(0).max(1e7);
const cents = z.number().int().min(0).max(1e11);
/** Pictures by the SHA-256 of their bytes. */
const photos = z.array(z.string().regex(/^[0-9a-f]{64}$/)).max(20);

/** A line of an order as it was placed: what it was called then stays readable whatever becomes of the plan. */
const OrderedLineSchema = z.object({
  /** Species and stock as 'species|stock', or a price key. */
  key: z.string().min(1).max(160),
  name: words(160),
  /** How many were wanted, how many come in whole packs, and what those cost. */
  need: count,
  quantity: count,
  cents,
});

/** What was found of one line of an order when it came. */
const CheckedLineSchema = z.object({
  line: z.number().int().min(0).max(2000),
  counted: count,
  /** Of those counted, sent back. */
  refused: count,
  /** The others kept, but not accepted as sound. */
  reserve: z.boolean(),
  /** What is missing follows; else it is short for good. */
  follows: z.boolean(),
  /** What came in its place; empty where it is what was ordered. */
  instead: words(160),
  /** Signs seen on it, in the words of the list of its stock. */
  signs: z.array(words(160)).max(20),
  note: words(500),
  photos,
});

/** Of a plant in the field, for ever: planting letter, row, number. */
const label = z.string().regex(/^[A-Z]{1,3}\d{1,4}-\d{3,6}$/);
/** Events that the one who says this knew of: it stands in their place. */
const over = z.array(eventId).max(100_000);
const MOST_PLANTS = 100_000;
const whole = (most: number) => z.array(z.number().int().min(0).max(most)).max(MOST_PLANTS);
const metres = z.array(z.number().min(-1e6).max(1e6)).max(MOST_PLANTS);

/** A pegged row in columns, an entry a plant in the order along the row. */
const PeggedRowSchema = z
  .object({
    row: id,
    copy: z.number().int().min(0).max(9999),
    name: words(80),
    /** Number of the row in its labels, and of each plant. */
    number: z.number().int().min(1).max(9999),
    numbers: whole(999_999),
    /** The plan's lasting name of each: its place in the row. */
    places: whole(1e6),
    x: metres,
    y: metres,
    chainage: metres,
    /** Index in `kinds`. */
    kinds: whole(5000),
  })
  .refine(({ numbers, places, x, y, chainage, kinds }) =>
    [places, x, y, chainage, kinds].every(({ length }) => length === numbers.length),
  );
export type PeggedRow = z.infer<typeof PeggedRowSchema>;

/** What is pegged, named so that it can be read whatever becomes of the plan. */
const PeggedKindSchema = z.object({
  species: id,
  botanical: words(120),
  common: words(120),
  tag: words(8),
  stock: id,
  /** Years after the first planting. */
  later: z.number().int().min(0).max(20),
});

const BODIES = {
  /** The pegs of a planting as they were set out: what happens to its plants hangs on these labels. */
  pegged: z.object({
    planting: id,
    name: words(80),
    letter: z.string().regex(/^[A-Z]{1,3}$/),
    /** How far a plant may stand from its peg without asking, metres. */
    reach: z.number().min(0).max(100),
    kinds: z.array(PeggedKindSchema).max(5000),
    rows: z.array(PeggedRowSchema).max(10_000),
    /** How weeds, animals, holes and water were to be done that day. */
    means: MeansSchema,
    /** What stood in the way of a spade, and what was answered. */
    answers: z.array(z.object({ finding: z.string().min(1).max(300), answer: words(500) })).max(500),
    over,
  }),
  planted: z.object({ planting: id, labels: z.array(label).min(1).max(MOST_PLANTS), over }),
  skipped: z.object({ planting: id, labels: z.array(label).min(1).max(MOST_PLANTS), reason: words(200), over }),
  /** Set elsewhere than at its peg, metres on the holding's plane. */
  moved: z.object({ planting: id, label, to: point, reason: words(200), over }),
  /** Another kind set than was pegged. */
  swapped: z.object({ planting: id, label, species: id, stock: id, reason: words(200), over }),
  /** Plants that were set and were found dead. */
  died: z.object({ planting: id, labels: z.array(label).min(1).max(MOST_PLANTS), reason: words(200) }),
  /** Something seen on plants: a fault of the stock, a word, a photo. */
  noted: z.object({
    planting: id,
    labels: z.array(label).max(MOST_PLANTS),
    fault: z.enum(['wrongStock', 'badRoots', 'other']).nullable(),
    note: words(500),
    photos,
  }),
  /** A thing of the walk list was seen on the ground. */
  seen: z.object({ item: z.string().min(1).max(160), on: day, note: words(500) }),
  /** Services were asked to be marked. */
  marksAsked: z.object({ reference: z.string().min(1).max(80), on: day, services: z.array(id).max(1000) }),
  /** The marks appeared: paint on the ground where its line is known; seen by somebody's own eyes where not. */
  marked: z.object({
    reference: words(80),
    on: day.nullable(),
    marks: z
      .array(z.object({ service: id, name: words(80), line: line.nullable() }))
      .min(1)
      .max(1000),
  }),
  ordered: z.object({
    supplier: words(80),
    supplierId: id,
    /** Years after the first planting; null where all phases are bought at once. */
    phase: z.number().int().min(0).max(20).nullable(),
    on: day,
    lines: z.array(OrderedLineSchema).min(1).max(2000),
    delivery: cents,
    currency: z.string().regex(/^[A-Z]{3}$/),
  }),
  delivered: z.object({ order: eventId, on: day, lines: z.array(CheckedLineSchema).min(1).max(2000) }),
  /** A fault that showed later: at unpotting, or at planting. */
  faultFound: z.object({
    order: eventId,
    line: z.number().int().min(0).max(2000),
    on: day,
    count: count.min(1),
    signs: z.array(words(160)).max(20),
    note: words(500),
    photos,
  }),
  /** So many of a thing, plants or pieces by the key of their order, went out of the store to whoever sets them. */
  handedOut: z.object({ key: z.string().min(1).max(160), count: count.min(1), to: words(80), on: day }),
  /** So many pieces have gone into so many metres, or plants, of a planting. */
  used: z.object({
    planting: id,
    key: z.string().min(1).max(160),
    count: z.number().min(0).max(1e7),
    done: z.number().positive().max(1e7),
    of: z.enum(['metres', 'plants']),
    on: day,
  }),
  /** A task was done, by somebody's word; the day may be before today. */
  taskDone: z.object({ task: taskName, on: day, note: words(500) }),
  taskPutOff: z.object({ task: taskName, on: day, to: day, reason: words(500) }),
  taskNotNeeded: z.object({ task: taskName, on: day, reason: words(500) }),
  /** A step was left out at planting, of so many plants. */
  stepLeft: z.object({
    planting: id,
    phase: z.number().int().min(0).max(20),
    step: z.string().min(1).max(40),
    plants: count.min(1),
    on: day,
  }),
  /** An earlier event does not hold any more, or holds again. */
  amended: z.object({ event: eventId, holds: z.boolean() }),
} as const;

export type EventKind = keyof typeof BODIES;
export type BodyOf<K extends EventKind> = z.infer<(typeof BODIES)[K]>;
/** What is to be recorded, before it is given its id, device and time. */
export type Happened = { [K in EventKind]: { readonly kind: K; readonly body: BodyOf<K> } }[EventKind];

const event = <K extends EventKind>(kind: K) =>
  z.object({
    /** Random and unique. */
    id: eventId,
    /** The device that recorded it, and its count there. */
    device: id,
    seq: z.number().int().min(0),
    /** Local time with its offset from UTC. */
    at: z.iso
      .datetime({ offset: true, local: false })
      .refine(isOurs, { error: 'is not of the years from 1900 to 2200' }),
    /** How far each other device had come, as far as it was known: what this was made knowing of. */
    knows: z.record(id, z.number().int().min(0)).optional(),
    by: words(80),
    kind: z.literal(kind),
    body: BODIES[kind],
  });

export const EventSchema = z.discriminatedUnion('kind', [
  event('pegged'),
  event('planted'),
  event('skipped'),
  event('moved'),
  event('swapped'),
  event('died'),
  event('noted'),
  event('seen'),
  event('marksAsked'),
  event('marked'),
  event('ordered'),
  event('delivered'),
  event('faultFound'),
  event('handedOut'),
  event('used'),
  event('taskDone'),
  event('taskPutOff'),
  event('taskNotNeeded'),
  event('stepLeft'),
  event('amended'),
]);
export type RecordEvent = z.infer<typeof EventSchema>;
export type EventOf<K extends EventKind> = Extract<RecordEvent, { kind: K }>;

const envelope = event('amended')
  .omit({ body: true, kind: true })
  .extend({ kind: z.string().min(1).max(80) });
const anyEnvelope = envelope.loose();

/** Whether what this version cannot read is an event of a newer one: of a kind that is not known here, or with fields that are not. */
export function isNewer(value: unknown): value is { readonly id: string } {
  const found = anyEnvelope.safeParse(value);
  if (!found.success) return false;
  const { kind, body, ...head } = found.data;
  const fields = Object.hasOwn(BODIES, kind) ? BODIES[kind as EventKind].shape : null;
  const strange = (of: object, known: object) => Object.keys(of).some((key) => !Object.hasOwn(known, key));
  return (
    !fields || strange(head, envelope.shape) || (typeof body === 'object' && body !== null && strange(body, fields))
  );
}
