import { inUnits, toUs, type UnitSystem } from '../units/quantities.ts';
import type { Holding, Kit } from '../holding/schema.ts';
import { stockOf } from '../species/stock.ts';
import { capital } from '../units/text.ts';
import { priceOf, priceTable } from '../means/prices.ts';
import { kitMethod } from '../means/protection/guard-kit.ts';
import { addKit, type KitLine } from '../means/kit.ts';
import { addKinds, leftInHand, plantLines, quantities, type Kind, type PlantLine } from './quantities.ts';
import type { Laid } from '../ranks/laid.ts';
import { derived } from '../derived/derived.ts';

/** The whole holding's order: plants of all plantings together, so that packs are shared. */
export interface OrderList {
  readonly plants: readonly PlantLine[];
  readonly kit: readonly OrderKit[];
  /** The makers' sets that its lines may name. */
  readonly kits: readonly Kit[];
  /** Minor units. */
  readonly cents: number;
}

/** What a holding buys; what is in hand is used first, after what `earlier` phases took of it. */
export function orderList(
  parts: readonly { readonly kinds: readonly Kind[]; readonly kit: readonly KitLine[] }[],
  holding: Holding,
  earlier: readonly PlantLine[] = [],
): OrderList {
  const plants = plantLines(addKinds(parts.map(({ kinds }) => kinds)), holding, leftInHand(holding, earlier));
  const kit = useHere(addKit(parts.map((part) => part.kit)), holding);
  return { plants, kit, kits: holding.kits, cents: [...plants, ...kit].reduce((sum, { cents }) => sum + cents, 0) };
}

/** What a whole holding buys. */
export const orderOf = derived(function orderOf(holding: Holding, all: readonly Laid[]): OrderList {
  return orderList(
    all.map(({ planting, layout }) => quantities(planting, layout, holding)),
    holding,
  );
});

/** A line of materials, and how much of it is here already. */
export interface OrderKit extends KitLine {
  /** Of what is wanted with its spares, already here. */
  readonly here: number;
}

/** Uses what is here before any is bought; only what is short is paid. */
function useHere(kit: readonly KitLine[], { here, prices }: Pick<Holding, 'here' | 'prices'>): OrderKit[] {
  const left = new Map<string, number>();
  for (const { piece, count } of here) left.set(piece, (left.get(piece) ?? 0) + count);
  return kit.map((line) => {
    const used = Math.min(line.count, left.get(line.key) ?? 0);
    const saved = used * priceOf({ prices }, line.key);
    return { ...line, here: used, cents: Math.max(0, line.cents - Math.round(saved)) };
  });
}

/** One printed line of the order, the same on screen, in CSV and in XLSX. Money in minor units. */
export interface OrderRow {
  readonly item: string;
  readonly botanical: string;
  readonly stock: string;
  readonly onPlan: number;
  readonly losses: number | null;
  readonly order: number;
  /** Of those, in hand already. */
  readonly here: number;
  readonly packs: string;
  readonly quantity: number;
  readonly cents: number;
}

/** The order as printed rows: plants first, then materials. */
export function orderRows({ plants, kit, kits }: OrderList, units: UnitSystem): OrderRow[] {
  return [
    ...plants.map(({ species, stock, variety, count, losses, order, here, packs, quantity, cents }) => ({
      item: `${capital(species.common)}${variety ? `, ${variety}` : ''}`,
      botanical: species.botanical,
      stock: inUnits(`${stockOf(stock).name}, ${stockOf(stock).size}`, units),
      onPlan: count,
      losses,
      order,
      here,
      packs: packs.map(({ size, count: n }) => `${n} × ${size}`).join(' + '),
      quantity,
      cents,
    })),
    ...kit
      .map((line) => soldIn(line, units))
      .map(({ key, wanted, count, here, cents }) => ({
        item: kitName(key, units, kits),
        botanical: '',
        stock: '',
        onPlan: Math.round(wanted * 100) / 100,
        losses: null,
        order: count,
        here,
        packs: '',
        quantity: count - here,
        cents,
      })),
  ];
}

/** What a piece is called; a maker's set by its own name. */
export const kitName = (key: string, units: UnitSystem, kits: readonly Kit[]): string =>
  kits.find(({ id }) => kitMethod(id) === key)?.name ??
  inUnits(priceTable.find((price) => price.key === key)?.label ?? key, units);

/** Price keys of what is sold loose, by volume. */
export const LOOSE: readonly string[] = ['chips', 'straw', 'compost'];

/** Loose stuff is sold by the cubic yard where feet are used; its price a cubic metre stays what it is. */
function soldIn(line: OrderKit, units: UnitSystem): OrderKit {
  if (!LOOSE.includes(line.key) || units === 'metric') return line;
  const wanted = toUs(line.wanted, 'yd3');
  return { ...line, wanted, count: Math.ceil(wanted), here: toUs(line.here, 'yd3') };
}
