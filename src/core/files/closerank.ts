import { strFromU8, strToU8, zipSync } from 'fflate';
import { migrate, toStored } from '../holding/migrate.ts';
import type { Holding } from '../holding/schema.ts';
import { eventsLeft } from '../record/left-behind.ts';
import { lineOf, picturesIn, readLines, union, writeLines, type Line } from '../record/lines.ts';
import { Refused } from '../holding/command.ts';
import { checkSize, MOST_HOLDING_MEGABYTES, MOST_PICTURE_MEGABYTES, refuse } from './problems.ts';
import { isZip, unpack } from './unpack.ts';

/** Every entry carries this date, so that one plan always makes the same bytes. */
export const ZIP_DATE = '1980-01-01T12:00:00';

/** Pictures laid beneath, by the SHA-256 of their bytes. */
export type Pictures = Readonly<Record<string, Uint8Array>>;
/** With the pictures this stays within what is read. */
const MOST_PLAN_MEGABYTES = 50;
/** A record of 10,000 plants, each said ten times, takes 25 MB; packed in its file a tenth of that. */
const MOST_RECORD_MEGABYTES = 100;
const PICTURE = /^pictures\/([0-9a-f]{64})$/;

/** The holding as one `.closerank` file: a zip with `holding.json`, the record of what happened, and the pictures that plan and record name. */
export function writeCloserank(
  holding: Holding,
  pictures: Pictures = {},
  lines: readonly Line[] = [],
): Uint8Array<ArrayBuffer> {
  const laid = picturesNamed(holding, lines).flatMap((file) =>
    pictures[file] ? [[`pictures/${file}`, [pictures[file], { level: 0 }]] as const] : [],
  );
  const plan = strToU8(`${JSON.stringify(toStored(holding), null, 1)}\n`);
  refuseBeyond('The plan takes', plan.length, MOST_PLAN_MEGABYTES, () => 'Take some features away first.');
  const record = strToU8(writeLines(lines));
  refuseBeyond('The record takes', record.length, MOST_RECORD_MEGABYTES, () => sayLargest(lines));
  const size = laid.reduce((sum, [, [bytes]]) => sum + bytes.length, 0);
  refuseBeyond('The pictures take', size, MOST_PICTURE_MEGABYTES, () => 'Take some of those laid beneath away first.');
  return zipSync(
    {
      'holding.json': plan,
      'events.ndjson': record,
      ...Object.fromEntries(laid),
    },
    { mtime: ZIP_DATE, level: 6 },
  ) as Uint8Array<ArrayBuffer>;
}

/** Every picture that a plan lays beneath it or its record shows, once. */
export const picturesNamed = (holding: Pick<Holding, 'pictures'>, lines: readonly Line[]): string[] => [
  ...new Set([...holding.pictures.map(({ file }) => file), ...picturesIn(lines)]),
];

/** What can be written can be read back: what could not is refused before it is. */
function refuseBeyond(takes: string, bytes: number, most: number, advice: () => string): void {
  if (bytes > most * 1e6)
    throw new Refused(
      `${takes} ${Math.ceil(bytes / 1e6)} MB; a holding’s file carries at most ${most} MB of that. ${advice()}`,
    );
}

/** Which kind of entry takes most of a record. */
function sayLargest(lines: readonly Line[]): string {
  const sizes = new Map<string, number>();
  for (const { text } of lines) {
    const kind = /"kind":"(\w+)"/.exec(text)?.[1] ?? 'unknown';
    sizes.set(kind, (sizes.get(kind) ?? 0) + text.length);
  }
  const [kind, size] = [...sizes].sort((a, b) => b[1] - a[1])[0]!;
  return `${Math.round(size / 1e6)} MB of it are entries of the kind '${kind}'. Hand over its days to another copy of the holding, and go on in a new one.`;
}

/** What a `.closerank` file holds, and what of its record could not be read. */
export interface Carried {
  readonly holding: Holding;
  readonly pictures: Pictures;
  readonly lines: readonly Line[];
  readonly problems: readonly string[];
}

/** The holding in a `.closerank` file of any version, its pictures and its record; throws {@link Unreadable} with what is wrong with `name`. */
export function readCloserank(bytes: Uint8Array, name: string): Carried {
  checkSize(name, bytes.length, MOST_HOLDING_MEGABYTES);
  const files = entry(bytes, name);
  const result = migrate(parse(strFromU8(files['holding.json']!), name));
  if (!result.ok) return refuse(name, result.problem);
  const pictures = Object.entries(files).flatMap(([file, content]) =>
    PICTURE.test(file) ? [[PICTURE.exec(file)![1]!, content]] : [],
  );
  const read = readLines(strFromU8(files['events.ndjson'] ?? new Uint8Array()), `events.ndjson in ${name}`);
  const lines = union(result.left ? eventsLeft(result.left).map(lineOf) : [], read.lines);
  return {
    holding: result.holding,
    pictures: Object.fromEntries(pictures) as Pictures,
    lines,
    problems: read.problems,
  };
}

function entry(bytes: Uint8Array, name: string): Record<string, Uint8Array> {
  if (!isZip(bytes)) refuse(name, { code: 'not-a-holding' });
  const files = unpack(
    bytes,
    name,
    (file) => file === 'holding.json' || file === 'events.ndjson' || PICTURE.test(file),
    MOST_HOLDING_MEGABYTES,
  );
  const plan = files['holding.json'] ?? refuse(name, { code: 'not-a-holding' });
  checkSize(name, plan.length, MOST_PLAN_MEGABYTES);
  return files;
}

function parse(text: string, name: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return refuse(name, { code: 'damaged', what: 'holding.json in it is not whole' });
  }
}
