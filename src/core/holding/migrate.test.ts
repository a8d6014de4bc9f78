import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { sample } from '../../../checks/sample.ts';
import { noDays } from './days-schema.ts';
import { migrate, readProblemSentence, toStored, type ReadProblem } from './migrate.ts';
import { take } from './command.ts';
import { setSetting } from './ground-commands.ts';
import { setMeasure } from './means-commands.ts';
import { plainMeans } from './means-schema.ts';
import { appBook } from '../species/book.ts';
import { HOLDING_VERSION, HoldingSchema, type Holding } from './schema.ts';
import { settingOf, settings, type SettingKey } from './settings.ts';

/** What version 13 adds to the corners and plantings of older ones. */
function asNow<H extends object>(holding: H): H {
  const { boundary, plantings, variants } = holding as Pick<Holding, 'boundary' | 'plantings' | 'variants'>;
  const keeping = (planting: object) => ({ ...planting, beyondGaps: 'keep' });
  return {
    sender: { name: '', address: '', deliverTo: '' },
    ...holding,
    boundary: boundary?.map((corner) => ({ ...corner, off: 0 })) ?? null,
    plantings: plantings.map(keeping),
    variants: variants.map((variant) => ({ ...variant, planting: keeping(variant.planting) })),
  };
}

describe(migrate, () => {
  it('takes today’s version as it is', () => {
    const holding = sample();
    expect(migrate(toStored(holding))).toEqual({ ok: true, holding });
  });

  it('takes version 5: the region is the place’s own, a line’s voltage not known, a height at 20 years beside the rate', () => {
    const stored = JSON.parse(readFileSync(new URL('kept/holding-v5.json', import.meta.url), 'utf8')) as {
      holding: { species: unknown[]; plantings: unknown[] };
    };
    const hazel = appBook.of('corylus-avellana');
    stored.holding.species.push({ ...hazel, more: { at20: [4, 6], uses: ['nuts'] } });
    const raised = migrate(stored);
    expect(raised.ok && raised.holding).toMatchObject({
      region: null,
      nativeOnly: false,
      species: [{ at20: [4, 6], more: { uses: ['nuts'] } }],
    });
    const line = raised.ok ? raised.holding.features.find(({ kind }) => kind === 'overheadLine') : null;
    expect(line).toMatchObject({ voltage: 'unknown', clearance: 3 });
    expect(raised.ok && 'at20' in raised.holding.species[0]!.more!).toBe(false);
  });

  it('takes version 6: each planting’s way against weeds and its guards become its means, patterns and variants too', () => {
    const stored = JSON.parse(readFileSync(new URL('kept/holding-v6.json', import.meta.url), 'utf8')) as {
      holding: { plantings: { weeds: string; guarded: boolean }[]; variants: unknown[] };
    };
    const [first] = stored.holding.plantings;
    stored.holding.plantings[1] = { ...stored.holding.plantings[1]!, guarded: false };
    stored.holding.variants = [{ id: 'v1', of: 'p1', planting: first }];
    const raised = migrate(stored);
    if (!raised.ok) throw new Error(JSON.stringify(raised.problem));
    const { plantings, patterns, variants, here, kits, grants, suppliers } = raised.holding;
    expect(plantings.map(({ means }) => means.weeds.method)).toEqual(
      stored.holding.plantings.map(({ weeds }) => weeds),
    );
    expect(plantings.map(({ means }) => means.protection.method).slice(0, 2)).toEqual(['fitting', 'none']);
    expect([patterns[0]!.means, variants[0]!.planting.means]).toEqual([
      { ...plainMeans('mats', true), water: { ...plainMeans('mats', true).water, method: 'rounds' } },
      { ...plainMeans('mats', true), water: { ...plainMeans('mats', true).water, method: 'rounds' } },
    ]);
    expect('weeds' in plantings[0]!).toBe(false);
    expect([here, kits, grants, suppliers]).toEqual([[], [], [], []]);
  });

  it('takes version 9: nothing is known of its days, and all else stays as it was', () => {
    const stored = JSON.parse(readFileSync(new URL('kept/holding-v9.json', import.meta.url), 'utf8')) as {
      holding: object;
    };
    const raised = migrate(stored);
    if (!raised.ok) throw new Error(JSON.stringify(raised.problem));
    expect(raised.holding).toEqual(asNow({ ...stored.holding, days: noDays() }));
  });

  it('takes version 10: it stays as it was', () => {
    const stored = JSON.parse(readFileSync(new URL('kept/holding-v10.json', import.meta.url), 'utf8')) as {
      holding: object;
    };
    expect(migrate(stored)).toEqual({ ok: true, holding: asNow(stored.holding) });
  });

  it('takes version 11: who waters from a tank keeps the 600 L that it held, all else stays as it was', () => {
    const stored = JSON.parse(readFileSync(new URL('kept/holding-v11.json', import.meta.url), 'utf8')) as {
      holding: Holding;
    };
    const raised = migrate(stored);
    if (!raised.ok) throw new Error(JSON.stringify(raised.problem));
    const [first, ...others] = stored.holding.plantings;
    expect(raised.holding.plantings[0]!.means.water.measures).toEqual({ 'water.tank': 600 });
    expect(raised.holding.plantings.slice(1)).toEqual(asNow({ ...stored.holding, plantings: others }).plantings);
    const said = { ...stored, holding: { ...stored.holding, settings: { 'water.tank': 300 } } };
    expect(migrate(said)).toEqual({ ok: true, holding: asNow(said.holding) });
    expect(first!.means.water.method).toBe('tank');
  });

  it('takes version 12: nobody had said how far off a corner may lie, rows kept their grid beyond gaps, all else stays as it was', () => {
    const stored = JSON.parse(readFileSync(new URL('kept/holding-v12.json', import.meta.url), 'utf8')) as {
      holding: Holding;
    };
    expect(stored.holding.boundary![0]).not.toHaveProperty('off');
    expect(stored.holding.variants).not.toHaveLength(0);
    expect(migrate(stored)).toEqual({ ok: true, holding: asNow(stored.holding) });
  });

  it('takes version 13: nobody sends its letters yet, all else stays as it was', () => {
    const stored = JSON.parse(readFileSync(new URL('kept/holding-v13.json', import.meta.url), 'utf8')) as {
      holding: Holding;
    };
    expect(stored.holding).not.toHaveProperty('sender');
    const sender = { name: '', address: '', deliverTo: '' };
    expect(migrate(stored)).toEqual({ ok: true, holding: { ...stored.holding, sender } });
  });

  it('takes version 8: every row of it stays where it stands, in plantings and in variants', () => {
    const raised = migrate(JSON.parse(readFileSync(new URL('kept/holding-v8.json', import.meta.url), 'utf8')));
    if (!raised.ok) throw new Error(JSON.stringify(raised.problem));
    const { plantings, variants } = raised.holding;
    expect(plantings.map(({ rows }) => rows.map(({ out }) => out))).toEqual([
      [null, null, null, null],
      [null, null],
    ]);
    expect(variants[0]!.planting.rows.map(({ out }) => out)).toEqual([null, null, null, null]);
  });

  it('takes version 7: what was seen on the ground, asked for and marked leaves the plan for the record, each once', () => {
    const raised = migrate(JSON.parse(readFileSync(new URL('kept/holding-v7.json', import.meta.url), 'utf8')));
    if (!raised.ok) throw new Error(JSON.stringify(raised.problem));
    expect(raised.holding).not.toHaveProperty('seen');
    expect(raised.holding.features.filter(({ id }) => ['s1', 's2', 's3', 'paint1'].includes(id))).toEqual([
      expect.objectContaining({ id: 's1', name: 'water pipe' }),
      expect.objectContaining({ id: 's2' }),
      expect.not.objectContaining({ marked: true }),
    ]);
    expect(raised.left).toEqual({
      seen: [{ item: 'wind', on: '2026-02-01', note: 'lean to the east' }],
      asked: { reference: 'SIM-2', on: '2026-03-05', services: ['s2'] },
      marks: [
        {
          service: 's1',
          name: 'water pipe',
          on: '2026-03-03',
          line: [
            [0, 0.1],
            [9, -0.1],
          ],
        },
        { service: 's3', name: 'old drain', on: null, line: null },
      ],
    });
  });

  it('names version 1’s pins, and takes a holding of version 1 that had no boundary', () => {
    const holding = sample();
    expect(migrate({ format: 'close-rank', version: 1, holding: { ...holding, boundary: null } })).toEqual({
      ok: true,
      holding,
    });
    const corners = [
      [0, 0],
      [9, 0],
      [9, 9],
    ].map((at, i) => ({ id: `c${i}`, at, assumed: i === 1 }));
    const old = migrate({ format: 'close-rank', version: 1, holding: { ...holding, boundary: corners } });
    expect(old.ok && old.holding.boundary).toMatchObject([
      { id: 'c0', at: [0, 0], pin: 'found', restsOn: null },
      { id: 'c1', at: [9, 0], pin: 'assumed' },
      { id: 'c2', at: [9, 9], pin: 'found', other: null },
    ]);
  });

  it.each([
    null,
    7,
    'x',
    {},
    { format: 'other', version: 1 },
    { format: 'close-rank', version: 0, holding: {} },
    { format: 'close-rank', version: 1.5, holding: {} },
  ])('does not take %j for a holding', (stored) => {
    expect(migrate(stored)).toEqual({ ok: false, problem: { code: 'not-a-holding' } });
  });

  it('refuses a version from the future and says what to do', () => {
    const result = migrate({ format: 'close-rank', version: HOLDING_VERSION + 5, holding: {} });
    expect(result.ok).toBe(false);
    expect(!result.ok && readProblemSentence(result.problem, 'plan.closerank')).toMatch(
      /newer Close Rank \(version 19; this one reads up to 14\)\. Reload/,
    );
  });

  it('says which field cannot be', () => {
    const broken = migrate(toStored({ ...sample(), place: { latitude: 120, longitude: 0 }, currency: 'euro' }));
    expect(!broken.ok && broken.problem.code === 'invalid' && broken.problem.issues.map(({ path }) => path)).toEqual([
      'place.latitude',
      'currency',
    ]);
  });

  it('has a sentence for every problem: what, where, what to do', () => {
    const problems: ReadProblem[] = [
      { code: 'empty' },
      { code: 'too-big', megabytes: 90, most: 50 },
      { code: 'not-a-holding' },
      { code: 'damaged', what: 'it ends early' },
      { code: 'too-new', version: 9, supported: 2 },
      {
        code: 'invalid',
        issues: [
          { path: 'a.b', message: 'odd' },
          { path: 'c', message: 'odd' },
        ],
      },
    ];
    const sentences = problems.map((problem) => readProblemSentence(problem, 'field.closerank'));
    expect(new Set(sentences).size).toBe(problems.length);
    for (const sentence of sentences)
      expect(sentence).toMatch(/^field\.closerank .+\. .+\.$|^field\.closerank .+; .+\..*$/);
  });
});

describe('the schema', () => {
  it.each([
    [
      'a place beyond the plane',
      {
        boundary: [
          [0, 0],
          [99_999, 0],
          [0, 9],
        ].map((at, i) => ({ id: `c${i}`, at, pin: 'found' })),
      },
    ],
    [
      'two corners',
      {
        boundary: [
          [0, 0],
          [9, 0],
        ].map((at, i) => ({ id: `c${i}`, at, pin: 'found' })),
      },
    ],
    ['a nameless holding', { name: '  ' }],
    ['an animal nobody knows', { animals: ['dragon'] }],
    ['a price below nothing', { prices: { tie: -1 } }],
    ['an acceptance without a reason', { accepted: [{ finding: 'x', reason: ' ' }] }],
  ])('refuses %s', (_, changes) => expect(HoldingSchema.safeParse({ ...sample(), ...changes }).success).toBe(false));
});

describe('settings', () => {
  it('each is usual within what it may be, and beyond it is refused by its label, in the steward’s units', () => {
    for (const key of Object.keys(settings) as SettingKey[]) {
      const { least, most, label } = settings[key];
      for (const units of ['metric', 'us'] as const) {
        const usual = settingOf({ settings: {}, units }, key);
        expect(usual >= least && usual <= most, `${key} ${units}: ${usual}`).toBe(true);
      }
      const put = (value: number) => () => take(sample(), setSetting(key, value, 'rate'));
      expect(put(least), key).not.toThrow();
      expect(put(most), key).not.toThrow();
      expect(put(most * 1.01), key).toThrow(`The rate ‘${label}’ can be at most `);
      if (least > 0) expect(put(least * 0.99), key).toThrow(`The rate ‘${label}’ must be at least `);
    }
    expect(() => take(sample(), setSetting('weed.rollWidth', 0.1, ''))).toThrow(
      'The rate ‘Fabric roll width’ must be at least 0.20 m; this is 0.10 m.',
    );
    expect(() => take(sample(), setMeasure('p1', 'water', 'water.efficiency', 1.2, ''))).toThrow(
      /100 %; this is 120 %\.$/,
    );
  });
  it('each has a label, a source and a default that the holding overrides', () => {
    for (const key of Object.keys(settings) as SettingKey[]) {
      expect(settings[key].label.length > 5 && settings[key].source.length > 5, key).toBe(true);
      expect(settingOf({ settings: {}, units: 'metric' }, key)).toBe(settings[key].default);
      for (const units of ['metric', 'us'] as const)
        expect(settingOf({ settings: { [key]: 0.123 }, units }, key)).toBe(0.123);
      if (settings[key].unit !== 'm') continue;
      const inches = settingOf({ settings: {}, units: 'us' }, key) / 0.0254;
      const step = inches < 1 ? 0.125 : inches < 6 ? 1 : inches < 24 ? 3 : inches < 48 ? 6 : 12; // whole feet beyond
      expect(Math.abs(inches / step - Math.round(inches / step)), `${key}: ${inches} in`).toBeLessThan(1e-9);
      expect(Math.abs(inches * 0.0254 - settings[key].default), key).toBeLessThanOrEqual(0.3 * settings[key].default);
    }
  });
});
