import PDFDocument from 'pdfkit';
import type { UnitSystem } from '../../core/units/quantities.ts';
import { SHEET_DATE, type PdfFonts } from './peg-sheet-pdf.ts';

export const [INK, SOFT, PALE] = ['#000000', '#444444', '#BBBBBB'];

/** A document that is laid out by hand: A4, or Letter in US customary; dated alike, so that one plan makes the same bytes. */
export function plainDocument(title: string, units: UnitSystem, fonts: PdfFonts, margin: number): PDFDocument {
  const doc = new PDFDocument({
    size: units === 'us' ? 'LETTER' : 'A4',
    margin,
    font: fonts.regular,
    autoFirstPage: false,
    bufferPages: true,
    info: {
      Title: title,
      Creator: 'Close Rank',
      Producer: 'Close Rank',
      CreationDate: SHEET_DATE,
      ModDate: SHEET_DATE,
    },
  });
  doc.registerFont('text', fonts.regular).registerFont('bold', fonts.bold).registerFont('heading', fonts.heading);
  return doc;
}

/** One line of text, cut to a width: the library's own line breaking starts pages by itself. */
export function put(
  doc: PDFDocument,
  text: string,
  x: number,
  y: number,
  width: number,
  side: 'left' | 'right' = 'left',
): void {
  const shown = cutTo(text, width, (part) => doc.widthOfString(part));
  doc.text(shown, side === 'right' ? x + width - doc.widthOfString(shown) : x, y, { lineBreak: false });
}

/** As much of a text as a width holds, with a mark where something is missing; found by halving, since measuring is dear. */
function cutTo(text: string, width: number, measure: (part: string) => number): string {
  if (measure(text) <= width) return text;
  let [fits, tooLong] = [0, text.length];
  while (tooLong - fits > 1) {
    const half = (fits + tooLong) >> 1;
    if (measure(`${text.slice(0, half)}…`) <= width) fits = half;
    else tooLong = half;
  }
  return `${text.slice(0, fits)}…`;
}

/** Text over as many lines as it takes; how high it came out, points. */
export function paragraph(doc: PDFDocument, text: string, x: number, y: number, width: number): number {
  doc.text(text, x, y, { width });
  return doc.heightOfString(text, { width });
}
