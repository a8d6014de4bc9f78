import { describe, expect, it } from 'vitest';
import { sample } from '../../../checks/sample.ts';
import { layHolding } from '../ranks/laid.ts';
import { noClimate } from '../place/climate.ts';
import { buyOrWait } from './buy-or-wait.ts';
import { dayOf, textOf } from './day.ts';
import { heldWays } from './hold.ts';
import { againstPlanting, againstSpraying, goodDay, weatherSigns, type WeatherDay } from './weather.ts';

const START = dayOf('2027-03-01');
const day = (n: number, changes: Partial<WeatherDay> = {}): WeatherDay => ({
  date: textOf(START + n),
  min: 4,
  max: 11,
  rain: 0,
  wind: 2,
  gust: 5,
  forecast: false,
  ...changes,
});
const keys = (days: readonly WeatherDay[], kinds: readonly string[], at: number) =>
  againstPlanting(days, kinds, START + at)!.map(({ key }) => key);

describe('a day for planting', () => {
  it('is refused while the ground is frozen, which mild days thaw', () => {
    const cold = Array.from({ length: 8 }, (_, n) => day(n, { min: -9, max: -1 }));
    const mild = Array.from({ length: 6 }, (_, n) => day(8 + n));
    expect(keys(cold, ['bare'], 7)).toEqual(['frozen']);
    expect(keys([...cold, ...mild], ['bare'], 13)).toEqual([]);
    expect(textOf(goodDay([...cold, ...mild], ['bare'], START + 7, () => true)!) > textOf(START + 8)).toBe(true);
    const good = goodDay([...cold, ...mild], ['bare'], START + 7, () => true)!;
    expect(goodDay([...cold, ...mild], ['bare'], START + 7, (day) => day > good)).toBe(good + 1);
    expect(goodDay(cold, ['bare'], START + 5, () => true)).toBeNull();
  });
  it('one frosty night stops balls and pots, not bare roots', () => {
    const days = [day(0), day(1, { min: -4 }), day(2)];
    expect(keys([day(0), day(1, { min: -6 })], ['bare'], 1)).toEqual(['frozen']);
    expect([keys(days, ['balled'], 1), keys(days, ['balled'], 2), keys(days, ['bare'], 1)]).toEqual([
      ['ball'],
      ['ball'],
      [],
    ]);
  });
  it('sodden ground, heat and a drying wind stop it, bare roots sooner than pots', () => {
    const wet = [day(0, { rain: 25 }), day(1, { rain: 20 }), day(2)];
    expect(keys(wet, ['pot'], 1)).toEqual(['sodden']);
    expect(againstPlanting(wet, ['pot'], START + 1)![0]!.why).toMatch(/45 mm/);
    expect([keys([day(0, { max: 26 })], ['bare'], 0), keys([day(0, { max: 26 })], ['pot'], 0)]).toEqual([['heat'], []]);
    expect([
      keys([day(0, { max: 18, wind: 7 })], ['bare'], 0),
      keys([day(0, { max: 18, wind: 7 })], ['plug'], 0),
    ]).toEqual([['wind'], []]);
    expect(againstPlanting(wet, ['pot'], START + 9)).toBeNull(); // nothing is known of that day
  });
  it('spraying wants still, dry and mild; a gust and a dry week ask for their work', () => {
    expect(againstSpraying([day(0, { wind: 5 })], START)!.length).toBe(1);
    expect(againstSpraying([day(0)], START)).toEqual([]);
    expect(againstSpraying([day(0, { max: 3, rain: 4 })], START)!.length).toBe(2);
    const week = Array.from({ length: 7 }, (_, n) => day(n, { max: 20, gust: n === 3 ? 25 : 6 }));
    expect(weatherSigns(week, START + 6)).toEqual([
      'A gust of 25 m/s on 4 March: straighten guards and stakes.',
      'Only 0 mm of rain in seven days: water what was planted.',
    ]);
    expect(
      weatherSigns(
        week.map((one) => ({ ...one, rain: 2, gust: 6 })),
        START + 6,
      ),
    ).toEqual([]);
  });
});

describe('holding and waiting', () => {
  const holding = { ...sample(), climate: { ...noClimate(), firstFrost: '11-01', lastFrost: '04-20', zone: 8 } };
  it('bags bear a week, heeling in seven, and what outlasts its hold is lost whole', () => {
    const ways = heldWays({ kind: 'bare', stock: 'whip', plants: 200, from: START, until: START + 14 }, holding);
    expect(ways.map(({ way, outlasts, dies }) => [way, outlasts, dies])).toEqual([
      ['bagged', true, 200],
      ['heeled', false, 8],
      ['cold', false, 4],
    ]);
    expect(textOf(ways[0]!.lost)).toBe('2027-03-08');
    const bagged = (days: number) =>
      heldWays({ kind: 'bare', stock: 'whip', plants: 9, from: START, until: START + days }, holding)[0]!.outlasts;
    expect([bagged(7), bagged(8)]).toEqual([false, true]);
    expect(ways[2]!.cents).toBeGreaterThan(0);
  });
  it('pots drink by the month, little in winter and much in heat, and are kept from frost where it freezes', () => {
    const pots = (on: string, where: object = {}) =>
      heldWays(
        { kind: 'pot', stock: 'pot4', plants: 100, from: dayOf(on), until: dayOf(on) + 14 },
        { ...holding, ...where },
      )[0]!;
    const south = { place: { latitude: -37, longitude: 145 }, region: null };
    expect(pots('2027-01-10').litresDay).toBe(0);
    expect(pots('2027-07-10').litresDay).toBeGreaterThan(100);
    expect(pots('2027-01-10', south).litresDay).toBeGreaterThan(pots('2027-07-10', south).litresDay);
    const hard = { climate: { ...noClimate(), firstFrost: '10-01', lastFrost: '05-20', zone: 4 } };
    expect(pots('2027-01-10', hard).why).toMatch(/freezes through kills its roots/);
    expect(pots('2027-06-10', hard).why).not.toMatch(/freezes/);
  });
  it('whips offered in May: to wait loses least, to hold them is refused, planted now half die; in their time they are planted', () => {
    const [laid] = layHolding(holding);
    const may = buyOrWait(laid!, 'whip', 100, dayOf('2027-05-10'), holding);
    expect(may.map(({ key, refused }) => [key, refused === null])).toEqual([
      ['now', true],
      ['hold', false],
      ['wait', true],
    ]);
    expect(may[2]!.cents).toBeLessThan(may[0]!.cents);
    expect(may[2]!.lives).toBeGreaterThan(may[0]!.lives);
    expect(textOf(may[2]!.plantOn)).toBe('2027-11-22');
    expect(buyOrWait(laid!, 'whip', 100, dayOf('2027-02-10'), holding).map(({ key }) => key)).toEqual(['now']);
    const pots = buyOrWait(laid!, 'pot4', 100, dayOf('2027-07-01'), holding);
    expect(pots.find(({ key }) => key === 'hold')).toMatchObject({ refused: null, plantOn: dayOf('2027-09-20') });
  });
});
