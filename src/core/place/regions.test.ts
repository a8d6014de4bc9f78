import { REGIONS } from '../../../checks/sample.ts';
import { describe, expect, it } from 'vitest';
import { newHolding } from '../holding/new-holding.ts';
import { catalogue } from '../species/catalogue.ts';
import { covers, homeClimate, nearness, ranges, rangeSources, standingIn, standingSource } from '../species/ranges.ts';
import { belonging } from '../species/belongs.ts';
import { appBook } from '../species/book.ts';
import { climateBand, isDrierThanHome, littleRain, zoneOfWinter } from './climate-band.ts';
import { noClimate, told, TYPED } from './climate.ts';
import { continentName, groupName, proposedRegion, regionNamed, regionOf, regions } from './regions.ts';

const at = (latitude: number, longitude: number) =>
  newHolding({ id: 'h', name: 'There', latitude, longitude, units: 'metric', currency: 'EUR' });

describe('regions', () => {
  it('each code once, its middle within its extent, of a known group and continent', () => {
    expect(regions.length).toBeGreaterThan(360);
    expect(new Set(regions.map(({ code }) => code)).size).toBe(regions.length);
    for (const region of regions) {
      const [west, south, east, north] = region.extent;
      const [latitude, longitude] = region.centre;
      expect(longitude >= west && longitude <= east && latitude >= south && latitude <= north, region.code).toBe(true);
      expect([typeof groupName(region), typeof continentName(region)], region.code).toEqual(['string', 'string']);
    }
  });

  it.each([
    [40, -83, 'OHI'],
    [46.8, -100, 'NDA'],
    [45.3, -123, 'ORE'],
    [52.2, -1.5, 'GRB'],
    [53.2, -8, 'IRE'],
    [47, 2, 'FRA'],
    [52, 20, 'POL'],
    [38, -5, 'SPA'],
    [-37.5, 145, 'VIC'],
    [-42, 147, 'TAS'],
    [-38, 176, 'NZN'],
    [-44, 171, 'NZS'],
    [-33.6, 20, 'CPP'],
    [-34.5, -71.2, 'CLC'],
    [-34.6, -60, 'AGE'],
    [36, 138, 'JAP'],
    // Out at sea the nearest land.
    [52, -20, 'IRE'],
  ])('a place at %d, %d lies in %s', (latitude, longitude, code) => {
    expect(proposedRegion({ latitude, longitude }).code).toBe(code);
  });

  it('a choice goes before what the place proposes; a code that nobody knows does not', () => {
    const holding = at(40, -83);
    expect(regionOf(holding).code).toBe('OHI');
    expect(regionOf({ ...holding, region: 'TAS' }).code).toBe('TAS');
    expect(regionOf({ ...holding, region: 'QQQ' }).code).toBe('OHI');
  });

  it('a dry summer is one of the warm half-year, April to September, half a year on in the south', () => {
    const dryIn = (latitude: number, dry: number) =>
      climateBand({
        ...at(latitude, -83),
        climate: {
          ...noClimate(),
          months: Array.from({ length: 12 }, (_, month) => ({ rain: month === dry - 1 ? 5 : 100, evaporation: 50 })),
        },
      }).drySummer;
    for (let month = 1; month <= 12; month++) {
      expect([month, dryIn(40, month)]).toEqual([month, month >= 4 && month <= 9]);
      expect([month, dryIn(-40, month)]).toEqual([month, month < 4 || month > 9]);
    }
  });

  it('a fact told by a source leaves the sources of the others', () => {
    const simulated = { source: 'stand-in climate', simulated: true };
    const climate = told(told(null, { zone: 7, lastFrost: '05-01' }, simulated), { zone: 8 }, TYPED);
    expect(climate).toMatchObject({ zone: 8, lastFrost: '05-01' });
    expect(climate.from).toMatchObject({ zone: TYPED, frosts: simulated, rose: TYPED, months: TYPED });
  });

  it('its climate band is the place’s own where that is known, else what is usual in the region', () => {
    const ohio = at(40, -83);
    expect(climateBand(ohio)).toEqual({
      zone: 6,
      drySummer: false,
      rain: 1000,
      frostFree: null,
      heat: 'warm',
      usual: { zone: true, summer: true },
    });
    // From May to October, and in the south over the turn of the year.
    const frosts = { ...noClimate(), lastFrost: '05-01', firstFrost: '10-01' };
    expect(climateBand({ ...ohio, climate: frosts }).frostFree).toBe(153);
    expect(climateBand({ ...ohio, climate: { ...frosts, lastFrost: '10-01', firstFrost: '05-01' } }).frostFree).toBe(
      212,
    );
    const month = (rain: number) => ({ rain, evaporation: 80 });
    const dry = [80, 80, 60, 50, 39, 20, 10, 12, 40, 60, 80, 90].map(month);
    const known = { ...noClimate(), zone: 8, months: dry };
    expect(climateBand({ ...ohio, climate: known })).toMatchObject({
      zone: 8,
      drySummer: true,
      rain: 621,
      heat: 'cool',
      usual: { zone: false, summer: false },
    });
    const hotter = (evaporation: number) =>
      climateBand({
        ...ohio,
        climate: { ...known, months: dry.map((one, i) => (i === 6 ? { ...one, evaporation } : one)) },
      }).heat;
    expect([89, 90, 139, 140, 199, 200].map(hotter)).toEqual(['cool', 'mild', 'mild', 'warm', 'warm', 'hot']);
    // The same months south of the line are a dry winter; a third of the wettest month is not dry enough.
    expect(climateBand({ ...at(-34, 20), climate: known }).drySummer).toBe(false);
    const less = dry.map(({ rain }) => month(Math.max(rain, 31)));
    expect(climateBand({ ...ohio, climate: { ...known, months: less } }).drySummer).toBe(false);
  });
});

describe('a winter’s coldest night', () => {
  it('gives the zone, in bands of ten degrees Fahrenheit', () => {
    expect([-60, -40.1, -40, -17.8, -17.7, -12.3, -12.2, -1, 10, 30].map(zoneOfWinter)).toEqual([
      1, 2, 3, 6, 7, 7, 8, 10, 12, 13,
    ]);
  });
});

describe('the climate of a region', () => {
  it('says what is at home under other skies, and what wants more water than rain brings', () => {
    const cares = (id: string, latitude: number, longitude: number, changes: object = {}) =>
      belonging(appBook.of(id), { ...at(latitude, longitude), ...changes }).cares.join('; ');
    expect(cares('acacia-pycnantha', 52, -1.5)).toMatch(/at home where summers are hotter/);
    expect(cares('griselinia-littoralis', 38.6, 22.5)).toMatch(/at home where summers are cooler/);
    expect(cares('sorbus-aucuparia', 52, -1.5)).toBe('');
    // As mild as at home is not too mild; and apples grow far from the hot hills that they came from.
    expect(cares('griselinia-littoralis', 52, -1.5)).not.toMatch(/summers are/);
    expect(cares('malus-domestica', 53.2, -8)).not.toMatch(/summers are/);
    expect(cares('lavandula-angustifolia', 53.2, -8)).not.toMatch(/summers are/);
    // South Dakota has 500 mm: a native of moist ground wants water, one that bears drought does not.
    expect(cares('acer-saccharum', 44, -99.5)).toBe('wants more water than rain brings here');
    expect(cares('quercus-macrocarpa', 44, -99.5)).toBe('');
    expect(cares('acer-saccharum', 40, -83)).toBe('');
    expect(cares('taxodium-distichum', 44, -99.5)).toMatch(/at home where more rain falls/);
    // What is measured there goes before what is usual.
    const wetter = { ...noClimate(), months: Array.from({ length: 12 }, () => ({ rain: 60, evaporation: 150 })) };
    expect(cares('acer-saccharum', 44, -99.5, { climate: wetter })).toBe('');
    expect([540, 549, 550].map((rain) => littleRain({ rain }))).toEqual([true, true, false]);
    expect([699, 700].map((rain) => isDrierThanHome({ rain }, 1000))).toEqual([true, false]);
    expect(littleRain({ rain: null }) || isDrierThanHome({ rain: 100 }, null)).toBe(false);
  });
});

describe('ranges', () => {
  it('no unit is marked native and pest for one species; every mark has its source; nine in ten know where they are native', () => {
    for (const [id, { native, pest }] of Object.entries(ranges)) {
      const both = regions.filter((region) => native && pest && covers(native.in, region) && covers(pest.in, region));
      expect(
        both.map(({ code }) => code),
        id,
      ).toEqual([]);
      for (const mark of [native, pest]) if (mark) expect(rangeSources[mark.from], id).toMatch(/.{5,}/);
    }
    const known = catalogue.filter(({ id }) => ranges[id]?.native).length;
    expect(known / catalogue.length).toBeGreaterThan(0.9);
  });

  it('stands as native, brought in, pest or not known, and says on what that rests', () => {
    const say = (id: string, code: string) => standingIn(id, regionNamed(code)!);
    expect(
      ['GRB', 'OHI', 'NZS'].map((code) => say('crataegus-monogyna', code)).concat(say('prunus-cerasus', 'GRB')),
    ).toEqual(['native', 'introduced', 'pest', 'unknown']);
    expect(standingSource('crataegus-monogyna', regionNamed('NZS')!)).toMatch(/official list/);
    expect(standingSource('crataegus-monogyna', regionNamed('GRB')!)).toBe('Flora Europaea');
    expect(standingSource('prunus-cerasus', regionNamed('GRB')!)).toBeNull();
    expect(['MAI', 'WAS', 'GRB'].map((code) => nearness('quercus-alba', regionNamed(code)!))).toEqual([
      'group',
      'continent',
      'far',
    ]);
    expect(homeClimate('myrtus-communis').dryShare).toBeGreaterThan(0.8);
    expect(homeClimate('picea-abies').dryShare).toBeLessThan(0.3);
  });

  it.each([...REGIONS, ['AGE', -34.6, -60] as const])(
    'at least 60 species suit %s without a fault or a care, natives among them',
    (_, latitude, longitude) => {
      const here = at(latitude, longitude);
      const suited = catalogue.filter((species) => {
        const { faults, cares } = belonging(species, here);
        return faults.length + cares.length === 0;
      });
      expect(suited.length).toBeGreaterThanOrEqual(60);
      const region = regionOf(here);
      expect(catalogue.filter(({ id }) => standingIn(id, region) === 'native').length).toBeGreaterThanOrEqual(25);
      expect(suited.some(({ id }) => standingIn(id, region) === 'native')).toBe(true);
    },
  );
});
