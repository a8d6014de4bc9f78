import { proxy } from 'comlink';
import type { CrsChoice } from '../../core/files/crs-choices.ts';
import { checkSize, LONGEST_READ } from '../../core/files/problems.ts';
import type { FoundShapes, ReadOptions } from '../../core/files/shapes/read-shapes.ts';
import type { Holding } from '../../core/holding/schema.ts';
import { inWorker } from './in-worker.ts';
import type { FilesWorker, ReadRaster } from './read-files.worker.ts';

const start = () => new Worker(new URL('./read-files.worker.ts', import.meta.url), { type: 'module' });
const reading = (name: string, signal: AbortSignal) => ({ signal, what: `Reading ${name}`, longest: LONGEST_READ });

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
  const found = await inWorker<FilesWorker, string>(start, reading(file.name, signal), (worker) =>
    worker.shapes(bytes, file.name, place, options, proxy(onShare)),
  );
  return JSON.parse(found) as FoundShapes;
}

/** The middle of what a map file's own coordinates enclose; null when they do not say where on earth they lie. */
export async function placeInFile(file: File, signal: AbortSignal): Promise<Holding['place'] | null> {
  checkSize(file.name, file.size);
  const bytes = new Uint8Array(await file.arrayBuffer());
  return inWorker<FilesWorker, Holding['place'] | null>(start, reading(file.name, signal), (worker) =>
    worker.middle(bytes, file.name),
  );
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
  return inWorker<FilesWorker, ReadRaster>(start, reading(file.name, signal), (worker) =>
    worker.raster(bytes, file.name, place, box, crs),
  );
}
