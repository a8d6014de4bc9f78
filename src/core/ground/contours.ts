import { contours as raise } from 'd3-contour';
import type { Point } from '../geometry/point.ts';
import { toMetres, type UnitSystem } from '../units/quantities.ts';
import type { Relief } from './relief.ts';

export interface Contour {
  readonly elevation: number;
  readonly lines: readonly (readonly Point[])[];
}

/** Heights between contours that draw 8 to 20 of them, from 0.1, 0.25, 0.5, 1, 2, 5 … of the unit that `rise` is in. */
const contourStep = (rise: number): number =>
  [0.1, 0.25, 0.5, 1, 2, 5, 10, 20, 50].find((step) => rise / step <= 16) ?? 100;

/**
 * Contour lines of the relief within `box` (west, south, east, north, metres on the plane), at round heights of the
 * steward's units; `elevation` is in metres all the same.
 */
export function contoursOf(
  relief: Relief,
  box: readonly [number, number, number, number],
  system: UnitSystem = 'metric',
): Contour[] {
  const [west, south, east, north] = box;
  const side = Math.max(relief.step / 2, Math.max(east - west, north - south) / 150);
  const [columns, rows] = [
    Math.max(2, Math.ceil((east - west) / side) + 1),
    Math.max(2, Math.ceil((north - south) / side) + 1),
  ];
  const heights = Array.from(
    { length: columns * rows },
    (_, at) => relief.heightAt([west + (at % columns) * side, south + Math.floor(at / columns) * side]) ?? Number.NaN,
  );
  const known = heights.filter((height) => !Number.isNaN(height));
  if (known.length === 0) return [];
  let [low, high] = [Infinity, -Infinity];
  for (const height of known) [low, high] = [Math.min(low, height), Math.max(high, height)];
  const unit = system === 'us' ? toMetres(1, 'ft') : 1;
  const step = contourStep((high - low) / unit) * unit;
  const levels = Array.from(
    { length: Math.floor(high / step) - Math.ceil(low / step) + 1 },
    (_, i) => (Math.ceil(low / step) + i) * step,
  );
  const onEdge = ([u, v]: readonly number[]) => u! <= 0.5 || v! <= 0.5 || u! >= columns - 0.5 || v! >= rows - 0.5;
  return raise()
    .size([columns, rows])
    .thresholds(levels)(heights)
    .map(({ value, coordinates }) => ({
      elevation: value,
      // d3 closes its shapes along the edge of the grid; a contour is only the part within.
      lines: coordinates.flat().flatMap((ring) => {
        const pieces: Point[][] = [[]];
        for (const position of ring) {
          if (onEdge(position)) {
            if (pieces.at(-1)!.length > 0) pieces.push([]);
          } else pieces.at(-1)!.push([west + (position[0]! - 0.5) * side, south + (position[1]! - 0.5) * side]);
        }
        return pieces.filter((piece) => piece.length > 1);
      }),
    }));
}
