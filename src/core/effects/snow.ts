/** Living snow fences after Tabler 2003. `height` is above the usual snow, metres; `theta` the leafless optical porosity. */

const holds = (theta: number): number => 3 + 4 * theta + 44 * theta ** 2 - 60 * theta ** 3;

/** Snow that a full drift holds, t for each metre of belt: `snow.capacity`. */
export const snowHeld = (height: number, theta: number): number => Math.max(0, holds(theta)) * height ** 2.2;

/** Length of the full drift, metres: `snow.driftLength`. */
export const driftLength = (height: number, theta: number): number =>
  (12 + 49 * theta + 7 * theta ** 2 - 37 * theta ** 3) * height;

/** How far a belt stands from what must stay clear, metres, for a wind at `angle` degrees to the line itself: `snow.setback`. */
export const driftSetback = (height: number, theta: number, angle: number): number =>
  driftLength(height, theta) * Math.sin((angle * Math.PI) / 180);

/** Snow that a winter's wind brings, t/m: `snow.transport`. Water of the snow, mm; share that is moved; open ground upwind, m. */
export const snowBrought = ({
  water,
  moved,
  fetch,
  farthest,
}: {
  water: number;
  moved: number;
  fetch: number;
  farthest: number;
}): number => 0.5 * farthest * moved * (water / 1000) * (1 - 0.14 ** (fetch / farthest));

/** Snow blown past each metre of width, kg/s, by the wind at 10 m, m/s: `snow.flux`. */
export const snowBlown = (wind: number): number => wind ** 3.8 / 233_847;

/** Height that holds `brought` t/m, metres; null where the belt is too open to hold any: `snow.requiredHeight`. */
export const heightToHold = (brought: number, theta: number): number | null =>
  holds(theta) <= 0 ? null : (brought / holds(theta)) ** (1 / 2.2);
