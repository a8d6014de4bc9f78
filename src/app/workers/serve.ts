import { expose } from 'comlink';

/** What a worker says once it listens. */
export const READY = 'ready';

/** Offers `api` to whoever started this worker, and says that it listens. */
export function serve(api: object): void {
  expose(api);
  postMessage(READY);
}
