import { scaleLinear } from 'd3-scale';
import { useRef } from 'react';
import type { Elevation, OpenSight } from '../../../core/effects/elevation.ts';
import { formatLength } from '../../../core/units/quantities.ts';
import { hueOf } from '../../look/glyphs.ts';
import { useWidth } from '../../parts/use-width.ts';
import { useShown } from '../../store/derived.ts';
import { crownPath } from './crown-path.ts';
import { AXIS, HeightAxis, MARGIN } from './HeightAxis.tsx';

const HIGH = 270;

/** A planting seen along its whole length: what has closed, what is still open at the height of eyes, and where sight passes. */
export function ElevationDrawing({
  elevation,
  open,
  year,
  leafy,
  id,
}: {
  elevation: Elevation;
  open: readonly OpenSight[];
  year: number;
  leafy: boolean;
  id: string;
}) {
  const { units } = useShown();
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box);
  const x = scaleLinear([0, Math.max(1, elevation.length)], [AXIS, width - MARGIN]);
  const y = scaleLinear([0, elevation.top * 1.1], [HIGH - 50, 12]);
  const seen = elevation.seen.map((column) => ({ at: column.at, share: leafy ? column.leafy : column.bare }));
  const mean = seen.reduce((sum, { share }) => sum + share, 0) / Math.max(1, seen.length);
  const step = seen.length > 1 ? x(seen[1]!.at) - x(seen[0]!.at) : 8;
  return (
    <div ref={box} className="years-drawing">
      <svg
        id={id}
        viewBox={`0 0 ${width} ${HIGH}`}
        width={width}
        height={HIGH}
        role="img"
        aria-label={`Elevation in year ${year}: ${Math.round(mean * 100)} % is seen through at the height of eyes, ${open.length} lines of sight pass.`}
      >
        <HeightAxis y={y} width={width} units={units} />
        {elevation.plants.map(({ kind, shape, at, height, base, half }, i) => (
          <g key={i}>
            <line className="stem" x1={x(at)} x2={x(at)} y1={y(0)} y2={y(base + (height - base) / 2)} />
            <path
              className={`crown${leafy || kind.lot.species.evergreen ? '' : ' is-bare'}`}
              style={{ fill: hueOf(kind.lot.species.id) }}
              d={crownPath(shape, { u: at, base, height, half }, 0, x, y)}
            />
          </g>
        ))}
        {open.map(({ at, z }, i) => (
          <circle key={i} className="open-sight" cx={x(at)} cy={y(Math.min(elevation.top, Math.max(0, z)))} r={4}>
            <title>Sight passes here</title>
          </circle>
        ))}
        {seen.map(({ at, share }) => (
          <rect
            key={at}
            className="seen"
            x={x(at) - step / 2}
            width={step + 0.4}
            y={HIGH - 42}
            height={10}
            style={{ fillOpacity: 1 - share }}
          />
        ))}
        {x.ticks(8).map((tick) => (
          <text key={tick} x={x(tick)} y={HIGH - 18} textAnchor="middle">
            {formatLength(tick, units, { decimals: 0 })}
          </text>
        ))}
        <text x={AXIS} y={HIGH - 4}>
          The bar: dark where it is closed at the height of eyes. {Math.round(mean * 100)} % is still seen through.
        </text>
      </svg>
    </div>
  );
}
