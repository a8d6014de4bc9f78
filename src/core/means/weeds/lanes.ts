import { ceilSafe } from '../../units/rounding.ts';

export interface MowLane {
  readonly rowGap: number;
  readonly strip: number;
  readonly canopy: number;
  readonly clearance: number;
  readonly deck: number;
  /** What each pass laps over the last. */
  readonly overlap?: number;
}

/** Clear width of the lane between two rows, whether the mower passes, and in how many passes: `weed.mowLane`. Metres. */
export function mowLane({ rowGap, strip, canopy, clearance, deck, overlap = 0 }: MowLane) {
  const clear = rowGap - Math.max(strip, canopy);
  const passes = clear >= deck + 2 * clearance - 1e-9;
  return {
    clear,
    passes,
    times: passes ? Math.max(1, ceilSafe((clear - 2 * clearance - overlap) / (deck - overlap))) : 0,
  };
}

/** Ground to leave free at the row ends so that a machine can turn from lane to lane, metres: `weed.headland`. */
export function headland({
  turn,
  pitch,
  width,
  margin,
}: {
  turn: number;
  pitch: number;
  width: number;
  margin: number;
}): number {
  const bulb = pitch < 2 * turn ? Math.sqrt(4 * turn ** 2 - (turn + pitch / 2) ** 2) : 0;
  return turn + width / 2 + margin + bulb;
}

/** Hours to mow `area` m² at `width` m and `speed` km/h, turning and lapping taken out by `efficiency`: `weed.mowHours`. */
export const mowHours = (area: number, width: number, speed: number, efficiency: number): number =>
  area / 1e4 / ((width * speed * efficiency) / 10);
