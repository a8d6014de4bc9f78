import { pdf } from '@react-pdf/renderer';
import { createElement, type ReactElement } from 'react';
import type { DocumentProps } from '@react-pdf/renderer';
import type { PegSheet } from '../../core/field/peg-sheet.ts';
import type { UnitSystem } from '../../core/units/quantities.ts';
import { PegSheetPdf, registerPdfFonts } from './PegSheetPdf.tsx';

let fontsAt: Parameters<typeof registerPdfFonts>[0] | null = null;

/** Where the sheet's fonts lie: addresses in a browser, file paths on the command line. Once, before the first sheet. */
export function usePdfFonts(source: Parameters<typeof registerPdfFonts>[0]): void {
  if (!fontsAt) registerPdfFonts(source);
  fontsAt = source;
}

/** Peg sheets as PDF on the paper of the holding's units: A4, or Letter in US customary. */
export async function pegSheetPdf(sheets: readonly PegSheet[], units: UnitSystem): Promise<Uint8Array<ArrayBuffer>> {
  if (!fontsAt) throw new Error('usePdfFonts must come first');
  const sheet = createElement(PegSheetPdf, {
    sheets,
    units,
    paper: units === 'us' ? 'LETTER' : 'A4',
  }) as unknown as ReactElement<DocumentProps>;
  const blob = await pdf(sheet).toBlob();
  return new Uint8Array(await blob.arrayBuffer());
}
