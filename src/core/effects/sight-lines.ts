import { distance, type Point } from '../geometry/point.ts';
import { isInside, middle } from '../geometry/polygon.ts';
import { polyline, pointAt } from '../geometry/polyline.ts';
import { pointsOf } from '../ground/features.ts';
import type { Relief } from '../ground/relief.ts';
import type { Feature, FeatureOf } from '../holding/ground-schema.ts';
import type { Spot } from '../years/crown.ts';
import type { Crowns } from './crowns.ts';
import { seenBetween, sightOf, type Screen } from './sight.ts';

/** Lines from a viewing point to a thing that is to be hidden, and what hides it whatever is planted. */
export interface SightLines {
  readonly eyes: readonly Spot[];
  readonly targets: readonly Spot[];
  readonly walls: readonly Screen[];
}

/** A person at a window moves: so far to either side, metres. */
const SWAY = 0.6;
/** What people do and see of a thing that has no height of its own, metres above the ground. */
const KNEE = 0.6;
const FACE = 1.6;
/** Targets on a line or ring, at most. */
const ALONG = 9;
/** A viewer so near to a building looks out of it, metres. */
const OWN_WALL = 1;
/** How far along a line is looked, metres: a lane beyond is seen small. */
const FAR = 60;

/** The lines of sight from a viewing point to anything drawn. */
export function sightLines(
  from: FeatureOf<'viewpoint'>,
  what: Feature,
  features: readonly Feature[],
  relief: Relief | null,
): SightLines {
  const ground = (p: Point) => relief?.heightAt(p) ?? 0;
  const points = 'line' in what ? nearest(what.line, from.at) : pointsOf(what);
  const [mx, my] = points.length > 2 && 'ring' in what ? middle(points) : points[Math.floor(points.length / 2)]!;
  const away = Math.hypot(mx - from.at[0], my - from.at[1]) || 1;
  const [sx, sy] = [(-(my - from.at[1]) / away) * SWAY, ((mx - from.at[0]) / away) * SWAY];
  const eyes = [-1, 0, 1].map((k): Spot => [from.at[0] + k * sx, from.at[1] + k * sy, ground(from.at) + from.eye]);
  const heights = heightsOf(what);
  const targets = points.flatMap((p) => heights.map((z): Spot => [p[0], p[1], ground(p) + z]));
  return { eyes, targets, walls: wallsOf(features, what.id, eyes, ground) };
}

/** Points along the part of a line that lies nearest to the viewer. */
function nearest(points: readonly Point[], eye: Point): Point[] {
  const line = polyline(points);
  const all = Array.from({ length: 101 }, (_, k) => ({
    at: (k * line.length) / 100,
    p: pointAt(line, (k * line.length) / 100),
  }));
  const closest = all.reduce((best, one) => (distance(one.p, eye) < distance(best.p, eye) ? one : best));
  const [start, end] = [Math.max(0, closest.at - FAR / 2), Math.min(line.length, closest.at + FAR / 2)];
  return Array.from({ length: ALONG }, (_, k) => pointAt(line, start + ((end - start) * k) / (ALONG - 1)));
}

/** Heights at which a thing is looked at, metres above its foot. */
function heightsOf(what: Feature): number[] {
  if (what.kind === 'building') return [KNEE, what.eaves / 2, what.eaves, (what.eaves + what.ridge) / 2];
  if (what.kind === 'viewpoint') return [what.eye];
  if ('height' in what && typeof what.height === 'number')
    return [what.height * 0.25, what.height * 0.5, what.height * 0.9];
  return [KNEE, FACE];
}

/** Solid walls and the sides of buildings that stand between; neither the thing itself nor the viewer's own house. */
function wallsOf(
  features: readonly Feature[],
  what: string,
  eyes: readonly Spot[],
  ground: (p: Point) => number,
): Screen[] {
  return features.flatMap((feature): Screen[] => {
    if (feature.id === what) return [];
    if (feature.kind === 'fence' && feature.solid)
      return feature.line
        .slice(1)
        .map((to, k) => ({ from: feature.line[k]!, to, height: ground(feature.line[k]!) + feature.height }));
    if (feature.kind !== 'building') return [];
    const height = ground(middle(feature.ring)) + feature.eaves;
    if (eyes.some((eye) => isInside(feature.ring, [eye[0], eye[1]]) || toRing(eye, feature.ring) < OWN_WALL)) return []; // a window of it
    return feature.ring.map((from, k) => ({ from, to: feature.ring[(k + 1) % feature.ring.length]!, height }));
  });
}

/** One line of sight: where it ends, and the share that still passes. */
export interface SightRay {
  readonly eye: Spot;
  readonly target: Spot;
  readonly seen: number;
}

/** Every line of sight past the crowns of one year. */
export function raysOf({ eyes, targets, walls }: SightLines, crowns: Crowns): SightRay[] {
  return eyes.flatMap((eye) =>
    targets.map((target) => {
      const near = alongWay(crowns, eye, target);
      return { eye, target, seen: seenBetween(eye, target, near, walls) };
    }),
  );
}

function alongWay(crowns: Crowns, a: Spot, b: Spot) {
  const parts = Math.max(1, Math.ceil(Math.hypot(b[0] - a[0], b[1] - a[1]) / 20));
  const found = new Set<Crowns['all'][number]>();
  for (let k = 0; k < parts; k++) {
    const [x0, y0] = [a[0] + ((b[0] - a[0]) * k) / parts, a[1] + ((b[1] - a[1]) * k) / parts];
    const [x1, y1] = [a[0] + ((b[0] - a[0]) * (k + 1)) / parts, a[1] + ((b[1] - a[1]) * (k + 1)) / parts];
    for (const crown of crowns.over(Math.min(x0, x1), Math.min(y0, y1), Math.max(x0, x1), Math.max(y0, y1)))
      found.add(crown);
  }
  return [...found];
}

const toRing = ([x, y]: Spot, ring: readonly Point[]): number =>
  Math.min(...ring.map((from, k) => toSegment([x, y], from, ring[(k + 1) % ring.length]!)));

function toSegment([px, py]: Point, [ax, ay]: Point, [bx, by]: Point): number {
  const [dx, dy] = [bx - ax, by - ay];
  const t = Math.min(1, Math.max(0, ((px - ax) * dx + (py - ay) * dy) / (dx * dx + dy * dy || 1)));
  return Math.hypot(px - ax - t * dx, py - ay - t * dy);
}

/** How much is hidden, per cent. */
export const hiddenBy = (rays: readonly SightRay[]): { screened: number; hidden: number } =>
  sightOf(rays.map(({ seen }) => seen));
