import { wrap, type Remote } from 'comlink';
import { READY } from './serve.ts';
import type { YearsWorker } from './years.worker.ts';

/** A worker that looks ahead, begun when it is first asked. */
export interface YearsWork {
  ask(): Promise<Remote<YearsWorker>>;
  /** Ends the work, whatever it is at; asked again it begins anew. */
  end(): void;
}

/** `onTrouble` is told in a sentence when the worker fails. */
export function yearsWork(onTrouble: (sentence: string) => void): YearsWork {
  let begun: { worker: Worker; api: Promise<Remote<YearsWorker>> } | null = null;
  return {
    ask: () => (begun ??= begin(onTrouble)).api,
    end: () => {
      begun?.worker.terminate();
      begun = null;
    },
  };
}

function begin(onTrouble: (sentence: string) => void) {
  const worker = new Worker(new URL('./years.worker.ts', import.meta.url), { type: 'module' });
  const failed = ({ message }: { message?: string }) =>
    onTrouble(`Looking ahead failed: ${message || 'its worker did not start'}. Reload the page and try again.`);
  worker.addEventListener('error', failed);
  worker.addEventListener('messageerror', () => failed({ message: 'its answer could not be read' }));
  const api = new Promise<Remote<YearsWorker>>((resolve) => {
    worker.addEventListener(
      'message',
      ({ data }: { data?: unknown }) => data === READY && resolve(wrap<YearsWorker>(worker)),
    );
  });
  return { worker, api };
}
