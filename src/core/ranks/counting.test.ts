import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ENDS } from '../holding/schema.ts';
import { cycleOf, fittedIntervals, lowerBound, places, standardPlaces } from './counting.ts';

const spacing = fc.double({ min: 0.2, max: 8, noNaN: true });
const length = fc.double({ min: 0.5, max: 300, noNaN: true });

describe(places, () => {
  it('keeps the asked spacing and leaves less than one over', () => {
    fc.assert(
      fc.property(length, spacing, (metres, step) => {
        const { at } = places(metres, { spacing: step, ends: 'keep' });
        expect(at[0]).toBe(0);
        expect(at.at(-1)!).toBeLessThanOrEqual(metres + 0.001 + 1e-9);
        expect(metres - at.at(-1)!).toBeLessThan(step);
        for (let i = 1; i < at.length; i++) expect(at[i]! - at[i - 1]!).toBeCloseTo(step, 9);
      }),
    );
  });

  it('fits both ends with the whole number of intervals nearest to the asked spacing', () => {
    fc.assert(
      fc.property(length, spacing, (metres, step) => {
        const { at, spacing: fitted } = places(metres, { spacing: step, ends: 'fit' });
        expect(at.at(-1)).toBeCloseTo(metres, 6);
        const off = Math.abs(fitted - step);
        const n = at.length - 1;
        for (const other of [n - 1, n + 1])
          if (other >= 1) expect(off).toBeLessThanOrEqual(Math.abs(metres / other - step) + 0.002);
      }),
    );
  });

  it('a staggered row stands half a spacing in, between its neighbours', () => {
    fc.assert(
      fc.property(length, spacing, fc.constantFrom(...ENDS), (metres, step, ends) => {
        const straight = places(metres, { spacing: step, ends });
        const staggered = places(metres, { spacing: step, ends, staggered: true });
        fc.pre(metres > step);
        expect(staggered.spacing).toBe(straight.spacing);
        expect([straight.at.length - 1, straight.at.length]).toContain(staggered.at.length);
        if (straight.at.length > 1)
          staggered.at.forEach((at, i) => expect(at).toBeCloseTo(straight.at[0]! + (i + 0.5) * straight.spacing, 6));
      }),
    );
  });

  it('centred, both ends are left the same, at least half a spacing and less than a whole one', () => {
    fc.assert(
      fc.property(length, spacing, (metres, step) => {
        fc.pre(metres >= step);
        const { at } = places(metres, { spacing: step, ends: 'centre' });
        expect(at[0]).toBeCloseTo(metres - at.at(-1)!, 6);
        expect(at[0]!).toBeGreaterThanOrEqual(step / 2 - 0.001); // the tape's millimetre
        expect(at[0]!).toBeLessThan(step + 0.001);
      }),
    );
  });

  it('fitted within its ends it has as many places as intervals, the last left to the next row or all half a spacing in', () => {
    const at = (ends: 'fitStart' | 'fitInset', metres = 47.3, staggered = false) =>
      places(metres, { spacing: 1.2, ends, staggered });
    // The worked value of both ends: 39 intervals of 1.212821 m.
    for (const ends of ['fitStart', 'fitInset'] as const) {
      expect(at(ends).at).toHaveLength(39);
      expect(at(ends).spacing).toBeCloseTo(1.212821, 6);
    }
    expect([at('fitStart').at[0], at('fitInset').at[0]]).toEqual([0, expect.closeTo(0.6064105, 6)]);
    expect(47.3 - at('fitStart').at.at(-1)!).toBeCloseTo(1.212821, 6);
    expect(47.3 - at('fitInset').at.at(-1)!).toBeCloseTo(0.6064105, 6);
    expect([...at('fitInset', 0.5).at]).toEqual([0.25]);
    expect([...at('fitStart', 0.5).at]).toEqual([0]);
    expect(at('fitInset', 47.3, true).at).toHaveLength(38);
    expect(at('fitStart', 47.3, true).at[0]).toBeCloseTo(0.6064105, 6);
  });

  it('never plants a ring’s last on its first', () => {
    fc.assert(
      fc.property(fc.double({ min: 10, max: 200, noNaN: true }), spacing, (metres, step) => {
        const { at } = places(metres, { spacing: step, ends: 'keep', closed: true });
        if (at.length > 1) expect(metres - at.at(-1)!).toBeGreaterThanOrEqual(step - 0.002);
      }),
    );
  });

  it('has no place on less than nothing, one on a point, and refuses a spacing that would never end', () => {
    expect(places(-1, { spacing: 1, ends: 'keep' }).at).toHaveLength(0);
    expect([...places(0, { spacing: 1, ends: 'fit' }).at]).toEqual([0]);
    for (const bad of [0, -1, Number.NaN])
      expect(() => places(10, { spacing: bad, ends: 'keep' })).toThrow(/spacing must be > 0/);
  });
});

describe(fittedIntervals, () => {
  it('takes fewer plants on a tie', () => expect(fittedIntervals(4, 3)).toBe(1));
});

describe(standardPlaces, () => {
  it('agrees with a plain search through all places', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 200, noNaN: true }),
        spacing,
        fc.double({ min: 3, max: 40, noNaN: true }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        (metres, step, every, first) => {
          const { at } = places(metres, { spacing: step, ends: 'keep' });
          const plain = new Set<number>();
          for (let target = first, j = 0; target <= metres + 0.001; target = first + ++j * every) {
            let best = -1;
            for (let i = 0; i < at.length; i++)
              if (!plain.has(i) && (best < 0 || Math.abs(at[i]! - target) < Math.abs(at[best]! - target) - 1e-9))
                best = i;
            if (best >= 0 && Math.abs(at[best]! - target) <= every / 2 + 0.001) plain.add(best);
          }
          expect([...standardPlaces(at, metres, { every, first, within: every / 2 })].sort((a, b) => a - b)).toEqual(
            [...plain].sort((a, b) => a - b),
          );
        },
      ),
    );
  });
});

describe('sequences', () => {
  it('writes runs out in order', () => {
    expect(
      cycleOf([
        { species: 'A', count: 2 },
        { species: 'B', count: 1 },
      ]),
    ).toEqual(['A', 'A', 'B']);
  });
  it('finds the first place not below a target', () => {
    const at = Float64Array.from([0, 1.5, 3]);
    expect([-1, 0, 0.1, 1.5, 3, 3.1].map((target) => lowerBound(at, target))).toEqual([0, 0, 1, 1, 2, 3]);
  });
});
