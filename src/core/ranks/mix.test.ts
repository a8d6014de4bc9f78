import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { row, sample, standOf } from '../../../checks/sample.ts';
import { bestCycle, drift, driftAnyway, evenMix, quotas } from './mix.ts';
import { sequenceOf } from './sequence.ts';
import { speciesAt } from './stand.ts';
import { useUp } from './use-up.ts';

const shares = fc
  .array(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 6 })
  .map((amounts) => amounts.map((amount, i) => [`s${i}`, amount] as [string, number]));
const tally = (sequence: readonly string[]) =>
  sequence.reduce<Record<string, number>>((sum, one) => ({ ...sum, [one]: (sum[one] ?? 0) + 1 }), {});
const longestRun = (sequence: readonly string[]) =>
  sequence.reduce(
    (state, one) =>
      one === state.last
        ? { last: one, run: state.run + 1, most: Math.max(state.most, state.run + 1) }
        : { last: one, run: 1, most: Math.max(state.most, 1) },
    { last: '', run: 0, most: 0 },
  ).most;

describe('filling a row', () => {
  it('quotas add up to the row, none is off its share by a whole plant; evenly spread or drifting they are met exactly', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 300 }), shares, fc.integer({ min: 0, max: 999 }), (n, amounts, seed) => {
        const counts = quotas(n, amounts);
        const whole = amounts.reduce((sum, [, amount]) => sum + amount, 0);
        expect(counts.reduce((sum, [, count]) => sum + count, 0)).toBe(n);
        counts.forEach(([, count], i) => expect(Math.abs(count - (n * amounts[i]![1]) / whole)).toBeLessThan(1));
        const met = Object.fromEntries(counts.filter(([, count]) => count > 0));
        expect(tally(evenMix(counts))).toEqual(met);
        expect(tally(driftAnyway(counts, { maxRun: 2, seed }))).toEqual(met);
      }),
      { numRuns: 80 },
    );
  });
  it('a drift keeps its longest run, is the same for its seed and another for another, and says when it cannot be', () => {
    const counts = [
      ['a', 20],
      ['b', 14],
      ['c', 9],
    ] as const;
    expect(longestRun(drift(counts, { maxRun: 2, seed: 5 })!)).toBeLessThanOrEqual(2);
    expect(drift(counts, { maxRun: 2, seed: 5 })).toEqual(drift(counts, { maxRun: 2, seed: 5 }));
    expect(drift(counts, { maxRun: 2, seed: 6 })).not.toEqual(drift(counts, { maxRun: 2, seed: 5 }));
    expect(
      drift(
        [
          ['a', 30],
          ['b', 2],
        ],
        { maxRun: 3, seed: 1 },
      ),
    ).toBeNull();
    expect(bestCycle([['a', 0]], 9)).toBeNull();
  });
  it('a row takes its turn from a later place, its shares exactly, and trims its ends', () => {
    const mixed = (changes: object) =>
      standOf(
        sample({
          rows: [
            row({
              species: [
                [3, 'Corylus avellana'],
                [1, 'Ilex aquifolium'],
              ],
              ...changes,
            }),
          ],
        }),
      );
    const names = (stand: ReturnType<typeof mixed>) =>
      Array.from({ length: stand.count }, (_, i) => speciesAt(stand, i).id);
    expect(names(mixed({ offset: 3 })).slice(0, 3)).toEqual([
      'ilex-aquifolium',
      'corylus-avellana',
      'corylus-avellana',
    ]);
    expect(tally(names(mixed({ mix: 'quota' })))).toEqual({ 'corylus-avellana': 31, 'ilex-aquifolium': 10 });
    expect(tally(names(mixed({ mix: 'drift', seed: 9 })))).toEqual({ 'corylus-avellana': 31, 'ilex-aquifolium': 10 });
    expect(Array.from(mixed({ trim: { start: 6, stop: 9 } }).chainage)).toEqual(
      Array.from({ length: 31 }, (_, i) => expect.closeTo(6 + i * 1.5, 9)),
    );
    expect(sequenceOf({ runs: [{ species: 'a', count: 1 }], mix: 'quota', offset: 0, seed: 1 }, 0)).toEqual(['a']);
  });
  it('a round clearing leaves every row free of it, and not a plant more', () => {
    const rows = [row(), row({ rowGap: 2 })];
    const open = standOf(sample({ rows }));
    const round = standOf(sample({ rows, planting: { clearings: [{ at: [30, -1], radius: 4 }] } }));
    const away = (stand: typeof open, i: number) => Math.hypot(stand.x[i]! - 30, stand.y[i]! + 1);
    for (let i = 0; i < round.count; i++) expect(away(round, i)).toBeGreaterThanOrEqual(4 - 0.001);
    expect(round.count).toBe(
      Array.from({ length: open.count }, (_, i) => i).filter((i) => away(open, i) >= 4 - 0.001).length,
    );
  });
});

describe(useUp, () => {
  it('uses what there is or stops at the least spacing, and no other sharing out is less widely spaced (tried all)', () => {
    const rows = [13, 9, 6];
    for (const stock of [6, 9, 14, 20]) {
      const { perRow, spacings, leftOver } = useUp(stock, rows, 0.5);
      expect(perRow.reduce((a, b) => a + b, 0) + leftOver).toBe(stock);
      let best = Infinity;
      for (let a = 2; a <= stock; a++)
        for (let b = 2; a + b <= stock - 2; b++)
          best = Math.min(best, Math.max(rows[0]! / (a - 1), rows[1]! / (b - 1), rows[2]! / (stock - a - b - 1)));
      expect(Math.max(...spacings)).toBeCloseTo(best, 9);
    }
    expect(useUp(999, [10], 1)).toEqual({ perRow: [11], spacings: [1], leftOver: 988 });
  });
});
