import { crownWidth, heightAt, LAST_YEAR, type Growing } from './growth.ts';

/** Distance from a tree, its crown a box on the safe side, to a wire, metres; 0 inside: `risk.clearance`. */
export const clearOf = (away: number, crownRadius: number, wire: number, height: number): number =>
  Math.hypot(Math.max(0, away - crownRadius), Math.max(0, wire - height));

/** First year in which a tree comes nearer to a wire than `least`; null when none to 40: `risk.firstYear`. */
export function yearNearWire(
  growing: Growing,
  fullWidth: number,
  power: number,
  { away, wire, least }: { readonly away: number; readonly wire: number; readonly least: number },
): number | null {
  for (let year = 0; year <= LAST_YEAR; year++) {
    const height = heightAt(growing, year);
    const width = crownWidth(height, growing.fullHeight, fullWidth, power);
    if (clearOf(away, width / 2, wire, height) < least) return year;
  }
  return null;
}

/** How far a walnut's roots trouble what is sensitive, metres: `diversity.juglansRadius`. */
export const juglansReach = (crownRadius: number, times: number, least: number, most: number): number =>
  Math.min(most, Math.max(least, times * crownRadius));
