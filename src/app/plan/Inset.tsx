import { memo, useEffect, useMemo, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { placedPlan, SMALL_PLAN } from '../../core/ranks/small-plan.ts';
import { SmallPlan } from '../parts/SmallPlan.tsx';
import { useWorked } from '../store/derived.ts';
import type { PlanMap } from './PlanMap.ts';

/** Share of the view by which an arrow moves it. */
const STEP = 0.2;

/** The whole holding small, with a frame round what the plan shows: dragged, clicked or moved by arrows, the plan follows. */
export const Inset = memo(function Inset({ map }: { map: PlanMap }) {
  const { holding, all } = useWorked();
  const frame = useRef<SVGRectElement>(null);
  const box = useRef<HTMLDivElement>(null);
  const placed = useMemo(() => placedPlan(holding, all), [holding, all]);

  useEffect(() => {
    if (!placed) return;
    const { scale, centre, extent } = placed;
    return map.watchView(([west, south, east, north]) => {
      const [x, y] = [SMALL_PLAN / 2 + (west - centre[0]) * scale, SMALL_PLAN / 2 - (north - centre[1]) * scale];
      const [width, height] = [(east - west) * scale, (north - south) * scale];
      for (const [name, value] of Object.entries({ x, y, width, height }))
        frame.current?.setAttribute(name, `${value}`);
      // Where the plan shows the whole there is nothing to move to.
      box.current?.classList.toggle(
        'is-idle',
        west <= extent[0] && south <= extent[1] && east >= extent[2] && north >= extent[3],
      );
    });
  }, [map, placed]);

  if (!placed) return null;
  const moveTo = (event: PointerEvent<HTMLDivElement>) => {
    const { left, top, width } = event.currentTarget.getBoundingClientRect();
    const perPixel = SMALL_PLAN / width / placed.scale;
    map.centre([
      placed.centre[0] + (event.clientX - left - width / 2) * perPixel,
      placed.centre[1] - (event.clientY - top - width / 2) * perPixel,
    ]);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key];
    if (!way) return;
    event.preventDefault();
    event.stopPropagation();
    map.shift(way[0]! * STEP, way[1]! * STEP);
  };
  return (
    <div
      ref={box}
      className="plan-inset"
      role="application"
      aria-label="The whole holding small: arrows move what the plan shows"
      data-testid="plan.inset"
      tabIndex={0}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        moveTo(event);
      }}
      onPointerMove={(event) => event.buttons & 1 && moveTo(event)}
      onKeyDown={onKeyDown}
    >
      <SmallPlan plan={placed.plan}>
        <rect ref={frame} className="inset-frame" />
      </SmallPlan>
    </div>
  );
});
