import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { counts, row, sample, standOf, type SampleRow } from '../../../checks/sample.ts';
import { distance } from '../geometry/point.ts';
import { distanceTo } from '../geometry/polyline.ts';
import { take } from '../holding/command.ts';
import { swapPlant } from '../holding/planting-commands.ts';
import { ENDS, type Holding } from '../holding/schema.ts';
import { kindsOf } from '../account/quantities.ts';
import { appBook } from '../species/book.ts';
import { becomes } from '../species/mature.ts';
import { drawnBaseline, layBaseline, loosened } from './baseline.ts';
import { layOut, MOST_PLANTS } from './lay-out.ts';
import { speciesAt, type Stand } from './stand.ts';

const bySpecies = (stand: Stand) => Object.fromEntries(kindsOf(stand).map(({ species, count }) => [species.id, count]));

describe('counting', () => {
  it('plants 60 m at 1.5 m, both ends, with 41', () => expect(counts(sample({ length: 60 }))).toEqual([41]));
  it('plants 18.9 m at 0.9 m with 22, not 21', () =>
    expect(counts(sample({ length: 18.9, rows: [row({ spacing: 0.9 })] }))).toEqual([22]));
  it('plants a closed ring of 30 m at 1.5 m with 20', () => {
    const ring = sample({
      planting: {
        baseline: {
          points: [
            [0, 0],
            [7.5, 0],
            [7.5, 7.5],
            [0, 7.5],
          ],
          closed: true,
        },
      },
    });
    expect(counts(ring)).toEqual([20]);
  });
  it('begins anew beyond a gap: a plant at each edge of it, names that last, a short piece one plant; kept, the grid runs through', () => {
    const gaps = [
      { at: 10.3, width: 3 },
      { at: 14.9, width: 5 },
    ];
    const laid = (planting: object, rows = [row({ spacing: 1.5 })]) => standOf(sample({ length: 24, rows, planting }));
    const anew = laid({ gaps, beyondGaps: 'anew' });
    const along = (stand: Stand) =>
      [...stand.chainage.subarray(0, stand.count)].map((at) => Math.round(at * 100) / 100);
    expect(along(anew)).toEqual([0, 1.5, 3, 4.5, 6, 7.5, 12.1, 17.4, 18.9, 20.4, 21.9, 23.4]);
    expect([...anew.place]).toEqual([0, 1, 2, 3, 4, 5, 8, 12, 13, 14, 15, 16]);
    expect(along(laid({ gaps }))).toEqual([0, 1.5, 3, 4.5, 6, 7.5, 12, 18, 19.5, 21, 22.5, 24]);
    // Narrower than the spacing it still parts two plants by a spacing; two that overlap are one.
    expect(
      along(
        laid({
          gaps: [
            { at: 6, width: 0.2 },
            { at: 6.3, width: 0.2 },
          ],
          beyondGaps: 'anew',
        }),
      ).slice(2, 6),
    ).toEqual([3, 4.5, 7.05, 8.55]);
    const fitted = laid({ gaps: gaps.slice(0, 1), beyondGaps: 'anew' }, [row({ spacing: 1.5, ends: 'fit' })]);
    expect(along(fitted)).toEqual(expect.arrayContaining([8.8, 11.8, 24]));
    // Through a bent line each row is cut where the way crosses it; round a closed one the grid is kept.
    const bent = {
      points: [
        [0, 0],
        [12, 0],
        [12, 12],
      ],
    };
    const rows = [row({ spacing: 1.5 }), row({ spacing: 1.5, rowGap: 3 })];
    const round = laid({ baseline: bent, gaps: [{ at: 20, width: 3 }], beyondGaps: 'anew' }, rows);
    for (const { from, to } of round.rows)
      expect([...round.y.subarray(from, to)].filter((y) => Math.abs(y - 9.5) < 1e-6)).toHaveLength(1);
    const ring = { ...bent, closed: true };
    expect(laid({ baseline: ring, gaps, beyondGaps: 'anew' }).chainage).toEqual(
      laid({ baseline: ring, gaps }).chainage,
    );
  });
  it('shares 30 places of 3 A and 1 B as 23 and 7', () => {
    const holding = sample({
      length: 43.5,
      rows: [
        row({
          species: [
            [3, 'Crataegus monogyna'],
            [1, 'Corylus avellana'],
          ],
        }),
      ],
    });
    expect(bySpecies(standOf(holding))).toEqual({ 'crataegus-monogyna': 23, 'corylus-avellana': 7 });
  });
  it.each([
    [42.9, 17],
    [41.6, 16],
  ])('staggers a second row behind 17 at 2.6 m on %f m with %i', (length, second) => {
    expect(
      counts(sample({ length, rows: [row({ spacing: 2.6 }), row({ spacing: 2.6, rowGap: 3, staggered: true })] })),
    ).toEqual([17, second]);
  });
  it('fits to the ends: the last plant stands at the end', () => {
    const stand = standOf(sample({ length: 47.3, rows: [row({ spacing: 1.2, ends: 'fit' })] }));
    expect(stand.count).toBe(40);
    expect(stand.chainage.at(-1)).toBeCloseTo(47.3, 9);
  });
  it('plants one on a line shorter than the spacing, none where the inset leaves nothing', () => {
    expect(counts(sample({ length: 1 }))).toEqual([1]);
    expect(counts(sample({ length: 4, rows: [row({ inset: 3 })] }))).toEqual([0]);
  });
  it('refuses more plants than anybody plants, in a sentence', () => {
    const { stand, problem } = layOut(sample({ length: 49_000, rows: [row({ spacing: 0.1 })] }).plantings[0]!, {
      boundary: null,
      features: [],
      species: [],
    });
    expect(stand.count).toBe(0);
    expect(problem!.sentence).toContain(`at most ${MOST_PLANTS / 1000} thousand`);
  });
});

describe('gaps', () => {
  const rows = [
    row({ spacing: 1.5 }),
    row({ rowGap: 2, spacing: 3, staggered: true }),
    row({ rowGap: 3, spacing: 0.7 }),
  ];
  const gapped = (length: number, curved = false) =>
    sample({
      rows,
      planting: {
        baseline: {
          points: curved
            ? [
                [0, 0],
                [length / 2, 18],
                [length, 0],
              ]
            : [
                [0, 0],
                [length, 0],
              ],
          curved,
        },
        gaps: [{ at: 63, width: 4, kind: 'gate' }],
      },
    });

  it('clears 4 m at 63 m in every row, and plants no two closer across it than the spacing', () => {
    const stand = standOf(gapped(148.6));
    for (const { from, to, spacing } of stand.rows)
      for (let i = from; i < to; i++) {
        expect(Math.abs(stand.x[i]! - 63)).toBeGreaterThan(2 - 0.0011);
        if (i > from) expect(stand.chainage[i]! - stand.chainage[i - 1]!).toBeGreaterThan(spacing - 1e-6);
      }
    expect(stand.x.some((x) => x > 66) && stand.x.some((x) => x < 60)).toBe(true);
  });

  it('leaves a way of full width through every row on a bend', () => {
    const holding = gapped(150, true);
    const baseline = layBaseline(holding.plantings[0]!.baseline, holding)!;
    const stand = standOf(holding);
    const uncut = standOf({ ...holding, plantings: [{ ...holding.plantings[0]!, gaps: [] }] });
    expect(stand.count).toBeLessThan(uncut.count);
    stand.rows.forEach((laid, r) => {
      const near = Array.from(stand.station.subarray(laid.from, laid.to)).filter(
        (station) => Math.abs(station - 63) < 1.5,
      );
      expect(near, `row ${r + 1}`).toEqual([]);
      for (let i = laid.from; i < laid.to; i++)
        expect(Math.abs(distanceTo(baseline.line, [stand.x[i]!, stand.y[i]!]) - laid.offset)).toBeLessThan(0.01);
    });
  });
});

describe('along the row', () => {
  it('puts a standard every 18 m of 270 m, at the nearest place', () => {
    const stand = standOf(
      sample({ length: 270, rows: [row({ standards: { species: 'Tilia cordata', every: 18, first: 0 } })] }),
    );
    expect(bySpecies(stand)['tilia-cordata']).toBe(16);
    expect(stand.dropped.standards).toBe(0);
  });
  it('keeps a hand swap by its chainage when the row is re-spaced', () => {
    const holding = sample();
    const swapped = take(holding, swapPlant('p1', 'p1r1', { at: 30, copy: 0 }, 'ilex-aquifolium', 'holly')).holding;
    const wider = take(swapped, {
      label: '',
      change: (draft) => void (draft.plantings[0]!.rows[0]!.spacing = 2),
    }).holding;
    for (const version of [swapped, wider]) {
      const stand = standOf(version);
      const holly = Array.from({ length: stand.count }, (_, i) => i).filter(
        (i) => speciesAt(stand, i).id === 'ilex-aquifolium',
      );
      expect(holly.map((i) => stand.chainage[i])).toEqual([30]);
      // Nobody sells holly as a bare whip: the one among whips is bought as it is sold.
      expect(stand.lots[stand.lot[holly[0]!]!]!.stock).toBe(appBook.of('ilex-aquifolium').stock[0]);
    }
  });
  it('one apple on two rootstocks makes two lots of two sizes, neither the seedling’s', () => {
    const tree = (on: string): SampleRow['species'][number] => [1, 'Malus domestica', '', '', on];
    const rows = (...species: SampleRow['species']) =>
      sample({ rows: [row({ spacing: 4, stock: 'feathered', species })] });
    const lots = standOf(rows(tree('dwarfing'), tree('vigorous'), tree(''))).lots;
    expect(lots.map((lot) => becomes(lot).height)).toEqual([3, 8, 8]);
    expect(lots.map((lot) => becomes(lot).width)).toEqual([2.5, 7.5, 5]);
    expect(lots.map(({ species }) => species.common)).toEqual([
      'apple on dwarfing rootstock',
      'apple on vigorous rootstock',
      'apple',
    ]);
    expect(() => rows(tree('tiny'))).toThrow('Use one of very-dwarfing, dwarfing');
    expect(() => rows([1, 'Corylus avellana', '', '', 'dwarfing'])).toThrow('No rootstocks are known for hazel');
  });
});

const anyRow = fc.record({
  spacing: fc.double({ min: 0.3, max: 6, noNaN: true }),
  rowGap: fc.double({ min: 0, max: 6, noNaN: true }),
  inset: fc.double({ min: 0, max: 5, noNaN: true }),
  staggered: fc.boolean(),
  ends: fc.constantFrom(...ENDS),
  species: fc.array(
    fc.tuple(fc.integer({ min: 1, max: 5 }), fc.constantFrom('Corylus avellana', 'Acer campestre', 'Ilex aquifolium')),
    { minLength: 1, maxLength: 4 },
  ),
}) as fc.Arbitrary<SampleRow>;
const anyHolding = fc
  .record({
    length: fc.double({ min: 20, max: 200, noNaN: true }),
    bend: fc.double({ min: -15, max: 15, noNaN: true }),
    rows: fc.array(anyRow, { minLength: 1, maxLength: 4 }),
    curved: fc.boolean(),
  })
  .map(({ length, bend, rows, curved }) =>
    sample({
      rows,
      planting: {
        baseline: {
          points: [
            [0, 0],
            [length / 2, bend],
            [length, 0],
          ],
          curved,
        },
      },
    }),
  );

const shifted = (holding: Holding, dx: number, dy: number): Holding => ({
  ...holding,
  plantings: holding.plantings.map((planting) => ({
    ...planting,
    baseline:
      planting.baseline.kind === 'drawn'
        ? { ...planting.baseline, points: planting.baseline.points.map(([x, y]): [number, number] => [x + dx, y + dy]) }
        : planting.baseline,
  })),
});

describe('staggered', () => {
  /** Least distance along the line between plants of the first and the second row. */
  const nearest = (first: number, second: number) => {
    const stand = standOf(
      sample({ rows: [row({ spacing: first }), row({ spacing: second, rowGap: 2, staggered: true })] }),
    );
    const [a, b] = stand.rows.map(({ from, to }) => [...stand.chainage.subarray(from, to)]);
    return Math.min(...a!.flatMap((x) => b!.map((y) => Math.abs(x - y))));
  };
  it('stands in the gaps of the row before, however that is spaced', () => {
    expect(nearest(1.5, 1.5)).toBeCloseTo(0.75, 6);
    expect(nearest(1, 3)).toBeCloseTo(0.5, 6); // trees behind shrubs: not square behind any of them
    expect(nearest(3, 1)).toBeCloseTo(0.5, 6);
    expect(nearest(0.5, 2)).toBeCloseTo(0.25, 6);
  });
});

describe('properties', () => {
  const check = (property: (holding: Holding) => void) =>
    fc.assert(fc.property(anyHolding, property), { seed: 11, numRuns: 60 });

  it('no two plants of different rows stand nearer than their rows are apart, on any bend that a line can have', () => {
    const leg = fc.record({
      length: fc.double({ min: 4, max: 60, noNaN: true }),
      turn: fc.double({ min: -110, max: 110, noNaN: true }),
    });
    const bends = fc.record({
      legs: fc.array(leg, { minLength: 2, maxLength: 5 }),
      gaps: fc.array(fc.double({ min: 0.8, max: 8, noNaN: true }), { minLength: 2, maxLength: 4 }),
      curved: fc.boolean(),
      left: fc.boolean(),
    });
    let pairs = 0;
    fc.assert(
      fc.property(bends, ({ legs, gaps, curved, left }) => {
        let [x, y, heading] = [0, 0, 0];
        const points = [
          [0, 0],
          ...legs.map(({ length, turn }) => {
            [x, y] = [x + length * Math.cos(heading), y + length * Math.sin(heading)];
            heading += (turn * Math.PI) / 180;
            return [x, y];
          }),
        ] as [number, number][];
        const {
          x: xs,
          y: ys,
          rows,
        } = standOf(
          sample({
            rows: gaps.map((rowGap) => row({ rowGap, spacing: 1.7 })),
            planting: { side: left ? 'left' : 'right', baseline: { points, curved } },
          }),
        );
        rows.forEach((a, ra) =>
          rows.slice(ra + 1).forEach((b) => {
            const apart = b.offset - a.offset;
            for (let i = a.from; i < a.to; i++)
              for (let j = b.from; j < b.to; j++, pairs++)
                // 2 cm: bends are drawn as short chords.
                if (Math.hypot(xs[i]! - xs[j]!, ys[i]! - ys[j]!) < apart - 0.02)
                  throw new Error(
                    `rows ${apart} m apart have plants ${Math.hypot(xs[i]! - xs[j]!, ys[i]! - ys[j]!)} m apart on ${JSON.stringify({ points, curved, left, gaps })}`,
                  );
          }),
        );
      }),
      { seed: 5, numRuns: 100 },
    );
    expect(pairs).toBeGreaterThan(50_000);
  }, 20_000);

  it('counts by species sum to positions', () =>
    check((holding) => {
      const stand = standOf(holding);
      expect(kindsOf(stand).reduce((sum, { count }) => sum + count, 0)).toBe(stand.count);
      expect(stand.rows.reduce((sum, { from, to }) => sum + to - from, 0)).toBe(stand.count);
    }));

  it('moving the holding moves nothing relative', () =>
    check((holding) => {
      const [here, there] = [standOf(holding), standOf(shifted(holding, 312.5, -87.25))];
      expect(there.count).toBe(here.count);
      for (let i = 0; i < here.count; i += 7)
        expect(distance([here.x[i]! + 312.5, here.y[i]! - 87.25], [there.x[i]!, there.y[i]!])).toBeLessThan(1e-6);
    }));

  it('reversing a baseline and its side mirrors the layout', () =>
    check((holding) => {
      const planting = holding.plantings[0]!;
      const rows = planting.rows.map((each) => ({ ...each, ends: 'fit' as const, runs: [each.runs[0]!] }));
      const points = planting.baseline.kind === 'drawn' ? planting.baseline.points : [];
      const forward = standOf({ ...holding, plantings: [{ ...planting, rows }] });
      const backward = standOf({
        ...holding,
        plantings: [
          {
            ...planting,
            rows,
            side: 'left',
            baseline: drawnBaseline([...points].reverse(), planting.baseline.kind === 'drawn' ? planting.baseline : {}),
          },
        ],
      });
      forward.rows.forEach(({ from, to }, r) => {
        const other = backward.rows[r]!;
        expect(other.to - other.from).toBe(to - from);
        for (let k = 0; k < to - from; k += 5)
          expect(
            distance(
              [forward.x[from + k]!, forward.y[from + k]!],
              [backward.x[other.to - 1 - k]!, backward.y[other.to - 1 - k]!],
            ),
          ).toBeLessThan(0.02);
      });
    }));

  it('metric and US views of one plan give the same plants', () =>
    check((holding) => {
      const [metric, us] = [standOf(holding), standOf({ ...holding, units: 'us' })];
      expect([...us.x]).toEqual([...metric.x]);
    }));
});

describe('baselines', () => {
  const boundary: { at: [number, number] }[] = [{ at: [0, 0] }, { at: [100, 0] }, { at: [100, 60] }, { at: [0, 60] }];
  it('follows a boundary side inside at its setback, and keeps its place when loosened', () => {
    const holding = sample({ boundary, planting: { baseline: { besideSide: 1, setback: 2 } } });
    const stand = standOf(holding);
    expect([...stand.y].every((y) => Math.abs(y - 2) < 1e-9)).toBe(true);
    const free = loosened(holding.plantings[0]!.baseline, holding);
    expect([...standOf({ ...holding, plantings: [{ ...holding.plantings[0]!, baseline: free }] }).x]).toEqual([
      ...stand.x,
    ]);
  });
  it('says so when what it followed is gone', () => {
    const holding = sample({ boundary, planting: { baseline: { besideSide: 1, setback: 2 } } });
    expect(layOut(holding.plantings[0]!, { ...holding, boundary: null }).problem!.code).toBe('no-baseline');
  });
  it.each([
    ['one point', [[0, 0]]],
    [
      'doubled points',
      [
        [0, 0],
        [0, 0],
        [0, 0],
      ],
    ],
    [
      '1 mm',
      [
        [0, 0],
        [0.001, 0],
      ],
    ],
    [
      'a line across itself',
      [
        [0, 0],
        [10, 0],
        [10, 10],
        [5, -5],
      ],
    ],
  ] as const)('refuses %s with a sentence', (_, points) =>
    expect(() => drawnBaseline(points)).toThrow(/line (is|crosses).*\./i),
  );
});
