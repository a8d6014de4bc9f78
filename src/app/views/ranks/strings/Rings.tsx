import { useEffect, useMemo, useRef, useState, type PointerEvent } from 'react';
import { distance, type Point } from '../../../../core/geometry/point.ts';
import type { Command } from '../../../../core/holding/command.ts';
import { setRow } from '../../../../core/holding/planting-commands.ts';
import type { Baseline } from '../../../../core/holding/schema.ts';
import { draggedGap } from '../../../../core/ranks/drag.ts';
import type { Laid } from '../../../../core/ranks/laid.ts';
import { formatLength } from '../../../../core/units/quantities.ts';
import { useTokens } from '../../../look/Look.tsx';
import { useWidth } from '../../../parts/use-width.ts';
import { useRinged, useShown } from '../../../store/derived.ts';
import { look } from '../../../store/look-at.ts';
import { run, tryOut } from '../../../store/session.ts';
import { beadAt, drawRings, RINGS_HEIGHT, ringsPlan } from './rings-canvas.ts';
import { beadKeys, choosePlant, useSpeciesDrop } from './use-beads.ts';

interface Props {
  readonly laid: Laid;
  readonly anchors: Extract<Baseline, { kind: 'guilds' }>['anchors'];
  readonly chosenRow: string | null;
  readonly chosenPlant: number | null;
}

interface Drag {
  readonly laid: Laid;
  readonly plant: number;
  /** Where its anchor stands on the canvas, and pixels from it where it was taken hold of. */
  readonly centre: Point;
  readonly from: number;
  command: Command | null;
}

/** Pixels that a pointer may wander and still be a click. */
const SLOP = 4;

/** Guilds as rings round their anchors, where other plantings have strings: a ring dragged outward or in changes its gap. */
export function Rings({ laid, anchors, chosenRow, chosenPlant }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const drag = useRef<Drag | null>(null);
  const width = useWidth(canvas);
  const tokens = useTokens();
  const ringed = useRinged();
  const { units } = useShown();
  const { stand } = laid.layout;
  // While a ring is dragged the drawing keeps its scale: else the ring would run from the pointer.
  const [scale, setScale] = useState<number | null>(null);
  const plan = useMemo(() => {
    const fitting = ringsPlan(stand, anchors, width, chosenPlant);
    return scale === null ? fitting : { ...fitting, scale };
  }, [stand, anchors, width, chosenPlant, scale]);

  useEffect(() => {
    drawRings(canvas.current!, { ...plan, stand, tokens, chosenRow, chosenPlant, ringed });
  }, [plan, stand, tokens, chosenRow, chosenPlant, ringed]);

  const place = ({ currentTarget, clientX, clientY }: PointerEvent<HTMLCanvasElement>): Point => {
    const { left, top } = currentTarget.getBoundingClientRect();
    return [clientX - left, clientY - top];
  };
  const cancel = (): boolean => {
    const held = drag.current !== null;
    drag.current = null;
    setScale(null);
    if (held) tryOut(null);
    return held;
  };
  const onPointerDown = (event: PointerEvent<HTMLCanvasElement>) => {
    if (event.button !== 0) return;
    const p = place(event);
    const plant = beadAt(stand, plan, p);
    if (plant === null) return look({ selection: null });
    event.currentTarget.setPointerCapture(event.pointerId);
    const { copy } = stand.rows[stand.row[plant]!]!;
    const centre = plan.shown.find((guild) => guild.copy === copy)!.centre;
    drag.current = { laid, plant, centre, from: distance(p, centre), command: null };
    setScale(plan.scale);
  };
  const onPointerMove = (event: PointerEvent<HTMLCanvasElement>) => {
    const now = drag.current;
    const p = place(event);
    if (!now) {
      event.currentTarget.style.cursor = beadAt(stand, plan, p) === null ? 'default' : 'grab';
      return;
    }
    const out = distance(p, now.centre) - now.from;
    if (!now.command && Math.abs(out) < SLOP) return;
    const was = now.laid.layout.stand;
    const { row } = was.rows[was.row[now.plant]!]!;
    const rowGap = draggedGap(row.rowGap, out / plan.scale, units);
    const label = `row gap ${formatLength(rowGap, units, { decimals: 2 })}`;
    now.command = setRow(laid.planting.id, row.id, { rowGap }, label);
    tryOut(now.command);
  };
  const onPointerUp = () => {
    const now = drag.current;
    drag.current = null;
    setScale(null);
    if (now?.command) run(now.command);
    else if (now) choosePlant(now.laid, now.plant);
  };
  return (
    <canvas
      ref={canvas}
      tabIndex={0}
      style={{ height: RINGS_HEIGHT }}
      data-testid="strings.canvas"
      role="application"
      aria-label="Guilds as rings round their trees, north up. Arrows choose a plant; Shift and arrows change spacing and the gap between rings."
      onPointerDown={onPointerDown}
      onPointerMove={onPointerMove}
      onPointerUp={onPointerUp}
      onPointerCancel={cancel}
      onKeyDown={beadKeys(laid, chosenPlant, units, cancel)}
      onDragOver={(event) => event.preventDefault()}
      onDrop={useSpeciesDrop(laid, (x, y) => beadAt(stand, plan, [x, y]))}
    />
  );
}
