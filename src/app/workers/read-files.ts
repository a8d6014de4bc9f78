import { proxy, wrap, type Remote } from 'comlink';
import type { CrsChoice } from '../../core/files/crs-choices.ts';
import { checkSize } from '../../core/files/problems.ts';
import type { FoundShapes, ReadOptions } from '../../core/files/shapes/read-shapes.ts';
import type { Holding } from '../../core/holding/schema.ts';
import type { FilesWorker, ReadRaster } from './read-files.worker.ts';

/** Longest that one file is read, milliseconds: after that it is damaged in some way nobody foresaw. */
const LONGEST = 60_000;

/** Does one thing in a worker of its own, which ends with it: aborting ends the worker and with it the work. */
async function inWorker<T>(
  name: string,
  signal: AbortSignal,
  work: (worker: Remote<FilesWorker>) => Promise<T>,
): Promise<T> {
  const worker = new Worker(new URL('./read-files.worker.ts', import.meta.url), { type: 'module' });
  const ended = new Promise<never>((_, reject) => {
    signal.addEventListener('abort', () => reject(new DOMException('Stopped.', 'AbortError')));
    worker.addEventListener('error', ({ message }) =>
      reject(
        new Error(
          `${name} could not be read: ${message || 'its reader did not start'}. Reload the page and try again.`,
        ),
      ),
    );
    setTimeout(
      () =>
        reject(
          new Error(
            `${name} was not read within a minute. It may be damaged, or far too large: export a smaller part of it.`,
          ),
        ),
      LONGEST,
    );
  });
  try {
    return await Promise.race([work(wrap<FilesWorker>(worker)), ended]);
  } finally {
    worker.terminate();
  }
}

/** The shapes in a map file, read off the main thread. */
export async function readShapeFile(
  file: File,
  place: Holding['place'],
  options: ReadOptions,
  signal: AbortSignal,
  onShare: (share: number) => void,
): Promise<FoundShapes> {
  checkSize(file.name, file.size);
  const bytes = new Uint8Array(await file.arrayBuffer());
  return JSON.parse(
    await inWorker(file.name, signal, (worker) => worker.shapes(bytes, file.name, place, options, proxy(onShare))),
  ) as FoundShapes;
}

/** An elevation grid or a picture that says where it lies, read off the main thread. */
export async function readRasterFile(
  file: File,
  place: Holding['place'],
  box: readonly [number, number, number, number],
  crs: Exclude<CrsChoice, 'declared'>,
  signal: AbortSignal,
): Promise<ReadRaster> {
  checkSize(file.name, file.size);
  const bytes = new Uint8Array(await file.arrayBuffer());
  return inWorker(file.name, signal, (worker) => worker.raster(bytes, file.name, place, box, crs));
}
