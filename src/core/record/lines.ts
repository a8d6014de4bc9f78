import { counted, formatCount } from '../units/quantities.ts';
import { EventSchema, isNewer, type RecordEvent } from './events.ts';
import { inOrder } from './in-order.ts';

/** One thing that was recorded, as it came: the line of text that is stored and handed on, under its id. It is parsed only to be folded. */
export interface Line {
  readonly id: string;
  readonly text: string;
}

export const lineOf = (event: RecordEvent): Line => ({ id: event.id, text: JSON.stringify(event) });

/** What lines that were taken from text were found to say: it is not parsed twice. */
const parsed = new WeakMap<Line, RecordEvent>();

/** Lines as a file has them, one of them a line. */
export const writeLines = (lines: readonly Line[]): string => lines.map(({ text }) => `${text}\n`).join('');

/** What a record says to this version of the app. */
export interface Read {
  /** Each event once, in their order. */
  readonly events: readonly RecordEvent[];
  /** How many lines a newer version wrote, which are kept and handed on, and not shown here. */
  readonly newer: number;
  /** Ids under which different things were recorded: the line that sorts first speaks, all are kept. */
  readonly clashes: readonly string[];
}

/** Reads what is stored. Of lines of one id, the first speaks. */
export function readRecord(lines: readonly Line[]): Read {
  const events: RecordEvent[] = [];
  const [seen, clashes] = [new Set<string>(), new Set<string>()];
  let newer = 0;
  for (const line of lines) {
    const { id, text } = line;
    if (seen.has(id)) {
      clashes.add(id);
      continue;
    }
    seen.add(id);
    const event = parsed.get(line) ?? EventSchema.safeParse(jsonIn(text)).data;
    if (event) events.push(event);
    else newer++;
  }
  return { events: inOrder(events), newer, clashes: [...clashes] };
}

/**
 * Records laid together: every line once, sorted by id, and of one id by what it says. It is commutative, associative and
 * the same however often it is done, so that devices that swapped hold the same, to the byte.
 */
export function union(...records: readonly (readonly Line[])[]): Line[] {
  const byId = new Map<string, Map<string, Line>>();
  for (const line of records.flat()) {
    const known = byId.get(line.id);
    if (!known) byId.set(line.id, new Map([[line.text, line]]));
    else if (!known.has(line.text)) known.set(line.text, line);
  }
  return [...byId]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .flatMap(([, lines]) => (lines.size === 1 ? [...lines.values()] : told([...lines.values()])));
}

/** Lines that say different things, each in the spelling that sorts first, sorted by what they say. */
function told(lines: readonly Line[]): Line[] {
  const says = new Map<string, Line>();
  for (const line of lines) {
    const what = sorted(jsonIn(line.text));
    const known = says.get(what);
    if (!known || line.text < known.text) says.set(what, line);
  }
  return [...says].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, line]) => line);
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

/** Problems that are told one by one, and lines that cannot be read before it is plain that this is no record. */
const MOST_PROBLEMS = 5;
const MOST_WRONG = 1000;
/** Most parts that the entries of one file have in all: earlier ones that they name, lines of deliveries. Of 10,000 plants said four times each it is 40,000. */
const MOST_PARTS = 1_000_000;
/** A line of a delivery is as much work as so many names. */
const LINE = 5;

export interface ReadLines {
  readonly lines: readonly Line[];
  /** What could not be read, a sentence for each line; the others are read all the same. */
  readonly problems: readonly string[];
}

/** Takes a record from text, line by line: what this version reads, and what a newer one wrote. `name` is the file that problems are said of. */
export function readLines(text: string, name: string): ReadLines {
  const lines: Line[] = [];
  const problems: string[] = [];
  const written = text.split(/\r?\n/);
  let [wrong, parts, at] = [0, 0, 0];
  for (; at < written.length && wrong < MOST_WRONG && parts <= MOST_PARTS; at++) {
    const one = written[at]!;
    if (one.trim() === '') continue;
    const [id, what, event] = lineIn(one);
    if (id !== null) {
      const line = { id, text: one };
      lines.push(line);
      if (event) parsed.set(line, event);
      parts += event ? partsOf(event) : 0;
    } else if (++wrong <= MOST_PROBLEMS)
      problems.push(`Line ${at + 1} of ${name} ${what}. The other lines are kept; ask its sender for a fresh copy.`);
  }
  if (wrong > MOST_PROBLEMS)
    problems.push(`${counted(wrong - MOST_PROBLEMS, 'more line')} of ${name} could not be read either.`);
  if (at < written.length)
    problems.push(
      `${name} was read no further than line ${formatCount(at)}: what stands there is no record of plants. Ask its sender for a fresh copy.`,
    );
  return { lines, problems };
}

const partsOf = ({ body }: RecordEvent): number =>
  'over' in body ? body.over.length : 'lines' in body ? LINE * body.lines.length : 0;

/** The id of a line that is kept, or what is wrong with it; and what it says, where this version reads it. */
function lineIn(text: string): readonly [id: string | null, wrong: string, event: RecordEvent | null] {
  const value = jsonIn(text);
  if (value === undefined) return [null, 'is not whole', null];
  const read = EventSchema.safeParse(value);
  if (read.success) return [read.data.id, '', read.data];
  if (isNewer(value)) return [value.id, '', null];
  const [issue] = read.error.issues;
  return [
    null,
    `is not an event that this Close Rank knows (${issue!.path.join('.') || 'kind'}: ${issue!.message})`,
    null,
  ];
}

function jsonIn(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** A 64-digit name in quotes. */
const PICTURE = /"([0-9a-f]{64})"/g;
/** Every picture that lines may name, also those that only a newer version shows. */
export const picturesIn = (lines: readonly Line[]): string[] => [
  ...new Set(lines.flatMap(({ text }) => [...text.matchAll(PICTURE)].map((found) => found[1]!))),
];
