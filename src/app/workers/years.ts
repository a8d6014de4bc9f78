import { wrap, type Remote } from 'comlink';
import type { Holding } from '../../core/holding/schema.ts';
import { READY } from './serve.ts';
import type { YearsWorker } from './years.worker.ts';

/** One holding looked at through the years in a worker of its own, begun when it is first asked. */
export interface YearsWork {
  ask(): Promise<Remote<YearsWorker>>;
  /** Ends the work, whatever it is at; asked again it begins anew. */
  end(): void;
}

/** The work on a holding; `onTrouble` is told in a sentence when it fails. */
export function yearsWork(holding: Holding, onTrouble: (sentence: string) => void): YearsWork {
  let begun: { worker: Worker; api: Promise<Remote<YearsWorker>> } | null = null;
  return {
    ask: () => (begun ??= begin(holding, onTrouble)).api,
    end: () => {
      begun?.worker.terminate();
      begun = null;
    },
  };
}

function begin(holding: Holding, onTrouble: (sentence: string) => void) {
  const worker = new Worker(new URL('./years.worker.ts', import.meta.url), { type: 'module' });
  const failed = ({ message }: { message?: string }) =>
    onTrouble(`Looking ahead failed: ${message || 'its worker did not start'}. Reload the page and try again.`);
  worker.addEventListener('error', failed);
  worker.addEventListener('messageerror', () => failed({ message: 'its answer could not be read' }));
  const ready = new Promise<void>((resolve) => {
    worker.addEventListener('message', ({ data }: { data?: unknown }) => data === READY && resolve());
  });
  const remote = wrap<YearsWorker>(worker);
  // A remote is a proxy that answers to every name, `then` too: it is never what a promise resolves to by itself.
  const api = ready.then(() => remote.open(holding)).then(() => remote as unknown as Remote<YearsWorker>);
  return { worker, api };
}
