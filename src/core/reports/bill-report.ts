import type { Holding } from '../holding/schema.ts';
import { becameOf } from '../account/became.ts';
import { bill } from '../account/bill.ts';
import { costsOf } from '../account/costs.ts';
import { moneyPlan } from '../order/money-plan.ts';
import { orderOf, orderRows } from '../account/order-list.ts';
import { quantities } from '../account/quantities.ts';
import { basketOf, wantedOf, type Wanted } from '../order/suppliers.ts';
import type { Supplier } from '../holding/supplier-schema.ts';
import type { RecordEvent } from '../record/events.ts';
import { ledgerOf } from '../record/ledger.ts';
import { layHolding } from '../ranks/laid.ts';

/**
 * A holding's bill as plain data for scripts: every line with its why, what is bought in packs, how what is not on order
 * yet is split between the suppliers whose price lists it holds, the orders placed, and the money. Minor units.
 */
export function billOf(holding: Holding, events: readonly RecordEvent[] = []) {
  const all = layHolding(holding);
  const sums = all.map(({ planting, layout }) => quantities(planting, layout, holding));
  const ledger = ledgerOf(events);
  const order = orderOf(holding, all, ledger);
  const { orders } = ledger;
  const names = new Map(holding.plantings.map(({ id, name }) => [id, name]));
  return {
    holding: holding.name,
    currency: holding.currency,
    lines: bill(holding, all, ledger).map(({ planting, species, ...line }) => ({
      planting: names.get(planting)!,
      species: species?.botanical ?? null,
      ...line,
    })),
    order: orderRows(order, holding.units),
    basket: basketLines(wantedOf(order), holding.suppliers),
    placed: orders.map(({ id, supplier, on, phase, state, cents, lines }) => ({
      id,
      supplier,
      on,
      phase,
      state,
      cents,
      lines: lines.map(({ key, name, quantity, kept, toCome, short, refused, faulty }) => ({
        key,
        name,
        quantity,
        kept,
        toCome,
        short,
        refused,
        faulty,
      })),
    })),
    became: becameOf(holding, all, ledger),
    money: moneyPlan(all, sums, costsOf(holding, all, ledger), holding),
  };
}

/** Who supplies each line at the least cost, what that comes to, and what the other ways to split it would. */
function basketLines(wanted: readonly Wanted[], suppliers: readonly Supplier[]) {
  const { least, one, few } = basketOf(wanted, suppliers);
  return {
    lines: wanted.map(({ key, need }, i) => {
      const from = least?.from[i];
      return { key, need, supplier: from == null ? null : suppliers[from]!.name };
    }),
    cents: { least: least?.cents ?? null, one: one?.cents ?? null, few: few?.cents ?? null },
  };
}
