import type { DayPeg } from '../../../core/field/the-day.ts';
import { stationLabel } from '../../../core/field/stake.ts';
import type { UnitSystem } from '../../../core/units/quantities.ts';
import { hueOf } from '../../look/glyphs.ts';

const [WIDE, HIGH, STEP] = [390, 104, 40];
/** Pegs shown to each side of where one is. */
const SIDE = 5;

/** The string of a row with where we are: what was said of each plant, by sign and by colour. */
export function TheString({
  pegs,
  at,
  units,
  onGo,
}: {
  pegs: readonly DayPeg[];
  at: DayPeg;
  units: UnitSystem;
  onGo(peg: DayPeg): void;
}) {
  const here = pegs.findIndex(({ label }) => label === at.label);
  const shown = pegs.slice(Math.max(0, here - SIDE), here + SIDE + 1);
  const x = (peg: DayPeg) => WIDE / 2 + (pegs.indexOf(peg) - here) * STEP;
  return (
    <svg
      className="the-string"
      viewBox={`0 0 ${WIDE} ${HIGH}`}
      role="group"
      aria-label={`The string of row ${at.rowNumber}`}
    >
      <line x1={x(pegs[0]!) - 14} y1={46} x2={x(pegs.at(-1)!) + 14} y2={46} className="string" />
      {shown.map((peg) => (
        <g
          key={peg.label}
          role="button"
          tabIndex={0}
          aria-label={`${peg.label}, ${peg.kind.common}, ${peg.dead ? 'dead' : (peg.state.stands ?? 'not planted')}`}
          aria-current={peg.label === at.label || undefined}
          transform={`translate(${x(peg)} 46)`}
          className={`bead is-${peg.state.differs.length > 0 ? 'differing' : peg.dead ? 'dead' : (peg.state.stands ?? 'open')}`}
          onClick={() => onGo(peg)}
          onKeyDown={({ key }) => (key === 'Enter' || key === ' ') && onGo(peg)}
        >
          <rect x={-STEP / 2} y={-40} width={STEP} height={80} className="reach" />
          {peg.label === at.label && <circle r={18} className="ring" />}
          <circle r={11} fill={hueOf(peg.kind.species)} className="plant" />
          {peg.state.differs.length > 0 ? (
            <text y={5} textAnchor="middle">
              ?
            </text>
          ) : peg.dead ? (
            <path d="M-6 0H6" />
          ) : peg.state.stands === 'planted' ? (
            <path d="M-5 0L-1 4L6 -5" />
          ) : peg.state.stands === 'skipped' ? (
            <path d="M-5 -5L5 5M5 -5L-5 5" />
          ) : null}
        </g>
      ))}
      <text x={WIDE / 2} y={HIGH - 6} textAnchor="middle" className="chainage">
        {stationLabel(at.chainage, units)}
      </text>
    </svg>
  );
}
