import type { Animal } from '../../holding/ground-schema.ts';
import type { Holding, Planting } from '../../holding/schema.ts';
import { settingOf } from '../../holding/settings.ts';
import { isInside } from '../../geometry/polygon.ts';
import type { Layout } from '../../ranks/lay-out.ts';
import type { Lot, Stand } from '../../ranks/stand.ts';
import { stockOf } from '../../species/stock.ts';
import { priceOf } from '../prices.ts';
import { compareFence, type FenceOrGuards } from './break-even.ts';
import { fenceRun, type FenceRun } from './fence-line.ts';
import { fenceMetre, guardPieces } from './pieces.ts';
import { BRANCHED, guardAnimals, isGuarded, isHedge } from './guards.ts';
import { fences, forms } from './kinds.ts';

export type Rates = Pick<Holding, 'settings' | 'units' | 'prices' | 'currency' | 'animals' | 'features' | 'terrain'>;

/** A guard round each plant: its form and how high it stands out of the ground, metres. */
export interface Guard {
  readonly form: string;
  readonly size: number;
}

/** How a planting is kept from the animals of its place. */
export interface Protection {
  /** Those that come at it. */
  readonly animals: readonly Animal[];
  /** Keys of its fences: none, one, or one with a live wire outside it. */
  readonly fences: readonly string[];
  readonly guard: Guard | null;
  /** Collar against voles, metres high; null for none. */
  readonly collar: number | null;
  /** Which animal asks for the guard or the fence; null where nothing is asked for. */
  readonly setBy: Animal | null;
  /** Those that none of this stops. */
  readonly uncovered: readonly Animal[];
  /** Over the years compared, minor units. */
  readonly cost: number;
}

/** Animals that come at a planting: those everywhere, and those of browsed places that hold one of its plants, unless they come there but lightly. */
export function animalsAt({ animals, features }: Pick<Holding, 'animals' | 'features'>, stand: Stand): Animal[] {
  const found = new Set(animals);
  for (const feature of features) {
    if (feature.kind !== 'browsed' || feature.pressure === 'light') continue;
    if (feature.animals.every((animal) => found.has(animal))) continue;
    for (let i = 0; i < stand.count; i++)
      if (isInside(feature.ring, [stand.x[i]!, stand.y[i]!])) {
        for (const animal of feature.animals) found.add(animal);
        break;
      }
  }
  return [...found].filter((animal) => guardAnimals[animal].eats !== false);
}

/** What a planting's protection is worked out from, besides the animals. */
export interface Site {
  readonly hedge: boolean;
  readonly snow: number;
  /** Plants that are guarded one by one, and the shortest of them, metres. */
  readonly plants: number;
  readonly shortest: number;
  /** Whether one of them has branches that a solid tube would press: a conifer, or a tree that comes with its crown. */
  readonly branched: boolean;
  readonly run: FenceRun | null;
  readonly rates: Rates;
}

/** The site of a planting: those of its plants that `counts` tells of. */
export function siteOf(
  planting: Planting,
  layout: Layout,
  rates: Rates,
  counts: (lot: Lot) => boolean = () => true,
): Site {
  const { stand } = layout;
  const { settings, units, prices, currency, animals, features, terrain } = rates;
  const wanted = stand.lots.map((lot) => isGuarded(lot.species) && counts(lot));
  let plants = 0;
  for (let i = 0; i < stand.count; i++) if (wanted[stand.lot[i]!]) plants++;
  const off = planting.means.protection.measures['fence.off'] ?? settingOf(rates, 'fence.off');
  return {
    hedge: isHedge(stand.rows.map(({ spacing }) => spacing)),
    snow: settingOf(rates, 'guard.snow'),
    plants,
    branched: stand.lots.some((lot, i) => wanted[i] && isBranched(lot)),
    shortest: Math.min(...stand.lots.filter((_, i) => wanted[i]).map(({ stock }) => stockOf(stock).start)),
    // Nobody comes and no fence is asked for: none is run.
    run: mayFence(planting, rates) ? fenceRun(planting, layout, off, rates) : null,
    rates: { settings, units, prices, currency, animals, features, terrain },
  };
}

/** Whether a solid tube would press its branches. */
export const isBranched = ({ species, stock }: Pick<Lot, 'species' | 'stock'>): boolean =>
  species.kind === 'conifer' || stockOf(stock).wide >= BRANCHED;

const mayFence = ({ means: { protection } }: Planting, { animals, features }: Rates): boolean =>
  animals.length > 0 ||
  features.some(({ kind }) => kind === 'browsed') ||
  [protection, ...protection.exceptions].some(({ method }) => method in fences);

/** Heights that the animals ask for out of the ground, metres, lying snow added where they walk on it. */
const reach = (animal: Animal, snow: number): number =>
  guardAnimals[animal].height + (guardAnimals[animal].snow ? snow : 0);

/** The least costly guard that stops all of these; null where none does. `only` narrows it to one form. */
function guardAgainst(
  animals: readonly Animal[],
  site: Site,
  only: string | null,
): { guard: Guard; cost: number } | null {
  const need = Math.max(0, ...animals.map((animal) => reach(animal, site.snow)));
  let best: { guard: Guard; cost: number } | null = null;
  for (const [form, { stops, sizes, stem, solid }] of Object.entries(forms)) {
    if (only ? form !== only : form === 'crate' && !animals.some((animal) => guardAnimals[animal].crate)) continue;
    if (!only && (site.shortest < stem || (solid && site.branched))) continue;
    if (!animals.every((animal) => stops.includes(animal))) continue;
    const size = sizes.find((one) => one >= need - 1e-9);
    if (size === undefined) continue;
    const cost = guardsCost({ form, size }, site);
    if (!best || cost < best.cost) best = { guard: { form, size }, cost };
  }
  return best;
}

const years = (rates: Rates) => settingOf(rates, 'guard.years');
const wage = (rates: Rates, minutes: number) => (minutes / 60) * priceOf(rates, 'hour');

/** What one guarded plant costs in pieces and in each kind of work, minor units. */
export function guardEach({ form, size }: Guard, rates: Rates) {
  const { minutes } = forms[form]!;
  return {
    guardUnit: guardPieces({ form, size }, 1).reduce((sum, { key, count }) => sum + count * priceOf(rates, key), 0),
    guardInstall: wage(rates, minutes.install * (form === 'tube' && size > 0.75 ? 1.8 : 1)),
    guardMaint: wage(rates, minutes.yearly),
    guardRemove: wage(rates, minutes.removal),
  };
}

/** What a metre of fence costs so, its corners and gates, minor units. */
export function fenceEach(kind: string, rates: Rates) {
  const { minutes } = fences[kind]!;
  const price = (key: string) => priceOf(rates, key);
  return {
    fenceRate:
      fenceMetre(kind, rates.units).reduce((sum, { key, count }) => sum + count * price(key), 0) +
      wage(rates, minutes.install),
    fenceMaint: wage(rates, minutes.yearly),
    fenceRemove: wage(rates, minutes.removal),
    cornerCost: price('fence.strainer'),
    gateCost:
      price('fence.gate') + 2 * price('fence.strainer') + (fences[kind]!.energiser ? price('fence.energiser') : 0),
  };
}

const NOTHING = { n: 0, guardUnit: 0, guardInstall: 0, guardMaint: 0, guardRemove: 0 };
const NO_FENCE = {
  perimeter: 0,
  fenceRate: 0,
  fenceMaint: 0,
  fenceRemove: 0,
  corners: 0,
  cornerCost: 0,
  gates: 0,
  gateCost: 0,
};

/** The numbers that fence and guards of a site are weighed by. */
export const weighed = (kind: string | null, guard: Guard | null, { run, plants, rates }: Site): FenceOrGuards => ({
  ...(kind && run
    ? { perimeter: run.length, corners: run.corners + run.ends, gates: run.gates, ...fenceEach(kind, rates) }
    : NO_FENCE),
  ...(guard ? { n: plants, ...guardEach(guard, rates) } : NOTHING),
  years: years(rates),
  discount: 0,
});

const guardsCost = (guard: Guard, site: Site): number => compareFence(weighed(null, guard, site)).guards;
const fenceCost = (kind: string, site: Site): number => compareFence(weighed(kind, null, site)).fence;

/** Whether a guard cannot be the answer to an animal here: only a fence is, of all of them or round a hedge. */
const wantsFence = (animal: Animal, hedge: boolean): boolean =>
  guardAnimals[animal].fence === true || (hedge && guardAnimals[animal].fenceHedges === true);

/** Whether a fence stops an animal, over the snow that it walks on. */
const stopsHere = (kind: string, animal: Animal, snow: number): boolean => {
  const fence = fences[kind]!;
  return (
    fence.stops.includes(animal) && (!fence.snow || snow === 0 || fence.height - snow >= guardAnimals[animal].height)
  );
};

/** Fences that stand while a planting is young. */
export const LASTING = Object.keys(fences).filter((kind) => !fences[kind]!.temporary);

/** Every way to fence: not at all, by one kind, or by one kind with a live wire outside it. */
const FENCINGS: readonly (readonly string[])[] = [
  [],
  ...LASTING.map((kind) => [kind]),
  ...LASTING.filter((kind) => !fences[kind]!.energiser).flatMap((kind) =>
    LASTING.filter((live) => fences[live]!.energiser).map((live) => [kind, live]),
  ),
];

/**
 * What covers all `animals` at the least cost over its life: guards, a fence, or a fence and guards for what it lets
 * through. Where nothing covers them all, what leaves the fewest. `method` narrows the choice: 'fitting' leaves it open.
 */
export function protect(animals: readonly Animal[], method: string, site: Site): Protection {
  const bare: Protection = { animals, fences: [], guard: null, collar: null, setBy: null, uncovered: [], cost: 0 };
  const coming = animals.filter((animal) => guardAnimals[animal].height > 0);
  if (method === 'none') return { ...bare, uncovered: coming };
  const kinds = method in fences ? [[method]] : method in forms || method === 'guards' ? [[]] : FENCINGS;
  const only = method in forms ? method : null;
  const guards = new Map<string, ReturnType<typeof bestGuards>>();
  const guarded = (left: readonly Animal[]) => {
    const key = left.join();
    let found = guards.get(key);
    if (!found) guards.set(key, (found = bestGuards(left, site, only)));
    return found;
  };
  const fenced = new Map<string, number>();
  const fence = (one: string) => {
    const known = fenced.get(one) ?? fenceCost(one, site);
    fenced.set(one, known);
    return known;
  };
  let best: Protection | null = null;
  for (const kind of kinds) {
    if (kind.length > 0 && !site.run) continue;
    const through = coming.filter((animal) => !kind.some((one) => stopsHere(one, animal, site.snow)));
    const left = through.filter((animal) => wantsFence(animal, site.hedge));
    const guardable = through.filter((animal) => !left.includes(animal));
    const found = guarded(guardable);
    const uncovered = [...left, ...found.missed];
    const cost = kind.reduce((sum, one) => sum + fence(one), found.cost);
    if (
      best &&
      (uncovered.length > best.uncovered.length || (uncovered.length === best.uncovered.length && cost >= best.cost))
    )
      continue;
    best = {
      animals,
      fences: kind,
      guard: found.guard,
      collar: found.collar,
      setBy: tallest(kind.length > 0 ? coming.filter((animal) => !through.includes(animal)) : guardable, site.snow),
      uncovered,
      cost,
    };
  }
  return best ?? bare;
}

/** The same fences with guards chosen anew for some of the plants within them. */
export function guardedAnew(protection: Protection, method: string, site: Site): Protection {
  const within = protection.animals.filter(
    (animal) =>
      guardAnimals[animal].height > 0 &&
      !protection.fences.some((one) => stopsHere(one, animal, site.snow)) &&
      !wantsFence(animal, site.hedge),
  );
  const { guard, collar } = bestGuards(within, site, method in forms ? method : null);
  return { ...protection, guard, collar };
}

/** Whether what is planned stops an animal. Those of no height are kept off by other things: baskets, nets, bands, traps. */
export function stops({ fences: around, guard, collar }: Protection, animal: Animal, { hedge, snow }: Site): boolean {
  if (around.some((kind) => stopsHere(kind, animal, snow))) return true;
  if (animal === 'vole' && collar !== null) return true;
  if (!guard || wantsFence(animal, hedge)) return false;
  return forms[guard.form]!.stops.includes(animal) && guard.size >= reach(animal, snow) - 1e-9;
}

/** Guards that stop as many of these as guards can; voles by a collar within them. */
function bestGuards(animals: readonly Animal[], site: Site, only: string | null) {
  const collared = animals.includes('vole');
  const rest = animals.filter((animal) => animal !== 'vole');
  const collar = collared && rest.length > 0 ? collarSize(site.snow) : null;
  if (animals.length === 0) return { guard: null, collar: null, cost: 0, missed: [] as Animal[] };
  let taken = rest.length > 0 ? [...rest] : [...animals];
  const missed: Animal[] = [];
  for (;;) {
    const found = taken.length > 0 ? guardAgainst(taken, site, rest.length > 0 ? only : null) : null;
    if (found) {
      const extra = collar === null ? 0 : guardsCost({ form: 'tube', size: collar }, site);
      return { guard: found.guard, collar, cost: found.cost + extra, missed };
    }
    if (taken.length === 0) return { guard: null, collar, cost: 0, missed };
    const worst = tallest(taken, site.snow)!;
    taken = taken.filter((animal) => animal !== worst);
    missed.push(worst);
  }
}

/** The collar that voles want round each stem, metres high. */
const collarSize = (snow: number): number | null =>
  forms['tube']!.sizes.find((size) => size >= reach('vole', snow) - 1e-9) ?? null;

const tallest = (animals: readonly Animal[], snow: number): Animal | null =>
  animals.length === 0 ? null : animals.reduce((a, b) => (reach(b, snow) > reach(a, snow) ? b : a));
