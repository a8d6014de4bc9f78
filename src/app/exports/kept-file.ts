import { fileSave, supported } from 'browser-fs-access';
import { create } from 'zustand';
import type { Holding } from '../../core/holding/schema.ts';
import { holdingBytes } from './export-holding.ts';
import { db } from '../store/db.ts';
import { useSession } from '../store/session.ts';
import { noteExport } from '../store/shelf.ts';

/** A file outside the browser that holds the open holding, written anew after each save. */

/** Whether this browser lets a page write to a file again and again. */
export const canKeepFile: boolean = supported;

interface KeptFile {
  readonly holding: string | null;
  readonly name: string | null;
  readonly writtenAt: number | null;
  /** Why it could not be written, in a sentence. */
  readonly problem: string | null;
}
const NONE: KeptFile = { holding: null, name: null, writtenAt: null, problem: null };
export const useKeptFile = create<KeptFile>(() => NONE);

let handle: FileSystemFileHandle | null = null;
let writing: Promise<void> = Promise.resolve();
/** A file is written a while after the last save, so that a drag does not write it twenty times, milliseconds. */
const PAUSE = 1500;

const asFile = (holding: Holding, bytes: Uint8Array<ArrayBuffer>, to: FileSystemFileHandle | null) =>
  fileSave(
    new Blob([bytes], { type: 'application/zip' }),
    { fileName: `${holding.name}.closerank`, extensions: ['.closerank'], id: 'close-rank' },
    to,
    true,
  );

/** Asks for a file and writes the holding to it, now and after each save. */
export async function nameFile(holding: Holding): Promise<void> {
  const { bytes } = await holdingBytes(holding);
  handle = (await asFile(holding, bytes, null)) as FileSystemFileHandle | null;
  if (!handle) return;
  await db.files.put({ id: holding.id, handle });
  await noted(holding);
}

/** Writes the file no more. */
export async function forgetFile(holding: string): Promise<void> {
  handle = null;
  useKeptFile.setState(NONE);
  await db.files.delete(holding);
}

/** Takes up the file that was named for a holding earlier. */
export async function takeUpFile(holding: string): Promise<void> {
  const kept = await db.files.get(holding);
  handle = kept?.handle ?? null;
  useKeptFile.setState(handle ? { ...NONE, holding, name: handle.name } : NONE);
}

async function noted(holding: Holding): Promise<void> {
  useKeptFile.setState({ holding: holding.id, name: handle!.name, writtenAt: Date.now(), problem: null });
  await noteExport(holding.id);
}

/** Writes the open holding to its file. Asked by a click, the browser may ask the steward first. */
export function writeFile(): Promise<void> {
  const { holding } = useSession.getState();
  if (!holding || !handle || useKeptFile.getState().holding !== holding.id) return writing;
  const to = handle;
  writing = writing.then(async () => {
    try {
      await asFile(holding, (await holdingBytes(holding)).bytes, to);
      await noted(holding);
    } catch {
      useKeptFile.setState({
        problem: `${to.name} could not be written: the browser asks for leave again, or the file has moved. Write it now from the menu, or name it again.`,
      });
    }
  });
  return writing;
}

let pause: ReturnType<typeof setTimeout> | undefined;
useSession.subscribe(({ savedAt }, before) => {
  if (savedAt === before.savedAt || savedAt === null) return;
  clearTimeout(pause);
  pause = setTimeout(() => void writeFile(), PAUSE);
});
