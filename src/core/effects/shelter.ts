import type { Point } from '../geometry/point.ts';

const clamp = (n: number, least: number, most: number) => Math.min(most, Math.max(least, n));

/** Speed of the wind over that of open ground across a long belt, as fitted: `wind.raw`, Hagen 1996, Vigiak and others 2003. `x` in belt heights, lee positive; `theta` optical porosity. */
export function fittedWind(x: number, theta: number): number {
  const a = 0.008 - 0.17 * theta + 0.17 * theta ** 1.05;
  const b = 1.35 * Math.exp(-0.5 * theta ** 0.2);
  const c = 10 * (1 - 0.5 * theta);
  const d = 3 - theta;
  return 1 - Math.exp(-a * x * x) + b * Math.exp(-0.003 * Math.max(0, x + c) ** d);
}

/** The same held to where the fit holds, 0.1 to 1; a belt more open than 0.75 fades out straight to 1: `wind.shelter`. */
export function windBehind(x: number, theta: number): number {
  const t = Math.min(theta, 0.75);
  const f = x < -10 * (1 - 0.5 * t) ? 1 : clamp(fittedWind(x, t), 0.1, 1);
  return theta > 0.75 ? f + ((1 - f) * (theta - 0.75)) / 0.25 : f;
}

const HOLDS = 50;

/** The same for a wind `phi` degrees off straight on, `x` still square to the belt: `wind.oblique`. Along the belt nothing shelters. */
export function obliqueWind(x: number, theta: number, phi: number): number {
  const c = Math.max(0.1, Math.cos((phi * Math.PI) / 180));
  const full = phi <= HOLDS ? 1 : Math.max(0, (90 - phi) / (90 - HOLDS));
  return 1 - (1 - windBehind(x / c, theta ** Math.min(2, 1 / c))) * full;
}

/** One straight stretch of a belt, a wall or a building's side as the wind meets it: height and optical porosity. */
export interface Barrier {
  readonly from: Point;
  readonly to: Point;
  readonly height: number;
  readonly theta: number;
}

/** The wind wanders: directions about its mean, degrees, and their weights at a spread of 9 degrees (Pasquill 1961). */
const WANDER = [-16, -8, 0, 8, 16].map((off) => ({ off, weight: Math.exp(-0.5 * (off / 9) ** 2) }));
const WANDERS = WANDER.reduce((sum, { weight }) => sum + weight, 0);

/** The wind at a place behind or before one barrier of finite length, from `from` degrees: `wind.finiteBarrier`. */
export const windAt = (p: Point, from: number, barrier: Barrier): number => windPast(p, from, [barrier]);

/**
 * The same behind a belt of several stretches, none of which counts twice: each direction of the wandering wind meets the
 * nearest one.
 */
export function windPast(p: Point, from: number, stretches: readonly Barrier[]): number {
  let sum = 0;
  for (const { off, weight } of WANDER) {
    const radians = ((from + off) * Math.PI) / 180;
    sum += weight * alongLine(p, [Math.sin(radians), Math.cos(radians)], stretches);
  }
  return sum / WANDERS;
}

/** The wind along one line through `p` towards the unit vector `[ux, uy]`: what the nearest stretch that it meets leaves. */
function alongLine([px, py]: Point, [ux, uy]: Point, stretches: readonly Barrier[]): number {
  let [nearest, way, cross, met] = [Infinity, 0, 0, -1];
  for (let k = 0; k < stretches.length; k++) {
    const { from, to, height } = stretches[k]!;
    if (height <= 0) continue;
    const [ex, ey] = [to[0] - from[0], to[1] - from[1]];
    const over = ux * ey - uy * ex;
    if (over < 1e-12 && over > -1e-12) continue;
    const [ax, ay] = [from[0] - px, from[1] - py];
    const s = (ax * uy - ay * ux) / over;
    if (s < 0 || s > 1) continue;
    const t = (ax * ey - ay * ex) / over; // towards the source of the wind: lee positive
    const away = t < 0 ? -t : t;
    if (away < nearest) [nearest, way, cross, met] = [away, t, over, k];
  }
  if (met < 0) return 1;
  const { from, to, height, theta } = stretches[met]!;
  const square = Math.min(1, Math.abs(cross) / Math.hypot(to[0] - from[0], to[1] - from[1])); // cosine of the angle off straight on
  return obliqueWind((way * square) / height, theta, (Math.acos(square) * 180) / Math.PI);
}

/** How much faster the wind runs through a gap, `x` metres downwind and `aside` off its axis: `wind.gapJet`, a rule of thumb (direction: Caborn 1957). */
export const gapWind = (width: number, height: number, x: number, aside: number): number =>
  width <= 0 || x < 0
    ? 1
    : 1 +
      0.15 *
        (1 - Math.exp(-(((4 * width) / height) ** 2))) *
        Math.exp(-x / (6 * height)) *
        Math.exp(-((aside / (width / 2 + 0.1 * x)) ** 2));

/** Several belts together: the best shelter counts in full, every other by half: `wind.combine`, rule of thumb. */
export function togetherWind(each: readonly number[]): number {
  const [best, ...rest] = [...each].sort((a, b) => a - b);
  return best === undefined
    ? 1
    : Math.max(
        0.1,
        rest.reduce((wind, r) => wind * (1 - 0.5 * (1 - r)), best),
      );
}

/** A part of the compass: share of the time, mean speed, and the wind left of it. */
export interface Blown {
  readonly share: number;
  readonly speed: number;
  readonly left: number;
}

/** How much of the wind is cut over all directions, per cent: `wind.roseMean`; of its speed (power 1), force (2), or blown soil (3). */
export function cutOverRose(sectors: readonly Blown[], power: 1 | 2 | 3 = 1): number {
  let [open, left] = [0, 0];
  for (const { share, speed, left: f } of sectors) {
    open += share * speed ** power;
    left += share * (speed * f) ** power;
  }
  return open > 0 ? 100 * (1 - left / open) : 0;
}

/** What the air feels like, °C: `wind.chill`, Osczevski & Bluestein 2005; the air itself where it is warm or still. Wind at 10 m, km/h. */
export const feltCold = (air: number, wind: number): number =>
  air > 10 || wind < 4.8 ? air : 13.12 + 0.6215 * air - 11.37 * wind ** 0.16 + 0.3965 * air * wind ** 0.16;

/** Gaps wider than so many heights are two ends rather than a gap. */
export const WIDEST_GAP = 5;
