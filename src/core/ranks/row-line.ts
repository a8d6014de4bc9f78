import { kept } from '../derived/derived.ts';
import { parallel } from '../geometry/parallel.ts';
import { between } from '../geometry/point.ts';
import { chainageOf, type Polyline } from '../geometry/polyline.ts';
import type { LaidBaseline } from './baseline.ts';

/** A row's line, with the chainage on the baseline at both ends of each of its segments. */
export interface RowLine {
  readonly line: Polyline;
  readonly from: Float64Array;
  readonly to: Float64Array;
}

/** The row that runs `offset` metres right of the baseline; rows move less than plants. */
export const rowLine = (baseline: LaidBaseline, offset: number): RowLine | null =>
  trace(baseline, Math.round(offset * 1e6) / 1e6);

const trace = kept(function trace({ line: baseline, closed }: LaidBaseline, offset: number): RowLine | null {
  const line = parallel(baseline, offset, closed);
  if (!line || line.points.length < 2) return null;
  const segments = line.points.length - 1;
  const from = new Float64Array(segments);
  const to = new Float64Array(segments);
  for (let i = 0; i < segments; i++) {
    if (line === baseline) {
      from[i] = baseline.chainages[i]!;
      to[i] = baseline.chainages[i + 1]!;
      continue;
    }
    // Just inside the segment's ends, where the nearest baseline point is not in doubt; then out to the ends.
    const near = chainageOf(baseline, between(line.points[i]!, line.points[i + 1]!, 0.01)).chainage;
    const far = chainageOf(baseline, between(line.points[i]!, line.points[i + 1]!, 0.99)).chainage;
    const slope = Math.max(0, (far - near) / 0.98);
    from[i] = Math.max(0, near - slope * 0.01);
    to[i] = Math.min(baseline.length, far + slope * 0.01);
  }
  return { line, from, to };
});
