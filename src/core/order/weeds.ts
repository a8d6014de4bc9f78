import { ceilSafe } from '../units/rounding.ts';

export interface FabricOptions {
  readonly roll: number;
  readonly overlap: number;
  readonly endBury: number;
  /** Shortest remnant worth laying. */
  readonly minPiece: number;
}

/** Fabric rolls for rows of these lengths, laid row by row, joints overlapped: `weed.fabricRolls`. All metres. */
export function fabricRolls(rows: readonly number[], { roll, overlap, endBury, minPiece }: FabricOptions) {
  let rolls = 0;
  let joints = 0;
  let offcuts = 0;
  let remnant = 0;
  for (const length of rows) {
    let need = length + 2 * endBury;
    while (need > 1e-9) {
      if (remnant < Math.min(minPiece, need) - 1e-9) {
        offcuts += remnant;
        remnant = roll;
        rolls++;
      }
      const laid = Math.min(remnant, need);
      remnant -= laid;
      need -= laid;
      if (need > 1e-9) {
        joints++;
        need += overlap;
      }
    }
  }
  return { rolls, joints, offcuts, remnant };
}

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

export interface MowLane {
  readonly rowGap: number;
  readonly strip: number;
  readonly canopy: number;
  readonly clearance: number;
  readonly deck: number;
}

/** Clear width of the lane between two rows and whether the mower passes: `weed.mowLane`. Metres. */
export function mowLane({ rowGap, strip, canopy, clearance, deck }: MowLane): { clear: number; passes: boolean } {
  const clear = rowGap - Math.max(strip, canopy);
  return { clear, passes: clear >= deck + 2 * clearance - 1e-9 };
}
