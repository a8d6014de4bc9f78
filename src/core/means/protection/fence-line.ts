import { polygonHull } from 'd3-polygon';
import { parallel } from '../../geometry/parallel.ts';
import { directionAt, pointAt, polyline, type Polyline } from '../../geometry/polyline.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { derived } from '../../derived/derived.ts';
import { reliefOf, type Relief } from '../../ground/relief.ts';
import type { LaidBaseline } from '../../ranks/baseline.ts';
import type { Holding, Planting } from '../../holding/schema.ts';
import type { Layout } from '../../ranks/lay-out.ts';
import guardData from './guards.json' with { type: 'json' };

/** Where a fence runs, and what it takes. */
export interface FenceRun {
  /** Its lines on the plane, metres; a closed one ends where it began. */
  readonly lines: readonly (readonly Point[])[];
  /** On the slope, gates taken out, metres. */
  readonly length: number;
  readonly corners: number;
  readonly gates: number;
  /** Ends that meet a fence that stands already. */
  readonly ends: number;
}

/** Steps in which a line is laid on the slope, metres. */
const STEP = 5;

type Land = Pick<Holding, 'features' | 'terrain'>;

/**
 * The fence round a planting, `off` metres from its outermost plants; along one side alone, its ends run to the other,
 * where the planting follows a fence that stands. Null where nothing stands.
 */
export function fenceRun(planting: Planting, { baseline, stand }: Layout, off: number, land: Land): FenceRun | null {
  if (!baseline || stand.count === 0) return null;
  const { kind } = planting.baseline;
  if (kind === 'block' || kind === 'guilds') return { ...measured([roundAll(stand, off)], land), gates: 1 };
  const offsets = stand.rows.filter(({ from, to }) => to > from).map(({ offset }) => offset);
  return fenceAlong(planting, baseline, Math.min(...offsets) - off, Math.max(...offsets) + off, off, land);
}

/** The fence along a belt, from `least` to `most` metres right of its line: the same as long as its outermost rows are. */
const fenceAlong = derived(function fenceAlong(
  planting: Planting,
  baseline: LaidBaseline,
  least: number,
  most: number,
  off: number,
  land: Land,
): FenceRun {
  const run = measured(linesAlong(planting, baseline, least, most, off, land.features), land);
  const gateways = planting.gaps.filter(({ kind }) => kind === 'gate');
  const sides = run.ends > 0 ? 1 : 2;
  const wide = gateways.reduce((sum, { width }) => sum + width, 0) * sides;
  return { ...run, length: Math.max(0, run.length - wide), gates: Math.max(1, gateways.length * sides) };
});

/** What lines of a fence take, before any gate. */
function measured(lines: readonly (readonly Point[])[], land: Land): Omit<FenceRun, 'gates'> {
  const relief = reliefOf(land);
  return {
    lines,
    length: lines.reduce((sum, line) => sum + slopeLength(line, relief), 0),
    corners: lines.reduce((sum, line) => sum + fenceCorners(line).length, 0),
    ends: lines.filter((line) => distance(line[0]!, line.at(-1)!) > 0.01).length * 2,
  };
}

/** One ring round every plant: a block or a glade is got into by one gate of its own. */
function roundAll(stand: Layout['stand'], off: number): readonly Point[] {
  const hull = polygonHull(Array.from({ length: stand.count }, (_, i): [number, number] => [stand.x[i]!, stand.y[i]!]));
  const around = (hull ?? squareRound(stand)) as Point[];
  // The hull runs against the clock as it is drawn: its outside lies to the right.
  return parallel(polyline(around, true), outward(around) * off, true)?.points ?? around;
}

function linesAlong(
  { baseline, side }: Planting,
  { line, closed }: LaidBaseline,
  least: number,
  most: number,
  off: number,
  features: Holding['features'],
): Point[][] {
  const at = (offset: number) => parallel(line, offset, closed);
  if (closed) return [at(least), at(most)].flatMap((ring) => (ring ? [[...ring.points, ring.points[0]!]] : []));
  const follows = baseline.kind === 'beside' ? baseline.of : null;
  const stands = follows?.what === 'feature' && features.find(({ id }) => id === follows.feature)?.kind === 'fence';
  if (stands && baseline.kind === 'beside') {
    const to = side === 'right' ? -baseline.setback : baseline.setback;
    const far = at(side === 'right' ? most : least);
    return far ? [[endOf(line, to, -off), ...ended(far, off), endOf(line, to, line.length + off)]] : [];
  }
  const [left, right] = [at(least), at(most)];
  if (!left || !right) return [];
  const ring = [...ended(left, off), ...ended(right, off).reverse()];
  return [[...ring, ring[0]!]];
}

/** A place `offset` metres off the line at a chainage, before its start or beyond its end too. */
function endOf(line: Polyline, offset: number, chainage: number): Point {
  const [x, y] = pointAt(line, chainage);
  const [ux, uy] = directionAt(line, Math.max(0, Math.min(line.length, chainage)));
  return [x + uy * offset, y - ux * offset];
}

/** A line with both ends drawn out by `off` metres. */
const ended = (line: Polyline, off: number): Point[] => [
  pointAt(line, -off),
  ...line.points.slice(1, -1),
  pointAt(line, line.length + off),
];

/** One or two plants have no hull: a square metre round the first. */
const squareRound = ({ x, y }: Layout['stand']): [number, number][] => {
  const [cx, cy] = [x[0]!, y[0]!];
  return [
    [cx - 0.5, cy - 0.5],
    [cx + 0.5, cy - 0.5],
    [cx + 0.5, cy + 0.5],
    [cx - 0.5, cy + 0.5],
  ];
};

/** 1 where the outside of a ring lies to its right as it is walked, -1 where to its left. */
const outward = (ring: readonly Point[]): 1 | -1 =>
  ring.reduce((sum, [x, y], i) => {
    const [u, v] = ring[(i + 1) % ring.length]!;
    return sum + x * v - u * y;
  }, 0) > 0
    ? 1
    : -1;

/** Places where a fence turns so sharply that it wants a straining post; turns within a stride of one another share theirs. */
export function fenceCorners(line: readonly Point[]): Point[] {
  const closed = distance(line[0]!, line.at(-1)!) < 0.01;
  const points = closed ? [line.at(-2)!, ...line] : line;
  const turns = points.slice(1, -1).filter((b, i) => {
    const [a, c] = [points[i]!, points[i + 2]!];
    const turn =
      Math.abs(Math.atan2(c[1] - b[1], c[0] - b[0]) - Math.atan2(b[1] - a[1], b[0] - a[0])) * (180 / Math.PI);
    return Math.min(turn, 360 - turn) > guardData.fence.turn;
  });
  const posts: Point[] = [];
  for (const turn of turns)
    if (posts.every((post) => distance(post, turn) >= guardData.fence.sharePost)) posts.push(turn);
  return posts;
}

/** Length of a line on the ground as it lies, metres; horizontal where its fall is not known. */
export function slopeLength(points: readonly Point[], relief: Relief | null): number {
  const line = polyline(points);
  if (!relief) return line.length;
  const steps = Math.max(1, Math.ceil(line.length / STEP));
  let sum = 0;
  for (let i = 0; i < steps; i++) {
    const [a, b] = [pointAt(line, (line.length * i) / steps), pointAt(line, (line.length * (i + 1)) / steps)];
    const [from, to] = [relief.heightAt(a), relief.heightAt(b)];
    sum += Math.hypot(line.length / steps, from === null || to === null ? 0 : to - from);
  }
  return sum;
}
