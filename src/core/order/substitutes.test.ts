import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import { take } from '../holding/command.ts';
import type { Holding } from '../holding/schema.ts';
import { layHolding } from '../ranks/laid.ts';
import { appBook } from '../species/book.ts';
import { standingIn } from '../species/ranges.ts';
import { regionOf } from '../place/regions.ts';
import { belonging } from '../species/belongs.ts';
import { kindsOf } from '../account/quantities.ts';
import { substitutesFor } from './substitutes.ts';

const of = (holding: Holding, id: string) => {
  const all = layHolding(holding);
  const line = kindsOf(all[0]!.layout.stand).find(({ species }) => species.id === id)!;
  return substitutesFor(line, all, holding);
};
const hedge = sample({
  rows: [
    row({
      species: [
        [4, 'Crataegus monogyna'],
        [1, 'Corylus avellana'],
      ],
      stock: 'whip',
    }),
  ],
});

describe(substitutesFor, () => {
  const found = of(hedge, 'corylus-avellana');
  it('puts those that break the fewest rules first, and says what each one breaks', () => {
    expect(found).toHaveLength(5);
    const breaches = found.map(({ departs }) => departs.length);
    expect(breaches).toEqual(breaches.toSorted((a, b) => a - b));
    expect(breaches[0]).toBeLessThanOrEqual(1);
    const hazel = appBook.of('corylus-avellana');
    const middle = ([a, b]: readonly [number, number]) => (a + b) / 2;
    for (const { species, departs } of of(hedge, 'crataegus-monogyna').concat(found)) {
      const was = found.some((one) => one.species === species && one.departs === departs)
        ? hazel
        : appBook.of('crataegus-monogyna');
      const far = Math.abs(middle(species.height) / middle(was.height) - 1) > 0.25;
      expect(departs.includes('grows to another height'), species.id).toBe(far);
    }
    const first = found[0]!.species;
    expect(first.evergreen).toBe(false);
    expect(standingIn(first.id, regionOf(hedge))).toBe('native');
  });
  it('replaces the kind wherever it stands, and nothing else; undone by one step', () => {
    const [best] = found;
    const after = take(hedge, best!.command).holding;
    const kinds = kindsOf(layHolding(after)[0]!.layout.stand).map(({ species }) => species.id);
    expect(kinds).toContain(best!.species.id);
    expect(kinds).not.toContain('corylus-avellana');
    expect(kinds).toContain('crataegus-monogyna');
    expect(layHolding(after)[0]!.layout.stand.count).toBe(layHolding(hedge)[0]!.layout.stand.count);
  });
  it('never offers what harms the stock that is kept, nor what is not hardy', () => {
    const horses = { ...hedge, animals: ['horse'] as Holding['animals'] };
    const evergreen = sample({ rows: [row({ species: [[1, 'Ilex aquifolium']], stock: 'pot4' })] });
    for (const holding of [horses, { ...evergreen, animals: ['horse'] as Holding['animals'] }])
      for (const line of kindsOf(layHolding(holding)[0]!.layout.stand))
        expect(of(holding, line.species.id).map(({ species }) => species.id)).not.toContain('taxus-baccata');
  });
  it('of kinds that break as few rules those that belong to the place come first', () => {
    const screen = sample({
      rows: [row({ species: [[1, 'Carpinus betulus']], stock: 'whip' })],
      latitude: 53,
      longitude: -8,
    });
    const order = of(screen, 'carpinus-betulus').map(({ departs, species }) => ({
      breaches: departs.length,
      weight: belonging(species, screen).weight,
    }));
    for (const [i, one] of order.entries())
      if (i > 0 && order[i - 1]!.breaches === one.breaches)
        expect(order[i - 1]!.weight).toBeGreaterThanOrEqual(one.weight);
    expect(order[0]!.weight).toBeGreaterThan(0);
  });
  it('a kind that would stand too thick says so', () => {
    const most = of(hedge, 'crataegus-monogyna');
    expect(most.every(({ departs }) => departs.some((one) => /% of all plants/.test(one)))).toBe(true);
    expect(appBook.of(most[0]!.species.id)).toBeTruthy();
  });
});
