import { useRef } from 'react';
import { dateWords, spanWords, textOf, type Day } from '../../../core/days/day.ts';
import { startOf, type Run } from '../../../core/days/run.ts';
import { setStart } from '../../../core/holding/days-commands.ts';
import type { Holding } from '../../../core/holding/schema.ts';
import { run, tryOut } from '../../store/session.ts';

/** Width of a letter of the flag's words, pixels. */
const LETTER = 6.6;

/** The planting day: dragged or moved by the arrows; what hangs on it follows while it is held, and is taken when it is let go. */
export function PlantingFlag({
  run: { work, from, to, set, laid },
  holding,
  name,
  y,
  foot,
  x,
  first,
  last,
}: {
  run: Run;
  holding: Holding;
  name: string;
  y: number;
  foot: number;
  x: (day: number) => number;
  first: Day;
  last: Day;
}) {
  const held = useRef<{ at: number; set: Day; start: Day; day: Day } | null>(null);
  if (to < first || from > last) return null;
  const start = startOf(holding, laid.planting.id)!;
  const command = (day: Day, kept: { readonly set: Day; readonly start: Day } = { set, start }) =>
    setStart(laid.planting.id, textOf(kept.start + day - kept.set), `planting day ${dateWords(day, false)}`);
  const far = x(1) - x(0);
  const words = `plant ${work.plants}, ${spanWords(from, to).replace(/ \d{4}$/, '')}`;
  const wide = words.length * LETTER;
  // The words stand after the flag; at the right edge before it; where neither has room, against the edge.
  const [at, side] =
    x(to + 1) + 10 + wide < x(last + 1)
      ? ([x(to + 1) + 10, 'start'] as const)
      : x(from) - 12 - wide > x(first)
        ? ([x(from) - 12, 'end'] as const)
        : ([x(last + 1), 'end'] as const);
  return (
    <g
      className="flag"
      role="slider"
      tabIndex={0}
      aria-label={`Planting day of ${name}${work.phase > 0 ? `, ${work.phase} years later` : ''}`}
      aria-valuemin={first}
      aria-valuemax={last}
      aria-valuenow={set}
      aria-valuetext={spanWords(from, to)}
      onKeyDown={(event) => {
        const by = { ArrowLeft: -1, ArrowRight: 1, PageDown: -7, PageUp: 7 }[event.key];
        if (by === undefined) return;
        event.preventDefault();
        run(command(set + by));
      }}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        held.current = { at: event.clientX, set, start, day: set };
      }}
      onPointerMove={(event) => {
        const hold = held.current;
        if (!hold) return;
        const wanted = hold.set + Math.round((event.clientX - hold.at) / far);
        const day = Math.min(last - (to - from), Math.max(first, wanted)); // it stays in the picture
        if (day === hold.day) return;
        hold.day = day;
        tryOut(setStart(laid.planting.id, textOf(hold.start + day - hold.set), 'planting day'));
      }}
      onPointerUp={() => {
        const hold = held.current;
        held.current = null;
        tryOut(null);
        if (hold && hold.day !== hold.set) run(command(hold.day, hold));
      }}
      onPointerCancel={() => {
        held.current = null;
        tryOut(null);
      }}
    >
      <line x1={x(from)} x2={x(from)} y1={y} y2={foot} />
      <rect x={x(from)} y={y + 4} width={Math.max(4, x(to + 1) - x(from))} height={4} />
      <circle className="grip" cx={x(from)} cy={y} r={14} />
      <circle cx={x(from)} cy={y} r={7} />
      <text x={at} y={y + 5} textAnchor={side}>
        {words}
      </text>
    </g>
  );
}
