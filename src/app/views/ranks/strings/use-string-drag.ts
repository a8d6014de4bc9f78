import type { ScaleLinear } from 'd3-scale';
import { useRef, type PointerEvent } from 'react';
import { pointAt } from '../../../../core/geometry/polyline.ts';
import type { Laid } from '../../../../core/ranks/laid.ts';
import type { Command } from '../../../../core/holding/command.ts';
import { setGap, setRow } from '../../../../core/holding/planting-commands.ts';
import { draggedCut, draggedGap, draggedSpacing } from '../../../../core/ranks/drag.ts';
import { isBelt } from '../../../../core/ranks/outline.ts';
import { formatLength, type UnitSystem } from '../../../../core/units/quantities.ts';
import { look, lookNow } from '../../../store/look-at.ts';
import { run, tryOut } from '../../../store/session.ts';
import { AXIS, ROW, rowY } from './strings-canvas.ts';

/** Pixels that a pointer may wander and still be a click. */
const SLOP = 4;

type Scale = ScaleLinear<number, number>;

type Grip =
  | { what: 'bead'; plant: number; row: number }
  | { what: 'gap'; id: string; edge: 'middle' | 'start' | 'end' }
  | { what: 'row'; row: number };

interface Drag {
  readonly grip: Grip;
  readonly laid: Laid;
  readonly startX: number;
  readonly startY: number;
  /** Fixed by the first movement: along the row re-spaces, across it changes the gap. */
  way: 'along' | 'across' | null;
  command: Command | null;
}

/** What lies under the pointer. */
function gripOf(laid: Laid, x: Scale, px: number, py: number): Grip | null {
  const { stand } = laid.layout;
  const row = Math.floor((py - AXIS) / ROW);
  for (const { id, at, width } of laid.planting.gaps) {
    const [from, to] = [x(at - width / 2), x(at + width / 2)];
    if (py < AXIS || px < from - 4 || px > to + 4) continue;
    return { what: 'gap', id, edge: px < from + 4 ? 'start' : px > to - 4 ? 'end' : 'middle' };
  }
  const laidRow = stand.rows[row];
  if (!laidRow) return null;
  let best = 10;
  let plant = -1;
  for (let i = laidRow.from; i < laidRow.to; i++) {
    const away = Math.abs(x(stand.station[i]!) - px);
    if (away < best) [best, plant] = [away, i];
  }
  return plant >= 0 && Math.abs(py - rowY(row)) < ROW / 2 ? { what: 'bead', plant, row } : { what: 'row', row };
}

/** What the drag does, the pointer now at `px`, `py`. */
function commandFor(
  { grip, laid: { planting, layout }, way, startX, startY }: Drag,
  px: number,
  py: number,
  x: Scale,
  units: UnitSystem,
): Command | null {
  const { stand } = layout;
  if (grip.what === 'gap') {
    const gap = planting.gaps.find(({ id }) => id === grip.id)!;
    const held = x.invert(startX);
    const to = grip.edge === 'middle' ? gap.at + x.invert(px) - held : x.invert(px);
    return setGap(planting.id, grip.id, draggedCut(gap, grip.edge, to, layout.baseline?.line.length ?? 0, units));
  }
  const { row } = stand.rows[grip.row]!;
  if (way === 'across') {
    const metresPerPixel = x.invert(1) - x.invert(0);
    const rowGap = draggedGap(row.rowGap, (py - startY) * metresPerPixel, units);
    return setRow(planting.id, row.id, { rowGap }, `row gap ${formatLength(rowGap, units, { decimals: 2 })}`);
  }
  if (grip.what !== 'bead' || !isBelt(planting.baseline)) return null;
  const moved = x.invert(px) - x.invert(startX);
  const before = stand.rows.slice(0, grip.row).findLast((other) => other.row.across === row.across);
  const spacing = draggedSpacing(
    { ...row, against: before?.spacing ?? null },
    stand.place[grip.plant]!,
    stand.chainage[grip.plant]! + moved,
    units,
  );
  return spacing === null
    ? null
    : setRow(planting.id, row.id, { spacing }, `spacing ${formatLength(spacing, units, { decimals: 2 })}`);
}

function cursorOver(grip: Grip | null): string {
  if (!grip) return 'default';
  if (grip.what === 'row') return 'ns-resize';
  return grip.what === 'gap' && grip.edge !== 'middle' ? 'ew-resize' : 'grab';
}

/** Dragging on the strings: tries the change out while it lasts, does it once at the end, Escape takes it back. */
export function useStringDrag(laid: Laid, x: Scale, units: UnitSystem) {
  const drag = useRef<Drag | null>(null);

  const gripAt = (px: number, py: number) => gripOf(laid, x, px, py);

  const place = (event: PointerEvent<HTMLCanvasElement>): [number, number] => {
    const box = event.currentTarget.getBoundingClientRect();
    return [event.clientX - box.left, event.clientY - box.top];
  };

  return {
    gripAt,
    onPointerDown(event: PointerEvent<HTMLCanvasElement>) {
      if (event.button !== 0) return;
      const [px, py] = place(event);
      if (lookNow().sketch?.for === 'gap')
        return void import('../../../plan/sketching.ts').then(({ addPoint }) =>
          addPoint(pointAt(laid.layout.baseline!.line, x.invert(px)), laid.planting.id),
        );
      const grip = gripAt(px, py);
      if (!grip) return look({ selection: null });
      event.currentTarget.setPointerCapture(event.pointerId);
      drag.current = { grip, laid, startX: px, startY: py, way: null, command: null };
    },
    onPointerMove(event: PointerEvent<HTMLCanvasElement>) {
      const now = drag.current;
      const [px, py] = place(event);
      if (!now) {
        const grip = gripAt(px, py);
        event.currentTarget.style.cursor = cursorOver(grip);
        return;
      }
      const [dx, dy] = [px - now.startX, py - now.startY];
      if (!now.way && Math.hypot(dx, dy) < SLOP) return;
      now.way ??= now.grip.what === 'gap' || Math.abs(dx) >= Math.abs(dy) ? 'along' : 'across';
      now.command = commandFor(now, px, py, x, units);
      tryOut(now.command);
    },
    onPointerUp() {
      const now = drag.current;
      drag.current = null;
      if (!now) return;
      if (now.command) return void run(now.command);
      if (now.way) return tryOut(null);
      const { stand } = now.laid.layout;
      if (now.grip.what === 'gap') look({ selection: { what: 'gap', id: now.grip.id } });
      else if (now.grip.what === 'row') look({ selection: { what: 'row', id: stand.rows[now.grip.row]!.row.id } });
      else
        look({
          selection: { what: 'plant', row: stand.rows[now.grip.row]!.row.id, place: stand.place[now.grip.plant]! },
        });
    },
    onPointerCancel() {
      drag.current = null;
      tryOut(null);
    },
    /** Takes a drag back; says whether there was one. */
    cancel(): boolean {
      if (!drag.current) return false;
      drag.current = null;
      tryOut(null);
      return true;
    },
  };
}
