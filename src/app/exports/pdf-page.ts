import PDFDocument from 'pdfkit';
import type { UnitSystem } from '../../core/units/quantities.ts';

/** The bytes of the sheets' fonts. */
export interface PdfFonts {
  readonly regular: Uint8Array;
  readonly bold: Uint8Array;
  readonly heading: Uint8Array;
}

/** One date for every sheet, so that one plan always makes the same bytes. */
const SHEET_DATE = new Date(Date.UTC(2000, 0, 1));

/** What every paper is set by. */
export interface Paper {
  readonly units: UnitSystem;
  readonly fonts: PdfFonts;
  readonly title: string;
  /** What its foot says of how it was made: the day, the plan's mark, the units. */
  readonly made: string;
}

/** A paper that would have nothing on it: it is not made, and why is said. */
export class NothingToPrint extends Error {}

/** Smallest type on any paper, points: it is read in the rain. */
export const LEAST = 8;

export const INK: string = '#000000';
export const SOFT = '#444444';
export const PALE = '#BBBBBB';

/**
 * A document that is laid out by hand: A4, or Letter in US customary; dated alike, so that one plan makes the same
 * bytes. With `feet` its pages are kept until the end, when it is known how many there are; else each is done with as
 * the next begins.
 */
export function plainDocument(
  title: string,
  units: UnitSystem,
  fonts: PdfFonts,
  margin: number,
  { feet }: { readonly feet: boolean },
): PDFDocument {
  const doc = new PDFDocument({
    size: units === 'us' ? 'LETTER' : 'A4',
    margin,
    // A font that is opened here under no name is opened again at every change of font.
    font: null,
    autoFirstPage: false,
    bufferPages: feet,
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

/** The foot of a page: what it is of and how it was made, and which of how many pages it is. */
export function foot(doc: PDFDocument, what: string, made: string, page: number, pages: number, margin: number): void {
  const [y, width] = [doc.page.height - Math.min(30, margin - 8), doc.page.width - 2 * margin];
  doc.font('text').fontSize(LEAST).fillColor(SOFT);
  const right = `${made}; page ${page} of ${pages}`;
  const wide = doc.widthOfString(right);
  // A long name takes the line above too, never cut; below the margin the library would turn the page.
  const room = { width: width - wide - 12 };
  const { bottom } = doc.page.margins;
  doc.page.margins.bottom = 0;
  doc.text(what, margin, y - doc.heightOfString(what, room) + doc.heightOfString(right), room);
  doc.page.margins.bottom = bottom;
  put(doc, right, margin, y, width, 'right');
}

/** Text over as many lines as it takes; how high it came out, points. */
export function paragraph(doc: PDFDocument, text: string, x: number, y: number, width: number): number {
  doc.text(text, x, y, { width });
  return doc.heightOfString(text, { width });
}
