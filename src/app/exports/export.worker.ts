import bold from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff?url';
import regular from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff?url';
import heading from '@fontsource/bitter/files/bitter-latin-600-normal.woff?url';
import { expose, transfer } from 'comlink';
import type { Holding } from '../../core/holding/schema.ts';
import { exportFile, type ExportName } from './export-files.ts';
import { usePdfFonts } from './peg-sheet-pdf.ts';

const api = {
  async file(
    name: ExportName,
    holding: Holding,
    planting: string | undefined,
    onShare: (share: number) => void,
  ): Promise<Uint8Array> {
    const here = (url: string) => new URL(url, location.origin).href;
    usePdfFonts({ regular: here(regular), bold: here(bold), heading: here(heading) });
    const bytes = await exportFile(name, holding, planting, onShare);
    return transfer(bytes, [bytes.buffer]);
  },
};
expose(api);
export type ExportWorker = typeof api;
