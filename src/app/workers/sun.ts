import { wrap } from 'comlink';
import type { SunGrid } from '../../core/ground/sun-map.ts';
import type { Holding } from '../../core/holding/schema.ts';
import type { SunWorker } from './sun.worker.ts';

export interface SunMonth {
  readonly month: number;
  readonly hours: Float32Array<ArrayBuffer>;
}

/**
 * The sun map of each month in the order asked, one after another as they come: a coarse first of the first,
 * then each in full. Aborting ends the worker and with it the work.
 */
export async function sunMonths(
  ground: Pick<Holding, 'place' | 'features' | 'terrain'>,
  grid: SunGrid,
  months: readonly number[],
  signal: AbortSignal,
  onMonth: (month: SunMonth) => void,
): Promise<void> {
  const worker = new Worker(new URL('./sun.worker.ts', import.meta.url), { type: 'module' });
  signal.addEventListener('abort', () => worker.terminate());
  const sun = wrap<SunWorker>(worker);
  const steps = months.flatMap((month, i) =>
    i === 0
      ? [
          [month, 90],
          [month, 20],
        ]
      : [[month, 20]],
  );
  for (const [month, stepMinutes] of steps) {
    const hours = await sun.month(ground, grid, month!, stepMinutes!);
    if (signal.aborted) return;
    onMonth({ month: month!, hours: hours as Float32Array<ArrayBuffer> });
  }
  worker.terminate();
}
