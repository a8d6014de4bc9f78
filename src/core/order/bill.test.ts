import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { byLength, moneyParts, type Parting } from './money-parts.ts';
import { row, sample } from '../../../checks/sample.ts';
import { billOf } from '../reports/bill-report.ts';
import { take } from '../holding/command.ts';
import { dropListed, putListed, setMeasure, setWay } from '../holding/means-commands.ts';
import type { Grant, Holding } from '../holding/schema.ts';
import { noClimate } from '../place/climate.ts';
import { layHolding } from '../ranks/laid.ts';
import { additives, holePlan } from '../means/hole-plan.ts';
import { rootsOf } from '../means/holes.ts';
import { bill } from '../account/bill.ts';
import { costsOf } from '../account/costs.ts';
import { NO_LEDGER } from '../record/ledger.ts';
import { moneyPlan, plantingHours } from './money-plan.ts';
import { orderList, orderRows } from '../account/order-list.ts';
import { plantNumbers, sizeSteps } from './plant-numbers.ts';
import { quantities } from '../account/quantities.ts';
import { priceTable } from '../means/prices.ts';
import { monthOfWeek, waterPlan } from '../means/water-plan.ts';
import { animalsAt, siteOf } from '../means/protection/protect.ts';
import { guardOrFence } from '../means/protection/weigh.ts';
import { stocks } from '../species/stock.ts';

const laidOf = (holding: Holding) => layHolding(holding)[0]!;
const orderOf = (holding: Holding) => {
  const all = layHolding(holding);
  const sums = all.map(({ planting, layout }) => quantities(planting, layout, holding));
  return { all, sums, order: orderList(sums, holding) };
};
const moneyOf = (holding: Holding) => {
  const { all, sums } = orderOf(holding);
  return moneyPlan(all, sums, costsOf(holding, all, NO_LEDGER), holding);
};
const orchard = (stock = 'pot15') => sample({ rows: [row({ spacing: 6, stock, species: [[1, 'Malus domestica']] })] });
const holesOf = (holding: Holding) => {
  const { planting, layout } = laidOf(holding);
  return holePlan(planting, layout, holding);
};
/** A year without a drop, and crowns that would draw more than any stock takes up. */
const dry = (holding: Holding): Holding => ({
  ...holding,
  settings: { ...holding.settings, 'water.kc': 50 },
  climate: { ...noClimate(), months: Array.from({ length: 12 }, () => ({ rain: 0, evaporation: 120 })) },
});
const tapAt = (flow: number, away = 10) => [{ kind: 'tap', name: 'tap', points: [[0, -away]], flow }] as never;
const waterOf = (holding: Holding) => {
  const { planting, layout } = laidOf(holding);
  return waterPlan(planting, layout, holding);
};

describe('the bill', () => {
  it('by planting and phase sums to what each planting wants, every line with its why', () => {
    const holding = sample({
      animals: ['rabbit'],
      rows: [row({ later: 0 }), row({ rowGap: 3, later: 2 })],
      planting: { weeds: 'chips' },
    });
    const { all, sums } = orderOf(holding);
    const lines = bill(holding, all, NO_LEDGER);
    expect([...new Set(lines.map(({ phase }) => phase))]).toEqual([0, 2]);
    for (const { key, wanted } of sums[0]!.kit)
      expect(
        lines.filter((line) => line.key === key).reduce((sum, line) => sum + line.wanted, 0),
        key,
      ).toBeCloseTo(wanted, 6);
    const plants = lines.filter(({ species }) => species).reduce((sum, { wanted }) => sum + wanted, 0);
    expect(plants).toBe(sums[0]!.plants);
    for (const { why, count, wanted } of lines) {
      expect(why.length).toBeGreaterThan(3);
      expect(count).toBeGreaterThanOrEqual(wanted - 1e-9);
    }
  });
  it('metric and US buy the same things, each by the sizes that are sold', () => {
    const of = (units: 'metric' | 'us') => {
      const holding = sample({
        units,
        animals: ['rabbit', 'sheep'],
        planting: { weeds: 'fabric' },
        rows: [row({ spacing: 0.5 })],
      });
      return orderOf(holding).order.kit;
    };
    const [metric, us] = [of('metric'), of('us')];
    expect(us.map(({ key }) => key)).toEqual(metric.map(({ key }) => key));
    // Cloth of 4 ft lies a little wider than one of 1.2 m, and takes a pin more here and there; posts stand 10 ft apart, not 3 m.
    us.forEach(({ count }, i) => expect(count / metric[i]!.count).toBeCloseTo(1, 1));
    expect(us.filter(({ count }, i) => count !== metric[i]!.count).map(({ key }) => key)).toEqual([
      'fence.post',
      'pin',
    ]);
  });
  it('is printed without a screen with its order and money', () => {
    const told = billOf(sample({ animals: ['rabbit'] }));
    expect(told.lines.map(({ key, wanted }) => [key, wanted])).toEqual([
      ['corylus-avellana|whip', 41],
      ['guard.0.6', 41],
      ['stake.0.9', 41],
      ['tie', 41],
    ]);
    expect(told.order.reduce((sum, { cents }) => sum + cents, 0)).toBe(told.money.costs.total);
    expect(told.money.plantings).toMatchObject([{ name: 'Row', plants: 41, metres: 60 }]);
  });
});

describe('what is here already', () => {
  it('is used first; used and left are what was here, and only what is short is paid', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 120 }), fc.integer({ min: 0, max: 60 }), (stakes, more) => {
        const bare = sample({ animals: ['rabbit'] });
        const put = (holding: Holding, id: string, count: number) =>
          take(holding, putListed('here', { id, piece: 'stake.0.9', count, needs: '' }, '')).holding;
        const { order } = orderOf(put(put(bare, 'a', stakes), 'b', more));
        const line = order.kit.find(({ key }) => key === 'stake.0.9')!;
        expect(line.here).toBe(Math.min(43, stakes + more));
        expect(line.cents).toBe((43 - line.here) * 65);
        const printed = orderRows(order, 'metric').find(({ item }) => item === 'Stake, 0.9 m')!;
        expect([printed.order, printed.here, printed.quantity]).toEqual([43, line.here, 43 - line.here]);
        expect(order.cents).toBe([...order.plants, ...order.kit].reduce((sum, { cents }) => sum + cents, 0));
      }),
      { numRuns: 40, seed: 5 },
    );
  });
  it('what is loose is told in cubic yards where feet are used, what is here of it too', () => {
    const holding = {
      ...sample({ units: 'us', planting: { weeds: 'chips' } }),
      here: [{ id: 'a', piece: 'chips', count: 2, needs: '' }],
    };
    const [, chips] = orderRows(orderOf(holding).order, 'us');
    expect([chips!.order, Number(chips!.here.toFixed(3))]).toEqual([6, 2.616]);
  });
  it('a thing put twice under one id is changed, and can be taken off again', () => {
    const thing = { id: 'a', piece: 'tie', count: 5, needs: '' };
    const once = take(sample(), putListed('here', thing, '')).holding;
    const twice = take(once, putListed('here', { ...thing, count: 9 }, '')).holding;
    expect(twice.here).toEqual([{ ...thing, count: 9 }]);
    expect(take(twice, dropListed('here', 'a', '')).holding.here).toEqual([]);
  });
});

describe(holePlan, () => {
  it('eleven apples in pots of 15 L: pits 0.58 m wide, what goes out comes back or is over', () => {
    const [hole] = holesOf(orchard()).holes;
    expect(hole).toMatchObject({ stock: 'pot15', plants: 11, auger: 0.6, hands: 'one', dug: true });
    expect([hole!.width, hole!.depth]).toEqual([0.28 + 0.3, 0.25]);
    // Native soil back: only the pot's own volume is over, loose.
    expect(hole!.over).toBeCloseTo(11 * (Math.PI / 4) * 0.28 ** 2 * 0.25 * 1.25, 9);
    expect(hole!.out).toBeCloseTo(hole!.back + hole!.over / 1.25, 9);
  });
  it('compost blended is a third of what goes back, and as much soil more is over; on top nothing is', () => {
    const native = holesOf(orchard());
    const by = (method: string) => holesOf(take(orchard(), setWay('p1', 'soil', { method }, '')).holding);
    expect(by('blend').amend).toBeCloseTo(native.holes[0]!.back * 0.33, 9);
    expect(by('blend').over - native.over).toBeCloseTo(by('blend').amend * 1.25, 9);
    expect(by('topdress').over).toBeCloseTo(native.over, 9);
    const kit = orderOf(take(orchard(), setWay('p1', 'soil', { method: 'blend' }, '')).holding).order.kit;
    expect(kit).toMatchObject([{ key: 'compost', count: 1, why: 'blended into the backfill' }]);
  });
  it('a deep hole says how far the plant sinks; proud ones are shallower', () => {
    const deep = take(orchard(), setWay('p1', 'holes', { method: 'deep' }, '')).holding;
    expect(holesOf(deep).holes[0]!.depth).toBeCloseTo(0.375, 9);
    expect(holesOf(deep).holes[0]!.sink).toBeCloseTo(0.0125, 9);
    const proud = take(orchard(), setMeasure('p1', 'holes', 'hole.proud', 0.05, '')).holding;
    expect(holesOf(proud).holes[0]!.depth).toBeCloseTo(0.2, 9);
  });
  it('a balled tree is lifted by two, a slit takes no auger and leaves nothing over', () => {
    const [balled] = holesOf(orchard('balled')).holes;
    expect(balled!.hands).toBe('two');
    expect(balled!.mass).toBeCloseTo((Math.PI / 4) * 0.16 * 0.26 * 0.85 * 1750, 9);
    expect(holesOf(sample()).holes[0]).toMatchObject({ dug: false, auger: null, out: 0, over: 0, litres: 2 });
    for (const { id } of stocks) expect(rootsOf(id).perDay, id).toBeGreaterThan(0);
  });
  it('doses are by weight, none of feed for bare roots; gypsum only on a sodic clay by its test', () => {
    const dosed = (holding: Holding, key: string, grams: number) =>
      orderOf(take(holding, setMeasure('p1', 'soil', `add.${key}`, grams, '')).holding).order.kit;
    expect(dosed(orchard(), 'feed', 100)).toMatchObject([{ key: 'feed', wanted: 1.1, count: 2 }]);
    expect(dosed(sample(), 'feed', 100)).toEqual([]);
    expect(dosed(sample(), 'fungi', 10)).toMatchObject([{ key: 'fungi', wanted: 0.41 }]);
    const keys = new Set(priceTable.map(({ key }) => key));
    for (const { stuff } of Object.values(additives)) expect(keys.has(stuff), stuff).toBe(true);
    const clay = (texture: string) => {
      const zone = {
        kind: 'soilZone',
        texture,
        points: [
          [-1, -5],
          [70, -5],
          [70, 5],
          [-1, 5],
        ],
      };
      const holding = sample({
        features: [zone] as never,
        rows: [row({ spacing: 6, stock: 'pot15', species: [[1, 'Malus domestica']] })],
      });
      return ['soil.cec', 'soil.esp'].reduce(
        (now, key, i) => take(now, setMeasure('p1', 'soil', key, [20, 15][i]!, '')).holding,
        holding,
      );
    };
    expect(holesOf(clay('clay')).gypsum).toBeCloseTo(11 * (Math.PI / 4) * 0.58 ** 2 * 0.723118, 4);
    expect(holesOf(clay('loam')).gypsum).toBe(0);
    expect(holesOf(clay('clay')).soilSteps.join(' ')).toContain('Score the sides');
  });
});

describe('what is given to each plant', () => {
  it('feed is for pots and balls alone, and says for whom it is not counted', () => {
    const fed = sample({
      rows: [row({ stock: 'pot4', spacing: 3 }), row({ rowGap: 3, spacing: 3 })],
    });
    const [planting] = fed.plantings;
    const holding = {
      ...fed,
      plantings: [
        {
          ...planting!,
          means: { ...planting!.means, soil: { ...planting!.means.soil, measures: { 'add.feed': 20 } } },
        },
      ],
    };
    const { kit } = orderOf(holding).sums[0]!;
    expect(kit.find(({ key }) => key === 'feed')).toMatchObject({
      wanted: 0.42,
      why: '20 g for each of 21, once, at planting; none for 21 with bare roots: it burns them',
    });
  });
  it('pots of 50 and 100 L are stock like any other: dug, watered, ordered, on the card', () => {
    for (const [stock, perDay] of [
      ['pot50', 12],
      ['pot100', 6],
    ] as const) {
      const big = sample({ rows: [row({ stock, spacing: 10, species: [[1, 'Quercus robur']] })], length: 50 });
      const { holes } = holesOf(big);
      expect(holes[0]!.dug, stock).toBe(true);
      expect(plantingHours(laidOf(big), big).holes).toBeGreaterThan((6 / perDay) * 8);
      expect(orderOf(big).sums[0]!.plantLines[0]).toMatchObject({ stock, order: 7 });
    }
  });
});

describe(waterPlan, () => {
  it('takes the least work of what is there, until a way is chosen: nothing where nothing is watered', () => {
    const chosen = (holding: Holding, method: string): Holding => ({
      ...holding,
      plantings: holding.plantings.map((one) => ({
        ...one,
        means: { ...one.means, water: { ...one.means.water, method } },
      })),
    });
    const thirsty = chosen(dry(sample({ features: tapAt(10, 60), length: 200 })), 'least');
    const tank = { ...thirsty, settings: { ...thirsty.settings, 'water.tank': 600 } };
    const hours = (holding: Holding, method: string) =>
      waterOf(holding).ways.find((one) => one.method === method)!.hoursSeason;
    expect(hours(tank, 'tank')).toBeLessThan(hours(tank, 'rounds'));
    expect(waterOf(tank).taken!.method).toBe('tank');
    expect(waterOf(thirsty).taken!.method).toBe('rounds'); // nobody has said that there is one
    const few = {
      ...chosen(dry(sample({ features: tapAt(10, 1), length: 6 })), 'least'),
      settings: { ...tank.settings, 'water.tank': 20 },
    };
    expect(hours(few, 'rounds')).toBeLessThan(hours(few, 'tank'));
    expect(waterOf(few).taken!.method).toBe('rounds');
    expect(waterOf(chosen(tank, 'drip')).taken!.method).toBe('drip');
    expect(waterOf(chosen(tank, 'none')).taken).toBeNull();
    const moist = chosen(sample({ features: tapAt(10) }), 'least');
    expect([waterOf(moist).season, waterOf(moist).taken]).toEqual([0, null]);
    const dryGround = { ...thirsty, features: [] };
    expect(waterOf(dryGround).taken!).toMatchObject({
      method: 'rounds',
      refused: expect.stringMatching(/No tap/) as string,
    });
    expect(plantingHours(laidOf(tank), tank).water).toBe(hours(tank, 'tank'));
  });
  it('48 plants wanting 8 L a week with two emitters of 2 L an hour: one zone of two hours from 600 L/h, two of 24 from 120', () => {
    // Transplants in a dry month: what their crowns would draw is more than the 8 L that they take up.
    const laid = (flow: number) =>
      dry(sample({ length: 47, features: tapAt(flow), rows: [row({ spacing: 1, stock: 'transplant' })] }));
    expect(waterOf(laid(10)).most).toBeCloseTo(48 * 8, 9);
    expect(waterOf(laid(10)).drip).toMatchObject({ zones: 1, hoursPerZone: 2, hoursPerWeek: 2 });
    const { lines } = waterOf(laid(2)).drip!;
    expect(lines.map(({ zone, plants, length }) => [zone, plants, length])).toEqual([
      [1, 24, 23.5],
      [2, 24, 23.5],
    ]);
  });
  it('refuses what the tap or the distance cannot bear, with why', () => {
    const way = (holding: Holding, method: string) => waterOf(holding).ways.find((one) => one.method === method)!;
    expect(way(dry(sample()), 'drip').refused).toMatch(/No tap is drawn/);
    expect(way(dry(sample()), 'rounds').refused).toMatch(/No tap or tank/);
    expect(way(dry(sample({ features: tapAt(10) })), 'drip').refused).toBeNull();
    const trickle = dry(sample({ features: tapAt(0.1) }));
    const hurried = take(trickle, setMeasure('p1', 'water', 'water.allowed', 5, '')).holding;
    expect(way(hurried, 'drip').refused).toMatch(/run 41 hours a week, more than the 35 allowed/);
    const thirsty = take(trickle, setMeasure('p1', 'water', 'water.emitter', 6, '')).holding;
    expect(way(thirsty, 'drip').refused).toMatch(/gives 6 L an hour: too little/);
    expect(waterOf(thirsty).drip).toBeNull();
    // A row of 60 m is fed from its end; of 120 m from its middle; of 900 m in no way.
    const long = (length: number) => dry(sample({ length, features: tapAt(60), rows: [row({ spacing: 1 })] }));
    expect(waterOf(long(60)).drip).toMatchObject({ fromMiddle: false, feed: [0, 0] });
    const { drip } = waterOf(long(120));
    expect(drip).toMatchObject({ fromMiddle: true, feed: [60, 0] });
    expect(drip!.head).toBeLessThan(2);
    expect(way(long(120), 'drip')).toMatchObject({ refused: null, words: expect.stringContaining('from the middle') });
    expect(way(long(900), 'drip').refused).toMatch(/of head even when it is fed from its middle, more than a fifth/);
    const many = dry(sample({ length: 2000, features: tapAt(10), rows: [row({ spacing: 0.5 })] }));
    expect(way(many, 'rounds').refused).toMatch(/hours a week are more than the 84/);
  });
  it('buckets with a hole are moved on in sets, bought once, and nobody waits for them', () => {
    const holding = dry(sample({ features: tapAt(10) }));
    const way = waterOf(holding).ways.find(({ method }) => method === 'dripBuckets')!;
    expect(way).toMatchObject({
      refused: null,
      words: expect.stringMatching(/^2 sets of 24, each run out in \d+ minutes/),
    });
    // A straight bucket 28 cm across and 25 cm full through one hole of 3 mm, at 0.6 of the free flow.
    const seconds = (0.28 ** 2 / (0.003 ** 2 * 0.6)) * Math.sqrt(2 / 9.80665) * Math.sqrt(0.25);
    expect(way.words).toContain(`in ${Math.round(seconds / 60)} minutes`);
    const chosen = take(holding, setWay('p1', 'water', { method: 'dripBuckets' }, '')).holding;
    expect(orderOf(chosen).order.kit.map(({ key, count }) => [key, count])).toEqual([['drip.bucket', 24]]);
    expect(waterOf(sample()).ways.find(({ method }) => method === 'dripBuckets')!.refused).toMatch(/No tap or tank/);
  });
  it('bare roots are settled by a bucket, a ball by what its fill and itself take up', () => {
    const each = (stock: string, ratio = 2) => {
      const holding = orchard(stock);
      const { litres, plants } = holesOf({ ...holding, settings: { ...holding.settings, 'hole.ratio': ratio } });
      return litres / plants;
    };
    expect([each('feathered'), each('whip')]).toEqual([15, 2]);
    expect(each('feathered', 4)).toBe(15);
    expect(each('pot15', 5)).toBeGreaterThan(each('pot15', 2) + 5);
  });
  it('rain of a wet month leaves nothing to bring, and nobody waters in winter; the south has its summer in January', () => {
    const wet = {
      ...sample(),
      climate: { ...noClimate(), months: Array.from({ length: 12 }, () => ({ rain: 150, evaporation: 60 })) },
    };
    expect(waterOf(wet).most).toBe(0);
    const thrifty = (place?: Holding['place']) => {
      // A temperate place in which no drop falls.
      const daily = [0.6, 1, 1.8, 2.7, 3.5, 4, 4, 3.4, 2.3, 1.3, 0.7, 0.5];
      const months = daily.map((_, m) => ({ rain: 0, evaporation: 30.4 * daily[place ? (m + 6) % 12 : m]! }));
      const holding = { ...sample(), climate: { ...noClimate(), months }, ...(place && { place }) };
      return waterOf({ ...holding, settings: { ...holding.settings, 'water.kc': 5, 'water.basin': 0 } });
    };
    const { seasons } = thrifty();
    const [first, second] = seasons as [number[], number[]];
    expect([seasons.length, first.length, first[0]]).toEqual([2, 52, 0]);
    expect(Math.max(...first)).toBe(82); // whips of 41 hazels, two litres at least
    expect(second.indexOf(Math.max(...second))).toBe(24); // late in June, by what a crown draws
    expect(Math.max(...second)).toBeGreaterThan(Math.max(...first)); // a season wider
    expect(Math.max(...second)).toBeLessThanOrEqual(41 * 4); // and no more than whips take up
    const south = thrifty({ latitude: -40, longitude: 170 }).seasons;
    south.forEach((weeks, s) => weeks.forEach((litres, w) => expect(litres).toBeCloseTo(seasons[s]![w]!, 6)));
    expect([monthOfWeek(0, 40), monthOfWeek(0, -40), monthOfWeek(51, -40)]).toEqual([0, 6, 5]);
  });
  it('a known July dries the weeks about its middle most; a row of a later phase is watered from its own season on', () => {
    const months = Array.from({ length: 12 }, (_, m) => ({ rain: 0, evaporation: m === 6 ? 150 : 60 }));
    const holding = { ...sample(), climate: { ...noClimate(), months } };
    holding.settings['water.basin'] = 0;
    holding.settings['water.kc'] = 6; // so that crowns decide, and no least or most
    const [first] = waterOf(holding).seasons as [number[]];
    expect(first.indexOf(Math.max(...first))).toBe(28); // 6.5 of 12 months are 28.2 weeks
    // Of 100 mm a dry July brings 50, of which 0.6 less 10 reach roots: 20 mm in 4.35 weeks, on 0.2 m² of each plant.
    const rained = { ...holding, climate: { ...noClimate(), months: months.map((one) => ({ ...one, rain: 100 })) } };
    rained.settings = { ...holding.settings, 'water.basin': 0.2 };
    expect(first[28]! - waterOf(rained).seasons[0]![28]!).toBeCloseTo((41 * 0.2 * 20) / (365.25 / 84), 6);
    const later = { ...sample({ rows: [row(), row({ later: 2 })] }), climate: holding.climate };
    expect(waterOf(later).seasons.map((weeks) => weeks.some((litres) => litres > 0))).toEqual([true, true, true, true]);
  });
  it('whips on ground that holds water are watered in weeks in which it has run out, pots and sand in the whole dry time', () => {
    const months = Array.from({ length: 12 }, (_, m) => ({
      rain: m >= 4 && m <= 8 ? 45 : 90,
      evaporation: m >= 4 && m <= 8 ? 100 : 30,
    }));
    const weeks = (changes: Parameters<typeof sample>[0], means = 'none') => {
      const holding = {
        ...sample({ planting: { weeds: means as 'none' }, ...changes }),
        climate: { ...noClimate(), months },
      };
      return waterOf(holding).seasons[0]!.filter((litres) => litres > 0).length;
    };
    const sand = {
      kind: 'soilZone',
      texture: 'sand',
      points: [
        [-5, -5],
        [65, -5],
        [65, 5],
        [-5, 5],
      ],
    };
    const [whips, mulched, pots, onSand] = [
      weeks({}),
      weeks({}, 'chips'),
      weeks({ rows: [row({ stock: 'pot4' })] }),
      weeks({ features: [sand] as never }),
    ] as const;
    // Weeds draw it dry; under mulch the soil lasts the summer of a usual year.
    expect([whips > mulched, mulched]).toEqual([true, 0]);
    expect([pots >= 20, onSand >= 20]).toEqual([true, true]);
    const usual = { ...sample(), climate: { ...noClimate(), months } };
    const { season, dry } = waterOf(usual);
    expect(dry).toBeGreaterThan(season);
  });
  it('the watered time ends when rain reaches evaporation again, in Greece in autumn, in Victoria in autumn, near the equator between the rains', () => {
    const span = (latitude: number, longitude: number) => {
      const holding = sample({ latitude, longitude, rows: [row({ stock: 'pot4' })] });
      const weeks = waterOf(holding).seasons[0]!;
      const wet = weeks.map((litres, w) => (litres > 0 ? monthOfWeek(w, latitude) + 1 : 0));
      return new Set(wet.filter((month) => month > 0));
    };
    const greece = span(38, 22);
    expect([greece.has(6), greece.has(9), greece.has(12), greece.has(1)]).toEqual([true, true, false, false]);
    const victoria = span(-37, 145);
    expect([victoria.has(12), victoria.has(2), victoria.has(3), victoria.has(7)]).toEqual([true, true, true, false]);
    const kenya = span(-1, 37);
    expect([kenya.has(1), kenya.has(4), kenya.has(8)]).toEqual([true, false, true]);
  });
  it('drip is bought with its line, header, emitters and valves, only where it is chosen', () => {
    const holding = dry(sample({ features: tapAt(2) }));
    expect(orderOf(holding).order.kit).toEqual([]);
    const drip = take(holding, setWay('p1', 'water', { method: 'drip' }, '')).holding;
    // 60 m and a twentieth; 10 m from the tap and 10 over; 82 emitters and spares; two zones of 21 and 20.
    expect(orderOf(drip).order.kit.map(({ key, count }) => [key, count])).toEqual([
      ['drip.line', 1],
      ['drip.header', 1],
      ['drip.emitter', 85],
      ['drip.head', 1],
      ['drip.valve', 2],
    ]);
    const far = take(dry(sample({ features: tapAt(2, 45) })), setWay('p1', 'water', { method: 'drip' }, '')).holding;
    expect(orderOf(far).order.kit.find(({ key }) => key === 'drip.header')!.wanted).toBeCloseTo(55 / 50, 9);
  });
});

describe('money', () => {
  const grant = (changes: Partial<Grant>): Grant => ({
    id: 'g',
    name: 'Scheme',
    perMetre: 0,
    perTree: 0,
    cap: 0.75,
    conditions: 'kept ten years',
    pays: 'in spring',
    ...changes,
  });
  const withGrants = (...grants: Grant[]) => ({
    ...sample({ animals: ['rabbit'], planting: { weeds: 'mats' } }),
    grants,
  });
  it('net and grants are the gross; a grant stops at its cap and all together at the cost, each with a sentence', () => {
    const plain = moneyOf(withGrants());
    expect(plain.gross).toBe(plain.costs.total + plain.labour + plain.contingency + plain.tax);
    const small = moneyOf(withGrants(grant({ perMetre: 100, perTree: 10 })));
    expect(small.grants).toEqual([
      { name: 'Scheme', amount: 60 * 100 + 41 * 10, conditions: 'kept ten years', pays: 'in spring', note: '' },
    ]);
    expect(small.net).toBe(plain.gross - 6410);
    const large = moneyOf(withGrants(grant({ perMetre: 1e6 })));
    expect(large.grants[0]!.amount).toBe(Math.floor(0.75 * plain.gross + 0.5));
    expect(large.grants[0]!.note).toContain('cap of 75 %');
    const two = moneyOf(withGrants(grant({ perMetre: 1e6 }), grant({ id: 'h', perTree: 1e6 })));
    expect(two.net).toBe(0);
    expect(two.grants[1]!.note).toContain('never pay more than it costs');
  });
  it('own work can be left out of the money, its hours stay', () => {
    const holding = withGrants();
    const free = { ...holding, settings: { 'money.own': 0 } };
    expect(moneyOf(free).labour).toBe(0);
    expect(moneyOf(free).hours).toBe(moneyOf(holding).hours);
    expect(moneyOf(holding).labour).toBe(Math.floor(moneyOf(holding).hours * 3000 + 0.5));
  });
  it('work that is hired is paid at a contractor’s hour, taxed, and the rest stays one’s own', () => {
    const holding = withGrants();
    const own = moneyOf(holding);
    const half = moneyOf({ ...holding, settings: { 'money.hired': 0.5, 'money.tax': 0.2 } });
    expect(half.hours).toBe(own.hours);
    expect(half.labour).toBe(Math.floor((own.hours / 2) * 3000 + 0.5));
    expect(half.contractor).toBe(Math.round((own.hours / 2) * 4500));
    expect(half.tax).toBe(Math.floor(0.2 * (half.costs.total + half.contractor) + 0.5));
    expect(half.gross).toBe(half.costs.total + half.labour + half.contractor + half.contingency + half.tax);
  });
  it('parts of the cost of one planting are each the whole: by kind, by phase, by supplier; by row without its spares', () => {
    const holding = withGrants();
    const all = layHolding(holding);
    const { cents } = quantities(all[0]!.planting, all[0]!.layout, holding);
    const sum = (by: Parting) => moneyParts(by, all, NO_LEDGER, holding).reduce((total, part) => total + part.cents, 0);
    expect([sum('kind'), sum('phase'), sum('supplier')]).toEqual([cents, cents, cents]);
    expect(sum('row')).toBeLessThan(cents);
    expect(sum('row')).toBeGreaterThan(cents * 0.6);
  });
  it('a metre of belt in parts: what is paid, own work apart from it, and the same by hired hands', () => {
    const plain = withGrants();
    const half = { ...plain, settings: { ...plain.settings, 'money.hired': 0.25 } };
    const money = moneyOf(half);
    const [metre] = byLength(money.plantings, layHolding(half), half);
    const { materials, hours, metres } = money.plantings[0]!;
    expect(metre!.parts.at(-1)).toEqual({ label: 'Hired work', cents: (hours * 0.25 * 4500) / metres });
    expect(metre!.parts.reduce((sum, { cents }) => sum + cents, 0)).toBeCloseTo(metre!.paid, 6);
    expect(metre!.paid * metres).toBeCloseTo(materials + hours * 0.25 * 4500, 6);
    expect(metre!.ownHours * metres).toBeCloseTo(hours * 0.75, 9);
    expect(metre!.own * metres).toBeCloseTo(hours * 0.75 * 3000, 6);
    expect(metre!.hired * metres).toBeCloseTo(materials + hours * 4500, 6);
    // A block has no length.
    expect(byLength([{ ...money.plantings[0]!, metres: 0 }], layHolding(half), half)).toEqual([]);
  });
  it('hours are those of holes, weeds, guards and water, the guards’ taking off in its year', () => {
    const holding = withGrants();
    const hours = plantingHours(laidOf(holding), holding);
    // 500 whips a day on easy ground, along a marked line, and 2 L poured round each.
    expect(hours.holes).toBeCloseTo((41 / (500 * 0.75)) * 8 * 1.1 + (41 * (0.3 + 0.05 * 2)) / 60, 9);
    expect(hours.protection).toBeCloseTo((41 * 2.4) / 60, 9);
    expect(hours.weeds).toBeCloseTo((41 * 0.81 * 4) / 60, 9);
    expect(hours.years[0]).toBeCloseTo(hours.holes + hours.protection + hours.weeds, 9); // no tap: nobody waters
  });
  it('water is carried in the first two seasons, and no more', () => {
    const holding = dry(sample({ features: tapAt(10) }));
    const { water, years } = plantingHours(laidOf(holding), holding);
    expect(water).toBeGreaterThan(1);
    expect(years.map((hours, year) => (year < 2 ? hours > water / 2 : hours < water))).toEqual(years.map(() => true));
    expect(years[1]).toBeCloseTo(water, 9); // the thirstier of the two
    expect(years[2]).toBe(0);
  });
  it('by year five: what it cost over the plants that live', () => {
    const { survivors, net, care } = moneyOf(withGrants());
    expect(survivors!.alive).toBeCloseTo(41 * 0.9 * 0.97 ** 4, 9);
    const yearly = (care.reduce((sum, hour) => sum + hour, 0) / care.length) * 3000;
    expect(survivors!.total).toBeCloseTo(net + 5 * yearly, 6);
    expect(moneyOf({ ...sample(), plantings: [] }).survivors).toBeNull();
  });
});

describe('plants', () => {
  it('places, living and ordered are three numbers; enough live with the chance that was asked', () => {
    const { order } = orderOf(sample());
    const [numbers] = plantNumbers(order.plants, sample());
    expect(numbers).toMatchObject({ places: 41, alive: 37, aliveAtFive: 33, wanted: 52, spares: 7 });
    expect(numbers!.together).toBeGreaterThanOrEqual(0.9);
    expect(numbers!.alone).toBeGreaterThan(numbers!.together);
    // The same plants with three in ten unfit on arrival are too few.
    expect(plantNumbers(order.plants, { settings: { 'order.cull': 0.3 }, units: 'metric' })[0]!.alone).toBeLessThan(
      0.1,
    );
  });
  it('a size up gains years or says that it sulks longer than it saves', () => {
    const { order } = orderOf(sample({ rows: [row({ stock: 'plug' })] }));
    const [step] = sizeSteps(order.plants, 0, sample());
    expect(step!.larger).toBe('whip');
    expect(step!.perYear === null).toBe(step!.yearsGained <= 0);
    expect(step!.extra).toBeGreaterThan(0);
  });
});

describe(guardOrFence, () => {
  const weigh = (holding: Holding) => {
    const { planting, layout } = laidOf(holding);
    return guardOrFence(planting, layout, animalsAt(holding, layout.stand), siteOf(planting, layout, holding), 200)!;
  };
  it('says from what length the fence wins, and both cost the same there; none where guards are cheaper for every metre', () => {
    const dense = sample({
      animals: ['largeDeer', 'rabbit'],
      rows: [row({ spacing: 0.3 }), row({ spacing: 0.3, rowGap: 2 }), row({ spacing: 0.3, rowGap: 2 })],
    });
    const weighed = weigh(dense);
    expect(weighed.fromLength).toBeGreaterThan(0);
    const at = (length: number) => {
      const [a, b] = [weighed.curve[0]!, weighed.curve.at(-1)!];
      const t = length / b.length;
      return [a.guards + (b.guards - a.guards) * t, a.fence + (b.fence - a.fence) * t];
    };
    const [guards, fence] = at(weighed.fromLength!);
    expect(guards).toBeCloseTo(fence!, 3);
    expect(at(weighed.fromLength! * 1.1)[0]).toBeGreaterThan(at(weighed.fromLength! * 1.1)[1]!);
    const sparse = weigh(sample({ animals: ['rabbit'], rows: [row({ spacing: 5 })] }));
    expect(sparse.fromLength).toBeNull();
    expect(sparse.breach).toEqual({ fence: 13 * 200, guard: 200 });
  });
  it('weighs the fence that is chosen, and what fits where none is', () => {
    const plain = sample({ animals: ['rabbit'], rows: [row({ spacing: 5 })] });
    const of = (method: string) => weigh(take(plain, setWay('p1', 'protection', { method }, '')).holding).fence;
    expect(of('rabbit').fences).toEqual(['rabbit']);
    expect(of('deerHigh').fences).toEqual(['deerHigh']);
    expect(of('deerHigh').cost).toBeGreaterThan(of('rabbit').cost);
    expect(of('fitting').fences).toEqual(of('tube').fences);
  });
  it('the curve at this length is what both protections cost', () => {
    const weighed = weigh(sample({ animals: ['largeDeer'] }));
    const [first, last] = [weighed.curve[0]!, weighed.curve.at(-1)!];
    const here = first.guards + ((last.guards - first.guards) * 60) / last.length;
    expect(here).toBeCloseTo(weighed.guards.cost, 3);
    const fence = first.fence + ((last.fence - first.fence) * 60) / last.length;
    expect(fence).toBeCloseTo(weighed.fence.cost, 3);
  });
});
