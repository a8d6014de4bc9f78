import type { Remote } from 'comlink';
import { checkSize, LONGEST_READ, MOST_HOLDING_MEGABYTES } from '../../core/files/problems.ts';
import type { BringInWorker } from './bring-in.worker.ts';
import { inWorker } from './in-worker.ts';
import { told } from './reading.ts';

const start = () => new Worker(new URL('./bring-in.worker.ts', import.meta.url), { type: 'module' });

/**
 * Reads a file from outside in a worker of its own, for at most a minute: `read` asks the worker. Rejects with a sentence
 * where the file cannot be read, or was stopped.
 */
export async function bringIn<T>(
  file: File,
  read: (worker: Remote<BringInWorker>, bytes: Uint8Array) => Promise<T>,
): Promise<T> {
  checkSize(file.name, file.size, MOST_HOLDING_MEGABYTES);
  const bytes = new Uint8Array(await file.arrayBuffer());
  return told(file.name, (signal) =>
    inWorker<BringInWorker, T>(start, { signal, what: `Reading ${file.name}`, longest: LONGEST_READ }, (worker) =>
      read(worker, bytes),
    ),
  );
}
