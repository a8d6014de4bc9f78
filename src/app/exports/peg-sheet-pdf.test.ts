import { describe, expect, it } from 'vitest';
import { fonts } from '../../../checks/fonts.ts';
import { row, sample } from '../../../checks/sample.ts';
import { pegSheet } from '../../core/field/peg-sheet.ts';
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
  it('lays thousands of pegs in one planting on as many pages as they fill, and says how far it is', async () => {
    const sheet = sheetOf(1000, false);
    const shares: number[] = [];
    const bytes = await pegSheetPdf([sheet], {
      units: 'metric',
      fonts,
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
    const straight = await pegSheetPdf([sheetOf(40, false)], { units: 'us', fonts, made: 'plan ABCD' });
    expect(await pegSheetPdf([sheetOf(40, false)], { units: 'us', fonts, made: 'plan ABCD' })).toEqual(straight);
    expect(text(straight)).toMatch(/\/MediaBox \[0 0 612 792\]/);
    const bent = await pegSheetPdf([sheetOf(40, true)], { units: 'metric', fonts, made: 'plan ABCD' });
    expect(text(bent)).toMatch(/\/MediaBox \[0 0 595\.28 841\.89\]/);
    expect(pages(bent)).toBeGreaterThan(pages(straight));
    expect(
      pages(await pegSheetPdf([sheetOf(40, false), sheetOf(40, false)], { units: 'us', fonts, made: 'plan ABCD' })),
    ).toBe(2 * pages(straight));
  }, 30_000);
});
