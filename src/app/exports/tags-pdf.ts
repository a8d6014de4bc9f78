import type PDFDocument from 'pdfkit';
import { toBytes } from 'pdfkit/output';
import { create } from 'qrcode';
import type { Tag } from '../../core/field/tags.ts';
import type { UnitSystem } from '../../core/units/quantities.ts';
import { INK, PALE, plainDocument, put } from './pdf-page.ts';
import type { PdfFonts } from './peg-sheet-pdf.ts';

const MARGIN = 28;
/** Tags across a page and down it; a code of this size is read at arm's length, points. */
const [ACROSS, DOWN, CODE] = [3, 8, 62];

/** Labels to be cut out: what is on them in letters that are read from a stride off, and a code that opens the plant. */
export async function tagsPdf(
  tags: readonly Tag[],
  {
    units,
    fonts,
    title,
    onShare,
  }: {
    readonly units: UnitSystem;
    readonly fonts: PdfFonts;
    readonly title: string;
    readonly onShare?: (share: number) => void;
  },
): Promise<Uint8Array<ArrayBuffer>> {
  const doc = plainDocument(title, units, fonts, MARGIN);
  const bytes = toBytes(doc);
  if (tags.length === 0) doc.addPage();
  for (const [i, tag] of tags.entries()) {
    const place = i % (ACROSS * DOWN);
    if (place === 0) {
      doc.addPage();
      onShare?.(i / tags.length);
      await new Promise((resolve) => setTimeout(resolve)); // so that a stop is heard
    }
    const width = (doc.page.width - 2 * MARGIN) / ACROSS;
    const height = (doc.page.height - 2 * MARGIN) / DOWN;
    set(doc, tag, MARGIN + (place % ACROSS) * width, MARGIN + Math.floor(place / ACROSS) * height, width, height);
  }
  onShare?.(1);
  doc.end();
  return bytes;
}

function set(doc: PDFDocument, { title, lines, code }: Tag, x: number, y: number, width: number, height: number): void {
  doc.lineWidth(0.5).strokeColor(PALE!).rect(x, y, width, height).stroke();
  // A hole for the wire.
  doc.circle(x + 9, y + height / 2, 3).stroke();
  matrix(doc, code, x + width - CODE - 7, y + (height - CODE) / 2);
  const room = width - CODE - 32;
  doc
    .font('heading')
    .fontSize(title.length > 7 ? 13 : 16)
    .fillColor(INK!);
  put(doc, title, x + 18, y + 9, room);
  lines.forEach((line, n) => {
    doc.font(n === 0 ? 'bold' : 'text').fontSize(n === 0 ? 8.5 : 7);
    put(doc, line, x + 18, y + 31 + n * 12, room);
  });
}

/** A QR code, drawn in squares so that it prints sharp at any size. */
function matrix(doc: PDFDocument, text: string, x: number, y: number): void {
  const { modules } = create(text, { errorCorrectionLevel: 'M' });
  const side = CODE / modules.size;
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++) {
      // Squares side by side are drawn as one: half the strokes, and no hairline between them.
      const from = column;
      while (column < modules.size && modules.get(row, column)) column++;
      if (column > from) doc.rect(x + from * side, y + row * side, (column - from) * side, side);
    }
  doc.fill(INK!);
}
