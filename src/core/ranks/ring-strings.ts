import type { Point } from '../geometry/point.ts';
import { polyline } from '../geometry/polyline.ts';
import type { Baseline, Planting, Row } from '../holding/schema.ts';
import { fittedIntervals } from './counting.ts';
import type { RowString } from './row-string.ts';

export type Guilds = Extract<Baseline, { kind: 'guilds' }>;

/** Corners of the many-sided line that stands for a ring: a plant lies within 0.03 % of the radius of the true one. */
const SIDES = 180;
/** Below this radius a ring is the anchor itself, metres. */
const ANCHOR = 0.05;

/** The radius of each ring: the row gaps added up from the anchor, metres. */
export const radiiOf = (rows: readonly Pick<Row, 'rowGap'>[]): number[] => {
  let radius = 0;
  return rows.map(({ rowGap }) => (radius += rowGap));
};

/** The strings of guilds: round each anchor in turn its rings, each evenly spaced as near its spacing as closes the ring. */
export function ringStrings({ rows }: Pick<Planting, 'rows'>, { anchors }: Guilds): RowString[] {
  const radii = radiiOf(rows);
  return anchors.flatMap((anchor, copy) => rows.map((row, r) => ring(row, copy, anchor, radii[r]!)));
}

function ring(row: Row, copy: number, [x, y]: Point, radius: number): RowString {
  if (radius < ANCHOR) {
    const line = polyline([
      [x, y],
      [x, y + ANCHOR],
    ]);
    return {
      row,
      copy,
      offset: 0,
      spacing: row.spacing,
      trace: { line, from: Float64Array.of(0), to: Float64Array.of(ANCHOR) },
      at: Float64Array.of(0),
    };
  }
  // From north round by east, as a bearing is read; a staggered ring begins half a spacing on.
  const points = Array.from({ length: SIDES }, (_, i): Point => [
    x + radius * Math.sin((i * 2 * Math.PI) / SIDES),
    y + radius * Math.cos((i * 2 * Math.PI) / SIDES),
  ]);
  const line = polyline(points, true);
  const count = fittedIntervals(line.length, row.spacing);
  const spacing = line.length / count;
  const first = row.staggered ? spacing / 2 : 0;
  const stations = line.chainages;
  return {
    row,
    copy,
    offset: radius,
    spacing,
    trace: { line, from: stations.slice(0, -1), to: stations.slice(1) },
    at: Float64Array.from({ length: count }, (_, i) => first + i * spacing),
  };
}

/** About how many plants the guilds would hold. */
export const guessRings = ({ anchors }: Guilds, rows: readonly Row[]): number =>
  anchors.length * radiiOf(rows).reduce((sum, radius, r) => sum + 1 + (2 * Math.PI * radius) / rows[r]!.spacing, 0);
