import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fewestSuppliers, fromOne, leastSplit, type Bidder } from './basket.ts';

const bidder = (lines: number) =>
  fc.record({
    id: fc.constant('s'),
    costs: fc.array(
      fc.oneof({ weight: 5, arbitrary: fc.integer({ min: 1, max: 60 }) }, { weight: 1, arbitrary: fc.constant(null) }),
      {
        minLength: lines,
        maxLength: lines,
      },
    ),
    delivery: fc.integer({ min: 0, max: 30 }),
    freeFrom: fc.option(fc.integer({ min: 40, max: 160 })),
    least: fc.oneof(fc.constant(0), fc.integer({ min: 1, max: 120 })),
  });

/** The least cost over every split there is, by trying all; null where none meets the least orders. */
function byTrying(bidders: readonly Bidder[], most = bidders.length): number | null {
  const lines = bidders[0]!.costs.length;
  const wanted = Array.from({ length: lines }, (_, i) => i).filter((i) =>
    bidders.some(({ costs }) => costs[i] !== null),
  );
  let best: number | null = null;
  const visit = (k: number, sums: number[], used: boolean[]) => {
    if (k === wanted.length) {
      let total = 0;
      for (const [s, { delivery, freeFrom, least }] of bidders.entries()) {
        if (!used[s]) continue;
        if (sums[s]! < least) return;
        total += sums[s]! + (freeFrom !== null && sums[s]! >= freeFrom ? 0 : delivery);
      }
      if (used.filter(Boolean).length <= most && (best === null || total < best)) best = total;
      return;
    }
    for (const [s, { costs }] of bidders.entries()) {
      const cost = costs[wanted[k]!];
      if (cost === null || cost === undefined) continue;
      visit(
        k + 1,
        sums.map((sum, i) => (i === s ? sum + cost : sum)),
        used.map((was, i) => was || i === s),
      );
    }
  };
  visit(
    0,
    bidders.map(() => 0),
    bidders.map(() => false),
  );
  return best;
}

describe(leastSplit, () => {
  it('is the cheapest of every split, deliveries and least orders counted', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 6 }).chain((lines) => fc.array(bidder(lines), { minLength: 1, maxLength: 4 })),
        (bidders) => {
          const split = leastSplit(bidders);
          expect(split?.cents ?? null).toBe(
            bidders.some(({ costs }) => costs.some((cost) => cost !== null)) ? byTrying(bidders) : 0,
          );
          expect(fromOne(bidders)?.cents ?? null).toBe(
            bidders.some(({ costs }) => costs.some((cost) => cost !== null)) ? byTrying(bidders, 1) : 0,
          );
          if (!split) return;
          // What it says adds up, every line has its supplier, and each takes so large an order.
          expect(split.sums.reduce((a, b) => a + b, 0) + split.deliveries.reduce((a, b) => a + b, 0)).toBe(split.cents);
          split.from.forEach((s, line) => {
            if (s === null) expect(bidders.every(({ costs }) => costs[line] === null)).toBe(true);
            else expect(bidders[s]!.costs[line]).not.toBeNull();
          });
          split.sums.forEach((sum, s) => {
            if (sum > 0) expect(sum).toBeGreaterThanOrEqual(bidders[s]!.least);
          });
        },
      ),
      { numRuns: 600, seed: 11 },
    );
  });
  it('never costs more than any single supplier; fewest suppliers are no more than it needs', () => {
    fc.assert(
      fc.property(fc.array(bidder(10), { minLength: 2, maxLength: 6 }), (bidders) => {
        const split = leastSplit(bidders);
        const one = fromOne(bidders);
        if (one) expect(split!.cents).toBeLessThanOrEqual(one.cents);
        const few = fewestSuppliers(bidders);
        expect(few === null).toBe(split === null);
        if (few && split) {
          const used = ({ from }: typeof few) => new Set(from.filter((s) => s !== null)).size;
          expect(used(few)).toBeLessThanOrEqual(used(split));
          expect(few.cents).toBeGreaterThanOrEqual(split.cents);
        }
      }),
      { numRuns: 60, seed: 12 },
    );
  });
  it('moves lines to a supplier that would be short of its least order, when that is the cheapest way', () => {
    const bidders: Bidder[] = [
      { id: 'a', costs: [10, 10, 10], delivery: 0, freeFrom: null, least: 0 },
      { id: 'b', costs: [4, 9, 30], delivery: 0, freeFrom: null, least: 13 },
    ];
    expect(leastSplit(bidders)).toMatchObject({ from: [1, 1, 0], cents: 23 });
    expect(leastSplit([bidders[0]!, { ...bidders[1]!, least: 100 }])).toMatchObject({ from: [0, 0, 0], cents: 30 });
  });
});
