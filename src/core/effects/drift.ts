import { bearing, type Point } from '../geometry/point.ts';
import { polyline, pointAt } from '../geometry/polyline.ts';
import type { Feature } from '../holding/ground-schema.ts';
import type { Holding } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import type { StandYears } from '../years/stand-years.ts';
import reach from './reach.json' with { type: 'json' };
import { driftLength, heightToHold, snowBrought, snowHeld } from './snow.ts';
import { windScene } from './wind-scene.ts';

/** Drifting snow and a line that must stay clear, in one year. */
export interface SnowLine {
  /** Degrees from which the snow mostly blows. */
  readonly from: number;
  /** Snow that a winter brings, t/m. */
  readonly brought: number;
  /** Share of the line that has a belt upwind of it, and of that which lies beyond its drift. */
  readonly behind: number;
  readonly clear: number;
  /** Share of the brought snow that the belts upwind hold, 0 to 1, mean along the line. */
  readonly held: number;
  /** Longest drift, metres, and the least distance to a belt upwind; null where there is none. */
  readonly drift: number | null;
  readonly nearest: number | null;
  /** Leafless porosity of the belts upwind, mean. */
  readonly theta: number | null;
}

/** Winds carry snow over this distance at most, metres (Tabler 2003). */
const FARTHEST = reach.snow.farthest;
/** A belt farther upwind than this does nothing for the line, metres. */
const UPWIND = reach.snow.upwind;
const ASKED = 24;

/** How the belts hold drifting snow off a track or way; null where no winter wind is known. */
export function snowOn(
  feature: Extract<Feature, { line: unknown }>,
  stands: readonly StandYears[],
  holding: Holding,
  year: number,
): SnowLine | null {
  const rose = holding.climate?.rose?.winter;
  if (!rose) return null;
  const carried = rose.map(({ share, speed }) => share * speed ** 3.8); // snow flux: Tabler 2003
  const from = (carried.indexOf(Math.max(...carried)) * 360) / rose.length;
  const lying = settingOf(holding, 'guard.snow');
  const brought = snowBrought({
    water: settingOf(holding, 'snow.water') * 1000,
    moved: settingOf(holding, 'snow.moved'),
    fetch: settingOf(holding, 'snow.fetch'),
    farthest: FARTHEST,
  });
  const { bodies } = windScene(stands, [], year, false);
  const barriers = bodies.flatMap(({ stretches }) => stretches);
  const [ux, uy] = [Math.sin((from * Math.PI) / 180), Math.cos((from * Math.PI) / 180)];
  const line = polyline(feature.line);
  let [behind, clear, held, drift, nearest, thetas] = [0, 0, 0, 0, Infinity, 0];
  for (let k = 0; k < ASKED; k++) {
    const [px, py] = pointAt(line, (line.length * (k + 0.5)) / ASKED);
    let best: { t: number; reach: number; holds: number; theta: number } | null = null;
    for (const { from: a, to: b, height, theta } of barriers) {
      const t = hit([px, py], [ux, uy], a, b);
      if (t === null || t > UPWIND || (best && t > best.t)) continue;
      const above = Math.max(0, height - lying);
      const angle = ((bearing(a, b) - from) * Math.PI) / 180;
      // A belt higher than the winter needs is never filled: its drift grows no longer than that of the height that is.
      const filled = Math.min(above, heightToHold(brought, theta) ?? above);
      best = { t, reach: driftLength(filled, theta) * Math.abs(Math.sin(angle)), holds: snowHeld(above, theta), theta };
    }
    if (!best) continue;
    behind++;
    thetas += best.theta;
    nearest = Math.min(nearest, best.t);
    drift = Math.max(drift, best.reach);
    if (best.t >= best.reach) clear++;
    held += brought > 0 ? Math.min(1, best.holds / brought) : 1;
  }
  return {
    from,
    brought,
    behind: behind / ASKED,
    clear: behind > 0 ? clear / behind : 0,
    held: held / ASKED,
    drift: behind > 0 ? drift : null,
    nearest: behind > 0 ? nearest : null,
    theta: behind > 0 ? thetas / behind : null,
  };
}

/** How far along a ray from `p` a segment is met; null where it is not. */
function hit([px, py]: Point, [ux, uy]: Point, [ax, ay]: Point, [bx, by]: Point): number | null {
  const [ex, ey] = [bx - ax, by - ay];
  const cross = ux * ey - uy * ex;
  if (Math.abs(cross) < 1e-12) return null;
  const t = ((ax - px) * ey - (ay - py) * ex) / cross;
  const s = ((ax - px) * uy - (ay - py) * ux) / cross;
  return t > 0 && s >= 0 && s <= 1 ? t : null;
}
