import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import { Outlook } from '../effects/outlook.ts';
import { prevailingRose } from '../ground/wind.ts';
import type { Aim } from '../holding/ground-schema.ts';
import { plantingHours } from '../order/money-plan.ts';
import { take } from '../holding/command.ts';
import type { Holding } from '../holding/schema.ts';
import { noClimate } from '../place/climate.ts';
import { layHolding } from '../ranks/laid.ts';
import { yearsOf } from '../reports/years-report.ts';
import { judgeAim, judgeAims } from './judge-aims.ts';
import { aimRemedies, aimTries } from './remedies.ts';
import { firstMet, judged, judgedAlways, valueAt, type Series } from './verdict.ts';

const line = (values: number[], changes: Partial<Series> = {}): Series => ({
  years: [0, 1, 2, 4, 8],
  values,
  wanted: 50,
  better: 'more',
  ...changes,
});

describe('a verdict', () => {
  it('tells the first year in which it holds, between years that are asked too, and never where it never does', () => {
    expect(firstMet(line([0, 10, 50, 60, 70]))).toBe(2);
    expect(firstMet(line([0, 10, 20, 30, 70]))).toBe(6);
    expect(firstMet(line([0, 10, 20, 30, 40]))).toBeNull();
    expect(firstMet(line([60, 55, 51, 40, 30], { better: 'less', wanted: 45 }))).toBe(4);
    expect([valueAt(line([0, 10, 20, 30, 70]), 6), valueAt(line([0, 10, 20, 30, 70]), 99)]).toEqual([50, 70]);
  });
  it('is met only where it holds at the low end, likely at the middle, unlikely only at the high end', () => {
    const [bad, good] = [line([0, 0, 0, 20, 40]), line([0, 20, 60, 80, 90])];
    const of = (low: Series, middle: Series, high: Series) => judged({ low, middle, high }, 4).holds;
    expect([of(good, good, good), of(bad, good, good), of(bad, bad, good), of(bad, bad, bad)]).toEqual([
      'met',
      'likely',
      'unlikely',
      'missed',
    ]);
    const falls = line([9, 8, 7, 5, 3], { wanted: 6 });
    const kept = line([9, 8, 7, 7, 7], { wanted: 6 });
    const always = judgedAlways({ low: falls, middle: kept, high: kept });
    expect(always).toEqual({ metIn: { low: 4, middle: null, high: null }, value: 7, holds: 'likely' });
  });
});

type Features = NonNullable<Parameters<typeof sample>[0]>['features'];
const hedged = (aims: object[], more: { features?: Features; rows?: ReturnType<typeof row>[] } = {}): Holding => {
  const holding = sample({
    length: 80,
    rows: more.rows ?? [
      row({
        species: [
          [3, 'Carpinus betulus'],
          [1, 'Ilex aquifolium'],
        ],
        spacing: 0.8,
        stock: 'transplant',
      }),
      row({ species: [[1, 'Carpinus betulus']], spacing: 0.8, rowGap: 0.8, staggered: true, stock: 'transplant' }),
    ],
    planting: { weeds: 'fabric' },
    features: more.features ?? [
      {
        kind: 'shelter',
        name: 'yard',
        points: [
          [30, -25],
          [50, -25],
          [50, -10],
          [30, -10],
        ],
      },
      { kind: 'viewpoint', name: 'window', points: [[40, -20]], eye: 1.6 },
      {
        kind: 'fence',
        name: 'paling',
        points: [
          [35, 12],
          [45, 12],
        ],
        height: 1.8,
        solid: false,
      },
      {
        kind: 'stream',
        name: 'brook',
        points: [
          [5, 6],
          [75, 6],
        ],
        width: 3,
      },
      {
        kind: 'track',
        name: 'lane',
        points: [
          [0, -30],
          [80, -30],
        ],
        width: 3,
      },
    ],
  });
  return {
    ...holding,
    climate: { ...noClimate(), rose: prevailingRose(0, 'strong') },
    aims: aims.map((aim, i) => ({ id: `a${i}`, ...aim }) as Aim),
  };
};
const outlookOf = (holding: Holding) => new Outlook(holding, layHolding(holding));
const id = (holding: Holding, name: string) => holding.features.find((feature) => feature.name === name)!.id;
const ids = hedged([]);
const aims = {
  wind: { kind: 'wind', place: id(ids, 'yard'), cut: 0.3, by: 15, season: 'summer' },
  hide: { kind: 'hide', what: id(ids, 'paling'), from: id(ids, 'window'), share: 0.8, when: 'leaf', by: 10 },
  sun: { kind: 'winterSun', place: id(ids, 'yard'), hours: 2 },
  strip: { kind: 'strip', along: id(ids, 'brook'), width: 3 },
  snow: { kind: 'snow', along: id(ids, 'lane') },
  share: { kind: 'share', most: 0.5 },
  budget: { kind: 'budget', most: 100 },
  hands: { kind: 'hands', people: 2, days: 30 },
  care: { kind: 'care', hours: 1 },
  fruit: { kind: 'fruit', by: 5 },
};
const judge = (aim: object) => {
  const holding = hedged([aim]);
  return judgeAim(holding.aims[0]!, outlookOf(holding));
};

describe('aims judged', () => {
  it('wind: met in the year in which its cut reaches what is wanted, by the model itself', () => {
    const { series, metIn, holds, value } = judge(aims.wind);
    expect(series!.middle.values[0]).toBeLessThan(6);
    expect(metIn.high!).toBeLessThanOrEqual(metIn.middle!);
    expect(valueAt(series!.middle, metIn.middle!)).toBeGreaterThanOrEqual(30);
    expect(valueAt(series!.middle, metIn.middle! - 1)).toBeLessThan(30);
    expect([holds === 'missed', value! > 30]).toEqual([metIn.middle! > 15, metIn.middle! <= 15]);
    expect(judge({ ...aims.wind, place: 'nobody' })).toMatchObject({ holds: 'missed', value: null });
    const calm = { ...hedged([aims.wind]), climate: null };
    expect(judgeAim(calm.aims[0]!, outlookOf(calm)).why).toMatch(/No wind is known/);
  });
  it('hiding: anything drawn may be named; leafless it shows more, and an unclipped screen opens when its crowns rise', () => {
    const leafy = judge(aims.hide);
    const bare = judge({ ...aims.hide, when: 'leafless' });
    const always = judge({ ...aims.hide, when: 'always' });
    expect(leafy.value!).toBeGreaterThan(bare.value! + 10);
    expect(always.value).toBeCloseTo(Math.min(bare.value!, leafy.value!), 9);
    expect(leafy.sentence).toBe('Hide 80 % of the paling from the window, in leaf, by year 10.');
    expect(leafy.series!.middle.values.at(-1)!).toBeLessThan(Math.max(...leafy.series!.middle.values));
    const away = hedged([aims.hide], { rows: [row({ species: [[1, 'Fragaria vesca']], spacing: 2, stock: 'plug' })] });
    expect(judgeAim(away.aims[0]!, outlookOf(away)).why).toMatch(/No planting stands between/);
  });
  it('sun, strip and snow: at the worst, at the narrowest, and with the drift where it would lie', () => {
    const sun = judge(aims.sun);
    expect([sun.by, sun.holds]).toEqual([null, 'met']); // the hedge stands to the north of the yard
    const shaded = judge({ ...aims.sun, place: id(ids, 'paling') }); // to the north of the hedge
    shaded.series!.low.values.forEach((low, k) => {
      expect(low).toBeLessThanOrEqual(shaded.series!.middle.values[k]!);
      expect(shaded.series!.middle.values[k]!).toBeLessThanOrEqual(shaded.series!.high.values[k]!);
    });
    expect(shaded.series!.low.values[3]!).toBeLessThan(shaded.series!.high.values[3]! - 0.2);
    expect(judge({ ...aims.sun, hours: 20 })).toMatchObject({ holds: 'missed', metIn: { middle: 0 } });
    const strip = judge(aims.strip);
    expect([strip.unit, strip.holds === 'met' || strip.holds === 'likely']).toEqual(['m', true]);
    expect(strip.series!.high.values.at(-1)!).toBeGreaterThan(strip.series!.low.values.at(-1)!);
    const snow = judge(aims.snow);
    expect(snow.holds).toBe('missed');
    expect(snow.why).toMatch(/it would lie on the lane\. Set it back/);
  });
  it('the plan itself: mix, money, hands, care and fruit, each by its own sum', () => {
    const mix = judge(aims.share);
    expect(mix.value).toBeCloseTo((100 * (Math.ceil(101 * 0.75) + 101)) / 202, 0);
    expect(mix.why).toMatch(/as good as 1\.5 kinds in equal parts/);
    expect([mix.holds, judge({ ...aims.share, most: 0.9 }).holds]).toEqual(['missed', 'met']);
    expect(judge(aims.budget).holds).toBe('missed');
    expect(judge({ ...aims.budget, most: 1e9 }).metIn.middle).toBe(0);
    const hands = judge(aims.hands);
    expect([hands.unit, hands.holds]).toEqual(['days', 'met']);
    const planting = plantingHours(layHolding(ids)[0]!, ids).years[0]!;
    expect(hands.value).toBeCloseTo((planting / (2 * 8)) * 1.15, 9); // a working day of 8 h, 15 % lost to weather
    expect(judge({ ...aims.hands, people: 1 }).value).toBeCloseTo(2 * hands.value!, 9);
    const care = judge(aims.care);
    const work = plantingHours(layHolding(ids)[0]!, ids).years;
    expect([care.holds, care.value]).toEqual(['missed', Math.max(...work.slice(1))]);
    expect(work[0]).toBeGreaterThan(care.value!); // planting itself is no care
    expect(judge(aims.fruit)).toMatchObject({
      holds: 'missed',
      why: 'Nothing planted is picked for its fruit or nuts.',
    });
    const orchard = hedged([aims.fruit], {
      rows: [row({ species: [[1, 'Malus domestica']], spacing: 4, stock: 'feathered' })],
    });
    expect(judgeAim(orchard.aims[0]!, outlookOf(orchard))).toMatchObject({ value: 4, holds: 'likely' });
  });
});

describe('remedies', () => {
  it('for a screen that opens at its foot: clipping, which meets the aim when it is taken; nothing for what rows do not decide', () => {
    const holding = hedged([{ ...aims.hide, share: 0.75, by: 30 }]);
    const [aim] = holding.aims;
    expect(judgeAim(aim!, outlookOf(holding)).holds).toBe('missed');
    const found = aimRemedies(aim!, holding);
    const clipped = found.find(({ key }) => key.startsWith('clipped'))!;
    const { holding: mended } = take(holding, clipped.command);
    expect(mended.plantings[0]!.rows.every(({ kept }) => kept?.height === 3)).toBe(true);
    expect(judgeAim(aim!, outlookOf(mended)).holds).toBe('met');
    for (const { verdict } of found) expect(verdict.value! > 0).toBe(true);
    const met = found.map(({ verdict }) => verdict.metIn.middle ?? Infinity);
    expect(met).toEqual([...met].sort((a, b) => a - b));
    expect(
      aimRemedies({ ...aim!, share: 0.02 } as Aim, holding).every(
        ({ verdict }) =>
          verdict.metIn.middle! <= judgeAim({ ...aim!, share: 0.02 } as Aim, outlookOf(holding)).metIn.middle!,
      ),
    ).toBe(true);
    // What meets it later goes before what never does, though that shows more by the wanted year.
    const whips = hedged([{ ...aims.hide, share: 0.5, by: 3 }], {
      rows: [
        row({
          species: [
            [3, 'Carpinus betulus'],
            [1, 'Ilex aquifolium'],
          ],
          spacing: 0.8,
          stock: 'whip',
        }),
        row({ species: [[1, 'Carpinus betulus']], spacing: 0.8, rowGap: 0.8, stock: 'whip' }),
      ],
    });
    const offered = aimRemedies(whips.aims[0]!, whips).map(({ verdict }) => verdict);
    const never = offered.findIndex(({ metIn }) => metIn.middle === null);
    expect(never).toBeGreaterThan(0);
    expect(offered.slice(0, never).every(({ metIn }) => metIn.middle !== null)).toBe(true);
    expect(Math.max(...offered.slice(never).map(({ value }) => value!))).toBeGreaterThan(offered[0]!.value!);
    expect(aimTries(hedged([aims.share]).aims[0]!, holding)).toEqual([]);
    const keys = aimTries(hedged([aims.wind]).aims[0]!, holding).map(({ key }) => key.split(' ')[0]);
    expect(keys).toContain('tighter');
    expect(keys).not.toContain('clipped');
  });
});

describe('yearsOf', () => {
  it('prints one year or a few, with the numbers that the verdicts have', () => {
    const holding = hedged([aims.wind, aims.hide, aims.strip]);
    const told = yearsOf(holding, 10);
    expect(told.years.map(({ year }) => year)).toEqual([10]);
    const [wind, hide] = judgeAims(outlookOf(holding));
    expect(told.years[0]!.wind[0]!.cut['summer']).toBeCloseTo(valueAt(wind!.series!.middle, 10), 9);
    expect(told.years[0]!.hidden[0]!.leafy.screened).toBeCloseTo(hide!.value!, 9);
    expect(told.years[0]!.streams[0]!.water).toBe('brook');
    expect(told.plantings[0]!.rows[0]!.kinds.map(({ species }) => species)).toEqual([
      'Carpinus betulus',
      'Ilex aquifolium',
    ]);
    expect(told.aims.map(({ kind }) => kind)).toEqual(['wind', 'hide', 'strip']);
    expect(yearsOf(hedged([])).years).toHaveLength(11);
  });
});
