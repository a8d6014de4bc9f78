import fc from 'fast-check';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { counts, row, sample, standOf } from '../../../checks/sample.ts';
import { pegSheet } from '../field/peg-sheet.ts';
import { layHolding } from '../ranks/laid.ts';
import { migrate, toStored } from '../holding/migrate.ts';
import { HOLDING_VERSION } from '../holding/schema.ts';
import { orderList } from '../account/order-list.ts';
import { quantities } from '../account/quantities.ts';
import { readCloserank, writeCloserank } from './closerank.ts';
import { MOST_PICTURE_MEGABYTES } from './problems.ts';
import { orderListCsv, pegSheetCsv } from './csv.ts';
import { planGeoJson } from './plan-geojson.ts';
import { holdingFromPlan } from './plan-json.ts';
import { orderListXlsx } from './xlsx.ts';

const repo = (path: string) => readFileSync(new URL(`../../../${path}`, import.meta.url));
const demo = holdingFromPlan(JSON.parse(repo('demo/tern-hollow.plan.json').toString()), 'demo');
const zipped = (holding: unknown) =>
  zipSync({ 'holding.json': strToU8(typeof holding === 'string' ? holding : JSON.stringify(holding)) });

describe('.closerank', () => {
  it('export then import is the identity, and the same plan makes the same bytes', () => {
    expect(readCloserank(writeCloserank(demo), 'demo').holding).toEqual(demo);
    expect(writeCloserank(demo)).toEqual(writeCloserank(structuredClone(demo)));
    fc.assert(
      fc.property(
        fc.string({ minLength: 1, maxLength: 40 }).filter((name) => name.trim() === name && name !== ''),
        fc.double({ min: 0.1, max: 50, noNaN: true }),
        (name, spacing) => {
          const holding = { ...sample({ rows: [row({ spacing })] }), name };
          expect(readCloserank(writeCloserank(holding), 'any').holding).toEqual(holding);
        },
      ),
    );
  });

  it('carries the pictures that the plan lays beneath, and no others', () => {
    const file = 'ab'.repeat(32);
    const laid = {
      ...demo,
      pictures: [
        {
          id: 'x',
          name: 'aerial',
          file,
          type: 'image/png' as const,
          width: 9,
          height: 9,
          points: [],
          matrix: [1, 0, 0, 0, -1, 0] as [number, number, number, number, number, number],
          opacity: 0.5,
        },
      ],
    };
    const { pictures, holding } = readCloserank(
      writeCloserank(laid, { [file]: Uint8Array.of(1, 2, 3), ['cd'.repeat(32)]: Uint8Array.of(9) }),
      'laid',
    );
    expect(holding).toEqual(laid);
    expect(Object.entries(pictures).map(([name, bytes]) => [name, [...bytes]])).toEqual([[file, [1, 2, 3]]]);
  });

  it('opens a kept file of version 4: one source for each part of its climate, nothing in hand', () => {
    const old = migrate(JSON.parse(repo('src/core/holding/kept/holding-v4.json').toString()));
    const made = { source: 'made-up record of Tern Hollow', simulated: true };
    expect(old.ok && old.holding.climate!.from).toEqual({ months: made, frosts: made, zone: made, rose: made });
    expect(old.ok && old.holding.inHand).toEqual([]);
    const blocks = old.ok
      ? old.holding.plantings.flatMap(({ baseline }) => (baseline.kind === 'block' ? [baseline] : []))
      : [];
    expect(blocks.map(({ density }) => density)).toEqual([null, null]);
  });

  it('opens a kept file of version 3: belts of one year, grown free, round their corners', () => {
    const old = migrate(JSON.parse(repo('src/core/holding/kept/holding-v3.json').toString()));
    expect(old.ok && [old.holding.variants, old.holding.species]).toEqual([[], []]);
    expect(
      old.ok &&
        old.holding.plantings.map(({ corners, rows }) => [
          corners,
          rows.every(({ across, kept, later }) => !across && kept === null && later === 0),
        ]),
    ).toEqual(Array.from({ length: 5 }, () => ['round', true]));
    expect(old.ok && layHolding(old.holding).map(({ layout }) => layout.stand.count)).toEqual([263, 221, 350, 121, 85]);
  });

  it('opens a kept file of version 2 as today’s plan, its ground as nobody had said otherwise', () => {
    const old = migrate(JSON.parse(repo('src/core/holding/kept/holding-v2.json').toString()));
    expect(old.ok && old.holding.features.find(({ kind }) => kind === 'wetGround')).toMatchObject({
      name: 'wet hollow',
      stands: 'winter',
      floods: false,
    });
    expect(old.ok && [old.holding.climate, old.holding.aims, old.holding.boundary![3]!.restsOn]).toEqual([
      null,
      [],
      null,
    ]);
    expect(old.ok && layHolding(old.holding).map(({ layout }) => layout.stand.count)).toEqual([263, 221, 350, 121, 85]);
  });

  it('opens a kept file of version 1 as today’s plan', () => {
    const old = migrate(JSON.parse(repo('src/core/holding/kept/holding-v1.json').toString()));
    expect(old.ok && old.holding.boundary!.map(({ pin }) => pin)).toEqual(['found', 'assumed', 'found', 'found']);
    expect(old.ok && counts(old.holding)).toEqual([41]);
  });

  it('what can be written can be read back, up to the limit; beyond it the writing is refused, with what to do', () => {
    const pictures = Array.from({ length: 3 }, (_, i) => ({
      id: `p${i}`,
      name: 'aerial',
      file: String(i).repeat(64),
      type: 'image/png' as const,
      width: 9,
      height: 9,
      points: [],
      matrix: [1, 0, 0, 0, -1, 0] as [number, number, number, number, number, number],
      opacity: 1,
    }));
    const laid = { ...demo, pictures };
    const bytes = (megabytes: number) =>
      Object.fromEntries(pictures.map(({ file }) => [file, new Uint8Array((megabytes * 1e6) / 3)]));
    const most = writeCloserank(laid, bytes(MOST_PICTURE_MEGABYTES - 0.1));
    expect(Object.keys(readCloserank(most, 'big.closerank').pictures)).toHaveLength(3);
    expect(() => writeCloserank(laid, bytes(MOST_PICTURE_MEGABYTES + 1))).toThrow(
      'The pictures take 141 MB; a holding’s file carries at most 140 MB of that. Take some of those laid beneath away first.',
    );
    const seen = (n: number) => ({ id: `e${n}`, text: `{"id":"e${n}","kind":"seen","body":"${'x'.repeat(9e6)}"}` });
    const record = (n: number) => Array.from({ length: n }, (_, i) => seen(i));
    expect(writeCloserank(demo, {}, record(7)).length).toBeGreaterThan(0);
    expect(() => writeCloserank(demo, {}, record(12))).toThrow(
      /^The record takes 109 MB; .* 108 MB of it are entries of the kind 'seen'\. Hand over/,
    );
  }, 30_000);

  it.each([
    ['an empty file', new Uint8Array(0), /is empty/],
    ['a truncated file', writeCloserank(demo).subarray(0, 900), /damaged/],
    ['a file of another type', strToU8('<html></html>'), /not a Close Rank holding/],
    ['a zip of something else', zipSync({ 'a.txt': strToU8('x') }), /not a Close Rank holding/],
    ['broken JSON', zipped('{"format":'), /damaged: holding.json/],
    ['a newer version', zipped({ ...toStored(demo), version: HOLDING_VERSION + 1 }), /newer Close Rank.*Reload/],
    [
      'a NaN, written as null',
      zipped(JSON.stringify(toStored({ ...demo, place: { latitude: Number.NaN, longitude: 0 } }))),
      /place\.latitude/,
    ],
    [
      'a negative spacing',
      zipped(JSON.stringify(toStored(sample())).replace('"spacing":1.5', '"spacing":-1')),
      /spacing/,
    ],
    ['301 MB of nothing', new Uint8Array(301e6), /301 MB; at most 300 MB/],
    ['a zip bomb', zipSync({ 'holding.json': new Uint8Array(60e6) }), /60 MB; at most/],
  ])('refuses %s with a sentence', (_, bytes, sentence) => {
    expect(() => readCloserank(bytes, 'plan.closerank')).toThrow(sentence);
    expect(() => readCloserank(bytes, 'plan.closerank')).toThrow(/^plan\.closerank .*\.$/);
  });
});

describe(holdingFromPlan, () => {
  const plan = (changes: object) => () =>
    holdingFromPlan({ name: 'A', latitude: 52, longitude: -20, ...changes }, 'plan.json');
  it.each([
    [
      'a species it does not know',
      {
        plantings: [
          {
            name: 'H',
            baseline: {
              points: [
                [0, 0],
                [9, 0],
              ],
            },
            rows: [{ spacing: 1, species: [[1, 'Quercus imaginaria']] }],
          },
        ],
      },
      /^plan\.json: 'Quercus imaginaria' is not in the catalogue/,
    ],
    ['a field misspelt', { plantingz: [] }, /plantingz/],
    [
      'a boundary across itself',
      { boundary: [{ at: [0, 0] }, { at: [10, 10] }, { at: [10, 0] }, { at: [0, 10] }] },
      /boundary crosses itself/,
    ],
    [
      'a spacing of 0',
      {
        plantings: [
          {
            name: 'H',
            baseline: {
              points: [
                [0, 0],
                [9, 0],
              ],
            },
            rows: [{ spacing: 0, species: [[1, 'hazel']] }],
          },
        ],
      },
      /spacing/,
    ],
  ])('refuses %s', (_, changes, sentence) => expect(plan(changes)).toThrow(sentence));
});

describe('files out', () => {
  const all = layHolding(demo);
  const list = orderList(
    all.map(({ planting, layout }) => quantities(planting, layout, demo)),
    demo,
  );

  it('the peg sheet names every plant once, in walking order', () => {
    const lines = pegSheetCsv(
      all.map((laid) => pegSheet(laid.planting, laid.layout, demo)),
      'metric',
    )
      .trim()
      .split('\r\n');
    expect(lines).toHaveLength(1 + all.reduce((sum, { layout }) => sum + layout.stand.count, 0));
    const second = pegSheet(all[0]!.planting, all[0]!.layout, demo).rows[1]!;
    expect(second.walked).toBe('down');
    expect(second.pegs[0]!.chainage).toBeGreaterThan(second.pegs.at(-1)!.chainage);
  });

  it('measures the stick between pots less the pot', () => {
    const potted = sample({ rows: [row({ stock: 'pot4' })] });
    const sheet = pegSheet(potted.plantings[0]!, layHolding(potted)[0]!.layout, potted);
    expect(sheet.rows[0]!.stick).toBeCloseTo(1.5 - 0.18, 9);
  });

  it('makes cells inert that a spreadsheet would run', () => {
    const evil = {
      ...sample(),
      plantings: [
        {
          ...sample().plantings[0]!,
          name: '=HYPERLINK("x")',
          rows: sample().plantings[0]!.rows.map((each) => ({ ...each, name: '@SUM(A1)\nC1' })),
        },
      ],
    };
    const laid = layHolding(evil)[0]!;
    const csv = pegSheetCsv([pegSheet(laid.planting, laid.layout, evil)], 'metric');
    expect(csv).not.toMatch(/(^|,|\n)"?[=@]/);
    expect(csv).toContain(`'@SUM(A1)\nC1`);
    expect(csv).toContain(`'=HYPERLINK`);
    expect(orderListCsv(list, 'EUR', 'metric')).toContain('Hornbeam,Carpinus betulus');
  });

  it('writes the order as a workbook of the same lines and bytes each time', async () => {
    const [once, again] = [await orderListXlsx(list, 'EUR', 'metric'), await orderListXlsx(list, 'EUR', 'metric')];
    expect(once).toEqual(again);
    const sheet = new TextDecoder().decode(unzipSync(once)['xl/worksheets/sheet1.xml']);
    expect(sheet.match(/<row /g)).toHaveLength(1 + list.plants.length + list.kit.length);
    expect(sheet).not.toContain('<f>');
  });

  it('writes every plant into the plan', () => {
    const plants = (
      JSON.parse(planGeoJson(demo, all)) as { features: { properties: { what: string } }[] }
    ).features.filter(({ properties }) => properties.what === 'plant');
    expect(plants).toHaveLength(all.reduce((sum, { layout }) => sum + layout.stand.count, 0));
    expect(standOf(demo).count).toBeGreaterThan(200);
  });
});
