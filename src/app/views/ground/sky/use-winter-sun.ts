import { useEffect, useState } from 'react';
import type { Point } from '../../../../core/geometry/point.ts';
import type { Holding } from '../../../../core/holding/schema.ts';
import type { WinterSun } from '../../../workers/sun.worker.ts';
import { winterSun } from '../../../workers/sun.ts';
import { complain } from '../../../store/session.ts';
import type { SunMaps } from './use-sun-map.ts';

/** What the map of midwinter shows: the patches that keep `least` hours, and how aims of winter sun stand; null until the worker says. */
export function useWinterSun(
  { grid }: SunMaps,
  midwinter: Float32Array | undefined,
  { boundary, aims, features, units }: Holding,
  least: number,
): WinterSun | null {
  const [found, setFound] = useState<{ readonly of: Float32Array; readonly sun: WinterSun } | null>(null);
  useEffect(() => {
    if (!midwinter) return;
    const abort = new AbortController();
    const within = boundary?.map(({ at }): Point => at) ?? null;
    winterSun({ grid, midwinter, least, within, holding: { aims, features, units } }, abort.signal)
      .then((sun) => setFound({ of: midwinter, sun }))
      .catch((problem: unknown) => {
        if (!abort.signal.aborted) complain((problem as Error).message);
      });
    return () => abort.abort();
  }, [grid, midwinter, boundary, aims, features, units, least]);
  return found && found.of === midwinter ? found.sun : null;
}
