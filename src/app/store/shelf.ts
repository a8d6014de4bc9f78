import { newId } from './ids.ts';
import { readCloserank } from '../../core/files/closerank.ts';
import { layHolding } from '../../core/findings/judge.ts';
import { migrate, readProblemSentence, toStored } from '../../core/holding/migrate.ts';
import type { Holding } from '../../core/holding/schema.ts';
import { db, type KeptHolding } from './db.ts';
import { keepAll } from './pictures.ts';

/** The holdings that this browser keeps: put by, taken down, copied, renamed, deleted and brought back. */

const plantsOf = (holding: Holding): number =>
  layHolding(holding).reduce((sum, { layout }) => sum + layout.stand.count, 0);

/** Puts a new holding on the shelf. */
export async function addHolding(holding: Holding): Promise<void> {
  await db.holdings.add({
    id: holding.id,
    name: holding.name,
    updatedAt: Date.now(),
    revision: 1,
    deletedAt: null,
    plants: plantsOf(holding),
    stored: JSON.stringify(toStored(holding)),
  });
}

export type Opened = { ok: true; holding: Holding; revision: number } | { ok: false; sentence: string };

/** A holding from the shelf, or why it cannot be opened. */
export async function openHolding(id: string): Promise<Opened> {
  const kept = await db.holdings.get(id);
  if (!kept || kept.deletedAt)
    return {
      ok: false,
      sentence:
        'There is no such holding in this browser. It may have been deleted, or it was made in another browser.',
    };
  const result = migrate(typeof kept.stored === 'string' ? JSON.parse(kept.stored) : kept.stored);
  return result.ok
    ? { ok: true, holding: result.holding, revision: kept.revision }
    : { ok: false, sentence: readProblemSentence(result.problem, `'${kept.name}'`) };
}

/** Saves over revision `base`; says 'behind' without writing when another tab has saved since. */
export const saveHolding = (holding: Holding, base: number): Promise<'saved' | 'behind'> =>
  db.transaction('rw', db.holdings, async () => {
    const kept = await db.holdings.get(holding.id);
    if (kept && kept.revision !== base) return 'behind';
    await db.holdings.put({
      id: holding.id,
      name: holding.name,
      updatedAt: Date.now(),
      revision: base + 1,
      deletedAt: kept?.deletedAt ?? null,
      plants: plantsOf(holding),
      stored: JSON.stringify(toStored(holding)),
    });
    return 'saved';
  });

/** A name not yet on the shelf: 'Tern Hollow', 'Tern Hollow 2', … */
async function freeName(name: string): Promise<string> {
  const taken = new Set((await listHoldings()).map((kept) => kept.name));
  let free = name;
  for (let n = 2; taken.has(free); n++) free = `${name} ${n}`;
  return free;
}

/** Reads a `.closerank` file onto the shelf under an id of its own; the id comes back. Throws Unreadable. */
export async function importHolding(bytes: Uint8Array, fileName: string): Promise<string> {
  const { holding, pictures } = readCloserank(bytes, fileName);
  await keepAll(pictures);
  const taken = await db.holdings.get(holding.id);
  const id = taken ? newId() : holding.id;
  await addHolding({ ...holding, id, name: await freeName(holding.name) });
  return id;
}

export async function copyHolding(id: string): Promise<void> {
  const opened = await openHolding(id);
  if (!opened.ok) throw new Error(opened.sentence);
  await addHolding({ ...opened.holding, id: newId(), name: await freeName(`${opened.holding.name} copy`) });
}

export async function renameHolding(id: string, name: string): Promise<void> {
  const opened = await openHolding(id);
  if (!opened.ok) throw new Error(opened.sentence);
  await saveHolding({ ...opened.holding, name }, opened.revision);
}

/** Deletes softly: it leaves the list and can be brought back. */
export const deleteHolding = (id: string): Promise<unknown> => db.holdings.update(id, { deletedAt: Date.now() });
export const bringBack = (id: string): Promise<unknown> => db.holdings.update(id, { deletedAt: null });

/** What the shelf shows, last touched first. */
export const listHoldings = async (): Promise<KeptHolding[]> =>
  (await db.holdings.orderBy('updatedAt').reverse().toArray()).filter(({ deletedAt }) => !deletedAt);

/** The demo holding, through the same door as a file of the steward's own. */
export async function restoreDemo(): Promise<string> {
  const response = await fetch('/demo/tern-hollow.closerank');
  if (!response.ok) throw new Error('The demo holding cannot be read. Reload the page and try again.');
  return importHolding(new Uint8Array(await response.arrayBuffer()), 'tern-hollow.closerank');
}

/** Whether this browser opens the app for the first time; says so once. */
export async function isFirstVisit(): Promise<boolean> {
  if ((await db.notes.get('visited')) || (await db.holdings.count()) > 0) return false;
  await db.notes.put({ key: 'visited', value: 'yes' });
  return true;
}
