import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import { cardsOf } from '../../core/field/cards/cards.ts';
import { tagsOf } from '../../core/field/tags.ts';
import type { Holding } from '../../core/holding/schema.ts';
import { layHolding } from '../../core/ranks/laid.ts';
import { NO_LEDGER } from '../../core/record/ledger.ts';
import { fieldFile, FIELD_FILES, isFieldFile } from './field-files.ts';
import { plainDocument } from './pdf-page.ts';
import { plainFont } from './plain-font.ts';

const packed = (family: string, weight: number) =>
  new Uint8Array(
    readFileSync(
      createRequire(import.meta.url).resolve(`@fontsource/${family}/files/${family}-latin-${weight}-normal.woff`),
    ),
  );
const sans = 'atkinson-hyperlegible-next';
const woff = { regular: packed(sans, 400), bold: packed(sans, 700), heading: packed('bitter', 600) };
const fonts = { regular: plainFont(woff.regular), bold: plainFont(woff.bold), heading: plainFont(woff.heading) };
const make = (name: (typeof FIELD_FILES)[number], holding: Holding, shares: number[] = []) =>
  fieldFile(name, layHolding(holding), holding, {
    ledger: NO_LEDGER,
    base: 'https://farm.test',
    fonts,
    onShare: (share) => shares.push(share),
  });
const pages = (bytes: Uint8Array) =>
  Number(/\/Type \/Pages\s+\/Count (\d+)/.exec(new TextDecoder('latin1').decode(bytes))?.[1]);
const kinds = ['Corylus avellana', 'Quercus robur', 'Acer campestre', 'Prunus spinosa', 'Viburnum opulus'] as const;
const hedge = (changes: object = {}) =>
  sample({ length: 73.5, rows: [row({ species: kinds.map((kind) => [1, kind]) })], ...changes });

describe('files for the field', () => {
  it('set four cards and twenty-four labels to a page, the same bytes each time, on Letter where feet are used', async () => {
    const holding = hedge();
    const [laid] = layHolding(holding);
    expect(cardsOf(laid!, holding)).toHaveLength(5);
    const cards = await make('planting-cards.pdf', holding);
    expect(pages(cards)).toBe(2);
    expect(await make('planting-cards.pdf', holding)).toEqual(cards);
    expect(tagsOf('plant', laid!, NO_LEDGER, holding, null)).toHaveLength(50);
    const shares: number[] = [];
    expect(pages(await make('plant-tags.pdf', holding, shares))).toBe(3);
    expect([shares.at(-1), shares]).toEqual([1, [...shares].sort((a, b) => a - b)]);
    expect(pages(await make('row-tags.pdf', holding))).toBe(1);
    const letter = new TextDecoder('latin1').decode(await make('planting-cards.pdf', hedge({ units: 'us' })));
    expect(letter).toMatch(/\/MediaBox \[0 0 612 792\]/);
  }, 30_000);

  it('are made of a holding that holds nothing, too', async () => {
    const bare = { ...hedge(), plantings: [] };
    for (const name of FIELD_FILES) expect([name, (await make(name, bare)).length > 10]).toEqual([name, true]);
    expect([isFieldFile('as-planted.kml'), isFieldFile('days.pdf')]).toEqual([true, false]);
  });
});

describe(plainFont, () => {
  it('is the same font: every letter as wide as in the packed one, and a font that is plain already stays as it is', () => {
    const width = (font: Uint8Array, text: string) => {
      const doc = plainDocument('x', 'metric', { regular: font, bold: font, heading: font }, 20);
      doc.addPage();
      return doc.font('text').fontSize(100).widthOfString(text);
    };
    const text = 'Hedge 0123456789 ½ é ß, collar 2 cm proud';
    for (const font of Object.values(woff)) expect(width(plainFont(font), text)).toBe(width(font, text));
    expect(width(fonts.bold, text)).not.toBe(width(fonts.regular, text));
    expect(plainFont(fonts.regular)).toBe(fonts.regular);
  });
});
