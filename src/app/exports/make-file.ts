import { wrap } from 'comlink';
import type { Holding } from '../../core/holding/schema.ts';
import type { ExportName } from './export-files.ts';
import type { ExportWorker } from './export.worker.ts';

/** One file of a holding, made off the main thread; aborting ends the worker and with it the work. */
export async function makeFile(
  name: ExportName,
  holding: Holding,
  planting: string | undefined,
  signal: AbortSignal,
): Promise<Uint8Array<ArrayBuffer>> {
  const worker = new Worker(new URL('./export.worker.ts', import.meta.url), { type: 'module' });
  const stopped = new Promise<never>((_, reject) =>
    signal.addEventListener('abort', () => reject(new DOMException('Stopped.', 'AbortError'))),
  );
  const broken = new Promise<never>((_, reject) =>
    worker.addEventListener('error', ({ message }) =>
      reject(
        new Error(
          `The file could not be made: ${message || 'its maker did not start'}. Reload the page and try again.`,
        ),
      ),
    ),
  );
  try {
    return (await Promise.race([
      wrap<ExportWorker>(worker).file(name, holding, planting),
      stopped,
      broken,
    ])) as Uint8Array<ArrayBuffer>;
  } finally {
    worker.terminate();
  }
}
