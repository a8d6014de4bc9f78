import { useEffect, useMemo, useRef, useState } from 'react';
import type { Verdict } from '../../core/aims/verdict.ts';
import { Outlook } from '../../core/effects/outlook.ts';
import type { Season } from '../../core/holding/ground-schema.ts';
import type { Holding } from '../../core/holding/schema.ts';
import { asFound } from '../../core/record/as-found.ts';
import type { SunGrid } from '../../core/sun/map.ts';
import { useWorked } from '../store/derived.ts';
import { useLedger } from '../store/record.ts';
import { complain, useSession } from '../store/session.ts';
import type { OfferedRemedy, YearPlaces } from '../workers/years.worker.ts';
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

/** A worker that looks ahead, for as long as what asks it is on the screen. */
export function useYearsWork(): YearsWork {
  const work = useMemo(() => yearsWork(complain), []);
  useEffect(() => () => work.end(), [work]);
  return work;
}

/** Verdicts on the aims of a holding, with whether they are those of the holding as it is now. */
export interface Verdicts {
  readonly of: Holding | null;
  readonly verdicts: ReadonlyMap<string, Verdict>;
}

/**
 * Verdicts as they come, one after another; the last stand until new ones are there. While the holding changes faster than
 * it is judged, only its newest state is. `quick` leaves out the bounds.
 */
export function useVerdicts(holding: Holding, work: YearsWork, quick = false): Verdicts {
  const [known, setKnown] = useState<Verdicts>({ of: null, verdicts: new Map() });
  const newest = useRef(holding);
  const busy = useRef(false);
  useEffect(() => {
    newest.current = holding;
    if (busy.current) return;
    busy.current = true;
    const follow = async () => {
      const api = await work.ask();
      for (let done: Holding | null = null; done !== newest.current;) {
        const asked: Holding = newest.current;
        await api.open(asked, quick);
        for (const { id } of asked.aims) {
          if (newest.current !== asked) break;
          const verdict = await api.verdict(id);
          if (verdict) setKnown(({ verdicts }) => ({ of: asked, verdicts: new Map(verdicts).set(id, verdict) }));
        }
        done = asked;
      }
    };
    void follow().finally(() => (busy.current = false));
  }, [holding, work, quick]);
  return known;
}

/** What may be done for one aim; null while it is being tried out. */
export function useRemedies(aim: string | null, holding: Holding, work: YearsWork): readonly OfferedRemedy[] | null {
  const [found, setFound] = useState<{ aim: string; of: Holding; remedies: readonly OfferedRemedy[] } | null>(null);
  useEffect(() => {
    if (!aim) return undefined;
    let gone = false;
    void work
      .ask()
      .then((api) => api.remedies(aim))
      .then((remedies) => !gone && setFound({ aim, of: holding, remedies }));
    return () => {
      gone = true;
    };
  }, [aim, holding, work]);
  return found && found.aim === aim && found.of === holding ? found.remedies : null;
}

export type MapOf = { readonly of: 'wind'; readonly season: Season } | { readonly of: 'light'; readonly month: number };

/** Wind and sun at every place of the holding in one year; the last year's stand until the new are there. */
export function useYearPlaces(holding: Holding, year: number): YearPlaces | null {
  const work = useYearsWork();
  const [found, setFound] = useState<YearPlaces | null>(null);
  const opened = useRef<Holding | null>(null);
  useEffect(() => {
    let gone = false;
    void work.ask().then(async (api) => {
      if (opened.current !== holding) {
        opened.current = holding;
        await api.open(holding, false);
      }
      if (gone) return;
      const places = await api.places(year);
      if (!gone) setFound(places);
    });
    return () => {
      gone = true;
    };
  }, [work, holding, year]);
  return found;
}

/** A map as it is painted: its grid, and a value for each cell. */
export interface YearMap {
  readonly grid: SunGrid;
  readonly values: Float32Array;
  /** What it shows. */
  readonly key: string;
}

/** A map of one year as the worker brings it: on the first grid, which is coarse, then on the finer; the last one stands until the next is there. */
export function useYearMap(holding: Holding, grids: readonly SunGrid[], what: MapOf, year: number): YearMap | null {
  const work = useYearsWork(); // of its own: a map does not wait for verdicts
  const [map, setMap] = useState<YearMap | null>(null);
  const asked = useRef(0);
  const opened = useRef<Holding | null>(null);
  const key = JSON.stringify(what);
  useEffect(() => {
    let gone = false;
    const mine = ++asked.current;
    const wanted = JSON.parse(key) as MapOf;
    void work.ask().then(async (api) => {
      if (opened.current !== holding) {
        opened.current = holding;
        await api.open(holding, false);
      }
      for (const grid of grids) {
        if (gone) return;
        const values = await (wanted.of === 'wind'
          ? api.wind(grid, wanted.season, year, mine)
          : api.light(grid, wanted.month, year, mine));
        if (gone || !values) return;
        setMap({ grid, values: values as Float32Array, key });
      }
    });
    return () => {
      gone = true;
    };
  }, [work, holding, grids, key, year]);
  return map;
}
