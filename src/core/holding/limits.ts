import type { z } from 'zod';
import { formatCount, formatLength, type UnitSystem } from '../units/quantities.ts';
import { capital } from '../units/text.ts';
import words from './field-words.json' with { type: 'json' };
import { isPlace, point } from './ground-schema.ts';
import { sayShape } from './say-shape.ts';
import { HoldingSchema, type Holding } from './schema.ts';
import { isSetting, settings } from './settings.ts';

type Any = Readonly<Record<PropertyKey, unknown>>;

/** Something that the schema refuses, and where. */
interface Beyond {
  readonly path: readonly PropertyKey[];
  readonly issue: Any;
  readonly value: unknown;
}

/**
 * The sentence that says why a changed holding could not be opened again, or null when it can. Only what is not the
 * same object as before is asked, so a small edit of a large holding is a small question.
 */
export function beyondLimits(before: Holding, after: Holding): string | null {
  const beyond = changedBeyond(HoldingSchema, before, after, []);
  if (!beyond) return null;
  const tooMany = Array.isArray(beyond.value) && beyond.issue['code'] === 'too_big';
  return `${sayBeyond(beyond, after.units)}${tooMany ? ' Take some out first.' : ''}`;
}

/** The parts of a schema's definition that are walked here. */
interface Def {
  readonly type: string;
  readonly innerType: z.ZodType;
  readonly element: z.ZodType;
  readonly valueType: z.ZodType;
  readonly shape: Readonly<Record<string, z.ZodType>>;
  readonly options: readonly z.ZodObject[];
  readonly discriminator?: string;
  readonly checks?: readonly unknown[];
}
const defOf = (schema: z.ZodType): Def => schema.def as unknown as Def;

function changedBeyond(
  schema: z.ZodType,
  before: unknown,
  after: unknown,
  path: readonly PropertyKey[],
): Beyond | null {
  // What is missing in both is new and lacks it, unless it may be absent.
  if (Object.is(before, after) && after !== undefined) return null;
  const def = defOf(schema);
  const isObject = typeof after === 'object' && after !== null;
  if (def.type === 'nullable') return after === null ? null : changedBeyond(def.innerType, before, after, path);
  if (def.type === 'array' && Array.isArray(after)) return listBeyond(schema, before, after, path);
  if (def.type === 'object' && isObject && !def.checks?.length) {
    // What was there before is not this change's: a holding as found carries what the record knows.
    const strange = Object.keys(after).find(
      (key) =>
        !Object.hasOwn(def.shape, key) && (after as Any)[key] !== undefined && !Object.hasOwn(Object(before), key),
    );
    if (strange !== undefined) {
      const issue = { code: 'unrecognized_keys', keys: [strange], message: 'Unrecognized' };
      return { path: [...path, strange], issue, value: undefined };
    }
    return first(Object.keys(def.shape), (key) =>
      changedBeyond(def.shape[key]!, (before as Any)?.[key], (after as Any)[key], [...path, key]),
    );
  }
  if (def.type === 'union' && def.discriminator && isObject) {
    const kind = (after as Any)[def.discriminator];
    const option = def.options.find(({ shape }) =>
      (shape[def.discriminator!] as z.ZodLiteral).values.has(kind as string),
    );
    if (option) return changedBeyond(option, before, after, path);
  }
  return whole(schema, after, path);
}

function listBeyond(schema: z.ZodType, before: unknown, after: readonly unknown[], path: readonly PropertyKey[]) {
  const { element, checks } = defOf(schema);
  // A traced line has tens of thousands of points: they are asked by a plain loop, not one by one through the schema.
  const wrong = element === point ? after.findIndex((one) => !isPlace(one)) : -1;
  if (wrong >= 0) return whole(element, after[wrong], [...path, wrong]);
  for (const check of (checks ?? []) as readonly { readonly _zod: { readonly def: Any } }[]) {
    const { length, maximum = length ?? Infinity, minimum = length ?? 0 } = check._zod.def as Record<string, number>;
    if (after.length > maximum) return { path, issue: { code: 'too_big', maximum }, value: after };
    if (after.length < minimum) return { path, issue: { code: 'too_small', minimum }, value: after };
  }
  if (element === point) return null;
  const old = Array.isArray(before) ? (before as readonly unknown[]) : [];
  const known = new Set(old);
  const byId = new Map(old.map((one) => [(one as Any | null)?.['id'], one]));
  return first([...after.keys()], (i) => {
    const one = after[i];
    return known.has(one) ? null : changedBeyond(element, byId.get((one as Any | null)?.['id']), one, [...path, i]);
  });
}

function whole(schema: z.ZodType, value: unknown, path: readonly PropertyKey[]): Beyond | null {
  const parsed = schema.safeParse(value);
  return parsed.success ? null : beyondOf(parsed.error.issues[0]!, value, path);
}

const beyondOf = (issue: z.core.$ZodIssue, value: unknown, path: readonly PropertyKey[] = []): Beyond => ({
  path: [...path, ...issue.path],
  issue: issue as unknown as Any,
  value: issue.path.reduce<unknown>((inner, key) => (inner as Any | undefined)?.[key], value),
});

/** An issue that the schema raised about `whole`, in the trade's words. */
export const sayIssue = (issue: z.core.$ZodIssue, whole: unknown, units: UnitSystem = 'metric'): string =>
  sayBeyond(beyondOf(issue, whole), units);

function first<T>(list: readonly T[], ask: (one: T) => Beyond | null): Beyond | null {
  for (const one of list) {
    const beyond = ask(one);
    if (beyond) return beyond;
  }
  return null;
}

interface Word {
  readonly word: string;
  /** A length, written in the steward's units. */
  readonly length?: boolean;
  /** For a list: what holds it. */
  readonly of?: string;
}
const WORDS: Readonly<Record<string, Word>> = words;
const wordOf = (key: string): Word & { readonly share?: boolean } =>
  isSetting(key)
    ? {
        word: `rate ‘${settings[key].label}’`,
        length: settings[key].unit === 'm',
        share: settings[key].unit === 'share',
      }
    : (WORDS[key] ?? { word: key });

function sayAmount(n: number, units: UnitSystem, { length, share }: { length?: boolean; share?: boolean }): string {
  if (length) return formatLength(n, units, { decimals: 2 });
  if (share) return `${Math.round(n * 1000) / 10} %`;
  return Number.isInteger(n) ? formatCount(n) : String(Math.round(n * 100) / 100);
}

/** What the schema refuses, in the trade's words: what, what it may be, and what it would be. */
function sayBeyond({ path, issue, value }: Beyond, units: UnitSystem): string {
  const keys = path.filter((key): key is string => typeof key === 'string');
  const key = keys.at(-1) ?? '';
  if (typeof path.at(-1) === 'number') return sayElement(path[path.lastIndexOf(key) + 1] as number, key, issue);
  const { word, length, share, of } = wordOf(key);
  const said = () => sayShape(issue as unknown as z.core.$ZodIssue, value);
  const size = (n: unknown) => sayAmount(Number(n), units, { length, share });
  if (Array.isArray(value)) {
    if (issue.code === 'too_big')
      return `${capital(of ?? 'this')} can have at most ${formatCount(Number(issue['maximum']))} ${word}; this makes ${formatCount(value.length)}.`;
    return `${capital(of ?? 'this')} needs at least ${String(issue['minimum'])} ${word}.`;
  }
  if (typeof value === 'string') {
    if (issue.code === 'too_big')
      return `The ${word} can have at most ${String(issue['maximum'])} letters; this has ${value.length}.`;
    if (issue.code === 'too_small') return `The ${word} cannot be empty.`;
    return `The ${word} cannot be that: ${said()}.`;
  }
  if (typeof value === 'number' && Number.isFinite(value)) {
    if (issue.code === 'too_big')
      return `The ${word} can be at most ${size(issue['maximum'])}; this is ${size(value)}.`;
    if (issue.code === 'too_small')
      return `The ${word} must be at least ${size(issue['minimum'])}; this is ${size(value)}.`;
    return `The ${word} must be a whole number.`;
  }
  return `The ${word} cannot be that: ${typeof value === 'number' ? 'type a number' : said()}.`;
}

function sayElement(at: number, key: string, { code, maximum, origin }: Any): string {
  const why =
    code === 'too_big' && origin === 'string'
      ? `it has more than ${String(maximum)} letters`
      : (code === 'too_big' || code === 'too_small') && origin === 'number'
        ? 'it lies more than 50 km from the holding’s origin'
        : 'it is nothing that can be kept';
  if (key === 'at' || key === 'pixel') return `The place cannot be that: ${why}.`;
  const { word, of } = WORDS[key] ?? { word: key };
  return `Number ${at + 1} of the ${word}${of ? ` of ${of}` : ''} cannot be that: ${why}.`;
}
