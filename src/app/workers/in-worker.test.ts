import { describe, expect, it, vi } from 'vitest';
import { inWorker } from './in-worker.ts';
import { told, useReading } from './reading.ts';

/** A worker that never answers; what becomes of it is told by hand. */
class Silent extends EventTarget {
  readonly postMessage = vi.fn();
  readonly terminate = vi.fn();
}
const never = () => new Promise<never>(() => undefined);
const begin = (longest?: number) => {
  const silent = new Silent();
  const abort = new AbortController();
  const life = { signal: abort.signal, what: 'Reading a.kml', ...(longest === undefined ? {} : { longest }) };
  return { silent, abort, done: inWorker(() => silent as unknown as Worker, life, never) };
};

describe(inWorker, () => {
  it('that fails, or gives what cannot be read, says so and is ended', async () => {
    for (const [event, sentence] of [
      [Object.assign(new Event('error'), { message: 'boom' }), 'Reading a.kml failed: boom. Reload'],
      [new Event('error'), 'its worker did not start'],
      [new Event('messageerror'), 'its answer could not be read'],
    ] as const) {
      const { silent, done } = begin();
      silent.dispatchEvent(event);
      await expect(done).rejects.toThrow(sentence);
      expect(silent.terminate).toHaveBeenCalledOnce();
    }
  });

  it('that never answers is ended after its time, and at once when it is no longer wanted', async () => {
    vi.useFakeTimers();
    const slow = begin(60_000);
    const said = expect(slow.done).rejects.toThrow('took more than 1 minute and was stopped');
    await vi.advanceTimersByTimeAsync(59_999);
    expect(slow.silent.terminate).not.toHaveBeenCalled();
    await vi.advanceTimersByTimeAsync(1);
    await said;
    expect(slow.silent.terminate).toHaveBeenCalledOnce();
    vi.useRealTimers();
    const { silent, abort, done } = begin();
    abort.abort();
    await expect(done).rejects.toThrow('Stopped.');
    expect(silent.terminate).toHaveBeenCalledOnce();
    await expect(
      inWorker(() => new Silent() as unknown as Worker, { signal: abort.signal, what: 'x' }, never),
    ).rejects.toThrow('Stopped.');
  });

  it('a file that takes long is told with a way to stop it, one read at once is not', async () => {
    vi.useFakeTimers();
    expect(await told('short.csv', () => Promise.resolve(3))).toBe(3);
    const long = told('long.csv', (signal) =>
      inWorker(() => new Silent() as unknown as Worker, { signal, what: 'x' }, never),
    );
    const said = expect(long).rejects.toThrow('Reading long.csv was stopped; nothing was changed.');
    await vi.advanceTimersByTimeAsync(399);
    expect(useReading.getState().now).toBeNull();
    await vi.advanceTimersByTimeAsync(1);
    expect(useReading.getState().now!.name).toBe('long.csv');
    useReading.getState().now!.stop();
    await said;
    expect(useReading.getState().now).toBeNull();
    vi.useRealTimers();
  });

  it('ends with its answer', async () => {
    const silent = new Silent();
    const { signal } = new AbortController();
    const work = vi.fn(() => Promise.resolve(7));
    const done = inWorker(() => silent as unknown as Worker, { signal, what: 'x' }, work);
    // It is asked nothing before it says that it listens.
    await Promise.resolve();
    expect(work).not.toHaveBeenCalled();
    silent.dispatchEvent(Object.assign(new Event('message'), { data: 'ready' }));
    expect(await done).toBe(7);
    expect(silent.terminate).toHaveBeenCalledOnce();
  });
});
