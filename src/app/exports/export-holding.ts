import type { Holding } from '../../core/holding/schema.ts';
import type { Pictures } from '../../core/files/closerank.ts';
import { answering } from '../store/db.ts';
import { picturesOf } from '../store/pictures.ts';
import { linesOf } from '../store/record.ts';
import { noteExport } from '../store/shelf.ts';
import { saveBytes } from './save-bytes.ts';

/** The holding as a file's bytes, as it stands here, saved or not. Without its pictures where storage no longer gives them. */
export async function holdingBytes(holding: Holding): Promise<{ bytes: Uint8Array<ArrayBuffer>; whole: boolean }> {
  const { writeCloserank } = await import('../../core/files/closerank.ts');
  const pictures: Pictures | null = await answering(picturesOf(holding), 3000).catch(() => null);
  const lines = await answering(linesOf(holding.id), 3000).catch(() => null);
  return { bytes: writeCloserank(holding, pictures ?? {}, lines ?? []), whole: pictures !== null && lines !== null };
}

/** Hands the holding to the steward as a file; what they should know of it comes back, or null. */
export async function exportHolding(holding: Holding): Promise<string | null> {
  const { bytes, whole } = await holdingBytes(holding);
  saveBytes(`${holding.name}.closerank`, bytes);
  // Not worth failing for: when it left the browser is only shown.
  await answering(noteExport(holding.id), 3000).catch(() => undefined);
  return whole
    ? null
    : 'The file holds the plan but not its pictures or its record: this browser’s storage did not give them.';
}
