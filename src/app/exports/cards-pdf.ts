import type PDFDocument from 'pdfkit';
import { toBytes } from 'pdfkit/output';
import type { Card } from '../../core/field/cards/cards.ts';
import { drawCard, type CardDrawing, type Stuff } from '../../core/field/cards/drawing.ts';
import { stockOf } from '../../core/species/stock.ts';
import { counted, type UnitSystem } from '../../core/units/quantities.ts';
import { capital } from '../../core/units/text.ts';
import { foot, INK, LEAST, PALE, paragraph, plainDocument, put, SOFT, type Paper } from './pdf-page.ts';

const [MARGIN, GAP] = [28, 12];
/** Type of a card, points: so large where two stand on a page, never under the least; and the share of a card that is drawn. */
const [TEXT, DRAWN] = [9, [0.38, 0.3, 0.24]] as const;

/** Planting cards, black and white: four to a page where all that is on them can be read so, else two. */
export function cardsPdf(
  sets: readonly { readonly planting: string; readonly cards: readonly Card[] }[],
  { units, fonts, title, made }: Paper,
): Promise<Uint8Array<ArrayBuffer>> {
  const doc = plainDocument(title, units, fonts, MARGIN, { feet: false });
  const bytes = toBytes(doc);
  const cards = sets.flatMap(({ planting, cards: of }) => of.map((card) => ({ planting, card })));
  doc.addPage();
  const height = (doc.page.height - 2 * MARGIN - GAP) / 2;
  const wide = doc.page.width - 2 * MARGIN;
  const half = (wide - GAP) / 2;
  const four = cards.every(({ card }) => laidDown(doc, card, half, height).size >= TEXT);
  const [each, width] = four ? [4, half] : [2, wide];
  cards.forEach(({ planting, card }, i) => {
    if (i % each === 0) {
      if (i > 0) doc.addPage();
      foot(doc, title, made, 1 + i / each, Math.ceil(cards.length / each), MARGIN);
    }
    const across = four ? i % 2 : 0;
    const down = four ? Math.floor(i / 2) % 2 : i % 2;
    const [x, y] = [MARGIN + across * (width + GAP), MARGIN + down * (height + GAP)];
    set(doc, card, planting, units, { x, y, width, height }, (four ? laidDown : laidAcross)(doc, card, width, height));
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

/** What stands over the drawing of a card, points. */
const HEAD = 42;

/** Where on a card its drawing and its words stand, from its top left corner, and how large they are set; points. */
interface Laid {
  readonly drawn: { readonly width: number; readonly height: number };
  readonly text: Omit<Box, 'height'>;
  readonly size: number;
}

function set(
  doc: PDFDocument,
  card: Card,
  planting: string,
  units: UnitSystem,
  { x, y, width, height }: Box,
  { drawn, text: { x: aside, y: down, width: across }, size }: Laid,
): void {
  doc.lineWidth(0.8).strokeColor(INK).rect(x, y, width, height).stroke();
  const [left, inner] = [x + 8, width - 16];
  const name = capital(card.species.common);
  const fits = inner / doc.font('heading').fontSize(13).widthOfString(name);
  doc.fontSize(Math.min(13, 13 * fits)).fillColor(INK);
  put(doc, name, left, y + 5, inner + 1);
  doc.font('text').fontSize(LEAST).fillColor(SOFT);
  const what = [card.species.botanical, stockOf(card.stock).name, card.method, card.place].filter(Boolean).join(', ');
  // Never cut: a long name runs on into a second line.
  paragraph(doc, `${what}; ${counted(card.plants.length, 'plant')} of ${planting}`, left, y + 21, inner);
  drawing(doc, drawCard(card.planted, card.tall, units, drawn.width, drawn.height), left, y + HEAD);
  let at = y + down;
  const say = (text: string, font: string, indent = 0) => {
    doc.font(font).fontSize(size).fillColor(INK);
    at += paragraph(doc, text, x + aside + indent, at, across - indent) + size * 0.16;
  };
  card.steps.forEach(({ text }, n) => {
    doc.font('bold').fontSize(size).fillColor(INK);
    put(doc, `${n + 1}`, x + aside, at, 14);
    say(text, 'text', 16);
  });
  for (const caution of card.cautions) say(`! ${caution}`, 'bold');
  say(`Done when: ${card.signs.join(' ')}`, 'text');
  for (const school of card.schools) {
    doc.fillColor(SOFT);
    say(school, 'text');
  }
}

/** A narrow card: its words under its drawing, which gives way to them. */
function laidDown(doc: PDFDocument, card: Card, width: number, height: number): Laid {
  const inner = width - 16;
  const room = (share: number) => height * (1 - share) - HEAD - 11;
  const share = DRAWN.find((one) => wordsHigh(doc, card, inner, TEXT) <= room(one)) ?? DRAWN.at(-1)!;
  const tall = height * share;
  return {
    drawn: { width: inner, height: tall },
    text: { x: 8, y: HEAD + tall + 5, width: inner },
    size: sizeWithin(doc, card, inner, room(share)),
  };
}

/** A wide card: its words beside its drawing. */
function laidAcross(doc: PDFDocument, card: Card, width: number, height: number): Laid {
  const inner = width - 16;
  const [drawn, words] = [inner * 0.44, inner * 0.53];
  const high = height - HEAD - 10;
  return {
    drawn: { width: drawn, height: high },
    text: { x: 8 + inner - words, y: HEAD, width: words },
    size: sizeWithin(doc, card, words, high),
  };
}

/** The largest type in which all the words of a card stand in a box, points. */
function sizeWithin(doc: PDFDocument, card: Card, width: number, height: number): number {
  for (let size = TEXT + 1.5; size > LEAST; size -= 0.5) if (wordsHigh(doc, card, width, size) <= height) return size;
  return LEAST;
}

/** How high all the words of a card come out, points. */
function wordsHigh(doc: PDFDocument, { steps, cautions, signs, schools }: Card, width: number, size: number): number {
  doc.font('text').fontSize(size);
  const of = (text: string, indent = 0) => doc.heightOfString(text, { width: width - indent }) + size * 0.16;
  return (
    steps.reduce((sum, { text }) => sum + of(text, 16), 0) +
    // Bold runs a little wider.
    cautions.reduce((sum, text) => sum + of(`! ${text}`, width * 0.06), 0) +
    of(`Done when: ${signs.join(' ')}`) +
    schools.reduce((sum, text) => sum + of(text), 0)
  );
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
      .fontSize(LEAST)
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
    // The collar’s own line runs under its label, not through it.
    doc.fillColor(INK).text(text, left, y + v - (main ? lines + 1 : lines / 2), { width: width * 0.27 });
  }
}
