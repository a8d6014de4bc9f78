import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { counts, row, sample, standOf, type SampleRow } from '../../../checks/sample.ts';
import { Refused, take } from '../holding/command.ts';
import { mirrorPlanting, removeRow, rowsAcross, setPlanting, setRow } from '../holding/planting-commands.ts';
import { pegSheet } from '../field/peg-sheet.ts';
import { layHolding } from './laid.ts';
import { kindsOf, quantities } from '../account/quantities.ts';
import { newFeature } from '../ground/features.ts';
import { clearedRound, clearedStretch } from './clearing.ts';
import { cornersOf } from './corners.ts';
import { layOut } from './lay-out.ts';
import { phaseOf, phasesOf } from './phases.ts';
import { radiiOf } from './ring-strings.ts';

let n = 0;
const newId = () => `new${++n}`;
const sheetOf = (holding: ReturnType<typeof sample>) =>
  pegSheet(holding.plantings[0]!, layHolding(holding)[0]!.layout, holding);

describe('both sides of a line', () => {
  const belt = sample({
    rows: [row({ rowGap: 0 }), row({ rowGap: 3, name: 'Shrubs' }), row({ rowGap: 2.5, name: 'Tall' })],
  });
  const both = take(belt, rowsAcross('p1', newId)).holding;

  it('the same rows lie at the same distances on the other side, the row on the line once', () => {
    expect(standOf(both).rows.map(({ offset, row: { name } }) => [name, offset])).toEqual([
      ['Row 1', 0],
      ['Shrubs', 3],
      ['Tall', 5.5],
      ['Shrubs', -3],
      ['Tall', -5.5],
    ]);
    const { y, rows } = standOf(both);
    expect([y[rows[2]!.from], y[rows[4]!.from]]).toEqual([-5.5, 5.5]);
  });
  it('each side counts its own gaps: a row taken out leaves the other side where it stood', () => {
    const id = both.plantings[0]!.rows[3]!.id;
    expect(standOf(take(both, removeRow('p1', id)).holding).rows.map(({ offset }) => offset)).toEqual([
      0, 3, 5.5, -5.5,
    ]);
    expect(standOf(take(both, setRow('p1', id, { across: false })).holding).rows.map(({ offset }) => offset)).toEqual([
      0, 3, 5.5, 8.5, -2.5,
    ]);
  });
  it('mirrored twice is as before, and the peg sheet says on which side a row is strung', () => {
    expect(take(take(both, mirrorPlanting('p1')).holding, mirrorPlanting('p1')).holding).toEqual(both);
    expect(sheetOf(both).rows.map(({ notes }) => notes[0])).toEqual([
      'String this row on the baseline itself.',
      'String this row 3.00 m from the baseline, square to it at each peg.',
      'String this row 5.50 m from the baseline, square to it at each peg.',
      'String this row 3.00 m from the baseline, on the other side of it, square to it at each peg.',
      'String this row 5.50 m from the baseline, on the other side of it, square to it at each peg.',
    ]);
  });
  it('a lone row on the line itself has no other side', () =>
    expect(() => take(sample(), rowsAcross('p1', newId))).toThrow(Refused));
});

describe('corners', () => {
  const bent = (
    corners: 'round' | 'open' | 'planted',
    rows: SampleRow[] = [row({ spacing: 1 }), row({ spacing: 1, rowGap: 3 })],
  ) =>
    sample({
      rows,
      planting: {
        side: 'left',
        corners,
        baseline: {
          points: [
            [0, 0],
            [10.6, 0],
            [10.6, -10.6],
            [21.2, -10.6],
          ],
        },
      },
    });

  it('are turns of 25° and more: a drawn curve has none', () => {
    expect(cornersOf(layHolding(bent('round'))[0]!.layout.baseline!)).toEqual([10.6, 21.2]);
    const curved = sample({
      planting: {
        baseline: {
          points: [
            [0, 0],
            [10, 0],
            [10, 10],
          ],
          curved: true,
        },
      },
    });
    expect(cornersOf(layHolding(curved)[0]!.layout.baseline!)).toEqual([]);
  });
  it('run round, may fall between plants; planted, each row has a plant on every corner and its legs fitted', () => {
    expect(counts(bent('round'))[0]).toBe(32);
    const stand = standOf(bent('planted'));
    expect(counts(bent('planted'))[0]).toBe(34);
    for (const corner of [
      [10.6, 0],
      [10.6, -10.6],
    ] as const)
      expect(
        Array.from({ length: stand.count }, (_, i) =>
          Math.hypot(stand.x[i]! - corner[0], stand.y[i]! - corner[1]),
        ).some((away) => away < 0.002),
      ).toBe(true);
    // The second row's own corner, three metres out on the bisector or inside it, holds one too.
    expect(
      Array.from({ length: stand.count }, (_, i) => Math.hypot(stand.x[i]! - 13.6, stand.y[i]! + 7.6)).some(
        (away) => away < 0.01,
      ),
    ).toBe(true);
  });
  it('left open, none stands within half a spacing of a corner nor on the round outside it', () => {
    const stand = standOf(bent('open'));
    expect(stand.count).toBeLessThan(standOf(bent('round')).count);
    for (let i = 0; i < stand.count; i++) {
      const [x, y] = [stand.x[i]!, stand.y[i]!];
      // The round of the first corner lies beyond both its legs.
      expect(x > 10.6 + 1e-6 && y > 1e-6, `${x} ${y}`).toBe(false);
      expect(Math.hypot(x - 10.6, y)).toBeGreaterThan(0.499);
    }
  });
  it('of a ring are planted all round', () => {
    const ring = sample({
      rows: [row({ spacing: 1.5 })],
      planting: {
        corners: 'planted',
        baseline: {
          points: [
            [0, 0],
            [40, 0],
            [40, 25],
            [0, 25],
          ],
          closed: true,
        },
      },
    });
    expect(standOf(ring).count).toBe(88);
    expect(take(ring, setPlanting('p1', { corners: 'round' }, 'x')).holding.plantings[0]!.corners).toBe('round');
  });
});

describe('guilds', () => {
  const rows = [
    row({ rowGap: 0, species: [[1, 'Malus domestica']], name: 'Anchor' }),
    row({ rowGap: 1.5, spacing: 0.8, name: 'Inner' }),
    row({ rowGap: 1, spacing: 1, staggered: true, name: 'Outer' }),
  ];
  const guilds = sample({
    rows,
    planting: {
      baseline: {
        anchors: [
          [0, 0],
          [12, 3],
        ],
      },
    },
  });

  it('stand an anchor in the middle of rings, evenly spaced at the radius, the same round each', () => {
    const stand = standOf(guilds);
    expect(radiiOf(guilds.plantings[0]!.rows)).toEqual([0, 1.5, 2.5]);
    expect(stand.rows.map(({ copy, from, to }) => [copy, to - from])).toEqual([
      [0, 1],
      [0, 12],
      [0, 16],
      [1, 1],
      [1, 12],
      [1, 16],
    ]);
    for (const { copy, offset, from, to } of stand.rows) {
      const [x, y] = [
        [0, 0],
        [12, 3],
      ][copy]!;
      const bearings = Array.from(
        { length: to - from },
        (_, k) => (Math.atan2(stand.x[from + k]! - x!, stand.y[from + k]! - y!) * 180) / Math.PI,
      );
      for (let i = from; i < to; i++) expect(Math.hypot(stand.x[i]! - x!, stand.y[i]! - y!)).toBeCloseTo(offset, 2);
      for (let k = 1; k < bearings.length; k++)
        expect((bearings[k]! - bearings[k - 1]! + 360) % 360).toBeCloseTo(360 / bearings.length, 0);
    }
  });
  it('are laid out from each anchor’s peg by tape and bearing', () => {
    const sheet = sheetOf(guilds);
    expect(sheet.setUp.filter((step) => step.startsWith('Anchor')).length).toBe(2);
    expect(sheet.rows.map(({ name }) => name)).toEqual([
      'Anchor 1',
      'Inner 1',
      'Outer 1',
      'Anchor 2',
      'Inner 2',
      'Outer 2',
    ]);
    expect(sheet.rows[2]!.notes[0]).toBe(
      'Ring: tape 2.50 m from the anchor’s peg. First plant at 11.3° from north, then one each 22.5°, clockwise.',
    );
  });
});

describe('phases', () => {
  const rows = [
    row({ later: 0 }),
    row({
      rowGap: 3,
      later: 2,
      species: [
        [1, 'Quercus robur'],
        [1, 'Betula pendula'],
      ],
    }),
    row({ rowGap: 3, later: 2 }),
  ];
  it('add up to the whole: plants, kinds and places, whatever is split', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 4 }), { minLength: 3, maxLength: 3 }), (years) => {
        const holding = sample({ rows: rows.map((each, r) => ({ ...each, later: years[r]! })) });
        const layout = layOut(holding.plantings[0]!, holding);
        const phases = phasesOf(layout.stand);
        const parts = phases.map(({ later }) => phaseOf(layout, later));
        expect(parts.map(({ stand }) => stand.count)).toEqual(phases.map(({ plants }) => plants));
        expect(parts.reduce((sum, { stand }) => sum + stand.count, 0)).toBe(layout.stand.count);
        const sums = new Map<string, number>();
        for (const { stand } of parts)
          for (const { species, stock, count } of kindsOf(stand))
            sums.set(`${species.id}${stock}`, (sums.get(`${species.id}${stock}`) ?? 0) + count);
        expect(Object.fromEntries(sums)).toEqual(
          Object.fromEntries(
            kindsOf(layout.stand).map(({ species, stock, count }) => [`${species.id}${stock}`, count]),
          ),
        );
        expect(parts.flatMap(({ stand }) => [...stand.x].map((x, i) => `${x} ${stand.y[i]}`)).sort()).toEqual(
          [...layout.stand.x].map((x, i) => `${x} ${layout.stand.y[i]}`).sort(),
        );
        expect(
          parts.every(({ stand }) => [...stand.row].every((r, i) => stand.rows[r]!.from <= i && i < stand.rows[r]!.to)),
        ).toBe(true);
      }),
    );
  });
  it('each is bought for by itself, and its pegs say when', () => {
    const holding = sample({ rows });
    const layout = layOut(holding.plantings[0]!, holding);
    expect([0, 2].map((later) => quantities(holding.plantings[0]!, phaseOf(layout, later), holding).plants)).toEqual([
      41, 82,
    ]);
    expect(sheetOf(holding).rows[1]!.notes.at(-1)).toBe('Planted 2 years after the first rows: peg it then.');
  });
});

describe('clearings on the peg sheet', () => {
  it('say from where to where each row stays free; a row that misses the round says nothing', () => {
    expect(clearedStretch(32, 4.2, 4)).toBeNull();
    const holding = sample({
      rows: [row(), row({ rowGap: 6 })],
      planting: { clearings: [{ name: 'old ash', at: [32, 1.5], radius: 4 }] },
    });
    const [first, second] = sheetOf(holding).rows;
    expect(first!.notes.at(-1)).toBe('Leave 0+028.29 to 0+035.71 of this row free round old ash.');
    expect(second!.notes.some((note) => note.includes('old ash'))).toBe(false);
  });
});

describe(clearedRound, () => {
  it.each([
    ['tree', { height: 9, crown: 7 }, 3.5],
    ['tree', { height: 3, crown: 1 }, 1],
    ['pole', { clear: 3 }, 3],
    ['pole', { clear: 0.5 }, 1],
    ['tap', {}, 2],
  ] as const)('%s %j: %d m', (kind, given, radius) =>
    expect(clearedRound(newFeature(kind, 'f', [[0, 0]], given))).toBe(radius),
  );
});
