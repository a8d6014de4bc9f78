import { Button, Select, Slider } from 'antd';
import { Suspense, useMemo, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { Link } from 'react-router';
import type { Outlook } from '../../../core/effects/outlook.ts';
import { standingView } from '../../../core/effects/standing-view.ts';
import { bearing, compassName, type Point } from '../../../core/geometry/point.ts';
import { middle } from '../../../core/geometry/polygon.ts';
import { featuresOf, nameOf } from '../../../core/ground/features.ts';
import { daySuns, midsummer, midwinter } from '../../../core/sun/sun.ts';
import type { FeatureOf } from '../../../core/holding/ground-schema.ts';
import type { Holding } from '../../../core/holding/schema.ts';
import type { StandYears } from '../../../core/years/stand-years.ts';
import { later } from '../../parts/later.ts';
import type { Looking } from './StandingScene.tsx';
import type { YearSeason } from './YearsPanel.tsx';

const StandingScene = later(() => import('./StandingScene.tsx'), 'StandingScene');

let inSpace: boolean | null = null;
/** Whether this browser draws in space at all; asked once, for every asking takes one of the few contexts that there are. */
export function drawsInSpace(): boolean {
  try {
    inSpace ??= document.createElement('canvas').getContext('webgl2') !== null;
  } catch {
    inSpace = false;
  }
  return inSpace;
}

const TURN = 8;
const TILT = { step: 4, most: 40 };

/** Where the sun stands at an hour of the middle of the season; null while it is down. */
function useSun(place: Holding['place'], season: YearSeason, hour: number) {
  const suns = useMemo(() => {
    const { latitude } = place;
    return daySuns(place, { month: season === 'summer' ? midsummer(latitude) : midwinter(latitude), stepMinutes: 30 });
  }, [place, season]);
  return suns.find(({ time }) => Math.abs(time - hour) <= 0.3) ?? null;
}

/** From an eye towards the middle of the planting, and turned from there. */
function lookingFrom(
  from: FeatureOf<'viewpoint'>,
  { laid: { layout } }: StandYears,
  { relief }: Outlook,
  turned: { readonly by: number; readonly tilt: number },
): Looking {
  const to: Point = layout.baseline ? middle(layout.baseline.line.points) : [0, 0];
  return {
    eye: [from.at[0], from.at[1], (relief?.heightAt(from.at) ?? 0) + from.eye],
    bearing: bearing(from.at, to) + turned.by,
    tilt: turned.tilt,
  };
}

/** The view from a standing point in the year and season shown; turned by keys, by buttons or by dragging. */
export function StandingView({
  outlook,
  stand,
  year,
  season,
}: {
  outlook: Outlook;
  stand: StandYears;
  year: number;
  season: YearSeason;
}) {
  const { holding, relief } = outlook;
  const points = featuresOf(holding.features, 'viewpoint');
  const [chosen, setChosen] = useState(points[0]?.id);
  const from = points.find(({ id }) => id === chosen) ?? points[0];
  const [turned, setTurned] = useState({ by: 0, tilt: 0 });
  const [hour, setHour] = useState(12);
  const view = useMemo(() => standingView(outlook, year, season === 'summer'), [outlook, year, season]);
  const sun = useSun(holding.place, season, hour);
  const looking = from && lookingFrom(from, stand, outlook, turned);
  if (!from || !looking)
    return (
      <p className="view-empty">
        Nowhere to stand yet. Draw a viewing point, such as a window or a gate, under{' '}
        <Link to={`/h/${holding.id}/ground`}>Ground</Link>.
      </p>
    );
  const turn = (by: number, tilt = 0) =>
    setTurned((now) => ({ by: now.by + by, tilt: Math.min(TILT.most, Math.max(-TILT.most, now.tilt + tilt)) }));
  const onKey = (event: KeyboardEvent) => {
    const moves: Readonly<Record<string, () => void>> = {
      ArrowLeft: () => turn(-TURN),
      ArrowRight: () => turn(TURN),
      ArrowUp: () => turn(0, TILT.step),
      ArrowDown: () => turn(0, -TILT.step),
    };
    const move = moves[event.key];
    if (!move) return;
    event.preventDefault();
    move();
  };
  const onDrag = ({ buttons, movementX, movementY }: PointerEvent) => {
    if (buttons & 1) turn(-movementX / 6, movementY / 6);
  };
  const towards = compassName(((looking.bearing % 360) + 360) % 360);
  return (
    <div className="standing">
      <div className="view-tools">
        <Select
          size="small"
          aria-label="Standing at"
          value={from.id}
          options={points.map((point) => ({ value: point.id, label: nameOf(point) }))}
          onChange={(next) => {
            setChosen(next);
            setTurned({ by: 0, tilt: 0 });
          }}
        />
        <Button size="small" aria-label="Turn left" onClick={() => turn(-TURN)}>
          ←
        </Button>
        <span data-testid="view-towards">looking {towards}</span>
        <Button size="small" aria-label="Turn right" onClick={() => turn(TURN)}>
          →
        </Button>
        <span className="soft">{hour}:00</span>
        <Slider
          className="hour"
          min={4}
          max={21}
          value={hour}
          onChange={setHour}
          tooltip={{ open: false }}
          ariaLabelForHandle="Hour of the sun"
        />
      </div>
      <div
        className="view-canvas"
        tabIndex={0}
        role="application"
        aria-label={`View from ${nameOf(from)}: turn with the arrow keys`}
        onKeyDown={onKey}
        onPointerMove={onDrag}
      >
        <Suspense fallback={<p className="view-empty">Setting up the view.</p>}>
          <StandingScene
            view={view}
            looking={looking}
            sun={sun}
            relief={relief}
            label={`From ${nameOf(from)}, looking ${towards}, year ${year}, ${season === 'summer' ? 'in leaf' : 'leafless'}`}
          />
        </Suspense>
      </div>
    </div>
  );
}
