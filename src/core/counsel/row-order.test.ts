import { told } from '../place/climate.ts';
import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import { take } from '../holding/command.ts';
import type { Holding } from '../holding/schema.ts';
import { layHolding } from '../ranks/laid.ts';
import { rowOrders } from './row-order.ts';

const species = (name: string) => [[1, name]] as [number, string][];
/** Lime, dogwood, maple: tall, low, middling; the line runs east, so rows to its right lie ever further south. */
const rows = [
  row({ species: species('Tilia cordata') }),
  row({ rowGap: 3, staggered: true, species: species('Cornus sanguinea') }),
  row({ rowGap: 4, species: species('Acer campestre') }),
];
const belt = (changes: Parameters<typeof sample>[0] = {}) => sample({ rows, ...changes });
const orders = (holding: Holding) =>
  Object.fromEntries(rowOrders(holding, layHolding(holding)[0]!).map((order) => [order.key, order]));

describe(rowOrders, () => {
  it('low towards the sun is low to the south, in the south low to the north, and mirrored with the side', () => {
    expect(orders(belt()).sun!.order).toEqual([0, 2, 1]);
    expect(orders(belt({ latitude: -40 })).sun!.order).toEqual([1, 2, 0]);
    expect(orders(belt({ planting: { side: 'left' } })).sun!.order).toEqual([1, 2, 0]);
  });
  it('rows that run with the noon sun have no sunny side, and nobody overtopped', () => {
    const north = orders(
      belt({
        planting: {
          baseline: {
            points: [
              [0, 0],
              [0, 60],
            ],
          },
        },
      }),
    );
    expect(north.sun).toBeUndefined();
    expect(north.edges!.overtopped).toEqual([]);
  });
  it('a shrub 3 m north of a lime is overtopped once half its height lies in equinox shade, one north of a lower never', () => {
    const shrub = (far: number) =>
      sample({
        rows: [row({ species: species('Cornus sanguinea') }), row({ rowGap: far, species: species('Tilia cordata') })],
      });
    const [near, away] = [orders(shrub(3)).now!.overtopped, orders(shrub(12)).now!.overtopped];
    expect(near).toMatchObject([{ row: 0, by: 1 }]);
    expect(away[0]!.year).toBeGreaterThan(near[0]!.year);
    expect(orders(shrub(49)).now!.overtopped).toEqual([]);
    expect(orders(shrub(3)).sun!.overtopped).toEqual([]);
  });
  it('takes the worst wind from the rose', () => {
    const calm = Array.from({ length: 8 }, () => ({ share: 0.1, speed: 2 }));
    const north = calm.map((one, i) => (i === 0 ? { share: 0.3, speed: 9 } : one));
    const windy: Holding = {
      ...belt(),
      climate: told(
        null,
        { rose: { winter: north, spring: calm, summer: calm, autumn: calm } },
        { source: 'stand-in', simulated: true },
      ),
    };
    expect(orders(windy).wind).toMatchObject({
      order: [1, 2, 0],
      why: expect.stringContaining('from the north in winter, simulated:'),
    });
    expect(orders(belt()).wind).toBeUndefined();
  });
  it('every order is the rows again, each once, and tells at most one overtopper a row, never itself', () => {
    const five = sample({
      rows: ['Tilia cordata', 'Cornus sanguinea', 'Acer campestre', 'Picea abies', 'Corylus avellana'].map((name, r) =>
        row({ rowGap: r === 0 ? 0 : 2 + r, species: species(name) }),
      ),
    });
    for (const { order, overtopped } of Object.values(orders(five))) {
      expect([...order].sort()).toEqual([0, 1, 2, 3, 4]);
      expect(new Set(overtopped.map(({ row: each }) => each)).size).toBe(overtopped.length);
      for (const { row: each, by, year } of overtopped) {
        expect(by).not.toBe(each);
        expect(year).toBeGreaterThan(0);
        // The line runs east with its rows to the right: what stands further out stands to the south.
        expect(order.indexOf(by)).toBeGreaterThan(order.indexOf(each));
      }
    }
  });
  it('moves the plants and leaves gaps and stagger where they are; done, it stands so already', () => {
    const { command, order } = orders(belt()).edges!;
    expect(order[1]).toBe(0);
    const after = take(belt(), command!).holding;
    expect(after.plantings[0]!.rows.map(({ rowGap, staggered }) => [rowGap, staggered])).toEqual([
      [0, false],
      [3, true],
      [4, false],
    ]);
    expect(after.plantings[0]!.rows.map(({ id }) => id)).toEqual(order.map((r) => `p1r${r + 1}`));
    expect(orders(after).edges!.command).toBeNull();
  });
});
