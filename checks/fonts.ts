import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { PdfFonts } from '../src/app/exports/pdf-page.ts';
import { plainFont } from '../src/app/exports/plain-font.ts';

const packed = (family: string, weight: number) =>
  new Uint8Array(
    readFileSync(
      createRequire(import.meta.url).resolve(`@fontsource/${family}/files/${family}-latin-${weight}-normal.woff`),
    ),
  );
const sans = 'atkinson-hyperlegible-next';

/** The sheets' fonts as the packages ship them. */
export const packedFonts: PdfFonts = {
  regular: packed(sans, 400),
  bold: packed(sans, 700),
  heading: packed('bitter', 600),
};

/** The sheets' fonts as the sheets are set with them. */
export const fonts: PdfFonts = {
  regular: plainFont(packedFonts.regular),
  bold: plainFont(packedFonts.bold),
  heading: plainFont(packedFonts.heading),
};
