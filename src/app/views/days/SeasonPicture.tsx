import { monthName } from '../../../core/ground/local-rules.ts';
import { scaleLinear } from 'd3-scale';
import { useRef } from 'react';
import { useNavigate } from 'react-router';
import { spansOf } from '../../../core/days/calendar.ts';
import { dateWords, dayIn, monday, spanWords, textOf, yearOf, type Day } from '../../../core/days/day.ts';
import type { Run } from '../../../core/days/run.ts';
import { closedTimes, seasonDates, wetAndDry } from '../../../core/days/season.ts';
import { startOf } from '../../../core/days/run.ts';
import { plantKinds, windowsFor, type KindWindow } from '../../../core/days/windows.ts';
import { setStart } from '../../../core/holding/days-commands.ts';
import type { Holding } from '../../../core/holding/schema.ts';
import { run, tryOut } from '../../store/session.ts';
import { useWidth } from '../../parts/use-width.ts';
import { barsOf, type Bar } from './lanes.ts';
import type { Days } from './use-days.ts';

const [GUTTER, ROW, HEAD] = [138, 19, 30];
/** Where nests and windows lie below the two bands of the ground: frost, then rain. */
const NESTS = HEAD + 2 * ROW + 3;
const WINDOWS = NESTS + ROW + 4;
const isRain = (kind: string): boolean => kind === 'sodden' || kind === 'dry';

interface Band {
  readonly from: Day;
  readonly to: Day;
  readonly word: string;
  readonly kind: string;
}

/** Frost, frozen, sodden and dry ground between two days. */
function groundBands(holding: Holding, first: Day, last: Day): Band[] {
  const bands: Band[] = [];
  for (let day = first; day <= last + 365; day += 365) {
    const { firstFrost, lastFrost, freeze, thaw } = seasonDates(holding, Math.min(day, last));
    if (firstFrost !== null && lastFrost !== null)
      bands.push({ from: firstFrost, to: lastFrost, word: 'frost on and off', kind: 'frost' });
    if (freeze !== null && thaw !== null) bands.push({ from: freeze, to: thaw, word: 'frozen', kind: 'frozen' });
  }
  const { sodden, dry } = wetAndDry(holding);
  const months = (wanted: readonly number[], word: string, kind: string) => {
    for (let year = yearOf(first); year <= yearOf(last); year++)
      for (const month of wanted) {
        const from = dayIn(year, `${String(month).padStart(2, '0')}-01`);
        const to = dayIn(year, `${String(month).padStart(2, '0')}-31`);
        const before = bands.find((band) => band.kind === kind && band.to === from - 1);
        if (before) bands.splice(bands.indexOf(before), 1, { ...before, to });
        else bands.push({ from, to, word, kind });
      }
  };
  months(sodden, 'sodden', 'sodden');
  months(dry, 'dry', 'dry');
  return bands.filter(
    ({ from, to }, i) =>
      to >= first && from <= last && bands.findIndex((one) => one.from === from && one.kind === bands[i]!.kind) === i,
  );
}

/** Marks of the head: days of a week, weeks, months or years, by how much is seen. */
function ticksOf(first: Day, last: Day): { day: Day; word: string }[] {
  const days = last - first;
  if (days <= 21)
    return Array.from({ length: days + 1 }, (_, i) => ({
      day: first + i,
      word: `${Number(textOf(first + i).slice(8))}`,
    }));
  if (days <= 100) {
    const from = monday(first + 6);
    return Array.from({ length: Math.floor((last - from) / 7) + 1 }, (_, i) => ({
      day: from + 7 * i,
      word: dateWords(from + 7 * i, false).replace(/([A-Z]\w\w)\w*/, '$1'),
    }));
  }
  const ticks: { day: Day; word: string }[] = [];
  for (let year = yearOf(first); year <= yearOf(last); year++)
    for (let month = 1; month <= 12; month++) {
      const day = dayIn(year, `${String(month).padStart(2, '0')}-01`);
      if (day < first || day > last) continue;
      if (days <= 500) ticks.push({ day, word: monthName(month).slice(0, 3) });
      else if (month === 1) ticks.push({ day, word: String(year) });
    }
  return ticks;
}

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
  const kinds = [...new Set(plan.runs.flatMap(({ work }) => work.stocks.map(({ kind }) => kind)))];
  const lanes = holding.plantings.flatMap(({ id, name }) => {
    const laid = worked.laid(id);
    if (!laid || laid.layout.stand.count === 0) return [];
    const bars = barsOf(
      plan.tasks.filter(({ planting }) => planting === id),
      { first, last, far, today, years },
    );
    return [
      {
        id,
        name,
        count: laid.layout.stand.count,
        bars,
        runs: plan.runs.filter(({ work }) => work.planting === id),
        rows: Math.max(2, 1 + Math.max(0, ...bars.map(({ row }) => row + 1))),
      },
    ];
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
            key={lane.id}
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

/** The ground, nests and windows over the time that is seen. */
function Bands({
  holding,
  windows,
  first,
  last,
  clip,
}: {
  holding: Holding;
  windows: readonly { readonly kind: string; readonly spans: readonly KindWindow[] }[];
  first: Day;
  last: Day;
  clip: (day: Day) => number;
}) {
  const closed = closedTimes(holding).closed.flatMap((one) => spansOf(one, first, last));
  return (
    <g className="bands">
      <text className="lane-name" x={14} y={HEAD + 13}>
        The ground
      </text>
      {groundBands(holding, first, last).map(({ from, to, word, kind }) => (
        <g key={`${kind} ${from}`} className={`band is-${kind}`}>
          <rect
            x={clip(from)}
            width={Math.max(1, clip(to + 1) - clip(from))}
            y={isRain(kind) ? HEAD + ROW : HEAD}
            height={ROW - 1}
          />
          {clip(to + 1) - clip(from) > word.length * 6.4 && (
            <text x={(clip(from) + clip(to + 1)) / 2} y={(isRain(kind) ? HEAD + ROW : HEAD) + 13} textAnchor="middle">
              {word}
            </text>
          )}
        </g>
      ))}
      <text className="lane-name" x={14} y={NESTS + 13}>
        Nests
      </text>
      {closed.map(([from, to]) => (
        <g key={from} className="band is-nests">
          <rect x={clip(from)} width={Math.max(1, clip(to + 1) - clip(from))} y={NESTS} height={ROW - 1} />
          {clip(to + 1) - clip(from) > 180 && (
            <text x={(clip(from) + clip(to + 1)) / 2} y={NESTS + 13} textAnchor="middle">
              no clearing, no cutting
            </text>
          )}
        </g>
      ))}
      {windows.map(({ kind, spans }, i) => (
        <g key={kind} className="band is-window">
          {i === 0 && (
            <text className="lane-name" x={14} y={WINDOWS + 13}>
              Windows
            </text>
          )}
          {spans.map(({ from, to, name }) => (
            <g key={from}>
              <title>{`${plantKinds[kind]!.label}, ${name}: ${spanWords(from, to)}`}</title>
              <rect
                x={clip(from)}
                width={Math.max(1, clip(to + 1) - clip(from))}
                y={WINDOWS + i * ROW}
                height={ROW - 3}
              />
              <text x={clip(from) + 5} y={WINDOWS + i * ROW + 12}>
                {plantKinds[kind]!.label.toLowerCase()}
              </text>
            </g>
          ))}
        </g>
      ))}
    </g>
  );
}

interface PlacedLane {
  readonly id: string;
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
          {lane.count} plants{startOf(holding, lane.id) === null ? ', no day' : ''}
        </text>
      </a>
      {lane.bars.map(({ key, what, from, to, group, open, late, row }) => (
        <g key={key} className={`bar is-${group}${open ? '' : ' is-done'}${late ? ' is-late' : ''}`}>
          <title>{`${what}: ${spanWords(from, to)}`}</title>
          <rect
            x={clip(from)}
            width={Math.max(4, clip(to + 1) - clip(from))}
            y={lane.y + (row + 1) * ROW + 2}
            height={ROW - 7}
          />
          <text
            x={Math.max(clip(from) + Math.max(4, clip(to + 1) - clip(from)), GUTTER) + 5}
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

/** The planting day: dragged or moved by the arrows; what hangs on it follows while it is held, and is taken when it is let go. */
function PlantingFlag({
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
      <text x={x(to + 1) + 10} y={y + 5}>{`plant ${work.plants}, ${spanWords(from, to).replace(/ \d{4}$/, '')}`}</text>
    </g>
  );
}
