import { useEffect, useMemo, useRef, useState } from 'react';
import type { Verdict } from '../../core/aims/verdict.ts';
import { Outlook } from '../../core/effects/outlook.ts';
import type { Season } from '../../core/holding/ground-schema.ts';
import type { Holding } from '../../core/holding/schema.ts';
import type { SunGrid } from '../../core/sun/map.ts';
import { useWorked } from '../store/derived.ts';
import { asFound } from '../../core/record/as-found.ts';
import { useLedger } from '../store/record.ts';
import { complain, useSession } from '../store/session.ts';
import type { OfferedRemedy } from '../workers/years.worker.ts';
import { yearsWork, type YearsWork } from '../workers/years.ts';

/** The holding through the years, for what is quick enough to be worked out while it is drawn. */
export function useOutlook(): Outlook {
  const { holding, all } = useWorked();
  return useMemo(() => new Outlook(holding, all), [holding, all]);
}

/** The holding as it is kept, whatever is tried out over it, with what the record knows of its ground. */
export function useKept(): Holding {
  const ledger = useLedger();
  return asFound(
    useSession((state) => state.holding!),
    ledger,
  );
}

/** A worker that knows a holding; begun anew when that changes, none where there is none. */
export function useYearsWork(holding: Holding | null): YearsWork | null {
  const work = useMemo(() => holding && yearsWork(holding, complain), [holding]);
  useEffect(() => () => work?.end(), [work]);
  return work;
}

/** Verdicts on the aims, one after another as they come; those of an older plan are gone at once. */
export function useVerdicts(holding: Holding, work: YearsWork | null): ReadonlyMap<string, Verdict> {
  const [known, setKnown] = useState<{ of: YearsWork | null; verdicts: ReadonlyMap<string, Verdict> }>(NONE);
  useEffect(() => {
    if (!work) return undefined;
    let gone = false;
    void work.ask().then(async (api) => {
      for (const { id } of holding.aims) {
        const verdict = await api.verdict(id);
        if (gone) return;
        if (verdict)
          setKnown(({ of, verdicts }) => ({
            of: work,
            verdicts: new Map(of === work ? verdicts : []).set(id, verdict),
          }));
      }
    });
    return () => {
      gone = true;
    };
  }, [holding, work]);
  return known.of === work ? known.verdicts : NONE.verdicts;
}
const NONE = { of: null, verdicts: new Map<string, Verdict>() };

/** What may be done for one aim; null while it is being tried out. */
export function useRemedies(aim: string | null, work: YearsWork | null): readonly OfferedRemedy[] | null {
  const [found, setFound] = useState<{ aim: string; of: YearsWork; remedies: readonly OfferedRemedy[] } | null>(null);
  useEffect(() => {
    if (!aim || !work) return undefined;
    let gone = false;
    void work
      .ask()
      .then((api) => api.remedies(aim))
      .then((remedies) => !gone && setFound({ aim, of: work, remedies }));
    return () => {
      gone = true;
    };
  }, [aim, work]);
  return found && found.aim === aim && found.of === work ? found.remedies : null;
}

export type MapOf = { readonly of: 'wind'; readonly season: Season } | { readonly of: 'light'; readonly month: number };

/** A map of one year as the worker brings it; the last one stands until the next is there. */
export function useYearMap(
  work: YearsWork | null,
  grid: SunGrid,
  what: MapOf,
  year: number,
): { values: Float32Array; key: string } | null {
  const [map, setMap] = useState<{ values: Float32Array; key: string } | null>(null);
  const asked = useRef(0);
  const key = JSON.stringify(what);
  useEffect(() => {
    if (!work) return undefined;
    let gone = false;
    const mine = ++asked.current;
    const wanted = JSON.parse(key) as MapOf;
    void work
      .ask()
      .then((api) =>
        wanted.of === 'wind' ? api.wind(grid, wanted.season, year, mine) : api.light(grid, wanted.month, year, mine),
      )
      .then((values) => !gone && values && setMap({ values: values as Float32Array, key }));
    return () => {
      gone = true;
    };
  }, [work, grid, key, year]);
  return map;
}
