import Dexie, { type Table } from 'dexie';
import { z } from 'zod';

/** A holding as this browser keeps it. `stored` is the versioned envelope as text (older ones as an object), read through `migrate`. */
export interface KeptHolding {
  readonly id: string;
  readonly name: string;
  readonly updatedAt: number;
  /** Rises by one with each save: a tab that lags behind sees it and does not write over. */
  readonly revision: number;
  readonly deletedAt: number | null;
  readonly plants: number;
  /** What it has in common with its copies; its own id where absent. */
  readonly lineage?: string | undefined;
  readonly stored?: unknown;
  /** When it last left the browser as a file; absent where it never did. */
  readonly exportedAt?: number | undefined;
  /** What the list shows of it; absent from records of earlier versions until they are next saved. */
  readonly card?: Card | undefined;
}

const CardSchema = z.object({
  place: z.object({ latitude: z.number(), longitude: z.number() }),
  plantings: z.array(z.string()),
  plan: z.object({ ground: z.string(), boundary: z.string(), plants: z.array(z.number()) }).nullable(),
});
/** A holding at a glance: where it is, its plantings by name, its small plan. */
export type Card = z.infer<typeof CardSchema>;

/** What can still be read of a kept record, whatever became of it: one that is broken shall not hide the others. */
export const KeptSchema = z.object({
  id: z.string(),
  name: z.string().min(1).catch('Holding without a name'),
  updatedAt: z.number().catch(0),
  revision: z.number().catch(0),
  deletedAt: z.number().nullable().catch(null),
  plants: z.number().catch(0),
  lineage: z.string().optional().catch(undefined),
  stored: z.unknown().optional(),
  exportedAt: z.number().optional().catch(undefined),
  card: CardSchema.optional().catch(undefined),
});

/** Lines of a holding's record that were put by at once: what they say, and of which event each is. They are added, never changed. */
export interface KeptLines {
  holding: string;
  id: string;
  ids: string[];
  texts: string[];
}

class Shelf extends Dexie {
  readonly holdings!: Table<KeptHolding, string>;
  readonly pictures!: Table<{ file: string; bytes: Uint8Array }, string>;
  readonly notes!: Table<{ key: string; value: string }, string>;
  /** Files outside that are kept up to date after each save, by holding. */
  readonly files!: Table<{ id: string; handle: FileSystemFileHandle }, string>;
  /** What happened, as it came; of copies of a holding each keeps its own. */
  readonly events!: Table<KeptLines, [string, string]>;
  constructor() {
    // Strict: 'complete' means flushed, so that Saved is true even if the machine dies the next moment.
    super('close-rank', { chromeTransactionDurability: 'strict' });
    this.version(1).stores({ holdings: 'id, updatedAt', notes: 'key' });
    this.version(2).stores({ pictures: 'file' });
    this.version(3).stores({ files: 'id' });
    this.version(4).stores({ events: '[holding+id], holding' });
    this.version(5).upgrade((old) =>
      old
        .table<KeptLines & { event?: unknown }>('events')
        .toCollection()
        .modify((row) => {
          row.ids = [row.id];
          row.texts = [JSON.stringify(row.event)];
          delete row.event;
        }),
    );
  }
}

export const db = new Shelf();

/** How long storage may take before it is said not to answer, milliseconds. */
const PATIENCE = 10_000;

class NoAnswer extends Error {
  override readonly name = 'NoAnswer';
}

/** Another tab saved the holding in a form that only a newer version reads. */
export class NewerTab extends Error {
  override readonly name = 'NewerTab';
}

/** A reading that fails when the browser's storage never answers, as it does while another tab or a scanner holds it. */
export const answering = <T>(reading: Promise<T>, patience = PATIENCE): Promise<T> =>
  Promise.race([
    reading,
    new Promise<never>((_, reject) => {
      setTimeout(() => reject(new NoAnswer()), patience);
    }),
  ]);

/** What the browser refused, in a sentence; the plan in memory is untouched. */
export function storageSentence(problem: unknown): string {
  const name = problem instanceof Error ? `${problem.name} ${(problem as { inner?: Error }).inner?.name ?? ''}` : '';
  if (/NewerTab/.test(name))
    return 'Another tab runs a newer Close Rank and has saved this holding there. What you changed here is kept in this tab only: export it to a file, then reload this tab.';
  if (/Quota/.test(name))
    return 'This browser’s storage is full, so the last change is not saved. Free some space; it is tried again by itself. Export the holding to a file now to be safe.';
  if (/NoAnswer|Timeout/.test(name))
    return 'This browser’s storage does not answer. Close other tabs of Close Rank, then restart the browser; what was saved is still there.';
  if (/VersionError|NotFoundError.*version/.test(name))
    return 'Another tab runs a newer Close Rank that has changed the storage. Export the holding to a file if this tab has changes, then reload this tab.';
  if (/Security|InvalidState|MissingAPI|OpenFailed|Unknown/.test(name))
    return 'This browser does not let anything be saved (private window or blocked storage). Export the holding to a file before you close the page.';
  const what = problem instanceof Error ? problem.message : String(problem);
  return `The last change could not be saved: ${what.replace(/\.$/, '')}. It is tried again by itself; export the holding to a file to be safe.`;
}
