import { asFound } from '../../core/record/as-found.ts';
import { useRecord } from '../store/record.ts';
import { complain, useSession } from '../store/session.ts';
import { today } from '../store/today.ts';
import type { Asked } from './export-files.ts';
import type { ExportName } from './export-names.ts';
import { makeFile } from './make-file.ts';
import { saveBytes } from './save-bytes.ts';

/** Makes a file of the holding in hand and hands it over; says why where it cannot be made. Nothing is said of one that is stopped. */
export async function saveFile(
  name: ExportName,
  fileName: string,
  asked: Asked = {},
  signal: AbortSignal = new AbortController().signal,
  onShare: (share: number) => void = () => undefined,
): Promise<void> {
  const { holding } = useSession.getState();
  const { ledger } = useRecord.getState();
  try {
    const as = asFound(holding!, ledger);
    saveBytes(`${fileName} ${name}`, await makeFile(name, as, { ledger, on: today(), ...asked }, signal, onShare));
  } catch (reason) {
    if (!(reason instanceof DOMException && reason.name === 'AbortError'))
      complain(reason instanceof Error ? reason.message : String(reason));
  }
}
