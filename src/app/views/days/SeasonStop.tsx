import { Button, DatePicker, Segmented } from 'antd';
import dayjs from 'dayjs';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { dateWords, dayOf, monday, spanWords, textOf, weekday, type Day } from '../../../core/days/day.ts';
import { factsOf } from '../../../core/days/facts.ts';
import { crewBeside, inTime, proposedFor, readyFor } from '../../../core/days/proposed.ts';
import { startOf, type Run } from '../../../core/days/run.ts';
import { seasonChoices, seasonSchoolsSource } from '../../../core/days/season-schools.ts';
import { phasesOf, type PhaseWork } from '../../../core/means/work.ts';
import { seasonDates, seasonStart } from '../../../core/days/season.ts';
import { kindsIn, saySeason } from '../../../core/days/windows.ts';
import { setStart } from '../../../core/holding/days-commands.ts';
import { againstPlanting, goodDay } from '../../../core/days/weather.ts';
import type { Holding } from '../../../core/holding/schema.ts';
import { counted, inUnits } from '../../../core/units/quantities.ts';
import { Panel } from '../../parts/Panel.tsx';
import { run } from '../../store/session.ts';
import { LineTable } from './LineTable.tsx';
import { SeasonPicture } from './SeasonPicture.tsx';
import { SlipCards } from './SlipCards.tsx';
import { dueIn, useDays, useWeather, type Days } from './use-days.ts';

const ZOOMS = { day: 0, week: 13, month: 41, season: 365, three: 3 * 365, twelve: 12 * 365 } as const;
type Zoom = keyof typeof ZOOMS;
const LABELS: readonly { value: Zoom; label: string }[] = [
  { value: 'day', label: 'A day' },
  { value: 'week', label: 'Two weeks' },
  { value: 'month', label: 'Six weeks' },
  { value: 'season', label: 'A year' },
  { value: 'three', label: 'Three years' },
  { value: 'twelve', label: 'Twelve years' },
];

/** The season as one picture, the planting day that is in hand, and what of it does not fit. */
export function SeasonStop({ planting }: { planting: string | undefined }) {
  const days = useDays();
  const { worked, plan, today } = days;
  const standing = worked.all.filter(({ layout }) => layout.stand.count > 0);
  const chosen = planting ?? plan.runs[0]?.work.planting ?? standing[0]?.planting.id;
  const set = chosen ? startOf(worked.holding, chosen) : null;
  const [zoom, setZoom] = useState<Zoom>('season');
  const [moved, setMoved] = useState(0);
  const middle = set ?? plan.runs[0]?.set ?? today;
  const [home, setHome] = useState(() => firstOf(zoom, middle, worked.holding.place.latitude, today));
  // Another planting is looked at where it is planted; while its day is dragged the picture stands still.
  useEffect(() => {
    setHome(firstOf(zoom, middle, worked.holding.place.latitude, today));
    setMoved(0);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the day itself moves under the pointer
  }, [zoom, chosen]);
  const first = home + moved;
  const last = first + ZOOMS[zoom];
  const { due, late } = dueIn(plan.tasks, today);
  return (
    <>
      <main className="stage page days-stop" tabIndex={0}>
        <div className="days-head">
          <h1>{spanWords(first, last)}</h1>
          <span className="soft">drag the planting day; what hangs on it follows</span>
          <Segmented
            aria-label="How much time"
            size="small"
            value={zoom}
            options={[...LABELS]}
            onChange={(value) => setZoom(value as Zoom)}
          />
          <span className="days-turn">
            <Button size="small" aria-label="Earlier" onClick={() => setMoved(moved - stepOf(zoom))}>
              ‹
            </Button>
            <Button
              size="small"
              onClick={() => {
                setMoved(0);
                setHome(firstOf(zoom, today, worked.holding.place.latitude, today));
              }}
            >
              Today
            </Button>
            <Button size="small" aria-label="Later" onClick={() => setMoved(moved + stepOf(zoom))}>
              ›
            </Button>
          </span>
        </div>
        {standing.length === 0 ? (
          <p className="soft">Nothing laid yet. Lay out a planting under Ranks first.</p>
        ) : (
          <SeasonPicture days={days} first={first} last={last} chosen={chosen} />
        )}
        <footer className="due-strip">
          <h2>
            <Link to={`/h/${worked.holding.id}/days/week`}>Due this week</Link>
            <span className="soft">{spanWords(monday(today), monday(today) + 6)}</span>
          </h2>
          {[...late, ...due].slice(0, 3).map((task) => (
            <Link key={task.id} to={`/h/${worked.holding.id}/days/week`} className="due-brief">
              <strong>{task.what}</strong>
              <span className="soft">
                {hoursWords(task.hours)}
                {task.who.length > 0 ? `, ${task.who.slice(0, 2).join(' or ')}` : ''}
              </span>
            </Link>
          ))}
          {late.length + due.length === 0 && <span className="soft">Nothing is due.</span>}
        </footer>
      </main>
      <Panel label="Planting day" about={planting ?? null}>
        {chosen && <PlantingDay days={days} planting={chosen} />}
      </Panel>
    </>
  );
}

/** How far a turn goes: half of what is seen, a day at least. */
const stepOf = (zoom: Zoom): number => Math.max(1, Math.round(ZOOMS[zoom] / 2));

/** Where a picture begins: the day itself, a year at the season's own start, shorter ones a little before the day, years at this one. */
function firstOf(zoom: Zoom, day: Day, latitude: number, today: Day): Day {
  if (zoom === 'day') return day;
  if (zoom === 'week') return monday(day) - 1 + (weekday(day) > 5 ? 1 : 0);
  if (zoom === 'month') return monday(day) - 14;
  // Two months on from midsummer, or from midwinter's start in the south: the year of planting.
  if (zoom === 'season') return seasonStart(day, latitude) + 62;
  return Math.min(seasonStart(day, latitude), today) - 30;
}

export const hoursWords = (hours: number): string =>
  hours === 0 ? 'time not known' : hours < 0.75 ? 'half an hour' : `${Math.round(hours * 2) / 2} h`;

/** The day of one planting: when, how long, how long roots lie, what does not fit, and who holds up the line. */
function PlantingDay({ days: { worked, plan, slips, today }, planting }: { days: Days; planting: string }) {
  const { holding } = worked;
  const laid = worked.laid(planting);
  const start = startOf(holding, planting);
  if (!laid) return null;
  const runs = plan.runs.filter(({ work }) => work.planting === planting);
  const [first] = runs;
  const phases = phasesOf(laid, holding);
  const staying = factsOf(laid, holding).stays.map((one) => inUnits(one, holding.units));
  const next = start === null && phases[0] ? proposedFor(plan, phases[0], holding, today) : null;
  const ready = phases[0] ? readyFor(plan, holding, today)(phases[0]) : today;
  const choose = (text: string | null) =>
    run(setStart(planting, text, text ? `planting day ${dateWords(dayOf(text), false)}` : 'no planting day'));
  return (
    <>
      <h2>{start === null ? laid.planting.name : `${laid.planting.name}, ${dateWords(start)}`}</h2>
      <p className="soft">
        {counted(plan.crew.people.length, 'person', 'people')}, {counted(laid.layout.stand.count, 'plant', 'plants')}
      </p>
      <div className="field">
        <label htmlFor="planting-day">Planting day</label>
        <DatePicker
          id="planting-day"
          format="D MMM YYYY"
          value={start === null ? null : dayjs(textOf(start))}
          onChange={(day) => choose(day ? day.format('YYYY-MM-DD') : null)}
        />
      </div>
      {next !== null && (
        <p>
          No day is set.{' '}
          <button type="button" className="link" onClick={() => choose(textOf(next))}>
            Set {dateWords(next)}
          </button>
          , the first that is its time, on which somebody comes, and for which its plants can be here (
          {dateWords(ready)}).
        </p>
      )}
      {first && !first.nobody && (
        <div className="figures">
          <Figure
            value={`${first.days.length === 1 ? '1 day' : `${first.days.length} days`}`}
            label={`to the last guard, ${spanWords(first.from, first.to).replace(/ \d{4}$/, '')}`}
          />
          <Figure value={`${Math.round(first.work.hours)} h`} label="of one grown hand" />
        </div>
      )}
      {first && !first.nobody && (
        <Weather
          run={first}
          runs={plan.runs}
          holding={holding}
          today={today}
          ready={ready}
          onDay={(day) => choose(textOf(day))}
        />
      )}
      <SlipCards slips={slips.filter((one) => one.planting === planting)} />
      {first && !first.nobody && <LineTable run={first} holding={holding} crew={plan.crew} brief />}
      {staying.length > 0 && (
        <>
          <h2>What stays</h2>
          {staying.map((one) => (
            <p key={one} className="soft">
              {one}
            </p>
          ))}
        </>
      )}
      {phases[0] && <Schools work={phases[0]} holding={holding} from={ready} onDay={(day) => choose(textOf(day))} />}
      <p className="soft fine">{saySeason(seasonDates(holding, start ?? today))}</p>
    </>
  );
}

/** When each school would plant this, with its reason; its day is taken at a touch. */
function Schools({
  work,
  holding,
  from,
  onDay,
}: {
  work: PhaseWork;
  holding: Holding;
  from: Day;
  onDay(day: Day): void;
}) {
  return (
    <details className="schools">
      <summary>Schools of season</summary>
      {seasonChoices(work, holding, from).map(({ key, label, reason, wins, day, refused }) => (
        <p key={key}>
          <strong>{label}</strong>{' '}
          {day === null ? (
            refused
          ) : (
            <button type="button" className="link" onClick={() => onDay(day)}>
              Plant on {dateWords(day)}
            </button>
          )}
          <br />
          <span className="soft">
            {reason} Wins {wins}.
          </span>
        </p>
      ))}
      <p className="soft fine">Source: {seasonSchoolsSource}.</p>
    </details>
  );
}

/** What the days that are known say against planting on this one, and the next good day. */
function Weather({
  run: planned,
  runs,
  holding,
  today,
  ready,
  onDay,
}: {
  run: Run;
  runs: readonly Run[];
  holding: Holding;
  today: Day;
  ready: Day;
  onDay(day: Day): void;
}) {
  const { work, from } = planned;
  const { data: weather } = useWeather(holding);
  const kinds = kindsIn(work);
  const against = weather && from >= today ? againstPlanting(weather.days, kinds, from) : null;
  if (!weather || !against || against.length === 0) return null;
  const crew = crewBeside(runs, planned, holding);
  const good = goodDay(
    weather.days,
    kinds,
    Math.max(ready, from),
    (day) => inTime(kinds, holding, day) && crew.comes(crew.able([], true), day),
  );
  return (
    <article className="finding is-caution">
      <h3>
        <span className="glyph" role="img" aria-label="Caution">
          !
        </span>{' '}
        The weather is against {dateWords(from, false)}
      </h3>
      <p>
        {against.map(({ why }) => inUnits(why, holding.units)).join(' ')} ({weather.source}, simulated)
        {good === null && ' None of the days that are known is better.'}
      </p>
      {good !== null && (
        <div className="remedies">
          <button type="button" className="link" onClick={() => onDay(good)}>
            Plant on {dateWords(good)}
          </button>
        </div>
      )}
    </article>
  );
}

function Figure({ value, label }: { value: string; label: string }) {
  return (
    <div className="figure">
      <strong>{value}</strong>
      <span>{label}</span>
    </div>
  );
}
