import type { z } from 'zod';

type Issue = z.core.$ZodIssue;

const KINDS: Readonly<Record<string, string>> = {
  string: 'text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'true or false',
  array: 'a list',
  tuple: 'a list',
  object: 'an object',
  record: 'an object',
  null: 'nothing',
};

/** What a value of the wrong shape should have been, without the schema's own words and without a full stop. */
export function sayShape(issue: Issue, value: unknown): string {
  // What somebody wrote for this very case says it best.
  if (!/^(?:Invalid|Too (?:big|small)|Unrecognized)/.test(issue.message)) return issue.message.replace(/\.$/, '');
  switch (issue.code) {
    case 'invalid_type': {
      const wanted = KINDS[issue.expected] ?? 'another kind of value';
      return value === undefined ? `it is missing; give ${wanted}` : `give ${wanted}, not ${sayValue(value)}`;
    }
    case 'invalid_value':
      return `${value === undefined ? 'it is missing' : `${sayValue(value)} is not known`}; choose ${issue.values.length > 1 ? 'one of ' : ''}${issue.values.map(String).join(', ')}`;
    case 'unrecognized_keys':
      return `${issue.keys.map((key) => `‘${key}’`).join(', ')} ${issue.keys.length === 1 ? 'is' : 'are'} not known here; check the spelling or leave ${issue.keys.length === 1 ? 'it' : 'them'} out`;
    case 'invalid_union':
      return value === undefined ? 'it is missing' : `${sayValue(value)} has none of the forms that it can have`;
    case 'too_big':
      return `at most ${String(issue.maximum)}${issue.origin === 'string' ? ' letters' : issue.origin === 'array' ? ' entries' : ''}`;
    case 'too_small':
      return `at least ${String(issue.minimum)}${issue.origin === 'string' ? ' letters' : issue.origin === 'array' ? ' entries' : ''}`;
    default:
      return 'it is not written as it must be';
  }
}

const sayValue = (value: unknown): string =>
  value === null
    ? 'nothing'
    : typeof value === 'string'
      ? `‘${value.slice(0, 40)}’`
      : Array.isArray(value)
        ? 'a list'
        : typeof value === 'object'
          ? 'an object'
          : String(value);
