import type { Planting } from '../../holding/schema.ts';
import type { Layout } from '../../ranks/lay-out.ts';
import { breakEvenLine, breakEvenPlants, compareFence } from './break-even.ts';
import { fences } from './kinds.ts';
import { LASTING, fenceEach, protect, weighed, type Protection, type Site } from './protect.ts';

/** Guards or a fence for one planting: what each costs over the years, and from what size on the fence wins. */
export interface GuardOrFence {
  /** The least costly protection without any fence, and with one; each may leave some animals out. */
  readonly guards: Protection;
  readonly fence: Protection;
  /** The same number of plants farther apart or nearer: plants from which the fence wins; null where it is no guard at all. */
  readonly fromPlants: number | null;
  /** Metres of a belt like this from which the fence wins; null where no length makes it win. Undefined for what is no belt. */
  readonly fromLength: number | null | undefined;
  /** Cost of both at lengths of such a belt, metres and minor units, for a drawing; empty for what is no belt. */
  readonly curve: readonly { readonly length: number; readonly guards: number; readonly fence: number }[];
  /** Length of the planting, metres. */
  readonly length: number;
  /** What one breach costs: every plant behind a fence, one plant in a guard; minor units. */
  readonly breach: { readonly fence: number; readonly guard: number };
}

/** Weighs guards against fences for a planting; null where nothing comes at it or nothing stands. `plantCost` is what one plant costs to replace. */
export function guardOrFence(
  planting: Planting,
  { baseline, stand }: Layout,
  animals: Protection['animals'],
  site: Site,
  plantCost: number,
): GuardOrFence | null {
  if (!site.run || site.plants === 0 || animals.length === 0) return null;
  const guards = protect(animals, 'guards', site);
  // A fence that is chosen is what guards are weighed against; else what fits, where that is a fence, or two.
  const { method } = planting.means.protection;
  const fitting = protect(animals, method in fences ? method : 'fitting', site);
  const single = LASTING.map((kind) => protect(animals, kind, site)).reduce((a, b) =>
    (b.uncovered.length - a.uncovered.length || b.cost - a.cost) < 0 ? b : a,
  );
  const withFence = fitting.fences.length > 0 ? fitting : single;
  const guardCost = guards.guard ? compareFence({ ...weighed(null, guards.guard, site), n: 1 }).guards : 0;
  const kind = withFence.fences[0]!;
  const within = withFence.guard ? compareFence({ ...weighed(null, withFence.guard, site), n: 1 }).guards : 0;
  const saved = guardCost - within;
  const each = withFence.fences.map((one) => fenceEach(one, site.rates));
  const all = (of: keyof (typeof each)[number]) => each.reduce((sum, one) => sum + one[of], 0);
  const [fenceRate, fenceMaint, fenceRemove] = [all('fenceRate'), all('fenceMaint'), all('fenceRemove')];
  const [cornerCost, gateCost] = [all('cornerCost'), all('gateCost')];
  const numbers = { ...weighed(kind, null, site), fenceRate, fenceMaint, fenceRemove, cornerCost, gateCost };
  const length = baseline?.line.length ?? 0;
  const belt = planting.baseline.kind !== 'block' && planting.baseline.kind !== 'guilds' && length > 0;
  const fencePerM = fenceRate + numbers.years * fenceMaint + fenceRemove;
  const fixed = numbers.corners * cornerCost + numbers.gates * gateCost;
  const sides = site.run.ends > 0 ? 1 : 2;
  const width = belt ? Math.max(0, (site.run.length - sides * length) / 2) : 0;
  const plantsPerM = belt ? site.plants / length : 0;
  const at = (metres: number) => ({
    length: metres,
    guards: plantsPerM * metres * guardCost,
    fence: (sides * metres + 2 * width) * fencePerM + fixed + plantsPerM * metres * within,
  });
  const fromLength =
    belt && saved > 0 ? breakEvenLine({ plantsPerM, guardEach: saved, fencePerM, sides, width, fixed }) : null;
  const far = Math.max(length, Math.min(fromLength ?? 0, length * 6)) * 1.5;
  return {
    guards,
    fence: withFence,
    fromPlants: saved > 0 ? breakEvenPlants({ ...numbers, ...guardEachSaved(saved) }) : null,
    fromLength: belt ? fromLength : undefined,
    curve: belt ? Array.from({ length: 25 }, (_, i) => at((far * i) / 24)) : [],
    length,
    breach: { fence: stand.count * plantCost, guard: plantCost },
  };
}

/** One guard's whole saving as a single price. */
const guardEachSaved = (saved: number) => ({ guardUnit: saved, guardInstall: 0, guardMaint: 0, guardRemove: 0 });
