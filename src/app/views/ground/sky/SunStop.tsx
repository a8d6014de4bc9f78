import { useEffect, useMemo, useState, type ReactNode } from 'react';
import type { Point } from '../../../../core/geometry/point.ts';
import { middle } from '../../../../core/geometry/polygon.ts';
import { placesIn } from '../../../../core/ground/aims.ts';
import { pointsOf } from '../../../../core/ground/features.ts';
import { monthName } from '../../../../core/ground/local-rules.ts';
import { sunScene } from '../../../../core/sun/map.ts';
import { sunAt } from '../../../../core/sun/mark.ts';
import { midwinter } from '../../../../core/sun/sun.ts';
import type { Holding } from '../../../../core/holding/schema.ts';
import { Guarded } from '../../../parts/Guarded.tsx';
import { Panel } from '../../../parts/Panel.tsx';
import { useShown } from '../../../store/derived.ts';
import { look, useLook } from '../../../store/look-at.ts';
import { StopFindings } from '../StopFindings.tsx';
import { SunFoot } from './SunFoot.tsx';
import { SunPanel } from './SunPanel.tsx';
import { middleOfGround } from '../ground-box.ts';
import type { Stop } from '../stops.ts';
import { useSunMap } from './use-sun-map.ts';

/** The stop that has the whole stage: map of a month over the plan, the mark's months at the foot, the mark beside. */
export function SunStop({ plan, stop }: { plan(children: ReactNode): ReactNode; stop: Stop }) {
  const holding = useShown();
  const { place, features, terrain } = holding;
  const [month, setMonth] = useState(midwinter(place.latitude));
  const marked = useLook((state) => state.mark);
  const maps = useSunMap(holding, month);
  const [mx, my] = marked ?? startingMark(holding);
  const mark = useMemo((): [number, number] => [mx, my], [mx, my]);
  const at = useMemo(() => sunAt(sunScene({ place, features, terrain }), mark), [place, features, terrain, mark]);
  // Shown on the plan too: figures beside it speak of a place that can be seen.
  useEffect(() => {
    if (!marked) look({ mark });
  }, [marked, mark]);
  return (
    <>
      <div className="sun-stage">
        {plan(
          <div className="plan-chip sun-key">
            Hours of sun, <b>21 {monthName(month)}</b> <span className="ramp" aria-hidden="true" /> 0 to{' '}
            {at.open[month - 1]!.toFixed(0)} h
          </div>,
        )}
        <SunFoot at={at} month={month} onMonth={setMonth} />
      </div>
      <Panel label={stop.label}>
        <Guarded part="This panel">
          <h2>{stop.label}</h2>
          <SunPanel maps={maps} month={month} mark={mark} onMonth={setMonth} />
          <StopFindings stop={stop} />
        </Guarded>
      </Panel>
    </>
  );
}

/** The place that the first aim of winter sun speaks of, else the middle of the ground. */
function startingMark(holding: Holding): Point {
  const aim = holding.aims.find(({ kind }) => kind === 'winterSun');
  const place = aim && holding.features.find(({ id }) => placesIn(aim).includes(id));
  return place ? middle(pointsOf(place)) : middleOfGround(holding);
}
