import { strFromU8, strToU8, unzipSync, zipSync, type UnzipFileInfo } from 'fflate';
import { migrate, toStored } from '../holding/migrate.ts';
import type { Holding } from '../holding/schema.ts';
import { checkSize, MOST_MEGABYTES, refuse } from './problems.ts';

/** Every entry carries this date, so that one plan always makes the same bytes. */
export const ZIP_DATE = '1980-01-01T12:00:00';

/** The holding as one `.closerank` file: a zip with `holding.json` and the (still empty) record of events. */
export const writeCloserank = (holding: Holding): Uint8Array<ArrayBuffer> =>
  zipSync(
    { 'holding.json': strToU8(`${JSON.stringify(toStored(holding), null, 1)}\n`), 'events.ndjson': strToU8('') },
    { mtime: ZIP_DATE, level: 6 },
  ) as Uint8Array<ArrayBuffer>;

/** The holding in a `.closerank` file of any version; throws {@link Unreadable} with what is wrong with `name`. */
export function readCloserank(bytes: Uint8Array, name: string): Holding {
  checkSize(name, bytes.length);
  const result = migrate(parse(entry(bytes, name), name));
  return result.ok ? result.holding : refuse(name, result.problem);
}

function entry(bytes: Uint8Array, name: string): string {
  if (bytes[0] !== 0x50 || bytes[1] !== 0x4b) refuse(name, { code: 'not-a-holding' });
  let tooBig = 0;
  const filter = ({ name: file, originalSize }: UnzipFileInfo) => {
    if (file !== 'holding.json') return false;
    if (originalSize > MOST_MEGABYTES * 1e6) tooBig = originalSize; // a zip bomb says its size before it goes off
    return !tooBig;
  };
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, { filter });
  } catch {
    return refuse(name, { code: 'damaged', what: 'the zip in it ends early or is broken' });
  }
  if (tooBig) refuse(name, { code: 'too-big', megabytes: Math.round(tooBig / 1e6), most: MOST_MEGABYTES });
  return files['holding.json'] ? strFromU8(files['holding.json']) : refuse(name, { code: 'not-a-holding' });
}

function parse(text: string, name: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return refuse(name, { code: 'damaged', what: 'holding.json in it is not whole' });
  }
}
