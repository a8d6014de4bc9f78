import type { Holding } from '../../core/holding/schema.ts';
import { MOST_PICTURE_MEGABYTES } from '../../core/files/problems.ts';
import { Refused } from '../../core/holding/command.ts';
import type { Pictures } from '../../core/files/closerank.ts';
import { picturesIn } from '../../core/record/lines.ts';
import { db } from './db.ts';
import { linesOf } from './record.ts';

/** The bytes of pictures that holdings lay beneath, by their SHA-256: kept once, however many holdings use them. */

/** Keeps a picture; its name among the kept comes back. */
export async function keepPicture(bytes: Uint8Array): Promise<string> {
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes.slice().buffer));
  const file = Array.from(digest, (byte) => byte.toString(16).padStart(2, '0')).join('');
  await db.pictures.put({ file, bytes });
  return file;
}

/** Keeps a picture to be laid beneath a holding; refused, kept nowhere, where its file could not carry it too. */
export async function keepFor(holding: Holding, bytes: Uint8Array): Promise<string> {
  const laid = Object.values(await picturesOf(holding)).reduce((sum, { length }) => sum + length, 0);
  if (laid + bytes.length > MOST_PICTURE_MEGABYTES * 1e6)
    throw new Refused(
      `With this one the pictures beneath would take ${Math.ceil((laid + bytes.length) / 1e6)} MB; a holding’s file carries at most ${MOST_PICTURE_MEGABYTES} MB of them. Take one away first, or make this one smaller.`,
    );
  return keepPicture(bytes);
}

export const pictureBytes = async (file: string): Promise<Uint8Array | null> =>
  (await db.pictures.get(file))?.bytes ?? null;

/** The pictures of one holding, beneath its plan and in its record, for its file. */
export async function picturesOf({ id, pictures }: Holding): Promise<Pictures> {
  const photos = picturesIn(await linesOf(id));
  const kept = await db.pictures.bulkGet([...new Set([...pictures.map(({ file }) => file), ...photos])]);
  return Object.fromEntries(kept.flatMap((one) => (one ? [[one.file, one.bytes]] : [])));
}

/** Keeps the pictures that came with a holding's file, whose names are taken from their bytes, not from the file. */
export async function keepAll(pictures: Pictures): Promise<void> {
  for (const bytes of Object.values(pictures)) await keepPicture(bytes);
}
