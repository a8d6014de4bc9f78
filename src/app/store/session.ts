import { create } from 'zustand';
import { redo, Refused, take, undo, type Command, type Step } from '../../core/holding/command.ts';
import type { Holding } from '../../core/holding/schema.ts';
import { storageSentence } from './db.ts';
import { openHolding, saveHolding } from './shelf.ts';

export type SaveState = 'saved' | 'saving' | 'unsaved';

interface Open {
  /** The holding as it is; null until one is open. */
  readonly holding: Holding | null;
  /** The holding as a drag or a previewed remedy would make it; not yet done. */
  readonly tried: Holding | null;
  readonly past: readonly Step[];
  readonly future: readonly Step[];
  readonly saveState: SaveState;
  readonly savedAt: number | null;
  /** What could not be done or saved, in a sentence; shown until dismissed. */
  readonly problem: string | null;
  /** News that needs no action, such as an edit that came in from another tab. */
  readonly news: string | null;
}

export const useSession = create<Open>(() => ({
  holding: null,
  tried: null,
  past: [],
  future: [],
  saveState: 'saved',
  savedAt: null,
  problem: null,
  news: null,
}));
const { getState: get, setState: set } = useSession;

/** The revision that this tab's holding stands on, and the edits made since. */
let revision = 0;
let pending: { redo(holding: Holding): Holding }[] = [];
let saving: Promise<void> | null = null;
const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('close-rank');

/** Opens a holding from the shelf; the sentence that says why when it cannot. */
export async function open(id: string): Promise<string | null> {
  if (get().holding?.id === id) return null;
  await saving;
  const opened = await openHolding(id).catch((problem: unknown) => ({
    ok: false as const,
    sentence: storageSentence(problem),
  }));
  if (!opened.ok) return opened.sentence;
  revision = opened.revision;
  pending = [];
  set({
    holding: opened.holding,
    tried: null,
    past: [],
    future: [],
    saveState: 'saved',
    savedAt: null,
    problem: null,
    news: null,
  });
  return null;
}

/** Forgets the open holding, once all of it is saved. */
export async function close(): Promise<void> {
  await saving;
  set({ holding: null, tried: null, past: [], future: [] });
}

/** Does a command: the one way in which the holding changes. False, with the reason shown, when it cannot be done. */
export function run(command: Command): boolean {
  const { holding, past } = get();
  if (!holding) return false;
  try {
    const done = take(holding, command);
    if (done.step.patches.length === 0) {
      set({ tried: null });
      return true;
    }
    pending.push({ redo: (on) => take(on, command).holding });
    set({ holding: done.holding, tried: null, past: [...past, done.step].slice(-500), future: [], problem: null });
    void save();
    return true;
  } catch (refused) {
    return refuseOrThrow(refused);
  }
}

function refuseOrThrow(problem: unknown): false {
  if (!(problem instanceof Refused)) throw problem;
  set({ problem: problem.message, tried: null });
  return false;
}

/** Shows the holding as the command would make it, without doing it; null shows it as it is. */
export function tryOut(command: Command | null): void {
  const { holding } = get();
  if (!holding || !command) return set({ tried: null });
  try {
    set({ tried: take(holding, command).holding });
  } catch (refused) {
    if (!(refused instanceof Refused)) throw refused;
  }
}

export function undoLast(): void {
  const { holding, past, future } = get();
  const step = past.at(-1);
  if (!holding || !step) return;
  pending.push({ redo: (on) => undo(on, step) });
  set({ holding: undo(holding, step), tried: null, past: past.slice(0, -1), future: [step, ...future] });
  void save();
}

export function redoNext(): void {
  const { holding, past, future } = get();
  const step = future[0];
  if (!holding || !step) return;
  pending.push({ redo: (on) => redo(on, step) });
  set({ holding: redo(holding, step), tried: null, past: [...past, step], future: future.slice(1) });
  void save();
}

export const dismiss = (): void => set({ problem: null, news: null });
export const complain = (problem: string): void => set({ problem });

/** Saves until nothing is pending; one save at a time, each durable before it is called saved. */
function save(): Promise<void> {
  set({ saveState: 'saving' });
  saving ??= saveAll().finally(() => {
    saving = null;
  });
  return saving;
}

async function saveAll(): Promise<void> {
  while (pending.length > 0) {
    const { holding } = get();
    if (!holding) return;
    const count = pending.length;
    try {
      if ((await saveHolding(holding, revision)) === 'behind') {
        await rebase();
        continue;
      }
    } catch (problem) {
      set({ saveState: 'unsaved', problem: storageSentence(problem) });
      return;
    }
    revision++;
    pending = pending.slice(count);
    channel?.postMessage({ id: holding.id, revision });
  }
  set({ saveState: 'saved', savedAt: Date.now() });
}

/** Another tab saved first: takes its version and does this tab's unsaved edits again on top. */
async function rebase(): Promise<void> {
  const opened = await openHolding(get().holding!.id);
  if (!opened.ok) throw new Error(opened.sentence);
  revision = opened.revision;
  let { holding } = opened;
  const lost = pending.filter((edit) => {
    try {
      holding = edit.redo(holding);
      return false;
    } catch {
      return true;
    }
  });
  pending = pending.filter((edit) => !lost.includes(edit));
  const news = lost.length > 0 ? 'Another tab changed the same thing first; its version is shown.' : null;
  set({ holding, tried: null, past: [], future: [], news });
}

channel?.addEventListener('message', (event: MessageEvent<{ id: string; revision: number }>) => {
  if (get().holding?.id === event.data.id && pending.length === 0 && event.data.revision > revision) void follow();
});

async function follow(): Promise<void> {
  await rebase();
  set({ news: 'Changed in another tab; this one follows.', saveState: 'saved' });
}

addEventListener('beforeunload', (event) => {
  if (pending.length > 0) event.preventDefault();
});
