import type { Point } from '../geometry/point.ts';
import { area, isInside, nearestEdge } from '../geometry/polygon.ts';
import { polyline } from '../geometry/polyline.ts';
import type { Planting, Row } from '../holding/schema.ts';
import { TOL } from '../units/rounding.ts';
import type { LaidBaseline } from './baseline.ts';
import { axesOf, dot, type Block } from './outline.ts';
import type { RowString } from './row-string.ts';

/**
 * The strings of a block: its rows over and over from the line on, each on one grid with all the others, clipped
 * to the outline less the headland (the edge itself counts as inside). `count.block` of the working note.
 */
export function blockStrings({ rows }: Pick<Planting, 'rows'>, block: Block, { line }: LaidBaseline): RowString[] {
  const { along, across } = axesOf(block.bearing);
  const zero = line.points[0]!;
  const ring = block.outline.map((p): Point => [
    dot([p[0] - zero[0], p[1] - zero[1]], along),
    dot([p[0] - zero[0], p[1] - zero[1]], across),
  ]);
  const depth = Math.max(...ring.map(([, v]) => v));
  const strings: RowString[] = [];
  if (rows.length === 0) return strings;
  let offset = block.headland + block.shift.across;
  for (let n = 0; offset <= depth + TOL; n++) {
    const row = rows[n % rows.length]!;
    const laid = clipped(row, offset, ring, block, zero, along, across);
    // In a corner of the outline a string may find no place: then there is none.
    if (laid.at.length > 0)
      strings.push({ row, copy: Math.floor(n / rows.length), offset, spacing: row.spacing, ...laid });
    const lane = block.lanes && (n + 1) % block.lanes.every === 0 ? block.lanes.width : 0;
    offset += Math.max(rows[(n + 1) % rows.length]!.rowGap, LEAST_GAP) + lane;
  }
  return strings;
}

/** Rows of a block closer than this are a mistake; it keeps a typed 0 from laying rows for ever. */
const LEAST_GAP = 0.1;

function clipped(
  row: Row,
  v: number,
  ring: readonly Point[],
  { headland, shift }: Block,
  zero: Point,
  along: Point,
  across: Point,
): Pick<RowString, 'trace' | 'at'> {
  const crossings = ring.flatMap((a, i): number[] => {
    const b = ring[(i + 1) % ring.length]!;
    if (Math.abs(a[1] - b[1]) < 1e-9) return Math.abs(a[1] - v) <= TOL ? [a[0], b[0]] : [];
    const t = (v - a[1]) / (b[1] - a[1]);
    return t >= -1e-9 && t <= 1 + 1e-9 ? [a[0] + t * (b[0] - a[0])] : [];
  });
  const [from, to] = [Math.min(...crossings), Math.max(...crossings)];
  if (!(to - from > TOL)) return { trace: null, at: new Float64Array(0) };
  const [begin, end] = [from + row.inset + row.trim.start, to - row.inset - row.trim.stop];
  const grid = headland + shift.along + (row.staggered ? row.spacing / 2 : 0);
  const at: number[] = [];
  for (let k = Math.ceil((begin - grid - TOL) / row.spacing); grid + k * row.spacing <= end + TOL; k++) {
    const u = grid + k * row.spacing;
    const edge = nearestEdge(ring, [u, v]).distance;
    if (headland > 0 ? isInside(ring, [u, v]) && edge >= headland - TOL : edge <= TOL || isInside(ring, [u, v]))
      at.push(u - from);
  }
  const place = (u: number): Point => [zero[0] + u * along[0] + v * across[0], zero[1] + u * along[1] + v * across[1]];
  return {
    trace: { line: polyline([place(from), place(to)]), from: Float64Array.of(from), to: Float64Array.of(to) },
    at: Float64Array.from(at),
  };
}

/** About how many plants a block would hold: its ground over the ground of a plant. */
export function guessBlock({ outline }: Block, rows: readonly Row[]): number {
  const pitch = rows.reduce((sum, { rowGap }) => sum + Math.max(rowGap, LEAST_GAP), 0);
  return rows.reduce((sum, { spacing }) => sum + area(outline) / (pitch * spacing), 0);
}
