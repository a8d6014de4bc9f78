import { newId } from './ids.ts';
import { today } from './today.ts';
import type { Carried } from '../../core/files/closerank.ts';
import { layHolding } from '../../core/ranks/laid.ts';
import { migrate, readProblemSentence, toStored } from '../../core/holding/migrate.ts';
import type { Mended } from '../../core/holding/mend.ts';
import { lineageOf, type Holding } from '../../core/holding/schema.ts';
import { smallPlan } from '../../core/ranks/small-plan.ts';
import { answering, db, KeptSchema, type KeptHolding } from './db.ts';
import { keepAll } from './pictures.ts';
import { linesOf, putLines } from './record.ts';
import { lineOf } from '../../core/record/lines.ts';
import { eventsLeft } from '../../core/record/left-behind.ts';

/** The holdings that this browser keeps: put by, taken down, copied, renamed, deleted and brought back. */

/** What the list shows of a holding: its plants counted, its place, its plantings, its small plan. */
function glance(holding: Holding): Pick<KeptHolding, 'plants' | 'card'> {
  const laid = layHolding(holding);
  const plan = smallPlan(holding, laid);
  return {
    plants: laid.reduce((sum, { layout }) => sum + layout.stand.count, 0),
    card: {
      place: holding.place,
      plantings: holding.plantings.map(({ name }) => name),
      plan: plan && { ...plan, plants: [...plan.plants] },
    },
  };
}

/** A holding as a record; what is known of it beyond the holding itself comes from `kept`. */
const recordOf = (holding: Holding, revision: number, kept?: KeptHolding): KeptHolding => ({
  id: holding.id,
  name: holding.name,
  updatedAt: Date.now(),
  revision,
  deletedAt: null,
  ...glance(holding),
  lineage: lineageOf(holding),
  stored: JSON.stringify(toStored(holding)),
  exportedAt: kept?.exportedAt,
});

/** Puts a new holding on the shelf. */
export async function addHolding(holding: Holding): Promise<void> {
  await db.holdings.add(recordOf(holding, 1));
}

/** A holding that is there but cannot be opened: its record as text, and as data where it is such. */
export interface Broken {
  readonly name: string;
  readonly revision: number;
  readonly text: string;
  readonly stored: unknown;
}
export type Opened =
  | { ok: true; holding: Holding; revision: number }
  | { ok: false; why: 'gone' | 'newer' | 'broken'; sentence: string; broken: Broken | null };

/** A holding from the shelf, or why it cannot be opened. */
export async function openHolding(id: string): Promise<Opened> {
  const kept = await answering(db.holdings.get(id));
  if (!kept || kept.deletedAt)
    return {
      ok: false,
      why: 'gone',
      sentence:
        'There is no such holding in this browser. It may have been deleted, or it was made in another browser.',
      broken: null,
    };
  const { name, revision, stored } = KeptSchema.parse(kept);
  const text = typeof stored === 'string' ? stored : (JSON.stringify(stored, null, 1) ?? '');
  const data = typeof stored === 'string' ? parsed(stored) : stored;
  const result = migrate(data);
  if (result.ok) {
    // Before a plan is saved without what older versions kept in it, the record has it.
    if (result.left) await putLines(id, eventsLeft(result.left).map(lineOf));
    const { holding } = result;
    return {
      ok: true,
      holding: holding.id === id ? holding : { ...holding, id, lineage: lineageOf(holding) },
      revision,
    };
  }
  const problem = data === undefined ? ({ code: 'damaged', what: 'its record is not whole' } as const) : result.problem;
  return {
    ok: false,
    why: problem.code === 'too-new' ? 'newer' : 'broken',
    sentence: readProblemSentence(problem, `‘${name}’`),
    broken: problem.code === 'too-new' ? null : { name, revision, text, stored: data },
  };
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** Saves over revision `base`; writes nothing and says why when another tab has saved or deleted it since. */
export const saveHolding = (holding: Holding, base: number): Promise<'saved' | 'behind' | 'gone'> =>
  db.transaction('rw', db.holdings, async () => {
    const kept = await db.holdings.get(holding.id);
    if (!kept || kept.deletedAt) return 'gone';
    if (kept.revision !== base) return 'behind';
    await db.holdings.put(recordOf(holding, base + 1, kept));
    return 'saved';
  });

/** Puts a mended holding in place of its broken record. */
export async function putMended(id: string, { holding, left }: Mended, { revision }: Broken): Promise<void> {
  if (left) await putLines(id, eventsLeft(left).map(lineOf));
  await db.holdings.put(recordOf({ ...holding, id }, revision + 1));
}

const LONGEST_NAME = 80;

/** A name not yet on the shelf: 'Tern Hollow', 'Tern Hollow 2', …; never longer than a name may be. */
async function freeName(name: string): Promise<string> {
  const taken = new Set((await listHoldings()).map((kept) => kept.name));
  let free = name.slice(0, LONGEST_NAME);
  for (let n = 2; taken.has(free); n++) free = `${name.slice(0, LONGEST_NAME - 1 - `${n}`.length)} ${n}`;
  return free;
}

/** The name of the holding of a `.closerank` file where it is on this shelf already; null where it is not. */
export async function isHere({ holding }: Pick<Carried, 'holding'>): Promise<string | null> {
  const kept = await db.holdings.get(holding.id);
  return kept && kept.deletedAt === null ? kept.name : null;
}

/**
 * Puts what a `.closerank` file carries on the shelf; the id comes back. One that is here already goes `beside` it under
 * an id of its own, or `over` it: then its plan becomes the file's and both records are laid together, and the plan of
 * before is kept beside.
 */
export async function importHolding(
  { holding, pictures, lines }: Carried,
  where: 'beside' | 'over' = 'beside',
): Promise<string> {
  await keepAll(pictures);
  const kept = await db.holdings.get(holding.id);
  if (kept && where === 'over') {
    const before = await openHolding(holding.id);
    const name = `${kept.name.slice(0, LONGEST_NAME - 8)}, before`;
    if (before.ok) await addCopy(before.holding, name);
    else await keepBeside(kept, name);
    await putLines(holding.id, lines);
    await db.holdings.put(recordOf(holding, kept.revision + 1, kept));
    return holding.id;
  }
  // An id is part of addresses: one that would not fit there is given anew.
  const fits = /^[\w-]+$/.test(holding.id) && !kept;
  const id = fits ? holding.id : newId();
  await putLines(id, lines);
  await addHolding({
    ...holding,
    ...(id !== holding.id && { id, lineage: lineageOf(holding) }),
    name: await freeName(holding.name),
  });
  return id;
}

/** Keeps a holding that cannot be opened as it is, under a new id and a free name, with its record. */
async function keepBeside(kept: KeptHolding, name: string): Promise<void> {
  const id = newId();
  await putLines(id, await linesOf(kept.id));
  await db.holdings.add({ ...kept, id, name: await freeName(name), deletedAt: null });
}

/** Puts a holding by once more with its record, under a new id and a free name; both come back. */
export async function addCopy(holding: Holding, name: string): Promise<Holding> {
  const copy = { ...holding, id: newId(), lineage: lineageOf(holding), name: await freeName(name) };
  await putLines(copy.id, await linesOf(holding.id));
  await addHolding(copy);
  return copy;
}

export async function copyHolding(id: string): Promise<void> {
  const opened = await openHolding(id);
  if (!opened.ok) throw new Error(opened.sentence);
  await addCopy(opened.holding, `${opened.holding.name.slice(0, LONGEST_NAME - 5)} copy`);
}

export async function renameHolding(id: string, name: string): Promise<void> {
  const opened = await openHolding(id);
  if (!opened.ok) throw new Error(opened.sentence);
  const named = { ...opened.holding, name: name.trim().slice(0, LONGEST_NAME) };
  if ((await saveHolding(named, opened.revision)) !== 'saved')
    throw new Error('Another tab changed that holding meanwhile. Try again.');
}

/** The names of other holdings here that share the record of one: its copies, and what it is a copy of. */
export const copiesOf = async (holding: Holding): Promise<string[]> =>
  (await listHoldings()).flatMap(({ id, lineage, name }) =>
    id !== holding.id && (lineage ?? id) === lineageOf(holding) ? [name] : [],
  );

/** Deletes softly: it leaves the list and can be brought back. */
export const deleteHolding = (id: string): Promise<unknown> => db.holdings.update(id, { deletedAt: Date.now() });
export const bringBack = (id: string): Promise<unknown> => db.holdings.update(id, { deletedAt: null });
/** Notes that a holding has left the browser as a file. */
export const noteExport = (id: string): Promise<unknown> => db.holdings.update(id, { exportedAt: Date.now() });

/** What the shelf shows, last touched first. A record that cannot be read whole is listed with what can. */
export const listHoldings = async (): Promise<KeptHolding[]> =>
  (await allKept())
    .flatMap((kept) => KeptSchema.safeParse(kept).data ?? [])
    .filter(({ deletedAt }) => !deletedAt)
    .sort((a, b) => b.updatedAt - a.updatedAt);

async function allKept(): Promise<unknown[]> {
  try {
    return await db.holdings.toArray();
  } catch (problem) {
    // One record that the browser cannot hand out fails the whole reading: then each by itself.
    const ids = await db.holdings.toCollection().primaryKeys();
    if (ids.length === 0) throw problem;
    return Promise.all(ids.map((id) => db.holdings.get(id).catch(() => ({ id, name: `Broken record ${id}` }))));
  }
}

/** The demo holding, through the same door as a file of the steward's own; its days lie ahead on whatever day that is. */
export async function restoreDemo(): Promise<string> {
  const [response, { readCloserank }, { movedOn }, { dayOf }] = await Promise.all([
    fetch('/demo/tern-hollow.closerank'),
    import('../../core/files/closerank.ts'),
    import('../../core/days/moved-on.ts'),
    import('../../core/days/day.ts'),
  ]);
  if (!response.ok) throw new Error('The demo holding cannot be read. Reload the page and try again.');
  const demo = readCloserank(new Uint8Array(await response.arrayBuffer()), 'tern-hollow.closerank');
  return importHolding({ ...demo, holding: movedOn(demo.holding, dayOf(today())) });
}

/** Whether this browser opens the app for the first time; says so once. */
export async function isFirstVisit(): Promise<boolean> {
  if ((await db.notes.get('visited')) || (await db.holdings.count()) > 0) return false;
  await db.notes.put({ key: 'visited', value: 'yes' });
  return true;
}
