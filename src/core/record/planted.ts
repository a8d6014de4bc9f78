import { kept } from '../derived/derived.ts';
import type { Point } from '../geometry/point.ts';
import type { EventKind, EventOf, RecordEvent } from './events.ts';

/** What was said of plants in the field: planted at their pegs, left out, set elsewhere, or another kind set. */
export const SAID_OF_PLANTS = ['planted', 'skipped', 'moved', 'swapped'] as const satisfies readonly EventKind[];
export type Saying = EventOf<(typeof SAID_OF_PLANTS)[number]>;

/** Sides on which sayings can differ: whether it stands, where, and as what. */
export const SIDES = ['stands', 'place', 'kind'] as const;
export type Side = (typeof SIDES)[number];
const SPEAKS: Readonly<Record<Saying['kind'], readonly Side[]>> = {
  planted: ['stands'],
  skipped: ['stands'],
  moved: ['stands', 'place'],
  swapped: ['stands', 'kind'],
};

/** A planting in the field: how it was pegged, and what was said of each of its plants. */
export interface PlantedState {
  /** Every pegging of it, in order; the last holds. */
  readonly peggings: readonly EventOf<'pegged'>[];
  /** By label, in the canonical order of events. */
  readonly said: ReadonlyMap<string, readonly Saying[]>;
  readonly notes: readonly EventOf<'noted'>[];
  /** What was said last of plants that died and were not set again, by label. */
  readonly dead: ReadonlyMap<string, EventOf<'died'>>;
}
export const NOT_PEGGED: PlantedState = { peggings: [], said: new Map(), notes: [], dead: new Map() };

/** How one plant stands by what holds of it. */
export interface PlantState {
  /** Null while nobody said anything. */
  readonly stands: 'planted' | 'skipped' | null;
  /** Where it was set, where that is not its peg. */
  readonly place: Point | null;
  /** What was set, where that is not what was pegged. */
  readonly kind: { readonly species: string; readonly stock: string } | null;
  /** The last saying that holds. */
  readonly last: Saying | null;
  /** Sides on which devices say different things, neither knowing of the other, each with one saying for every answer. */
  readonly differs: readonly { readonly side: Side; readonly sayings: readonly Saying[] }[];
}
export const UNSAID: PlantState = { stands: null, place: null, kind: null, last: null, differs: [] };

export const isSaying = (event: RecordEvent): event is Saying =>
  (SAID_OF_PLANTS as readonly string[]).includes(event.kind);
/** Whether an event only adds to what is known of plants: such are added without reading all the others again. */
export const isOfPlants = (event: RecordEvent): event is OfPlants =>
  isSaying(event) || event.kind === 'noted' || event.kind === 'died';
type OfPlants = Saying | EventOf<'noted' | 'died'>;

/** The labels that a saying is of. */
export const labelsOf = (saying: Saying): readonly string[] =>
  'labels' in saying.body ? saying.body.labels : [saying.body.label];

/** Plantings in the field, from events that hold, in the canonical order. */
export function plantedIn(events: readonly RecordEvent[]): ReadonlyMap<string, PlantedState> {
  const found = new Map<
    string,
    {
      peggings: EventOf<'pegged'>[];
      said: Map<string, Saying[]>;
      notes: EventOf<'noted'>[];
      dead: Map<string, EventOf<'died'>>;
    }
  >();
  const of = (planting: string) => {
    let known = found.get(planting);
    if (!known) found.set(planting, (known = { peggings: [], said: new Map(), notes: [], dead: new Map() }));
    return known;
  };
  for (const event of events) {
    if (event.kind === 'pegged') of(event.body.planting).peggings.push(event);
    else if (event.kind === 'noted') of(event.body.planting).notes.push(event);
    else if (event.kind === 'died') {
      const { dead } = of(event.body.planting);
      for (const label of event.body.labels) dead.set(label, event);
    } else if (isSaying(event)) {
      const { said, dead } = of(event.body.planting);
      for (const label of labelsOf(event)) {
        dead.delete(label);
        const before = said.get(label);
        if (before) before.push(event);
        else said.set(label, [event]);
      }
    }
  }
  return found;
}

/** The same with one more event of plants, which knows of all the others: only what it speaks of is touched. */
export function withSaying(
  planted: ReadonlyMap<string, PlantedState>,
  event: OfPlants,
): ReadonlyMap<string, PlantedState> {
  const known = planted.get(event.body.planting) ?? NOT_PEGGED;
  if (event.kind === 'noted')
    return new Map(planted).set(event.body.planting, { ...known, notes: [...known.notes, event] });
  const dead = new Map(known.dead);
  if (event.kind === 'died') {
    for (const label of event.body.labels) dead.set(label, event);
    return new Map(planted).set(event.body.planting, { ...known, dead });
  }
  const said = new Map(known.said);
  for (const label of labelsOf(event)) {
    said.set(label, [...(said.get(label) ?? []), event]);
    dead.delete(label);
  }
  return new Map(planted).set(event.body.planting, { ...known, said, dead });
}

/** What a saying stands in place of. */
const namedBy = kept(function namedBy({ body: { over } }: Saying): ReadonlySet<string> {
  return new Set(over);
});

/**
 * How a plant stands. A saying gives way to one that was made knowing of it (it names it in `over`), whatever their
 * clocks: what is left beside each other was said by devices that did not know of each other.
 */
export const stateOf = (sayings: readonly Saying[] | undefined): PlantState =>
  sayings && sayings.length > 0 ? stands(sayings) : UNSAID;

/** The same sayings are asked again at every tap, of every plant. */
const stands = kept(function stands(sayings: readonly Saying[]): PlantState {
  const heads = (side: Side) => {
    const speaking = sayings.filter(({ kind }) => SPEAKS[kind].includes(side));
    const left = speaking.filter(({ id }) => !speaking.some((one) => namedBy(one).has(id)));
    // Such as name each other in a circle nobody can have made: then all of them speak.
    return left.length > 0 ? left : speaking;
  };
  const differs = SIDES.flatMap((side) => {
    const answers = new Map(heads(side).map((saying) => [answerOf(saying, side), saying]));
    return answers.size > 1 ? [{ side, sayings: [...answers.values()] }] : [];
  });
  const place = heads('place').findLast(({ kind }) => kind === 'moved') as EventOf<'moved'> | undefined;
  const kind = heads('kind').findLast((one) => one.kind === 'swapped') as EventOf<'swapped'> | undefined;
  const last = heads('stands').at(-1)!;
  return {
    stands: last.kind === 'skipped' ? 'skipped' : 'planted',
    place: place?.body.to ?? null,
    kind: kind ? { species: kind.body.species, stock: kind.body.stock } : null,
    last,
    differs,
  };
});

/** What a saying says on one side, as text: the same answer gives the same. */
function answerOf(saying: Saying, side: Side): string {
  if (side === 'place' && saying.kind === 'moved') return saying.body.to.map((n) => n.toFixed(2)).join(' ');
  if (side === 'kind' && saying.kind === 'swapped') return `${saying.body.species} ${saying.body.stock}`;
  return saying.kind === 'skipped' ? 'skipped' : 'planted';
}

/** The ids of what was last said of plants, for a saying that is made knowing of it: those that nothing on their side has replaced. */
export function headsOf(state: PlantedState, labels: readonly string[]): string[] {
  const ids = new Set<string>();
  for (const label of labels) {
    const sayings = state.said.get(label) ?? [];
    const over = new Set(sayings.flatMap(({ body }) => body.over));
    for (const { id } of sayings) if (!over.has(id)) ids.add(id);
  }
  return [...ids];
}
