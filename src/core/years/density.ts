import { crownBody, radiusShare, type CrownShape } from './crown.ts';

/**
 * Leaf area density that a crown can carry, m²/m³: `porosity.ladEff`. A large crown is hollow: it holds no more leaf than
 * `cap` along its mean chord, which is 4 volumes over its surface (Cauchy 1841). Radii along and across the row, metres.
 */
export function leafDensity(
  lad: number,
  cap: number,
  {
    shape,
    along,
    across,
    h,
  }: { readonly shape: CrownShape; readonly along: number; readonly across: number; readonly h: number },
): number {
  const { volume, surface } = crownBody(shape, along, across, h);
  return volume > 0 ? Math.min(lad, (cap * surface) / 4 / volume) : lad;
}

/** Share seen through a closed hedge, `phi` degrees off straight on: `porosity.slab`. */
export const throughSlab = (mu: number, width: number, phi: number): number =>
  Math.exp((-mu * width) / Math.cos((phi * Math.PI) / 180));

/** A row of a belt as wind and eyes meet it: where its first plant stands along the belt and how far behind the first row, metres. */
export interface BeltRow {
  readonly along: number;
  readonly behind: number;
  readonly spacing: number;
  readonly shape: CrownShape;
  readonly r: number;
  readonly base: number;
  readonly top: number;
  readonly mu: number;
  /** Share of its plants that live: the dead leave holes. */
  readonly alive: number;
}

const SAMPLES = 400;
const LONG = { spacings: 20, samples: 8000 };

/**
 * Share seen through a set of rows at height `z`, `phi` degrees off straight on: `porosity.band`. The mean over the belt's
 * length of the product over its rows, so that the gaps between crowns count as gaps (Nilson 1971).
 */
export function seenThrough(rows: readonly BeltRow[], z: number, phi = 0, least = SAMPLES): number {
  const standing = rows.filter(({ base, top }) => z >= base && z < top);
  if (standing.length === 0) return 1;
  const widest = Math.max(...standing.map(({ spacing }) => spacing));
  const even = standing.every(({ spacing }) => Math.abs(spacing - widest) < 1e-9);
  const [length, samples] = even ? [widest, least] : [widest * LONG.spacings, LONG.samples];
  const radians = (phi * Math.PI) / 180;
  const [sin, tan] = [Math.sin(radians), Math.tan(radians)];
  const cut = standing.map((row) => ({
    ...row,
    rz: row.r * radiusShare(row.shape, (z - row.base) / (row.top - row.base)),
  }));
  let sum = 0;
  for (let k = 0; k < samples; k++) {
    const x = ((k + 0.5) / samples) * length;
    let share = 1;
    for (const row of cut) share *= throughRow(row, x + row.behind * tan, sin);
    sum += share;
  }
  return sum / samples;
}

function throughRow(
  { along, spacing, rz, mu, alive }: BeltRow & { readonly rz: number },
  x: number,
  sin: number,
): number {
  const half = spacing / 2;
  if (sin === 0) {
    const dx = x - along - Math.round((x - along) / spacing) * spacing;
    const chord = rz > Math.abs(dx) ? 2 * Math.sqrt(rz * rz - dx * dx) : 0;
    return chord > 0 ? alive * Math.exp(-mu * chord) + 1 - alive : 1;
  }
  let share = 1;
  const reach = rz + half;
  const first = Math.ceil((x - along - reach) / spacing);
  const last = Math.floor((x - along + reach) / spacing);
  for (let j = first; j <= last; j++) {
    const dx = x - along - j * spacing;
    const b = dx * sin;
    const under = rz * rz - dx * dx + b * b;
    if (under <= 0) continue;
    const root = Math.sqrt(under);
    const ends = [(-half - dx) / sin, (half - dx) / sin];
    const chord = Math.min(-b + root, Math.max(...ends)) - Math.max(-b - root, Math.min(...ends));
    if (chord > 0) share *= alive * Math.exp(-mu * chord) + 1 - alive;
  }
  return share;
}

/** Mean share seen through a belt from the ground to its top, over `bands` slices: `porosity.mean`, optical porosity. */
export function meanSeenThrough(rows: readonly BeltRow[], phi = 0, bands = 20): number {
  const top = Math.max(0, ...rows.map((row) => row.top));
  if (top <= 0) return 1;
  let sum = 0;
  for (let k = 0; k < bands; k++) sum += seenThrough(rows, ((k + 0.5) / bands) * top, phi);
  return sum / bands;
}

/** Samples and slices that give a belt's mean within a hundredth. */
const QUICK = { samples: 60, bands: 10 };

/**
 * The same, quickly: rows of unequal spacing meet at every phase, so that the mean over their length is the product of their
 * means; only rows of one spacing are looked through together. Within two hundredths of {@link meanSeenThrough}.
 */
export function quicklySeenThrough(rows: readonly BeltRow[], bands = QUICK.bands): number {
  const top = Math.max(0, ...rows.map((row) => row.top));
  if (top <= 0) return 1;
  const alike = bySpacing(rows);
  let sum = 0;
  for (let k = 0; k < bands; k++) {
    const z = ((k + 0.5) / bands) * top;
    let share = 1;
    for (const some of alike) share *= seenThrough(some, z, 0, QUICK.samples);
    sum += share;
  }
  return sum / bands;
}

/** Spacings that differ by less count as one, metres: a row's last plants never come out even. */
const ALIKE = 0.05;

/** Rows of one spacing together, at that spacing. */
function bySpacing(rows: readonly BeltRow[]): BeltRow[][] {
  const groups = new Map<number, BeltRow[]>();
  for (const row of rows) {
    const key = Math.max(1, Math.round(row.spacing / ALIKE));
    const known = groups.get(key);
    const alike = { ...row, spacing: key * ALIKE };
    if (known) known.push(alike);
    else groups.set(key, [alike]);
  }
  return [...groups.values()];
}

/** Share seen through each third of a belt's height, from the ground up: an open foot is a draught. */
export const seenByThird = (rows: readonly BeltRow[]): [number, number, number] => {
  const top = Math.max(0, ...rows.map((row) => row.top));
  const alike = bySpacing(rows);
  const at = (share: number) =>
    top <= 0 ? 1 : alike.reduce((all, some) => all * seenThrough(some, share * top, 0, QUICK.samples), 1);
  const third = (k: number) => (at((k + 0.17) / 3) + at((k + 0.5) / 3) + at((k + 0.83) / 3)) / 3;
  return [third(0), third(1), third(2)];
};
