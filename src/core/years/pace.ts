import { rateConstant, type Growing } from './growth.ts';

/** Site quality of several factors, 0 to 1: `growth.siteQ`; the scarcest in full, the others by their square root. */
export const siteQuality = (factors: readonly number[]): number =>
  Math.sqrt(Math.min(...factors) * factors.reduce((all, one) => all * one, 1));

/** A kind on its curve, season by season: its height now, metres, and a season on at a pace. */
export interface Climb {
  readonly height: number;
  next(pace: number): number;
}

/** Where a kind starts on its curve, each season then with its own pace: `growth.heightSeries`. */
export function climb(growing: Omit<Growing, 'pace'>): Climb {
  const { fullHeight, shape, start, check, site } = growing;
  const k = rateConstant(growing);
  const final = fullHeight * (0.5 + 0.5 * site);
  const active = (t: number) => t - check.share * check.years * (1 - Math.exp(-t / check.years));
  let age = -Math.log(1 - (Math.min(start, 0.7 * final) / final) ** (1 / shape)) / k;
  const at = (years: number) => final * (1 - Math.exp(-k * years)) ** shape;
  let [height, season] = [at(age), 0];
  return {
    get height() {
      return height;
    },
    next(pace) {
      age += pace * (active(season + 1) - active(season));
      season++;
      return (height = at(age));
    },
  };
}

/** Heights at the ends of the seasons 0, 1, 2 …, metres. */
export function heightsByYear(growing: Omit<Growing, 'pace'>, paces: readonly number[]): number[] {
  const growth = climb(growing);
  return [growth.height, ...paces.map((pace) => growth.next(pace))];
}

export type Tolerance = 'tolerant' | 'intermediate' | 'intolerant';

/** How much of its growth a plant keeps at a share of the open light, 0 to 1: `growth.lightResponse`, Botkin and others 1972. */
export function growthInLight(tolerance: Tolerance, light: number): number {
  const tolerant = Math.max(0, 1 - Math.exp(-4.64 * (light - 0.05))) / (1 - Math.exp(-4.64 * 0.95));
  const intolerant = Math.max(0, 1 - Math.exp(-1.136 * (light - 0.08))) / (1 - Math.exp(-1.136 * 0.92));
  return tolerance === 'tolerant' ? tolerant : tolerance === 'intolerant' ? intolerant : (tolerant + intolerant) / 2;
}

/** Thickness of a stem at its foot and at 1.3 m, cm: `growth.stemDiameter`. */
export function stemThickness(height: number, fullHeight: number, perMetre: number, power: number) {
  const foot = perMetre * fullHeight * (height / fullHeight) ** power;
  return { foot, breast: height > 1.3 ? foot * (1 - 1.3 / height) : 0 };
}

/** Share that lives after `t` years: `growth.survival`; losses of establishment over three seasons, a small toll after. */
export const shareAlive = (t: number, established: number, toll: number): number =>
  established ** (Math.min(t, 3) / 3) * (1 - toll) ** Math.max(0, t - 3);
