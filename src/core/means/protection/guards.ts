import type { Species } from '../../holding/species-schema.ts';
import type { Animal } from '../../holding/ground-schema.ts';
import { formatSold, formatTape, soldSize, toMetres, toUs, type UnitSystem } from '../../units/quantities.ts';
import { ceilSafe } from '../../units/rounding.ts';
import guardData from './guards.json' with { type: 'json' };

/** What each animal needs, with its name for people. */
export const guardAnimals: Readonly<
  Record<
    Animal,
    {
      name: string;
      height: number;
      snow: boolean;
      /** No guard stops it, or none is worth it in a hedge; a crate of posts and rails goes round each plant. */
      fence?: boolean;
      fenceHedges?: boolean;
      crate?: boolean;
      /** False of those that live here and eat no tree: they are only kept from what poisons them. */
      eats?: boolean;
      form: string;
    }
  >
> = guardData.animals;
export const guardSource = guardData.source;
/** Stock that comes with a crown so wide is no whip any more, metres. */
export const BRANCHED = guardData.branched;
/** How far a guard is pressed into the ground, metres. */
export const GUARD_BELOW = guardData.below;

/** Whether rows this close, metres, are a hedge: fenced against stock as a whole, not guarded plant by plant. */
export const isHedge = (spacings: readonly number[]): boolean =>
  spacings.some((spacing) => spacing < guardData.hedge.closerThan);

/** What one crate is made of. */
export const crateParts = guardData.crate;

/**
 * Guard height out of the ground against `animals` over `snow` metres of lying snow, and the stocked size that reaches
 * it (null: none does, fence instead): `guard.height`. No animals: 0 and null.
 */
export function guardHeight(animals: readonly Animal[], snow: number): { need: number; size: number | null } {
  const need = Math.max(
    0,
    ...animals.map((animal) => guardAnimals[animal].height + (guardAnimals[animal].snow ? snow : 0)),
  );
  return { need, size: need > 0 ? nextSize(guardData.sizes, need) : null };
}

/** Whether a species is ever guarded plant by plant: herbs and ground cover are not. */
export const isGuarded = ({ kind }: Species): boolean => !guardData.never.includes(kind);

/** Whether plants of this stock stand in a mesh basket against what gnaws their roots here. */
export const isBasketed = (animals: readonly Animal[], stock: string): boolean =>
  guardData.baskets.stocks.includes(stock) && animals.some((animal) => guardData.baskets.against.includes(animal));

const nextSize = (sizes: readonly number[], need: number): number | null =>
  sizes.find((size) => size >= need - 1e-9) ?? null;

export interface StakeOptions {
  /** Length above ground, metres. */
  readonly out: number;
  /** Depth of loosened planting soil, metres. */
  readonly hole: number;
  /** Driven through the loosened soil, which holds nothing. */
  readonly through: boolean;
  /** Firm ground wanted below the hole, metres. */
  readonly undisturbed: number;
  readonly minDepth: number;
}

/** Depth, length needed and stocked length of a stake (null: none is long enough): `guard.stake`. */
export function stakeLength({ out, hole, through, undisturbed, minDepth }: StakeOptions): {
  depth: number;
  need: number;
  length: number | null;
} {
  const depth = Math.max(minDepth, through ? hole + undisturbed : 0);
  return { depth, need: out + depth, length: nextSize(guardData.stakes, out + depth) };
}

/** The stake for a guard of this size set in undug ground, and how much of it is driven in: all that would stand above the rim, where it chafes the stem. Metres. */
export function stakeFor(tube: number): { length: number | null; depth: number } {
  const out = tube - guardData.below;
  const minDepth = guardData.minDepths.find(({ upTo }) => tube <= upTo)!.depth;
  const { length, depth } = stakeLength({ out, hole: 0, through: false, undisturbed: 0, minDepth });
  return { length, depth: length === null ? depth : length - out };
}

/** A guard's stake by the sizes that are sold where it is planted: how long it is, and how much of it is driven in, metres; to the whole inch where inches are used. Null where the guard needs none. */
export function stakeAsSold(tube: number, units: UnitSystem): { length: number; depth: number } | null {
  const { length } = tube < 0.45 ? { length: null } : stakeFor(tube);
  if (length === null) return null;
  const sold = soldSize(length, units);
  const depth = sold - (soldSize(tube, units) - guardData.below);
  return { length: sold, depth: units === 'us' ? toMetres(Math.ceil(toUs(depth, 'in') - 1e-9), 'in') : depth };
}

/** A guard's stake and how deep it is driven, for the crew: '0.90 m long, driven 0.35 m into firm ground'; empty where the guard needs none. */
export function sayStake(tube: number, units: UnitSystem): string {
  const stake = stakeAsSold(tube, units);
  return stake
    ? `${formatSold(stake.length, units)} long, driven ${formatTape(stake.depth, units)} into firm ground`
    : '';
}

/** Ties for a guard of `tube` metres: `guard.ties`. */
export const tiesFor = (tube: number): number => Math.max(1, ceilSafe(tube / guardData.tieEvery));

/** Pieces with spares, the packs that hold them and what is left over: `guard.packs`. */
export function withSpares(n: number, spareShare: number, pack: number): { need: number; packs: number; left: number } {
  const need = ceilSafe(n * (1 + spareShare));
  const packs = ceilSafe(need / pack);
  return { need, packs, left: packs * pack - need };
}
