import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { distanceTo, polyline } from '../geometry/polyline.ts';
import { bestPair, knownPoints, type KnownPoint } from './known-points.ts';
import { chordOf, pegPlaces, setOutPegs, STRING_OFF } from './set-out.ts';
import { row, sample } from '../../../checks/sample.ts';
import { layHolding } from '../ranks/laid.ts';
import type { Holding } from '../holding/schema.ts';
import { pegSheet } from './peg-sheet.ts';
import { stationLabel, stickLength, tapeMark, walk } from './stake.ts';

const sheetOf = (holding: Holding) => pegSheet(holding.plantings[0]!, layHolding(holding)[0]!.layout, holding);
const corner = (at: [number, number], pin: 'found' | 'assumed') => ({ at, pin });

describe(pegSheet, () => {
  it('walks up one row and down the next, numbering pegs as they are met', () => {
    const sheet = sheetOf(
      sample({
        length: 12,
        rows: [row({ spacing: 3 }), row({ spacing: 3, rowGap: 2 }), row({ spacing: 3, rowGap: 2 })],
      }),
    );
    expect(sheet.rows.map(({ walked }) => walked)).toEqual(['up', 'down', 'up']);
    expect(sheet.rows.map(({ pegs }) => pegs.map(({ chainage }) => chainage))).toEqual([
      [0, 3, 6, 9, 12],
      [12, 9, 6, 3, 0],
      [0, 3, 6, 9, 12],
    ]);
    expect(sheet.rows.flatMap(({ pegs }) => pegs.map(({ order }) => order))).toEqual(
      Array.from({ length: 15 }, (_, i) => i + 1),
    );
    expect(sheet.rows[1]!.pegs[0]!.number).toBe(5); // plants keep their number in the row
    expect(sheet.walkMetres).toBe(12 * 3 + 2 * 2);
  });

  it('marks each peg from its exact chainage, so that rounding never adds up', () => {
    const sheet = sheetOf(sample({ length: 47.3, rows: [row({ spacing: 1.2, ends: 'fit' })] }));
    expect(sheet.rows[0]!.pegs.at(-1)!.label).toBe('0+047.30');
    sheet.rows[0]!.pegs.forEach(({ chainage }, i) =>
      expect(Math.abs(chainage - (i * 47.3) / 39)).toBeLessThanOrEqual(0.005 + 1e-9),
    );
  });

  it('cuts the stick to the millimetre, or to a sixteenth of an inch', () => {
    const stick = (units: 'metric' | 'us', spacing: number) =>
      sheetOf(sample({ units, rows: [row({ spacing })] })).rows[0]!.notes.find((note) =>
        note.startsWith('Spacing stick'),
      );
    expect(stick('metric', 0.333)).toContain('Spacing stick: 0.333 m, centre to centre');
    expect(stick('us', 0.333)).toContain('Spacing stick: 1 ft 1 1/8 in, centre');
    expect(stick('us', 0.3365)).toContain('Spacing stick: 1 ft 1 1/4 in, centre');
    expect(stick('us', 0.335)).toContain('Spacing stick: 1 ft 1 3/16 in, centre');
  });

  it('finds the zero peg from the nearest corner and never calls an assumed line a boundary', () => {
    const boundary = [corner([-10, -10], 'assumed'), corner([90, -10], 'found'), corner([90, 50], 'found')];
    const said = sheetOf(sample({ boundary })).setUp.join(' ');
    // A found pin far off is worth more than an assumed one close by.
    expect(said).toContain('Zero peg: 90.55 m from corner 2 (pin found), bearing 276.3°');
    expect(said).not.toMatch(/boundary/i);
    // Two found pins in reach of a tape say it better than a bearing read to a tenth of a degree.
    const two = [corner([80, -10], 'found'), corner([60, 60], 'found'), corner([200, 0], 'assumed')];
    expect(sheetOf(sample({ boundary: two })).setUp.join(' ')).toContain(
      'Zero peg: where 80.62 m from corner 1 (pin found) and 84.85 m from corner 2 (pin found) meet, to the west of the first',
    );
    const assumed = boundary.map((each) => ({ ...each, pin: 'assumed' as const }));
    expect(sheetOf(sample({ boundary: assumed })).setUp.join(' ')).toContain(
      'Zero peg: 14.14 m from corner 1 (assumed line, not surveyed), bearing 45.0°',
    );
    expect(
      sheetOf(sample({ boundary: boundary.map((each) => ({ ...each, pin: 'found' as const })) })).setUp.join(' '),
    ).toContain('(pin found)');
    expect(sheetOf(sample()).setUp.join(' ')).toContain('0.00 m east and 0.00 m north of the holding’s origin');
    const points: [number, number][] = [
      [-12.5, -3],
      [30, -3],
    ];
    expect(sheetOf(sample({ planting: { baseline: { points } } })).setUp.join(' ')).toContain(
      '12.50 m west and 3.00 m south of the holding’s origin',
    );
  });

  it('says first that buried services must be marked, and how the right angle is laid', () => {
    const { setUp } = sheetOf(sample());
    expect(setUp[0]).toMatch(/^Before any peg.*ask for buried services to be marked/);
    expect(setUp.at(-1)).toContain('6.00 m along, 8.00 m across, 10.00 m between');
    expect(sheetOf({ ...sample(), units: 'us' }).setUp.at(-1)).toContain('18 ft along, 24 ft across, 30 ft between');
  });

  it('tells the crew of bends, gaps and the side on which the rows lie', () => {
    const bent = sample({
      planting: {
        baseline: {
          points: [
            [0, 0],
            [30, 8],
            [60, 0],
          ],
          curved: true,
        },
        side: 'left',
        gaps: [{ at: 20, width: 4, kind: 'gate' }],
      },
    });
    const { setUp, rows } = sheetOf(bent);
    expect(setUp.join(' ')).toMatch(
      /Rows lie to the left of it\. Its pegs are in the table below, measured from a straight chord: from the zero peg 60\.00 m to the east \(90\.0°\)/,
    );
    expect(rows[0]!.notes).toContain('Leave a gate from 0+018.00 to 0+022.00 of the baseline.');
  });

  it('adds up each row by species, and names what stands at each peg', () => {
    const { rows, plants } = sheetOf(
      sample({
        length: 12,
        rows: [
          row({
            spacing: 3,
            species: [
              [2, 'Corylus avellana'],
              [1, 'Ilex aquifolium'],
            ],
            standards: { species: 'Tilia cordata', every: 12, first: 0 },
          }),
        ],
      }),
    );
    expect(rows[0]!.totals).toEqual([
      { common: 'small-leaved lime', tag: expect.any(String), count: 2 },
      { common: 'hazel', tag: expect.any(String), count: 2 },
      { common: 'holly', tag: expect.any(String), count: 1 },
    ]);
    expect(rows[0]!.pegs[0]).toMatchObject({ common: 'small-leaved lime', stock: 'feathered tree' });
    expect(plants).toBe(5);
  });

  it('walks from guild to guild as far as they lie apart', () => {
    const rings = [row({ rowGap: 0 }), row({ rowGap: 1.5, spacing: 0.8 })];
    const apart = (metres: number) =>
      sheetOf(
        sample({
          rows: rings,
          planting: {
            baseline: {
              anchors: [
                [0, 0],
                [metres, 0],
              ],
            },
          },
        }),
      ).walkMetres;
    expect(apart(200)).toBeGreaterThan(200);
    expect(apart(200) - apart(20)).toBeGreaterThan(170);
  });
  it('leaves out rows in which nothing stands', () => {
    expect(sheetOf(sample({ length: 8, rows: [row(), row({ inset: 5, rowGap: 2 })] })).rows).toHaveLength(1);
  });
});

describe('lines that are not straight', () => {
  const square = [
    corner([-20, -20], 'found'),
    corner([110, -20], 'found'),
    corner([110, 60], 'found'),
    corner([-20, 60], 'found'),
  ];
  /** A line of a few legs, bent or smooth, that does not cross itself. */
  const anyLine = fc.record({
    curved: fc.boolean(),
    steps: fc.array(fc.record({ along: fc.integer({ min: 4, max: 25 }), aside: fc.integer({ min: -9, max: 9 }) }), {
      minLength: 2,
      maxLength: 5,
    }),
  });
  const laid = ({ curved, steps }: { curved: boolean; steps: { along: number; aside: number }[] }) => {
    let x = 0;
    const points: [number, number][] = [
      [0, 0],
      ...steps.map(({ along, aside }): [number, number] => [(x += along), aside]),
    ];
    return sample({ boundary: square, rows: [row(), row({ rowGap: 2 })], planting: { baseline: { points, curved } } });
  };
  /** Where two tapes of these lengths meet, on the side given of the way from a to b. */
  const struck = (
    a: readonly [number, number],
    b: readonly [number, number],
    [ra, rb]: readonly number[],
    side: string,
  ) => {
    const d = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const [ux, uy] = [(b[0] - a[0]) / d, (b[1] - a[1]) / d];
    const along = (ra! ** 2 - rb! ** 2 + d ** 2) / (2 * d);
    const aside = Math.sqrt(Math.max(0, ra! ** 2 - along ** 2)) * (side === 'left' ? 1 : -1);
    return [a[0] + along * ux - aside * uy, a[1] + along * uy + aside * ux] as const;
  };

  it('stand within a string’s width of the plan when a crew sets them out by chord and offset, or by two tapes', () => {
    fc.assert(
      fc.property(anyLine, (shape) => {
        const holding = laid(shape);
        const { layout } = layHolding(holding)[0]!;
        const { line } = layout.baseline!;
        const chord = chordOf(line);
        const places = pegPlaces(line);
        const pair = bestPair(
          knownPoints(holding),
          places.map(({ point }) => point),
        );
        fc.pre(pair !== null); // farther than tapes reach
        const pegs = setOutPegs(line, chord, { way: 'ties', from: pair });
        const [ux, uy] = [(chord.end[0] - chord.zero[0]) / chord.length, (chord.end[1] - chord.zero[1]) / chord.length];
        const stands = pegs.map(({ along, offset, ties, side }) => {
          const byChord = [chord.zero[0] + along * ux + offset * uy, chord.zero[1] + along * uy - offset * ux] as const;
          const byTapes = struck(pair[0].at, pair[1].at, ties!, side);
          expect(Math.hypot(byTapes[0] - byChord[0], byTapes[1] - byChord[1])).toBeLessThan(1e-6);
          return byChord;
        });
        const string = polyline(stands);
        for (const point of line.points) expect(distanceTo(string, point)).toBeLessThanOrEqual(STRING_OFF + 1e-9);
      }),
      { seed: 5, numRuns: 150 },
    );
  });

  it('are struck from things within a tape of 100 m, and from none beyond', () => {
    const at = (...places: [number, number][]): KnownPoint[] =>
      places.map((place, i) => ({ id: `k${i}`, label: `k${i}`, at: place, found: true }));
    expect(bestPair(at([0, 99], [-70, 70]), [[0, 0]])).not.toBeNull();
    expect(bestPair(at([0, 101], [-70, 70]), [[0, 0]])).toBeNull();
    // All pegs must be in reach, and what stands on the plan only is no hook for a tape.
    expect(
      bestPair(at([0, 60], [-60, 0]), [
        [0, 0],
        [60, 0],
      ]),
    ).toBeNull();
    expect(
      bestPair(
        at([0, 60], [-60, 0]).map((one) => ({ ...one, found: false })),
        [[0, 0]],
      ),
    ).toBeNull();
  });

  it('have a table for the baseline and each row beside it, a straight one none', () => {
    const bent = laid({
      curved: false,
      steps: [
        { along: 20, aside: 5 },
        { along: 20, aside: 0 },
      ],
    });
    const { setOut } = sheetOf(bent);
    expect(setOut!.columns).toEqual(['Peg', 'Along the line', 'Along the chord', 'Off it']);
    expect(setOut!.lines[0]).toEqual({
      name: 'Baseline',
      pegs: [
        ['1', '0+000.00', '0.00 m', 'on it'],
        ['2', '0+020.62', '20.00 m', '5.00 m left'],
        ['3', '0+041.23', '40.00 m', 'on it'],
      ],
    });
    expect(setOut!.lines.map(({ name }) => name)).toEqual(['Baseline', 'Row 2']);
    expect(sheetOf(sample()).setOut).toBeNull();
  });

  it('are measured from two found points when the crew wants that, in feet and inches where they use those', () => {
    const bent: Holding = {
      ...laid({
        curved: false,
        steps: [
          { along: 20, aside: 5 },
          { along: 20, aside: 0 },
        ],
      }),
      units: 'us',
    };
    const [a, b] = knownPoints(bent) as [KnownPoint, KnownPoint];
    const { setOut } = pegSheet(bent.plantings[0]!, layHolding(bent)[0]!.layout, bent, { way: 'ties', from: [a, b] });
    expect(setOut!.columns.slice(2)).toEqual(['From corner 1 (pin found)', 'From corner 2 (pin found)', 'Side']);
    expect(setOut!.lines[0]!.pegs[0]).toEqual(['1', '0+00.0', '92 ft 9 1/2 in', '366 ft 9 3/4 in', 'left']);
  });

  it('beside a bank follow it at its setback', () => {
    const brook = sample({
      features: [
        {
          kind: 'stream',
          name: 'brook',
          points: [
            [0, 0],
            [30, 6],
            [60, 0],
          ],
        },
      ],
      planting: { baseline: { beside: 'brook', setback: 3, on: 'right' } },
    });
    const { setOut, setUp } = sheetOf(brook);
    expect(setOut!.lines[0]!.pegs).toHaveLength(3);
    expect(setUp.join(' ')).toContain('measured from a straight chord');
  });

  it('that come back to their start have a chord to the peg farthest from it', () => {
    const ring = sample({
      planting: {
        baseline: {
          points: [
            [0, 0],
            [30, 0],
            [30, 30],
            [0, 30],
          ],
          closed: true,
        },
      },
    });
    expect(sheetOf(ring).setOut!.lines[0]!.pegs.map((peg) => peg.slice(2))).toEqual([
      ['0.00 m', 'on it'],
      ['21.21 m', '21.21 m right'],
      ['42.43 m', 'on it'],
      ['21.21 m', '21.21 m left'],
      ['0.00 m', 'on it'],
    ]);
  });
});

describe('staking out', () => {
  it('rounds a station before it splits it, in both systems', () => {
    expect(stationLabel(999.996, 'metric')).toBe('1+000.00');
    expect(stationLabel(7.5, 'metric')).toBe('0+007.50');
    expect(stationLabel(30.469, 'us')).toBe('1+00.0');
  });
  it('lays the stick between pots, and never makes it negative', () => {
    expect(stickLength(1.5, 0.28)).toBeCloseTo(1.22, 9);
    expect(stickLength(0.1, 0.28)).toBe(0);
    expect(tapeMark(1.2449, 0.01)).toBeCloseTo(1.24, 9);
  });
  it('needs no walk for no rows', () => expect(walk([], [])).toEqual({ order: [], metres: 0 }));
});
