import { strFromU8, strToU8, zipSync } from 'fflate';
import { z } from 'zod';
import { picturesIn, readLines, writeLines, type Line } from '../record/lines.ts';
import { ZIP_DATE, type Pictures } from './closerank.ts';
import { lineageOf } from '../holding/schema.ts';
import { checkSize, MOST_HOLDING_MEGABYTES, refuse, Unreadable } from './problems.ts';
import { isZip, unpack } from './unpack.ts';

/** A day file's name ends so. */
export const DAY_FILE = '.closerank-day';
const VERSION = 1;
const PICTURE = /^pictures\/([0-9a-f]{64})$/;

const HeadSchema = z.object({
  format: z.literal('close-rank-day'),
  version: z.number().int().min(1),
  /** The holding that it belongs to, and what that and its copies have in common; the holding itself where an older version wrote it. */
  holding: z.string().min(1).max(64),
  lineage: z.string().min(1).max(64).optional(),
  name: z.string().max(80),
  /** Who hands it over. */
  by: z.string().max(80),
});
export type DayHead = Omit<z.infer<typeof HeadSchema>, 'format' | 'version'>;

export interface DayFile extends DayHead {
  readonly lines: readonly Line[];
  readonly pictures: Pictures;
  /** Lines that could not be read, a sentence each. */
  readonly problems: readonly string[];
}

/** What a phone hands over: the record of a holding as it knows it, with its photos. The whole of it, so that any one day file makes good all that went before. */
export function writeDayFile(head: DayHead, lines: readonly Line[], pictures: Pictures): Uint8Array<ArrayBuffer> {
  const photos = picturesIn(lines).flatMap((file) =>
    pictures[file] ? [[`pictures/${file}`, [pictures[file], { level: 0 }]] as const] : [],
  );
  return zipSync(
    {
      'day.json': strToU8(`${JSON.stringify({ format: 'close-rank-day', version: VERSION, ...head }, null, 1)}\n`),
      'events.ndjson': strToU8(writeLines(lines)),
      ...Object.fromEntries(photos),
    },
    { mtime: ZIP_DATE, level: 6 },
  ) as Uint8Array<ArrayBuffer>;
}

/** Reads a day file; throws {@link Unreadable} where it is none, is cut short, or is of a newer Close Rank. */
export function readDayFile(bytes: Uint8Array, name: string): DayFile {
  checkSize(name, bytes.length, MOST_HOLDING_MEGABYTES);
  if (!isZip(bytes)) throw new Unreadable(noDay(name));
  const files = unpack(
    bytes,
    name,
    (file) => file === 'day.json' || file === 'events.ndjson' || PICTURE.test(file),
    MOST_HOLDING_MEGABYTES,
  );
  const written = files['day.json'];
  if (!written) throw new Unreadable(noDay(name));
  const head = HeadSchema.safeParse(jsonIn(strFromU8(written)));
  if (!head.success) return refuse(name, { code: 'damaged', what: 'day.json in it is not that of a day file' });
  if (head.data.version > VERSION)
    throw new Unreadable(
      `${name} was written by a newer Close Rank. Bring this one up to date, then drop it in again.`,
    );
  const read = readLines(strFromU8(files['events.ndjson'] ?? new Uint8Array()), `events.ndjson in ${name}`);
  return {
    holding: head.data.holding,
    ...(head.data.lineage && { lineage: head.data.lineage }),
    name: head.data.name,
    by: head.data.by,
    lines: read.lines,
    problems: read.problems,
    pictures: Object.fromEntries(
      Object.entries(files).flatMap(([file, content]) =>
        PICTURE.test(file) ? [[PICTURE.exec(file)![1]!, content]] : [],
      ),
    ),
  };
}

/** Refuses a day file that belongs to another holding. */
export function checkDayOf(
  day: DayHead,
  holding: { readonly id: string; readonly lineage?: string | undefined; readonly name: string },
  file: string,
): void {
  if ((day.lineage ?? day.holding) !== lineageOf(holding) && day.holding !== holding.id)
    throw new Unreadable(
      `${file} is a day of ${day.name || 'another holding'}, not of ${holding.name}. Open that holding and drop it there; nothing was taken in.`,
    );
}

const noDay = (name: string): string =>
  `${name} is not a day file. A phone hands one over from Field, Hand over; its name ends in ${DAY_FILE}.`;

function jsonIn(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
