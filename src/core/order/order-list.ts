import { inUnits, toUs, type UnitSystem } from '../units/quantities.ts';
import type { Holding } from '../holding/schema.ts';
import { stockOf } from '../species/stock.ts';
import { capital } from '../units/text.ts';
import { priceTable } from './prices.ts';
import { addKinds, addKit, leftInHand, plantLines, type Kind, type KitLine, type PlantLine } from './quantities.ts';

/** The whole holding's order: plants of all plantings together, so that packs are shared. */
export interface OrderList {
  readonly plants: readonly PlantLine[];
  readonly kit: readonly KitLine[];
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
  const kit = addKit(parts.map((part) => part.kit));
  return { plants, kit, cents: [...plants, ...kit].reduce((sum, { cents }) => sum + cents, 0) };
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
export function orderRows({ plants, kit }: OrderList, units: UnitSystem): OrderRow[] {
  return [
    ...plants.map(({ species, stock, count, losses, order, here, packs, quantity, cents }) => ({
      item: capital(species.common),
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
      .map(({ key, wanted, count, cents }) => ({
        item: inUnits(priceTable.find((price) => price.key === key)?.label ?? key, units),
        botanical: '',
        stock: '',
        onPlan: Math.round(wanted * 100) / 100,
        losses: null,
        order: count,
        here: 0,
        packs: '',
        quantity: count,
        cents,
      })),
  ];
}

/** Loose stuff is sold by the cubic yard where feet are used; its price a cubic metre stays what it is. */
function soldIn(line: KitLine, units: UnitSystem): KitLine {
  if (line.key !== 'chips' || units === 'metric') return line;
  const wanted = toUs(line.wanted, 'yd3');
  return { ...line, wanted, count: Math.ceil(wanted) };
}
