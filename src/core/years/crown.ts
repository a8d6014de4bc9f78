/** How a crown's radius goes with relative height. */
export type CrownShape = 'ellipsoid' | 'paraboloid' | 'cone' | 'cylinder';

/** A crown in space: stem, radius at its widest, base and top height, metres; how it dims what passes, 1/m. */
export interface Crown {
  readonly x: number;
  readonly y: number;
  readonly r: number;
  readonly base: number;
  readonly top: number;
  readonly shape: CrownShape;
  readonly mu: number;
  /** `[nx, ny, d]`: only what lies at nx·(x - stem) + ny·(y - stem) <= d belongs to it; a neighbour has the rest. */
  readonly planes?: readonly (readonly [number, number, number])[];
}

export type Spot = readonly [x: number, y: number, z: number];

/** Radius at relative height `u`, 0 at the base and 1 at the top, as a share of the widest. */
export const radiusShare = (shape: CrownShape, u: number): number =>
  shape === 'ellipsoid'
    ? Math.sqrt(Math.max(0, 1 - (2 * u - 1) ** 2))
    : shape === 'paraboloid'
      ? Math.sqrt(Math.max(0, 1 - u))
      : shape === 'cone'
        ? Math.max(0, 1 - u)
        : 1;

/** The unit vector towards a bearing and elevation, degrees. */
export function towards(azimuth: number, elevation: number): Spot {
  const [az, el] = [(azimuth * Math.PI) / 180, (elevation * Math.PI) / 180];
  return [Math.sin(az) * Math.cos(el), Math.cos(az) * Math.cos(el), Math.sin(el)];
}

/**
 * Length inside a crown of the ray from `from` along the unit vector `[dx, dy, dz]`, as far as `far`, metres:
 * `shade.chord`. The surface is a quadratic in the way along the ray; slab and planes cut it. 0 where it is missed.
 */
export function pathThrough([ox, oy, oz]: Spot, [dx, dy, dz]: Spot, crown: Crown, far = Infinity): number {
  const { r, base, top, shape, planes = [] } = crown;
  const h = top - base;
  if (h <= 0 || r <= 0) return 0;
  const [px, py] = [ox - crown.x, oy - crown.y];
  let [from, to] = [0, far];
  const keep = (rate: number, room: number) => {
    // the part of the ray on which rate·t <= room
    if (rate > 1e-12) to = Math.min(to, room / rate);
    else if (rate < -1e-12) from = Math.max(from, room / rate);
    else if (room < 0) to = -Infinity;
  };
  keep(dz, top - oz);
  keep(-dz, oz - base);
  for (const [nx, ny, d] of planes) keep(nx * dx + ny * dy, d - nx * px - ny * py);
  if (to <= from) return 0;
  // a·t² + 2b·t + c <= 0 within the surface, in units of the radius and of the crown's height
  const u0 = (oz - base) / h;
  const du = dz / h;
  let a = (dx * dx + dy * dy) / (r * r);
  let b = (px * dx + py * dy) / (r * r);
  let c = (px * px + py * py) / (r * r);
  if (shape === 'ellipsoid') {
    a += 4 * du * du;
    b += 2 * (2 * u0 - 1) * du;
    c += (2 * u0 - 1) ** 2 - 1;
  } else if (shape === 'cone') {
    a -= du * du;
    b += (1 - u0) * du;
    c -= (1 - u0) ** 2;
  } else if (shape === 'paraboloid') {
    b += du / 2;
    c -= 1 - u0;
  } else c -= 1;
  return within(a, b, c, from, to);
}

/** Length of the part of [from, to] on which a·t² + 2b·t + c <= 0, where that part is one piece. */
function within(a: number, b: number, c: number, from: number, to: number): number {
  if (Math.abs(a) < 1e-12) {
    if (Math.abs(b) < 1e-12) return c <= 0 && to < Infinity ? to - from : 0;
    const t = -c / (2 * b);
    return Math.max(0, b > 0 ? Math.min(to, t) - from : to - Math.max(from, t));
  }
  const under = b * b - a * c;
  if (a > 0) {
    if (under <= 0) return 0;
    const root = Math.sqrt(under);
    return Math.max(0, Math.min(to, (-b + root) / a) - Math.max(from, (-b - root) / a));
  }
  // A ray steeper than a cone's side lies inside beyond either root; between base and top it meets one of the two.
  if (under <= 0) return to - from;
  const root = Math.sqrt(under);
  const [first, second] = [(-b + root) / a, (-b - root) / a];
  return Math.max(0, Math.min(to, first) - from) + Math.max(0, to - Math.max(from, second));
}

/** Radius of a crown towards a neighbour at distance `d`: `growth.radiusToward`; where they meet, each has its share. */
export const radiusTowards = (free: number, other: number, d: number): number =>
  free + other <= d ? free : (d * free) / (free + other);

/** The base of a crown a year on, metres: `growth.crownBaseStep`; it follows the shade of neighbours and never falls. */
export const raisedBase = (
  base: number,
  height: number,
  {
    least,
    shedding,
    crowding,
    pace,
  }: { readonly least: number; readonly shedding: number; readonly crowding: number; readonly pace: number },
): number => Math.max(base, base + pace * (height * (least + shedding * (1 - least) * crowding) - base));

/** Volume and surface of a crown, m³ and m²; `along` and `across` are its radii along and across the row. */
export function crownBody(
  shape: CrownShape,
  along: number,
  across: number,
  h: number,
): { volume: number; surface: number } {
  const r = Math.sqrt(along * across);
  const disc = Math.PI * r * r;
  switch (shape) {
    case 'ellipsoid': {
      const power = 1.6075; // Thomsen's approximation, within 1.1 %
      const [a, b, c] = [along ** power, across ** power, (h / 2) ** power];
      return {
        volume: (2 / 3) * disc * h,
        surface: 4 * Math.PI * ((a * b + a * c + b * c) / 3) ** (1 / power),
      };
    }
    case 'cone':
      return { volume: (disc * h) / 3, surface: disc + Math.PI * r * Math.hypot(r, h) };
    case 'paraboloid':
      return {
        volume: (disc * h) / 2,
        surface: disc + (Math.PI * r * ((r * r + 4 * h * h) ** 1.5 - r ** 3)) / (6 * h * h),
      };
    case 'cylinder':
      return { volume: disc * h, surface: 2 * disc + 2 * Math.PI * r * h };
  }
}
