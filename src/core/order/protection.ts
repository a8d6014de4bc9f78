import type { Animal } from '../holding/ground-schema.ts';
import { ceilSafe } from '../units/rounding.ts';
import guardData from './guards.json' with { type: 'json' };

/** What each animal needs, with its name for people. */
export const guardAnimals: Readonly<Record<Animal, { name: string; height: number; snow: boolean; form: string }>> =
  guardData.animals;
export const guardSource = guardData.source;

/**
 * Guard height out of the ground against `animals` over `snow` metres of lying snow, and the stocked size
 * that reaches it (null: none does, fence instead): `guard.height`. No animals: 0 and null.
 */
export function guardHeight(animals: readonly Animal[], snow: number): { need: number; size: number | null } {
  const need = Math.max(
    0,
    ...animals.map((animal) => guardAnimals[animal].height + (guardAnimals[animal].snow ? snow : 0)),
  );
  return { need, size: need > 0 ? nextSize(guardData.sizes, need) : null };
}

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

/** The stake for a guard of this size set in undug ground: never above the rim, which would chafe the stem. */
export const stakeFor = (tube: number): number | null =>
  stakeLength({
    out: tube - guardData.below,
    hole: 0,
    through: false,
    undisturbed: 0,
    minDepth: guardData.minDepths.find(({ upTo }) => tube <= upTo)!.depth,
  }).length;

/** Ties for a guard of `tube` metres: `guard.ties`. */
export const tiesFor = (tube: number): number => Math.max(1, ceilSafe(tube / guardData.tieEvery));

/** Pieces with spares, the packs that hold them and what is left over: `guard.packs`. */
export function withSpares(n: number, spareShare: number, pack: number): { need: number; packs: number; left: number } {
  const need = ceilSafe(n * (1 + spareShare));
  const packs = ceilSafe(need / pack);
  return { need, packs, left: packs * pack - need };
}
