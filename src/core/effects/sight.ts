import { crossing, type Point } from '../geometry/point.ts';
import { pathThrough, type Crown, type Spot } from '../years/crown.ts';

/** Something that no eye passes: a straight wall from end to end, as high as `height`. */
export interface Screen {
  readonly from: Point;
  readonly to: Point;
  readonly height: number;
}

/** Share of what is at `target` that is seen from `eye`, 0 to 1: `privacy.rayTransmittance`. Only crowns between the two count. */
export function seenBetween(eye: Spot, target: Spot, crowns: readonly Crown[], walls: readonly Screen[]): number {
  for (const { from, to, height } of walls) {
    const hit = crossing([eye[0], eye[1]], [target[0], target[1]], from, to);
    if (hit && eye[2] + hit.t * (target[2] - eye[2]) <= height) return 0;
  }
  const way: Spot = [target[0] - eye[0], target[1] - eye[1], target[2] - eye[2]];
  const far = Math.hypot(...way);
  if (far === 0) return 1;
  const unit: Spot = [way[0] / far, way[1] / far, way[2] / far];
  let dimmed = 0;
  for (const crown of crowns) dimmed += crown.mu * pathThrough(eye, unit, crown, far);
  return Math.exp(-dimmed);
}

/** A line of sight lets less than this through where what is behind it is hidden. */
const HIDDEN = 0.1;

/** How much of some targets is screened from some eyes, per cent, and the share of their lines that show nothing: `privacy.screened`. */
export function screenedFrom(
  eyes: readonly Spot[],
  targets: readonly Spot[],
  crowns: readonly Crown[],
  walls: readonly Screen[],
): { screened: number; hidden: number } {
  const seen = eyes.flatMap((eye) => targets.map((target) => seenBetween(eye, target, crowns, walls)));
  return sightOf(seen);
}

export const sightOf = (seen: readonly number[]): { screened: number; hidden: number } => ({
  screened: 100 * (1 - seen.reduce((sum, one) => sum + one, 0) / Math.max(1, seen.length)),
  hidden: (100 * seen.filter((one) => one < HIDDEN).length) / Math.max(1, seen.length),
});

/** Height of the line of sight where it passes a screen, metres: `privacy.requiredHeight`. */
export const heightOfSight = (eye: number, target: number, toScreen: number, toTarget: number): number =>
  eye + ((target - eye) * toScreen) / toTarget;
