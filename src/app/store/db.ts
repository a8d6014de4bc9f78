import Dexie, { type Table } from 'dexie';

/** A holding as this browser keeps it. `stored` is the versioned envelope as text (older ones as an object), read through `migrate`. */
export interface KeptHolding {
  readonly id: string;
  readonly name: string;
  readonly updatedAt: number;
  /** Rises by one with each save: a tab that lags behind sees it and does not write over. */
  readonly revision: number;
  readonly deletedAt: number | null;
  readonly plants: number;
  readonly stored: unknown;
}

class Shelf extends Dexie {
  readonly holdings!: Table<KeptHolding, string>;
  readonly pictures!: Table<{ file: string; bytes: Uint8Array }, string>;
  readonly notes!: Table<{ key: string; value: string }, string>;
  constructor() {
    // Strict: 'complete' means flushed, so that Saved is true even if the machine dies the next moment.
    super('close-rank', { chromeTransactionDurability: 'strict' });
    this.version(1).stores({ holdings: 'id, updatedAt', notes: 'key' });
    this.version(2).stores({ pictures: 'file' });
  }
}

export const db = new Shelf();

/** What the browser refused, in a sentence; the plan in memory is untouched. */
export function storageSentence(problem: unknown): string {
  const name = problem instanceof Error ? `${problem.name} ${(problem as { inner?: Error }).inner?.name ?? ''}` : '';
  if (/Quota/.test(name))
    return 'This browser’s storage is full, so the last change is not saved. Free some space, or export the holding to a file now; saving is tried again with each change.';
  return 'This browser does not let the plan be saved (private window or blocked storage). Export the holding to a file before you close the page.';
}
