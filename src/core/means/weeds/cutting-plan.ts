export interface FabricOptions {
  readonly roll: number;
  readonly overlap: number;
  readonly endBury: number;
  /** Shortest remnant worth laying. */
  readonly minPiece: number;
}

/** A length of one roll where it lies: metres along its stretch, buried ends and overlaps in its own length. */
export interface Piece {
  /** Number of the roll, from 1. */
  readonly roll: number;
  /** Index of the stretch. */
  readonly stretch: number;
  /** Where it lies, the buried ends beyond the stretch. */
  readonly from: number;
  readonly to: number;
}

export interface CuttingPlan {
  readonly pieces: readonly Piece[];
  readonly rolls: number;
  readonly joints: number;
  /** Ends of rolls too short to be laid, metres, in the order in which they come off. */
  readonly offcuts: readonly number[];
  /** What is left of the last roll. */
  readonly remnant: number;
}

/**
 * Which roll lies on which stretch from where to where, laid stretch by stretch, joints overlapped: `weed.fabricRolls`.
 * All metres. Nothing where a roll is no longer than what it must overlap.
 */
export function cuttingPlan(
  lengths: readonly number[],
  { roll, overlap, endBury, minPiece }: FabricOptions,
): CuttingPlan {
  const pieces: Piece[] = [];
  const offcuts: number[] = [];
  let [rolls, joints, remnant] = [0, 0, 0];
  if (roll <= overlap) return { pieces, rolls, joints, offcuts, remnant };
  lengths.forEach((length, stretch) => {
    let need = length + 2 * endBury;
    let at = -endBury;
    while (need > 1e-9) {
      if (remnant < Math.min(minPiece, need) - 1e-9) {
        if (remnant > 1e-9) offcuts.push(remnant);
        remnant = roll;
        rolls++;
      }
      const laid = Math.min(remnant, need);
      pieces.push({ roll: rolls, stretch, from: at, to: at + laid });
      at += laid;
      remnant -= laid;
      need -= laid;
      if (need > 1e-9) {
        joints++;
        need += overlap;
        at -= overlap;
      }
    }
  });
  return { pieces, rolls, joints, offcuts, remnant };
}
