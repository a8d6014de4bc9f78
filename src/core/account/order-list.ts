import { inUnits, toUs, type UnitSystem } from '../units/quantities.ts';
import type { Holding, Kit } from '../holding/schema.ts';
import { perPlaceOf } from '../species/seeds.ts';
import { stockOf } from '../species/stock.ts';
import { capital } from '../units/text.ts';
import { priceOf, priceTable } from '../means/prices.ts';
import { kitMethod } from '../means/protection/guard-kit.ts';
import { addKit, type KitLine } from '../means/kit.ts';
import { phaseSet } from './gone.ts';
import { hadOf } from './had.ts';
import { addKinds, kindKey, mostFirst, plantLines, quantities, type Kind, type PlantLine } from './quantities.ts';
import { hereOf, Stores } from './stores.ts';
import type { Laid } from '../ranks/laid.ts';
import { phaseOf, phasesOf } from '../ranks/phases.ts';
import { asPlanted } from '../record/as-planted.ts';
import type { Ledger } from '../record/ledger.ts';
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

/** What one planting wants in one phase; `done` where the record says that it is planted: then nothing of it is bought. */
export interface Part {
  readonly kinds: readonly Kind[];
  readonly kit: readonly KitLine[];
  readonly done?: boolean;
}

/** What these parts together buy, after what there is in the stores. */
export function orderList(
  parts: readonly Part[],
  holding: Holding,
  stores: Stores = new Stores(hereOf(holding)),
): OrderList {
  const [open, done] = [parts.filter((part) => !part.done), parts.filter((part) => part.done)];
  const plants = addPlants([
    ...plantLines(addKinds(open.map(({ kinds }) => kinds)), holding, stores),
    ...addKinds(done.map(({ kinds }) => kinds)).map(planted),
  ]);
  const kit = addOrderKit([
    ...addKit(open.map((part) => part.kit)).map((line) => drawn(line, holding, stores)),
    ...addKit(done.map((part) => part.kit)).map((line) => ({ ...line, here: 0, had: line.count, need: 0, cents: 0 })),
  ]);
  return { plants, kit, kits: holding.kits, cents: centsOf(plants) + centsOf(kit) };
}

const centsOf = (lines: readonly { readonly cents: number }[]): number =>
  lines.reduce((sum, { cents }) => sum + cents, 0);

/** Plants of a phase that is done: as many as its places, all of them had. */
const planted = (kind: Kind): PlantLine => ({
  ...kind,
  losses: 0,
  order: kind.count * perPlaceOf(kind.species.id, kind.stock),
  here: 0,
  had: kind.count * perPlaceOf(kind.species.id, kind.stock),
  need: 0,
  packs: [],
  quantity: 0,
  cents: 0,
});

/** What each phase of a holding buys, the first first: what there is goes to the earlier, and what is ordered for one phase to that. */
export const phaseOrders = derived(function phaseOrders(
  holding: Holding,
  all: readonly Laid[],
  ledger: Ledger,
): readonly { readonly later: number; readonly plants: number; readonly order: OrderList }[] {
  const { shared, own } = hadOf(holding, all, ledger);
  const stores = new Stores(hereOf(holding), shared);
  return phasesOf({ rows: all.flatMap(({ layout }) => layout.stand.rows) }).map(({ later, plants }) => {
    stores.put(own.get(later));
    const parts = all.map(({ planting, layout }) => ({
      ...quantities(asPlanted(planting, ledger), phaseOf(layout, later), holding),
      done: phaseSet(ledger, planting.id, later)?.open === 0,
    }));
    return { later, plants, order: orderList(parts, holding, stores) };
  });
});

/** What a whole holding buys: its phases added up. */
export const orderOf = derived(function orderOf(holding: Holding, all: readonly Laid[], ledger: Ledger): OrderList {
  const orders = phaseOrders(holding, all, ledger).map(({ order }) => order);
  const plants = addPlants(orders.flatMap((one) => one.plants));
  const kit = addOrderKit(orders.flatMap((one) => one.kit));
  return { plants, kit, kits: holding.kits, cents: centsOf(plants) + centsOf(kit) };
});

/** Lines of one kind added up, most first. */
function addPlants(lines: readonly PlantLine[]): PlantLine[] {
  const sums = new Map<string, PlantLine>();
  for (const line of lines) {
    const known = sums.get(kindKey(line));
    sums.set(
      kindKey(line),
      known
        ? {
            ...known,
            count: known.count + line.count,
            losses: known.losses + line.losses,
            order: known.order + line.order,
            here: known.here + line.here,
            had: known.had + line.had,
            need: known.need + line.need,
            packs: addPacks(known.packs, line.packs),
            quantity: known.quantity + line.quantity,
            cents: known.cents + line.cents,
          }
        : line,
    );
  }
  return mostFirst([...sums.values()]);
}

function addPacks(a: PlantLine['packs'], b: PlantLine['packs']): PlantLine['packs'] {
  const sizes = new Map(a.map(({ size, count }) => [size, count]));
  for (const { size, count } of b) sizes.set(size, (sizes.get(size) ?? 0) + count);
  return [...sizes].map(([size, count]) => ({ size, count }));
}

/** A line of materials: how much of it is here or had already, and how much is still to buy. */
export interface OrderKit extends KitLine {
  /** Of what is wanted with its spares, already here; and had by the record. */
  readonly here: number;
  readonly had: number;
  readonly need: number;
}

/** Uses what there is before any is bought; only what is short is paid. */
function drawn(line: KitLine, holding: Pick<Holding, 'prices' | 'currency'>, stores: Stores): OrderKit {
  const { here, had } = stores.draw(line.key, line.count);
  const saved = (here + had) * priceOf(holding, line.key);
  return {
    ...line,
    here,
    had,
    need: line.count - here - had,
    cents: Math.max(0, line.cents - Math.round(saved)),
  };
}

function addOrderKit(lines: readonly OrderKit[]): OrderKit[] {
  const sums = new Map<string, OrderKit>();
  for (const line of lines) {
    const known = sums.get(line.key);
    sums.set(
      line.key,
      known
        ? {
            ...addKit([[known], [line]])[0]!,
            here: known.here + line.here,
            had: known.had + line.had,
            need: known.need + line.need,
          }
        : line,
    );
  }
  return [...sums.values()];
}

/** One printed line of the order, the same on screen, in CSV and in XLSX. Money in minor units. */
export interface OrderRow {
  readonly item: string;
  readonly botanical: string;
  readonly stock: string;
  readonly onPlan: number;
  readonly losses: number | null;
  readonly order: number;
  /** Of those, in hand already; and on order, come, or set. */
  readonly here: number;
  readonly had: number;
  /** Still to buy, and what comes of it in packs. */
  readonly toBuy: number;
  readonly packs: string;
  readonly quantity: number;
  readonly cents: number;
}

/** The order as printed rows: plants first, then materials. */
export function orderRows({ plants, kit, kits }: OrderList, units: UnitSystem): OrderRow[] {
  return [
    ...plants.map(({ species, stock, variety, count, losses, order, here, had, need, packs, quantity, cents }) => ({
      item: `${capital(species.common)}${variety ? `, ${variety}` : ''}`,
      botanical: species.botanical,
      stock: inUnits(`${stockOf(stock).name}, ${stockOf(stock).size}`, units),
      onPlan: count,
      losses,
      order,
      here,
      had,
      toBuy: need,
      packs: packs.map(({ size, count: n }) => `${n} × ${size}`).join(' + '),
      quantity,
      cents,
    })),
    ...kit
      .map((line) => soldIn(line, units))
      .map(({ key, wanted, count, here, had, need, cents }) => ({
        item: kitName(key, units, kits),
        botanical: '',
        stock: '',
        onPlan: Math.round(wanted * 100) / 100,
        losses: null,
        order: count,
        here,
        had,
        toBuy: need,
        packs: '',
        quantity: need,
        cents,
      })),
  ];
}

/** What a piece is called; a maker's set by its own name. */
export const kitName = (key: string, units: UnitSystem, kits: readonly Kit[]): string =>
  kits.find(({ id }) => kitMethod(id) === key)?.name ??
  inUnits(priceTable.find((price) => price.key === key)?.label ?? key, units);

/** Price keys of what is sold loose: by the cubic metre, or by the kilogram. */
export const LOOSE: Readonly<Record<string, 'volume' | 'weight'>> = {
  chips: 'volume',
  straw: 'volume',
  compost: 'volume',
  seed: 'weight',
  feed: 'weight',
  phosphate: 'weight',
  fungi: 'weight',
  lime: 'weight',
  sulphur: 'weight',
  gypsum: 'weight',
  gel: 'weight',
};

/** So many cubic metres or kilograms of something loose in what it is sold by where feet are used: cubic yards or pounds. */
export const soldLoose = (key: string, amount: number, units: UnitSystem): number =>
  units === 'metric' || !LOOSE[key] ? amount : toUs(amount, LOOSE[key] === 'volume' ? 'yd3' : 'lb');

/** Loose stuff by what it is sold by; its price a cubic metre or a kilogram stays what it is. */
function soldIn(line: OrderKit, units: UnitSystem): OrderKit {
  if (!LOOSE[line.key] || units === 'metric') return line;
  const [wanted, here, had] = [line.wanted, line.here, line.had].map((amount) =>
    soldLoose(line.key, amount, units),
  ) as [number, number, number];
  const count = Math.ceil(wanted);
  return { ...line, wanted, count, here, had, need: Math.max(0, count - here - had) };
}
