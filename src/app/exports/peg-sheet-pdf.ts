import type PDFDocument from 'pdfkit';
import { toBytes } from 'pdfkit/output';
import type { Peg, PegRow, PegSheet, Repeat, SetOut } from '../../core/field/peg-sheet.ts';
import { counted, formatLength, formatStick, formatTape, type UnitSystem } from '../../core/units/quantities.ts';
import { foot, INK, plainDocument, put, SOFT, type Paper } from './pdf-page.ts';

export interface PdfOptions extends Omit<Paper, 'title'> {
  /** Every peg of a long row that is one repeat, not the repeat alone. */
  readonly every?: boolean;
  /** Hears from time to time what share of the pegs is set, 0 to 1. */
  readonly onShare?: (share: number) => void;
}

const MARGIN = 36;
const FOOT = 42;
const TEXT = 11;
const LINE = 19;
/** Columns of pegs on a page, each read down before the next: the order in which they are walked. */
const COLUMNS = 2;
/** A row's head is not left alone at the foot of a page: room for this many lines of pegs beneath it. */
const TOGETHER = 3;

/**
 * Peg sheets print-ready, black and white, big enough for wet hands, on A4, or Letter in US customary. Pages are laid
 * here, peg by peg in one pass, so that ten thousand take as long for each as ten do.
 */
export async function pegSheetPdf(sheets: readonly PegSheet[], options: PdfOptions): Promise<Uint8Array<ArrayBuffer>> {
  const title = `Peg sheet, ${sheets[0]?.holding ?? ''}`;
  const doc = plainDocument(title, options.units, options.fonts, MARGIN, { feet: true });
  const bytes = toBytes(doc);
  const setter = new Setter(
    doc,
    options,
    sheets.reduce((sum, { plants }) => sum + plants, 0),
  );
  for (const sheet of sheets) await setter.sheet(sheet);
  setter.feet();
  doc.end();
  return bytes;
}

/** A spacing as a tape reads it; to the millimetre where the tape’s centimetre would be wrong. */
const apart = (metres: number, units: UnitSystem): string =>
  units === 'metric' && Math.abs(metres * 100 - Math.round(metres * 100)) > 0.01
    ? formatStick(metres, units)
    : formatTape(metres, units);

/** Sets type down a page and on to the next. */
class Setter {
  private y = MARGIN;
  private done = 0;
  private readonly names: string[] = [];

  constructor(
    private readonly doc: PDFDocument,
    private readonly options: PdfOptions,
    private readonly plants: number,
  ) {}

  private get width(): number {
    return this.doc.page.width - 2 * MARGIN;
  }
  private get bottom(): number {
    return this.doc.page.height - FOOT;
  }

  async sheet(sheet: PegSheet): Promise<void> {
    const { units } = this.options;
    this.page(sheet);
    this.paragraph(sheet.planting, { font: 'heading', size: 20, after: 6 });
    this.paragraph(
      `${sheet.holding}. Peg sheet: ${counted(sheet.plants, 'plant')} in ${counted(sheet.rows.length, 'row')}; ${formatLength(sheet.walkMetres, units, { decimals: 0 })} to walk.`,
      { colour: SOFT, after: 8 },
    );
    sheet.setUp.forEach((step, n) => this.step(sheet, n + 1, step));
    if (sheet.setOut) this.setOut(sheet, sheet.setOut);
    for (const row of sheet.rows) await this.row(sheet, row);
  }

  /** Page numbers, once it is known how many there are. */
  feet(): void {
    const { start, count } = this.doc.bufferedPageRange();
    for (let i = 0; i < count; i++) {
      this.doc.switchToPage(start + i);
      foot(this.doc, this.names[i] ?? '', this.options.made, i + 1, count, MARGIN);
    }
  }

  private page({ holding, planting }: PegSheet): void {
    this.doc.addPage();
    this.names.push(`${holding}, ${planting}`);
    this.y = MARGIN;
  }

  private room(sheet: PegSheet, height: number): void {
    if (this.y + height > this.bottom) this.page(sheet);
  }

  private paragraph(text: string, { font = 'text', size = TEXT, colour = INK, after = 4, x = MARGIN } = {}): void {
    this.doc.font(font).fontSize(size).fillColor(colour);
    const width = MARGIN + this.width - x;
    this.doc.text(text, x, this.y, { width, lineGap: 1 });
    this.y += this.doc.heightOfString(text, { width, lineGap: 1 }) + after;
  }

  private step(sheet: PegSheet, number: number, text: string): void {
    this.doc.font('text').fontSize(TEXT);
    this.room(sheet, this.doc.heightOfString(text, { width: this.width - 18, lineGap: 1 }) + 4);
    this.doc.font('bold').fillColor(INK);
    put(this.doc, String(number), MARGIN, this.y, 18);
    this.paragraph(text, { x: MARGIN + 18 });
  }

  private rule(thickness: number, colour: string, y: number, x = MARGIN, width = this.width): void {
    this.doc
      .lineWidth(thickness)
      .strokeColor(colour)
      .moveTo(x, y)
      .lineTo(x + width, y)
      .stroke();
  }

  private head(sheet: PegSheet, title: string, notes: readonly string[]): void {
    this.doc.font('text').fontSize(TEXT);
    const height = notes.reduce(
      (sum, note) => sum + this.doc.heightOfString(note, { width: this.width, lineGap: 1 }) + 2,
      44,
    );
    this.room(sheet, height + TOGETHER * LINE);
    this.y += 12;
    this.rule(1.5, INK, this.y);
    this.y += 6;
    this.paragraph(title, { font: 'heading', size: 14 });
    for (const note of notes) this.paragraph(note, { after: 2 });
    this.y += 4;
  }

  private setOut(sheet: PegSheet, { how, columns, lines }: SetOut): void {
    this.head(sheet, 'Bends and curves', how);
    const width = this.width / columns.length;
    const line = (cells: readonly string[], font: string) => {
      this.doc.font(font).fontSize(TEXT).fillColor(INK);
      cells.forEach((cell, c) => put(this.doc, cell, MARGIN + c * width, this.y, width - 6));
      this.y += LINE;
      this.rule(0.5, '#999999', this.y - 5);
    };
    for (const { name, pegs } of lines) {
      this.room(sheet, LINE * 4);
      this.paragraph(name, { font: 'bold', after: 2 });
      line(columns, 'bold');
      for (const peg of pegs) {
        if (this.y + LINE > this.bottom) {
          this.page(sheet);
          line(columns, 'bold');
        }
        line(peg, 'text');
      }
      this.y += 6;
    }
  }

  private async row(sheet: PegSheet, row: PegRow): Promise<void> {
    const { units, onShare } = this.options;
    const totals = row.totals.map(({ tag, common, count }) => `${tag} ${common} ${count}`).join('   ');
    const title = `${row.number} ${row.name}: ${counted(row.pegs.length, 'plant')}, ${apart(row.spacing, units)} apart, walk ${row.walked}`;
    this.head(sheet, title, [...row.notes, totals]);
    if (row.repeat && !this.options.every) {
      this.done += row.pegs.length;
      return this.repeat(sheet, row.repeat);
    }
    for (let from = 0; from < row.pegs.length;) {
      if (this.y + LINE > this.bottom) {
        this.page(sheet);
        this.paragraph(`${row.number} ${row.name}, continued`, { font: 'bold' });
      }
      const fits = Math.max(1, Math.floor((this.bottom - this.y) / LINE));
      const left = row.pegs.length - from;
      const lines = Math.min(fits, Math.ceil(left / COLUMNS));
      const taken = Math.min(left, lines * COLUMNS);
      for (let i = 0; i < taken; i++) this.peg(row.pegs[from + i]!, Math.floor(i / lines), this.y + (i % lines) * LINE);
      from += taken;
      this.y += lines * LINE;
      this.done += taken;
      onShare?.(this.done / this.plants);
      await new Promise((resolve) => setTimeout(resolve)); // so that a stop is heard
    }
  }

  /** A long row in short: its repeat, its runs and its checks. */
  private repeat(sheet: PegSheet, { kinds, runs, checks }: Repeat): void {
    const say = (text: string, options = {}) => {
      this.doc.font('text').fontSize(TEXT);
      this.room(sheet, this.doc.heightOfString(text, { width: this.width, lineGap: 1 }) + 4);
      this.paragraph(text, options);
    };
    say(`One repeat of ${counted(kinds.length, 'plant')}, over and over, begun anew at no gap:`, { font: 'bold' });
    // Each stays together on its line.
    say(kinds.map(({ tag, common }, n) => `${n + 1} ${tag} ${common}`.replaceAll(' ', '\u00A0')).join('     '));
    for (const { first, last, count, begins } of runs)
      say(
        `From ${first.label} (plant ${first.number}) to ${last.label} (plant ${last.number}): ${counted(count, 'plant')} by the stick, the first of them ${begins} of the repeat, ${first.common}.`,
      );
    say('Checks: the tape brings the stick right at each.', { font: 'bold' });
    for (const { peg, of } of checks)
      say(`[   ]  ${peg.label}   plant ${peg.number}, ${of} of the repeat: ${peg.tag} ${peg.common}`, { after: 2 });
  }

  private peg(peg: Peg, column: number, y: number): void {
    const width = this.width / COLUMNS - 8;
    const x = MARGIN + column * (width + 16);
    this.doc
      .lineWidth(1)
      .strokeColor(INK)
      .rect(x, y + 1, 11, 11)
      .stroke();
    this.doc.font('bold').fontSize(TEXT).fillColor(INK);
    this.doc.text(peg.label, x + 18, y, { lineBreak: false });
    this.doc.text(peg.tag, x + 108, y, { lineBreak: false });
    this.doc.font('text');
    put(this.doc, peg.common, x + 130, y, width - 130);
    this.doc.fillColor(SOFT).text(String(peg.number), x + 80, y, { lineBreak: false });
    this.rule(0.5, '#999999', y + LINE - 4, x, width);
  }
}
