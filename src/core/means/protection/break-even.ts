import { ceilSafe } from '../../units/rounding.ts';

export interface FenceOrGuards {
  /** Metres of fence, and its cost a metre to put up, to keep a year and to take down. */
  readonly perimeter: number;
  readonly fenceRate: number;
  readonly fenceMaint: number;
  readonly fenceRemove: number;
  readonly corners: number;
  readonly cornerCost: number;
  readonly gates: number;
  readonly gateCost: number;
  /** Plants, and the cost of guarding one: the guard, putting it on, a year's care, taking it off. */
  readonly n: number;
  readonly guardUnit: number;
  readonly guardInstall: number;
  readonly guardMaint: number;
  readonly guardRemove: number;
  readonly years: number;
  /** Interest a year, a share. */
  readonly discount: number;
}

const worth = (years: number, discount: number) => ({
  yearly: discount === 0 ? years : (1 - (1 + discount) ** -years) / discount,
  last: (1 + discount) ** -years,
});

/** What fencing a planting and guarding each plant of it cost over the years: `guard.compare`. Money of one kind. */
export function compareFence(o: FenceOrGuards): { fence: number; guards: number } {
  const { yearly, last } = worth(o.years, o.discount);
  return {
    fence:
      o.perimeter * (o.fenceRate + yearly * o.fenceMaint + last * o.fenceRemove) +
      o.corners * o.cornerCost +
      o.gates * o.gateCost,
    guards: o.n * (o.guardUnit + o.guardInstall + yearly * o.guardMaint + last * o.guardRemove),
  };
}

/** Plants from which the fence costs less: `guard.breakEvenN`. */
export const breakEvenPlants = (o: FenceOrGuards): number => {
  const { fence, guards } = compareFence({ ...o, n: 1 });
  return ceilSafe(fence / guards);
};

/** Hectares, and trees on them, from which fencing a rectangle `ratio` times as long as wide costs less: `guard.breakEvenArea`. */
export function breakEvenArea({
  fencePerM,
  fixed,
  guardEach,
  perHa,
  ratio,
}: {
  readonly fencePerM: number;
  readonly fixed: number;
  readonly guardEach: number;
  readonly perHa: number;
  readonly ratio: number;
}): { ha: number; trees: number } {
  const a = ((2 * (ratio + 1) * 100) / Math.sqrt(ratio)) * fencePerM;
  const c = perHa * guardEach;
  const ha = ((a + Math.sqrt(a * a + 4 * fixed * c)) / (2 * c)) ** 2;
  return { ha, trees: ha * perHa };
}

/** Metres of belt from which fencing `sides` of it and both its ends costs less than guards; null where no length does: `guard.breakEvenLine`. */
export function breakEvenLine({
  plantsPerM,
  guardEach,
  fencePerM,
  sides,
  width,
  fixed,
}: {
  readonly plantsPerM: number;
  readonly guardEach: number;
  readonly fencePerM: number;
  readonly sides: number;
  readonly width: number;
  readonly fixed: number;
}): number | null {
  const gained = plantsPerM * guardEach - sides * fencePerM;
  return gained <= 0 ? null : (2 * width * fencePerM + fixed) / gained;
}
