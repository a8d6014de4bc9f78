import type { Species } from '../holding/species-schema.ts';
import type { Animal } from '../holding/ground-schema.ts';
import { formatTape, type UnitSystem } from '../units/quantities.ts';
import { ceilSafe } from '../units/rounding.ts';
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
      form: string;
    }
  >
> = guardData.animals;
export const guardSource = guardData.source;

/** Whether rows this close, metres, are a hedge: fenced against stock as a whole, not guarded plant by plant. */
export const isHedge = (spacings: readonly number[]): boolean =>
  spacings.some((spacing) => spacing < guardData.hedge.closerThan);

/** Those that no guard stops, only a fence round the planting; round a `hedge` stock too. */
export const fencedOut = (animals: readonly Animal[], hedge = false): Animal[] =>
  animals.filter((animal) => guardAnimals[animal].fence === true || (hedge && guardAnimals[animal].fenceHedges));

/** Posts and rails of the crate that one plant wants, of those animals that are not fenced out; null where a stake does. */
export const crateFor = (animals: readonly Animal[], hedge = false): { posts: number; rails: number } | null => {
  const fenced = fencedOut(animals, hedge);
  return animals.some((animal) => guardAnimals[animal].crate && !fenced.includes(animal)) ? guardData.crate : null;
};

/**
 * Guard height out of the ground against `animals` over `snow` metres of lying snow, and the stocked size
 * that reaches it (null: none does, fence instead): `guard.height`. No animals: 0 and null. Those that only a fence
 * stops leave the others the guards that they need.
 */
export function guardHeight(
  animals: readonly Animal[],
  snow: number,
  hedge = false,
): { need: number; size: number | null } {
  const fenced = fencedOut(animals, hedge);
  const guarded = animals.filter((animal) => !fenced.includes(animal));
  const need = Math.max(
    0,
    ...(guarded.length > 0 ? guarded : fenced).map(
      (animal) => guardAnimals[animal].height + (guardAnimals[animal].snow ? snow : 0),
    ),
  );
  return { need, size: guarded.length > 0 && need > 0 ? nextSize(guardData.sizes, need) : null };
}

/** Whether a species is ever guarded plant by plant: herbs and ground cover are not. */
export const isGuarded = ({ kind }: Species): boolean => !guardData.never.includes(kind);

/** The collar that voles want round each stem, also within a taller guard; null where there are none, or the guard is that collar. */
export function collarFor(animals: readonly Animal[], snow: number, hedge = false): number | null {
  if (!animals.includes('vole')) return null;
  const { size } = guardHeight(animals, snow, hedge);
  const { size: collar } = guardHeight(['vole'], snow);
  return collar !== null && (size === null || size > collar) ? collar : null;
}

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

/** The stake for a guard of this size set in undug ground, and how much of it is driven in: never above the rim, which would chafe the stem. Metres. */
export const stakeFor = (tube: number): { length: number | null; depth: number } =>
  stakeLength({
    out: tube - guardData.below,
    hole: 0,
    through: false,
    undisturbed: 0,
    minDepth: guardData.minDepths.find(({ upTo }) => tube <= upTo)!.depth,
  });

/** A guard's stake and how deep it is driven, for the crew: '0.9 m long, 0.3 m of it in the ground'; empty where the guard needs none. */
export function sayStake(tube: number, units: UnitSystem): string {
  const { length, depth } = tube < 0.45 ? { length: null, depth: 0 } : stakeFor(tube);
  return length === null
    ? ''
    : `${formatTape(length, units)} long, driven ${formatTape(depth, units)} into firm ground`;
}

/** Ties for a guard of `tube` metres: `guard.ties`. */
export const tiesFor = (tube: number): number => Math.max(1, ceilSafe(tube / guardData.tieEvery));

/** Pieces with spares, the packs that hold them and what is left over: `guard.packs`. */
export function withSpares(n: number, spareShare: number, pack: number): { need: number; packs: number; left: number } {
  const need = ceilSafe(n * (1 + spareShare));
  const packs = ceilSafe(need / pack);
  return { need, packs, left: packs * pack - need };
}
