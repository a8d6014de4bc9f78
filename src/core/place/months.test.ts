import { describe, expect, it } from 'vitest';
import { noClimate } from './climate.ts';
import { monthsOf, rainySeasons, spells } from './months.ts';

const at = (latitude: number, longitude: number) =>
  monthsOf({ climate: null, region: null, place: { latitude, longitude } });

describe(monthsOf, () => {
  it('are the place’s own where they are known', () => {
    const months = Array.from({ length: 12 }, (_, m) => ({ rain: m, evaporation: 50 }));
    const place = { latitude: 40, longitude: 0 };
    expect(monthsOf({ climate: { ...noClimate(), months }, region: null, place })).toEqual({ months, usual: false });
  });
  it('else are usual: dry summers round the Mediterranean, in their half of the world, rain twice near the equator', () => {
    const [greece, chile, kenya, dakota] = [at(38, 22), at(-34, -71), at(-1, 37), at(44, -100)];
    expect([greece, chile, kenya, dakota].every(({ usual }) => usual)).toBe(true);
    const driest = ({ months }: typeof greece) =>
      months.findIndex(({ rain }) => rain === Math.min(...months.map((one) => one.rain)));
    const thirstiest = ({ months }: typeof greece) =>
      months.findIndex(({ evaporation }) => evaporation === Math.max(...months.map((one) => one.evaporation)));
    expect([driest(greece), driest(chile), thirstiest(greece), thirstiest(chile)]).toEqual([6, 0, 5, 0]);
    expect(new Set(kenya.months.map(({ evaporation }) => evaporation)).size).toBe(1);
    expect(rainySeasons(kenya.months)).toEqual([
      { from: 2, months: 3 },
      { from: 9, months: 3 },
    ]);
    // What falls in a year is the region's.
    const sum = dakota.months.reduce((all, { rain }) => all + rain, 0);
    expect(sum).toBeGreaterThan(300);
    expect(sum).toBeLessThan(700);
  });
});

describe(spells, () => {
  const of = (wet: string) => [...wet].map((one) => ({ rain: one === 'r' ? 100 : 0, evaporation: 100 }));
  const isWet = ({ rain }: { rain: number }) => rain > 0;
  it('run over New Year, and are the whole year or none', () => {
    expect(spells(of('rr........rr'), isWet)).toEqual([{ from: 10, months: 4 }]);
    expect(spells(of('.rr...r.....'), isWet)).toEqual([
      { from: 1, months: 2 },
      { from: 6, months: 1 },
    ]);
    expect(spells(of('rrrrrrrrrrrr'), isWet)).toEqual([{ from: 0, months: 12 }]);
    expect(spells(of('............'), isWet)).toEqual([]);
  });
  it('where it hardly rains the months nearest to it count', () => {
    const desert = Array.from({ length: 12 }, (_, m) => ({ rain: m === 3 ? 20 : m === 4 ? 16 : 2, evaporation: 200 }));
    expect(rainySeasons(desert)).toEqual([{ from: 3, months: 2 }]);
  });
});
