import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import { take } from '../holding/command.ts';
import { putPerson, setDays, setHands, setSettingWay, setStart } from '../holding/days-commands.ts';
import type { Person } from '../holding/days-schema.ts';
import { setMeasure, setWay } from '../holding/means-commands.ts';
import { setSetting } from '../holding/ground-commands.ts';
import type { Holding } from '../holding/schema.ts';
import { noClimate } from '../place/climate.ts';
import { orderOf } from '../account/order-list.ts';
import { kindKey } from '../account/quantities.ts';
import { pegging } from '../field/pegging.ts';
import { layHolding } from '../ranks/laid.ts';
import { pegsOf } from '../record/pegs.ts';
import type { Happened, RecordEvent } from '../record/events.ts';
import { ledgerOf, NO_LEDGER, type Ledger } from '../record/ledger.ts';
import { isClosed } from './calendar.ts';
import { Crew } from './crew.ts';
import { dateWords, dayOf, textOf, weekday } from './day.ts';
import { bestGangs, bestHands, lineOf, sayGangs } from './line.ts';
import { beforeRules, careRules } from './rules.ts';
import { proposedFor } from './proposed.ts';
import { movesWith, slipsOf } from './slips.ts';
import { fitsWindow } from './windows.ts';
import { planDays } from './tasks.ts';
import { compareWays } from './ways.ts';
import { daysSheet } from './days-sheet.ts';
import { factsOf } from './facts.ts';
import { seasonChoices } from './season-schools.ts';
import { settingOf } from '../holding/settings.ts';
import { priceOf } from '../means/prices.ts';
import { weedChoice } from '../means/weeds/compare.ts';
import { phasesOf } from '../means/work.ts';

const person = (id: string, changes: Partial<Person> = {}): Person => ({
  id,
  name: id,
  week: [true, true, true, true, true, false, false],
  hours: 8,
  child: false,
  not: [],
  off: [],
  ...changes,
});
const hedge = (start: string | null = '2027-03-15', changes: Parameters<typeof sample>[0] = {}): Holding => {
  const holding = {
    ...sample({
      length: 150,
      rows: [row({ spacing: 0.5, species: [[1, 'Crataegus monogyna']] })],
      animals: ['rabbit', 'vole'],
      planting: { purpose: 'hedge', weeds: 'fabric' },
      ...changes,
    }),
  };
  const set = start === null ? holding : take(holding, setStart('p1', start, '')).holding;
  const crew = take(set, putPerson(person('A'), '')).holding;
  return { ...crew, climate: { ...noClimate(), firstFrost: '11-01', lastFrost: '04-20', zone: 8 } };
};
const planOf = (holding: Holding, ledger: Ledger = NO_LEDGER) => planDays(holding, layHolding(holding), ledger);
const taskOf = (holding: Holding, rule: string, ledger = NO_LEDGER) =>
  planOf(holding, ledger).tasks.find((one) => one.rule === rule)!;
const spans = (holding: Holding, rule: string) =>
  planOf(holding)
    .tasks.filter((one) => one.rule === rule)
    .map(({ from, to }) => [textOf(from), textOf(to)]);
let events = 0;
const recorded = (...happened: Happened[]): Ledger =>
  ledgerOf(
    happened.map(
      (one): RecordEvent =>
        ({
          id: `e${events++}`,
          device: 'd',
          seq: events,
          at: `2027-01-01T08:00:${String(events % 60).padStart(2, '0')}+00:00`,
          by: '',
          ...one,
        }) as RecordEvent,
    ),
  );
const slips = (holding: Holding, today: string, ledger = NO_LEDGER) =>
  slipsOf(planOf(holding, ledger), holding, dayOf(today));

describe('before planting', () => {
  it('everything is counted back from the first spade, on days that somebody comes, and planting waits for it', () => {
    const { tasks, runs } = planOf(hedge());
    const plant = tasks.find(({ rule }) => rule === 'plant')!;
    expect([textOf(plant.from), runs[0]!.work.plants]).toEqual(['2027-03-15', 301]);
    expect(spans(hedge(), 'graze')).toEqual([['2027-02-22', '2027-02-22']]);
    expect(spans(hedge(), 'materials')).toEqual([['2027-03-08', '2027-03-08']]);
    expect(spans(hedge(), 'order')).toEqual([['2026-09-16', '2026-09-16']]);
    for (const { group, id, to } of tasks)
      if (group === 'before') {
        expect(plant.waits, id).toContain(id);
        expect(to, id).toBeLessThan(plant.from);
      }
  });
  it('marks are asked for by the office’s days, again when they run out, and again when asked for too early', () => {
    const crewed = (holding: Holding) => take(holding, setDays({ holidays: ['2027-03-10'] }, '')).holding;
    expect(spans(crewed(hedge()), 'marks')[0]).toEqual(['2027-03-08', '2027-03-08']); // Thursday, Friday and Tuesday clear, Wednesday a holiday
    const asked = (on: string) => recorded({ kind: 'marksAsked', body: { reference: 'R', on, services: [] } });
    expect(taskOf(hedge(), 'marks', asked('2027-03-05')).state).toBe('done');
    expect(taskOf(hedge(), 'marks', asked('2027-02-20')).state).toBe('open'); // 14 days are over by the 15th
    const long = take(hedge('2027-03-15', { length: 1500 }), setSetting('marks.hold', 10, '')).holding;
    const asks = planOf(long).tasks.filter(({ rule }) => rule === 'marks');
    expect(asks.length).toBeGreaterThan(1);
    expect(asks[1]!.from).toBeLessThanOrEqual(asks[0]!.holds! + 1);
    expect(slips(long, '2027-01-01').some(({ what }) => what === 'The marks will have run out')).toBe(true);
  });
  it('marks are counted from the day on which they appeared, not from that on which they were asked for', () => {
    const marks = (asked: string, marked: string) =>
      taskOf(
        hedge(),
        'marks',
        recorded(
          { kind: 'marksAsked', body: { reference: 'R', on: asked, services: [] } },
          { kind: 'marked', body: { reference: 'R', on: marked, marks: [{ service: 's', name: 'pipe', line: null }] } },
        ),
      );
    expect(marks('2027-02-20', '2027-03-04')).toMatchObject({ state: 'done', holds: dayOf('2027-03-18') });
    expect(marks('2027-02-20', '2027-02-27').state).toBe('open'); // 14 days later is the 13th, before the first spade
  });
  it('the remedy of a later phase moves the planting by as much as the phase is to move', () => {
    const later = hedge('2027-03-15', {
      length: 30,
      rows: [row(), row({ rowGap: 3, later: 1 })],
    });
    const slip = slips(later, '2028-07-01').find(({ id }) => id.startsWith('past:p1:1'))!;
    const run = planOf(later).runs.find(({ work }) => work.phase === 1)!;
    const moved = take(later, slip.remedies[0]!.command).holding;
    const after = planOf(moved).runs.find(({ work }) => work.phase === 1)!;
    const by = dayOf(moved.days.plantings[0]!.start!) - dayOf('2027-03-15');
    expect(slip.remedies[0]!.label).toBe(`Plant on ${dateWords(run.set + by)}`);
    expect(by).toBeGreaterThan(100);
    expect(Math.abs(after.set - run.set - by)).toBeLessThanOrEqual(1); // a year on may be a leap year
  });
  it('a task that nests close to never lands there: here, half a year on in the south, and over New Year', () => {
    const bramble = (latitude: number, start: string, rules: { kind: string }[] = []) =>
      hedge(start, {
        latitude,
        rules,
        features: [
          {
            kind: 'cover',
            name: 'bramble',
            grows: 'bramble',
            clearing: 'cutAndTreat',
            points: [
              [0, -5],
              [150, -5],
              [150, 5],
              [0, 5],
            ],
          },
        ],
      });
    for (const [latitude, start] of [
      [52, '2027-10-15'],
      [52, '2027-05-15'],
      [-42, '2027-11-15'],
      [-42, '2027-06-10'],
    ] as const) {
      const { to, from } = taskOf(bramble(latitude, start), 'clear');
      const closed = latitude > 0 ? (['03-01', '08-31'] as const) : (['09-01', '02-28'] as const);
      for (let day = from; day <= to; day++)
        expect(isClosed(day, closed), `${latitude} ${start} ${textOf(day)}`).toBe(false);
      expect(to).toBeLessThan(dayOf(start));
    }
    const own = bramble(52, '2027-01-20', [{ kind: 'nesting', from: '11-15', to: '01-31' } as never]);
    expect(textOf(taskOf(own, 'clear').to) <= '2026-11-14').toBe(true);
    const treat = taskOf(bramble(52, '2027-10-15'), 'spray');
    expect([treat.by, treat.wait, treat.holds! - treat.to]).toEqual(['licensed', 21, 120]);
    expect(isClosed(treat.to, ['11-01', '03-30'])).toBe(false); // it is given while things grow
  });
  it('the rules have no circle, need only what there is, and say what each thing costs when it is left', () => {
    const ids = new Set(beforeRules.map(({ id }) => id));
    const reaches = (id: string, seen: readonly string[] = []): boolean =>
      seen.includes(id) || beforeRules.find((one) => one.id === id)!.needs.some((need) => reaches(need, [...seen, id]));
    for (const { id, needs, cost, late } of beforeRules) {
      expect(
        needs.every((need) => ids.has(need)),
        id,
      ).toBe(true);
      expect(reaches(id), id).toBe(false);
      expect(`${cost} ${late}`).toMatch(/^[A-Z].*\. ?[A-Z].*\.$/);
    }
    expect(new Set(careRules.map(({ id }) => id)).size).toBe(careRules.length);
  });
});

describe('the calendar of a planting', () => {
  const days = fc.integer({ min: 0, max: 40 });
  it('moves by as many days as the planting day, within the days that are worked', () => {
    const all = take(hedge(), putPerson(person('A', { week: [true, true, true, true, true, true, true] }), '')).holding;
    const rules = ['plant', 'graze', 'materials', 'set-out', 'soil-test', 'count-1'];
    const before = planOf(all).tasks;
    fc.assert(
      fc.property(days, (n) => {
        const moved = planOf(take(all, setStart('p1', textOf(dayOf('2027-03-15') + n), '')).holding).tasks;
        for (const rule of rules.slice(0, 5)) {
          const [was, is] = [before, moved].map((tasks) => tasks.find((one) => one.rule === rule)!);
          expect(is!.from - was!.from, rule).toBe(n);
        }
      }),
      { seed: 5, numRuns: 25 },
    );
  });
  it('has no task before what it waits for, and every piece that was put on comes off or is told to stay', () => {
    for (const weeds of ['fabric', 'mats', 'chips', 'straw', 'hoe', 'none'])
      for (const method of ['none', 'tube', 'spiral', 'mesh']) {
        const holding = take(
          hedge('2027-03-15', { planting: { purpose: 'hedge', weeds } }),
          setWay('p1', 'protection', { method }, ''),
        ).holding;
        const { tasks } = planOf(holding);
        const by = new Map(tasks.map((task) => [task.id, task]));
        for (const task of tasks)
          for (const id of task.waits) {
            const first = by.get(id);
            if (first)
              expect(task.from, `${task.id} after ${id}`).toBeGreaterThan(
                task.rule === 'cut-back' ? first.from - 1 : first.to,
              );
          }
        expect(by.size).toBe(tasks.length);
        const off = tasks.filter(({ group }) => group === 'off').map(({ rule }) => rule);
        expect(off.includes('guard-off'), method).toBe(method !== 'none');
        expect(off.includes('cover-off'), weeds).toBe(['fabric', 'mats', 'straw'].includes(weeds));
        const [guard, stake] = ['guard-off', 'stake-off'].map((rule) => tasks.find((task) => task.rule === rule));
        if (stake) expect(stake.from, method).toBeGreaterThanOrEqual(guard!.from);
        for (const task of tasks.filter(({ group }) => group === 'off'))
          expect(task.sign ?? task.stop, task.id).toMatch(/\w/);
      }
  });
  it('a stake of a dwarfing stock stays for life, others come off; a mat under which suckers are wanted has its end', () => {
    const apples = (rootstock: string) =>
      hedge('2027-03-15', {
        animals: ['mediumDeer'],
        planting: { purpose: 'orchard', weeds: 'mats' },
        rows: [row({ spacing: 4, stock: 'feathered', species: [[1, 'Malus domestica', '', '', rootstock] as never] })],
      });
    const [dwarfed, tall] = ['dwarfing', 'semi-vigorous'].map((one) =>
      planOf(apples(one)).tasks.filter(({ rule }) => rule === 'stake-off'),
    );
    expect(dwarfed).toEqual([]);
    const stayingOf = (one: string) => factsOf(layHolding(apples(one))[0]!, apples(one)).stays.join(' ');
    expect(stayingOf('dwarfing')).toMatch(/Stake and soft tie stay for life/);
    expect(stayingOf('semi-vigorous')).not.toMatch(/for life/);
    // The stake holds the tube: it stays until that comes off, whatever the rootstock asks.
    expect(tall!.map(({ year }) => year)).toEqual([7]);
    expect(planOf(apples('dwarfing')).tasks.filter(({ rule }) => rule === 'suckers').length).toBeGreaterThan(20);
  });
  it('mounds are raised only for what does not bear the wet it stands in; nets that were chosen go on and come off by the year', () => {
    const wet = (species: string) =>
      hedge('2027-03-15', {
        features: [
          {
            kind: 'wetGround',
            name: 'hollow',
            stands: 'winter',
            points: [
              [10, -5],
              [40, -5],
              [40, 5],
              [10, 5],
            ],
          },
        ],
        rows: [row({ spacing: 1, species: [[1, species]] })],
      });
    expect([taskOf(wet('Fagus sylvatica'), 'shape') !== undefined, taskOf(wet('Salix viminalis'), 'shape')]).toEqual([
      true,
      undefined,
    ]);
    const netted = take(
      hedge('2027-03-15', { rows: [row({ species: [[1, 'Ilex aquifolium']], stock: 'pot4' })] }),
      setMeasure('p1', 'protection', 'extra.winterNet', 1, ''),
    ).holding;
    const { tasks } = planOf(netted);
    const on = tasks.filter(({ rule }) => rule === 'winter-net-on');
    const off = tasks.filter(({ rule }) => rule === 'winter-net-off');
    expect([on.length, off.length]).toEqual([4, 4]);
    on.forEach(({ from }, n) => expect(off[n]!.from).toBeGreaterThan(from));
  });
  it('feeds only where weeds are held; says when watering, weeding and pruning stop', () => {
    expect(taskOf(hedge('2027-03-15', { planting: { purpose: 'hedge', weeds: 'none' } }), 'feed')).toBeUndefined();
    expect(taskOf(hedge(), 'feed').what).toMatch(/only what grew less than 15 cm/);
    const dry = Array.from({ length: 12 }, (_, m) => ({ rain: m >= 4 && m <= 8 ? 5 : 90, evaporation: 80 }));
    const thirsty = { ...hedge(), climate: { ...hedge().climate!, months: dry } };
    expect(taskOf(thirsty, 'water').stop).toMatch(/end of season 2/);
    // From when the soil has run out to when rain is back; where it never runs out nothing is planned.
    const [first, second, ...more] = spans(thirsty, 'water');
    expect(more).toEqual([]);
    expect([first![0]!.slice(5, 7), first![1]!.slice(5, 7), second![0]!.slice(0, 4)]).toEqual(['07', '09', '2028']);
    expect(spans(hedge(), 'water')).toEqual([]);
    expect(spans(hedge(), 'weed-1').map(([from]) => from!.slice(0, 4))).toEqual(['2027', '2028', '2029', '2030']);
  });
  it('a row that comes out has its winter, a later phase its own calendar', () => {
    const holding = hedge('2027-03-15', {
      planting: { purpose: 'windbreak', weeds: 'mats' },
      rows: [row({ spacing: 2, out: 8, name: 'Nurse' }), row({ spacing: 2, rowGap: 3, later: 2 })],
    });
    const { tasks, runs } = planOf(holding);
    expect(runs.map(({ work, set }) => [work.phase, textOf(set)])).toEqual([
      [0, '2027-03-15'],
      [2, '2029-03-15'],
    ]);
    const out = tasks.filter(({ rule }) => rule === 'nurse');
    expect(out.map(({ what, phase, from }) => [what, phase, textOf(from).slice(0, 4)])).toContainEqual([
      'Take Nurse out',
      0,
      '2035',
    ]);
    expect(new Set(tasks.map(({ id }) => id)).size).toBe(tasks.length);
  });
});

describe('care', () => {
  it('comes by the seasons: weeding two weeks before buds break, gaps filled in deep winter, ties left alone at first', () => {
    const hard = { ...hedge(), climate: { ...noClimate(), firstFrost: '10-10', lastFrost: '05-05', zone: 5 } };
    // Buds break three weeks before the last frost where winters are mild, two before it where they are hard.
    expect(spans(hedge(), 'weed-1')[0]![0]).toBe('2027-03-19'); // due while it is planted, so the day after
    expect(spans(hedge(), 'weed-1')[1]![0]).toBe('2028-03-16');
    expect(spans(hard, 'weed-1')[0]![0]).toBe('2027-04-07');
    expect(spans(hedge(), 'gaps')[0]![0]).toBe('2028-01-31');
    const tied = hedge('2027-03-20', { animals: ['mediumDeer'] });
    expect(spans(tied, 'loosen')[0]![0]).toBe('2027-09-01'); // 1 April is too soon
    expect(
      spans(hedge('2027-03-15', { planting: { purpose: 'hedge', weeds: 'chips' } }), 'top-up').map(([from]) =>
        from!.slice(0, 4),
      ),
    ).toEqual(['2028', '2030']);
  });
  it('in the tropics care goes by planting and rains: no buds, no heaving frost, water when the rains end', () => {
    const kenya = {
      ...hedge('2027-03-15', { latitude: -1, longitude: 37, rows: [row({ spacing: 1, stock: 'pot4' })] }),
      climate: null,
    };
    expect(spans(kenya, 'heel')).toEqual([]);
    expect(spans(kenya, 'weed-2')).toEqual([]);
    const planted = planOf(kenya).runs[0]!.to;
    const weeded = planOf(kenya).tasks.filter(({ rule, year }) => rule === 'weed-1' && year === 1);
    // Five weeks after planting, while it rains; then two weeks into the next rains, and seven on.
    expect(weeded[0]!.from - planted).toBe(35);
    expect(weeded.map(({ from }) => textOf(from).slice(5, 7))).toEqual(['04', '10', '12']);
    const watered = planOf(kenya).tasks.filter(({ rule, year }) => rule === 'water' && year === 1);
    expect(watered.map(({ from, to }) => [textOf(from).slice(5, 7), textOf(to).slice(5, 7)])).toEqual([
      ['05', '09'],
      ['12', '03'],
    ]);
  });
  it('what wants open ground waits for the thaw', () => {
    const hard = { ...hedge(), climate: { ...noClimate(), firstFrost: '10-01', lastFrost: '05-20', zone: 4 } };
    for (const rule of ['heel', 'gaps', 'straighten', 'weed-1'])
      for (const [from] of spans(hard, rule)) {
        const day = from!.slice(5);
        // Frozen through from the middle of November to 10 April there.
        expect(day > '04-10' && day < '11-15', `${rule} ${day}`).toBe(true);
      }
    expect(spans(hard, 'gaps').length).toBeGreaterThan(0);
  });
  it('what the law may want is asked for before the first spade: felling where something is cleared, water beside a bank', () => {
    const at = (metres: number) => ({
      features: [
        {
          kind: 'stream',
          name: 'brook',
          width: 2,
          points: [
            [-20, metres],
            [170, metres],
          ],
        },
      ] as never,
    });
    expect(taskOf(hedge('2027-03-15', at(10.9)), 'water-permit')).toMatchObject({
      what: 'Ask about work beside brook',
      by: 'office',
    });
    expect(taskOf(hedge('2027-03-15', at(11.1)), 'water-permit')).toBeUndefined();
    const brambles = hedge('2027-03-15', {
      features: [
        {
          kind: 'cover',
          grows: 'hedgerow',
          clearing: 'cutAndTreat',
          points: [
            [0, -5],
            [50, -5],
            [50, 5],
            [0, 5],
          ],
        },
      ] as never,
    });
    const [asked, cleared] = ['felling', 'clear'].map((rule) => taskOf(brambles, rule));
    expect(asked!.to).toBeLessThan(cleared!.from);
    expect(cleared!.waits).toContain(asked!.id);
    expect(taskOf(hedge(), 'felling')).toBeUndefined();
    expect(taskOf(hedge(), 'order').why).toContain('plant passports');
  });
  it('nothing is done to what is gone: ties after their stakes, guards after they are off', () => {
    const { tasks } = planOf(hedge('2027-03-20', { animals: ['mediumDeer'], rows: [row({ spacing: 2 })] }));
    const off = (rule: string) => tasks.find((one) => one.rule === rule)!.from;
    for (const [rule, end] of [
      ['loosen', 'stake-off'],
      ['straighten', 'guard-off'],
      ['guard-check', 'guard-off'],
    ] as const) {
      const mine = tasks.filter((one) => one.rule === rule);
      expect(mine.length, rule).toBeGreaterThan(1);
      expect(Math.max(...mine.map(({ from }) => from)), rule).toBeLessThan(off(end));
    }
  });
  it('trees are pruned when no disease gets into the wound, bushes and hedges not at all', () => {
    const belt = (latitude: number, longitude: number, ...kinds: string[]) => ({
      ...hedge('2027-03-15', {
        latitude,
        longitude,
        planting: { purpose: 'windbreak', weeds: 'mats' },
        rows: [row({ spacing: 2, species: kinds.map((kind) => [1, kind] as [number, string]) })],
      }),
    });
    const pruned = (holding: Holding) =>
      planOf(holding)
        .tasks.filter(({ rule, year }) => rule === 'prune' && year === 3)
        .map(({ what, from, hours }) => [what, textOf(from).slice(5, 7), hours] as const);
    // 76 places: half of each kind, half a minute for each tree.
    expect(pruned(belt(44, -92, 'Quercus macrocarpa', 'Tilia cordata'))).toEqual([
      ['Prune bur oak for one leader', '01', expect.closeTo((38 * 0.5) / 60, 2)],
      ['Prune small-leaved lime for one leader', '02', expect.any(Number)],
    ]);
    // No oak wilt in Europe; cherries are cut in summer everywhere, in their own half of the year.
    expect(pruned(belt(52, 0, 'Quercus robur', 'Prunus avium')).map(([, month]) => month)).toEqual(['02', '07']);
    expect(pruned(belt(-38, 145, 'Prunus avium', 'Quercus robur')).map(([, month]) => month)).toContain('01');
    expect(pruned(belt(52, 0, 'Corylus avellana', 'Cornus sanguinea'))).toEqual([]);
    expect(pruned(hedge())).toEqual([]);
  });
  it('a hedge is never cut in the closed time, on whatever days the crew comes, in the north, the south and over New Year', () => {
    const weeks = fc.array(fc.boolean(), { minLength: 7, maxLength: 7 }).filter((week) => week.some(Boolean));
    fc.assert(
      fc.property(weeks, fc.constantFrom(52, -42), fc.boolean(), fc.boolean(), (week, latitude, hard, own) => {
        const base = hedge(latitude > 0 ? '2027-03-15' : '2027-08-15', {
          latitude,
          rules: own ? [{ kind: 'nesting', from: '12-15', to: '02-10' } as never] : [],
        });
        const crewed = take(base, putPerson(person('A', { week }), '')).holding;
        const holding = { ...crewed, climate: { ...noClimate(), zone: hard ? 4 : 8 } };
        const closed = own
          ? (['12-15', '02-10'] as const)
          : latitude > 0
            ? (['03-01', '08-31'] as const)
            : (['09-01', '02-28'] as const);
        const cuts = planOf(holding).tasks.filter(({ rule }) => rule === 'trim');
        expect(cuts.length).toBeGreaterThan(3);
        for (const { from, to } of cuts)
          for (let day = from; day <= to; day++) expect(isClosed(day, closed), textOf(day)).toBe(false);
      }),
      { seed: 8, numRuns: 40 },
    );
  });
  it('the hours of a year are shared by its two weedings', () => {
    const { tasks, runs } = planOf(hedge());
    const [first, second] = ['weed-1', 'weed-2'].map((rule) => tasks.find((one) => one.rule === rule)!.hours);
    const { hours } = weedChoice('fabric', runs[0]!.laid.planting, runs[0]!.laid.layout, hedge());
    expect(first! + second!).toBeCloseTo(hours[1]!, 9);
    expect(first).toBe(second);
  });
  it('plants come so that none lies longer than it bears, in no more lots than that takes, and days are kept for weather', () => {
    const long = hedge('2027-02-01', { length: 1500 });
    const { runs } = planOf(long);
    const [{ lots, days, work }] = runs as [(typeof runs)[number]];
    expect(days.reduce((sum, { hours }) => sum + hours, 0)).toBeCloseTo(work.hours * 1.15, 6);
    expect(lots.length).toBeGreaterThan(1);
    lots.forEach(({ on, planted, lost, plants }, n) => {
      expect(planted).toBeLessThanOrEqual(lost);
      expect(lost - on).toBe(7);
      expect(plants).toBeGreaterThan(0);
      if (n > 0) expect(lots[n]!.planted).toBeGreaterThan(lots[n - 1]!.lost); // one lot more was wanted
    });
    // What comes is what is ordered, spares counted in.
    const come = planOf(long).tasks.filter(({ rule }) => rule === 'come');
    const sum = come.reduce((all, { what }) => all + Number(/^[\d,]+/.exec(what)![0].replace(',', '')), 0);
    expect(sum).toBe(orderOf(long, layHolding(long), NO_LEDGER).plants[0]!.order);
    expect(sum).toBeGreaterThan(work.plants);
  });
  it('a year of it is a table a month on paper, from the week that it is asked', () => {
    const { tasks } = planOf(hedge());
    const sheet = daysSheet(tasks, new Map([['p1', 'Row']]), 'Days', dayOf('2027-03-10'));
    const tables = sheet.parts.flatMap((part) => (part.kind === 'table' ? [part] : []));
    expect([tables[0]!.name, tables.at(-1)!.name]).toEqual(['March 2027', 'March 2028']);
    expect(tables.every(({ rows }) => rows.every((cells) => cells[3] === 'Row'))).toBe(true);
    const notes = sheet.parts.flatMap((part) => (part.kind === 'note' ? [part.text] : []));
    expect(notes.filter((text) => text.startsWith('Trim the hedge')).length).toBeLessThanOrEqual(1);
    expect(notes.some((text) => text.startsWith('Plant 301') && /marked before you dig/.test(text))).toBe(true);
    expect(tables[0]!.rows[0]![0]).toBe('[  ]');
    expect(String(tables[0]!.rows[0]![1])).toMatch(/2027$/);
    expect(sheet.intro).toMatch(/^From 10 March 2027 on\. /);
    expect(daysSheet([], new Map(), 'Days', 0).intro).toMatch(/^Days follow/);
    expect(daysSheet([], new Map(), 'Days', 0).parts).toEqual([{ kind: 'note', text: 'No planting has a day yet.' }]);
  });
});

describe('the crew', () => {
  it('two plantings never take more of anybody’s day than there is', () => {
    const two = (hours: number, off: readonly string[]) => {
      const base = sample({ length: 200, rows: [row({ spacing: 0.5 })] });
      const holding: Holding = {
        ...base,
        plantings: [
          base.plantings[0]!,
          {
            ...base.plantings[0]!,
            id: 'p2',
            name: 'Two',
            rows: base.plantings[0]!.rows.map((one) => ({ ...one, id: `x${one.id}` })),
          },
        ],
      };
      return [
        setStart('p1', '2027-03-15', ''),
        setStart('p2', '2027-03-16', ''),
        putPerson(person('A', { hours, off: [...off] }), ''),
        putPerson(person('B', { child: true, hours: 3 }), ''),
      ].reduce((now, command) => take(now, command).holding, holding);
    };
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 12 }),
        fc.subarray(['2027-03-15', '2027-03-17', '2027-03-19']),
        (hours, off) => {
          const { runs, crew } = planOf(two(hours, off));
          const used = new Map<number, number>();
          for (const run of runs)
            for (const { day, hours: here } of run.days) used.set(day, (used.get(day) ?? 0) + here);
          for (const [day, here] of used) {
            expect(weekday(day)).toBeLessThan(5);
            // A child at half a hand's pace, and never without the grown one.
            expect(here).toBeLessThanOrEqual(off.includes(textOf(day)) ? 0 : hours + Math.min(hours, 3) / 2 + 1e-6);
            for (const who of [0, 1])
              expect(crew.takenOf(who, day)).toBeLessThanOrEqual(crew.people[who]!.hours + 1e-6);
          }
          expect(runs[1]!.days[0]!.day).toBeGreaterThanOrEqual(runs[0]!.days.at(-1)!.day);
        },
      ),
      { seed: 6, numRuns: 30 },
    );
  });
  const crewed = (...people: Person[]): Holding =>
    people.reduce((now, one) => take(now, putPerson(one, '')).holding, {
      ...hedge(),
      days: { ...hedge().days, people: [] },
    } as Holding);
  it('a child is never alone: its hours are those of somebody grown beside it, at children’s work', () => {
    const kit = person('Kit', { child: true, hours: 6, week: [true, true, true, true, true, true, false] });
    const alone = planOf(crewed(kit));
    expect([alone.runs[0]!.nobody, alone.runs[0]!.days]).toEqual([true, []]);
    // Grown hands come on Monday only: Saturday, a child's own day, has no work, and that is said.
    const monday = crewed(kit, person('Ada', { hours: 2, week: [true, false, false, false, false, false, false] }));
    const plan = planOf(monday);
    const [run] = plan.runs;
    expect(run!.days.map(({ day }) => weekday(day))).toEqual(run!.days.map(() => 0));
    for (const { day } of run!.days) expect(plan.crew.takenOf(0, day)).toBeLessThanOrEqual(2 + 1e-9);
    expect(slipsOf(plan, monday, run!.set - 30).find(({ id }) => id.startsWith('child-alone'))?.what).toMatch(
      /^Nobody grown comes with Kit on /,
    );
    expect(taskOf(monday, 'plant').caution).toMatch(/Kit: only beside somebody grown, at guard, mat or fabric\.$/);
    expect([taskOf(monday, 'weed-1').who, taskOf(monday, 'loosen').who]).toEqual([['Kit', 'Ada'], ['Ada']]);
  });
  it('children do no more than stands at their stations', () => {
    const crew = (kids: number) =>
      new Crew(
        crewed(
          person('Ada', { hours: 6 }),
          ...Array.from({ length: kids }, (_, i) => person(`K${i}`, { child: true })),
        ),
        new Set(),
      );
    const monday = dayOf('2027-03-15');
    // A quarter of the work is theirs: beside six grown hours two of a grown hand's, however many they are.
    expect([1, 2, 8].map((kids) => crew(kids).handHours(crew(kids).able([], true), monday, 0.25))).toEqual([8, 8, 8]);
    expect(crew(2).handHours(crew(2).able([], true), monday, 0.5)).toBe(12);
    expect(
      crew(8)
        .book(crew(8).able([], true), monday, 16, 0.25)!
        .map(({ hours }) => hours),
    ).toEqual([8, 8]);
  });
  it('what somebody may not do is done by others, or by a licensed hand', () => {
    const holding = take(hedge(), putPerson(person('B', { not: ['machines'] }), '')).holding;
    expect(taskOf(holding, 'graze').who).toEqual(['A']);
    expect(taskOf(holding, 'set-out').who).toEqual(['A', 'B']);
  });
  it('stock that has no time here is told', () => {
    const frostless = { ...hedge(), climate: { ...noClimate(), zone: 12 } };
    expect(slips(frostless, '2027-01-01').find(({ id }) => id.startsWith('window'))).toMatchObject({
      what: 'Bare roots have no time here',
      remedies: [],
    });
  });
  it('nobody who comes is said in a sentence, and nothing is planned on it', () => {
    const holding = take(
      hedge(),
      putPerson(person('A', { week: [false, false, false, false, false, false, false] }), ''),
    ).holding;
    expect(planOf(holding).tasks).toEqual([]);
    expect(slips(holding, '2027-01-01').map(({ what }) => what)).toEqual(['Nobody is free to plant Row']);
  });
});

describe('the line', () => {
  const work = (minutes: readonly number[], plants = 60) => ({
    planting: 'p',
    phase: 0,
    plants,
    stocks: [{ stock: 'whip', kind: 'bare', plants }],
    hours: 0,
    stations: (['open', 'set', 'firm', 'guard'] as const).map((key, i) => ({
      key,
      label: key,
      plants,
      minutes: minutes[i]! * plants,
    })),
  });
  it('is as fast as its slowest station; roots lie bare for those ahead of them and their own turn', () => {
    const line = lineOf(work([2, 1, 0.5, 1]), { open: 1, set: 1, firm: 1, guard: 1 });
    expect([line.slowest!.key, line.hours, line.bare]).toEqual(['open', 2, 3 * 1 + 1.5]);
    expect(lineOf(work([2, 1, 0.5, 1]), { open: 2, set: 1, firm: 1, guard: 1 }).hours).toBe(1);
    expect(lineOf(work([2, 1, 0.5, 1]), { open: 2, set: 1, firm: 0, guard: 1 }).hours).toBe(Infinity);
  });
  it('the proposal uses all hands and no split of them among neighbours is faster', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.1, max: 5, noNaN: true }), { minLength: 4, maxLength: 4 }),
        fc.integer({ min: 1, max: 9 }),
        (minutes, hands) => {
          const best = bestHands(work(minutes), hands);
          expect(Object.values(best).reduce((sum, one) => sum + one, 0)).toBeCloseTo(hands, 9);
          const time = lineOf(work(minutes), best).hours;
          expect(time).toBeGreaterThanOrEqual(minutes.reduce((sum, one) => sum + one, 0) / hands - 1e-9);
          // With a hand for each station every way to give out the others is tried.
          if (hands < 4) return;
          for (let a = 1; a <= hands - 3; a++)
            for (let b = 1; a + b <= hands - 2; b++)
              for (let c = 1; a + b + c <= hands - 1; c++)
                expect(time).toBeLessThanOrEqual(
                  Math.max(minutes[0]! / a, minutes[1]! / b, minutes[2]! / c, minutes[3]! / (hands - a - b - c)) + 1e-9,
                );
        },
      ),
      { seed: 7, numRuns: 100 },
    );
  });
  it('with two hands neighbours share one, and it is said who stands where', () => {
    expect(sayGangs(bestGangs(work([2, 1, 0.5, 1]), 2))).toBe('1 at open; 1 at set, firm, guard');
    expect(bestHands(work([2, 1, 0.5, 1]), 2)).toEqual({ open: 1, set: 0.4, firm: 0.2, guard: 0.4 });
  });
  it('an exact line takes longer than a loose one, and hand, auger and machine are refused with a reason', () => {
    const hours = (purpose: 'hedge' | 'timber') =>
      phasesOf(
        layHolding(hedge(null, { planting: { purpose } }))[0]!,
        hedge(null, { planting: { purpose } }),
      )[0]!.stations.find(({ key }) => key === 'open')!.minutes;
    expect(hours('hedge') / hours('timber')).toBeCloseTo(1.2, 9);
    const holding = hedge(null, { length: 900 });
    const [laid] = layHolding(holding);
    const ways = compareWays(phasesOf(laid!, holding)[0]!, laid!, holding, 4);
    expect(ways.map(({ way, refused }) => [way, refused === null])).toEqual([
      ['hand', true],
      ['auger', false],
      ['machine', true],
    ]);
    expect(ways[2]!.days).toBeLessThan(ways[0]!.days);
    expect(ways[2]!.spoilt).toBeGreaterThan(0);
    expect(compareWays(phasesOf(laid!, holding)[0]!, laid!, holding, 2)[2]!.refused).toMatch(/wants 4 hands/);
  });
  it('hand, auger and machine are each reckoned by themselves, whichever is chosen; an auger only bores', () => {
    const trees = sample({
      length: 60,
      rows: [row({ spacing: 10, stock: 'balled', species: [[1, 'Tilia cordata']] })],
    });
    const of = (holding: Holding, way: 'hand' | 'auger' | 'machine') => {
      const chosen = take(holding, setSettingWay('p1', way, '')).holding;
      const [laid] = layHolding(chosen);
      const [work] = phasesOf(laid!, chosen);
      const set = work!.stations.filter(({ key }) => ['open', 'set', 'firm'].includes(key));
      return {
        hours: set.reduce((sum, { minutes }) => sum + minutes / 60, 0),
        ways: compareWays(work!, laid!, chosen, 3).map(({ hours, days, cents }) => [+hours.toFixed(6), days, cents]),
      };
    };
    const [hand, auger] = [of(trees, 'hand'), of(trees, 'auger')];
    // Seven at 6 a day, slowed by the ground, along a marked line: 13.7 h; bored at 60 an hour, what is set and firmed stays.
    expect(hand.hours).toBeCloseTo((7 / (6 * 0.75)) * 8 * 1.1, 9);
    expect(auger.hours).toBeCloseTo(7 / 60 + 0.5 + hand.hours * 0.4, 9);
    expect(auger.ways).toEqual(hand.ways);
    expect(hand.ways.map(([hours]) => hours)).toEqual(
      [hand.hours, auger.hours, hand.hours + 8].map((h) => +h.toFixed(6)),
    );
    const long = hedge(null, { length: 900 });
    for (const [i, way] of (['hand', 'auger', 'machine'] as const).entries())
      expect(of(long, way).ways[i]![0]).toBeCloseTo(of(long, way).hours, 5);
    // Hired by the day: so many days as it takes, begun ones whole, and the hands beside it.
    const far = hedge(null, { length: 9000 });
    const [laid] = layHolding(far);
    const machine = compareWays(phasesOf(laid!, far)[0]!, laid!, far, 4)[2]!;
    expect(machine.days).toBeGreaterThan(2);
    const hire = machine.cents - Math.round(machine.hours * priceOf(far, 'hour'));
    expect(hire).toBe(priceOf(far, 'hire.machine') * Math.ceil(machine.hours / 4 / settingOf(far, 'crew.day')));
    // With hands too few for it a machine still has its figures: it binds four.
    expect(of(long, 'machine').ways[2]![0]).toBeLessThan(of(long, 'hand').hours);
  });
  it('a machine is refused on steep and on stony ground, in stock it does not set, and on rows too short to turn', () => {
    const refused = (changes: Parameters<typeof sample>[0]) => {
      const holding = hedge(null, { length: 900, ...changes });
      const [laid] = layHolding(holding);
      return compareWays(phasesOf(laid!, holding)[0]!, laid!, holding, 4)[2]!.refused;
    };
    const plane = (rise: number) => ({
      terrain: {
        west: -50,
        south: -50,
        cell: 50,
        columns: 22,
        rows: 4,
        source: 'typed',
        simulated: false,
        heights: Array.from({ length: 88 }, (_, i) => Math.floor(i / 22) * 50 * rise),
      },
    });
    expect(refused({})).toBeNull();
    expect(refused(plane(0.1))).toBeNull();
    expect(refused(plane(0.2))).toMatch(/^The ground falls 20 % where it would work; it wants 15 % at most/);
    const stony = {
      kind: 'soilZone' as const,
      name: 'stony',
      stones: 'many',
      points: [
        [0, -9],
        [900, -9],
        [900, 9],
        [0, 9],
      ] as [number, number][],
    };
    expect(refused({ features: [stony] })).toMatch(/stony/);
    expect(refused({ rows: [row({ spacing: 3, stock: 'pot4' })] })).toMatch(/in pots or balled/);
    expect(refused({ length: 20 })).toMatch(/as short as 20/);
  });
  it('hands that were said stand, the others are as proposed', () => {
    const holding = take(hedge(), setHands('p1', { guard: 3 }, '')).holding;
    expect(holding.days.plantings[0]).toEqual({ id: 'p1', start: '2027-03-15', way: 'hand', hands: { guard: 3 } });
  });
});

describe('schools of season', () => {
  const days = (holding: Holding) => {
    const [laid] = layHolding(holding);
    return seasonChoices(phasesOf(laid!, holding)[0]!, holding, dayOf('2026-11-26')).map(({ day, refused }) =>
      day === null ? refused : textOf(day),
    );
  };
  it('autumn begins with the first time, early spring ends it, pots wait for summer; each day fits or it is said why not', () => {
    // Mild: one winter from 22 November to 23 March; its autumn of this year has begun, so the next.
    expect(days(hedge())).toEqual(['2027-11-22', '2027-02-23', '301 of its plants are not in pots.']);
    const hard = { ...hedge(), climate: { ...noClimate(), firstFrost: '10-10', lastFrost: '05-05', zone: 5 } };
    expect(days(hard)).toEqual(['2027-10-31', '2027-04-04', '301 of its plants are not in pots.']);
    const pots = hedge('2027-03-15', { rows: [row({ stock: 'pot4' })] });
    expect(days(pots)).toEqual(['2027-09-20', '2027-03-09', '2027-05-18']);
    expect(days({ ...hedge(), climate: { ...noClimate(), zone: 12 } })).toEqual([
      'This stock has no such time here.',
      'This stock has no such time here.',
      '301 of its plants are not in pots.',
    ]);
  });
});

describe('what is asked for by the steward’s own rules', () => {
  const leave = (before: 'planting' | 'felling' | 'water' | 'fence', ask = 'for leave, of the forest office') => ({
    id: 'r1',
    kind: 'leave' as const,
    said: 'forest office, by letter',
    ask,
    before,
    days: 90,
  });
  const asked = (holding: Holding) => planOf(holding).tasks.filter(({ rule }) => rule === 'leave-r1');
  it('is a task so many days ahead, where the planting does what it is asked before, and nowhere else', () => {
    const [task] = asked({ ...hedge(), rules: [leave('planting')] });
    expect(task).toMatchObject({
      what: 'Ask for leave, of the forest office',
      by: 'office',
      to: dayOf('2027-03-15') - 90,
      why: 'Your local rule (forest office, by letter): before any planting.',
    });
    expect(asked({ ...hedge(), rules: [leave('planting', '')] })).toEqual([]);
    const bramble = {
      kind: 'cover' as const,
      grows: 'bramble',
      clearing: 'cutAndTreat',
      points: [
        [0, -5],
        [150, -5],
        [150, 5],
        [0, 5],
      ],
    };
    const stream = {
      kind: 'stream' as const,
      width: 1,
      points: [
        [0, 6],
        [150, 6],
      ],
    };
    const over = (features: object[], before: 'felling' | 'water' | 'fence', changes: object = {}) =>
      asked({ ...hedge('2027-03-15', { features: features as never, ...changes }), rules: [leave(before)] }).length;
    expect([over([bramble], 'felling'), over([], 'felling')]).toEqual([1, 0]);
    expect([over([stream], 'water'), over([], 'water')]).toEqual([1, 0]);
    const fenced = take(hedge(), setWay('p1', 'protection', { method: 'deerLow' }, '')).holding;
    expect([asked({ ...fenced, rules: [leave('fence')] }).length, over([], 'fence')]).toEqual([1, 0]);
  });
});

describe('nets and seeds', () => {
  it('nets come off from the year in which the fastest reaches the rim, until the guards are off', () => {
    const years = (rule: string, changes: Parameters<typeof sample>[0]) =>
      planOf(hedge('2027-03-15', changes))
        .tasks.filter((one) => one.rule === rule)
        .map(({ year }) => year);
    const tall = {
      animals: ['smallDeer', 'bird'] as never[],
      rows: [row({ spacing: 0.5, species: [[1, 'Corylus avellana']] })],
    };
    const off = years('net-off', tall);
    const [guards] = years('guard-off', tall);
    expect(off[0]).toBeGreaterThan(1);
    expect(off[0]).toBeLessThan(guards!);
    expect(off.at(-1)).toBeLessThanOrEqual(guards!);
    const quick = years('net-off', { ...tall, rows: [row({ spacing: 0.5, species: [[1, 'Salix viminalis']] })] });
    expect(quick[0]).toBeLessThan(off[0]!);
  });
  it('of two or three seedlings of a place the best is kept, of one it is the one', () => {
    const singled = (species: string, stock: string) =>
      spans(hedge('2027-03-15', { rows: [row({ spacing: 2, stock, species: [[1, species]] })] }), 'single').length;
    expect([singled('Quercus robur', 'seed'), singled('Aesculus hippocastanum', 'seed')]).toEqual([1, 0]);
    expect(singled('Quercus robur', 'whip')).toBe(0);
  });
});

describe('the day that is proposed', () => {
  const proposed = (holding: Holding, today: string, ledger = NO_LEDGER) => {
    const plan = planOf(holding, ledger);
    const day = proposedFor(plan, phasesOf(layHolding(holding)[0]!, holding)[0]!, holding, dayOf(today));
    return day === null ? null : textOf(day);
  };
  const nursery = (leadDays: number) => ({
    ...hedge(null),
    suppliers: [
      {
        id: 'n',
        name: 'N',
        kind: 'nursery' as const,
        delivery: 0,
        freeFrom: null,
        least: 0,
        leadDays,
        season: '',
        offers: [],
      },
    ],
  });
  it('is the first on which the plants can be had, the crew comes and all of it is planted in its time', () => {
    // Mild: bare roots from 22 November to 23 March. Ordered on Monday 4 January they come three weeks later.
    expect(proposed(hedge(null), '2027-01-04')).toBe('2027-01-25');
    expect(proposed(nursery(40), '2027-01-04')).toBe('2027-02-15'); // a Saturday is nobody's
    const weekends = take(
      hedge(null),
      putPerson(person('A', { week: [false, false, false, false, false, true, false] }), ''),
    ).holding;
    expect(proposed(weekends, '2027-01-04')).toBe('2027-01-30');
    // Ordered on the last day that would do it is planted this winter, a day later in the next.
    expect(proposed(hedge(null), '2027-02-25')).toBe('2027-03-18'); // four days, to the 23rd
    expect(proposed(hedge(null), '2027-02-26')).toBe('2027-11-22');
    // What would take longer than is left of this time waits for the next.
    expect(proposed(hedge(null, { length: 1500 }), '2027-02-15')).toBe('2027-11-22');
  });
  it('half a year on in the south; with the rains where there is no frost, and what is in pots', () => {
    const south = {
      ...hedge(null, { latitude: -38 }),
      climate: { ...noClimate(), firstFrost: '05-01', lastFrost: '10-20', zone: 8 },
    };
    expect(proposed(south, '2027-01-04')).toBe('2027-05-24');
    const kenya = {
      ...hedge(null, { latitude: -1, rows: [row({ stock: 'pot4' })] }),
      climate: { ...noClimate(), zone: 12 },
    };
    const day = proposed(kenya, '2027-01-04')!;
    expect(fitsWindow('pot', kenya, dayOf(day)).in?.name).toBe('with the rains');
    expect(proposed({ ...hedge(null), climate: { ...noClimate(), zone: 12 } }, '2027-01-04')).toBeNull();
  });
  it('what is ordered comes so long after its order, what is here waits for the marks alone, and they run out', () => {
    const holding = hedge(null);
    const line = orderOf(holding, layHolding(holding), NO_LEDGER).plants[0]!;
    const ordered = (on: string, ...more: Happened[]) =>
      recorded(
        {
          kind: 'ordered',
          body: {
            supplier: 'N',
            on,
            phase: 0,
            delivery: 0,
            lines: [{ key: kindKey(line), name: line.species!.common, quantity: line.order, price: 1 }],
          } as never,
        },
        ...more,
      );
    expect(proposed(holding, '2027-01-04', ordered('2026-12-28'))).toBe('2027-01-18');
    const marked = (on: string): Happened => ({
      kind: 'marked',
      body: { reference: 'R', on, marks: [{ service: 's', name: 'pipe', line: null }] },
    });
    const asked = (on: string): Happened => ({ kind: 'marksAsked', body: { reference: 'R', on, services: [] } });
    const long = ordered('2026-11-01', asked('2026-12-30'), marked('2027-01-02'));
    expect(proposed(holding, '2027-01-04', ordered('2026-11-01'))).toBe('2027-01-08'); // three clear days: Tuesday to Thursday
    expect(proposed(holding, '2027-01-04', long)).toBe('2027-01-05');
    expect(proposed(holding, '2027-01-18', long)).toBe('2027-01-22'); // marks of the 2nd hold no longer
  });
  it('stands beside what is planted already, and a day that has passed is answered with one that can be kept', () => {
    const busy = hedge('2027-01-25', { length: 1500 });
    const plan = planOf(busy);
    const [work] = phasesOf(layHolding(busy)[0]!, busy);
    expect(proposedFor(plan, work!, busy, dayOf('2027-01-04'))!).toBeGreaterThanOrEqual(plan.runs[0]!.to);
    const late = slips(hedge('2027-01-11'), '2027-01-20').find(({ id }) => id.startsWith('past:'));
    expect(late!.remedies[0]!.label).toBe('Plant on 10 February 2027');
  });
});

describe('what does not fit', () => {
  it('a day out of its window is told with both ways back, and the remedy puts it in', () => {
    const late = hedge('2027-05-10');
    const [slip] = slips(late, '2027-01-01');
    expect(slip).toMatchObject({
      severity: 'fault',
      what: expect.stringMatching(/^Bare roots are not planted/) as string,
    });
    expect(slip!.remedies).toHaveLength(2);
    for (const { command } of slip!.remedies)
      expect(slips(take(late, command).holding, '2027-01-01').filter(({ id }) => id === slip!.id)).toEqual([]);
  });
  it('what begins in its time and ends after it is out of it too; the day after planting it is past, on the day it is not', () => {
    const whats = (holding: Holding, today: string) => slips(holding, today).map(({ what }) => what);
    const long = (start: string) => hedge(start, { length: 1500 });
    expect(whats(long('2027-03-15'), '2027-01-01').some((what) => what.startsWith('Bare roots are not planted'))).toBe(
      true,
    );
    expect(whats(long('2026-12-01'), '2026-11-26').some((what) => what.startsWith('Bare roots are not planted'))).toBe(
      false,
    );
    const { to } = planOf(hedge()).runs[0]!;
    const past = (today: number) =>
      whats(hedge(), textOf(today)).some((what) => what.startsWith('Row was to be planted'));
    expect([past(to), past(to + 1)]).toEqual([false, true]);
  });
  it('a day in the past, and work left undone, say what it costs and what can still be done', () => {
    expect(slips(hedge(), '2027-04-20')[0]).toMatchObject({
      what: 'Row was to be planted on 15 March 2027',
      severity: 'fault',
    });
    const undone = slips(hedge(), '2027-03-14').map(({ what, why }) => `${what} ${why}`);
    expect(
      undone.some((text) =>
        text.startsWith(
          'Order the plants: the day has passed It was to be done by 16 September 2026. Left undone: the sizes',
        ),
      ),
    ).toBe(true);
    const done = recorded({ kind: 'taskDone', body: { task: 'order:p1:0:0:0', on: '2026-09-01', note: '' } });
    expect(slips(hedge(), '2027-03-14', done).some(({ what }) => what.startsWith('Order'))).toBe(false);
  });
  it('what is put off takes along what waits for it, planting stays; what is not needed is no more open', () => {
    const plain = planOf(hedge()).tasks;
    const graze = plain.find(({ rule }) => rule === 'graze')!;
    expect(movesWith(plain, graze.id, dayOf('2027-03-14')).map(({ rule }) => rule)).toContain('set-out');
    const off = recorded({
      kind: 'taskPutOff',
      body: { task: graze.id, on: '2027-02-22', to: '2027-03-12', reason: 'wet' },
    });
    const after = planOf(hedge(), off).tasks;
    expect(after.find(({ id }) => id === graze.id)).toMatchObject({
      state: 'putOff',
      said: 'wet',
      from: dayOf('2027-03-12'),
    });
    const [was, is] = [plain, after].map((tasks) => tasks.find(({ rule }) => rule === 'set-out')!);
    expect(is!.from).toBe(dayOf('2027-03-13'));
    expect(is!.to - is!.from).toBe(was!.to - was!.from);
    expect(after.find(({ rule }) => rule === 'plant')!.from).toBe(dayOf('2027-03-15'));
    const not = recorded({ kind: 'taskNotNeeded', body: { task: graze.id, on: '2027-02-22', reason: 'bare ground' } });
    expect(planOf(hedge(), not).tasks.find(({ id }) => id === graze.id)!.state).toBe('notNeeded');
  });
  it('a step left out at planting is a dated debt with what waiting costs', () => {
    const left = recorded({
      kind: 'stepLeft',
      body: { planting: 'p1', phase: 0, step: 'mulch', plants: 40, on: '2027-03-15' },
    });
    const debt = planOf(hedge(), left).tasks.find(({ group }) => group === 'debt')!;
    expect([debt.what, textOf(debt.to), debt.cost]).toEqual([
      'Lay the mulch that is missing: 40 plants',
      '2027-04-05',
      'Grass closes in, and half of the first year’s growth with it.',
    ]);
  });
});

describe('the record moves the calendar', () => {
  const hazels = () => {
    const set = take(
      {
        ...sample({ animals: ['rabbit'] }),
        climate: { ...noClimate(), firstFrost: '11-01', lastFrost: '04-20', zone: 8 },
      },
      setStart('p1', '2027-02-15', ''),
    ).holding;
    return take(set, putPerson(person('A'), '')).holding;
  };
  const holding = hazels();
  const all = layHolding(holding);
  const pegs = pegging(all[0]!, NO_LEDGER, holding, { reach: 1, answers: [] });
  const labels = pegsOf(pegs).map(({ label }) => label);
  const pegged: Happened = { kind: 'pegged', body: pegs };
  const said = (kind: 'planted' | 'skipped', of: readonly string[]): Happened =>
    ({
      kind,
      body: { planting: 'p1', labels: [...of], over: [], ...(kind === 'skipped' && { reason: 'rock' }) },
    }) as Happened;
  const [line] = orderOf(holding, all, NO_LEDGER).plants;
  const ordered = (quantity: number): Happened => ({
    kind: 'ordered',
    body: {
      supplier: 'North nursery',
      supplierId: 's',
      phase: null,
      on: '2026-12-01',
      lines: [{ key: kindKey(line!), name: 'hazel', need: quantity, quantity, cents: 100 * quantity }],
      delivery: 0,
      currency: holding.currency,
    },
  });
  const came = (counted: number, order: string): Happened => ({
    kind: 'delivered',
    body: {
      order,
      on: '2027-02-10',
      lines: [
        { line: 0, counted, refused: 0, reserve: false, follows: false, instead: '', signs: [], note: '', photos: [] },
      ],
    },
  });
  /** Events under their own ids, one a day from 1 December 2026 on; planting on the days given. */
  const told = (...happened: readonly (readonly [string, Happened])[]): Ledger =>
    ledgerOf(
      happened.map(
        ([day, one], seq) =>
          ({ id: `m${seq}`, device: 'd', seq, at: `${day}T10:00:00.000+00:00`, by: '', ...one }) as RecordEvent,
      ),
    );
  const find = (rule: string, ledger: Ledger) => planOf(holding, ledger).tasks.find((one) => one.rule === rule)!;

  it('ordering is done when nothing is left to buy; a delivery that is short asks for the rest, and says so', () => {
    expect(find('order', NO_LEDGER)).toMatchObject({ state: 'open', what: 'Order the plants' });
    const some = told(['2026-12-01', ordered(30)]);
    expect(find('order', some)).toMatchObject({
      state: 'open',
      what: `Order the plants: ${line!.order - 30} still to buy`,
    });
    const id = find('order', NO_LEDGER).id;
    const ticked = told(['2026-12-02', { kind: 'taskDone', body: { task: id, on: '2026-12-02', note: '' } }]);
    expect(find('order', ticked)).toMatchObject({
      state: 'done',
      what: `Order the plants: ${line!.order} still to buy`,
    });
    const enough = told(['2026-12-01', ordered(line!.order)]);
    expect(find('order', enough)).toMatchObject({ state: 'done', said: '2026-12-01' });
    expect(find('come', enough)).toMatchObject({ state: 'open', what: `${line!.order} bare-root whips come` });
    const single = take(
      {
        ...sample({ length: 1, settings: { 'order.prob': 0.5, 'order.cull': 0 } }),
        climate: holding.climate,
      },
      setStart('p1', '2027-02-15', ''),
    ).holding;
    expect(planOf(single).tasks.find(({ rule }) => rule === 'come')!.what).toBe('1 bare-root whip comes');
    const here = told(['2026-12-01', ordered(line!.order)], ['2027-02-10', came(line!.order, 'm0')]);
    expect(find('come', here)).toMatchObject({ state: 'done', said: '2027-02-10' });
    const short = told(['2026-12-01', ordered(line!.order)], ['2027-02-10', came(line!.order - 12, 'm0')]);
    expect(find('order', short)).toMatchObject({ state: 'open', what: 'Order the plants: 12 still to buy' });
    const plan = planOf(holding, short);
    const slip = slipsOf(plan, holding, dayOf('2027-02-11')).find(({ id }) => id.startsWith('short:'))!;
    expect(slip.what).toBe('12 hazel are missing for Row');
    expect(slip.why).toContain(`${line!.order} were ordered and ${line!.order - 12} of them are here`);
    expect(slipsOf(planOf(holding, here), holding, dayOf('2027-02-11')).some(({ id }) => id.startsWith('short:'))).toBe(
      false,
    );
  });

  it('a planting half done asks for the rest on the next day, with its share of the hours; done, it and what went before are done', () => {
    const whole = find('plant', NO_LEDGER);
    const half = told(
      ['2027-02-14', pegged],
      ['2027-02-15', said('planted', labels.slice(0, 20))],
      ['2027-02-15', said('skipped', labels.slice(20, 22))],
    );
    const rest = find('plant', half);
    expect(rest).toMatchObject({
      state: 'open',
      what: `Plant the other ${labels.length - 22}, guard, mulch and water in`,
      from: dayOf('2027-02-16'),
    });
    expect(rest.hours).toBeCloseTo((whole.hours * (labels.length - 22)) / labels.length, 9);
    expect(find('set-out', half)).toMatchObject({ state: 'done', said: '2027-02-15' });
    const late = slipsOf(planOf(holding, half), holding, dayOf('2027-02-20')).find(({ id }) => id.startsWith('past:'))!;
    expect(late.what).toBe(`${labels.length - 22} of Row are still to be planted`);
    expect(late.why).toMatch(/^20 stand; the rest were to follow on .*16 February/);
    const done = told(
      ['2027-02-14', pegged],
      ['2027-02-15', said('planted', labels.slice(0, 20))],
      ['2027-02-18', said('planted', labels.slice(20))],
    );
    const plan = planOf(holding, done);
    expect(find('plant', done)).toMatchObject({
      state: 'done',
      said: '2027-02-18',
      from: dayOf('2027-02-15'),
      to: dayOf('2027-02-18'),
    });
    expect(
      plan.tasks.filter(({ group, state }) => (group === 'before' || group === 'delivery') && state === 'open'),
    ).toEqual([]);
    // Bare roots do not lie until the next winter: past their time the rest is set the next day, and that is said.
    const { in: window } = fitsWindow('bare', holding, dayOf('2027-02-15'));
    const over = told([textOf(window!.to), pegged], [textOf(window!.to), said('planted', labels.slice(0, 20))]);
    expect(find('plant', over).from).toBeLessThan(window!.to + 5);
    expect(slipsOf(planOf(holding, over), holding, window!.to).map(({ id }) => id)).toContain('window:p1:0:bare');
    // Short of it by a day or two they wait for the window.
    const early = told(
      [textOf(window!.from - 3), pegged],
      [textOf(window!.from - 3), said('planted', labels.slice(0, 20))],
    );
    expect(find('plant', early).from).toBeGreaterThanOrEqual(window!.from);
    // What is done after planting hangs on the day on which it was planted, not on that which was set.
    const [was, is] = [NO_LEDGER, done].map(
      (ledger) => find('weed', ledger) ?? planOf(holding, ledger).tasks.find(({ group }) => group === 'care')!,
    );
    expect(is!.from).toBeGreaterThanOrEqual(was!.from);
    expect(slipsOf(plan, holding, dayOf('2027-02-20')).filter(({ task }) => task === null)).toEqual([]);
  });
});
