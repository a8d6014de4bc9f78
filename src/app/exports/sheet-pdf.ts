import { ascending } from 'd3-array';
import type PDFDocument from 'pdfkit';
import { toBytes } from 'pdfkit/output';
import type { Drawing, Shape, Sheet, Table } from '../../core/order/sheets/sheet.ts';
import type { UnitSystem } from '../../core/units/quantities.ts';
import { formatCount, formatLength } from '../../core/units/quantities.ts';
import { foot, INK, LEAST, PALE, plainDocument, put, SOFT, type Paper } from './pdf-page.ts';

const [MARGIN, FOOT, LINE, TEXT] = [36, 48, 17, 10];
/** Type and lines of a sheet that is to be one page. */
const CLOSE: readonly [number, number] = [9, 14.5];
/** Highest that a drawing is set, points. */
const TALLEST = 420;
/** A drawing's texts, points. */
const SMALL = LEAST;

/** Sheets print-ready, each begun on a page of its own: A4, or Letter in US customary. The same sheets make the same bytes. */
export function sheetsPdf(
  sheets: readonly Sheet[],
  { units, fonts, title, made }: Paper,
): Promise<Uint8Array<ArrayBuffer>> {
  const doc = plainDocument(title, units, fonts, MARGIN, { feet: true });
  const bytes = toBytes(doc);
  const page = new Page(doc, units);
  for (const sheet of sheets) page.sheet(sheet);
  page.feet(title, made);
  doc.end();
  return bytes as Promise<Uint8Array<ArrayBuffer>>;
}

/** Sets type and drawings down a page and on to the next. */
class Page {
  private y = MARGIN;
  private type = TEXT;
  private line = LINE;
  constructor(
    private readonly doc: PDFDocument,
    private readonly units: UnitSystem,
  ) {}

  private get width(): number {
    return this.doc.page.width - 2 * MARGIN;
  }
  private get left(): number {
    return this.doc.page.height - FOOT - this.y;
  }
  private fresh(): void {
    this.doc.addPage();
    this.y = MARGIN;
  }

  sheet({ title, intro, parts, onePage = false }: Sheet): void {
    [this.type, this.line] = onePage ? CLOSE : [TEXT, LINE];
    this.fresh();
    this.paragraph(title, { font: 'heading', size: 19, after: 4 });
    this.paragraph(intro, { colour: SOFT, after: 8 });
    for (const part of parts) {
      if (part.kind === 'table') this.table(part);
      else if (part.kind === 'drawing') this.drawing(part);
      else this.paragraph(part.text, { after: 6 });
    }
  }

  feet(title: string, made: string): void {
    const { start, count } = this.doc.bufferedPageRange();
    for (let i = 0; i < count; i++) {
      this.doc.switchToPage(start + i);
      foot(this.doc, title, made, i + 1, count, MARGIN);
    }
  }

  private put(text: string, x: number, y: number, width: number, right = false): void {
    put(this.doc, text, x, y, width, right ? 'right' : 'left');
  }

  private paragraph(text: string, { font = 'text', size = this.type, colour = INK, after = 4 } = {}): void {
    this.doc.font(font).fontSize(size);
    const height = this.doc.heightOfString(text, { width: this.width, lineGap: 1 });
    if (height > this.left) this.fresh();
    this.doc.font(font).fontSize(size).fillColor(colour);
    this.doc.text(text, MARGIN, this.y, { width: this.width, lineGap: 1 });
    this.y += height + after;
  }

  /** Columns as wide as what stands in them asks, shared where it is too much. */
  private table({ name, head, rows }: Table): void {
    this.doc.font('bold').fontSize(this.type);
    const wanted = head.map((title, c) => {
      const titleWidth = this.doc.font('bold').widthOfString(title);
      this.doc.font('text');
      return Math.max(titleWidth, ...rows.map((row) => this.doc.widthOfString(String(row[c] ?? '')))) + 10;
    });
    const sum = wanted.reduce((all, one) => all + one, 0);
    // What is short stays whole; what is long shares the rest.
    const short = wanted.map((one) => (one <= this.width / head.length ? one : 0));
    const kept = short.reduce((all, one) => all + one, 0);
    const widths = wanted.map((one, c) =>
      sum <= this.width ? (one / sum) * this.width : short[c]! || (one / (sum - kept)) * (this.width - kept),
    );
    if (4 * this.line > this.left) this.fresh();
    this.y += 4;
    this.paragraph(name, { font: 'heading', size: 12 });
    const line = (cells: readonly (string | number)[], font: string) => {
      this.doc.font(font).fontSize(this.type);
      // Cells that are words run over several lines; none is cut.
      const height = Math.max(
        this.line,
        ...cells.map((cell, c) =>
          typeof cell === 'number'
            ? 0
            : this.doc.heightOfString(cell, { width: widths[c]! - 8 }) + this.line - this.type - 2,
        ),
      );
      if (height > this.left) {
        this.fresh();
        if (font !== 'bold') line(head, 'bold');
      }
      this.doc.font(font).fontSize(this.type).fillColor(INK);
      let x = MARGIN;
      cells.forEach((cell, c) => {
        const right = typeof rows[0]?.[c] === 'number';
        const text = typeof cell === 'number' && !Number.isInteger(cell) ? cell.toFixed(2) : String(cell);
        if (right) this.put(text, x, this.y, widths[c]! - 8, true);
        else this.doc.text(text, x, this.y, { width: widths[c]! - 8 });
        x += widths[c]!;
      });
      this.y += height;
      this.doc
        .lineWidth(0.5)
        .strokeColor(PALE)
        .moveTo(MARGIN, this.y - 4)
        .lineTo(MARGIN + this.width, this.y - 4)
        .stroke();
    };
    line(head, 'bold');
    for (const row of rows) line(row, 'text');
    this.y += 6;
  }

  private drawing({ caption, width, height, metres, shapes, ownSize = false }: Drawing): void {
    const most = ownSize ? 1 : Math.min(this.width / width, TALLEST / height);
    const stated = metres === null ? null : statedScale(most / metres, this.units);
    const scale = stated && metres !== null ? stated.pointsPerMetre * metres : most;
    if (height * scale + 30 > this.left) this.fresh();
    const top = this.y;
    const taken: Box[] = [];
    for (const shape of shapes) this.shape(shape, scale, top, taken);
    this.y = top + height * scale + 8;
    if (stated) this.scaleBar(stated);
    this.paragraph(caption, { size: 9, colour: SOFT, after: 8 });
  }

  /** A bar of a round length, so that the drawing can be measured however it was printed, and its scale where it was printed in its own size. */
  private scaleBar({ pointsPerMetre, said }: Stated): void {
    const unit = this.units === 'us' ? 0.3048 : 1;
    const round = [1, 2, 5, 10, 20, 50, 100, 200, 500].findLast((n) => n * unit * pointsPerMetre <= 160) ?? 1;
    const length = round * unit * pointsPerMetre;
    this.doc
      .lineWidth(1.5)
      .strokeColor(INK)
      .moveTo(MARGIN, this.y)
      .lineTo(MARGIN + length, this.y)
      .stroke();
    this.doc.font('text').fontSize(SMALL).fillColor(INK);
    this.put(
      `${formatLength(round * unit, this.units, { decimals: 0 })}; ${said}, printed in its own size`,
      MARGIN + length + 5,
      this.y - 4,
      320,
    );
    this.y += 10;
  }

  private shape(shape: Shape, scale: number, top: number, taken: Box[]): void {
    const x = (value: number) => MARGIN + value * scale;
    const y = (value: number) => top + value * scale;
    const { doc } = this;
    switch (shape.kind) {
      case 'line': {
        const { width, colour, dash } = LOOKS[shape.look];
        doc.lineWidth(width).strokeColor(colour);
        if (dash) doc.dash(dash, { space: dash / 2 });
        shape.points.forEach(([u, v], i) => (i === 0 ? doc.moveTo(x(u), y(v)) : doc.lineTo(x(u), y(v))));
        doc.stroke();
        if (dash) doc.undash();
        return;
      }
      case 'dot': {
        const [u, v] = [x(shape.at[0]), y(shape.at[1])];
        if (shape.look === 'plant') doc.circle(u, v, 1.2).fill('#2E6B4F');
        else if (shape.look === 'post') doc.rect(u - 2.5, v - 2.5, 5, 5).fill(INK);
        else doc.lineWidth(1.5).strokeColor(INK).circle(u, v, 4).stroke();
        return;
      }
      case 'box':
        doc
          .lineWidth(0.6)
          .rect(x(shape.at[0]), y(shape.at[1]), shape.width * scale, shape.height * scale)
          .fillAndStroke(shape.dark ? '#C9C9C9' : '#EFEFEF', SOFT);
        return;
      case 'text': {
        doc.font('text').fontSize(SMALL).fillColor(INK);
        const wide = doc.widthOfString(shape.text);
        const left = x(shape.at[0]) - (shape.middle ? wide / 2 : 0);
        const high = y(shape.at[1]) - SMALL / 2;
        // What would lie on another text goes to the nearest free place beside it.
        const free = ASIDE.find(([u, v]) => {
          const box: Box = [left + u, high + v, left + u + wide, high + v + SMALL];
          return !taken.some((one) => box[0] < one[2] && one[0] < box[2] && box[1] < one[3] && one[1] < box[3]);
        });
        const [u, v] = free ?? [0, 0];
        taken.push([left + u, high + v, left + u + wide, high + v + SMALL]);
        doc.text(shape.text, left + u, high + v, { lineBreak: false });
      }
    }
  }
}

interface Stated {
  readonly pointsPerMetre: number;
  /** '1 : 500', or '1 in to 40 ft'. */
  readonly said: string;
}

/** The largest scale that a ruler has at which a plan still fits: `most` points a metre. */
function statedScale(most: number, units: UnitSystem): Stated {
  const round = [1, 1.25, 2, 2.5, 5]
    .flatMap((n) => [10, 100, 1000, 10_000].map((power) => n * power))
    .toSorted(ascending);
  const perMetre = (at: number) => (units === 'us' ? 72 / at / 0.3048 : 72 / 0.0254 / at);
  const feet = [5, 10, 20, 30, 40, 50, 60, 100, 200, 300, 400, 500, 1000, 2000, 5000];
  const rulers = units === 'us' ? feet : round;
  const at = rulers.find((one) => perMetre(one) <= most) ?? rulers.at(-1)!;
  return { pointsPerMetre: perMetre(at), said: units === 'us' ? `1 in to ${at} ft` : `1 : ${formatCount(at)}` };
}

type Box = readonly [left: number, top: number, right: number, bottom: number];
/** Where a text of a drawing may go instead, the nearest first, points. */
const ASIDE = [0, 1, 2, 3, 4, 5].flatMap((n) =>
  n === 0
    ? [[0, 0] as const]
    : ([
        [0, n * SMALL],
        [0, -n * SMALL],
        [n * 2 * SMALL, 0],
        [-n * 2 * SMALL, 0],
        [n * 2 * SMALL, n * SMALL],
        [-n * 2 * SMALL, -n * SMALL],
      ] as const),
);

const LOOKS = {
  row: { width: 0.4, colour: PALE, dash: 0 },
  edge: { width: 1, colour: INK, dash: 0 },
  fence: { width: 1.4, colour: INK, dash: 6 },
  pipe: { width: 1, colour: '#3E6E82', dash: 0 },
  joint: { width: 2, colour: INK, dash: 0 },
} as const;
