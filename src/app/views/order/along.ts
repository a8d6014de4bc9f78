import { pointAt, type Polyline } from '../../../core/geometry/polyline.ts';
import type { Point } from '../../../core/geometry/point.ts';

/** The part of a line between two chainages, metres. */
export const along = (line: Polyline, from: number, to: number): Point[] => [
  pointAt(line, from),
  ...line.points.filter((_, i) => line.chainages[i]! > from && line.chainages[i]! < to),
  pointAt(line, to),
];
