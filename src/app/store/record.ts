import { create } from 'zustand';
import { EventSchema, type Happened, type RecordEvent } from '../../core/record/events.ts';
import { added, ledgerOf, NO_LEDGER, type Ledger } from '../../core/record/ledger.ts';
import { handOver, type HandOver } from '../../core/record/hand-over.ts';
import { knownIn } from '../../core/record/in-order.ts';
import { lineOf, readRecord, union, type Line } from '../../core/record/lines.ts';
import { db, type KeptLines } from './db.ts';
import { newId } from './ids.ts';

/** What happened on the open holding: its events as this browser keeps them, each durable before it is shown. */

interface Kept {
  readonly holding: string | null;
  readonly events: readonly RecordEvent[];
  readonly ledger: Ledger;
  /** Things that a newer version recorded, and ids under which devices recorded different things. */
  readonly newer: number;
  readonly clashes: readonly string[];
}
const NOTHING: Kept = { holding: null, events: [], ledger: NO_LEDGER, newer: 0, clashes: [] };
export const useRecord = create<Kept>(() => NOTHING);

export const useLedger = (): Ledger => useRecord((state) => state.ledger);

const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('close-rank-record');

/** Everything that was recorded of a holding, as it came. */
export const linesOf = async (holding: string): Promise<Line[]> => union(await keptOf(holding));

const keptOf = async (holding: string): Promise<Line[]> =>
  (await db.events.where('holding').equals(holding).toArray()).flatMap(({ ids, texts }) =>
    ids.map((id, i) => ({ id, text: texts[i]! })),
  );

/** Events of a holding in their order, those that this version reads. */
export const eventsOf = async (holding: string): Promise<readonly RecordEvent[]> =>
  readRecord(await linesOf(holding)).events;

/** Lines that are put by together, and their letters, at most. */
const [MOST_LINES, MOST_LETTERS] = [1000, 1e6];

/** Lays lines to those that are kept of a holding; what is kept is not touched. */
export async function putLines(holding: string, came: readonly Line[]): Promise<void> {
  if (came.length === 0) return;
  await db.transaction('rw', db.events, async () => {
    const known = new Set((await keptOf(holding)).map(({ text }) => text));
    const packs: KeptLines[] = [];
    let letters = Infinity;
    for (const { id, text } of union(came)) {
      if (known.has(text)) continue;
      if (letters > MOST_LETTERS || packs.at(-1)!.ids.length >= MOST_LINES) {
        packs.push({ holding, id: newId(), ids: [], texts: [] });
        letters = 0;
      }
      packs.at(-1)!.ids.push(id);
      packs.at(-1)!.texts.push(text);
      letters += text.length;
    }
    await db.events.bulkAdd(packs);
  });
}

/** Takes up the record of a holding that is opened. */
export async function openRecord(holding: string): Promise<void> {
  show(holding, await linesOf(holding));
}
const show = (holding: string, lines: readonly Line[]): void => {
  const read = readRecord(lines);
  useRecord.setState({ holding, ...read, ledger: ledgerOf(read.events) });
};
export const closeRecord = (): void => useRecord.setState(NOTHING);

/** Who writes the record here, and on which device. */
async function penOf(): Promise<{ device: string; by: string }> {
  const device = (await db.notes.get('device'))?.value ?? newId();
  await db.notes.put({ key: 'device', value: device });
  return { device, by: (await db.notes.get('by'))?.value ?? '' };
}
export const keepName = (by: string): Promise<unknown> => db.notes.put({ key: 'by', value: by.trim().slice(0, 80) });
export const keptName = async (): Promise<string> => (await db.notes.get('by'))?.value ?? '';

/** Local time with its offset from UTC. */
function now(): string {
  const date = new Date();
  const two = (n: number) => String(Math.trunc(Math.abs(n))).padStart(2, '0');
  const east = -date.getTimezoneOffset();
  const local = new Date(date.getTime() + east * 60_000).toISOString().slice(0, 23);
  return `${local}${east < 0 ? '-' : '+'}${two(east / 60)}:${two(east % 60)}`;
}

/** Records what happened; the ids of the events come back once they are durable. Rejects where the browser cannot keep them. */
export async function keepEvents(happened: readonly Happened[]): Promise<readonly string[]> {
  const { holding, events: known } = useRecord.getState();
  if (!holding) throw new Error('No holding is open.');
  const made = await db.transaction('rw', db.events, db.notes, async () => {
    const { device, by } = await penOf();
    const seq = Number((await db.notes.get('seq'))?.value ?? 0);
    const [at, knows] = [now(), knownIn(known, device)];
    const events = happened.map((one, i) =>
      EventSchema.parse({ id: newId(), device, seq: seq + i, at, knows, by, ...one }),
    );
    await db.notes.put({ key: 'seq', value: String(seq + events.length) });
    await db.events.bulkAdd(events.map(lineOf).map(({ id, text }) => ({ holding, id, ids: [id], texts: [text] })));
    return events;
  });
  // Another holding may have been opened meanwhile: it is kept where it belongs, and shown only there.
  useRecord.setState((state) => (state.holding === holding ? added(state, made) : state));
  channel?.postMessage(holding);
  return made.map(({ id }) => id);
}

channel?.addEventListener('message', ({ data }: MessageEvent<string>) => {
  if (useRecord.getState().holding !== data) return;
  void linesOf(data).then((lines) => useRecord.getState().holding === data && show(data, lines));
});

/** Lays what came in from elsewhere to the record of a holding: all of it durable before it is shown. */
export async function takeIn(holding: string, came: readonly Line[]): Promise<HandOver> {
  const report = handOver(await linesOf(holding), came, Date.now());
  await putLines(holding, came);
  const { events, ledger, newer, clashes } = report;
  if (useRecord.getState().holding === holding) useRecord.setState({ events, ledger, newer, clashes });
  channel?.postMessage(holding);
  return report;
}
