import { Segmented, Select } from 'antd';
import { useState } from 'react';
import { openHours } from '../../../core/effects/light-map.ts';
import type { Outlook } from '../../../core/effects/outlook.ts';
import type { Point } from '../../../core/geometry/point.ts';
import { monthName } from '../../../core/ground/local-rules.ts';
import { midsummer, midwinter } from '../../../core/sun/sun.ts';
import { useYearMap, type MapOf } from '../../parts/use-years.ts';
import { EffectMap, useMapGrids } from './EffectMap.tsx';
import type { YearSeason } from './YearsPanel.tsx';

const MONTHS = Array.from({ length: 12 }, (_, m) => m + 1);
/** Wind cut, 0 to this share, is painted. */
const MOST_CUT = 70;

/** Shelter or sun over the whole holding in one year, with the section on it. */
export function Maps({
  outlook,
  year,
  season,
  section,
  onPoint,
}: {
  outlook: Outlook;
  year: number;
  season: YearSeason;
  section: readonly [Point, Point] | null;
  onPoint(p: Point): void;
}) {
  const [of, setOf] = useState<MapOf['of']>('wind');
  const [chosen, setChosen] = useState<number | null>(null);
  const { place, climate } = outlook.holding;
  const month = chosen ?? (season === 'summer' ? midsummer(place.latitude) : midwinter(place.latitude));
  const grids = useMapGrids();
  const what: MapOf = of === 'wind' ? { of, season } : { of, month };
  const map = useYearMap(outlook.holding, grids, what, year);
  const fits = map?.key === JSON.stringify(what);
  const open = openHours(month, place);
  return (
    <section className="years-map" aria-label="Map">
      <header>
        <h2>{of === 'wind' ? 'Shelter' : 'Sun'}</h2>
        <Segmented<MapOf['of']>
          size="small"
          aria-label="Map of"
          value={of}
          onChange={setOf}
          options={[
            { value: 'wind', label: 'Wind' },
            { value: 'light', label: 'Sun' },
          ]}
        />
        {of === 'light' && (
          <Select
            size="small"
            aria-label="Month of the map"
            value={month}
            options={MONTHS.map((one) => ({ value: one, label: monthName(one) }))}
            onChange={setChosen}
          />
        )}
      </header>
      {of === 'wind' && !climate?.rose ? (
        <p className="soft">No wind is known here. Tell it under Ground, Sun and wind.</p>
      ) : (
        <>
          <EffectMap
            grid={fits ? map.grid : grids[0]!}
            values={fits ? (of === 'wind' ? map.values : map.values.map((hours) => open - hours)) : null}
            most={of === 'wind' ? MOST_CUT : open}
            colour={of === 'wind' ? 'water' : 'ink'}
            section={section}
            onPoint={onPoint}
            busy={!fits}
            label={
              of === 'wind'
                ? `Wind cut in ${season}, year ${year}`
                : `Sun lost on the 21st of ${monthName(month)}, year ${year}`
            }
          />
          <p className="soft map-key">
            <span className={`ramp is-${of}`} aria-hidden="true" />{' '}
            {of === 'wind'
              ? `0 to ${MOST_CUT} % of the wind cut, mean over the ${season} winds; red where it is faster.`
              : `Full sun to none, of ${open.toFixed(0)} h on 21 ${monthName(month)}.`}{' '}
            {!fits && 'Being worked out.'}
          </p>
        </>
      )}
    </section>
  );
}
