import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { layHolding } from '../ranks/laid.ts';
import { appBook } from '../species/book.ts';
import { bears } from '../species/catalogue.ts';
import { newPlanting } from '../ranks/patterns.ts';
import { counts } from '../../../checks/sample.ts';
import { plainMeans } from '../holding/means-schema.ts';
import { HoldingSchema } from '../holding/schema.ts';
import { holdingFromPlan } from './plan-json.ts';
import { report } from '../reports/report.ts';

const place = { name: 'Long Acre', latitude: -38, longitude: 160 };
const build = (changes: object) => holdingFromPlan({ ...place, ...changes }, 'plan.json');
const rows = [{ spacing: 2, species: [[1, 'Kunzea ericoides']] }];

describe(holdingFromPlan, () => {
  it('builds the same holding from the same plan, ids and all', () => {
    const demo = JSON.parse(
      readFileSync(new URL('../../../demo/tern-hollow.plan.json', import.meta.url), 'utf8'),
    ) as object;
    const once = holdingFromPlan(demo, 'a');
    expect(holdingFromPlan(demo, 'b')).toEqual(once);
    expect(HoldingSchema.safeParse(once).success).toBe(true);
    expect(once.plantings.map(({ name }) => name)).toEqual([
      'House belt',
      'Lane screen',
      'Brook strip',
      'Gap hedge',
      'Fruit glade',
      'Lower copse',
      'Orchard',
    ]);
    expect(once.boundary!.filter(({ pin }) => pin === 'assumed')).toHaveLength(1);
  });

  it('fills in what a small plan leaves out', () => {
    const holding = build({
      plantings: [
        {
          name: 'Belt',
          baseline: {
            points: [
              [0, 0],
              [20, 0],
            ],
          },
          rows,
        },
      ],
    });
    expect(holding).toMatchObject({ id: 'long-acre', units: 'metric', boundary: null, features: [], settings: {} });
    expect(holding.plantings[0]).toMatchObject({
      id: 'p1',
      purpose: 'blank',
      side: 'right',
      gaps: [],
      rows: [{ id: 'p1r1', name: 'Row 1', stock: 'whip', ends: 'keep', swaps: [] }],
    });
    expect(counts(holding)).toEqual([11]);
  });

  it('lays a block within its outline and guilds round their anchors', () => {
    const block = build({
      plantings: [
        {
          name: 'Copse',
          baseline: {
            outline: [
              [0, 0],
              [20, 0],
              [20, 10],
              [0, 10],
            ],
            headland: 1,
          },
          rows: [{ ...rows[0], spacing: 2, rowGap: 2 }],
        },
      ],
    });
    expect(block.plantings[0]!.baseline).toMatchObject({
      kind: 'block',
      bearing: 90,
      headland: 1,
      shift: { along: 0, across: 0 },
      lanes: null,
    });
    expect(counts(block)).toEqual([10, 10, 10, 10, 10]);
    const guilds = build({
      plantings: [
        {
          name: 'Glade',
          baseline: {
            anchors: [
              [0, 0],
              [9, 0],
            ],
          },
          rows: [rows[0], { ...rows[0], rowGap: 1, kept: { height: 1 }, later: 2 }],
        },
      ],
    });
    expect(guilds.plantings[0]!.rows[1]).toMatchObject({ kept: { height: 1, width: null, clearStem: null }, later: 2 });
    expect(report(guilds).plantings[0]!.rows.map(({ name, offset }) => [name, offset])).toEqual([
      ['Row 1', 0],
      ['Row 2', 1],
      ['Row 1', 0],
      ['Row 2', 1],
    ]);
  });

  it('takes a line from a boundary side on its inside, whichever way the corners run', () => {
    const corners = [
      [0, 0],
      [50, 0],
      [50, 40],
      [0, 40],
    ].map((at) => ({ at }));
    for (const boundary of [corners, [...corners].reverse()]) {
      const side = boundary === corners ? 1 : 3;
      const [position] = report(
        build({ boundary, plantings: [{ name: 'Belt', baseline: { besideSide: side, setback: 3 }, rows }] }),
      ).plantings[0]!.rows[0]!.positions;
      expect(position![2]).toBe(3);
    }
  });

  it('takes a line from a named fence on the hand that is asked', () => {
    const features = [
      {
        kind: 'fence',
        name: 'top fence',
        points: [
          [0, 10],
          [40, 10],
        ],
      },
    ];
    const y = (on: 'left' | 'right') =>
      report(
        build({ features, plantings: [{ name: 'Belt', baseline: { beside: 'top fence', setback: 2, on }, rows }] }),
      ).plantings[0]!.rows[0]!.positions[0]![2];
    expect([y('left'), y('right')]).toEqual([12, 8]);
  });

  it.each([
    [
      'a side that is not there',
      { plantings: [{ name: 'B', baseline: { besideSide: 9, setback: 1 }, rows }] },
      /no boundary side 9/,
    ],
    [
      'a fence that is not there',
      { plantings: [{ name: 'B', baseline: { beside: 'x', setback: 1, on: 'left' }, rows }] },
      /no fence, stream or track called 'x'/,
    ],
    [
      'a stock that is not sold',
      {
        plantings: [
          {
            name: 'B',
            baseline: {
              points: [
                [0, 0],
                [9, 0],
              ],
            },
            rows: [{ ...rows[0], stock: 'jar' }],
          },
        ],
      },
      /'jar' is not a stock type\. Use one of seed, cutting, plug, whip/,
    ],
    [
      'a line of one millimetre',
      {
        plantings: [
          {
            name: 'B',
            baseline: {
              points: [
                [0, 0],
                [0.001, 0],
              ],
            },
            rows,
          },
        ],
      },
      /The line is too short/,
    ],
    ['a feature of no kind', { features: [{ kind: 'castle', points: [[0, 0]] }] }, /features\.0\.kind/],
    [
      'a height that cannot be',
      { features: [{ kind: 'tree', points: [[0, 0]], height: -3 }] },
      /Standing tree: The height must be at least 0.00 m/,
    ],
    [
      'an outline with no ground in it',
      {
        plantings: [
          {
            name: 'B',
            baseline: {
              outline: [
                [0, 0],
                [9, 0],
              ],
            },
            rows,
          },
        ],
      },
      /at least three corners and some ground/,
    ],
    [
      'a guild without a tree',
      { plantings: [{ name: 'B', baseline: { anchors: [] }, rows }] },
      /plantings\.0\.baseline/,
    ],
    [
      'a corner rule that nobody knows',
      {
        plantings: [
          {
            name: 'B',
            baseline: {
              points: [
                [0, 0],
                [9, 0],
              ],
            },
            corners: 'mitred',
            rows,
          },
        ],
      },
      /plantings\.0\.corners/,
    ],
    ['half a number', { latitude: 'north' }, /latitude: give a number, not ‘north’\. Mend it/],
    ['nothing at all', null, /plan\.json: the whole: give an object, not nothing/],
    ['a unit that nobody knows', { units: 'cubits' }, /units: ‘cubits’ is not known; choose one of metric, us/],
    ['a word misspelt', { latidude: 3 }, /‘latidude’ is not known here/],
    ['no name', { name: undefined }, /name: it is missing; give text/],
  ])('refuses %s and says where', (_, changes, sentence) => {
    const made = () => (changes === null ? holdingFromPlan(null, 'plan.json') : build(changes));
    expect(made).toThrow(sentence);
    expect(made).not.toThrow(/Invalid|expected|received/); // the schema's own words
  });
});

describe(report, () => {
  it('gives positions that stand where they say, and what is wrong', () => {
    const told = report(
      build({
        features: [
          {
            kind: 'buriedService',
            name: 'pipe',
            points: [
              [10, -5],
              [10, 5],
            ],
          },
        ],
        plantings: [
          {
            name: 'Belt',
            baseline: {
              points: [
                [0, 0],
                [20, 0],
              ],
            },
            rows,
          },
        ],
      }),
    );
    expect(told.plants).toBe(11);
    expect(told.plantings[0]!.rows[0]!.positions.slice(0, 3)).toEqual([
      [0, 0, 0],
      [2, 2, 0],
      [4, 4, 0],
    ]);
    expect(told.plantings[0]!.species).toEqual([
      { species: 'Kunzea ericoides', stock: 'whip', count: 11, standing: 'introduced', hardy: true, harms: [] },
    ]);
    expect(told.plantings[0]!.findings[0]).toMatchObject({ severity: 'fault', remedies: ['Leave a gap'] });
    expect(JSON.parse(JSON.stringify(told))).toEqual(told);
  });

  it('lays a planting without rows by the pattern of its purpose at the place, as the app would', () => {
    const planting = {
      name: 'Hedge',
      purpose: 'hedge' as const,
      answers: { kept: 'tall' },
      baseline: {
        points: [
          [0, 0],
          [60, 0],
        ] as [number, number][],
      },
    };
    const there = (region: string | null, more: object = {}) =>
      holdingFromPlan(
        { name: 'There', latitude: -43.7, longitude: 171.6, region, ...more, plantings: [planting] },
        'there.plan.json',
      );
    const holding = there(null);
    const [laid] = holding.plantings;
    expect(laid).toMatchObject({
      id: 'p1',
      means: plainMeans('mats', true),
      rows: [{ id: 'p1r1', name: 'Hedge', kept: { height: 3 } }],
    });
    const bare = { ...holding, plantings: [] };
    let n = 0;
    const byHand = newPlanting({
      name: 'Hedge',
      purpose: 'hedge',
      answers: { kept: 'tall' },
      baseline: laid!.baseline,
      side: 'right',
      holding: bare,
      newId: () => `p1r${n++}`,
    });
    expect(laid!.rows).toEqual(byHand.rows);
    const told = report(holding);
    expect(told.region).toMatchObject({
      code: 'NZS',
      name: 'New Zealand South',
      zone: 8,
      heat: 'mild',
      rain: 850,
      usual: { zone: true, summer: true },
    });
    expect(told.plantings[0]!.species.filter(({ standing }) => standing === 'native').length).toBeGreaterThan(3);
    expect(told.plantings[0]!.species.every(({ hardy }) => hardy)).toBe(true);
    expect(there('GRB').plantings[0]!.rows[0]!.runs.map(({ species }) => species)).toContain('crataegus-monogyna');
    expect(() => there('QQZ')).toThrow(/'QQZ' is no botanical region\. Give a level 3 code/);
    // Its line lies in wet ground: what is laid bears that, as in the app.
    const hollow = {
      kind: 'wetGround',
      stands: 'winter',
      points: [
        [-9, -9],
        [69, -9],
        [69, 9],
        [-9, 9],
      ],
    };
    const wet = there('GRB', { features: [hollow] }).plantings[0]!.rows[0]!.runs;
    expect(wet.every(({ species }) => bears(appBook.of(species), 'wet'))).toBe(true);
    const both = { ...planting, rows: [{ spacing: 1, species: [[1, 'hazel', 'pot4']] }] };
    expect(() => holdingFromPlan({ name: 'x', latitude: 50, longitude: 0, plantings: [both] }, 'x')).toThrow(
      /gives rows and answers/,
    );
    const { answers: _, ...rowsOnly } = both;
    const own = holdingFromPlan({ name: 'x', latitude: 50, longitude: 0, plantings: [rowsOnly] }, 'x').plantings[0]!;
    expect(own).toMatchObject({
      means: plainMeans('none', true),
      rows: [{ stock: 'whip', runs: [{ species: 'corylus-avellana', count: 1, stock: 'pot4' }] }],
    });
    expect(layHolding({ ...holding, plantings: [own] })[0]!.layout.stand.stockIds).toEqual(['pot4']);
  });
});
