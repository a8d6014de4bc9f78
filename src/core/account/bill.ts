import { derived } from '../derived/derived.ts';
import type { Holding } from '../holding/schema.ts';
import type { Laid } from '../ranks/laid.ts';
import { phaseOf } from '../ranks/phases.ts';
import type { Species } from '../holding/species-schema.ts';
import { asPlanted } from '../record/as-planted.ts';
import type { Ledger } from '../record/ledger.ts';
import { phaseSet } from './gone.ts';
import { phaseOrders } from './order-list.ts';
import { kindKey, quantities } from './quantities.ts';

/** One line of the bill: what one planting wants in one phase, how much of it is still to buy, and why. Plants by species and stock, pieces by price key. */
export interface BillLine {
  readonly planting: string;
  /** Years after the first planting. */
  readonly phase: number;
  readonly key: string;
  readonly species: Species | null;
  /** On the plan, without spares. */
  readonly wanted: number;
  /** Its share of what the order of its phase wants, spares, losses and what is unfit counted in, and of what is still to buy: the shares add up to the order. */
  readonly count: number;
  readonly toBuy: number;
  readonly why: string;
}

/** Every line that a holding's plantings want, planting by planting and phase by phase, with what of it the order still buys. */
export const bill = derived(function bill(holding: Holding, all: readonly Laid[], ledger: Ledger): readonly BillLine[] {
  const lines = phaseOrders(holding, all, ledger).flatMap(({ later, order }) => {
    const wanted = all.flatMap((laid) => linesOf(laid, later, holding, ledger));
    const done = new Set(all.flatMap(({ planting: { id } }) => (phaseSet(ledger, id, later)?.open === 0 ? [id] : [])));
    const ordered = [
      ...order.plants.map((line) => ({ key: kindKey(line), count: line.order, need: line.need })),
      ...order.kit,
    ];
    for (const { key, count, need } of ordered) {
      const mine = wanted.filter((line) => line.key === key);
      const is = (line: BillLine) => done.has(line.planting);
      const buys = shared(
        need,
        mine.map((line) => (is(line) ? 0 : line.count)),
      );
      const haves = shared(
        count,
        mine.map((line) => (is(line) ? line.wanted : line.count)),
      );
      mine.forEach((line, i) => Object.assign(line, { toBuy: buys[i], count: haves[i] }));
    }
    return wanted;
  });
  return all.flatMap(({ planting: { id } }) => lines.filter(({ planting }) => planting === id));
});

/** What one planting wants in one phase, nothing of it bought yet. */
function linesOf({ planting, layout }: Laid, phase: number, holding: Holding, ledger: Ledger): BillLine[] {
  const mine = phaseOf(layout, phase);
  if (mine.stand.count === 0) return [];
  const { plantLines, kit } = quantities(asPlanted(planting, ledger), mine, holding);
  const of = { planting: planting.id, phase, toBuy: 0 };
  return [
    ...plantLines.map((line) => ({
      ...of,
      key: kindKey(line),
      species: line.species,
      wanted: line.count,
      count: line.order,
      why: `${line.count} places; ${line.losses} expected to die in the first year`,
    })),
    ...kit.map(({ key, wanted, count, why }) => ({ ...of, key, species: null, wanted, count, why })),
  ];
}

/** A whole number in whole parts as the weights are: by largest remainders, so that the parts add up to it. */
export function shared(whole: number, weights: readonly number[]): number[] {
  const sum = weights.reduce((a, b) => a + b, 0);
  if (sum === 0) return weights.map(() => 0);
  const exact = weights.map((weight) => (whole * weight) / sum);
  const parts = exact.map(Math.floor);
  const left = Math.round(whole - parts.reduce((a, b) => a + b, 0));
  const first = exact.map((_, i) => i).sort((a, b) => exact[b]! - parts[b]! - (exact[a]! - parts[a]!) || a - b);
  for (const i of first.slice(0, left)) parts[i]!++;
  return parts;
}
