import type PDFDocument from 'pdfkit';
import { toBytes } from 'pdfkit/output';
import type { Card } from '../../core/field/cards/cards.ts';
import { drawCard, type CardDrawing, type Stuff } from '../../core/field/cards/drawing.ts';
import { stockOf } from '../../core/species/stock.ts';
import { counted, type UnitSystem } from '../../core/units/quantities.ts';
import { capital } from '../../core/units/text.ts';
import { INK, PALE, paragraph, plainDocument, put, SOFT, type PdfFonts } from './pdf-page.ts';

const [MARGIN, GAP, TEXT] = [28, 14, 7.6];

/** Planting cards, four to a page, black and white. */
export function cardsPdf(
  sets: readonly { readonly planting: string; readonly cards: readonly Card[] }[],
  { units, fonts, title }: { readonly units: UnitSystem; readonly fonts: PdfFonts; readonly title: string },
): Promise<Uint8Array<ArrayBuffer>> {
  const doc = plainDocument(title, units, fonts, MARGIN, { feet: false });
  const bytes = toBytes(doc);
  const cards = sets.flatMap(({ planting, cards: of }) => of.map((card) => ({ planting, card })));
  if (cards.length === 0) doc.addPage();
  cards.forEach(({ planting, card }, i) => {
    if (i % 4 === 0) doc.addPage();
    const width = (doc.page.width - 2 * MARGIN - GAP) / 2;
    const height = (doc.page.height - 2 * MARGIN - GAP) / 2;
    set(doc, card, planting, units, {
      x: MARGIN + (i % 2) * (width + GAP),
      y: MARGIN + (Math.floor(i / 2) % 2) * (height + GAP),
      width,
      height,
    });
  });
  doc.end();
  return bytes;
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

function set(doc: PDFDocument, card: Card, planting: string, units: UnitSystem, { x, y, width, height }: Box): void {
  doc.lineWidth(0.8).strokeColor(INK).rect(x, y, width, height).stroke();
  const [left, inner] = [x + 8, width - 16];
  doc.font('heading').fontSize(13).fillColor(INK);
  put(doc, capital(card.species.common), left, y + 7, inner);
  doc.font('text').fontSize(TEXT).fillColor(SOFT);
  const what = [card.species.botanical, stockOf(card.stock).name, card.method, card.place].filter(Boolean).join(', ');
  put(doc, `${what}; ${counted(card.plants.length, 'plant')} of ${planting}`, left, y + 23, inner);
  const tall = height * 0.38;
  drawing(doc, drawCard(card.planted, card.tall, units, inner, tall), left, y + 35);
  let at = y + 35 + tall + 5;
  const lowest = y + height - 6;
  // All of it stands on the card: what is long is set smaller.
  const size = sizeThatFits(doc, card, inner, lowest - at);
  const say = (text: string, font: string, indent = 0) => {
    doc.font(font).fontSize(size).fillColor(INK);
    at += paragraph(doc, text, left + indent, at, inner - indent) + size * 0.16;
  };
  card.steps.forEach(({ text }, n) => {
    doc.font('bold').fontSize(size).fillColor(INK);
    put(doc, `${n + 1}`, left, at, 12);
    say(text, 'text', 12);
  });
  for (const caution of card.cautions) say(`! ${caution}`, 'bold');
  say(`Done when: ${card.signs.join(' ')}`, 'text');
  for (const school of card.schools) {
    doc.fillColor(SOFT);
    say(school, 'text');
  }
}

function sizeThatFits(
  doc: PDFDocument,
  { steps, cautions, signs, schools }: Card,
  width: number,
  height: number,
): number {
  const high = (size: number) => {
    doc.font('text').fontSize(size);
    const of = (text: string, indent = 0) => doc.heightOfString(text, { width: width - indent }) + size * 0.16;
    return (
      steps.reduce((sum, { text }) => sum + of(text, 12), 0) +
      // Bold runs a little wider.
      cautions.reduce((sum, text) => sum + of(`! ${text}`, width * 0.06), 0) +
      of(`Done when: ${signs.join(' ')}`) +
      schools.reduce((sum, text) => sum + of(text), 0)
    );
  };
  let [fits, tooBig] = [4.5, 9];
  if (high(tooBig) <= height) return tooBig;
  for (let step = 0; step < 5; step++) {
    const half = (fits + tooBig) / 2;
    if (high(half) <= height) fits = half;
    else tooBig = half;
  }
  return fits;
}

/** Shades of grey and thicknesses of ink, by what a shape is of. */
const FILLS: Readonly<Partial<Record<Stuff, string>>> = {
  ground: '#E4E4E4',
  hole: '#F7F7F7',
  roots: '#777777',
  guard: '#FFFFFF',
  mulch: '#999999',
  berm: '#AAAAAA',
  collar: '#CCCCCC',
};

function drawing(doc: PDFDocument, { width, height, shapes, labels }: CardDrawing, x: number, y: number): void {
  doc.save().rect(x, y, width, height).clip();
  for (const shape of shapes) {
    shape.points.forEach(([u, v], i) => (i === 0 ? doc.moveTo(x + u, y + v) : doc.lineTo(x + u, y + v)));
    if (shape.what === 'area') {
      doc.closePath().lineWidth(0.6);
      if (shape.dashed) doc.dash(3, { space: 2 });
      doc.fillAndStroke(FILLS[shape.of] ?? '#FFFFFF', shape.of === 'ground' ? PALE : INK);
      doc.undash();
    } else {
      doc.lineWidth(Math.max(0.7, shape.width * 0.8)).strokeColor(shape.of === 'roots' ? SOFT : INK);
      if (shape.dashed) doc.dash(3, { space: 2 });
      doc.stroke();
      doc.undash();
      if (shape.arrow) {
        const [u, v] = shape.points.at(-1)!;
        doc
          .moveTo(x + u, y + v)
          .lineTo(x + u - 6, y + v - 3)
          .lineTo(x + u - 6, y + v + 3)
          .closePath()
          .fill(INK);
      }
    }
  }
  doc.restore();
  for (const {
    text,
    at: [, v],
    to,
    side,
    main,
  } of labels) {
    doc
      .font(main ? 'bold' : 'text')
      .fontSize(TEXT)
      .fillColor(INK);
    const wide = Math.min(doc.widthOfString(text), width * 0.27);
    const lines = doc.heightOfString(text, { width: width * 0.27 });
    const left = side === 'left' ? x : x + width - wide;
    doc
      .lineWidth(0.4)
      .strokeColor(SOFT)
      .moveTo(side === 'left' ? left + wide + 2 : left - 2, y + v)
      .lineTo(x + to[0], y + to[1])
      .stroke();
    doc.fillColor(INK).text(text, left, y + v - lines / 2, { width: width * 0.27 });
  }
}
