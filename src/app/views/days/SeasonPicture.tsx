import { scaleLinear } from 'd3-scale';
import { useRef } from 'react';
import { useNavigate } from 'react-router';
import { spanWords, type Day } from '../../../core/days/day.ts';
import { startOf, type Run } from '../../../core/days/run.ts';
import { kindsIn, windowsFor } from '../../../core/days/windows.ts';
import type { Holding } from '../../../core/holding/schema.ts';
import { useWidth } from '../../parts/use-width.ts';
import { barsOf, type Bar } from './lanes.ts';
import { PlantingFlag } from './PlantingFlag.tsx';
import { Bands, GUTTER, HEAD, ROW, ticksOf, WINDOWS } from './SeasonBands.tsx';
import type { Days } from './use-days.ts';

/** One picture of time: the ground, nests, windows, every planting's tasks on its lane, and its planting day to be dragged. */
export function SeasonPicture({
  days: { worked, plan, today },
  first,
  last,
  chosen,
}: {
  days: Days;
  first: Day;
  last: Day;
  chosen: string | undefined;
}) {
  const box = useRef<HTMLDivElement>(null);
  const width = Math.max(520, useWidth(box));
  const { holding } = worked;
  const x = scaleLinear([first, last + 1], [GUTTER, width - 8]);
  const far = x(1) - x(0);
  const years = last - first > 800;
  const clip = (day: Day) => x(Math.min(last + 1, Math.max(first, day)));
  const kinds = [...new Set(plan.runs.flatMap(({ work }) => kindsIn(work)))];
  const lanes = holding.plantings.flatMap(({ id, name }) => {
    const laid = worked.laid(id);
    if (!laid || laid.layout.stand.count === 0) return [];
    const runs = plan.runs.filter(({ work }) => work.planting === id);
    // Rows that are planted in another year have a lane of their own.
    const phases = runs.length > 1 ? runs.map(({ work }) => work.phase) : [null];
    return phases.map((phase) => {
      const mine = runs.filter(({ work }) => phase === null || work.phase === phase);
      const bars = barsOf(
        plan.tasks.filter((task) => task.planting === id && (phase === null || task.phase === phase)),
        { first, last, far, today, years },
      );
      return {
        id,
        phase,
        name,
        count: phase === null ? laid.layout.stand.count : mine[0]!.work.plants,
        bars,
        runs: mine,
        rows: Math.max(2, 1 + Math.max(0, ...bars.map(({ row }) => row + 1))),
      };
    });
  });
  const windows = years
    ? []
    : kinds.map((kind) => ({
        kind,
        spans: around(first, last)
          .flatMap((day) => windowsFor(kind, holding, day))
          .filter(
            ({ from, to }, i, all) => to >= first && from <= last && all.findIndex((one) => one.from === from) === i,
          ),
      }));
  const top = WINDOWS + windows.length * ROW + 12;
  let y = top;
  const placed = lanes.map((lane) => {
    const at = y;
    y += lane.rows * ROW + 10;
    return { ...lane, y: at };
  });
  return (
    <div className="season-picture" ref={box}>
      <svg width={width} height={y + 6} role="group" aria-label={`The season, ${spanWords(first, last)}`}>
        <g className="ticks">
          {ticksOf(first, last).map(({ day, word }) => (
            <g key={day}>
              <line x1={x(day)} x2={x(day)} y1={HEAD - 6} y2={y} />
              <text x={x(day) + 3} y={HEAD - 12}>
                {word}
              </text>
            </g>
          ))}
        </g>
        <Bands holding={holding} windows={windows} first={first} last={last} clip={clip} />
        {placed.map((lane) => (
          <Lane
            key={`${lane.id} ${lane.phase}`}
            lane={lane}
            holding={holding}
            chosen={lane.id === chosen}
            width={width}
            x={x}
            clip={clip}
            first={first}
            last={last}
          />
        ))}
        {today >= first && today <= last && <line className="today" x1={x(today)} x2={x(today)} y1={HEAD - 6} y2={y} />}
      </svg>
    </div>
  );
}

interface PlacedLane {
  readonly id: string;
  /** Years after the first planting; null where all of it is planted in one. */
  readonly phase: number | null;
  readonly name: string;
  readonly count: number;
  readonly bars: readonly Bar[];
  readonly runs: readonly Run[];
  readonly rows: number;
  readonly y: number;
}

/** A planting: its name, its tasks, its planting days. */
function Lane({
  lane,
  holding,
  chosen,
  width,
  x,
  clip,
  first,
  last,
}: {
  lane: PlacedLane;
  holding: Holding;
  chosen: boolean;
  width: number;
  x: (day: number) => number;
  clip: (day: Day) => number;
  first: Day;
  last: Day;
}) {
  const navigate = useNavigate();
  return (
    <g className={`lane${chosen ? ' is-chosen' : ''}`}>
      <line className="divide" x1={0} x2={width} y1={lane.y - 4} y2={lane.y - 4} />
      <a
        href={`/h/${holding.id}/days/season/${lane.id}`}
        onClick={(event) => {
          event.preventDefault();
          void navigate(`/h/${holding.id}/days/season/${lane.id}`);
        }}
      >
        <text className="lane-name" x={14} y={lane.y + 14}>
          {lane.name.slice(0, 18)}
        </text>
        <text className="soft" x={14} y={lane.y + 29}>
          {lane.count} plants{lane.phase ? `, year ${lane.phase + 1}` : ''}
          {startOf(holding, lane.id) === null ? ', no day' : ''}
        </text>
      </a>
      {lane.bars.map(({ key, what, from, to, group, open, late, row, before }) => (
        <g key={key} className={`bar is-${group}${open ? '' : ' is-done'}${late ? ' is-late' : ''}`}>
          <title>{`${what}: ${spanWords(from, to)}`}</title>
          <rect
            x={clip(from)}
            width={Math.max(4, clip(to + 1) - clip(from))}
            y={lane.y + (row + 1) * ROW + 2}
            height={ROW - 7}
          />
          <text
            x={before ? clip(from) - 5 : Math.max(clip(from) + Math.max(4, clip(to + 1) - clip(from)), GUTTER) + 5}
            textAnchor={before ? 'end' : 'start'}
            y={lane.y + (row + 1) * ROW + 12}
          >
            {open ? what : `✓ ${what}`}
          </text>
        </g>
      ))}
      {lane.runs.map((one) => (
        <PlantingFlag
          key={one.work.phase}
          run={one}
          holding={holding}
          name={lane.name}
          y={lane.y + 8}
          foot={lane.y + lane.rows * ROW}
          x={x}
          first={first}
          last={last}
        />
      ))}
    </g>
  );
}

/** One day in each season that is seen. */
const around = (first: Day, last: Day): Day[] =>
  Array.from({ length: Math.ceil((last - first) / 365) + 2 }, (_, i) => first - 180 + 365 * i);
