import { crownWidth, heightAt, type Growing } from './growth.ts';

/** Latest time that is looked at, years. */
const LATEST = 60;

/** Years until the free crown reaches the spacing, to a hundredth; null where it does not in 60: `closure.year`. */
export function closesAfter(spacing: number, growing: Growing, fullWidth: number, power: number): number | null {
  const reaches = (t: number) => crownWidth(heightAt(growing, t), growing.fullHeight, fullWidth, power) >= spacing;
  if (!reaches(LATEST)) return null;
  let [open, closed] = [0, LATEST];
  while (closed - open > 0.01) {
    const t = (open + closed) / 2;
    if (reaches(t)) closed = t;
    else open = t;
  }
  return closed;
}

/** Share of a strip of `width` under a row of discs cut half way to their neighbours, per cent: `closure.coverRow`. */
export function rowCover(r: number, spacing: number, width: number): number {
  const a = Math.min(r, spacing / 2);
  const area = 2 * (a * Math.sqrt(r * r - a * a) + r * r * Math.asin(r > 0 ? a / r : 0));
  return Math.min(100, (100 * area) / (spacing * width));
}

/** Share of a plot under crowns that overlap at random, per cent: `closure.coverBoolean`, Hall 1988. */
export const scatteredCover = (crowns: number, plot: number): number => 100 * (1 - Math.exp(-crowns / plot));

/** Crown competition factor: `closure.ccf`, Krajicek and others 1961; at 100 free crowns could just fill the ground. */
export const crownCompetition = (freeWidths: readonly number[], plot: number): number =>
  (100 * freeWidths.reduce((sum, width) => sum + (Math.PI / 4) * width * width, 0)) / plot;
