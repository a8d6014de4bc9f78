/** The parts of the PDF library that sheets use; its own types want those of Node in the browser's code. */
declare module 'pdfkit' {
  interface TextOptions {
    width?: number;
    align?: 'left' | 'right';
    lineBreak?: boolean;
    lineGap?: number;
  }
  export default class PDFDocument {
    constructor(options: {
      size: 'A4' | 'LETTER';
      margin: number;
      font: null;
      autoFirstPage: false;
      bufferPages: boolean;
      info: Record<string, string | Date>;
    });
    readonly page: { readonly width: number; readonly height: number; readonly margins: { bottom: number } };
    addPage(): this;
    addContent(operators: string): this;
    translate(x: number, y: number): this;
    scale(factor: number): this;
    switchToPage(n: number): void;
    bufferedPageRange(): { start: number; count: number };
    registerFont(name: string, source: Uint8Array): this;
    font(name: string): this;
    fontSize(size: number): this;
    fillColor(colour: string): this;
    strokeColor(colour: string): this;
    lineWidth(width: number): this;
    moveTo(x: number, y: number): this;
    lineTo(x: number, y: number): this;
    rect(x: number, y: number, width: number, height: number): this;
    circle(x: number, y: number, radius: number): this;
    dash(length: number, options: { space: number }): this;
    undash(): this;
    stroke(): this;
    fill(colour: string): this;
    fillAndStroke(fill: string, stroke: string): this;
    closePath(): this;
    fillOpacity(opacity: number): this;
    save(): this;
    restore(): this;
    clip(): this;
    text(text: string, x: number, y: number, options?: TextOptions): this;
    heightOfString(text: string, options?: TextOptions): number;
    widthOfString(text: string): number;
    end(): void;
  }
}
declare module 'pdfkit/output' {
  import type PDFDocument from 'pdfkit';
  export function toBytes(document: PDFDocument): Promise<Uint8Array<ArrayBuffer>>;
}
