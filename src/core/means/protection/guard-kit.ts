import { derived } from '../../derived/derived.ts';
import type { Kit, Planting } from '../../holding/schema.ts';
import { settingOf } from '../../holding/settings.ts';
import type { Layout } from '../../ranks/lay-out.ts';
import { counted } from '../../units/quantities.ts';
import { ceilSafe } from '../../units/rounding.ts';
import { addKit, piece, type KitLine } from '../kit.ts';
import { groupsOf, type Group } from '../weeds/groups.ts';
import { extras, extrasOf } from './extras.ts';
import { isBasketed, isGuarded } from './guards.ts';
import { fencePieces, guardPieces } from './pieces.ts';
import { animalsAt, protect, siteOf, type Protection, type Rates, type Site } from './protect.ts';

/** A part of a planting that is protected in one way. */
export interface Protected {
  readonly group: Group;
  readonly protection: Protection;
  readonly site: Site;
  /** The maker's set that it is done with; null for none. */
  readonly set: Kit | null;
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
  return groupsOf(planting.means.protection, stand, (lot) => isGuarded(stand.lots[lot]!.species)).map((group) => {
    const here = { ...site, plants: group.plants };
    const set = rates.kits.find(({ id }) => kitMethod(id) === group.way.method) ?? null;
    const protection = set ? bySet(animals, set, here) : protect(animals, group.way.method, here);
    return { group, protection, site: here, set };
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
      lines.push(fencePieces(kind, run).map(({ key, count, why }) => piece(rates, key, count, 0, why)));
  lines.push(
    extrasOf(planting, layout.stand).map(({ key, plants }) =>
      piece(rates, extras[key]!.piece, plants, spare, `${counted(plants, 'plant')}; ${extras[key]!.off}`),
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
      },
    ];
  }
  if (guard)
    for (const { key, count, why: how } of guardPieces(guard, n))
      lines.push(piece(rates, key, count, key.startsWith('cageMesh') ? 0 : spare, how));
  if (collar !== null) lines.push(piece(rates, `guard.${collar}`, n, spare, `${why}, against voles`));
  const lots = (holds: (lot: number) => boolean) => {
    let count = 0;
    for (const r of group.rows.keys())
      for (let i = stand.rows[r]!.from; i < stand.rows[r]!.to; i++) if (holds(stand.lot[i]!)) count++;
    return count;
  };
  const basketed = lots((lot) => isGuarded(stand.lots[lot]!.species) && isBasketed(animals, stand.lots[lot]!.stock));
  lines.push(piece(rates, 'basket', basketed, spare, 'round the roots of what is dear'));
  if (animals.includes('bird') && (guard?.size ?? 0) >= 0.9)
    lines.push(piece(rates, 'net', n, spare, 'so that no bird falls in; off when the leader reaches the rim'));
  if (animals.some((animal) => animal === 'porcupine' || animal === 'possum')) {
    const trees = lots((lot) => ['tree', 'conifer', 'fruit'].includes(stand.lots[lot]!.species.kind));
    lines.push(piece(rates, 'band', trees, spare, 'round each tree that can be climbed'));
  }
  return lines;
}
