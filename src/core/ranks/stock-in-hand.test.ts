import { appBook } from '../species/book.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sample, standOf } from '../../../checks/sample.ts';
import { take } from '../holding/command.ts';
import { matureHeight, matureWidth } from '../species/catalogue.ts';
import { layAnswer, waysToUse, type Answer, type InHand } from './stock-in-hand.ts';

const bundles: readonly InHand[] = [
  { species: 'viburnum-opulus', size: 30, bundles: 1 },
  { species: 'corylus-avellana', size: 30, bundles: 1 },
  { species: 'acer-campestre', size: 30, bundles: 1 },
  { species: 'sorbus-aucuparia', size: 20, bundles: 2 },
];
let n = 0;
const options = { least: 1, most: 4, rowGap: 2, newId: () => `n${n++}` };
const left = ({ leftOver }: Answer) => leftOver.reduce((sum, [, plants]) => sum + plants, 0);

describe(waysToUse, () => {
  it('three bundles of 30 and two of 20 on 52 m of four rows are all used, the low before the tall', () => {
    const holding = sample({ length: 52 });
    const answers = waysToUse(holding.plantings[0]!, holding, bundles, { ...options, least: 4 });
    expect(answers[0]!.used).toBe(130);
    expect(left(answers[0]!)).toBe(0);
    const own = answers.find(({ rows }) => rows.every(({ species }) => species.length === 1))!;
    const heights = own.rows.map(({ species }) => matureHeight(appBook.of(species[0]![0])));
    expect(heights).toEqual([...heights].sort((a, b) => a - b));
    expect(own.rows.map(({ plants }) => plants)).toEqual([30, 30, 30, 40]);
  });
  it('kinds that want full light stand where the sun reaches them, on either side of the equator and of the line', () => {
    const two: InHand[] = [
      { species: 'hippophae-rhamnoides', size: 40, bundles: 1 },
      { species: 'betula-pendula', size: 40, bundles: 1 },
    ];
    for (const latitude of [52, -42])
      for (const side of ['left', 'right'] as const) {
        const holding = sample({ length: 52, latitude, planting: { side } });
        const answers = waysToUse(holding.plantings[0]!, holding, two, { ...options, least: 2, most: 2 });
        const sunward = (side === 'right') === latitude > 0 ? 1 : 0;
        const own = answers.filter(({ rows }) => rows.every(({ species }) => species.length === 1));
        expect(own.map(({ dark }) => dark)).toEqual([0]);
        expect(own[0]!.rows[sunward]!.species[0]![0]).toBe('hippophae-rhamnoides');
      }
    // A line to the north has the sun on both sides: neither order is darker.
    const north = sample({
      planting: {
        baseline: {
          points: [
            [0, 0],
            [0, 52],
          ],
        },
      },
    });
    for (const { dark } of waysToUse(north.plantings[0]!, north, two, { ...options, least: 2, most: 2 }))
      expect(dark).toBe(0);
  });
  it('deals a mix so that equal rows are spaced alike: no row gets the odd plant of every kind', () => {
    const holding = sample({ length: 150 });
    const six = [
      'viburnum-opulus',
      'corylus-avellana',
      'acer-campestre',
      'sorbus-aucuparia',
      'cornus-sanguinea',
      'euonymus-europaeus',
    ].map((species) => ({ species, size: 25, bundles: 1 }));
    const mixed = waysToUse(holding.plantings[0]!, holding, six, { ...options, least: 2, most: 2 }).find(({ rows }) =>
      rows.every(({ species }) => species.length === 6),
    )!;
    expect(mixed.rows.map(({ plants }) => plants)).toEqual([75, 75]);
  });
  it('what it says is what it lays, gaps and all, and never more than there is', () => {
    const holding = sample({ length: 52, planting: { gaps: [{ at: 20, width: 4 }] } });
    for (const answer of waysToUse(holding.plantings[0]!, holding, bundles, options)) {
      const stand = standOf(take(holding, layAnswer(answer)).holding);
      expect(stand.count).toBe(answer.used);
      expect(answer.used + left(answer)).toBe(130);
      for (const [, plants] of answer.leftOver) expect(plants).toBeGreaterThan(0);
    }
  });
  it('leaves the fewest that any spacing leaves (tried one by one), never closer than the species bear', () => {
    const holding = sample({ length: 9 });
    const many: InHand[] = [{ species: 'corylus-avellana', size: 25, bundles: 1 }];
    const [best] = waysToUse(holding.plantings[0]!, holding, many, { ...options, most: 2 });
    let fewest = Infinity;
    for (const rows of [1, 2])
      for (let tenths = 600; tenths <= 5000; tenths++) {
        const spacing = tenths / 1000;
        const laid =
          rows === 1
            ? Math.floor(9.001 / spacing) + 1
            : Math.floor(9.001 / spacing) + 1 + Math.floor((9.001 - spacing / 2) / spacing) + 1;
        if (laid <= 25) fewest = Math.min(fewest, 25 - laid);
      }
    expect(left(best!)).toBeLessThanOrEqual(fewest);
    for (const { spacing } of best!.rows) expect(spacing).toBeGreaterThanOrEqual(5 * 0.12 - 1e-9);
  });
  it('says what is left over by species when there is too much, and nothing for nothing', () => {
    const holding = sample({ length: 6 });
    const [best] = waysToUse(holding.plantings[0]!, holding, [{ species: 'tilia-cordata', size: 100, bundles: 3 }], {
      ...options,
      most: 1,
    });
    expect(best!.leftOver).toEqual([['tilia-cordata', 300 - best!.used]]);
    expect(
      waysToUse(holding.plantings[0]!, holding, [{ species: 'tilia-cordata', size: 0, bundles: 3 }], options),
    ).toEqual([]);
  });
  it('of anything in the shed: no plant is lost or made up, none stands closer than its kind bears, no answer twice', () => {
    const kinds = ['corylus-avellana', 'cornus-sanguinea', 'acer-campestre', 'viburnum-opulus', 'ilex-aquifolium'];
    const shed = fc.uniqueArray(
      fc.record({
        species: fc.constantFrom(...kinds),
        size: fc.integer({ min: 1, max: 40 }),
        bundles: fc.integer({ min: 0, max: 3 }),
      }),
      { selector: ({ species }) => species, minLength: 1, maxLength: 4 },
    );
    fc.assert(
      fc.property(
        shed,
        fc.double({ min: 15, max: 120, noNaN: true }),
        fc.integer({ min: 1, max: 4 }),
        (inHand, length, most) => {
          const holding = sample({ length, planting: { gaps: [{ at: 7, width: 3 }] } });
          const answers = waysToUse(holding.plantings[0]!, holding, inHand, { ...options, most });
          expect(answers.length).toBeLessThanOrEqual(5);
          const total = inHand.reduce((sum, { size, bundles: each }) => sum + size * each, 0);
          for (const answer of answers) {
            expect(answer.used + left(answer)).toBe(total);
            expect(answer.rows.length).toBeLessThanOrEqual(most);
            for (const { spacing, species } of answer.rows)
              for (const [id] of species)
                expect(spacing).toBeGreaterThanOrEqual(matureWidth(appBook.of(id)) * 0.12 - 1e-9);
          }
          expect(new Set(answers.map(({ rows }) => JSON.stringify(rows))).size).toBe(answers.length);
          expect(answers.map(left)).toEqual(answers.map(left).sort((a, b) => a - b));
        },
      ),
      { seed: 3, numRuns: 25 },
    );
  }, 20_000);
});
