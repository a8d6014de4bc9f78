import { matureWidth } from '../species/catalogue.ts';
import type { Species } from '../holding/species-schema.ts';
import type { Size } from '../species/mature.ts';
import { stockOf, type Stock } from '../species/stock.ts';
import growthData from './growth.json' with { type: 'json' };

/** Last year that the plan looks ahead to. */
export const LAST_YEAR = 40;

export interface Growing {
  /** Full height of the species, metres. */
  readonly fullHeight: number;
  /** Fastest yearly height growth on good ground, metres a year. */
  readonly fastest: number;
  /** Shape of the curve: higher starts slower; about 1.3. */
  readonly shape: number;
  /** Height on planting day, metres. */
  readonly start: number;
  /** Share of growth lost at first, and the years it takes to recover. */
  readonly check: { readonly share: number; readonly years: number };
  /** Yearly multiplier of growth, and the site's part of it. */
  readonly pace: number;
  readonly site: number;
}

/** Rate constant of the curve, 1/year, at most 0.5: `growth.rateK`. */
export const rateConstant = ({
  fullHeight,
  fastest,
  shape,
}: Pick<Growing, 'fullHeight' | 'fastest' | 'shape'>): number =>
  Math.min(0.5, fastest / (fullHeight * ((shape - 1) / shape) ** (shape - 1)));

/**
 * Height after `year` growing seasons, metres: Chapman-Richards growth entered at the age that the stock's
 * height stands for, with the transplant check taken out of the time (Richards 1959; Pienaar & Turnbull
 * 1973). Error to expect: 30 % at year 10.
 */
export function heightAt(growing: Growing, year: number): number {
  const { fullHeight, shape, start, check, pace, site } = growing;
  const k = rateConstant(growing);
  const final = fullHeight * (0.5 + 0.5 * site);
  const startAge = -Math.log(1 - (Math.min(start, 0.7 * final) / final) ** (1 / shape)) / k;
  const active = year - check.share * check.years * (1 - Math.exp(-year / check.years));
  return final * (1 - Math.exp(-k * (startAge + pace * active))) ** shape;
}

/**
 * Rate constant that reaches the height `at20` after 20 years, 1/year, at most 0.5: `growth.rateKFromH20`, which is of
 * seed; from stock of height `start` that grows in `active` of those years alone.
 */
export function rateConstantFrom(fullHeight: number, at20: number, shape: number, start = 0, active = 20): number {
  const left = (height: number) => 1 - Math.min(0.99, height / fullHeight) ** (1 / shape);
  return Math.min(0.5, -Math.log(left(at20) / left(Math.min(start, 0.7 * fullHeight))) / active);
}

/** Free-grown crown width at a height, metres: `growth.crownWidth`, the full width at full height. */
export const crownWidth = (height: number, fullHeight: number, fullWidth: number, power: number): number =>
  fullWidth * Math.min(1, height / fullHeight) ** power;

/** How a species from this stock grows on a site of quality `site` (0 to 1); kept free of weeds and unbrowsed. */
export const growingOf = (species: Species, stock: Stock, site: number): Growing => {
  const fullHeight = (species.height[0] + species.height[1]) / 2;
  const shape =
    growthData.shapes[species.kind === 'conifer' ? 'conifer' : species.evergreen ? 'evergreen' : 'deciduous'];
  return {
    fullHeight,
    fastest: fastestOf(species, fullHeight, shape),
    shape,
    start: stock.start,
    check: stock.check,
    pace: site,
    site,
  };
};

/** Where its height at 20 years is known, the speed that reaches it; else that of its class. */
function fastestOf({ at20, rate, stock: [usual] }: Species, fullHeight: number, shape: number): number {
  if (!at20) return growthData.rates[rate];
  const { start, check } = stockOf(usual!);
  const active = 20 - check.share * check.years * (1 - Math.exp(-20 / check.years));
  const k = rateConstantFrom(fullHeight, (at20[0] + at20[1]) / 2, shape, start, active);
  return k * fullHeight * ((shape - 1) / shape) ** (shape - 1);
}

/** Height and free crown width of a species from this stock after `year` seasons, metres: of the kind itself, kept clean, on no stand. */
export function sizeAt(species: Species, stock: Stock, year: number, site: number): Size {
  const growing = growingOf(species, stock, site);
  const height = heightAt(growing, year);
  return { height, width: freeWidth(species, stock, growing, height, year) };
}

/**
 * Free crown width at a height, `season` seasons after planting, metres: what is set out as a switch fills out in its
 * first years, and no conifer is wider than its share of its height while it is young.
 */
export function freeWidth(
  species: Species,
  { start, wide }: Pick<Stock, 'start' | 'wide'>,
  { fullHeight }: Pick<Growing, 'fullHeight'>,
  height: number,
  season: number,
): number {
  const { fillsOut, youngCrown } = growthData;
  const widest = species.kind === 'conifer' ? youngCrown.conifer.widest : Infinity;
  const at = (high: number) =>
    Math.min(widest * high, crownWidth(high, fullHeight, matureWidth(species), crownPowerOf(species)));
  const narrow = Math.max(0, 1 - wide / at(start));
  return at(height) * (1 - narrow * Math.exp(-((season / fillsOut) ** 2)));
}

/**
 * The power by which a crown widens with height: of a tree the one that makes it about half as wide as high while it is
 * young, so that an oak is slender then and a spruce is not; a bush widens as it grows.
 */
export function crownPowerOf(species: Species): number {
  const { crownPower, youngCrown } = growthData;
  if (species.height[1] <= youngCrown.tall) return crownPower.low;
  const grown = matureWidth(species) / ((species.height[0] + species.height[1]) / 2);
  const { wide, atShare, least } = species.kind === 'conifer' ? youngCrown.conifer : youngCrown;
  const power = 1 + Math.log(wide / grown) / Math.log(atShare);
  return Math.min(crownPower.most, Math.max(least, power));
}

/** Heights to expect after `year` seasons, metres: the least and the most, at the bounds of how fast it may grow. */
export function heightRange(species: Species, stock: Stock, year: number, site: number): [number, number] {
  const growing = growingOf(species, stock, site);
  const at = (speed: number) => heightAt({ ...growing, fastest: growing.fastest * speed }, year);
  return [at(growthData.slowest), at(growthData.quickest)];
}

export const growthSource = growthData.source;
