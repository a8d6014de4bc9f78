import { transfer } from 'comlink';
import { serve } from './serve.ts';
import { cellsOf } from '../../core/files/cells.ts';
import { readClimateCsv } from '../../core/files/climate-csv.ts';
import { readCloserank } from '../../core/files/closerank.ts';
import { readDayFile } from '../../core/files/day-file.ts';
import { daysOffIn } from '../../core/files/ics.ts';
import { readPriceList, UnknownColumns, type ListMemory, type PriceList } from '../../core/files/price-list.ts';
import { checkSize, Unreadable } from '../../core/files/problems.ts';
import { decodeText } from '../../core/files/text.ts';
import type { Holding } from '../../core/holding/schema.ts';
import { ledgerOf } from '../../core/record/ledger.ts';
import { readRecord, type Line } from '../../core/record/lines.ts';
import { bookOf } from '../../core/species/book.ts';

/** Largest calendar that is read, megabytes. */
const MOST_CALENDAR = 20;

/** Does what reads a file; an error that is no sentence of ours becomes one. */
async function reading<T>(name: string, read: () => T | Promise<T>): Promise<T> {
  try {
    return await read();
  } catch (problem) {
    if (problem instanceof Unreadable) throw problem;
    throw new Unreadable(`${name} is damaged in a way that nobody foresaw. Ask its sender for a fresh copy.`);
  }
}

/** What cannot be folded here in the time there is would not be opened either. */
const folded = (lines: readonly Line[]) => ledgerOf(readRecord(lines).events);
const withPictures = <T extends { readonly pictures: Readonly<Record<string, Uint8Array>> }>(read: T): T =>
  transfer(
    read,
    Object.values(read.pictures).map(({ buffer }) => buffer as ArrayBuffer),
  );

export type PricesRead = PriceList | { readonly headings: readonly string[]; readonly sentence: string };

/** Everything that comes from outside and is no map: each is read and tried here, before anything of it is kept. */
const api = {
  holding: (bytes: Uint8Array, name: string) =>
    reading(name, () => {
      const carried = readCloserank(bytes, name);
      folded(carried.lines);
      return withPictures(carried);
    }),

  day: (bytes: Uint8Array, name: string) =>
    reading(name, () => {
      const day = readDayFile(bytes, name);
      folded(day.lines);
      return withPictures(day);
    }),

  /** A price list; or the headings of one whose columns have to be said, and why. */
  prices: (
    bytes: Uint8Array,
    name: string,
    { species, currency }: Pick<Holding, 'species' | 'currency'>,
    memory: ListMemory,
  ): Promise<PricesRead> =>
    reading(name, async () => {
      const cells = await cellsOf(bytes, name);
      try {
        return readPriceList(cells, name, bookOf({ species }), currency, memory);
      } catch (problem) {
        if (problem instanceof UnknownColumns) return { headings: problem.headings, sentence: problem.message };
        throw problem;
      }
    }),

  daysOff: (bytes: Uint8Array, name: string, today: number) =>
    reading(name, () => {
      checkSize(name, bytes.length, MOST_CALENDAR);
      return daysOffIn(decodeText(bytes, name), name, today);
    }),

  climate: (bytes: Uint8Array, name: string) =>
    reading(name, () => {
      checkSize(name, bytes.length);
      return readClimateCsv(decodeText(bytes, name), name);
    }),
};
serve(api);
export type BringInWorker = typeof api;
