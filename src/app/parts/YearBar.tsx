import { scaleLinear } from 'd3-scale';
import { useMemo, useRef } from 'react';

import type { StandYears } from '../../core/years/stand-years.ts';
import { mainString } from '../../core/ranks/stand.ts';
import { closesIn, thinIn } from '../../core/years/closing.ts';
import { LAST_YEAR } from '../../core/years/growth.ts';
import { useGrown, useWorked } from '../store/derived.ts';
import { look, useLook } from '../store/look-at.ts';

/** The years 0 to 40 with what happens when; dragging it changes every picture at once. */
export function YearBar({ planting }: { planting: string }) {
  const year = useLook((state) => state.year);
  const track = useRef<HTMLDivElement>(null);
  const worked = useWorked();
  const grown = useGrown();
  const share = scaleLinear([0, LAST_YEAR], [0, 100]);
  const events = useMemo(() => {
    const laid = worked.laid(planting);
    if (!laid) return [];
    const closes = grown ? rowsThrough(grown(laid)) : [];
    const found = worked
      .findingsOf(planting)
      .flatMap(({ year: when, rule, what, id }) =>
        when === null || when === 0
          ? []
          : [{ year: when, text: rule === 'overhead-line' ? 'line reached' : what, fault: true, key: id }],
      );
    const touching = closes.flatMap(({ year: when, text }, r) =>
      when === null || when === 0 ? [] : [{ year: when, text, fault: false, key: `close-${r}` }],
    );
    const byYear = new Map<number, { year: number; text: string; fault: boolean; key: string }>();
    for (const event of [...found, ...touching]) {
      const known = byYear.get(event.year);
      byYear.set(event.year, known ? { ...known, text: `${known.text}, ${event.text}` } : event);
    }
    return [...byYear.values()].sort((a, b) => a.year - b.year);
  }, [worked, planting, grown]);

  const toYear = (clientX: number) => {
    const box = track.current!.getBoundingClientRect();
    return Math.round(Math.min(LAST_YEAR, Math.max(0, share.invert(((clientX - box.left) / box.width) * 100))));
  };
  const move = (event: React.PointerEvent) => event.buttons & 1 && look({ year: toYear(event.clientX) });
  return (
    <footer className="year-bar">
      <span className="year-now">
        <strong>Year {year}</strong>
      </span>
      <div
        ref={track}
        className="year-track"
        role="slider"
        tabIndex={0}
        aria-label="Year shown"
        aria-valuemin={0}
        aria-valuemax={LAST_YEAR}
        aria-valuenow={year}
        aria-valuetext={`year ${year}`}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          look({ year: toYear(event.clientX) });
        }}
        onPointerMove={move}
        onKeyDown={({ key }) => {
          const step = {
            ArrowRight: 1,
            ArrowUp: 1,
            ArrowLeft: -1,
            ArrowDown: -1,
            PageUp: 5,
            PageDown: -5,
            Home: -LAST_YEAR,
            End: LAST_YEAR,
          }[key];
          if (step) look({ year: Math.min(LAST_YEAR, Math.max(0, year + step)) });
        }}
      >
        <div className="year-line" />
        <div className="year-done" style={{ width: `${share(year)}%` }} />
        {share.ticks(8).map((tick) => (
          <span key={tick} className="year-tick" style={{ left: `${share(tick)}%` }}>
            {tick}
          </span>
        ))}
        {events.map(({ key, year: when, text, fault }, i) => {
          const room = (events[i + 1]?.year ?? LAST_YEAR) - when;
          return (
            <span
              key={key}
              className={`year-event${fault ? ' is-fault' : ''}`}
              style={{ left: `${share(when)}%` }}
              title={`Year ${when}: ${text}`}
            >
              {room >= 4 ? <em style={{ maxWidth: `calc(${room * 2.5}cqw - 6px)` }}>{text}</em> : null}
            </span>
          );
        })}
        <div className="year-knob" style={{ left: `${share(year)}%` }} />
      </div>
    </footer>
  );
}

/** When each row closes, wants thinning and comes out. */
const rowsThrough = (stand: StandYears) =>
  stand.laid.planting.rows.flatMap(({ id, name, out }) =>
    mainString(stand.laid.layout.stand, id) < 0
      ? []
      : [
          { year: closesIn(stand, id), text: `${name} closes` },
          { year: thinIn(stand, id), text: `thin ${name}` },
          { year: out, text: `${name} comes out` },
        ],
  );
