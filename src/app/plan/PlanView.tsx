import { Suspense, useEffect, useEffectEvent, useRef, useState, type ReactNode } from 'react';
import type { Point } from '../../core/geometry/point.ts';
import { plantNamed } from '../../core/ranks/stand.ts';
import { useTokens } from '../look/Look.tsx';
import { useGrown, useRinged, useWorked, type Worked } from '../store/derived.ts';
import { look, useLook } from '../store/look-at.ts';
import { PlanMap } from './PlanMap.ts';
import type { Picked } from './pointing.ts';
import { usePictures } from './use-pictures.ts';
import { useKeys } from '../parts/keys.ts';
import { After } from '../parts/After.tsx';
import { later } from '../parts/later.ts';

const Inset = later(() => import('./Inset.tsx'), 'Inset');
const SketchBar = later(() => import('./SketchBar.tsx'), 'SketchBar');

/** Hosts the map: React owns the element, PlanMap owns what is drawn in it. `planting` is the one in hand. */
export function PlanView({
  planting,
  year,
  children,
}: {
  planting: string | null;
  year: number;
  children?: ReactNode;
}) {
  const worked = useWorked();
  const tokens = useTokens();
  const { selection, sketch, goTo, overlay, mark, section, zones } = useLook();
  const pictures = usePictures();
  const ringed = useRinged();
  const grown = useGrown();
  const { holding, all } = worked;

  const { element, map } = useMap(worked, planting);
  const stand = planting ? worked.laid(planting)?.layout.stand : undefined;
  const chosenIndex = selection?.what === 'plant' && stand ? plantNamed(stand, selection.row, selection.place) : null;

  useEffect(() => {
    map?.show({
      holding,
      all,
      active: planting,
      year,
      grown,
      ringed,
      chosen: chosenIndex,
      tokens,
      selection,
      sketch,
      editable: planting ? 'planting' : 'ground',
      overlay,
      mark: planting ? null : mark,
      section: planting ? null : section,
      zones,
      pictures,
    });
  }, [
    map,
    holding,
    all,
    planting,
    year,
    grown,
    ringed,
    chosenIndex,
    tokens,
    selection,
    sketch,
    overlay,
    mark,
    section,
    zones,
    pictures,
  ]);

  useEffect(() => {
    if (goTo) map?.reveal(goTo.points);
  }, [map, goTo]);

  useKeys({
    '0': () => map?.fit(),
    '+': () => map?.zoom(1.5),
    '-': () => map?.zoom(1 / 1.5),
  });

  return (
    <div className="plan">
      <div
        ref={element}
        className="plan-map"
        data-testid="plan.map"
        role="application"
        aria-label={`Plan of ${holding.name}. Zoom with + and -, fit with 0. Everything on it is also listed beside it.`}
        tabIndex={0}
      />
      {children}
      <Suspense>{sketch && <SketchBar planting={planting} />}</Suspense>
      <Suspense>
        {map && planting && (
          <After>
            <Inset map={map} />
          </After>
        )}
      </Suspense>
      <NorthAndZoom map={map} />
    </div>
  );
}

/** The map in its element, made once, and what its pointer work does: to the planting in hand, or to the ground. */
function useMap(worked: Worked, planting: string | null) {
  const element = useRef<HTMLDivElement>(null);
  const [map, setMap] = useState<PlanMap | null>(null);
  const onPick = useEffectEvent((thing: Picked) => {
    if (!thing) return look({ selection: null });
    if (thing.what === 'baseline') return look({ selection: { what: 'planting' } });
    if (thing.what !== 'plant') return look({ selection: { what: thing.what, id: thing.id } });
    const { stand } = worked.laid(planting!)!.layout;
    look({
      selection: { what: 'plant', row: stand.rows[stand.row[thing.index]!]!.row.id, place: stand.place[thing.index]! },
    });
  });
  // Fetched when something is drawn: what a sketch becomes takes most of the commands.
  const onPoint = useEffectEvent(
    (point: Point) => void import('./sketching.ts').then(({ addPoint }) => addPoint(point, planting)),
  );
  const onFinish = useEffectEvent(
    () => void import('./sketching.ts').then(({ finishSketch }) => finishSketch(planting)),
  );

  useEffect(() => {
    const drawn = new PlanMap(element.current!, {
      onPick: (thing) => onPick(thing),
      onPoint: (point) => onPoint(point),
      onFinish: () => onFinish(),
      onReshape: (...reshaped) => void import('./reshape.ts').then(({ reshape }) => reshape(...reshaped)),
    });
    setMap(drawn);
    const watch = new ResizeObserver(() => drawn.resize());
    watch.observe(element.current!);
    return () => {
      watch.disconnect();
      drawn.dispose();
    };
  }, []);
  return { element, map };
}

/** Which way is north, and nearer, farther, or the whole holding. */
function NorthAndZoom({ map }: { map: PlanMap | null }) {
  return (
    <>
      <div className="plan-north" aria-hidden="true">
        <svg width="20" height="36" viewBox="0 0 20 36">
          <path d="M10 1 L18 20 L10 15 L2 20 Z" />
          <text x="10" y="33" textAnchor="middle">
            N
          </text>
        </svg>
      </div>
      <div className="plan-zoom">
        <button type="button" aria-label="Zoom in" onClick={() => map?.zoom(1.5)}>
          +
        </button>
        <button type="button" aria-label="Zoom out" onClick={() => map?.zoom(1 / 1.5)}>
          −
        </button>
        <button type="button" aria-label="Show the whole holding" onClick={() => map?.fit()}>
          ⤢
        </button>
      </div>
    </>
  );
}
