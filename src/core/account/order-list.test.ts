import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import { layHolding } from '../ranks/laid.ts';
import { appBook } from '../species/book.ts';
import { ANIMALS } from '../holding/ground-schema.ts';
import type { Holding } from '../holding/schema.ts';
import { take } from '../holding/command.ts';
import { setCurrency } from '../holding/ground-commands.ts';
import { hasMoney, isPriced, usualRate } from '../means/currencies.ts';
import { orderList, orderRows } from './order-list.ts';
import { priceOf, priceTable } from '../means/prices.ts';
import { guardAnimals, guardHeight, stakeFor, tiesFor } from '../means/protection/guards.ts';
import { survivalOf } from './survival.ts';
import { plantLines, quantities } from './quantities.ts';

const parts = (holding: Holding) =>
  layHolding(holding).map(({ planting, layout }) => quantities(planting, layout, holding));
const one = sample({
  animals: ['rabbit'],
  rows: [
    row({
      species: [
        [2, 'Corylus avellana'],
        [1, 'Acer campestre'],
      ],
    }),
  ],
  planting: { weeds: 'chips' },
});
const twice: Holding = { ...one, plantings: [one.plantings[0]!, { ...one.plantings[0]!, id: 'p2', name: 'Again' }] };

describe(orderList, () => {
  it('adds plantings up before it packs, so that sharing packs never costs more', () => {
    const alone = orderList(parts(one), one);
    const together = orderList(parts(twice), twice);
    expect(together.plants.map(({ count }) => count)).toEqual(alone.plants.map(({ count }) => 2 * count));
    expect(together.cents).toBeLessThanOrEqual(2 * alone.cents);
    expect(together.kit.map(({ key }) => key)).toEqual(alone.kit.map(({ key }) => key));
  });

  it('orders more than it plants, and more again where more die', () => {
    for (const { count, order, quantity, losses } of orderList(parts(one), one).plants) {
      expect(order).toBeGreaterThan(count);
      expect(quantity).toBeGreaterThanOrEqual(order);
      expect(losses).toBeGreaterThan(0);
    }
    const patchy = { ...one, settings: { 'order.rho': 0.1 } };
    expect(orderList(parts(patchy), patchy).plants[0]!.order).toBeGreaterThan(
      orderList(parts(one), one).plants[0]!.order,
    );
  });

  it('takes what is in hand off what is bought, once over all phases, and buys the rest in packs', () => {
    const stock = one.plantings[0]!.rows[0]!.stock;
    const bundle = { id: 'b', species: 'corylus-avellana', stock, size: 10, bundles: 1 };
    const shed: Holding = { ...one, inHand: [bundle] };
    const [bought, some] = [orderList(parts(one), one), orderList(parts(shed), shed)];
    const hazel = (list: typeof some) => list.plants.find(({ species }) => species.id === 'corylus-avellana')!;
    expect(hazel(some)).toMatchObject({ order: hazel(bought).order, here: 10 });
    expect(hazel(some).quantity).toBeGreaterThanOrEqual(hazel(some).order - 10);
    expect(hazel(some).quantity).toBeLessThan(hazel(bought).quantity);
    expect(some.cents).toBeLessThan(bought.cents);
    const full: Holding = { ...one, inHand: [{ ...bundle, bundles: 999 }] };
    expect(hazel(orderList(parts(full), full))).toMatchObject({ quantity: 0, cents: 0, packs: [] });
    const other: Holding = { ...one, inHand: [{ ...bundle, stock: 'standard' }] };
    expect(hazel(orderList(parts(other), other)).here).toBe(0); // of another stock type
  });

  it('prints plants first, then materials, each line adding to the total', () => {
    const list = orderList(parts(one), one);
    const rows = orderRows(list, 'metric');
    expect(rows.map(({ item }) => item)).toEqual([
      'Hazel',
      'Field maple',
      'Guard, 0.6 m',
      'Stake, 0.9 m',
      'Tie',
      'Wood chips, a cubic metre',
    ]);
    expect(rows.reduce((sum, { cents }) => sum + cents, 0)).toBe(list.cents);
    expect(rows[0]!.packs).toMatch(/^\d+ × \d+( \+ \d+ × \d+)*$/);
  });

  it('is empty for nothing planted', () => {
    const bare = { ...one, plantings: [] };
    expect(orderRows(orderList(parts(bare), bare), 'metric')).toEqual([]);
  });
});

describe('prices', () => {
  it('has one for every guard, stake and pack that a plan can ask for', () => {
    const keys = new Set(priceTable.map(({ key }) => key));
    expect(keys.size).toBe(priceTable.length);
    for (const animal of ANIMALS) {
      const { size } = guardHeight([animal], 0);
      if (size === null) continue; // birds want a net, goats a fence
      expect(keys.has(`guard.${size}`), animal).toBe(true);
      const { length: stake } = stakeFor(size!);
      if (stake !== null) expect(keys.has(`stake.${stake}`), `${animal}: stake ${stake}`).toBe(true);
      expect(tiesFor(size!)).toBeGreaterThanOrEqual(1);
      expect(guardAnimals[animal].name.length).toBeGreaterThan(3);
    }
  });
  it('follows the steward’s own, and counts what it does not know as nothing', () => {
    expect(priceOf({ prices: { tie: 99 }, currency: 'EUR' }, 'tie')).toBe(99);
    expect(priceOf({ prices: {}, currency: 'EUR' }, 'tie')).toBe(12);
    expect(priceOf({ prices: {}, currency: 'EUR' }, 'unheard of')).toBe(0);
  });
  it('are placeholders of their own size in each currency; what the steward put in is converted at the rate that was set', () => {
    const hour = (currency: string) => priceOf({ prices: {}, currency }, 'hour') / 100;
    expect(hour('EUR')).toBe(30);
    expect([hour('GBP'), hour('USD'), hour('KES'), hour('CLP')]).toEqual([23, 33, 260, 7900]);
    expect(usualRate('GBP', 'USD')).toBeCloseTo(1.1 / 0.85, 2);
    expect([usualRate('EUR', 'XAU'), isPriced('XAU')]).toEqual([null, false]);
    const own: Holding = {
      ...one,
      currency: 'EUR',
      prices: { tie: 100 },
      grants: [{ id: 'g', name: 'G', perMetre: 1000, perTree: 50, cap: 0.8, conditions: '', pays: '' }],
      kits: [{ id: 'k', name: 'K', plants: 10, pieces: {}, cents: 5000 }],
      aims: [{ id: 'a', kind: 'budget', most: 200_000 } as never],
    };
    const other = take(own, setCurrency('USD', 1.25)).holding;
    expect([other.currency, other.prices['tie'], other.kits[0]!.cents]).toEqual(['USD', 125, 6250]);
    expect(other.grants[0]).toMatchObject({ perMetre: 1250, perTree: 63 });
    expect(other.aims[0]).toMatchObject({ most: 250_000 });
    expect(() => take(own, setCurrency('USD', 0))).toThrow(/must be above 0/);
    expect([hasMoney(own), hasMoney({ ...own, prices: {}, grants: [], kits: [], aims: [] })]).toEqual([true, false]);
  });
});

describe(guardHeight, () => {
  it('asks for nothing where nobody eats, and for a fence where no guard is tall enough', () => {
    expect(guardHeight([], 1)).toEqual({ need: 0, size: null });
    expect(guardHeight(['largeDeer'], 1)).toEqual({ need: 2.8, size: null });
  });
});

describe(survivalOf, () => {
  it('goes by the group of a species and its stock, else by the stock', () => {
    const of = (id: string, stock: string) => survivalOf(appBook.of(id), stock);
    expect([of('picea-abies', 'transplant'), of('picea-abies', 'plug')]).toEqual([0.8, 0.9]);
    expect([of('betula-pendula', 'whip'), of('salix-alba', 'whip'), of('corylus-avellana', 'whip')]).toEqual([
      0.8, 0.95, 0.9,
    ]);
    expect([of('malus-domestica', 'feathered'), of('malus-domestica', 'pot15')]).toEqual([0.95, 0.95]);
    expect(of('tilia-cordata', 'feathered')).toBe(0.85);
  });
  it('grown trees are ordered with 3 to 5 more in a hundred, whips so that enough live', () => {
    const more = (id: string, stock: string) =>
      plantLines([{ species: appBook.of(id), stock, count: 100 }], {
        settings: {},
        units: 'metric',
        prices: {},
        currency: 'EUR',
      })[0]!.order;
    expect([
      more('malus-domestica', 'feathered'),
      more('tilia-cordata', 'feathered'),
      more('tilia-cordata', 'balled'),
    ]).toEqual([105, 105, 104]);
    expect(more('corylus-avellana', 'whip')).toBeGreaterThan(115);
  });
});
