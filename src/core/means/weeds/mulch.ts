import { ceilSafe } from '../../units/rounding.ts';

/** Pins that hold fabric strips: both edges, both ends and every joint: `weed.pins`. Metres. */
export function fabricPins(
  rows: readonly number[],
  { along, width, across, joints }: { along: number; width: number; across: number; joints: number },
): number {
  const edges = rows.reduce((sum, length) => sum + 2 * (ceilSafe(length / along) + 1), 0);
  return edges + (2 * rows.length + joints) * (ceilSafe(width / across) - 1);
}

/** Chip mulch in rings round `n` stems: settled and ordered volume, m³: `weed.mulchRing`. Metres. `own`: share of a ring that is no other's. */
export function mulchRings({
  n,
  outer,
  gap,
  depth,
  settle,
  own = 1,
}: {
  n: number;
  outer: number;
  gap: number;
  depth: number;
  settle: number;
  own?: number;
}) {
  const settled = n * (Math.PI / 4) * (own * outer ** 2 - gap ** 2) * depth;
  return { settled, order: settled / (1 - settle) };
}

/** Chip mulch in a strip of `length` by `width` with a bare `gap` across round each of `n` stems: `weed.mulchStrip`. Metres, m³. */
export function mulchStrip({
  length,
  width,
  n,
  gap,
  depth,
  settle,
}: {
  length: number;
  width: number;
  n: number;
  gap: number;
  depth: number;
  settle: number;
}) {
  const settled = Math.max(0, length * width - n * (Math.PI / 4) * gap ** 2) * depth;
  return { settled, order: settled / (1 - settle) };
}

/** Bags of so many litres that hold a volume, m³. */
export const bagsFor = (order: number, litres: number): number => ceilSafe((order * 1000) / litres);

/** Ground, m², that spots of one `diameter` round plants on a line cover together: `weed.spots`. Exact for any spacing, metres. */
export function spotArea(n: number, spacing: number, diameter: number): number {
  const r = diameter / 2;
  if (n <= 0) return 0;
  const lens =
    spacing < diameter
      ? 2 * r * r * Math.acos(spacing / diameter) - (spacing / 2) * Math.sqrt(4 * r * r - spacing * spacing)
      : 0;
  return n * Math.PI * r * r - (n - 1) * lens;
}

/** Mats with spares, their packs, and pins with theirs: `weed.mats`. */
export function matsAndPins(
  n: number,
  { pinsEach, spareShare, pack, pinPack }: { pinsEach: number; spareShare: number; pack: number; pinPack: number },
) {
  const mats = ceilSafe(n * (1 + spareShare));
  return { mats, packs: ceilSafe(mats / pack), pins: n * pinsEach, pinPacks: ceilSafe((n * pinsEach) / pinPack) };
}

/** Strips that lie side by side over a `width`, overlapped: `weed.stripsAcross`. Metres. */
export const stripsAcross = (width: number, roll: number, overlap: number): number =>
  width <= roll + 1e-9 ? 1 : ceilSafe((width - overlap) / (roll - overlap));

/** Ground opened by an X of two slits folded back, m²: `weed.xcut`. */
export const xCut = (slit: number): number => slit ** 2 / 2;
