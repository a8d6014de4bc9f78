import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import { settingSheet, settingSteps } from './setting-sheet.ts';
import { settingOutCsv } from '../files/setting-out-csv.ts';
import { distance, type Point } from '../geometry/point.ts';
import type { Holding } from '../holding/schema.ts';
import { take } from '../holding/command.ts';
import { layHolding } from '../ranks/laid.ts';
import { pegSheet } from './peg-sheet.ts';
import { respace } from './respace.ts';
import { barLength, drawParts, drawSettingOut, HIGH_NUMBER, WIDE_NUMBER } from './setting-drawing.ts';
import { settingOut } from './setting-out.ts';

const corner = (x: number, y: number, pin: 'found' | 'assumed' = 'found') => ({ at: [x, y] as [number, number], pin });
const pins = [corner(-20, -40), corner(90, -35), corner(95, 60), corner(-15, 55)];
const outOf = (holding: Holding) => settingOut(layHolding(holding)[0]!, holding);
const two = sample({ length: 60, rows: [row(), row({ rowGap: 2 })], boundary: pins });

/** Reads a CSV as a stranger would: places of all pegs by the two tapes, and by the chord, from its own numbers alone. */
function readBack(csv: string): { name: string; byTapes: Point | null; byChord: Point | null; byBearing: Point }[] {
  const { data } = Papa.parse<string[]>(csv.replace(/^\uFEFF/, '').trim());
  const [heads, ...rows] = data as [string[], ...string[][]];
  const unit = heads[3]!.endsWith('ft') ? 0.3048 : 1;
  const col = (line: string[], name: string) => line[heads.findIndex((head) => head.startsWith(name))]!;
  const metres = (line: string[], name: string) => Number(col(line, name)) * unit;
  const known = (kind: string) => rows.find((line) => line[1] === kind);
  const at = (line: string[]): Point => [metres(line, 'east'), metres(line, 'north')];
  const a = at(known('A')!);
  const b = known('B') ? at(known('B')!) : null;
  const byTapes = (line: string[]): Point | null => {
    if (!b) return null;
    const [ra, rb, d] = [metres(line, 'from A'), metres(line, 'from B'), distance(a, b)];
    const along = (ra * ra - rb * rb + d * d) / (2 * d);
    const aside = Math.sqrt(Math.max(0, ra * ra - along * along)) * (col(line, 'side') === 'left' ? 1 : -1);
    const [ux, uy] = [(b[0] - a[0]) / d, (b[1] - a[1]) / d];
    return [a[0] + ux * along - uy * aside, a[1] + uy * along + ux * aside];
  };
  const byBearing = (line: string[]): Point => {
    const turn = (Number(col(line, 'bearing')) * Math.PI) / 180;
    return [a[0] + metres(line, 'from A') * Math.sin(turn), a[1] + metres(line, 'from A') * Math.cos(turn)];
  };
  const zeroLine = rows.find((line) => line[1] === 'zero');
  const farLine = rows.find((line) => line[1] === 'far');
  const ends = zeroLine && farLine ? [zeroLine, farLine].map((line) => byTapes(line) ?? byBearing(line)) : null;
  return rows
    .filter((line) => !['A', 'B'].includes(line[1]!))
    .map((line) => {
      const [zero, far] = ends ?? [];
      const long = zero && far ? distance(zero, far) : 1;
      const [ux, uy] = zero && far ? [(far[0] - zero[0]) / long, (far[1] - zero[1]) / long] : [0, 0];
      const [x, off] = [metres(line, 'along'), metres(line, 'off')];
      return {
        name: line[2]!,
        byTapes: byTapes(line),
        byBearing: byBearing(line),
        byChord: zero ? [zero[0] + ux * x + uy * off, zero[1] + uy * x - ux * off] : null,
      };
    });
}

describe(settingOut, () => {
  it('gives every peg again to a centimetre from the printed numbers alone, by tapes and by the chord, straight and bent, in metres and feet', () => {
    const shape = fc.record({
      x: fc.integer({ min: -10, max: 20 }),
      y: fc.integer({ min: -20, max: 20 }),
      aside: fc.integer({ min: -15, max: 15 }),
      long: fc.integer({ min: 25, max: 60 }),
      curved: fc.boolean(),
      units: fc.constantFrom('metric' as const, 'us' as const),
    });
    let struck = 0;
    fc.assert(
      fc.property(shape, ({ x, y, aside, long, curved, units }) => {
        const points: [number, number][] = [
          [x, y],
          [x + long / 2, y + aside],
          [x + long, y + 3],
        ];
        const holding = sample({
          units,
          boundary: pins,
          rows: [row(), row({ rowGap: 2.5 })],
          planting: { baseline: { points, curved } },
        });
        const laid = layHolding(holding)[0]!;
        const out = settingOut(laid, holding);
        const read = readBack(settingOutCsv([{ planting: 'Row', out }], units));
        expect(read).toHaveLength(out.points.length);
        expect(out.points.filter(({ kind }) => kind === 'plant')).toHaveLength(laid.layout.stand.count);
        read.forEach(({ byTapes, byChord }, i) => {
          const { at } = out.points[i]!;
          expect(distance(byChord!, at)).toBeLessThan(0.01);
          // Arcs that cross flat cannot be read to a centimetre by anybody: those are taken off the chord.
          if (byTapes && out.points[i]!.ties!.every((tape) => tape > 5) && crossing(out, at) > 0.3) {
            struck++;
            expect(distance(byTapes, at)).toBeLessThan(0.01);
          }
        });
      }),
      { numRuns: 40 },
    );
    expect(struck).toBeGreaterThan(1000);
  });

  it('takes distance and bearing from the one thing there is, or from the origin where there is none', () => {
    const bare = sample({ length: 20 });
    const out = outOf(bare);
    expect(out.from).toEqual([expect.objectContaining({ label: 'the holding’s origin' }), null]);
    for (const { name, byBearing } of readBack(settingOutCsv([{ planting: 'Row', out }], 'metric')))
      expect(distance(byBearing, out.points.find((one) => one.name === name)!.at)).toBeLessThan(0.01);
    const guilds = sample({ planting: { baseline: { anchors: [[3, 4]] } } });
    expect(outOf(guilds).points[0]).toMatchObject({ kind: 'anchor', at: [3, 4], along: null });
  });

  it('has equal diagonals where rows are straight and end square, and none where they do not', () => {
    const { diagonals, closing } = outOf(two);
    expect(diagonals.map(({ metres }) => metres)).toEqual([Math.hypot(60, 2), Math.hypot(60, 2)]);
    expect(settingSteps(outOf(two), 'metric').join(' ')).toContain('60.03 m and 60.03 m; both must come out the same');
    // What stops a spade stands before all else.
    const sheet = settingSheet(layHolding(two)[0]!, two, ['Before anybody digs: a pipe lies here. Ask.']);
    expect(sheet.parts[0]).toEqual({ kind: 'note', text: 'Before anybody digs: a pipe lies here. Ask.' });
    // A skewed set has two, and each is said as it must come out.
    const skewed = diagonals.map((one, i) => ({ ...one, metres: [43.56, 35.51][i]! }));
    expect(settingSteps({ ...outOf(two), diagonals: skewed }, 'metric').join(' ')).toMatch(
      /first row to the end of the last 43\.56 m, from the end of the first to the start of the last 35\.51 m; each must come out so/,
    );
    expect(closing).toBeCloseTo(0.3);
    expect(outOf(sample({ length: 60, rows: [row(), row({ rowGap: 2, inset: 9 })] })).diagonals).toHaveLength(2);
    const bent: [number, number][] = [
      [0, 0],
      [20, 5],
      [40, 0],
    ];
    expect(
      outOf(sample({ rows: [row(), row({ rowGap: 2 })], planting: { baseline: { points: bent } } })).diagonals,
    ).toEqual([]);
    expect(outOf(sample()).diagonals).toEqual([]);
  });
});

/** Sine of the angle at which the two tapes cross at a peg. */
function crossing({ from: [a, b] }: ReturnType<typeof settingOut>, p: Point): number {
  const [ax, ay, bx, by] = [p[0] - a.at[0], p[1] - a.at[1], p[0] - b!.at[0], p[1] - b!.at[1]];
  return Math.abs(ax * by - ay * bx) / (Math.hypot(ax, ay) * Math.hypot(bx, by));
}

describe(drawSettingOut, () => {
  it('is to scale, lies along the page, keeps within it and numbers what the table tells', () => {
    const turned = sample({
      length: 60,
      boundary: pins,
      rows: [row(), row({ rowGap: 2 })],
      planting: {
        baseline: {
          points: [
            [0, 0],
            [0, 50],
          ],
        },
      },
    });
    const out = outOf(turned);
    const drawing = drawSettingOut(out, 500, 300);
    const [zero, far] = ['zero', 'far'].map((kind) => drawing.pegs.find((peg) => peg.kind === kind)!);
    expect(zero!.at[1]).toBeCloseTo(far!.at[1]);
    expect((far!.at[0] - zero!.at[0]) / drawing.scale).toBeCloseTo(50);
    expect(drawing.north).toBeCloseTo(90);
    for (const {
      at: [x, y],
    } of drawing.pegs)
      expect(x >= 0 && x <= 500 && y >= 0 && y <= 300).toBe(true);
    expect(drawing.pegs.filter(({ number }) => number !== null).map(({ number }) => number)).toEqual(
      drawing.table.map((_, i) => i + 1),
    );
    expect(drawing.lines.filter(({ of }) => of === 'diagonal')).toHaveLength(2);
    expect([barLength(10, 80), barLength(3, 80), barLength(10, 80, 0.3048)]).toEqual([5, 20, expect.closeTo(6.096)]);
  });
});

describe('the peg sheet', () => {
  const sheet = (holding: Holding) => {
    const laid = layHolding(holding)[0]!;
    return pegSheet(laid.planting, laid.layout, holding);
  };
  it('lengthens the tape on a slope over one in ten, sets marks aside where holes eat the pegs, says what the far peg may be out', () => {
    const spots = (rise: number) =>
      [
        [0, 0],
        [60, rise],
        [0, 0],
        [60, rise],
      ].map(([x, height], i) => ({ kind: 'spotHeight', name: '', points: [[x!, i < 2 ? -9 : 9]], elevation: height! }));
    const hill = (rise: number) => sheet(sample({ length: 60, features: spots(rise) as never }));
    expect(hill(9).rows[0]!.notes.join(' ')).toMatch(
      /falls 15 % along this row: hold the tape level in short pulls, or lay 1\.52 m along the ground for each 1\.50 m, 60\.67 m/,
    );
    expect(hill(5).rows[0]!.notes.join(' ')).not.toContain('falls');
    const notes = (stock: string) =>
      sheet(sample({ rows: [row({ stock, spacing: 3, species: [[1, 'Quercus robur']] })] })).rows[0]!.notes.join(' ');
    expect(notes('feathered')).toContain('drive a second one 0.70 m to the right');
    expect(notes('whip')).not.toContain('second one');
    const means = { holes: { method: 'same', measures: { 'hole.ratio': 4 }, exceptions: [] } };
    const wide = sample({
      rows: [row({ stock: 'feathered', spacing: 3, species: [[1, 'Quercus robur']] })],
      planting: { means },
    });
    expect(sheet(wide).rows[0]!.notes.join(' ')).toContain('drive a second one 1.10 m to the right');
    expect(sheet(two).setUp.join(' ')).toContain('over 0.30 m, one in two hundred, measure again');
  });
  it('says how near stems come to the boundary, by tape and by phone', () => {
    const near = (south: number, pin: 'found' | 'assumed' = 'found') =>
      sheet(
        sample({ boundary: [corner(-9, south, pin), corner(99, south), corner(99, 90), corner(-9, 90)] }),
      ).setUp.join(' ');
    expect(near(-2)).toContain(
      'The nearest stem is 2.00 m from the boundary (pin found, not surveyed). Keep 1.55 m when pegs are set by tape; 6.50 m by phone',
    );
    expect(near(-2, 'assumed')).toContain('from the assumed line, not surveyed. Keep 3.05 m');
    expect(near(-20)).not.toContain('nearest stem');
  });
});

describe(respace, () => {
  it('counts a row again at another spacing, says what is short or left, and is a command on the plan', () => {
    const laid = layHolding(two)[0]!;
    const first = two.plantings[0]!.rows[0]!.id;
    const closer = respace(laid, two, first, 1.2);
    expect(closer).toMatchObject({ was: 82, is: 92, differs: [{ name: 'hazel, bare-root whip', count: 10 }] });
    expect(respace(laid, two, first, 2)).toMatchObject({ is: 72, differs: [{ count: -10 }] });
    expect(respace(laid, two, first, 1.5).differs).toEqual([]);
    const done = take(two, closer.command).holding;
    expect(layHolding(done)[0]!.layout.stand.count).toBe(92);
    expect(closer.command.label).toBe('spaced 1.20 m on the spot');
  });
});

describe(drawParts, () => {
  const bent = (turn: number) => {
    const far = (x: number, y: number): [number, number] => [
      x * Math.cos(turn) - y * Math.sin(turn),
      x * Math.sin(turn) + y * Math.cos(turn),
    ];
    const points = [far(0, 0), far(50, 9), far(56, 2), far(100, 9), far(150, 0)];
    return outOf(sample({ boundary: pins, rows: [row(), row({ rowGap: 2 })], planting: { baseline: { points } } }));
  };

  it('gives every told peg a place with room for its number, at the stated scale, whichever way the line lies', () => {
    for (const turn of [0, 0.7, 2.5, -1.9]) {
      const out = bent(turn);
      const { scale, parts } = drawParts(out, 520, 400)!;
      expect(parts.length).toBeGreaterThan(1);
      const unit = 72 / 0.0254 / scale; // points of a metre
      const told = new Set<number>();
      for (const { drawing } of parts) {
        expect(drawing.scale).toBeCloseTo(unit, 9);
        const numbered = drawing.pegs.filter(({ number }) => number !== null);
        for (const [i, a] of numbered.entries())
          for (const b of numbered.slice(i + 1)) {
            const [dx, dy] = [Math.abs(a.at[0] - b.at[0]), Math.abs(a.at[1] - b.at[1])];
            const [p, q] = [a, b].map(({ number }) => drawing.table[number! - 1]!.at) as [Point, Point];
            expect(Math.hypot(dx, dy)).toBeCloseTo(distance(p, q) * unit, 6);
            if (distance(p, q) > 0.01) expect(dx >= WIDE_NUMBER - 1e-9 || dy >= HIGH_NUMBER - 1e-9).toBe(true);
          }
        for (const { number } of numbered) told.add(number!);
        for (const { points } of drawing.lines) for (const [x] of points) expect(x >= 22 && x <= 499).toBe(true);
      }
      expect([...told].sort((a, b) => a - b)).toEqual(parts[0]!.drawing.table.map((_, i) => i + 1));
      expect(parts.map(({ from }) => from)).toEqual([0, ...parts.slice(0, -1).map(({ to }) => to)]);
    }
  });

  it('is not drawn where the whole has room for every number, nor of what has no chord', () => {
    expect(drawParts(outOf(sample({ length: 60, boundary: pins })), 520, 400)).toBeNull();
  });
});
