import type { Holding } from '../holding/schema.ts';
import { bill } from '../order/bill.ts';
import { moneyPlan } from '../order/money-plan.ts';
import { orderList, orderRows } from '../order/order-list.ts';
import { quantities } from '../order/quantities.ts';
import { layHolding } from '../ranks/laid.ts';

/** A holding's bill as plain data for scripts: every line with its why, what is bought in packs, and the money. Minor units. */
export function billOf(holding: Holding) {
  const all = layHolding(holding);
  const sums = all.map(({ planting, layout }) => quantities(planting, layout, holding));
  const order = orderList(sums, holding);
  const names = new Map(holding.plantings.map(({ id, name }) => [id, name]));
  return {
    holding: holding.name,
    currency: holding.currency,
    lines: bill(holding, all).map(({ planting, species, ...line }) => ({
      planting: names.get(planting)!,
      species: species?.botanical ?? null,
      ...line,
    })),
    order: orderRows(order, holding.units),
    money: moneyPlan(all, sums, order, holding),
  };
}
