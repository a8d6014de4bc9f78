import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import { layHolding } from '../findings/judge.ts';
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

  it('finds the zero peg from the nearest corner and never calls an assumed line a boundary', () => {
    const boundary = [corner([-10, -10], 'assumed'), corner([90, -10], 'found'), corner([90, 50], 'found')];
    const said = sheetOf(sample({ boundary })).setUp.join(' ');
    expect(said).toContain('Zero peg: 14.14 m from corner 1 (assumed line, not surveyed), bearing 45°');
    expect(said).not.toMatch(/boundary/i);
    expect(
      sheetOf(sample({ boundary: boundary.map((each) => ({ ...each, pin: 'found' as const })) })).setUp.join(' '),
    ).toContain('(pin found)');
    expect(sheetOf(sample()).setUp.join(' ')).toContain('0.00 m east and 0.00 m north of the holding’s origin');
  });

  it('says first that buried services must be marked, and how the right angle is laid', () => {
    const { setUp } = sheetOf(sample());
    expect(setUp[0]).toMatch(/^Before any peg.*ask for buried services to be marked/);
    expect(setUp.at(-1)).toContain('6.0 m along, 8.0 m across, 10.0 m between');
    expect(sheetOf({ ...sample(), units: 'us' }).setUp.at(-1)).toContain(
      '18.0 ft along, 24.0 ft across, 30.0 ft between',
    );
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
    expect(setUp.join(' ')).toMatch(/Rows lie to the left of it\. It bends: set a peg every 5 m/);
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

  it('leaves out rows in which nothing stands', () => {
    expect(sheetOf(sample({ length: 8, rows: [row(), row({ inset: 5, rowGap: 2 })] })).rows).toHaveLength(1);
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
