import { useMemo } from 'react';
import { barLength, drawSettingOut } from '../../../core/field/setting-drawing.ts';
import { numbered, settingSteps, settingTable } from '../../../core/field/setting-sheet.ts';
import { settingOut } from '../../../core/field/setting-out.ts';
import { formatLength } from '../../../core/units/quantities.ts';
import type { InField } from './use-field.ts';
import { Facts } from '../../parts/Facts.tsx';

const [WIDE, HIGH] = [760, 300];
const path = (points: readonly (readonly [number, number])[]) =>
  points.map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ');

/** The setting-out drawing to scale, how it is read, and each peg's measures. */
export function SettingOutFigure({ field: { laid, holding } }: { field: InField }) {
  const { out, drawing } = useMemo(() => {
    const set = settingOut(laid, holding);
    return { out: set, drawing: drawSettingOut(set, WIDE, HIGH) };
  }, [laid, holding]);
  const { head, rows } = settingTable(out, drawing.table, holding.units);
  const bar = barLength(drawing.scale, 160, holding.units === 'us' ? 0.3048 : 1);
  return (
    <section className="setting-out" aria-label="Setting out">
      <h2>Setting out</h2>
      <svg
        viewBox={`0 0 ${WIDE} ${HIGH + 24}`}
        role="img"
        aria-label={`Setting-out drawing of ${laid.planting.name}, to scale`}
      >
        {drawing.lines.map(({ of, points }, i) => (
          <polyline key={i} className={`line-${of}`} points={path(points)} />
        ))}
        {drawing.pegs.map(({ kind, at: [x, y] }, i) =>
          kind === 'known' ? (
            <circle key={i} className="peg-known" cx={x} cy={y} r={6} />
          ) : kind === 'plant' || kind === 'standard' ? (
            <circle key={i} className={`peg-${kind}`} cx={x} cy={y} r={kind === 'plant' ? 1.6 : 3.2} />
          ) : (
            <rect key={i} className="peg-square" x={x - 3} y={y - 3} width={6} height={6} />
          ),
        )}
        {numbered(drawing.pegs).map(({ at: [x, y], text }) => (
          <text key={`${text} ${x}`} x={x + 6} y={y - 6}>
            {text}
          </text>
        ))}
        <g transform={`translate(${WIDE - 18} 32) rotate(${drawing.north})`} className="north">
          <path d="M0 12V-12M-4 -6L0 -12L4 -6" />
          <text y={-15} textAnchor="middle">
            N
          </text>
        </g>
        <g className="bar">
          <path d={`M10 ${HIGH + 12}v6h${(bar * drawing.scale).toFixed(1)}v-6`} />
          <text x={16 + bar * drawing.scale} y={HIGH + 18}>
            {formatLength(bar, holding.units, { decimals: 0 })}
          </text>
        </g>
      </svg>
      <ol className="set-up">
        {settingSteps(out, holding.units).map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      <details>
        <summary>Measures of {rows.length} pegs</summary>
        <div className="scroll">
          <Facts className="figures-table" heads={head} rows={rows.map((cells) => ({ key: cells[0]!, cells }))} />
        </div>
      </details>
    </section>
  );
}
