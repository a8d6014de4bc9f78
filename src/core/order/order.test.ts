import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { row, sample, standOf } from '../../../checks/sample.ts';
import { layHolding } from '../ranks/laid.ts';
import type { Holding } from '../holding/schema.ts';
import { bill } from '../account/bill.ts';
import { NO_LEDGER } from '../record/ledger.ts';
import { figures } from './figures.ts';
import { choosePacks } from '../account/packs.ts';
import { quantities } from '../account/quantities.ts';
import { pegSheet } from '../field/peg-sheet.ts';
import { catalogue } from '../species/catalogue.ts';
import { sayStake } from '../means/protection/guards.ts';
import { leastOrder } from '../account/survival.ts';

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
    ['mats', { mat: 43, pin: 215 }],
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
    for (const { text, why } of figures(
      holding.plantings[0]!,
      layHolding(holding)[0]!.layout,
      was,
      bill(holding, layHolding(holding), NO_LEDGER),
      holding,
      8,
    )) {
      expect(text).not.toMatch(/NaN|undefined|Infinity/);
      expect(why.formula && why.source && why.inputs.length).toBeTruthy();
    }
  });
  it('names the animals as a steward does', () => {
    const holding = sample({ animals: ['rabbit', 'mediumDeer', 'smallDeer'] });
    const { why } = figures(holding.plantings[0]!, layHolding(holding)[0]!.layout, sum(holding), [], holding, 8).find(
      ({ key }) => key === 'guards',
    )!;
    expect(why.inputs[0]).toEqual({ label: 'Animals', text: 'rabbits, medium deer, small deer' });
  });
});

describe('counted by what stands there', () => {
  const glade = (species: string) =>
    sample({
      animals: ['mediumDeer'],
      length: 30,
      rows: [row({ spacing: 1 }), row({ spacing: 1, rowGap: 2, species: [[1, species]] })],
    });
  it('herbs and ground cover are never guarded', () => {
    expect(kitOf(glade('Corylus avellana'))['guard.1.5']).toBe(Math.ceil(62 * 1.03));
    const herb = catalogue.find(({ kind }) => kind === 'herb')!;
    expect(kitOf(glade(herb.botanical))['guard.1.5']).toBe(Math.ceil(31 * 1.03));
  });
  it('mats lie only where they do not lie on one another; closer rows are laid with strips', () => {
    const rows = [row({ spacing: 0.33 }), row({ spacing: 1, rowGap: 2 })];
    const kit = kitOf(sample({ length: 60, rows, planting: { weeds: 'mats' } }));
    expect(kit['mat']).toBe(Math.ceil(61 * 1.03));
    expect(kit['fabric']).toBe(1);
    expect(kitOf(sample({ length: 60, rows: [rows[1]!], planting: { weeds: 'mats' } }))['fabric']).toBeUndefined();
    expect(
      kitOf(sample({ length: 60, rows: [row({ spacing: 0.9 })], planting: { weeds: 'mats' } }))['fabric'],
    ).toBeUndefined();
    // A mat that rots is not replaced by a strip that does not: its own stuff comes on rolls.
    const wool = kitOf(sample({ length: 60, rows, planting: { weeds: 'wool-mats' } }));
    expect(wool).toMatchObject({ 'mat.wool': Math.ceil(61 * 1.03), 'roll.wool': 1 });
    expect(wool).not.toHaveProperty('fabric');
  });
  it('rings of chips count once where they overlap', () => {
    const chips = (spacing: number, rowGap: number) =>
      sum(sample({ length: 60, rows: [row({ spacing }), row({ spacing, rowGap })], planting: { weeds: 'chips' } }))
        .kit[0]!.wanted;
    const settle = 1 / 0.8;
    const discs = (n: number, area: number) => n * (area - (Math.PI / 4) * 0.2 ** 2) * 0.08 * settle;
    expect(chips(2, 3)).toBeCloseTo(discs(62, (Math.PI / 4) * 1.2 ** 2), 2);
    // At 0.6 m each ring of 1.2 m adds what its neighbour has not: the disc less the lens that both share.
    const lens = 2 * 0.36 * Math.acos(0.5) - 0.3 * Math.sqrt(4 * 0.36 - 0.36);
    expect(chips(0.6, 3) / discs(202, (Math.PI / 4) * 1.44 - lens)).toBeCloseTo(1, 1);
    // Many close rows come to the ground that they stand on.
    const dense = sample({
      length: 40,
      rows: Array.from({ length: 12 }, (_, r) => row({ spacing: 0.3, rowGap: r === 0 ? 0 : 0.3 })),
      planting: { weeds: 'chips' },
    });
    const ground = (40 + 1) * (11 * 0.3 + 1);
    const bare = standOf(dense).count * (Math.PI / 4) * 0.2 ** 2;
    expect(sum(dense).kit[0]!.wanted / ((ground - bare) * 0.08 * settle)).toBeCloseTo(1, 0);
  });
  it('a collar stands within a taller guard where voles are, alone where nobody else eats', () => {
    expect(kitOf(sample({ length: 30, animals: ['vole', 'rabbit'] }))).toMatchObject({
      'guard.0.6': 22,
      'guard.0.2': 22,
    });
    expect(Object.keys(kitOf(sample({ length: 30, animals: ['vole'] })))).toEqual(['guard.0.2']);
    expect(kitOf(sample({ length: 30, animals: ['rabbit'] }))['guard.0.2']).toBeUndefined();
  });
  it('the dear ones stand in a root basket too, whips do not', () => {
    const rows = [row({ spacing: 3, stock: 'feathered' }), row({ spacing: 3, rowGap: 3 })];
    expect(kitOf(sample({ length: 30, rows, animals: ['vole', 'rabbit'] }))).toMatchObject({
      basket: 12,
      'guard.0.2': 24, // eleven in mesh and eleven in tubes, a spare for each
    });
    expect(kitOf(sample({ length: 30, rows, animals: ['rabbit'] })).basket).toBeUndefined();
    const herbs = [row({ spacing: 3, stock: 'pot15', species: [[1, 'Mentha spicata']] })];
    expect(kitOf(sample({ length: 30, rows: herbs, animals: ['vole'] }))).toEqual({});
  });
  it('counts guards of every form, mesh as well as tubes, and no collar beside them', () => {
    const guards = (kinds: string[], animals: ('mediumDeer' | 'vole')[] = ['mediumDeer', 'vole']) => {
      const holding = sample({ animals, rows: [row({ spacing: 2, species: kinds.map((kind) => [1, kind]) })] });
      const { text, label } = figures(
        holding.plantings[0]!,
        layHolding(holding)[0]!.layout,
        sum(holding),
        [],
        holding,
        8,
      ).find(({ key }) => key === 'guards')!;
      return [text, label];
    };
    // 31 plants and one spare of each piece.
    expect(guards(['Picea abies'])).toEqual(['32', 'guards of 1.50 m, spares in']);
    expect(guards(['Corylus avellana', 'Picea abies'])).toEqual(['33', 'guards of 1.50 m, spares in']);
    expect(guards(['Corylus avellana'], ['vole'])[0]).toBe('32');
  });
  it('says how deep a stake is driven', () => {
    expect(sayStake(1.2, 'metric')).toBe('1.80 m long, driven 0.65 m into firm ground');
    expect(sayStake(0.6, 'us')).toBe('3 ft long, driven 1 ft 2 in into firm ground');
    expect(sayStake(0.2, 'metric')).toBe('');
    const holding = sample({ animals: ['rabbit'] });
    const laid = layHolding(holding)[0]!;
    expect(pegSheet(laid.planting, laid.layout, holding).setUp.join(' ')).toContain(
      'each stake 0.90 m long, driven 0.35 m into firm ground',
    );
  });
});
