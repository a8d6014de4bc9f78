import bold from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff?url';
import { serve } from '../workers/serve.ts';
import regular from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff?url';
import heading from '@fontsource/bitter/files/bitter-latin-600-normal.woff?url';
import { transfer } from 'comlink';
import type { Holding } from '../../core/holding/schema.ts';
import { exportFile, type Asked } from './export-files.ts';
import type { ExportName } from './export-names.ts';

const bytesAt = async (url: string): Promise<Uint8Array> =>
  new Uint8Array(await (await fetch(new URL(url, location.origin))).arrayBuffer());

const api = {
  async file(name: ExportName, holding: Holding, asked: Asked, onShare: (share: number) => void): Promise<Uint8Array> {
    const [text, strong, head] = await Promise.all([regular, bold, heading].map(bytesAt));
    const fonts = { regular: text!, bold: strong!, heading: head! };
    const bytes = await exportFile(name, holding, { ...asked, fonts, onShare });
    return transfer(bytes, [bytes.buffer]);
  },
};
serve(api);
export type ExportWorker = typeof api;
