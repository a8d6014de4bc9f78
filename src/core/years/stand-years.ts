import type { Holding } from '../holding/schema.ts';
import { isBelt } from '../ranks/outline.ts';
import type { Laid } from '../ranks/laid.ts';
import { standingOf } from './care.ts';
import { radiusTowards, raisedBase } from './crown.ts';
import { BASE_RAISES, clearStemOf, foliageOf, dimming, sheddingOf } from './foliage.ts';
import { groups, isOut, pushOf, size, start, step, YEARS, type Bound, type Grown, type Push } from './grown.ts';
import { LAST_YEAR } from './growth.ts';
import { beltLight, beltOf, besideTaller, layersLight, type Belt } from './stand-light.ts';

/** A whole stand through the years. */
export interface StandYears {
  readonly laid: Laid;
  readonly grown: readonly Grown[];
  /** Which of `grown` each plant is. */
  readonly of: Uint16Array;
}

/**
 * A planting year by year: each kind of plants of each row with its own site, care, light and neighbours. Light is last
 * year's, so that rows do not wait for each other: in a belt past rows as cylinders of leaf, in a block or round an anchor
 * by layers. Heights by Chapman-Richards with each season's own pace.
 */
export function standYears(laid: Laid, holding: Holding, bound: Bound = 'middle'): StandYears {
  const { stand } = laid.layout;
  const { grown, of } = groups(laid, holding);
  const belt = isBelt(laid.planting.baseline) ? beltOf(laid) : null;
  const lightBy = belt ? beltLight(belt, stand, holding) : layersLight(laid);
  const push = pushOf(bound);
  const states = grown.map((one) => start(one, push));
  for (let year = 0; year < YEARS; year++) {
    grown.forEach((one, g) => size(one, states[g]!, year, push));
    grown.forEach((one) => neighbours(one, year, grown, belt, push));
    if (year === LAST_YEAR) break;
    const reaching = lightBy(grown, year);
    grown.forEach((one, g) => {
      one.light[year] = reaching[g]! * besideTaller(one, grown, year);
      step(one, states[g]!, year);
    });
  }
  grown.forEach(({ light: reached }) => (reached[LAST_YEAR] = reached[LAST_YEAR - 1]!));
  return { laid, grown, of };
}

/** Radii towards the neighbours, the crown's base, how it dims, and how many live. */
function neighbours(one: Grown, year: number, grown: readonly Grown[], belt: Belt | null, push: Push): void {
  const { lot, spacing, shape, height, width } = one;
  const season = year - lot.later;
  if (season < 0 || isOut(lot, year)) return;
  const free = width[year]! / 2;
  one.along[year] = radiusTowards(free, meanFree(grown, one.laidRow, year), spacing);
  const beside = (belt?.beside[one.laidRow] ?? []).map(({ row, gap }) => ({
    meets: radiusTowards(free, meanFree(grown, row, year), gap),
  }));
  const inside = belt ? beside.map(({ meets }) => meets) : [one.along[year]!, one.along[year]!];
  const sides = [inside[0] ?? free, inside[1] ?? free];
  one.across[year] = (sides[0]! + sides[1]!) / 2;
  const clipped = foliageOf(lot) === 'clipped'; // light reaches what is cut back to a face: it stays green to the ground
  const crowding = clipped
    ? 0
    : 0.5 * cutShare(one.along[year]!, free) + sides.reduce((sum, side) => sum + 0.25 * cutShare(side, free), 0);
  const least = lot.kept?.clearStem
    ? Math.min(0.9, lot.kept.clearStem / Math.max(0.1, height[year]!))
    : clearStemOf(lot.species);
  const shedding = { least, shedding: sheddingOf(lot.species), crowding, pace: BASE_RAISES };
  one.base[year] =
    season === 0
      ? least * height[year]!
      : Math.min(0.9 * height[year]!, raisedBase(one.base[year - 1]!, height[year]!, shedding));
  const { leafy, bare } = dimming(lot, {
    shape,
    along: Math.max(0.05, one.along[year]!),
    across: Math.max(0.05, one.across[year]!),
    h: Math.max(0.05, height[year]! - one.base[year]!),
  });
  one.leafy[year] = leafy * push.dimming;
  one.bare[year] = bare * push.dimming;
  one.alive[year] = standingOf(lot.stock, season, one.fill);
}

/** Share of its outline that a crown of free radius `free` loses to a neighbour that leaves it `left`: none where they only touch. */
const cutShare = (left: number, free: number): number => (left < free ? Math.acos(left / free) / (Math.PI / 2) : 0);

/** Mean free radius of the plants of a laid row, metres. */
function meanFree(grown: readonly Grown[], laidRow: number, year: number): number {
  let [sum, plants] = [0, 0];
  for (const one of grown)
    if (one.laidRow === laidRow) {
      sum += (one.plants * one.width[year]!) / 2;
      plants += one.plants;
    }
  return plants > 0 ? sum / plants : 0;
}
