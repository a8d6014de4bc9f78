import { bill } from '../../src/core/account/bill.ts';
import { NO_LEDGER } from '../../src/core/record/ledger.ts';
import { leastSplit } from '../../src/core/order/basket.ts';
import { layHolding } from '../../src/core/ranks/laid.ts';
import { belt } from './holdings.ts';
import { line, median, type Line } from './tell.ts';

/** Suppliers of one seed: sixty lines, six of them, each lacking a quarter of the lines, with least orders and deliveries. */
function bidders(seed: number) {
  let state = seed;
  const next = () => (state = (state * 1664525 + 1013904223) % 4294967296) / 4294967296;
  const usual = Array.from({ length: 60 }, () => 500 + next() * 20_000);
  return Array.from({ length: 6 }, (_, s) => ({
    id: String(s),
    costs: usual.map((cost) => (next() < 0.75 ? Math.round(cost * (0.8 + 0.4 * next())) : null)),
    delivery: Math.round(2000 + next() * 8000),
    freeFrom: next() < 0.5 ? Math.round(30_000 + next() * 100_000) : null,
    least: Math.round(next() * 60_000),
  }));
}

/** What an order costs to work out: its bill, and its split between suppliers. */
export function orders(): Line[] {
  const holding = belt(10_000);
  const all = layHolding(holding);
  const ms = median(() => void bill(holding, all, NO_LEDGER));
  const splits = Array.from({ length: 9 }, (_, seed) => {
    const asked = bidders(seed + 1);
    const from = performance.now();
    leastSplit(asked);
    return performance.now() - from;
  });
  const worst = Math.max(...splits);
  return [
    line('bill of 10,000 plants', `${ms.toFixed(1)} ms`, 'under 20 ms', ms < 20),
    line(
      'split 60 lines between 6 suppliers, the slowest of 9',
      `${worst.toFixed(0)} ms`,
      'under 1,000 ms',
      worst < 1000,
    ),
  ];
}
