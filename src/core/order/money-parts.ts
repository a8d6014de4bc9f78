import type { Holding, Planting } from '../holding/schema.ts';
import type { Layout } from '../ranks/lay-out.ts';
import type { Laid } from '../ranks/laid.ts';
import { settingOf } from '../holding/settings.ts';
import { phaseOf, phasesOf } from '../ranks/phases.ts';
import type { Ledger } from '../record/ledger.ts';
import { stockOf } from '../species/stock.ts';
import { soilKit } from '../means/hole-plan.ts';
import type { KitLine } from '../means/kit.ts';
import { costsOf, type Costs } from '../account/costs.ts';
import { priceOf, stockPriceKey } from '../means/prices.ts';
import { guardKit } from '../means/protection/guard-kit.ts';
import { quantities } from '../account/quantities.ts';
import type { PlantingMoney } from './money-plan.ts';
import { packRows } from './trailer.ts';
import { waterKit } from '../means/water-plan.ts';
import { weedKit } from '../means/weeds/weed-kit.ts';

/** Ways in which the cost of materials is parted. */
export const PARTINGS = ['kind', 'phase', 'row', 'supplier'] as const;
export type Parting = (typeof PARTINGS)[number];

/** A part of the cost of materials, minor units. */
export interface Part {
  readonly label: string;
  readonly cents: number;
}

const cost = (lines: readonly Pick<KitLine, 'cents'>[]): number => lines.reduce((sum, { cents }) => sum + cents, 0);

/**
 * The cost of plants and materials in parts: by kind and by phase each planting's own packs; by row at the price of a
 * single piece, without spares; by supplier what is on order, and what is not ordered yet.
 */
export function moneyParts(by: Parting, all: readonly Laid[], ledger: Ledger, holding: Holding): Part[] {
  switch (by) {
    case 'kind':
      return byKind(all, holding);
    case 'phase':
      return byPhase(all, holding);
    case 'row':
      return byRow(all, holding);
    case 'supplier':
      return bySupplier(costsOf(holding, all, ledger), ledger, holding);
  }
}

/** What the materials of a planting are for. */
const KINDS: Readonly<Record<string, (planting: Planting, layout: Layout, holding: Holding) => number>> = {
  Plants: (planting, layout, holding) => cost(quantities(planting, layout, holding).plantLines),
  'Against animals': (planting, layout, holding) => cost(guardKit(planting, layout, holding)),
  'Against weeds': (planting, layout, holding) => cost(weedKit(planting, layout.stand, holding)),
  'Holes and soil': (planting, layout, holding) => cost(soilKit(planting, layout, holding)),
  Water: (planting, layout, holding) => cost(waterKit(planting, layout, holding)),
};

const byKind = (all: readonly Laid[], holding: Holding): Part[] =>
  Object.entries(KINDS).map(([label, of]) => ({
    label,
    cents: all.reduce((sum, { planting, layout }) => sum + of(planting, layout, holding), 0),
  }));

/** What a metre of a belt comes to when it is planted, minor units: what is paid in parts, and one's own work apart from it. */
export interface LengthCost {
  readonly id: string;
  readonly name: string;
  readonly metres: number;
  /** Materials by what they are for, and hired work. */
  readonly parts: readonly Part[];
  readonly paid: number;
  /** Hours of own hands a metre, and what they come to at the price of their hour. */
  readonly ownHours: number;
  readonly own: number;
  /** The same were all of its work hired. */
  readonly hired: number;
}

/** Every belt by its metre in the year of planting, without contingency and tax: the sums of each planting's own packs. */
export function byLength(plantings: readonly PlantingMoney[], all: readonly Laid[], holding: Holding): LengthCost[] {
  const hiredShare = settingOf(holding, 'money.hired');
  const hiredRate = priceOf(holding, 'hour.hired');
  return plantings.flatMap(({ id, name, metres, materials, hours }): LengthCost[] => {
    const laid = all.find(({ planting }) => planting.id === id)!;
    if (metres === 0) return [];
    const materialParts = Object.entries(KINDS).map(([label, of]) => ({
      label,
      cents: of(laid.planting, laid.layout, holding) / metres,
    }));
    const hireds = (hours * hiredShare * hiredRate) / metres;
    const ownHours = (hours * (1 - hiredShare)) / metres;
    return [
      {
        id,
        name,
        metres,
        parts: [...materialParts, { label: 'Hired work', cents: hireds }],
        paid: materials / metres + hireds,
        ownHours,
        own: ownHours * priceOf(holding, 'hour'),
        hired: (materials + hours * hiredRate) / metres,
      },
    ];
  });
}

function byPhase(all: readonly Laid[], holding: Holding): Part[] {
  const phases = phasesOf({ rows: all.flatMap(({ layout }) => layout.stand.rows) });
  return phases.map(({ later }) => ({
    label: later === 0 ? 'First' : `Year ${later}`,
    cents: all.reduce(
      (sum, { planting, layout }) => sum + quantities(planting, phaseOf(layout, later), holding).cents,
      0,
    ),
  }));
}

function byRow(all: readonly Laid[], holding: Holding): Part[] {
  const each = (stock: string) =>
    Math.min(...stockOf(stock).packs.map(({ size }) => priceOf(holding, stockPriceKey(stock, size)) / size));
  return packRows(all, holding).map(({ planting, number, row, plants, pieces, cut }) => ({
    label: `${planting}, ${number} ${row}`,
    cents: Math.round(
      plants.reduce((sum, { stock, count }) => sum + count * each(stock), 0) +
        pieces.reduce((sum, { key, count }) => sum + count * priceOf(holding, key), 0) +
        cut.reduce(
          (sum, { key, metres }) => sum + (metres * priceOf(holding, key)) / settingOf(holding, 'weed.rollLength'),
          0,
        ),
    ),
  }));
}

function bySupplier({ ordered, unrecorded, toBuy }: Costs, { orders }: Ledger, { currency }: Holding): Part[] {
  const sums = new Map<string, number>();
  for (const { supplier, cents, currency: of } of orders)
    if (of === currency) sums.set(supplier, (sums.get(supplier) ?? 0) + cents);
  const placed = [...sums.values()].reduce((sum, cents) => sum + cents, 0);
  return [
    ...[...sums].map(([label, cents]) => ({ label, cents })),
    { label: 'Claimed back', cents: ordered - placed },
    { label: 'Planted without an order here, by the price table', cents: unrecorded },
    { label: 'Not ordered yet, by the price table', cents: toBuy },
  ];
}
