import { create } from 'zustand';
import { reasonRefused, redo, take, undo, type Command, type Step } from '../../core/holding/command.ts';
import type { Holding } from '../../core/holding/schema.ts';
import { db, NewerTab, storageSentence } from './db.ts';
import { closeRecord, keepEvents, openRecord, takeIn, useRecord } from './record.ts';
import { addCopy, openHolding, saveHolding, type Opened } from './shelf.ts';
import type { Happened } from '../../core/record/events.ts';
import type { Line } from '../../core/record/lines.ts';
import type { HandOver } from '../../core/record/hand-over.ts';
import { counted } from '../../core/units/quantities.ts';

export type SaveState = 'saved' | 'saving' | 'unsaved';

/** Something recorded, which is taken back by an amendment. */
interface Recorded {
  readonly label: string;
  readonly events: readonly string[];
}
type Done = Step | Recorded;

interface Open {
  /** The holding as it is; null until one is open. */
  readonly holding: Holding | null;
  /** The holding as a drag or a previewed remedy would make it; not yet done. */
  readonly tried: Holding | null;
  readonly past: readonly Done[];
  readonly future: readonly Done[];
  readonly saveState: SaveState;
  readonly savedAt: number | null;
  /** What could not be done, in a sentence; shown until dismissed. */
  readonly problem: string | null;
  /** Why the last changes are not saved, in a sentence; shown until they are. */
  readonly unsaved: string | null;
  /** How much was recorded that storage has not taken yet; it is tried again by itself. */
  readonly unkept: number;
  /** Where the holding went on when another tab deleted it. */
  readonly copied: { readonly from: string; readonly to: string } | null;
  /** News that needs no action, such as an edit that came in from another tab. */
  readonly news: string | null;
}

const CLOSED = { holding: null, tried: null, past: [], future: [], problem: null, unsaved: null, unkept: 0 } as const;
export const useSession = create<Open>(() => ({
  ...CLOSED,
  saveState: 'saved',
  savedAt: null,
  copied: null,
  news: null,
}));
const { getState: get, setState: set } = useSession;

/** The revision that this tab's holding stands on, the edits made since, and whether another tab has saved since. */
let revision = 0;
let pending: { redo(holding: Holding): Holding }[] = [];
let behind = false;
let working: Promise<void> | null = null;
/** The holding that the page wants open: what comes to an end after it has changed its mind changes nothing. */
let wanted: string | null = null;
let retry: ReturnType<typeof setTimeout> | undefined;
/** What was recorded and is not kept yet, in its order, and when that is tried again. */
let waiting: readonly { readonly label: string; readonly happened: readonly Happened[] }[] = [];
let keeping: Promise<void> | null = null;
let again: ReturnType<typeof setTimeout> | undefined;
let keepTries = 0;
/** Time between two tries to save, milliseconds: longer each time, up to the last. */
const RETRIES = [3000, 10_000, 30_000] as const;
let tries = 0;
/** After so long a save is said to be slow; it goes on, milliseconds. */
const SLOW = 10_000;
const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('close-rank');

/** Why a holding does not open: nothing of that name, broken, or another one holds changes that are nowhere saved. */
export type OpenProblem = Extract<Opened, { ok: false }> & { readonly unsaved?: Holding };

/** Opens a holding from the shelf; what is wrong when it cannot. */
export async function open(id: string): Promise<OpenProblem | null> {
  wanted = id;
  if (get().holding?.id === id) return null;
  await Promise.all([working, keeping]);
  const { holding: other } = get();
  if (other && (pending.length > 0 || waiting.length > 0)) {
    const sentence = `‘${other.name}’ holds changes that could not be saved yet. Go back to it, or export it to a file, before another holding is opened.`;
    return { ok: false, why: 'broken', sentence, broken: null, unsaved: other };
  }
  const opened = await openHolding(id).catch((problem: unknown) => ({
    ok: false as const,
    why: 'broken' as const,
    sentence: storageSentence(problem),
    broken: null,
  }));
  if (wanted !== id) return null;
  if (!opened.ok) return opened;
  await openRecord(id);
  if (wanted !== id) return null;
  // Not worth failing for: it only says where the app opens the next time.
  void db.notes.put({ key: 'last', value: id }).catch(() => undefined);
  ({ revision } = opened);
  pending = [];
  behind = false;
  set({ ...CLOSED, holding: opened.holding, saveState: 'saved', savedAt: null, news: null });
  return null;
}

/** Forgets the open holding once all of it is saved; while it is not, it stays in hand for the page to come back to. */
export async function close(): Promise<void> {
  wanted = null;
  await Promise.all([working, keeping]);
  if (wanted !== null || pending.length > 0 || waiting.length > 0) return;
  set(CLOSED);
  closeRecord();
}

/** Drops changes that could not be saved, because the steward says so. */
export function dropUnsaved(): void {
  [pending, waiting] = [[], []];
  clearTimeout(retry);
  clearTimeout(again);
  set({ ...CLOSED, saveState: 'saved' });
}

/** Does a command: the one way in which the holding changes. False, with the reason shown, when it cannot be done. */
export function run(command: Command): boolean {
  const { holding, past } = get();
  if (!holding) return false;
  return attempt(() => {
    const done = take(holding, command);
    if (done.step.changes.length === 0) return set({ tried: null });
    edit(done.holding, (on) => take(on, command).holding, [...past, done.step].slice(-500), []);
  });
}

/** Does what may be refused; when it is, the reason is shown. Says whether it was done. */
export function attempt(change: () => void): boolean {
  const reason = reasonRefused(change);
  if (reason !== null) set({ problem: reason, tried: null });
  return reason === null;
}

function edit(holding: Holding, again: (on: Holding) => Holding, past: readonly Done[], future: readonly Done[]): void {
  pending.push({ redo: again });
  set({ holding, tried: null, past, future, problem: null });
  void save();
}

/** Shows the holding as the command would make it, without doing it; null shows it as it is. */
export function tryOut(command: Command | null): void {
  const { holding } = get();
  if (!holding || !command) return set({ tried: null });
  reasonRefused(() => set({ tried: take(holding, command).holding }));
}

/**
 * Records what happened under a name, to be taken back like any other step. False, with the reason shown, when it cannot be
 * kept: then it waits here in its turn, is said not to be kept yet, and is tried again by itself.
 */
export async function record(label: string, happened: readonly Happened[]): Promise<boolean> {
  const one = { label, happened };
  waiting = [...waiting, one];
  clearTimeout(again);
  await (keeping ??= keepWaiting());
  return !waiting.includes(one);
}

async function keepWaiting(): Promise<void> {
  try {
    for (let one = waiting[0]; one; one = waiting[0]) {
      const { label, happened } = one;
      const events = await keepEvents(happened);
      waiting = waiting.slice(1);
      set(({ past }) => ({
        past: [...past, { label, events }].slice(-500),
        future: [],
        problem: null,
        savedAt: Date.now(),
        unkept: waiting.length,
      }));
    }
    keepTries = 0;
  } catch (problem) {
    set({ problem: storageSentence(problem), unkept: waiting.length });
    again = setTimeout(() => void (keeping ??= keepWaiting()), RETRIES[Math.min(keepTries++, RETRIES.length - 1)]);
  } finally {
    keeping = null; // in the same breath as the last look at what waits
  }
}

/** Lays what came in from elsewhere to the record, as one step: undo takes back just this, and no record of this device. */
export async function layIn(holding: string, came: readonly Line[]): Promise<HandOver> {
  const report = await takeIn(holding, came);
  const events = report.fresh;
  const label = `${counted(events.length, 'entry', 'entries')} laid in`;
  if (events.length > 0 && get().holding?.id === holding)
    set(({ past }) => ({ past: [...past, { label, events }].slice(-500), future: [], savedAt: Date.now() }));
  return report;
}

/** Why a recorded step cannot be taken back: plants are recorded under the labels of its pegs. Null where it can. */
function holdsUp({ events }: Recorded): string | null {
  const { events: all, ledger } = useRecord.getState();
  for (const event of all) {
    if (event.kind !== 'pegged' || !events.includes(event.id)) continue;
    const plants = ledger.planted.get(event.body.planting)?.said.size ?? 0;
    if (plants > 0 && ledger.planted.get(event.body.planting)!.peggings.length === 1)
      return `The pegs of ${event.body.name} stay: ${counted(plants, 'plant')} ${plants === 1 ? 'is' : 'are'} recorded under their labels. Take those back first.`;
  }
  return null;
}

/** Says of recorded events that they hold or do not; the steps that are then past and to come. */
async function amend(
  { label, events }: Recorded,
  holds: boolean,
  then: { readonly past: readonly Done[]; readonly future: readonly Done[] },
): Promise<void> {
  set(then);
  try {
    await keepEvents(events.map((event) => ({ kind: 'amended', body: { event, holds } })));
    const news = events.length === 1 ? null : holds ? `It holds again: ${label}.` : `Taken back: ${label}.`;
    set({ savedAt: Date.now(), ...(news && { news }) });
  } catch (problem) {
    set({ problem: storageSentence(problem) });
  }
}

export function undoLast(): void {
  const { holding, past, future } = get();
  const step = past.at(-1);
  if (!holding || !step) return;
  const before = past.slice(0, -1);
  if ('events' in step) {
    const reason = holdsUp(step);
    return reason === null ? void amend(step, false, { past: before, future: [step, ...future] }) : complain(reason);
  }
  const done = attempt(() => edit(undo(holding, step), (on) => undo(on, step), before, [step, ...future]));
  if (!done) set({ past: before }); // it can never be taken back again: those before it perhaps can
}

export function redoNext(): void {
  const { holding, past, future } = get();
  const step = future[0];
  if (!holding || !step) return;
  if ('events' in step) return void amend(step, true, { past: [...past, step], future: future.slice(1) });
  const done = attempt(() => edit(redo(holding, step), (on) => redo(on, step), [...past, step], future.slice(1)));
  if (!done) set({ future: future.slice(1) });
}

export const dismiss = (): void => set({ problem: null, news: null });
export const complain = (problem: string): void => set({ problem });
/** Says what was done that nobody asked for in so many words. */
export const announce = (news: string): void => set({ news });

/** Saves and follows until nothing is left to do; one thing at a time, each durable before it is called saved. */
function save(): Promise<void> {
  if (pending.length > 0) set({ saveState: 'saving' });
  clearTimeout(retry);
  working ??= work();
  return working;
}

async function work(): Promise<void> {
  const slow = setTimeout(
    () => set({ unsaved: storageSentence(Object.assign(new Error(), { name: 'NoAnswer' })) }),
    SLOW,
  );
  try {
    while (get().holding && (behind || pending.length > 0)) await (behind ? rebase() : saveOnce());
    tries = 0;
    set({ saveState: 'saved', unsaved: null });
  } catch (problem) {
    set({ saveState: 'unsaved', unsaved: storageSentence(problem) });
    retry = setTimeout(() => void save(), RETRIES[Math.min(tries++, RETRIES.length - 1)]);
  } finally {
    clearTimeout(slow);
    working = null; // in the same breath as the last look at what is pending
  }
}

async function saveOnce(): Promise<void> {
  const holding = get().holding!;
  const count = pending.length;
  const outcome = await saveHolding(holding, revision);
  if (outcome === 'gone') return keepAsCopy();
  if (outcome === 'behind') {
    behind = true;
    return;
  }
  revision++;
  pending = pending.slice(count);
  channel?.postMessage({ id: holding.id, revision });
  set({ savedAt: Date.now() });
}

/** Another tab deleted the holding: what is edited here is kept beside it, under a name of its own. */
async function keepAsCopy(): Promise<void> {
  const holding = get().holding!;
  const count = pending.length;
  const { id, name } = await addCopy(holding, holding.name);
  await openRecord(id);
  pending = pending.slice(count); // edits made while it was put by come on top of the copy
  revision = 1;
  if (wanted === holding.id) wanted = id;
  const news = `This holding was deleted in another tab. What you changed is kept as ‘${name}’.`;
  set({ holding: { ...get().holding!, id, name }, copied: { from: holding.id, to: id }, savedAt: Date.now(), news });
}

/** Another tab saved first: takes its version and does this tab's unsaved edits again on top. */
async function rebase(): Promise<void> {
  behind = false;
  const opened = await openHolding(get().holding!.id);
  if (!opened.ok) {
    if (pending.length > 0 && opened.why === 'gone') return keepAsCopy();
    if (opened.why === 'newer') throw new NewerTab();
    throw new Error(opened.sentence);
  }
  ({ revision } = opened);
  let { holding } = opened;
  const lost = pending.filter(
    (step) =>
      reasonRefused(() => {
        holding = step.redo(holding);
      }) !== null,
  );
  pending = pending.filter((step) => !lost.includes(step));
  const news =
    lost.length > 0
      ? 'Another tab changed the same thing first; its version is shown.'
      : 'Changed in another tab; this one follows.';
  set({ holding, tried: null, news });
}

channel?.addEventListener('message', (event: MessageEvent<{ id: string; revision: number }>) => {
  if (get().holding?.id !== event.data.id || event.data.revision <= revision) return;
  behind = true;
  void save();
});

addEventListener('beforeunload', (event) => {
  if (pending.length > 0 || waiting.length > 0) event.preventDefault();
});
