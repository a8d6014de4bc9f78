import { scaleLinear } from 'd3-scale';
import { curveMonotoneX, line } from 'd3-shape';
import { useRef } from 'react';
import type { Section as Cut } from '../../../core/effects/section.ts';
import { formatLength } from '../../../core/units/quantities.ts';
import { hueOf } from '../../look/glyphs.ts';
import { useWidth } from '../../parts/use-width.ts';
import { useShown } from '../../store/derived.ts';
import { crownPath } from './crown-path.ts';
import { AXIS, HeightAxis, MARGIN } from './HeightAxis.tsx';

const HIGH = 270;
const FOOT = 46;

/** The section across a planting, to scale both ways alike along the ground and taller where it must: rows in profile, what they become, what stands beside them, wind and sun. */
export function Section({ cut, year, id }: { cut: Cut; year: number; id: string }) {
  const { units } = useShown();
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box);
  const tallest = Math.max(6, ...cut.plants.map(({ later }) => later.height), ...cut.things.map(({ high }) => high));
  const lowest = Math.min(0, ...cut.ground.map(([, z]) => z));
  const highest = Math.max(0, ...cut.ground.map(([, z]) => z));
  const x = scaleLinear([cut.from, cut.to], [AXIS, width - MARGIN]);
  const y = scaleLinear([lowest - 0.5, highest + tallest * 1.12], [HIGH - FOOT, 14]);
  const length = (metres: number) => formatLength(metres, units, { decimals: 1 });
  const ground = line<readonly [number, number]>(
    ([u]) => x(u),
    ([, z]) => y(z),
  )([...cut.ground])!;
  const rows = [...new Map(cut.plants.map((plant) => [plant.kind.row, plant])).values()];
  return (
    <div ref={box} className="years-drawing">
      <svg
        id={id}
        viewBox={`0 0 ${width} ${HIGH}`}
        width={width}
        height={HIGH}
        role="img"
        aria-label={said(cut, year, length)}
      >
        <HeightAxis y={y} width={width} units={units} />
        <path className="soil" d={`${ground}L${x(cut.to)} ${HIGH - FOOT + 4}L${x(cut.from)} ${HIGH - FOOT + 4}Z`} />
        <Things cut={cut} x={x} y={y} length={length} />
        {cut.plants.map((plant, i) => (
          <path key={`later-${i}`} className="later" d={crownPath(plant.shape, plant.later, plant.ground, x, y)} />
        ))}
        {cut.plants.map((plant, i) => (
          <g key={i}>
            <line
              className="stem"
              x1={x(plant.now.u)}
              x2={x(plant.now.u)}
              y1={y(plant.ground)}
              y2={y(plant.ground + plant.now.base + (plant.now.height - plant.now.base) * 0.5)}
            />
            <path
              className="crown"
              style={{ fill: hueOf(plant.kind.lot.species.id) }}
              d={crownPath(plant.shape, plant.now, plant.ground, x, y)}
            >
              <title>{`${plant.kind.lot.species.common}: ${length(plant.now.height)} high in year ${year}, ${length(plant.later.height)} in year 40`}</title>
            </path>
          </g>
        ))}
        {cut.sun && (
          <g>
            <line
              className="sun-line"
              x1={x(cut.sun.from[0])}
              y1={y(cut.sun.from[1])}
              x2={x(cut.sun.to[0])}
              y2={y(0)}
            />
            <text
              className="sun-word"
              x={x(cut.sun.to[0])}
              y={y(0) - 6}
              textAnchor={cut.sun.to[0] > cut.sun.from[0] ? 'start' : 'end'}
            >
              midwinter noon
            </text>
          </g>
        )}
        <WindCurve cut={cut} x={x} />
        <Gaps rows={rows.map(({ now }) => now.u)} x={x} length={length} />
      </svg>
    </div>
  );
}

type Scale = (metres: number) => number;

function Things({ cut, x, y, length }: { cut: Cut; x: Scale; y: Scale; length(metres: number): string }) {
  return (
    <>
      {cut.things.map(({ kind, name, from, to, low, high }, i) => {
        const middle = (x(from) + x(to)) / 2;
        switch (kind) {
          case 'building':
            return (
              <g key={i}>
                <path
                  className="house"
                  d={`M${x(from)} ${y(0)}V${y(low)}L${middle} ${y(Math.max(low, high))}L${x(to)} ${y(low)}V${y(0)}Z`}
                />
                <text x={middle} y={y(low / 2)} textAnchor="middle">
                  {name}
                </text>
              </g>
            );
          case 'place':
            return (
              <g key={i}>
                <line className="yard" x1={x(from)} x2={x(to)} y1={y(0) + 3} y2={y(0) + 3} />
                <text x={middle} y={y(0) + 16} textAnchor="middle" className="yard-word">
                  {name}
                </text>
              </g>
            );
          case 'wire':
            return (
              <g key={i} className="is-fault">
                <circle cx={x(from)} cy={y(high)} r={3.5} />
                <text x={x(from) + 6} y={y(high) + 4}>
                  {name}, {length(high)}
                </text>
              </g>
            );
          case 'tree':
            return (
              <g key={i}>
                <path
                  className="old-tree"
                  d={crownPath(
                    'ellipsoid',
                    { u: (from + to) / 2, base: high * 0.15, height: high, half: (to - from) / 2 },
                    0,
                    x,
                    y,
                  )}
                />
                <text x={middle} y={y(high) - 4} textAnchor="middle">
                  {name}
                </text>
              </g>
            );
          case 'boundary':
          case 'fence':
            return (
              <g key={i} className={kind === 'boundary' ? 'edge' : 'fence-post'}>
                <line x1={x(from)} x2={x(from)} y1={y(0)} y2={kind === 'fence' ? y(high) : y(0) - 34} />
                <text x={x(from)} y={kind === 'fence' ? y(high) - 4 : y(0) - 38} textAnchor="middle">
                  {name}
                </text>
              </g>
            );
          default:
            return (
              <g key={i}>
                <line
                  className={kind === 'water' ? 'brook' : 'lane'}
                  x1={x(from)}
                  x2={x(to)}
                  y1={y(0) + 2}
                  y2={y(0) + 2}
                />
                <text x={middle} y={y(0) + 16} textAnchor="middle">
                  {name}
                </text>
              </g>
            );
        }
      })}
    </>
  );
}

/** The share of the open wind that is left, over the drawing: its own scale, 0 at the foot of its band. */
function WindCurve({ cut, x }: { cut: Cut; x: Scale }) {
  if (!cut.wind) return null;
  const up = scaleLinear([0, 1.15], [110, 22]);
  const path = line<readonly [number, number]>(
    ([u]) => x(u),
    ([, left]) => up(left),
  ).curve(curveMonotoneX)([...cut.wind.left])!;
  const calmest = cut.wind.left.reduce((a, b) => (b[1] < a[1] ? b : a));
  const start = cut.wind.blows > 0 ? x(cut.from) : x(cut.to);
  const tip = start + cut.wind.blows * 44;
  return (
    <g className="wind-curve">
      <path d={path} />
      <text
        x={Math.max(x(cut.from) + 70, Math.min(x(cut.to) - 70, x(calmest[0])))}
        y={up(calmest[1]) + 14}
        textAnchor="middle"
      >
        {Math.round(calmest[1] * 100)} % of the open wind
      </text>
      <path
        className="arrow"
        d={`M${start} 130H${tip}m${-cut.wind.blows * 8} -5l${cut.wind.blows * 8} 5l${-cut.wind.blows * 8} 5`}
      />
    </g>
  );
}

/** Distances from row to row beneath. */
function Gaps({ rows, x, length }: { rows: readonly number[]; x: Scale; length(metres: number): string }) {
  const sorted = [...rows].sort((a, b) => a - b);
  return (
    <g className="gaps">
      {sorted.slice(1).map((u, k) => (
        <g key={k}>
          <path d={`M${x(sorted[k]!)} ${HIGH - 26}v6H${x(u)}v-6`} />
          {x(u) - x(sorted[k]!) > 24 && (
            <text x={(x(sorted[k]!) + x(u)) / 2} y={HIGH - 6} textAnchor="middle">
              {length(u - sorted[k]!).split(' ')[0]}
            </text>
          )}
        </g>
      ))}
    </g>
  );
}

function said({ plants, looking }: Cut, year: number, length: (metres: number) => string): string {
  const rows = plants.map(({ kind, now }) => `${kind.lot.species.common} ${length(now.height)}`);
  return `Section in year ${year}, looking ${looking}: ${rows.join(', ') || 'nothing stands here'}.`;
}
