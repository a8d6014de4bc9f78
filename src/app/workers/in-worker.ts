import { wrap, type Remote } from 'comlink';
import { READY } from './serve.ts';
import { counted } from '../../core/units/quantities.ts';

interface Life {
  readonly signal: AbortSignal;
  /** What is said when the worker fails or never answers: what was asked of it, as the subject of a sentence. */
  readonly what: string;
  /** Longest that it may take, milliseconds. */
  readonly longest?: number;
}

/**
 * Does one thing in a worker of its own, which ends with it: aborting ends the worker and with it the work, and a
 * worker that fails, cannot start or never answers ends in an error that says so.
 */
export async function inWorker<Api, T>(
  start: () => Worker,
  { signal, what, longest = 120_000 }: Life,
  work: (api: Remote<Api>) => Promise<T>,
): Promise<T> {
  if (signal.aborted) throw new DOMException('Stopped.', 'AbortError');
  const worker = start();
  let timer: ReturnType<typeof setTimeout> | undefined;
  const ended = new Promise<never>((_, reject) => {
    signal.addEventListener('abort', () => reject(new DOMException('Stopped.', 'AbortError')));
    const failed = ({ message }: { message?: string }) =>
      reject(new Error(`${what} failed: ${message || 'its worker did not start'}. Reload the page and try again.`));
    worker.addEventListener('error', failed);
    worker.addEventListener('messageerror', () => failed({ message: 'its answer could not be read' }));
    timer = setTimeout(
      () =>
        reject(new Error(`${what} took more than ${counted(Math.round(longest / 60_000), 'minute')} and was stopped.`)),
      longest,
    );
  });
  // Only then does it listen: what it needs of species comes after its script, and a question before is lost.
  const ready = new Promise<void>((resolve) => {
    worker.addEventListener('message', ({ data }: { data?: unknown }) => data === READY && resolve());
  });
  try {
    return await Promise.race([ready.then(() => work(wrap<Api>(worker))), ended]);
  } finally {
    clearTimeout(timer);
    worker.terminate();
  }
}
