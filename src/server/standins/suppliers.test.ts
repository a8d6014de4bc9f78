import { describe, expect, it } from 'vitest';
import { SuppliersAnswer } from '../../core/order/suppliers.ts';
import { suppliersAt } from './suppliers.ts';

describe('the made-up suppliers', () => {
  const keys = ['corylus-avellana|whip', 'malus-domestica|pot15', 'stake.0.9', 'nonsense', 'x|nothing'];
  const ask = (on: string, latitude = 52) => suppliersAt({ latitude, longitude: -20, on, keys });
  it('answer what can be read, the same each time, plants from nurseries and stakes from the merchant', () => {
    const answer = SuppliersAnswer.parse(ask('2026-11-01'));
    expect(ask('2026-11-01')).toEqual(answer);
    for (const { kind, offers } of answer.suppliers)
      for (const { key } of offers) expect(key.includes('|'), key).toBe(kind === 'nursery');
    expect(answer.suppliers.flatMap(({ offers }) => offers.map(({ key }) => key))).not.toContain('nonsense');
  });
  it('sell out as the season goes, half a year on in the south', () => {
    const left = (on: string, latitude?: number) =>
      ask(on, latitude)
        .suppliers.flatMap(({ offers }) => offers.map((offer) => offer.left ?? 0))
        .reduce((a, b) => a + b, 0);
    expect(left('2027-03-01')).toBeLessThan(left('2026-11-01'));
    expect(left('2027-05-01', -52)).toBeGreaterThan(left('2027-09-01', -52));
  });
});
