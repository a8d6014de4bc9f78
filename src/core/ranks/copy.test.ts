import { describe, expect, it } from 'vitest';
import { counts, row, sample, standOf } from '../../../checks/sample.ts';
import { take } from '../holding/command.ts';
import { addPlanting, keepPattern, mirrorPlanting, removePattern } from '../holding/planting-commands.ts';
import { layHolding } from './laid.ts';
import { drawnBaseline } from './baseline.ts';
import { copyPlanting, patternOf, plantingFrom } from './copy.ts';

const holding = sample({
  rows: [
    row({
      species: [
        [2, 'Corylus avellana'],
        [1, 'Ilex aquifolium'],
      ],
    }),
    row({ rowGap: 2, staggered: true }),
  ],
  planting: { gaps: [{ at: 30, width: 4 }], clearings: [{ at: [10, 0], radius: 3 }] },
});
const belt = holding.plantings[0]!;
let n = 0;
const newId = () => `new${n++}`;

describe(copyPlanting, () => {
  it('lays the same rows on another line, under ids of their own, without what belongs to the old place', () => {
    const copied = copyPlanting(belt, {
      name: 'Again',
      baseline: drawnBaseline(
        [
          [0, 40],
          [60, 40],
        ],
        {},
      ),
      newId,
    });
    const after = take(holding, addPlanting(copied)).holding;
    const stand = layHolding(after)[1]!.layout.stand;
    expect(stand.rows.map(({ from, to }) => to - from)).toEqual([41, 40]);
    expect(new Set([...belt.rows, ...copied.rows].map(({ id }) => id)).size).toBe(4);
    expect([copied.gaps, copied.clearings]).toEqual([[], []]);
  });
  it('takes along what a row or a kind is excepted from, under the row’s new name', () => {
    const excepted = [
      { for: 'row' as const, of: 'p1r2', method: 'chips', measures: {} },
      { for: 'species' as const, of: 'ilex-aquifolium', method: 'mats', measures: {} },
    ];
    const means = { ...belt.means, weeds: { ...belt.means.weeds, exceptions: excepted } };
    const copied = copyPlanting({ ...belt, means }, { name: 'Again', baseline: belt.baseline, newId });
    expect(copied.means.weeds.exceptions.map(({ of }) => of)).toEqual([copied.rows[1]!.id, 'ilex-aquifolium']);
    const laid = plantingFrom(
      patternOf({ ...belt, means }, 'own'),
      { name: 'Mine', baseline: belt.baseline, newId },
      'left',
    );
    expect(laid.means.weeds.exceptions[0]!.of).toBe(laid.rows[1]!.id);
  });
});

describe(mirrorPlanting, () => {
  it('lays as many plants on the other side of the line, and twice is the identity', () => {
    const once = take(holding, mirrorPlanting('p1')).holding;
    const [before, after] = [
      standOf(sample({ rows: [row(), row({ rowGap: 2 })] })),
      standOf(take(sample({ rows: [row(), row({ rowGap: 2 })] }), mirrorPlanting('p1')).holding),
    ];
    expect(Array.from(after.y, (y) => (y === 0 ? 0 : y))).toEqual(Array.from(before.y, (y) => (y === 0 ? 0 : -y)));
    expect(once).not.toEqual(holding);
    expect(take(once, mirrorPlanting('p1')).holding).toEqual(holding);
  });
  it('of a strip along a stream goes to the other bank', () => {
    const stream = sample({
      features: [
        {
          kind: 'stream',
          name: 'brook',
          points: [
            [0, 0],
            [60, 0],
          ],
        },
      ],
      planting: { baseline: { beside: 'brook', setback: 3, on: 'left' }, side: 'left' },
    });
    const other = take(stream, mirrorPlanting('p1')).holding;
    expect([standOf(stream).y[0], standOf(other).y[0]]).toEqual([expect.closeTo(3, 9), expect.closeTo(-3, 9)]);
  });
});

describe('own patterns', () => {
  it('keep the rows of a planting without its hand swaps, lay them again, and are thrown away', () => {
    const swapped = {
      ...belt,
      rows: belt.rows.map((each) => ({ ...each, swaps: [{ at: 3, copy: 0, species: 'taxus-baccata' }] })),
    };
    const kept = take(holding, keepPattern(patternOf(swapped, 'mine'))).holding;
    expect(kept.patterns[0]!.rows.every(({ swaps }) => swaps.length === 0)).toBe(true);
    const again = plantingFrom(
      kept.patterns[0]!,
      {
        name: 'By mine',
        baseline: drawnBaseline(
          [
            [0, 40],
            [60, 40],
          ],
          {},
        ),
        newId,
      },
      'left',
    );
    expect(counts({ ...kept, plantings: [take(kept, addPlanting(again)).holding.plantings[1]!] })).toEqual([41, 40]);
    expect(take(kept, removePattern('mine')).holding.patterns).toEqual([]);
  });
});
