import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { counts, row as sampleRow, sample } from '../../../../checks/sample.ts';
import { holdingFromPlan } from '../../files/plan-json.ts';
import { layHolding } from '../laid.ts';
import { take } from '../../holding/command.ts';
import { ENDS, MIXES, type Row } from '../../holding/schema.ts';
import { appBook } from '../../species/book.ts';
import { catalogue } from '../../species/catalogue.ts';
import { stocks } from '../../species/stock.ts';
import { layPlantingCall, layRowCall } from './lay.ts';
import { callName, completions, speciesFor, type Written } from './names.ts';
import { parseCall } from './parse.ts';
import { explainRow, printPlanting, printRow } from './print.ts';

const metric: Written = { units: 'metric', book: appBook };
const us: Written = { units: 'us', book: appBook };
const species = fc.constantFrom(...catalogue.map(({ id }) => id));
const stock = fc.constantFrom(...stocks.map(({ id }) => id));
const metres = (min: number, max: number) =>
  fc.oneof(
    fc.double({ min, max, noNaN: true }),
    fc.integer({ min: Math.ceil(min * 10), max: max * 10 }).map((tenths) => tenths / 10),
  );
const kept = fc.option(metres(0.2, 30));
const anyRow: fc.Arbitrary<Omit<Row, 'id' | 'name'>> = fc.record({
  rowGap: fc.oneof(fc.constant(0), metres(0.1, 50)),
  spacing: metres(0.1, 50),
  staggered: fc.boolean(),
  inset: fc.oneof(fc.constant(0), metres(0.1, 400)),
  trim: fc.record({
    start: fc.oneof(fc.constant(0), metres(0.1, 400)),
    stop: fc.oneof(fc.constant(0), metres(0.1, 400)),
  }),
  ends: fc.constantFrom(...ENDS),
  stock,
  runs: fc.array(
    fc.record(
      { species, count: fc.integer({ min: 1, max: 9999 }), stock, variety: fc.constantFrom('early', 'late', 'male') },
      { requiredKeys: ['species', 'count'] },
    ),
    { minLength: 1, maxLength: 8 },
  ),
  mix: fc.constantFrom(...MIXES),
  offset: fc.integer({ min: 0, max: 9999 }),
  seed: fc.integer({ min: 0, max: 1_000_000 }),
  standards: fc.option(
    fc.record({ species, stock, every: metres(0.1, 400), first: fc.oneof(fc.constant(0), metres(0.1, 400)) }),
  ),
  swaps: fc.array(fc.record({ species, at: metres(0, 900), copy: fc.integer({ min: 0, max: 9999 }) }), {
    maxLength: 4,
  }),
  across: fc.boolean(),
  kept: fc.option(
    fc
      .record({ height: kept, width: kept, clearStem: kept })
      .filter(({ height, width, clearStem }) => [height, width, clearStem].some((measure) => measure !== null)),
  ),
  later: fc.integer({ min: 0, max: 20 }),
  out: fc.option(fc.integer({ min: 1, max: 40 }), { nil: null }),
});

/** Every number to a hundredth of a millimetre: feet that are no plain number lose the last digit of a float. */
const toTheTape = (value: unknown): unknown =>
  JSON.parse(JSON.stringify(value, (_, one: unknown) => (typeof one === 'number' ? Math.round(one * 2e4) / 2e4 : one)));

describe('a row call', () => {
  it('a length in round metres is said in feet of four places, and is that many metres again', () => {
    const row = sample({ units: 'us', rows: [sampleRow({ spacing: 1.5, rowGap: 0.9 })] }).plantings[0]!.rows[0]!;
    const printed = printRow(row, us);
    expect(printed).toContain('every 4.9213 ft; 2.9528 ft behind');
    expect(parseCall(printed, us).rows[0]).toMatchObject({ spacing: 1.5, rowGap: 0.9 });
    expect(parseCall('hazel every 5 ft', us).rows[0]!.spacing).toBe(1.524);
  });
  it('amounts that meet their shares are said in % only where they make up a hundred', () => {
    const [made] = sample({ rows: [sampleRow()] }).plantings[0]!.rows;
    const of = (...counts: number[]) => {
      const runs = counts.map((count, i) => ({ species: ['corylus-avellana', 'cornus-sanguinea'][i]!, count }));
      return printRow({ ...made!, mix: 'quota', runs }, metric);
    };
    expect(of(60, 40)).toContain('60 % hazel, 40 % ');
    expect(of(150, 75)).toMatch(/^150 hazel, 75 [^%]*; shared/);
    expect(parseCall(of(150, 75), metric).rows[0]).toMatchObject({
      mix: 'quota',
      runs: [{ count: 150 }, { count: 75 }],
    });
  });
  it('printed and typed back is the same row, for any row, in both unit systems', () => {
    fc.assert(
      fc.property(anyRow, fc.constantFrom(metric, us), (row, units) => {
        const printed = printRow({ ...row, id: 'r', name: 'Row' }, units);
        const { rows, problems } = parseCall(printed, units);
        expect(problems, printed).toEqual([]);
        // A seed means something only to a drift.
        const told = { ...row, name: null, seed: row.mix === 'drift' ? row.seed : 1 };
        expect(metric === units ? rows : toTheTape(rows), printed).toEqual(
          metric === units ? [told] : toTheTape([told]),
        );
        expect(printed).not.toMatch(units === us ? /\d m\b/ : /\d ft\b/);
      }),
      { seed: 11, numRuns: 300 },
    );
  });

  it('reads what the steward would write on an envelope', () => {
    const { rows, gaps, problems } = parseCall(
      '2 guelder, 1 spindle every 1.5 m; small-leaved lime each 20 m from 10 m; staggered; gap 63 to 67',
      metric,
    );
    expect(problems).toEqual([]);
    expect(rows[0]).toMatchObject({
      spacing: 1.5,
      staggered: true,
      mix: 'turn',
      runs: [
        { species: 'viburnum-opulus', count: 2 },
        { species: 'euonymus-europaeus', count: 1 },
      ],
      standards: { species: 'tilia-cordata', every: 20, first: 10, stock: 'feathered' },
    });
    expect(gaps).toEqual([{ kind: 'gap', at: 65, width: 4 }]);
    expect(parseCall('60 % hazel, 40 % holly every 3 ft', us).rows[0]).toMatchObject({
      mix: 'quota',
      spacing: expect.closeTo(0.9144, 9),
    });
    expect(parseCall('3 hazel, 2 holly every 1; in drifts 7', metric).rows[0]).toMatchObject({
      mix: 'drift',
      seed: 7,
    });
    expect(
      parseCall('hazel every 1 / holly every 2; 2.4 m behind', metric).rows.map(({ spacing, rowGap }) => [
        spacing,
        rowGap,
      ]),
    ).toEqual([
      [1, 0],
      [2, 2.4],
    ]);
  });

  it('reads kept sizes, the side, the phase and single plants of a block’s strings', () => {
    const { rows, problems } = parseCall(
      'hazel every 1 m; across; kept 2 m high; kept 120 cm wide; clear stem 6 ft; 1 year later; holly at 3 m of string 4',
      metric,
    );
    expect(problems).toEqual([]);
    expect(rows[0]).toMatchObject({
      across: true,
      kept: { height: 2, width: expect.closeTo(1.2, 9), clearStem: expect.closeTo(1.8288, 9) },
      later: 1,
      swaps: [{ species: 'ilex-aquifolium', at: 3, copy: 3 }],
    });
    expect(parseCall('hazel every 1 m; 99 years later', metric).rows[0]!.later).toBe(20);
    expect(parseCall('hazel every 2 m; out in year 15', metric).rows[0]!.out).toBe(15);
    expect(parseCall('hazel every 2 m', metric).rows[0]!.out).toBeNull();
    expect(parseCall('hazel every 1 m; kept 1 cm high', metric).problems[0]!.sentence).toMatch(
      /kept size must lie between 0.2 m and 60 m/,
    );
  });

  it.each([
    ['2 hazel every', 0, 13, /is not understood/],
    ['2 hazel every fast', 0, 18, /'fast' is not a length/],
    ['2 hazel every 0 m', 0, 17, /spacing must lie between 0.1 m and 50 m/],
    ['2 hazel, 1 unicorn every 1 m', 11, 18, /No species is called 'unicorn'/],
    ['1 salix every 1 m', 2, 7, /'salix' could be .* Write more of its name/],
    ['hazel every 1 m; as twigs', 20, 25, /'twigs' is not a stock type/],
    ['hazel every 1 m; gap 67 to 63', 17, 29, /ends after it begins/],
    ['60 % hazel, 2 holly every 1 m', 0, 29, /not both in one row/],
    ['staggered', 0, 9, /names no plants/],
    ['hazel every 1 m; holly every 2 m', 17, 32, /its plants already/],
  ])('%j shows its mistake where it is', (text, from, to, sentence) => {
    const { problems, rows } = parseCall(text, metric);
    expect(rows).toEqual([]);
    expect(problems[0]).toMatchObject({ from, to, sentence: expect.stringMatching(sentence) });
    expect(layRowCall(sample().plantings[0]!, 'p1r1', parseCall(text, metric), () => 'n')).toBeNull();
  });

  it('says what it understood', () => {
    expect(
      explainRow(
        parseCall(
          '2 guelder, 1 spindle every 1.5 m; lime, small-leaved each 9 m'.replace(
            'lime, small-leaved',
            'small-leaved lime',
          ),
          metric,
        ).rows[0]!,
        metric,
      ),
    ).toBe('One plant every 1.5 m: 2 guelder rose and 1 spindle in turn, a small-leaved lime each 9 m.');
    expect(explainRow(parseCall('hazel every 1 m; fit; staggered', metric).rows[0]!, metric)).toBe(
      'One plant every 1 m, begun between the plants of the row before, stretched to fit its ends: hazel.',
    );
  });

  it('lays a row, and a whole planting; the demo’s plantings printed and typed back are the same plants', () => {
    const holding = sample();
    const laid = take(
      holding,
      layRowCall(holding.plantings[0]!, 'p1r1', parseCall('holly every 2 m; gap 10 to 14', metric), () => 'n')!,
    ).holding;
    expect(counts(laid)).toEqual([30]); // 31 places, the one at 12 m cleared
    const demo = holdingFromPlan(
      JSON.parse(readFileSync(new URL('../../../../demo/tern-hollow.plan.json', import.meta.url), 'utf8')),
      'demo',
    );
    for (const units of [metric, us])
      for (const planting of demo.plantings) {
        const again = take(
          demo,
          layPlantingCall(planting, parseCall(printPlanting(planting, units), units), () => 'n')!,
        ).holding;
        const [before, after] = [demo, again].map(
          (one) => layHolding(one).find((each) => each.planting.id === planting.id)!.layout.stand,
        );
        expect(again.plantings.find(({ id }) => id === planting.id)!.rows).toEqual(planting.rows);
        expect(after!.count).toBe(before!.count);
        after!.x.forEach((x, i) => expect(x).toBeCloseTo(before!.x[i]!, 6));
      }
  });
});

describe('names in a call', () => {
  it('every species of the catalogue is called by a name that means it alone', () => {
    for (const { id } of catalogue)
      expect(
        speciesFor(callName(id, appBook), appBook).map((found) => found.id),
        callName(id, appBook),
      ).toEqual([id]);
  });
  it('completes what has been begun, by either name', () => {
    expect(completions('guel', appBook)).toEqual(['guelder rose']);
    expect(completions('corylus', appBook)[0]).toBe('hazel');
    expect(completions('', appBook)).toEqual([]);
  });
  it('reads and prints the rootstock of a fruit tree, and says which there are', () => {
    const read = (call: string) => parseCall(call, metric);
    const { rows } = read('1 apple (early) on dwarfing as feathered, 2 pear every 3');
    expect(rows[0]!.runs).toEqual([
      { species: 'malus-domestica', count: 1, variety: 'early', rootstock: 'dwarfing', stock: 'feathered' },
      { species: 'pyrus-communis', count: 2 },
    ]);
    const printed = printRow({ ...rows[0]!, id: 'r', name: 'r' }, metric);
    expect(printed).toContain('1 apple (early) on dwarfing as feathered');
    expect(read(printed).rows[0]!.runs).toEqual(rows[0]!.runs);
    expect(explainRow(rows[0]!, metric)).toContain('1 early apple on dwarfing rootstock');
    expect(read('1 pear on dwarfing every 3').problems).toEqual([
      { from: 10, to: 18, sentence: expect.stringContaining('Use one of semi-dwarfing, semi-vigorous, vigorous') },
    ]);
  });
});
