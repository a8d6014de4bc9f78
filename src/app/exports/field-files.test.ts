import { strFromU8, unzlibSync } from 'fflate';
import readQr from 'jsqr';
import { describe, expect, it } from 'vitest';
import { fonts, packedFonts } from '../../../checks/fonts.ts';
import { row, sample } from '../../../checks/sample.ts';
import { cardsOf } from '../../core/field/cards/cards.ts';
import { tagsOf } from '../../core/field/tags.ts';
import type { Holding } from '../../core/holding/schema.ts';
import { layHolding } from '../../core/ranks/laid.ts';
import { NO_LEDGER } from '../../core/record/ledger.ts';
import { FIELD_FILES, isFieldFile } from './export-names.ts';
import { fieldFile } from './field-files.ts';
import { plainDocument } from './pdf-page.ts';
import { plainFont } from './plain-font.ts';

const make = (name: (typeof FIELD_FILES)[number], holding: Holding, shares: number[] = []) =>
  fieldFile(name, layHolding(holding), holding, {
    ledger: NO_LEDGER,
    base: 'https://farm.test',
    on: null,
    paper: { units: holding.units, fonts, made: 'plan ABCD', onShare: (share: number) => shares.push(share) },
  });
const pages = (bytes: Uint8Array) =>
  Number(/\/Type \/Pages\s+\/Count (\d+)/.exec(new TextDecoder('latin1').decode(bytes))?.[1]);
const kinds = ['Corylus avellana', 'Quercus robur', 'Acer campestre', 'Prunus spinosa', 'Viburnum opulus'] as const;
const hedge = (changes: object = {}) =>
  sample({ length: 73.5, rows: [row({ species: kinds.map((kind) => [1, kind]) })], ...changes });

/** The codes of a tags' page, read off its squares as a phone reads them. */
function codesOf(pdf: Uint8Array): (string | undefined)[] {
  const text = new TextDecoder('latin1').decode(pdf);
  const streams = [...text.matchAll(/stream\r?\n([\s\S]*?)\r?\nendstream/g)].map(([, packedText]) => {
    try {
      return strFromU8(unzlibSync(Uint8Array.from(packedText!, (letter) => letter.charCodeAt(0))), true);
    } catch {
      return '';
    }
  });
  return streams.flatMap((content) =>
    content.split(/\bq\b/).flatMap((drawn) => {
      const squares = [...drawn.matchAll(/^(\d+) (\d+) (\d+) 1 re$/gm)].map((found) => found.slice(1).map(Number));
      if (squares.length === 0) return [];
      const [dot, edge] = [4, 4];
      const size = (Math.max(...squares.map(([x, , wide]) => x! + wide!)) + 2 * edge) * dot;
      const image = new Uint8ClampedArray(size * size * 4).fill(255);
      for (const [x, y, wide] of squares)
        for (let v = 0; v < dot; v++)
          for (let u = 0; u < wide! * dot; u++)
            image.fill(
              0,
              (((y! + edge) * dot + v) * size + (x! + edge) * dot + u) * 4,
              (((y! + edge) * dot + v) * size + (x! + edge) * dot + u) * 4 + 3,
            );
      return [readQr(image, size, size)?.data];
    }),
  );
}

describe('files for the field', () => {
  it('every label carries the code of its own plant', async () => {
    const holding = hedge();
    const codes = tagsOf('plant', layHolding(holding)[0]!, NO_LEDGER, holding, 'https://farm.test').map(
      ({ code }) => code,
    );
    expect(new Set(codes).size).toBe(50);
    expect(codesOf(await make('plant-tags.pdf', holding))).toEqual(codes);
  });

  it('set two cards, or four short ones, and twenty-four labels to a page, the same bytes each time, on Letter where feet are used', async () => {
    const holding = hedge();
    const [laid] = layHolding(holding);
    expect(cardsOf(laid!, holding)).toHaveLength(5);
    const cards = await make('planting-cards.pdf', holding);
    expect(pages(cards)).toBe(3); // two to a page, read at arm’s length
    expect(await make('planting-cards.pdf', holding)).toEqual(cards);
    expect(tagsOf('plant', laid!, NO_LEDGER, holding, null)).toHaveLength(50);
    const shares: number[] = [];
    expect(pages(await make('plant-tags.pdf', holding, shares))).toBe(3);
    expect([shares.at(-1), shares]).toEqual([1, [...shares].sort((a, b) => a - b)]);
    expect(pages(await make('row-tags.pdf', holding))).toBe(1);
    const letter = new TextDecoder('latin1').decode(await make('planting-cards.pdf', hedge({ units: 'us' })));
    expect(letter).toMatch(/\/MediaBox \[0 0 612 792\]/);
  }, 30_000);

  it('for machines are made of a holding that holds nothing, too', async () => {
    const bare = { ...hedge(), plantings: [] };
    for (const name of FIELD_FILES.filter((one) => !one.endsWith('.pdf')))
      expect([name, (await make(name, bare)).length > 10]).toEqual([name, true]);
    expect([isFieldFile('as-planted.kml'), isFieldFile('days.pdf')]).toEqual([true, false]);
  });
});

describe(plainFont, () => {
  it('is the same font: every letter as wide as in the packed one, and a font that is plain already stays as it is', () => {
    const width = (font: Uint8Array, text: string) => {
      const doc = plainDocument('x', 'metric', { regular: font, bold: font, heading: font }, 20, { feet: false });
      doc.addPage();
      return doc.font('text').fontSize(100).widthOfString(text);
    };
    const text = 'Hedge 0123456789 ½ é ß, collar 2 cm proud';
    for (const font of Object.values(packedFonts)) expect(width(plainFont(font), text)).toBe(width(font, text));
    expect(width(fonts.bold, text)).not.toBe(width(fonts.regular, text));
    expect(plainFont(fonts.regular)).toBe(fonts.regular);
  });
});
