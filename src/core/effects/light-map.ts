import type { SunGrid } from '../sun/map.ts';
import { daySuns, inLeaf } from '../sun/sun.ts';
import type { Holding } from '../holding/schema.ts';
import type { Crown } from '../years/crown.ts';
import type { Crowns } from './crowns.ts';

/** How low the sun may stand to count, degrees: lower, hills and haze take it. */
const LOWEST = 5;

/** A crown cut by its neighbours dims no more than what is left of it: the leaf area kept, down to this share. */
const LEAST_KEPT = 0.4;

/** Crowns ready to throw shade on a level grid: ellipsoids, those cut by neighbours thinner by what they lost. */
function casters(crowns: readonly Crown[], height: number): Float64Array {
  const out = new Float64Array(crowns.length * 6);
  let n = 0;
  for (const { x, y, r, base, top, mu, planes } of crowns) {
    if (top <= height || mu <= 0) continue;
    const a = planes ? Math.min(1, planes[0]![2] / r) : 1;
    const kept = planes ? Math.max(LEAST_KEPT, (3 * a - a ** 3) / 2) : 1; // of a sphere between two planes
    const low = Math.max(0.01, base - height);
    out.set([x, y, r, (top - height - low) / 2, (top - height + low) / 2, mu * kept], 6 * n++);
  }
  return out.subarray(0, 6 * n);
}

/**
 * Adds to `tau` what all crowns dim of one sun, cell by cell: each scatters its shadow over the cells that it covers, so
 * that cost goes with shaded cells and not with plants times cells. Ellipsoid in closed form; level ground.
 */
function scatter(
  tau: Float32Array,
  { west, south, cell, nx, ny }: SunGrid,
  all: Float64Array,
  azimuth: number,
  elevation: number,
): void {
  const [az, el] = [(azimuth * Math.PI) / 180, (elevation * Math.PI) / 180];
  const [ux, uy] = [-Math.sin(az), -Math.cos(az)];
  const cot = 1 / Math.tan(el);
  const [cos, sin] = [Math.cos(el), Math.sin(el)];
  for (let k = 0; k < all.length; k += 6) {
    const [x, y, r, c, m, mu] = [all[k]!, all[k + 1]!, all[k + 2]!, all[k + 3]!, all[k + 4]!, all[k + 5]!];
    const [cx, cy] = [x + m * cot * ux, y + m * cot * uy];
    const long = Math.hypot(r, c * cot);
    const ey = Math.hypot(long * uy, r * ux);
    const jFrom = Math.max(0, Math.ceil((cy - ey - south) / cell - 0.5));
    const jTo = Math.min(ny - 1, Math.floor((cy + ey - south) / cell - 0.5));
    if (jFrom > jTo || cx + long < west || cx - long > west + nx * cell) continue;
    const peak = (2 * mu) / Math.hypot(cos / r, sin / c);
    const [r2, l2] = [1 / (r * r), 1 / (long * long)];
    // q = A·dx² + 2B·dx·dy + C·dy² <= 1 within the shadow
    const A = ux * ux * l2 + uy * uy * r2;
    const B = ux * uy * (l2 - r2);
    const C = uy * uy * l2 + ux * ux * r2;
    for (let j = jFrom; j <= jTo; j++) {
      const dy = south + (j + 0.5) * cell - cy;
      const under = B * B * dy * dy - A * (C * dy * dy - 1);
      if (under <= 0) continue;
      const root = Math.sqrt(under);
      const iFrom = Math.max(0, Math.ceil((cx + (-B * dy - root) / A - west) / cell - 0.5));
      const iTo = Math.min(nx - 1, Math.floor((cx + (-B * dy + root) / A - west) / cell - 0.5));
      for (let i = iFrom, at = j * nx + iFrom; i <= iTo; i++, at++) {
        const dx = west + (i + 0.5) * cell - cx;
        const q = A * dx * dx + 2 * B * dx * dy + C * dy * dy;
        if (q < 1) tau[at]! += peak * Math.sqrt(1 - q);
      }
    }
  }
}

export interface LightAsked {
  readonly month: number;
  readonly place: Holding['place'];
  readonly stepMinutes?: number;
  /** Height of what is lit, metres above the ground. */
  readonly height?: number;
}

/** Hours of sun on each cell on the 21st of a month past the plantings alone; buildings and standing trees are the sun map's. */
export function lightHoursInto(
  hours: Float32Array,
  grid: SunGrid,
  crowns: Crowns,
  { month, place, stepMinutes = 30, height = 0 }: LightAsked,
): void {
  const all = casters(crowns.all, height);
  const tau = new Float32Array(grid.nx * grid.ny);
  for (const { azimuth, elevation, hours: long } of daySuns(place, { month, stepMinutes })) {
    if (elevation < LOWEST) continue;
    tau.fill(0);
    scatter(tau, grid, all, azimuth, elevation);
    for (let at = 0; at < tau.length; at++) hours[at]! += tau[at] === 0 ? long : long * Math.exp(-tau[at]!);
  }
}

/** Hours of sun of a month that count on open level ground. */
export const openHours = (month: number, place: Holding['place'], stepMinutes = 30): number =>
  daySuns(place, { month, stepMinutes }).reduce(
    (sum, { elevation, hours }) => sum + (elevation < LOWEST ? 0 : hours),
    0,
  );

/** Whether the crowns of a month are in leaf. */
export const leafyMonth = (month: number, { latitude }: Holding['place']): boolean => inLeaf(month, latitude);
