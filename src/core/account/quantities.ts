import { derived } from '../derived/derived.ts';
import type { Species } from '../holding/species-schema.ts';
import type { Holding, Planting } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import type { Layout } from '../ranks/lay-out.ts';
import type { Stand } from '../ranks/stand.ts';
import { rootstockOf } from '../species/rootstocks.ts';
import { perPlaceOf } from '../species/seeds.ts';
import { stockOf } from '../species/stock.ts';
import { ceilSafe, roundHalfUp } from '../units/rounding.ts';
import { choosePacks } from './packs.ts';
import { Stores } from './stores.ts';
import { priceOf, stockPriceKey } from '../means/prices.ts';
import { guardKit } from '../means/protection/guard-kit.ts';
import { soilKit } from '../means/hole-plan.ts';
import { waterKit } from '../means/water-plan.ts';
import { addKit, type KitLine } from '../means/kit.ts';
import { finalOrder, leastOrder, spareShareOf, survivalOf } from './survival.ts';
import { weedKit } from '../means/weeds/weed-kit.ts';

/** Plants of one species as it grows on its rootstock, of one variety and stock. */
export interface Kind {
  readonly species: Species;
  readonly stock: string;
  /** Absent where nobody said. */
  readonly variety?: string;
  readonly count: number;
}

/** One line of plants to buy. */
export interface PlantLine extends Kind {
  /** Plants that will not live through the first year, expected. */
  readonly losses: number;
  /** Plants wanted so that enough live, with those unfit on arrival. */
  readonly order: number;
  /** Of those, already in hand; and had by the record: on order, come, or set. */
  readonly here: number;
  readonly had: number;
  /** Still to buy, and in which packs. */
  readonly need: number;
  readonly packs: readonly { readonly size: number; readonly count: number }[];
  readonly quantity: number;
  readonly cents: number;
}

export interface Quantities {
  readonly plants: number;
  readonly kinds: readonly Kind[];
  readonly plantLines: readonly PlantLine[];
  readonly kit: readonly KitLine[];
  readonly cents: number;
  /** Baseline length, metres. */
  readonly length: number;
}

/** What of a holding its quantities are worked out from. */
export type Rates = Pick<
  Holding,
  'settings' | 'prices' | 'currency' | 'animals' | 'features' | 'terrain' | 'kits' | 'climate' | 'units' | 'place'
>;

/** What a kind is bought by: 'species|stock', and behind it its variety and rootstock where those are said. */
export function kindKey({ species, stock, variety }: Omit<Kind, 'count'>): string {
  const on = rootstockOf(species);
  const told = [variety, on && `on ${on}`].filter(Boolean).join(', ');
  return told ? `${baseKey({ species, stock })}|${told}` : baseKey({ species, stock });
}
const baseKey = ({ species, stock }: Pick<Kind, 'species' | 'stock'>): string => `${species.id}|${stock}`;

export const mostFirst = <K extends Kind>(kinds: readonly K[]): K[] =>
  kinds.toSorted((a, b) => b.count - a.count || kindKey(a).localeCompare(kindKey(b), 'en'));

/** Plants of a stand by species, variety, rootstock and stock, most first. */
export function kindsOf(stand: Stand): Kind[] {
  const counts = new Uint32Array(stand.lots.length);
  for (let i = 0; i < stand.count; i++) counts[stand.lot[i]!]!++;
  return addKinds([
    stand.lots.flatMap(({ species, stock, variety }, lot): Kind[] =>
      counts[lot]! > 0 ? [{ species, stock, ...(variety && { variety }), count: counts[lot]! }] : [],
    ),
  ]);
}

/** Kinds of several stands added up. */
export function addKinds(all: readonly (readonly Kind[])[]): Kind[] {
  const sums = new Map<string, Kind>();
  for (const kind of all.flat()) {
    const key = kindKey(kind);
    sums.set(key, { ...kind, count: kind.count + (sums.get(key)?.count ?? 0) });
  }
  return mostFirst([...sums.values()]);
}

/** What to order for these plants: enough that the wanted number lives, in the cheapest packs, after what there is. */
export function plantLines(
  kinds: readonly Kind[],
  holding: Pick<Rates, 'settings' | 'units' | 'prices' | 'currency'>,
  stores = new Stores(),
): PlantLine[] {
  const prob = settingOf(holding, 'order.prob');
  const rho = settingOf(holding, 'order.rho');
  const cull = settingOf(holding, 'order.cull');
  return kinds.map((kind) => {
    const stock = stockOf(kind.stock);
    const survival = survivalOf(kind.species, kind.stock);
    const spare = spareShareOf(kind.species, kind.stock);
    // Above three plants for each place the note advises filling gaps later; order the plain expectation then.
    const enough = leastOrder({ need: kind.count, survival, prob, rho }) ?? Math.ceil(kind.count / survival);
    const least = Math.max(enough, kind.count * perPlaceOf(kind.species.id, kind.stock));
    const order =
      spare === null ? finalOrder(kind.count, least - kind.count, cull) : ceilSafe(kind.count * (1 + spare));
    const packs = stock.packs.map(({ size }) => ({ size, price: priceOf(holding, stockPriceKey(stock.id, size)) }));
    const { here, had } = stores.draw(kindKey(kind), order);
    const need = order - here - had;
    const { quantity, cost, counts } = choosePacks(need, packs);
    return {
      ...kind,
      losses: roundHalfUp(kind.count * (1 - survival)),
      order,
      here,
      had,
      need,
      packs: packs.map(({ size }, p) => ({ size, count: counts[p]! })).filter(({ count }) => count > 0),
      quantity,
      cents: cost,
    };
  });
}

/** What one planting adds up to. Money in minor units. */
export const quantities = derived(function quantities(
  planting: Planting,
  layout: Layout,
  holding: Holding,
): Quantities {
  const { baseline, stand } = layout;
  const kinds = kindsOf(stand);
  const lines = plantLines(kinds, holding);
  const kit = addKit([
    guardKit(planting, layout, holding),
    weedKit(planting, stand, holding),
    soilKit(planting, layout, holding),
    waterKit(planting, layout, holding),
  ]);
  const cents = [...lines, ...kit].reduce((sum, line) => sum + line.cents, 0);
  return { plants: stand.count, kinds, plantLines: lines, kit, cents, length: baseline?.line.length ?? 0 };
});
