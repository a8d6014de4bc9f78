import type { SunGrid } from '../../core/sun/map.ts';
import type { Holding } from '../../core/holding/schema.ts';
import { inWorker } from './in-worker.ts';
import type { SunWorker, WinterAsked, WinterSun } from './sun.worker.ts';

const start = () => new Worker(new URL('./sun.worker.ts', import.meta.url), { type: 'module' });

export interface SunMonth {
  readonly month: number;
  readonly hours: Float32Array<ArrayBuffer>;
}

/**
 * The sun map of each month in the order asked, one after another as they come: a coarse first of the first,
 * then each in full. Aborting ends the worker and with it the work; a worker that fails rejects.
 */
export async function sunMonths(
  ground: Pick<Holding, 'place' | 'features' | 'terrain'>,
  grid: SunGrid,
  months: readonly number[],
  signal: AbortSignal,
  onMonth: (month: SunMonth) => void,
): Promise<void> {
  const steps = months.flatMap((month, i) => (i === 0 ? [90, 20] : [20]).map((minutes) => [month, minutes] as const));
  await inWorker<SunWorker, void>(start, { signal, what: 'Working out the sun' }, async (sun) => {
    for (const [month, stepMinutes] of steps) {
      const hours = await sun.month(ground, grid, month, stepMinutes);
      if (signal.aborted) return;
      onMonth({ month, hours: hours as Float32Array<ArrayBuffer> });
    }
  });
}

/** What the map of midwinter shows; aborting ends the work. */
export const winterSun = (asked: WinterAsked, signal: AbortSignal): Promise<WinterSun> =>
  inWorker<SunWorker, WinterSun>(start, { signal, what: 'Looking for the winter sun' }, (sun) => sun.winter(asked));
