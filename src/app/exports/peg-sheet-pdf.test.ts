import { describe, expect, it } from 'vitest';
import { fonts } from '../../../checks/fonts.ts';
import { row, sample } from '../../../checks/sample.ts';
import { pegSheet, type PegRow } from '../../core/field/peg-sheet.ts';
import { layHolding } from '../../core/ranks/laid.ts';
import { pegSheetPdf } from './peg-sheet-pdf.ts';

const sheetOf = (length: number, bent: boolean) => {
  const points: [number, number][] = bent
    ? [
        [0, 0],
        [length / 2, 60],
        [length, 0],
      ]
    : [
        [0, 0],
        [length, 0],
      ];
  const holding = sample({ rows: [row({ spacing: 0.5 })], planting: { baseline: { points, curved: bent } } });
  const { planting, layout } = layHolding(holding)[0]!;
  return pegSheet(planting, layout, holding);
};
const text = (bytes: Uint8Array) => new TextDecoder('latin1').decode(bytes);
const pages = (bytes: Uint8Array) => Number(/\/Type \/Pages\s+\/Count (\d+)/.exec(text(bytes))?.[1]);

describe(pegSheetPdf, () => {
  it('a long row that repeats is one page, every peg of it only where that is asked for', async () => {
    const planting = { gaps: [{ at: 200, width: 4 }] };
    const rows = [
      row({
        spacing: 0.333,
        species: [
          [3, 'Crataegus monogyna'],
          [1, 'Corylus avellana'],
        ],
      }),
    ];
    const sheet = (more: object = {}) => {
      const holding = sample({ length: 500, rows: [{ ...rows[0]!, ...more }], planting });
      const { planting: laid, layout } = layHolding(holding)[0]!;
      return pegSheet(laid, layout, holding);
    };
    const [{ repeat, pegs }] = sheet().rows as [PegRow];
    expect(repeat!.kinds.map(({ tag }) => tag)).toEqual(['Cm', 'Cm', 'Cm', 'Ca']);
    expect(repeat!.runs.map(({ first, last, count }) => [first.number, last.number, count])).toEqual([
      [1, 595, 595],
      [596, 1490, 895],
    ]);
    // Where the second run begins the repeat goes on: plant 596 is the last of the 149th.
    expect(repeat!.runs.map(({ begins }) => begins)).toEqual([1, 4]);
    for (const { peg, of } of repeat!.checks)
      expect([peg.tag, pegs.indexOf(peg) % 4]).toEqual([repeat!.kinds[of - 1]!.tag, of - 1]);
    expect(repeat!.checks.map(({ peg }) => peg.number)).toEqual([149, 298, 447, 596, 745, 894, 1043, 1192, 1341]);
    expect(sheet({ mix: 'drift' }).rows[0]!.repeat).toBeNull();
    expect(sheetOf(40, false).rows[0]!.repeat).toBeNull();
    const paper = { units: 'metric', fonts, made: '' } as const;
    expect(pages(await pegSheetPdf([sheet()], paper))).toBe(1);
    expect(pages(await pegSheetPdf([sheet()], { ...paper, every: true }))).toBe(20);
  });

  it('lays thousands of pegs in one planting on as many pages as they fill, and says how far it is', async () => {
    const sheet = sheetOf(1000, false);
    const shares: number[] = [];
    const bytes = await pegSheetPdf([sheet], {
      units: 'metric',
      fonts,
      every: true,
      made: 'plan ABCD',
      onShare: (share) => shares.push(share),
    });
    expect(sheet.plants).toBe(2001);
    expect(text(bytes)).toMatch(/^%PDF-1/);
    // 39 lines of two pegs on a page, fewer on the first.
    expect(pages(bytes)).toBe(27);
    expect(shares.at(-1)).toBe(1);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
  }, 30_000);
  it('is the same file for the same plan, on Letter where feet are used; a table of bends takes its room', async () => {
    const straight = await pegSheetPdf([sheetOf(40, false)], { units: 'us', fonts, every: true, made: 'plan ABCD' });
    expect(await pegSheetPdf([sheetOf(40, false)], { units: 'us', fonts, every: true, made: 'plan ABCD' })).toEqual(
      straight,
    );
    expect(text(straight)).toMatch(/\/MediaBox \[0 0 612 792\]/);
    const bent = await pegSheetPdf([sheetOf(40, true)], { units: 'metric', fonts, every: true, made: 'plan ABCD' });
    expect(text(bent)).toMatch(/\/MediaBox \[0 0 595\.28 841\.89\]/);
    expect(pages(bent)).toBeGreaterThan(pages(straight));
    expect(
      pages(
        await pegSheetPdf([sheetOf(40, false), sheetOf(40, false)], {
          units: 'us',
          fonts,
          every: true,
          made: 'plan ABCD',
        }),
      ),
    ).toBe(2 * pages(straight));
  }, 30_000);
});
