import { proxy } from 'comlink';
import type { Holding } from '../../core/holding/schema.ts';
import { inWorker } from '../workers/in-worker.ts';
import type { Asked } from './export-files.ts';
import type { ExportName } from './export-names.ts';
import type { ExportWorker } from './export.worker.ts';

const start = () => new Worker(new URL('./export.worker.ts', import.meta.url), { type: 'module' });
/** Peg sheets of a quarter of a million plants take minutes, milliseconds. */
const LONGEST = 1_200_000;

/** One file of a holding, made off the main thread; aborting ends the worker and with it the work. `onShare` hears how much is done, 0 to 1. */
export const makeFile = (
  name: ExportName,
  holding: Holding,
  asked: Asked,
  signal: AbortSignal,
  onShare: (share: number) => void,
): Promise<Uint8Array<ArrayBuffer>> =>
  inWorker<ExportWorker, Uint8Array<ArrayBuffer>>(
    start,
    { signal, what: `Making ${name}`, longest: LONGEST },
    async (worker) => (await worker.file(name, holding, asked, proxy(onShare))) as Uint8Array<ArrayBuffer>,
  );
