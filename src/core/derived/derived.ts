import { isPlain, rawOf, Reading, wholeOf, withoutViews, type Reads } from './reading.ts';

/** How many answers of one function about one thing are kept: as it is, as a change tried out would make it, as it was. */
const KEPT = 3;
/** Names under which a function keeps answers; past so many, the one that came first goes. */
const NAMES = 400;

interface Answer<R> {
  readonly reads: Reads;
  readonly value: R;
}

/** How many derived functions are being worked out, one within another. */
let within = 0;
const forgetting: (() => void)[] = [];
/** How often each derived function was worked out, by name: a test sees that none is left untried. */
export const derivations = new Map<string, number>();

/** Forgets every remembered answer. */
export const forgetDerived = (): void => forgetting.forEach((forget) => forget());

let bypassed = false;
/** What `ask` answers with nothing remembered of what is derived: what a remembered answer is held against. */
export function afresh<T>(ask: () => T): T {
  bypassed = true;
  try {
    return ask();
  } finally {
    bypassed = false;
  }
}

/**
 * `work`, remembered by what it reads. What it is asked of (a holding, a planting, one that is laid out, the record, or a
 * handful of such) is noted part by part: an answer is given again while every part that was read to find it is the same
 * as then. `work` must be pure and have a name; it may keep no view that it is handed, only parts that it read.
 */
export function derived<Args extends readonly unknown[], R>(work: (...asked: Args) => R): (...asked: Args) => R {
  const { fresh, answersTo } = memory<Args, R, Answer<R>[]>(work);
  return (...asked) => {
    if (bypassed) return work(...asked);
    const answers = answersTo(asked, () => []);
    for (let i = 0; i < answers.length; i++) {
      const known = answers[i]!;
      if (!known.reads.hold(asked)) continue;
      if (within > 0) known.reads.readAgain(asked);
      if (i > 0) answers.unshift(...answers.splice(i, 1));
      return known.value;
    }
    const reading = new Reading(asked.map(withoutViews));
    within++;
    let value: R;
    try {
      value = withoutViews(fresh(...(reading.views as unknown as Args)));
    } finally {
      within--;
    }
    const reads = reading.done();
    if (within > 0) reads.readAgain(asked);
    answers.unshift({ reads, value });
    if (answers.length > KEPT) answers.pop();
    return value;
  };
}

/**
 * `work`, remembered for the very things that it is asked of, each as a whole: for what is never changed in place, such as
 * a stand, a line, a species. The same things give the same answer object.
 */
export function kept<Args extends readonly [object, ...unknown[]], R>(
  work: (...asked: Args) => R,
): (...asked: Args) => R {
  const { fresh, answersTo } = memory<Args, R, R>(work, true);
  return (...asked) => {
    // Whoever hands over a view has read all that it shows.
    const things = asked.map((one) => (rawOf(one) === one ? one : wholeOf(one as object))) as unknown as Args;
    return answersTo(things, () => fresh(...things));
  };
}

/** Where the answers of one function are kept: with the first thing of no lasting name, under the names of the others. */
function memory<Args extends readonly unknown[], R, A>(work: (...asked: Args) => R, asThings = false) {
  let named = new Map<string, A>();
  let things = new WeakMap<object, Map<string, A>>();
  if (!asThings) derivations.set(work.name, 0);
  forgetting.push(() => {
    named = new Map();
    things = new WeakMap();
  });
  return {
    fresh: (...asked: Args): R => {
      if (!asThings) derivations.set(work.name, derivations.get(work.name)! + 1);
      return work(...asked);
    },
    answersTo: (asked: Args, make: () => A): A => {
      let thing: object | null = null;
      let name = '';
      for (const one of asked) {
        const called = typeof one === 'object' && one !== null ? (asThings ? null : nameOf(one)) : String(one);
        if (called !== null) name += `${called}|`;
        else if (thing) name += `${numberOf(one as object)}|`;
        else thing = rawOf(one as object);
      }
      let answers = thing ? things.get(thing) : named;
      if (!answers) things.set(thing!, (answers = new Map<string, A>()));
      let found = answers.get(name);
      if (found === undefined && !answers.has(name)) {
        found = make();
        if (answers.size >= NAMES) answers.delete(answers.keys().next().value!);
        answers.set(name, found);
      }
      return found as A;
    },
  };
}

/** What a thing is called, whatever else of it changes: a holding and a planting by their ids. Null for one of no lasting name. */
function nameOf(asked: object): string | null {
  if (!isPlain(asked)) return null;
  const { id, planting } = rawOf(asked) as { id?: unknown; planting?: { id?: unknown } };
  const name = (planting && rawOf(planting).id) ?? id;
  return typeof name === 'string' ? name : null;
}

const numbers = new WeakMap<object, string>();
let last = 0;
/** A number that belongs to a thing for as long as it is there, as text. */
function numberOf(thing: object): string {
  const raw = rawOf(thing);
  let number = numbers.get(raw);
  if (number === undefined) numbers.set(raw, (number = `#${++last}`));
  return number;
}
