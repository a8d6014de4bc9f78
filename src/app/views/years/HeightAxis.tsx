import type { ScaleLinear } from 'd3-scale';
import { formatLength, type UnitSystem } from '../../../core/units/quantities.ts';

/** Room on the left of a drawing for its heights, pixels, and its margin on the right. */
export const AXIS = 44;
export const MARGIN = 8;

/** Heights beside a drawing, a hairline at each. */
export function HeightAxis({ y, width, units }: { y: ScaleLinear<number, number>; width: number; units: UnitSystem }) {
  return y.ticks(4).map((tick) => (
    <g key={tick}>
      <line className="grid" x1={AXIS} x2={width - MARGIN} y1={y(tick)} y2={y(tick)} />
      <text x={AXIS - 6} y={y(tick) + 4} textAnchor="end">
        {formatLength(tick, units, { decimals: 0 })}
      </text>
    </g>
  ));
}
