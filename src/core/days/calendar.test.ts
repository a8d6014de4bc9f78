import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sample } from '../../../checks/sample.ts';
import { noDays } from '../holding/days-schema.ts';
import type { Holding } from '../holding/schema.ts';
import { noClimate } from '../place/climate.ts';
import { deliveries, finish, isClosed, openBefore, openFrom, spansOf, workdaysBack, type Closed } from './calendar.ts';
import { dateWords, dayIn, dayOf, monday, monthDay6, nextOf, spanWords, textOf, weekday, yearsOn } from './day.ts';
import { closedTimes, seasonDates, wetAndDry } from './season.ts';
import { fitsWindow, sayWindow, windowsFor } from './windows.ts';

const day = fc.integer({ min: dayOf('2020-01-01'), max: dayOf('2040-12-31') });
const at = (changes: Partial<Holding> & { frosts?: [string, string]; zone?: number } = {}): Holding => {
  const { frosts, zone, ...rest } = changes;
  return {
    ...sample(),
    climate: { ...noClimate(), firstFrost: frosts?.[0] ?? null, lastFrost: frosts?.[1] ?? null, zone: zone ?? null },
    ...rest,
  };
};
const said = (kind: string, holding: Holding, on: string) => windowsFor(kind, holding, dayOf(on)).map(sayWindow);

describe('days', () => {
  it('are read and written the same, weeks begin on Monday, leap days end in February', () => {
    expect([weekday(dayOf('2027-03-29')), textOf(monday(dayOf('2027-04-04')))]).toEqual([0, '2027-03-29']);
    expect(textOf(dayIn(2027, '02-29'))).toBe('2027-02-28');
    expect(textOf(yearsOn(dayOf('2028-02-29'), 1))).toBe('2029-02-28');
    expect([monthDay6('03-01'), monthDay6('08-31'), textOf(nextOf('02-01', dayOf('2027-03-01')))]).toEqual([
      '09-01',
      '02-28',
      '2028-02-01',
    ]);
    expect([
      spanWords(dayOf('2027-03-14'), dayOf('2027-03-15')),
      spanWords(dayOf('2027-03-30'), dayOf('2027-04-02')),
      dateWords(dayOf('2027-03-14')),
    ]).toEqual(['14 and 15 March 2027', '30 March to 2 April 2027', '14 March 2027']);
    fc.assert(
      fc.property(day, (one) => dayOf(textOf(one)) === one && monday(one) <= one && one - monday(one) === weekday(one)),
      { seed: 1 },
    );
  });

  it('marks for a Monday with three clear days and a holiday between are asked for on the Monday before', () => {
    // Good Friday between: Thursday, Wednesday and Tuesday are the clear days.
    expect(textOf(workdaysBack(dayOf('2027-03-29'), 3, new Set([dayOf('2027-03-26')])))).toBe('2027-03-22');
  });

  it('counted back and forth keep the clear days, whatever the holidays', () => {
    fc.assert(
      fc.property(
        day,
        fc.integer({ min: 0, max: 10 }),
        fc.array(fc.integer({ min: -20, max: 20 }), { maxLength: 6 }),
        (date, clear, off) => {
          const holidays = new Set(off.map((far) => date + far));
          const asked = workdaysBack(date, clear, holidays);
          let between = 0;
          for (let one = asked + 1; one < date; one++) if (weekday(one) < 5 && !holidays.has(one)) between++;
          expect(between).toBe(clear);
          expect(weekday(asked) < 5 && !holidays.has(asked)).toBe(true);
          expect(finish(asked, clear + 1, holidays)).toBeLessThan(date);
        },
      ),
      { seed: 2 },
    );
    expect(() => workdaysBack(0, 1, { has: () => true } as never)).toThrow(/no office day/);
  });

  it('1,900 bare roots at 240 a day, held seven days, five days a week: lots of at most 1,200, two of them', () => {
    expect(deliveries({ plants: 1900, perDay: 240, holdDays: 7, workWeek: 5 })).toEqual({
      workDaysInHold: 5,
      lotMax: 1200,
      lots: 2,
    });
  });

  it('a closed time holds its ends, wraps over New Year, and what is looked for beside it is never in it', () => {
    const nests: Closed = ['03-01', '08-31'];
    const south: Closed = ['09-01', '02-28'];
    expect([
      isClosed(dayOf('2027-03-01'), nests),
      isClosed(dayOf('2027-08-31'), nests),
      isClosed(dayOf('2027-09-01'), nests),
    ]).toEqual([true, true, false]);
    expect([isClosed(dayOf('2027-01-05'), south), isClosed(dayOf('2027-03-01'), south)]).toEqual([true, false]);
    expect(textOf(openBefore(dayOf('2027-05-01'), [nests])!)).toBe('2027-02-28');
    expect(textOf(openFrom(dayOf('2027-05-01'), [nests])!)).toBe('2027-09-01');
    expect(textOf(openBefore(dayOf('2027-01-15'), [south])!)).toBe('2026-08-31');
    expect(openBefore(dayOf('2027-01-15'), [['01-01', '12-31']])).toBeNull();
    expect(spansOf(south, dayOf('2026-07-01'), dayOf('2027-06-30')).map((span) => span.map(textOf))).toEqual([
      ['2026-09-01', '2027-02-28'],
    ]);
  });
});

describe('the seasons of a place', () => {
  it('hold the frosts that were typed, each after the midsummer before', () => {
    const dates = seasonDates(at({ frosts: ['10-20', '05-08'], zone: 8 }), dayOf('2027-03-14'));
    expect([
      textOf(dates.from),
      textOf(dates.firstFrost!),
      textOf(dates.lastFrost!),
      dates.freeze,
      dates.typed,
    ]).toEqual(['2026-07-01', '2026-10-20', '2027-05-08', null, true]);
  });
  it('follow the zone where nothing is typed, freeze where winters are hard or somebody says so, and turn round in the south', () => {
    const cold = seasonDates(at({ zone: 5 }), dayOf('2027-03-14'));
    expect([
      textOf(cold.firstFrost!),
      textOf(cold.freeze!),
      textOf(cold.thaw!),
      textOf(cold.lastFrost!),
      cold.typed,
    ]).toEqual(['2026-10-05', '2026-11-25', '2027-03-28', '2027-05-10', false]);
    expect(seasonDates(at({ zone: 5, days: { ...noDays(), freezes: false } }), dayOf('2027-03-14')).freeze).toBeNull();
    const told = seasonDates(
      at({ zone: 8, days: { ...noDays(), freezes: true, freeze: '12-20', thaw: '02-10' } }),
      dayOf('2027-03-14'),
    );
    expect([textOf(told.freeze!), textOf(told.thaw!)]).toEqual(['2026-12-20', '2027-02-10']);
    const south = seasonDates(at({ zone: 5, place: { latitude: -42, longitude: 147 } }), dayOf('2027-08-14'));
    expect([textOf(south.from), textOf(south.firstFrost!), textOf(south.freeze!), textOf(south.lastFrost!)]).toEqual([
      '2027-01-01',
      '2027-04-05',
      '2027-05-25',
      '2027-11-10',
    ]);
    expect(closedTimes(at({ place: { latitude: -42, longitude: 147 } })).closed).toEqual([['09-01', '02-28']]);
    expect(
      closedTimes(at({ rules: [{ id: 'r', kind: 'nesting', said: 'the office', from: '02-15', to: '09-15' }] })),
    ).toEqual({ closed: [['02-15', '09-15']], said: 'the office' });
  });
  it('without frost the rains set the time, and bare roots have none', () => {
    const months = Array.from({ length: 12 }, (_, month) => ({
      rain: month >= 5 && month <= 9 ? 180 : 10,
      evaporation: 100,
    }));
    const tropics = at({ climate: { ...noClimate(), months, zone: 12 }, place: { latitude: 9, longitude: 0 } });
    expect(seasonDates(tropics, dayOf('2027-03-14')).rainy!.map((days) => days.map(textOf))).toEqual([
      ['2027-06-01', '2027-10-31'],
    ]);
    // Eight weeks before the rains end, so that roots go down while it rains.
    expect(said('pot', tropics, '2027-03-14')).toEqual(['with the rains, 1 June to 5 September 2027']);
    expect(windowsFor('bare', tropics, dayOf('2027-03-14'))).toEqual([]);
    expect(wetAndDry(tropics)).toEqual({ sodden: [6, 7, 8, 9, 10], dry: [1, 2, 3, 4, 5, 11, 12] });
  });
});

describe(wetAndDry, () => {
  it('a month is sodden over 35 mm more rain than dries up, dry over 40 mm less', () => {
    const months = [36, 35, 0, -40, -41, ...Array.from({ length: 7 }, () => 0)].map((spare) => ({
      rain: 100 + spare,
      evaporation: 100,
    }));
    expect(wetAndDry({ climate: { ...noClimate(), months } })).toEqual({ sodden: [1], dry: [5] });
    expect(wetAndDry({ climate: null })).toEqual({ sodden: [], dry: [] });
  });
});

describe('windows', () => {
  it('where the ground does not freeze bare roots have one long winter, pots the weeks round the frosts', () => {
    const mild = at({ frosts: ['11-01', '04-20'], zone: 8 });
    expect(said('bare', mild, '2027-01-10')).toEqual(['winter, 22 November 2026 to 23 March 2027']);
    expect(said('plug', mild, '2027-01-10')).toEqual([
      'autumn, 20 September to 13 December 2026',
      'spring, 9 March to 18 May 2027',
    ]);
  });
  it('where it freezes there are two, the hardest winters have no autumn, and a cold store lengthens spring', () => {
    const hard = at({ frosts: ['10-10', '05-05'], zone: 5, days: { ...noDays(), freeze: '12-01', thaw: '03-25' } });
    expect(said('bare', hard, '2027-01-10')).toEqual([
      'autumn, 31 October to 17 November 2026',
      'spring, 1 April to 12 May 2027',
    ]);
    expect(said('bare', { ...hard, climate: { ...hard.climate!, zone: 4 } }, '2027-01-10')).toEqual([
      'spring, 1 April to 12 May 2027',
    ]);
    expect(said('bare', { ...hard, days: { ...hard.days, coldStore: true } }, '2027-01-10').at(-1)).toBe(
      'from the cold store, 13 May to 19 June 2027',
    );
  });
  it('pots go in while the ground is moist where winters are mild and summers dry, the winter included', () => {
    const months = (kind: string, latitude: number, longitude: number, on: string) =>
      windowsFor(kind, at({ place: { latitude, longitude } }), dayOf(on)).map(({ name, from, to }) => [
        name,
        textOf(from).slice(5, 7),
        textOf(to).slice(5, 7),
      ]);
    expect(months('pot', 38, 22, '2027-01-10')).toEqual([['while the ground is moist', '11', '02']]);
    expect(months('pot', -37, 145, '2027-07-10')).toEqual([['while the ground is moist', '04', '08']]);
    expect(months('plug', -34, 19, '2027-07-10')).toEqual([['while the ground is moist', '05', '08']]);
    // Two months that dry out over twice what falls make a dry summer, one does not.
    const dryMonths = (count: number) => {
      const all = Array.from({ length: 12 }, (_, m) => ({ rain: 60, evaporation: m >= 6 && m < 6 + count ? 121 : 60 }));
      const here = at({ climate: { ...noClimate(), months: all, zone: 8 }, place: { latitude: 48, longitude: 0 } });
      return windowsFor('pot', here, dayOf('2027-01-10')).map(({ name }) => name);
    };
    expect([dryMonths(1), dryMonths(2)]).toEqual([['autumn', 'spring'], ['while the ground is moist']]);
    // Bare roots have their winter as before, and hard winters their two times.
    expect(months('bare', 38, 22, '2027-01-10')[0]![0]).toBe('winter');
    expect(months('pot', 44, -100, '2027-01-10').map(([name]) => name)).toEqual(['autumn', 'spring']);
    // Mild and moist: autumn to spring without a gap.
    expect(months('pot', 52, -9, '2027-01-10')).toEqual([['autumn to spring', '10', '04']]);
    // Near the equator it is planted with each of the two rains.
    expect(months('pot', -1, 37, '2027-01-10').map(([name, from]) => [name, from])).toEqual([
      ['with the rains', '03'],
      ['with the rains', '10'],
    ]);
  });
  it('a day lies in one, or says which comes next and which was missed', () => {
    const mild = at({ frosts: ['11-01', '04-20'], zone: 8 });
    expect(fitsWindow('bare', mild, dayOf('2027-03-23')).in).toMatchObject({ name: 'winter' });
    const late = fitsWindow('bare', mild, dayOf('2027-03-24'));
    expect(late.in).toBeNull();
    expect([textOf(late.before!.to), textOf(late.next!.from)]).toEqual(['2027-03-23', '2027-11-22']);
  });
  it('turn by half a year from north to south', () => {
    const both = (latitude: number, on: string) =>
      windowsFor('bare', at({ zone: 8, place: { latitude, longitude: 0 } }), dayOf(on)).map(
        ({ from, to }) => to - from,
      );
    expect(both(50, '2027-01-10')[0]).toBeGreaterThan(60);
    expect(Math.abs(both(50, '2027-01-10')[0]! - both(-50, '2027-07-10')[0]!)).toBeLessThanOrEqual(4);
  });
  it('none ends before it begins, whatever the frosts', () => {
    const monthDay = fc
      .tuple(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 28 }))
      .map((two) => two.map((one) => String(one).padStart(2, '0')).join('-'));
    fc.assert(
      fc.property(
        monthDay,
        monthDay,
        fc.integer({ min: 2, max: 12 }),
        fc.boolean(),
        day,
        (first, last, zone, coldStore, on) => {
          const holding = at({ frosts: [first, last], zone, days: { ...noDays(), coldStore } });
          for (const kind of ['bare', 'cold', 'plug', 'pot', 'balled', 'seed', 'cutting'])
            for (const { from, to } of windowsFor(kind, holding, on)) expect(to).toBeGreaterThanOrEqual(from);
        },
      ),
      { seed: 4, numRuns: 200 },
    );
  });
});
