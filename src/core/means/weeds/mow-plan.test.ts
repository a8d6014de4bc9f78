import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../../checks/sample.ts';
import { take } from '../../holding/command.ts';
import { setMeasure, setWay } from '../../holding/means-commands.ts';
import type { Holding } from '../../holding/schema.ts';
import { layHolding } from '../../ranks/laid.ts';
import { priceOf } from '../prices.ts';
import { restOf } from '../../order/used.ts';
import { mowPlan } from './mow-plan.ts';
import { mulchWays } from './mulch-ways.ts';

const by = (holding: Holding, method: string) => take(holding, setWay('p1', 'weeds', { method }, '')).holding;
const laid = (holding: Holding) => layHolding(holding)[0]!;

describe(mowPlan, () => {
  const plan = (gaps: readonly number[], method = 'none') => {
    const holding = by(
      sample({ length: 60, rows: [0, ...gaps].map((rowGap, i) => row({ name: `R${i}`, rowGap, spacing: 2 })) }),
      method,
    );
    return mowPlan(laid(holding).planting, laid(holding).layout, holding);
  };
  it('a mower of 1.5 m with 0.3 m to spare each side passes 2.1 m, once; 4.2 m it goes along twice or more', () => {
    const { lanes } = plan([2.1, 2.09, 4.2]);
    expect(lanes.map(({ passes }) => passes)).toEqual([true, false, true]);
    expect(lanes.map(({ times }) => times)).toEqual([1, 0, 3]);
    expect(lanes.map(({ rows }) => rows)).toEqual([
      [0, 1],
      [1, 2],
      [2, 3],
    ]);
  });
  it('what is kept clean along the rows is taken off the lane', () => {
    const [lane] = plan([4], 'fabric').lanes;
    expect(lane!.clear).toBeCloseTo(4 - 1.2, 9);
  });
  it('lies midway between its rows, and wants room to turn only where it passes', () => {
    const { lanes, headland } = plan([4]);
    for (const [, y] of lanes[0]!.line) expect(Math.abs(y)).toBeCloseTo(2, 6);
    // Turning 2.5 m from lanes of 4 m: 2.5 + 0.75 + 0.5 and the bulb of √(25 - 20.25).
    expect(headland).toBeCloseTo(3.75 + Math.sqrt(25 - 4.5 ** 2), 9);
    const [turn] = lanes[0]!.turns;
    expect(turn![0]).toEqual(lanes[0]!.line[0]);
    expect(Math.hypot(turn![1]![0] - turn![0]![0], turn![1]![1] - turn![0]![1])).toBeCloseTo(headland, 9);
    expect(turn![1]![0]).toBeLessThan(turn![0]![0]); // outward from the start
    expect(plan([1]).lanes[0]!.turns).toEqual([]);
    expect(plan([1]).headland).toBe(0);
    expect(plan([]).lanes).toEqual([]);
  });
});

describe(mulchWays, () => {
  const holding = by(sample(), 'chips');
  const ways = (on: Holding) => mulchWays(on.plantings[0]!, laid(on).layout.stand, on);
  it('are loads, bags, chips for nothing and straw, of one volume of chips', () => {
    const [load, bag, free, straw] = ways(holding);
    expect(bag!.volume).toBe(load!.volume);
    expect(bag!.count).toBe(Math.ceil((load!.volume * 1000) / 50));
    expect(bag!.cents).toBe(bag!.count * priceOf(holding, 'bag'));
    expect(load!.cents).toBe(Math.ceil(load!.volume) * priceOf(holding, 'chips'));
    expect(free!.cents).toBe(0);
    // Straw settles by half, chips by a fifth.
    expect(straw!.volume / load!.volume).toBeCloseTo(0.8 / 0.5, 6);
    const larger = take(holding, setMeasure('p1', 'weeds', 'weed.bag', 80, '')).holding;
    expect(ways(larger)[1]).toMatchObject({
      label: 'Chips in bags of 80 L',
      count: Math.ceil((load!.volume * 1000) / 80),
    });
  });
  it('are none where nothing is mulched', () => {
    expect(ways(by(sample(), 'mats'))).toEqual([]);
  });
});

describe(restOf, () => {
  it('25 bags did 62 m: 118 m want 48 in all, 23 more to come, 8 more than the 40 planned', () => {
    expect(restOf({ count: 25, done: 62, whole: 118, planned: 40 })).toEqual({
      each: 25 / 62,
      whole: 48,
      rest: 23,
      more: 8,
    });
    expect(restOf({ count: 25, done: 118, whole: 118, planned: 40 })).toMatchObject({ whole: 25, rest: 0, more: -15 });
    expect(restOf({ count: 25, done: 130, whole: 118, planned: 40 }).rest).toBe(0);
    expect(restOf({ count: 10, done: 50, whole: 100, planned: 20 })).toMatchObject({ rest: 10, more: 0 });
  });
});
