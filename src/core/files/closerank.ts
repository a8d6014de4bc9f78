import { strFromU8, strToU8, zipSync } from 'fflate';
import { migrate, toStored } from '../holding/migrate.ts';
import type { Holding } from '../holding/schema.ts';
import { checkSize, refuse } from './problems.ts';
import { isZip, unpack } from './unpack.ts';

/** Every entry carries this date, so that one plan always makes the same bytes. */
export const ZIP_DATE = '1980-01-01T12:00:00';

/** Pictures laid beneath, by the SHA-256 of their bytes. */
export type Pictures = Readonly<Record<string, Uint8Array>>;
const PICTURE = /^pictures\/([0-9a-f]{64})$/;

/** The holding as one `.closerank` file: a zip with `holding.json`, the (still empty) record of events, and the pictures that it lays beneath. */
export function writeCloserank(holding: Holding, pictures: Pictures = {}): Uint8Array<ArrayBuffer> {
  const laid = holding.pictures.flatMap(({ file }) =>
    pictures[file] ? [[`pictures/${file}`, [pictures[file], { level: 0 }]] as const] : [],
  );
  return zipSync(
    {
      'holding.json': strToU8(`${JSON.stringify(toStored(holding), null, 1)}\n`),
      'events.ndjson': strToU8(''),
      ...Object.fromEntries(laid),
    },
    { mtime: ZIP_DATE, level: 6 },
  ) as Uint8Array<ArrayBuffer>;
}

/** The holding in a `.closerank` file of any version, and its pictures; throws {@link Unreadable} with what is wrong with `name`. */
export function readCloserank(bytes: Uint8Array, name: string): { holding: Holding; pictures: Pictures } {
  checkSize(name, bytes.length);
  const files = entry(bytes, name);
  const result = migrate(parse(strFromU8(files['holding.json']!), name));
  if (!result.ok) return refuse(name, result.problem);
  const pictures = Object.entries(files).flatMap(([file, content]) =>
    PICTURE.test(file) ? [[PICTURE.exec(file)![1]!, content]] : [],
  );
  return { holding: result.holding, pictures: Object.fromEntries(pictures) as Pictures };
}

function entry(bytes: Uint8Array, name: string): Record<string, Uint8Array> {
  if (!isZip(bytes)) refuse(name, { code: 'not-a-holding' });
  const files = unpack(bytes, name, (file) => file === 'holding.json' || PICTURE.test(file));
  return files['holding.json'] ? files : refuse(name, { code: 'not-a-holding' });
}

function parse(text: string, name: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return refuse(name, { code: 'damaged', what: 'holding.json in it is not whole' });
  }
}
