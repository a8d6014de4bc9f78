import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import { layHolding } from '../ranks/laid.ts';
import type { Holding } from '../holding/schema.ts';
import { orderList } from './order-list.ts';
import { quantities } from './quantities.ts';
import type { Supplier } from '../holding/supplier-schema.ts';
import { basketOf, bidsOf, wantedOf } from './suppliers.ts';

const orderOf = (holding: Holding) =>
  orderList(
    layHolding(holding).map(({ planting, layout }) => quantities(planting, layout, holding)),
    holding,
  );
const seller = (id: string, offers: Supplier['offers'], terms: Partial<Supplier> = {}): Supplier => ({
  id,
  name: id,
  kind: 'nursery',
  delivery: 0,
  freeFrom: null,
  least: 0,
  leadDays: 1,
  season: '',
  offers,
  ...terms,
});
const whips = (price: number, left: number | null = null) => ({
  key: 'corylus-avellana|whip',
  packs: [{ size: 25, price }],
  left,
});

describe(basketOf, () => {
  const order = orderOf(sample({ animals: ['rabbit'] }));
  it('asks for what is short alone, and says what nobody has', () => {
    expect(wantedOf(order).map(({ key, need }) => [key, need])).toEqual([
      ['corylus-avellana|whip', 52],
      ['guard.0.6', 43],
      ['stake.0.9', 43],
      ['tie', 43],
    ]);
    const here = orderOf({
      ...sample({ animals: ['rabbit'] }),
      here: [{ id: 'a', piece: 'tie', count: 99, needs: '' }],
    });
    expect(wantedOf(here).map(({ key }) => key)).not.toContain('tie');
    const basket = basketOf(wantedOf(order), [seller('a', [whips(2000)])]);
    expect(basket.missing.map(({ key }) => key)).toEqual(['guard.0.6', 'stake.0.9', 'tie']);
    expect(basket.least!.cents).toBe(3 * 2000); // 52 in packs of 25
  });
  it('buys whole packs, and not from one who has too few left', () => {
    const [bid] = bidsOf(wantedOf(order), [seller('a', [whips(2000, 74)])]);
    expect(bid!.costs[0]).toBeNull();
    expect(bidsOf(wantedOf(order), [seller('a', [whips(2000, 75)])])[0]!.costs[0]).toBe(6000);
  });
  it('plants from one nursery leave the stakes to the merchant; none where no nursery has every plant', () => {
    const two = orderOf(
      sample({
        rows: [
          row({
            species: [
              [1, 'Corylus avellana'],
              [1, 'Acer campestre'],
            ],
          }),
        ],
      }),
    );
    const maple = { ...whips(100), key: 'acer-campestre|whip' };
    const split = [seller('a', [whips(1000)]), seller('b', [maple])];
    expect(basketOf(wantedOf(two), split).one).toBeNull();
    expect(basketOf(wantedOf(two), split).least!.from).toEqual(expect.arrayContaining([0, 1]));
    const whole = [...split, seller('c', [whips(5000), { ...maple, packs: [{ size: 25, price: 200 }] }])];
    expect(basketOf(wantedOf(two), whole).one!.from).toEqual([2, 2]);
    expect(basketOf(wantedOf(two), whole).few!.from).toEqual([2, 2]);
    expect(basketOf(wantedOf(two), whole).least!.from).not.toContain(2);
  });
});
