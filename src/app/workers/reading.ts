import { create } from 'zustand';

/** The file from outside that is being read, once that takes long enough to be told, and how it is stopped. */
export interface Reading {
  readonly name: string;
  readonly stop: () => void;
}
export const useReading = create<{ readonly now: Reading | null }>(() => ({ now: null }));

/** What is done sooner than this is not told, milliseconds. */
const SOON = 400;

/** Tells that `name` is read for as long as `work` takes; its signal is aborted when somebody stops it. */
export async function told<T>(name: string, work: (signal: AbortSignal) => Promise<T>): Promise<T> {
  const abort = new AbortController();
  const now = { name, stop: () => abort.abort() };
  const timer = setTimeout(() => useReading.setState({ now }), SOON);
  try {
    return await work(abort.signal);
  } catch (problem) {
    if (abort.signal.aborted) throw new Error(`Reading ${name} was stopped; nothing was changed.`, { cause: problem });
    throw problem;
  } finally {
    clearTimeout(timer);
    if (useReading.getState().now === now) useReading.setState({ now: null });
  }
}
