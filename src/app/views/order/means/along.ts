import { scaleLinear } from 'd3-scale';
import { toMetres, type UnitSystem } from '../../../../core/units/quantities.ts';
import { pointAt, type Polyline } from '../../../../core/geometry/polyline.ts';
import type { Point } from '../../../../core/geometry/point.ts';

/** The part of a line between two chainages, metres. */
export const along = (line: Polyline, from: number, to: number): Point[] => [
  pointAt(line, from),
  ...line.points.filter((_, i) => line.chainages[i]! > from && line.chainages[i]! < to),
  pointAt(line, to),
];

/** About `count` lengths from 0 up to `far` that are round in the steward's units, metres. */
export function roundLengths(far: number, count: number, units: UnitSystem): number[] {
  const each = units === 'us' ? toMetres(1, 'ft') : 1;
  return scaleLinear([0, far / each], [0, 1])
    .ticks(count)
    .map((tick) => tick * each);
}
