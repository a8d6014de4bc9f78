import type { Planting } from '../holding/schema.ts';
import type { LaidBaseline } from './baseline.ts';
import { cornersOf, leaveOpen, plantCorners } from './corners.ts';
import { places } from './counting.ts';
import { passageOf, placesInPieces } from './passages.ts';
import { rowLine } from './row-line.ts';
import type { RowString } from './row-string.ts';

/** The strings of a belt: each row a true parallel of the baseline, its gaps added up on its own side of it. */
export function beltStrings(
  { rows, side, corners, gaps, beyondGaps }: Pick<Planting, 'rows' | 'side' | 'corners' | 'gaps' | 'beyondGaps'>,
  baseline: LaidBaseline,
): RowString[] {
  const sign = side === 'right' ? 1 : -1;
  const reached = { near: 0, across: 0 };
  const bends = corners === 'round' ? [] : cornersOf(baseline);
  const passages = beginsAnew({ beyondGaps, corners }, baseline) ? gaps.map((gap) => passageOf(gap, baseline)) : [];
  /** Spacing in force of the row before on each side of the line. */
  const before = { near: 0, across: 0 };
  return rows.map((row): RowString => {
    const offset = row.across ? -(reached.across += row.rowGap) : (reached.near += row.rowGap);
    const trace = rowLine(baseline, sign * offset);
    const string = { row, copy: 0, offset, trace };
    if (!trace) return { ...string, spacing: row.spacing, at: new Float64Array(0) };
    const from = row.inset + row.trim.start;
    const to = trace.line.length - row.inset - row.trim.stop;
    if (corners === 'planted' && bends.length > 0)
      return { ...string, ...plantCorners(trace, bends, { from, to, spacing: row.spacing, closed: baseline.closed }) };
    const way = row.across ? 'across' : 'near';
    const against = before[way] || row.spacing;
    if (passages.length > 0) {
      const pieces = placesInPieces(trace, passages, { ...row, from, to, against });
      before[way] = pieces.spacing;
      if (bends.length === 0) return { ...string, ...pieces };
      const at = leaveOpen(pieces.at, trace, bends, pieces.spacing);
      const left = new Set(at);
      return { ...string, ...pieces, at, numbers: pieces.numbers.filter((_, i) => left.has(pieces.at[i]!)) };
    }
    const { at, spacing } = places(to - from, { ...row, closed: baseline.closed, against });
    before[way] = spacing;
    if (from > 0) for (let i = 0; i < at.length; i++) at[i]! += from;
    return { ...string, spacing, at: bends.length > 0 ? leaveOpen(at, trace, bends, spacing) : at };
  });
}

/** Whether a belt's rows can begin anew beyond gaps: not round a closed line, nor where each leg is fitted to its corners. */
export const canBeginAnew = ({ corners }: Pick<Planting, 'corners'>, baseline: LaidBaseline): boolean =>
  !baseline.closed && (corners !== 'planted' || cornersOf(baseline).length === 0);
const beginsAnew = (planting: Pick<Planting, 'beyondGaps' | 'corners'>, baseline: LaidBaseline): boolean =>
  planting.beyondGaps === 'anew' && canBeginAnew(planting, baseline);
