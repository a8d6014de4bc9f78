import { derived } from '../../derived/derived.ts';
import type { Kit, Planting } from '../../holding/schema.ts';
import { settingOf } from '../../holding/settings.ts';
import type { Layout } from '../../ranks/lay-out.ts';
import type { Lot } from '../../ranks/stand.ts';
import { counted } from '../../units/quantities.ts';
import { ceilSafe } from '../../units/rounding.ts';
import { addKit, eachOf, piece, type KitLine } from '../kit.ts';
import { groupsOf, type Group } from '../weeds/groups.ts';
import { counted as countIn, extras, extrasOf } from './extras.ts';
import { isBasketed, isGuarded } from './guards.ts';
import { fencePieces, guardPieces } from './pieces.ts';
import {
  animalsAt,
  guardedAnew,
  isBranched,
  protect,
  siteOf,
  type Protection,
  type Rates,
  type Site,
} from './protect.ts';

/** A part of a planting that is protected in one way. */
export interface Protected {
  readonly group: Group;
  readonly protection: Protection;
  readonly site: Site;
  /** The maker's set that it is done with; null for none. */
  readonly set: Kit | null;
  /** Whether it is of plants with branches, or of those without; null where they are guarded alike. */
  readonly branched: boolean | null;
}

/** Key of the method that protects by a maker's set. */
export const kitMethod = (id: string): string => `kit.${id}`;

type Asked = Rates & { readonly kits: readonly Kit[] };

/** How each part of a planting is protected: by the planting's own way and by what is excepted from it. */
export const protectedParts = derived(function protectedParts(
  planting: Planting,
  layout: Layout,
  rates: Asked,
): Protected[] {
  const { stand } = layout;
  const animals = animalsAt(rates, stand);
  const site = siteOf(planting, layout, rates);
  const mean = planting.means.protection;
  const groups = (counts: (lot: Lot) => boolean = () => true) =>
    groupsOf(mean, stand, (lot) => isGuarded(stand.lots[lot]!.species) && counts(stand.lots[lot]!));
  const [bare, branched] = [groups((lot) => !isBranched(lot)), groups(isBranched)];
  return groups().flatMap((group): Protected[] => {
    const same = ({ way }: Group) => way === group.way;
    const [plain, grown] = [bare.find(same), branched.find(same)];
    const here = { ...site, plants: group.plants, branched: grown !== undefined };
    const set = rates.kits.find(({ id }) => kitMethod(id) === group.way.method) ?? null;
    const protection = set ? bySet(animals, set, here) : protect(animals, group.way.method, here);
    // What has branches goes into mesh; a solid tube that is cheaper still serves the others.
    if (set || !plain || !grown || !protection.guard) return [{ group, protection, site: here, set, branched: null }];
    const inside = { ...here, plants: plain.plants, branched: false };
    return [
      {
        group: plain,
        protection: guardedAnew(protection, group.way.method, inside),
        site: inside,
        set,
        branched: false,
      },
      { group: grown, protection, site: { ...here, plants: grown.plants }, set, branched: true },
    ];
  });
});

/** What a maker's set stops: as its guard would; nothing where it has none. */
function bySet(animals: Protection['animals'], { pieces }: Kit, site: Site): Protection {
  const guard = Object.keys(pieces).find((key) => /^(guard|mesh)\.\d/.test(key));
  if (!guard) return protect(animals, 'none', site);
  const form = guard.startsWith('mesh') ? 'mesh' : 'tube';
  const size = Number(guard.split('.').slice(1).join('.'));
  const stopped = (some: Protection['animals']) => {
    const found = protect(some, form, site);
    return found.uncovered.length === 0 && (found.guard?.size ?? 0) <= size + 1e-9;
  };
  return {
    ...protect(animals, form, site),
    guard: { form, size },
    uncovered: animals.filter((one) => !stopped([one])),
  };
}

/** Fence, guards and what else keeps animals off one planting, to be had. */
export function guardKit(
  planting: Planting,
  layout: Layout,
  rates: Rates & { readonly kits: readonly Kit[] },
): KitLine[] {
  const spare = settingOf(rates, 'order.spare');
  const parts = protectedParts(planting, layout, rates);
  const fenced = parts.find(({ protection }) => protection.fences.length > 0);
  const lines = parts.map((part) => partKit(part, layout, rates, spare));
  const run = fenced?.site.run;
  if (run)
    for (const kind of fenced.protection.fences)
      lines.push(fencePieces(kind, run, rates.units).map(({ key, count, why }) => piece(rates, key, count, 0, why)));
  lines.push(
    extrasOf(planting, layout.stand).map(({ key, plants, rows }) =>
      piece(rates, extras[key]!.piece, plants, spare, `${counted(plants, 'plant')}; ${extras[key]!.off}`, rows),
    ),
  );
  return addKit(lines);
}

function partKit({ group, protection, set }: Protected, { stand }: Layout, rates: Rates, spare: number): KitLine[] {
  const { guard, collar, animals } = protection;
  if (group.way.method === 'none') return [];
  const n = group.plants;
  const why = `one for each of ${counted(n, 'plant')}`;
  const lines: KitLine[] = [];
  if (set) {
    const sets = ceilSafe(n / set.plants);
    const within = Object.entries(set.pieces).map(
      ([key, each]) => `${key}: ${n * each} of ${sets * set.plants * each}`,
    );
    return [
      {
        key: kitMethod(set.id),
        wanted: sets,
        count: sets,
        cents: sets * set.cents,
        why: `${set.plants} plants to a set; ${within.join(', ')}`,
        rows: eachOf(group.rows, 1 / set.plants),
      },
    ];
  }
  if (guard)
    for (const { key, count, why: how } of guardPieces(guard, n))
      lines.push(piece(rates, key, count, key.startsWith('cageMesh') ? 0 : spare, how, eachOf(group.rows, count / n)));
  if (collar !== null) lines.push(piece(rates, `guard.${collar}`, n, spare, `${why}, against voles`, group.rows));
  const each = (key: string, how: string, holds: (lot: Lot) => boolean) => {
    const rows = new Map([...countIn(stand, (lot) => holds(stand.lots[lot]!)).rows].filter(([r]) => group.rows.has(r)));
    const plants = [...rows.values()].reduce((sum, here) => sum + here, 0);
    lines.push(piece(rates, key, plants, spare, how, rows));
  };
  each(
    'basket',
    'round the roots of what is dear',
    ({ species, stock }) => isGuarded(species) && isBasketed(animals, stock),
  );
  if (animals.includes('bird') && (guard?.size ?? 0) >= 0.9)
    lines.push(
      piece(rates, 'net', n, spare, 'so that no bird falls in; off when the leader reaches the rim', group.rows),
    );
  if (animals.some((animal) => animal === 'porcupine' || animal === 'possum'))
    each('band', 'round each tree that can be climbed', ({ species }) =>
      ['tree', 'conifer', 'fruit'].includes(species.kind),
    );
  return lines;
}
