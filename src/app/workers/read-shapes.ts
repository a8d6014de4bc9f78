import { wrap } from 'comlink';
import { checkSize } from '../../core/files/problems.ts';
import type { FoundShapes } from '../../core/files/shapes.ts';
import type { Holding } from '../../core/holding/schema.ts';
import type { ShapesWorker } from './read-shapes.worker.ts';

/** Reads a file of shapes off the main thread; the worker lives as long as its file. */
export async function readInWorker(file: File, place: Holding['place']): Promise<FoundShapes> {
  checkSize(file.name, file.size);
  const worker = new Worker(new URL('./read-shapes.worker.ts', import.meta.url), { type: 'module' });
  try {
    return await wrap<ShapesWorker>(worker).read(new Uint8Array(await file.arrayBuffer()), file.name, place);
  } finally {
    worker.terminate();
  }
}
