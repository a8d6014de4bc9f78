import { useEffect, useMemo, useState } from 'react';
import { sunGrid, type SunGrid } from '../../../../core/sun/map.ts';
import type { Holding } from '../../../../core/holding/schema.ts';
import { sunMonths } from '../../../workers/sun.ts';
import { complain } from '../../../store/session.ts';
import { groundBox } from '../ground-box.ts';

export interface SunMaps {
  readonly grid: SunGrid;
  readonly months: ReadonlyMap<number, Float32Array>;
}

/** The sun map of the ground, month by month as the worker brings them, the wanted month first. Begun anew when the ground changes. */
export function useSunMap(holding: Holding, first: number): SunMaps {
  const { place, features, terrain } = holding;
  const box = groundBox(holding).join(' ');
  const grid = useMemo(() => sunGrid(box.split(' ').map(Number) as [number, number, number, number]), [box]);
  const [months, setMonths] = useState<SunMaps['months']>(new Map());
  // Only what throws shade matters: a renamed gate must not start twelve maps anew.
  const casters = useMemo(
    () =>
      features.filter(
        ({ kind }) => kind === 'building' || kind === 'fence' || kind === 'tree' || kind === 'spotHeight',
      ),
    [features],
  );
  const shade = JSON.stringify(casters);
  useEffect(() => {
    setMonths(new Map());
    const abort = new AbortController();
    const order = [first, ...[12, 6, 3, 9, 1, 2, 4, 5, 7, 8, 10, 11].filter((month) => month !== first)];
    sunMonths(
      { place, features: JSON.parse(shade) as Holding['features'], terrain },
      grid,
      order,
      abort.signal,
      ({ month, hours }) => setMonths((known) => new Map(known).set(month, hours)),
    ).catch((problem: unknown) => {
      if (!abort.signal.aborted)
        complain(`The sun map stopped: ${(problem as Error).message}. Everything else goes on.`);
    });
    return () => abort.abort();
    // The first month only sets the order in which maps come.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [place, shade, terrain, grid]);
  return { grid, months };
}
