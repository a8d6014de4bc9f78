import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../../checks/sample.ts';
import { take } from '../../holding/command.ts';
import { setException, setMeasure, setWay } from '../../holding/means-commands.ts';
import { addGap } from '../../holding/planting-commands.ts';
import type { Holding } from '../../holding/schema.ts';
import { layHolding } from '../../ranks/laid.ts';
import { noClimate } from '../../place/climate.ts';
import { waterMeasures, weedMeasures } from '../measures.ts';
import { priceTable } from '../prices.ts';
import { quantities } from '../../account/quantities.ts';
import { compareWeeds, drynessOf } from './compare.ts';
import { slitFor } from './weed-kit.ts';
import { cuttingPlan } from './cutting-plan.ts';
import { groupsOf } from './groups.ts';
import { weedMethods } from './methods.ts';
import { stretchesOf } from './stretches.ts';
import { cutFor } from './weed-kit.ts';

const laidOf = (holding: Holding) => layHolding(holding)[0]!;
const kitOf = (holding: Holding) => {
  const { planting, layout } = laidOf(holding);
  return Object.fromEntries(quantities(planting, layout, holding).kit.map(({ key, count }) => [key, count]));
};
const by = (method: string, more: Parameters<typeof sample>[0] = {}) =>
  take(sample(more), setWay('p1', 'weeds', { method }, '')).holding;
const fabric = { roll: 50, overlap: 0.3, endBury: 0.3, minPiece: 5 };

it('each way has its measures, those that its kit is reckoned by', () => {
  for (const method of Object.values(weedMethods)) expect(weedMeasures(method), method.label).toBeDefined();
  for (const [method, key, other] of [
    ['fabric', 'weed.rollWidth', 0.5],
    ['chips', 'weed.depth', 0.2],
  ] as const) {
    expect(weedMeasures(weedMethods[method]!)).toContain(key);
    const measured = take(by(method), setMeasure('p1', 'weeds', key, other, '')).holding;
    expect(kitOf(measured), method).not.toEqual(kitOf(by(method)));
  }
  expect(waterMeasures('tank')).toContain('water.tank');
  expect(waterMeasures('none')).toEqual(['water.dryRain', 'water.allowed']);
});

describe(cuttingPlan, () => {
  it('118 m over rows of 42, 42 and 34 m from 50 m rolls: adds up to rows, overlaps and buried ends, no offcut over 5 m', () => {
    const { pieces, rolls, joints, offcuts, remnant } = cuttingPlan([42, 42, 34], fabric);
    const cut = pieces.reduce((sum, { from, to }) => sum + to - from, 0);
    expect(cut).toBeCloseTo(118 + 3 * 0.6 + joints * 0.3, 9);
    expect(cut + offcuts.reduce((sum, piece) => sum + piece, 0) + remnant).toBeCloseTo(rolls * 50, 9);
    for (const piece of offcuts) expect(piece).toBeLessThan(5);
    expect(rolls).toBe(3);
    // The 7.4 m left of the first roll begin the second row.
    expect(pieces[1]).toMatchObject({ roll: 1, stretch: 1, from: -0.3 });
    expect(pieces[1]!.to).toBeCloseTo(7.1, 9);
    expect(pieces[2]!.from).toBeCloseTo(6.8, 9);
  });
  it('whatever the rows and rolls, each stretch is covered from end to end, joints lap, and nothing is lost', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.5, max: 300, noNaN: true }), { minLength: 1, maxLength: 8 }),
        fc.double({ min: 6, max: 200, noNaN: true }),
        (rows, roll) => {
          const plan = cuttingPlan(rows, { ...fabric, roll });
          rows.forEach((length, stretch) => {
            const here = plan.pieces.filter((piece) => piece.stretch === stretch);
            expect(here[0]!.from).toBeCloseTo(-0.3, 9);
            expect(here.at(-1)!.to).toBeCloseTo(length + 0.3, 6);
            for (let i = 1; i < here.length; i++) expect(here[i - 1]!.to - here[i]!.from).toBeCloseTo(0.3, 9);
          });
          const used = plan.pieces.reduce((sum, { from, to }) => sum + to - from, 0);
          const over = plan.offcuts.reduce((sum, piece) => sum + piece, 0) + plan.remnant;
          expect(used + over).toBeCloseTo(plan.rolls * roll, 5);
        },
      ),
      { seed: 3 },
    );
  });
  it('a roll no longer than its overlap lays nothing, and does not run on for ever', () => {
    expect(cuttingPlan([10], { ...fabric, roll: 0.3 }).rolls).toBe(0);
  });
});

describe('what is laid', () => {
  it('strips break at a gate and reach half a spacing beyond the last plant', () => {
    const gated = take(sample(), addGap('p1', { id: 'g', kind: 'gate', at: 30, width: 4 })).holding;
    const { stand } = laidOf(gated).layout;
    const [first, second] = stretchesOf(stand, stand.rows[0]!, 0);
    expect([first!.from, first!.to, second!.from, second!.to]).toEqual(
      [0, 27.75, 31.5 - 0.75 + 0.0, 60].map((n, i) => (i === 2 ? second!.from : n)),
    );
    expect(second!.from).toBeGreaterThan(31);
    expect(first!.plants + second!.plants).toBe(stand.count);
  });
  it('a strip wider than its roll lies side by side, and takes that many more', () => {
    const wide = take(by('fabric'), setMeasure('p1', 'weeds', 'weed.strip', 3, '')).holding;
    const { planting, layout } = laidOf(wide);
    const cut = cutFor(layout.stand, [0], planting.means.weeds, wide);
    expect(cut.across).toBe(3); // (3 - 0.3) / (1.2 - 0.3)
    expect(cut.plan.pieces.reduce((sum, { from, to }) => sum + to - from, 0)).toBeCloseTo(
      3 * 60.6 + cut.plan.joints * 0.3,
      6,
    );
    expect(kitOf(wide)['fabric']).toBe(2);
  });
  it('each row or species may have its own way; bags instead of loads; a row’s own measure', () => {
    const two = { rows: [row({ spacing: 1.5 }), row({ spacing: 1.5, rowGap: 3 })] };
    const holding = take(
      by('fabric', two),
      setException('p1', 'weeds', { for: 'row', of: 'p1r1' }, 'chips', ''),
    ).holding;
    expect(kitOf(holding)).toEqual({ fabric: 1, pin: 128, chips: 5 });
    const bags = take(by('chips'), setMeasure('p1', 'weeds', 'weed.bag', 50, '')).holding;
    // 41 rings: 4.51 m³ in bags of 50 L.
    expect(kitOf(bags)).toEqual({ bag: 91 });
    const mixed = sample({
      rows: [
        row({
          species: [
            [1, 'Corylus avellana'],
            [1, 'Acer campestre'],
          ],
        }),
      ],
    });
    const hazelOnly = take(
      mixed,
      setException('p1', 'weeds', { for: 'species', of: 'corylus-avellana' }, 'wool-mats', ''),
    ).holding;
    expect(kitOf(hazelOnly)).toEqual({ 'mat.wool': 22, pin: 110 });
    const { planting, layout } = laidOf(hazelOnly);
    expect(groupsOf(planting.means.weeds, layout.stand).map(({ plants }) => plants)).toEqual([20, 21]);
  });
  it('grass is sown between the rows alone; straw and sheets have their volumes and areas; what is hoed buys nothing', () => {
    const two = { rows: [row({ spacing: 1.5 }), row({ spacing: 1.5, rowGap: 4 })] };
    // 60 m beside each row by 4 m less half a metre off each stem: 2 x 180 m² at 2.5 g.
    expect(kitOf(by('nurse-grass', two))).toEqual({ seed: 1 });
    const { planting, layout } = laidOf(by('nurse-grass', two));
    expect(quantities(planting, layout, by('nurse-grass', two)).kit[0]!.wanted).toBeCloseTo(0.9, 9);
    expect(kitOf(by('sheet'))).toEqual({ sheet: 1 }); // 72 m² of 100
    expect(kitOf(by('straw'))).toEqual({ straw: 8 });
    for (const nothing of ['hoe', 'spot', 'cultivated', 'none']) expect(kitOf(by(nothing))).toEqual({});
  });
  it('every way has a price for what it buys', () => {
    const keys = new Set(priceTable.map(({ key }) => key));
    for (const { stuff } of Object.values(weedMethods)) if (stuff) expect(keys.has(stuff), stuff).toBe(true);
  });
});

describe(compareWeeds, () => {
  const choices = (holding: Holding) => {
    const { planting, layout } = laidOf(holding);
    return Object.fromEntries(compareWeeds(planting, layout, holding).map((choice) => [choice.method, choice]));
  };
  it('woven strip on 41 plants: 72 m², its roll, pins and hours, taken off in year 4', () => {
    const { fabric: strip } = choices(sample());
    expect(strip!.area).toBeCloseTo(72, 9);
    expect(strip!.material).toBe(9800 + 128 * 8);
    // Lay 1.7, see to 0.4 x 5, take off 1.7 minutes a m² at 30 an hour, and 0.11 a m² to be rid of it.
    expect(strip!.cents).toBe(Math.round(10824 + 72 * 11 + ((72 * 5.4) / 60) * 3000));
    expect(strip!.hours.map((hours) => Number(hours.toFixed(2)))).toEqual([2.04, 0.48, 0.48, 0.48, 2.52, 0.48]);
    expect(strip).toMatchObject({ off: 'year 4', voles: 'high', litter: true, against: [] });
    expect(strip!.weeks).toBeCloseTo((1000 * 0.15 * 0.5 * 0.4) / (7 * 3 * (0.3 * 0.3 + 0.15)), 9); // 3 mm a day where summers are cool
  });
  it('hours of all years are those that the cost counts', () => {
    const holding = sample();
    for (const { method, hours, cents, material, area } of Object.values(choices(holding))) {
      const { disposal, topups, topShare, topMaterial } = weedMethods[method]!;
      const work = hours.reduce((sum, hour) => sum + hour, 0) * 3000;
      expect(cents, method).toBeCloseTo(
        material + disposal * area + topups * (topShare * material + topMaterial * area) + work,
        -1,
      );
    }
  });
  it('says what it rules out here: fabric under suckers, straw and fabric beside voles, thin chips over rhizomes', () => {
    const thorn = choices(sample({ animals: ['vole'], rows: [row({ species: [[1, 'Prunus spinosa']] })] }));
    expect(thorn['fabric']!.against).toEqual([expect.stringContaining('blackthorn'), 'voles live beneath it']);
    expect(thorn['straw']!.against).toEqual(['voles winter in straw: not where they are']);
    expect(thorn['hoe']!.against).toEqual([]);
    const rank = {
      kind: 'cover',
      grows: 'rankPasture',
      points: [
        [0, -2],
        [60, -2],
        [60, 2],
        [0, 2],
      ],
    };
    const thin = sample({ features: [rank] as never });
    expect(choices(thin)['chips']!.against).toEqual([expect.stringContaining('rhizomes')]);
    const thick = take(
      by('chips', { features: [rank] as never }),
      setMeasure('p1', 'weeds', 'weed.depth', 0.1, ''),
    ).holding;
    expect(choices(thick)['chips']!.against).toEqual([]);
    const bent = (across: number) => {
      const points = [
        [0, 0],
        [30, 0],
        [60, across],
      ] as [number, number][];
      return choices(sample({ planting: { baseline: { points } } as never }))['fabric']!.against;
    };
    // 18 m of radius for a strip of 1.2 m: a turn of a ninth of a circle's radian over two metres.
    expect(bent(3.2)).toEqual([]);
    expect(bent(3.5)).toEqual([expect.stringContaining('bends tighter')]);
    expect(choices(sample())['nurse-grass']!.against).toHaveLength(1);
    expect(choices(sample({ rows: [row({ stock: 'feathered' })] }))['nurse-grass']!.against).toEqual([]);
  });
  it('a slit is as small as its stock bears, and never cuts the cloth through', () => {
    const way = { method: 'fabric', measures: {} };
    const of = (stock: string, spacing: number, changes = {}, settings = {}) =>
      slitFor({ ...way, measures: changes }, stock, spacing, { settings, units: 'metric' });
    expect([of('whip', 1.5), of('plug', 1.5), of('pot15', 3)]).toEqual([0.15, 0.1, 0.3]);
    expect([of('whip', 0.2), of('pot15', 0.4)]).toEqual([0.1, 0.2]);
    // What the steward set stands, up to half of the spacing.
    expect([of('whip', 1.5, { 'weed.slit': 0.25 }), of('whip', 1.5, {}, { 'weed.slit': 0.2 })]).toEqual([0.25, 0.2]);
    expect(of('whip', 0.3, { 'weed.slit': 0.25 })).toBe(0.15);
  });
  it('sand dries sooner than loam, a hot month sooner than a cool one', () => {
    const zone = {
      kind: 'soilZone',
      texture: 'sand',
      points: [
        [10, -5],
        [20, -5],
        [20, 5],
        [10, 5],
      ],
    };
    const sandy = sample({ features: [zone] as never });
    expect(drynessOf(laidOf(sandy).layout, sandy)).toEqual({ held: 0.08, evaporation: 3, texture: 'sand' });
    const months = Array.from({ length: 12 }, (_, m) => ({ rain: 50, evaporation: m === 6 ? 182.4 : 60 }));
    const hot = { ...sample(), climate: { ...noClimate(), months } };
    expect(drynessOf(laidOf(hot).layout, hot).evaporation).toBeCloseTo(182.4 / (365.25 / 12), 9);
  });
});
