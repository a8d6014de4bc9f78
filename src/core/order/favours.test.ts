import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import type { Holding } from '../holding/schema.ts';
import { layHolding } from '../ranks/laid.ts';
import { favours, sayFavour } from './favours.ts';

const of = (holding: Holding) => {
  const { planting, layout } = layHolding(holding)[0]!;
  return favours(planting, layout, holding);
};
const on = (texture: string, changes: Parameters<typeof sample>[0] = {}) =>
  sample({
    ...changes,
    features: [
      {
        kind: 'soilZone',
        name: '',
        points: [
          [-9, -9],
          [90, -9],
          [90, 9],
          [-9, 9],
        ],
        texture,
        drainage: 'free',
        ph: null,
        depth: null,
        stones: 'few',
        lacks: '',
      } as never,
    ],
  });

describe(favours, () => {
  it('small stock on sand speaks for the clean strip, a dish and compost; one kind alone neither for more plants nor for fewer', () => {
    const here = of(on('sand'));
    expect(here.weeds).toEqual({ school: 'Clean strip', because: ['small stock', 'ground that drains'] });
    expect([here.water!.school, here.soil!.school]).toEqual(['Dish', 'Blended']);
    expect(here.plants).toBeNull();
    expect(sayFavour(here.weeds)).toBe('Here small stock and ground that drains speak for one of them: clean strip.');
    expect(sayFavour(here.plants)).toBe('Here as much speaks for one as for the other.');
  });
  it('large trees on clay speak for nurse grass, no dish, native soil, and tending', () => {
    const here = of(on('clay', { rows: [row({ stock: 'feathered', spacing: 4 })] }));
    expect(Object.values(here).map((one) => one?.school)).toEqual(['Nurse grass', 'Native', 'Level or proud', 'Nurse']);
  });
  it('where the soil is not known it says nothing of it', () => {
    const here = of(sample());
    expect([here.soil, here.water]).toEqual([null, null]);
  });
});
