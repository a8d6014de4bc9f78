import type { Crown } from '../years/crown.ts';

type Pair = readonly [number, number];

/** Where the ground lies under the sun: how far shadows go for each metre of height, and which way. Null in the land's own shade. */
function fall(azimuth: number, elevation: number, [sx, sy]: Pair): { far: number; ux: number; uy: number } | null {
  const az = (azimuth * Math.PI) / 180;
  const [ux, uy] = [-Math.sin(az), -Math.cos(az)];
  const steep = Math.tan((elevation * Math.PI) / 180) + sx * ux + sy * uy;
  return steep > 0 ? { far: 1 / steep, ux, uy } : null;
}

/** Where the shadow of a point `height` above the ground falls from its foot, metres: `shade.shadowOffset`. Slope as rise to the east and to the north. */
export function shadowOffset(height: number, azimuth: number, elevation: number, slope: Pair): Pair | null {
  const falls = fall(azimuth, elevation, slope);
  return falls && [height * falls.far * falls.ux, height * falls.far * falls.uy];
}

/** Box of the shadow of an ellipsoid crown, its middle from the stem and its half sides, metres: `shade.shadowBox`. */
export function shadowBox({ x, y, r, base, top }: Crown, azimuth: number, elevation: number, slope: Pair) {
  const falls = fall(azimuth, elevation, slope);
  if (!falls) return null;
  const { far, ux, uy } = falls;
  const [sx, sy] = slope;
  const [m, c] = [(top + base) / 2, (top - base) / 2];
  return {
    cx: x + m * far * ux,
    cy: y + m * far * uy,
    ex: Math.hypot(r * (1 - sx * far * ux), r * sy * far * ux, c * far * ux),
    ey: Math.hypot(r * sx * far * uy, r * (1 - sy * far * uy), c * far * uy),
  };
}
