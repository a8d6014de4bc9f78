import { smooth } from '../geometry/curve.ts';
import { parallel } from '../geometry/parallel.ts';
import { distance, type Point } from '../geometry/point.ts';
import { crossesItself, polyline, type Polyline } from '../geometry/polyline.ts';
import { Refused } from '../holding/command.ts';
import type { Baseline, Holding } from '../holding/schema.ts';

/** A planting's baseline worked out: where it runs now. */
export interface LaidBaseline {
  readonly line: Polyline;
  readonly closed: boolean;
}

/** Shortest baseline that rows can stand on, metres. */
const SHORTEST = 0.5;

type Place = Pick<Holding, 'boundary' | 'features'>;

/** The points that a `beside` baseline follows: a boundary side, a fence, a stream or a track; null when it is gone. */
function followed(of: Extract<Baseline, { kind: 'beside' }>['of'], { boundary, features }: Place): readonly Point[] | null {
  if (of.what === 'feature') {
    const feature = features.find(({ id }) => id === of.feature);
    return feature && 'line' in feature ? feature.line : null;
  }
  const at = boundary?.findIndex(({ id }) => id === of.corner) ?? -1;
  return at < 0 ? null : [boundary![at]!.at, boundary![(at + 1) % boundary!.length]!.at];
}

const cache = new WeakMap<Baseline, { source: readonly Point[] | null; laid: LaidBaseline | null }>();

/**
 * Where a baseline runs on this holding; null when what it followed is gone or too little of it is left.
 * Worked out once for each baseline and source: the same objects give the same answer object.
 */
export function layBaseline(baseline: Baseline, place: Place): LaidBaseline | null {
  const source = sourceOf(baseline, place);
  const known = cache.get(baseline);
  if (known && samePoints(known.source, source)) return known.laid;
  const laid = lay(baseline, source);
  cache.set(baseline, { source, laid });
  return laid;
}

const sourceOf = (baseline: Baseline, place: Place) => (baseline.kind === 'drawn' ? baseline.points : followed(baseline.of, place));

const samePoints = (a: readonly Point[] | null, b: readonly Point[] | null): boolean =>
  a === b || (!!a && !!b && a.length === b.length && a.every((point, i) => point === b[i]));

function lay(baseline: Baseline, source: readonly Point[] | null): LaidBaseline | null {
  if (!source) return null;
  if (baseline.kind === 'beside') {
    const line = polyline(source);
    const moved = line.points.length < 2 ? null : parallel(line, baseline.side === 'right' ? baseline.setback : -baseline.setback);
    return moved && moved.length >= SHORTEST ? { line: moved, closed: false } : null;
  }
  const closed = baseline.closed && source.length > 2;
  const points = baseline.curved ? smooth(closed ? [...source, source[0]!] : source) : source;
  const line = polyline(points, closed);
  return line.length >= SHORTEST ? { line, closed } : null;
}

/** A drawn baseline through `points`; throws {@link Refused} for a line that no row can stand on. */
export function drawnBaseline(points: readonly Point[], { curved = false, closed = false } = {}): Baseline {
  const kept = points.filter((point, i) => i === 0 || distance(points[i - 1]!, point) > 0.001);
  const { length } = polyline(kept, closed);
  if (kept.length < 2 || length < SHORTEST)
    throw new Refused(`The line is ${Math.round(length * 1000) / 1000} m long. A row needs at least ${SHORTEST} m: give it a second point farther off.`);
  if (crossesItself(kept, closed)) throw new Refused('The line crosses itself. Draw it so that it does not, or as two plantings.');
  return { kind: 'drawn', points: kept.map(([x, y]) => [x, y] as [number, number]), curved, closed };
}

/** The baseline as drawn points where it runs now, free of what it followed. */
export function loosened(baseline: Baseline, place: Place): Baseline {
  const laid = baseline.kind === 'beside' ? layBaseline(baseline, place) : null;
  return laid ? drawnBaseline(laid.line.points) : baseline;
}
