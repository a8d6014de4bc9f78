import { describe, expect, it } from 'vitest';
import { row, sample, type SampleRow } from '../../../checks/sample.ts';
import { layHolding } from '../ranks/laid.ts';
import type { Holding } from '../holding/schema.ts';
import { orderList } from '../account/order-list.ts';
import { quantities } from '../account/quantities.ts';
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
  it('varieties and rootstocks are lines of their own, had from one who lists the kind; what is in hand is used once', () => {
    const tree = (variety: string, on: string): SampleRow['species'][number] => [1, 'Malus domestica', '', variety, on];
    const species = [tree('early', 'dwarfing'), tree('late', 'dwarfing'), tree('', '')];
    const holding = sample({ length: 40, rows: [row({ spacing: 4, stock: 'feathered', species })] });
    const keys = (from: Holding) => wantedOf(orderOf(from)).map(({ key }) => key);
    expect(keys(holding).sort()).toEqual([
      'malus-domestica|feathered',
      'malus-domestica|feathered|early, on dwarfing',
      'malus-domestica|feathered|late, on dwarfing',
    ]);
    const any = { key: 'malus-domestica|feathered', packs: [{ size: 1, price: 900 }], left: null };
    const early = { ...any, key: 'malus-domestica|feathered|early, on dwarfing', packs: [{ size: 1, price: 500 }] };
    const wanted = wantedOf(orderOf(holding));
    expect(basketOf(wanted, [seller('a', [any])]).missing).toEqual([]);
    const [bid] = bidsOf(wanted, [seller('a', [any, early])]);
    expect(bid!.costs[wanted.findIndex(({ key }) => key === early.key)]).toBe(
      500 * wanted.find(({ key }) => key === early.key)!.need,
    );
    const bundle = { id: 'b', species: 'malus-domestica', stock: 'feathered', size: 5, bundles: 1 };
    const need = (from: Holding) => wantedOf(orderOf(from)).reduce((sum, line) => sum + line.need, 0);
    expect(need({ ...holding, inHand: [bundle] as Holding['inHand'] })).toBe(need(holding) - 5);
  });
});
