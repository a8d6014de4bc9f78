import { derived } from '../derived/derived.ts';
import { smooth } from '../geometry/curve.ts';
import { parallel } from '../geometry/parallel.ts';
import { distance, nearestOnSegment, type Point } from '../geometry/point.ts';
import { area } from '../geometry/polygon.ts';
import { crossesItself, pointAt, polyline, type Polyline } from '../geometry/polyline.ts';
import type { Corner } from '../holding/ground-schema.ts';
import { Refused } from '../holding/command.ts';
import type { Baseline, Holding } from '../holding/schema.ts';
import { alongLongest, blockLine } from './outline.ts';

/** A planting's baseline worked out: where it runs now. */
export interface LaidBaseline {
  readonly line: Polyline;
  readonly closed: boolean;
}

/** Shortest baseline that rows can stand on, metres. */
const SHORTEST = 0.5;

type Place = Pick<Holding, 'boundary' | 'features'>;

/** The points that a `beside` baseline follows: a boundary side, a fence, a stream or a track; null when it is gone. */
function followed(
  of: Extract<Baseline, { kind: 'beside' }>['of'],
  { boundary, features }: Place,
): readonly Point[] | null {
  if (of.what === 'feature') {
    const feature = features.find(({ id }) => id === of.feature);
    return feature && 'line' in feature ? feature.line : null;
  }
  const at = boundary?.findIndex(({ id }) => id === of.corner) ?? -1;
  return at < 0 ? null : [boundary![at]!.at, boundary![(at + 1) % boundary!.length]!.at];
}

/**
 * Where a baseline runs on this holding; null when what it followed is gone or too little of it is left. The same baseline
 * and what it follows give the same answer object.
 */
export const layBaseline = derived(function layBaseline(baseline: Baseline, place: Place): LaidBaseline | null {
  const corners = baseline.kind === 'beside' ? place.boundary : null;
  return lay(baseline, sourceOf(baseline, place), corners ?? []);
});

function sourceOf(baseline: Baseline, place: Place): readonly Point[] | null {
  switch (baseline.kind) {
    case 'drawn':
      return baseline.points;
    case 'beside':
      return followed(baseline.of, place);
    case 'block':
      return blockLine(baseline);
    case 'guilds':
      return baseline.anchors;
  }
}

/** A line along a side, its ends as far from the sides that it meets as it keeps from its own. */
function clearOfSides(line: Polyline, { of, setback }: Beside, corners: readonly Corner[]): Polyline | null {
  const at = of.what === 'boundary' ? corners.findIndex(({ id }) => id === of.corner) : -1;
  if (at < 0 || setback <= 0) return line;
  const corner = (i: number): Point => corners[(i + corners.length) % corners.length]!.at;
  const away = (s: number, i: number) => nearestOnSegment(pointAt(line, s), corner(i), corner(i + 1)).distance;
  const half = line.length / 2;
  /** How far along, from one end, the line first lies clear of a side; 0 where it never comes near, or never gets away. */
  const clear = (i: number, from: (s: number) => number): number => {
    if (away(from(0), i) >= setback - 1e-9 || away(from(half), i) < setback) return 0;
    let [near, far] = [0, half];
    for (let k = 0; k < 50; k++) {
      const middle = (near + far) / 2;
      if (away(from(middle), i) < setback) near = middle;
      else far = middle;
    }
    return far;
  };
  const [start, stop] = [clear(at - 1, (s) => s), clear(at + 1, (s) => line.length - s)];
  return polyline([pointAt(line, start), pointAt(line, line.length - stop)]);
}

type Beside = Extract<Baseline, { kind: 'beside' }>;

function lay(baseline: Baseline, source: readonly Point[] | null, corners: readonly Corner[]): LaidBaseline | null {
  if (!source) return null;
  if (baseline.kind === 'beside') {
    const line = polyline(source);
    const moved =
      line.points.length < 2 ? null : parallel(line, baseline.side === 'right' ? baseline.setback : -baseline.setback);
    const kept = moved && baseline.of.what === 'boundary' ? clearOfSides(moved, baseline, corners) : moved;
    return kept && kept.length >= SHORTEST ? { line: kept, closed: false } : null;
  }
  if (baseline.kind === 'block') {
    const line = polyline(source);
    return line.length >= SHORTEST ? { line, closed: false } : null;
  }
  if (baseline.kind === 'guilds') {
    const [[x, y]] = source as [Point];
    const line = polyline(source);
    // One anchor has no line of its own: it is measured northward.
    return {
      line:
        line.points.length > 1
          ? line
          : polyline([
              [x, y],
              [x, y + 1],
            ]),
      closed: false,
    };
  }
  const closed = baseline.closed && source.length > 2;
  const points = baseline.curved ? smooth(closed ? [...source, source[0]!] : source) : source;
  const line = polyline(points, closed);
  return line.length >= SHORTEST ? { line, closed } : null;
}

/** A block within `points`, its rows along the longest side; throws {@link Refused} for an outline that holds no ground. */
export function drawnBlock(points: readonly Point[], { headland = 0 } = {}): Extract<Baseline, { kind: 'block' }> {
  const kept = points.filter((point, i) => distance(points[(i + points.length - 1) % points.length]!, point) > 0.001);
  if (kept.length > 2 && crossesItself(kept, true))
    throw new Refused('The outline crosses itself. Draw it so that it does not, or as two blocks.');
  if (kept.length < 3 || area(kept) < 1)
    throw new Refused(
      'A block needs at least three corners and some ground between them. Add corners, or set them farther apart.',
    );
  return {
    kind: 'block',
    outline: kept.map(([x, y]) => [x, y]),
    bearing: alongLongest(kept),
    headland,
    density: null,
    shift: { along: 0, across: 0 },
    lanes: null,
  };
}

/** A drawn baseline through `points`; throws {@link Refused} for a line that no row can stand on. */
export function drawnBaseline(points: readonly Point[], { curved = false, closed = false } = {}): Baseline {
  const kept = points.filter((point, i) => i === 0 || distance(points[i - 1]!, point) > 0.001);
  const { length } = polyline(kept, closed);
  if (kept.length < 2 || length < SHORTEST)
    throw new Refused('The line is too short for a row to stand on. Give it a second point farther off.');
  if (crossesItself(kept, closed))
    throw new Refused('The line crosses itself. Draw it so that it does not, or as two plantings.');
  return { kind: 'drawn', points: kept.map(([x, y]) => [x, y] as [number, number]), curved, closed };
}

/** The baseline as drawn points where it runs now, free of what it followed. */
export function loosened(baseline: Baseline, place: Place): Baseline {
  const laid = baseline.kind === 'beside' ? layBaseline(baseline, place) : null;
  return laid ? drawnBaseline(laid.line.points) : baseline;
}
