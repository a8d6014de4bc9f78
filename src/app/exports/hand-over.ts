import { DAY_FILE, writeDayFile } from '../../core/files/day-file.ts';
import { lineageOf, type Holding } from '../../core/holding/schema.ts';
import { picturesIn } from '../../core/record/lines.ts';
import { db } from '../store/db.ts';
import { keptName, linesOf } from '../store/record.ts';
import { today } from '../store/today.ts';
import { holdingBytes } from './export-holding.ts';
import { saveBytes } from './save-bytes.ts';

/** Hands a file over by the device's own share sheet where it has one for files, else as a download. */
async function share(name: string, bytes: Uint8Array<ArrayBuffer>): Promise<void> {
  const file = new File([bytes], name, { type: 'application/zip' });
  if (navigator.canShare?.({ files: [file] }))
    try {
      return await navigator.share({ files: [file], title: name });
    } catch (problem) {
      // Closed by the one who opened it: nothing was wanted.
      if ((problem as DOMException).name === 'AbortError') return;
    }
  saveBytes(name, bytes);
}

/** The day of this device: its record with its photos. */
export async function handOverDay(holding: Holding): Promise<void> {
  const { id, name } = holding;
  const [lines, by] = await Promise.all([linesOf(id), keptName()]);
  const kept = await db.pictures.bulkGet(picturesIn(lines));
  const pictures = Object.fromEntries(kept.flatMap((one) => (one ? [[one.file, one.bytes]] : [])));
  await share(
    `${[name, by, today()].filter(Boolean).join(' ')}${DAY_FILE}`,
    writeDayFile({ holding: id, lineage: lineageOf(holding), name, by }, lines, pictures),
  );
}

/** The holding, for a phone to take along. */
export async function handOverHolding(holding: Holding): Promise<void> {
  await share(`${holding.name}.closerank`, (await holdingBytes(holding)).bytes);
}
