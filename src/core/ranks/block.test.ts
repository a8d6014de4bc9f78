import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { row, sample, standOf, type SampleRow } from '../../../checks/sample.ts';
import { area, isInside, nearestEdge } from '../geometry/polygon.ts';
import type { Point } from '../geometry/point.ts';
import { gridRelief } from '../ground/relief.ts';
import { swapPlant } from '../holding/planting-commands.ts';
import { take } from '../holding/command.ts';
import {
  alongContour,
  bestShift,
  density,
  fillAt,
  nominalDensity,
  patternOfRows,
  spacingFor,
  type BlockPattern,
} from './block.ts';
import { drawnBlock } from './baseline.ts';
import { alongLongest, type Block } from './outline.ts';
import { layOut } from './lay-out.ts';
import { speciesAt } from './stand.ts';

const FIELD: [number, number][] = [
  [0, 0],
  [160, 10],
  [170, 120],
  [20, 110],
];
const blockOf = (
  outline: readonly Point[],
  changes: Partial<Block> = {},
  rows: SampleRow[] = [row({ spacing: 2, rowGap: 2 })],
) =>
  sample({
    rows,
    planting: { baseline: { outline: outline.map(([x, y]): [number, number] => [x, y]), headland: 0, ...changes } },
  });
const block = (holding: ReturnType<typeof sample>) => holding.plantings[0]!.baseline as Block;
const filled = (perHa: number, pattern: BlockPattern, changes: Partial<Block>) => {
  let n = 0;
  return take(
    blockOf(FIELD, changes),
    fillAt(blockOf(FIELD, changes).plantings[0]!, perHa, pattern, () => `n${++n}`),
  ).holding;
};

describe('a block', () => {
  it('2 m square is 2,500 a hectare, 4,400 a hectare is 1.51 m square; rows keep their gap', () => {
    expect(spacingFor(2500, 'square')).toBeCloseTo(2, 9);
    expect(spacingFor(4400, 'square')).toBeCloseTo(1.5076, 4);
    expect(spacingFor(1000, 'rows', 5)).toBeCloseTo(2, 9);
    expect(
      nominalDensity([
        { spacing: 2, rowGap: 2 },
        { spacing: 2, rowGap: 2 },
      ]),
    ).toBeCloseTo(2500, 9);
    for (const pattern of ['square', 'triangular', 'quincunx'] as const)
      expect(density(spacingFor(1600, pattern), pattern) * 10_000).toBeCloseTo(1600, 6);
  });

  it('holds what was asked within 2 % on a field over a hectare, whichever way its rows run', () => {
    for (const pattern of ['square', 'triangular', 'quincunx'] as const)
      for (const bearing of [90, 37, 160]) {
        const holding = filled(2500, pattern, { bearing, shift: { along: 0.9, across: 0.7 } });
        expect(patternOfRows(holding.plantings[0]!.rows)).toBe(pattern);
        expect(Math.abs(standOf(holding).count / (area(FIELD) * 0.25) - 1), `${pattern} ${bearing}`).toBeLessThan(0.02);
      }
  });

  it('keeps every plant inside and off the headland, none nearer another than its spacing, for any outline and bearing', () => {
    const corner = (angle: number) =>
      fc
        .double({ min: 12, max: 40, noNaN: true })
        .map((reach): Point => [reach * Math.cos(angle), reach * Math.sin(angle)]);
    fc.assert(
      fc.property(
        fc.tuple(...[0, 1.1, 2.3, 3.3, 4.2, 5.4].map(corner)),
        fc.double({ min: 0, max: 180, noNaN: true }),
        fc.double({ min: 0, max: 4, noNaN: true }),
        fc.double({ min: 1, max: 4, noNaN: true }),
        (outline, bearing, headland, spacing) => {
          const stand = standOf(
            blockOf(outline, { bearing, headland }, [
              row({ spacing, rowGap: spacing }),
              row({ spacing, rowGap: spacing }),
            ]),
          );
          const wrong: string[] = [];
          for (let i = 0; i < stand.count; i++) {
            const at: Point = [stand.x[i]!, stand.y[i]!];
            const edge = nearestEdge(outline, at).distance;
            if (edge > 0.002 && !isInside(outline, at)) wrong.push(`${i} outside`);
            if (edge < headland - 0.002) wrong.push(`${i} on the headland`);
            if (i > 0 && Math.hypot(stand.x[i]! - stand.x[i - 1]!, stand.y[i]! - stand.y[i - 1]!) < spacing - 0.002)
              wrong.push(`${i} crowds the one before`);
            // The string's own line holds the plant at its chainage.
            if (stand.chainage[i]! > stand.rows[stand.row[i]!]!.line!.length + 0.002)
              wrong.push(`${i} beyond its string`);
          }
          expect(wrong).toEqual([]);
          expect(
            new Set(
              Array.from({ length: stand.count }, (_, i) => `${stand.rows[stand.row[i]!]!.row.id} ${stand.place[i]}`),
            ).size,
          ).toBe(stand.count);
        },
      ),
      { numRuns: 30 },
    );
  });

  it('repeats its rows in turn, leaves a lane after every so many, and shares a row’s quota over all its strings', () => {
    const rows = [
      row({
        spacing: 2,
        rowGap: 3,
        species: [
          [1, 'Quercus robur'],
          [3, 'Betula pendula'],
        ],
        mix: 'quota',
      }),
      row({ spacing: 2, rowGap: 3 }),
    ];
    const square: Point[] = [
      [0, 0],
      [40, 0],
      [40, 40],
      [0, 40],
    ];
    const stand = standOf(blockOf(square, { bearing: 90, lanes: { every: 4, width: 5 } }, rows));
    expect(stand.rows.map(({ row: { id }, copy }) => `${id.slice(-1)}${copy}`).slice(0, 6)).toEqual([
      '10',
      '20',
      '11',
      '21',
      '12',
      '22',
    ]);
    expect(stand.rows.map(({ offset }) => offset).slice(0, 6)).toEqual([0, 3, 6, 9, 17, 20]);
    const first = Array.from({ length: stand.count }, (_, i) => i).filter((i) =>
      stand.rows[stand.row[i]!]!.row.id.endsWith('1'),
    );
    const oaks = first.filter((i) => speciesAt(stand, i).id === 'quercus-robur').length;
    expect(Math.abs(oaks - first.length / 4)).toBeLessThanOrEqual(0.5);
  });

  it('keeps a hand swap in its own string', () => {
    const holding = blockOf(
      [
        [0, 0],
        [40, 0],
        [40, 20],
        [0, 20],
      ],
      { bearing: 90 },
    );
    const stand = standOf(
      take(holding, swapPlant('p1', 'p1r1', { at: 10, copy: 3 }, 'ilex-aquifolium', 'holly')).holding,
    );
    const holly = Array.from({ length: stand.count }, (_, i) => i).filter(
      (i) => speciesAt(stand, i).id === 'ilex-aquifolium',
    );
    expect(holly.map((i) => [stand.row[i], stand.chainage[i]])).toEqual([[3, 10]]);
    expect(
      standOf(take(holding, swapPlant('p1', 'p1r1', { at: 10, copy: 90 }, 'ilex-aquifolium', 'holly')).holding).dropped
        .swaps,
    ).toBe(1);
  });

  it('finds a place for the grid that holds no fewer, and says nothing when none holds more', () => {
    const holding = blockOf(
      [
        [0, 0],
        [31, 0],
        [15, 27],
      ],
      { bearing: 90, headland: 1.2 },
    );
    const was = standOf(holding).count;
    const best = bestShift(holding.plantings[0]!, block(holding), holding)!;
    const after = take(holding, best.command).holding;
    expect([standOf(after).count, standOf(after).count > was]).toEqual([best.plants, true]);
    expect(bestShift(after.plantings[0]!, block(after), after)).toBeNull();
  });

  it('runs along its longest side until told otherwise, or along the contour where heights are known', () => {
    expect(alongLongest(FIELD)).toBeCloseTo(86.42, 1);
    expect(block(blockOf(FIELD)).bearing).toBe(alongLongest(FIELD));
    const slope = gridRelief({
      west: -50,
      south: -50,
      cell: 50,
      columns: 6,
      rows: 6,
      heights: Array.from({ length: 36 }, (_, i) => Math.floor(i / 6) * 5),
      source: 'x',
    } as never);
    expect(alongContour(block(blockOf(FIELD)), slope)).toBe(90);
    expect(alongContour(block(blockOf(FIELD)), null)).toBeNull();
  });

  it.each([
    [
      [
        [0, 0],
        [9, 0],
      ],
      /at least three corners/,
    ],
    [
      [
        [0, 0],
        [0.5, 0],
        [0.5, 0.5],
      ],
      /some ground between them/,
    ],
    [
      [
        [0, 0],
        [9, 9],
        [9, 0],
        [0, 9],
      ],
      /crosses itself/,
    ],
  ] as [Point[], RegExp][])('an outline that holds no ground is refused: %j', (points, sentence) =>
    expect(() => drawnBlock(points)).toThrow(sentence),
  );

  it('too many plants are not laid: what to do is said', () => {
    const { problem } = blockTooLarge();
    expect(problem?.sentence).toMatch(
      /about 4000 thousand plants; at most 250 thousand are laid\. Widen the spacing or make the block smaller/,
    );
  });
});

function blockTooLarge() {
  const holding = blockOf(
    [
      [0, 0],
      [1000, 0],
      [1000, 1000],
      [0, 1000],
    ],
    {},
    [row({ spacing: 0.5, rowGap: 0.5 })],
  );
  return layOut(holding.plantings[0]!, holding);
}
