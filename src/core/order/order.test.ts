import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import { layHolding } from '../findings/judge.ts';
import type { Holding } from '../holding/schema.ts';
import { figures } from './figures.ts';
import { choosePacks } from './packs.ts';
import { quantities } from './quantities.ts';
import { leastOrder } from './survival.ts';

const sum = (holding: Holding) => quantities(holding.plantings[0]!, layHolding(holding)[0]!.layout, holding);
const kitOf = (holding: Holding) => Object.fromEntries(sum(holding).kit.map(({ key, count }) => [key, count]));

describe(choosePacks, () => {
  it('covers the need, and costs never fall when the need rises', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ size: fc.integer({ min: 1, max: 60 }), price: fc.integer({ min: 1, max: 9000 }) }), {
          minLength: 1,
          maxLength: 4,
        }),
        fc.integer({ min: 0, max: 400 }),
        (packs, need) => {
          const { quantity, cost, counts } = choosePacks(need, packs);
          expect(quantity).toBeGreaterThanOrEqual(need);
          expect(counts.reduce((total, n, i) => total + n * packs[i]!.size, 0)).toBe(quantity);
          expect(counts.reduce((total, n, i) => total + n * packs[i]!.price, 0)).toBe(cost);
          expect(choosePacks(need + 1, packs).cost).toBeGreaterThanOrEqual(cost);
        },
      ),
    );
  });
});

describe(leastOrder, () => {
  it('rises with need and chance, falls with survival', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 300 }),
        fc.double({ min: 0.6, max: 0.97, noNaN: true }),
        fc.constantFrom(0, 0.02, 0.05),
        (need, survival, rho) => {
          const base = leastOrder({ need, survival, prob: 0.8, rho })!;
          expect(base).toBeGreaterThanOrEqual(need);
          expect(leastOrder({ need: need + 1, survival, prob: 0.8, rho })!).toBeGreaterThanOrEqual(base);
          expect(leastOrder({ need, survival, prob: 0.9, rho })!).toBeGreaterThanOrEqual(base);
          expect(leastOrder({ need, survival: survival + 0.02, prob: 0.8, rho })!).toBeLessThanOrEqual(base);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('says null where filling gaps later is the better plan', () =>
    expect(leastOrder({ need: 100, survival: 0.2, prob: 0.9, rho: 0.02 })).toBeNull());
});

describe(quantities, () => {
  it('counts a guard, a stake and its ties for each of 41 plants among small deer, spares in', () => {
    // 41 x 1.03 = 42.23: 43 guards of 1.2 m; stake 1.15 out and 0.45 in = 1.6, next stocked 1.8 m; two ties a guard.
    expect(kitOf(sample({ animals: ['rabbit', 'smallDeer'] }))).toEqual({ 'guard.1.2': 43, 'stake.1.8': 43, tie: 85 });
  });
  it('buys no guard that nobody needs, nor one that no animal heeds', () => {
    expect(kitOf(sample())).toEqual({});
    expect(kitOf(sample({ animals: ['smallDeer'], planting: { guarded: false } }))).toEqual({});
  });
  it.each([
    ['mats', { mat: 43, pin: 205 }],
    // One row of 60 m on a 100 m roll; 2 x 61 pins along and 2 x 3 across the ends.
    ['fabric', { fabric: 1, pin: 128 }],
    // 41 x pi/4 x (1.2² - 0.2²) x 0.08 / 0.8 = 4.5 m³, bought as 5.
    ['chips', { chips: 5 }],
  ] as const)('keeps weeds down with %s', (weeds, kit) => expect(kitOf(sample({ planting: { weeds } }))).toEqual(kit));

  it('adds up to its lines, follows the steward’s prices, and every figure has its why', () => {
    const holding = sample({
      animals: ['rabbit'],
      rows: [
        row({
          species: [
            [2, 'Corylus avellana'],
            [1, 'Acer campestre'],
          ],
        }),
      ],
      planting: { weeds: 'mats' },
    });
    const was = sum(holding);
    expect(was.cents).toBe([...was.plantLines, ...was.kit].reduce((total, { cents }) => total + cents, 0));
    const dearer = sum({ ...holding, prices: { mat: 1000 } });
    expect(dearer.cents - was.cents).toBe(43 * (1000 - 160));
    for (const { text, why } of figures(holding.plantings[0]!, layHolding(holding)[0]!.layout, was, holding, 8)) {
      expect(text).not.toMatch(/NaN|undefined|Infinity/);
      expect(why.formula && why.source && why.inputs.length).toBeTruthy();
    }
  });
});
