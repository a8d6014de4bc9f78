import type { Holding } from '../holding/schema.ts';
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

function byKind(all: readonly Laid[], holding: Holding): Part[] {
  const sums = { Plants: 0, 'Against animals': 0, 'Against weeds': 0, 'Holes and soil': 0, Water: 0 };
  for (const { planting, layout } of all) {
    sums.Plants += cost(quantities(planting, layout, holding).plantLines);
    sums['Against animals'] += cost(guardKit(planting, layout, holding));
    sums['Against weeds'] += cost(weedKit(planting, layout.stand, holding));
    sums['Holes and soil'] += cost(soilKit(planting, layout, holding));
    sums.Water += cost(waterKit(planting, layout, holding));
  }
  return Object.entries(sums).map(([label, cents]) => ({ label, cents }));
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
  const metreOfFabric = priceOf(holding, 'fabric') / settingOf(holding, 'weed.rollLength');
  return packRows(all, holding).map(({ planting, number, row, plants, pieces, fabric }) => ({
    label: `${planting}, ${number} ${row}`,
    cents: Math.round(
      plants.reduce((sum, { stock, count }) => sum + count * each(stock), 0) +
        pieces.reduce((sum, { key, count }) => sum + count * priceOf(holding, key), 0) +
        fabric * metreOfFabric,
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
