import type PDFDocument from 'pdfkit';
import { strToU8 } from 'fflate';
import { toBytes } from 'pdfkit/output';
import { create, type QRCode, type QRCodeMaskPattern } from 'qrcode';
import type { Tag } from '../../core/field/tags.ts';
import { foot, INK, LEAST, PALE, paragraph, plainDocument, put, type Paper } from './pdf-page.ts';

const MARGIN = 28;
/** Tags across a page and down it; a code of this size is read at arm's length, points. */
const [ACROSS, DOWN, CODE] = [3, 8, 62];

/** Labels to be cut out: what is on them in letters that are read from a stride off, and a code that opens the plant. */
export async function tagsPdf(
  tags: readonly Tag[],
  { units, fonts, title, made, onShare }: Paper & { readonly onShare?: (share: number) => void },
): Promise<Uint8Array<ArrayBuffer>> {
  const doc = plainDocument(title, units, fonts, MARGIN, { feet: false });
  const bytes = toBytes(doc);
  let mask: QRCodeMaskPattern | undefined;
  for (const [i, tag] of tags.entries()) {
    const place = i % (ACROSS * DOWN);
    if (place === 0) {
      doc.addPage();
      foot(doc, title, made, 1 + i / (ACROSS * DOWN), Math.ceil(tags.length / (ACROSS * DOWN)), MARGIN);
      onShare?.(i / tags.length);
      await new Promise((resolve) => setTimeout(resolve)); // so that a stop is heard
    }
    const width = (doc.page.width - 2 * MARGIN) / ACROSS;
    const height = (doc.page.height - 2 * MARGIN) / DOWN;
    const [x, y] = [MARGIN + (place % ACROSS) * width, MARGIN + Math.floor(place / ACROSS) * height];
    set(doc, tag, x, y, width, height);
    ({ maskPattern: mask } = matrix(doc, tag.code, mask, x + width - CODE - 7, y + (height - CODE) / 2));
  }
  onShare?.(1);
  doc.end();
  return bytes;
}

function set(
  doc: PDFDocument,
  { title, lines, spare }: Tag,
  x: number,
  y: number,
  width: number,
  height: number,
): void {
  doc.lineWidth(0.5).strokeColor(PALE).rect(x, y, width, height).stroke();
  // A hole for the wire.
  doc.circle(x + 9, y + height / 2, 3).stroke();
  const room = width - CODE - 32;
  doc
    .font('heading')
    .fontSize(title.length > 7 ? 13 : 16)
    .fillColor(INK);
  put(doc, title, x + 18, y + 6, room);
  const first = y + (title.length > 7 ? 22 : 25);
  const inType = (n: number) => doc.font(n === 0 ? 'bold' : 'text').fontSize(n === 0 ? 8.5 : LEAST);
  const all = spare ? [...lines.slice(0, -1), spare, lines.at(-1)!] : lines;
  const foot = all.reduce((at, line, n) => at + inType(n).heightOfString(line, { width: room }) + 1, first);
  let at = first;
  (foot <= y + height ? all : lines).forEach((line, n) => {
    inType(n);
    at += paragraph(doc, line, x + 18, at, room) + 1;
  });
}

/** A QR code, drawn in squares so that it prints sharp at any size. Codes of one lot are masked alike: to choose anew for each takes longer than all the rest. */
function matrix(doc: PDFDocument, text: string, mask: QRCodeMaskPattern | undefined, x: number, y: number): QRCode {
  const code = create([{ data: strToU8(text), mode: 'byte' }], { errorCorrectionLevel: 'M', maskPattern: mask });
  const { size, data } = code.modules;
  const squares: string[] = [];
  for (let row = 0; row < size; row++)
    for (let column = 0; column < size; column++) {
      // Squares side by side are drawn as one: half the strokes, and no hairline between them.
      const from = column;
      while (column < size && data[row * size + column]) column++;
      if (column > from) squares.push(`${from} ${row} ${column - from} 1 re`);
    }
  doc
    .save()
    .translate(x, y)
    .scale(CODE / size)
    .addContent(squares.join('\n'))
    .fill(INK)
    .restore();
  return code;
}
