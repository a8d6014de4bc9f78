import { create } from 'zustand';
import { EventSchema, inOrder, type Happened, type RecordEvent } from '../../core/record/events.ts';
import { added, ledgerOf, NO_LEDGER, type Ledger } from '../../core/record/ledger.ts';
import { handOver, type HandOver } from '../../core/record/hand-over.ts';
import { merge } from '../../core/record/merge.ts';
import { db } from './db.ts';
import { newId } from './ids.ts';

/** What happened on the open holding: its events as this browser keeps them, each durable before it is shown. */

interface Kept {
  readonly holding: string | null;
  readonly events: readonly RecordEvent[];
  readonly ledger: Ledger;
}
const NOTHING: Kept = { holding: null, events: [], ledger: NO_LEDGER };
export const useRecord = create<Kept>(() => NOTHING);

export const useLedger = (): Ledger => useRecord((state) => state.ledger);

const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('close-rank-record');

/** Events of a holding in their order, those that can be read. */
export async function eventsOf(holding: string): Promise<RecordEvent[]> {
  const kept = await db.events.where('holding').equals(holding).toArray();
  return inOrder(kept.flatMap(({ event }) => EventSchema.safeParse(event).data ?? []));
}

/** Puts events by with a holding; one that is there already stays as it is. */
export async function putEvents(holding: string, events: readonly RecordEvent[]): Promise<void> {
  if (events.length === 0) return;
  await db.transaction('rw', db.events, async () => {
    const known = await eventsOf(holding);
    const { events: all } = merge(known, events);
    await db.events.bulkPut(all.map((event) => ({ holding, id: event.id, event })));
  });
}

/** Takes up the record of a holding that is opened. */
export async function openRecord(holding: string): Promise<void> {
  const events = await eventsOf(holding);
  useRecord.setState({ holding, events, ledger: ledgerOf(events) });
}
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
  const { holding } = useRecord.getState();
  if (!holding) throw new Error('No holding is open.');
  const made = await db.transaction('rw', db.events, db.notes, async () => {
    const { device, by } = await penOf();
    const seq = Number((await db.notes.get('seq'))?.value ?? 0);
    const at = now();
    const events = happened.map((one, i) => EventSchema.parse({ id: newId(), device, seq: seq + i, at, by, ...one }));
    await db.notes.put({ key: 'seq', value: String(seq + events.length) });
    await db.events.bulkAdd(events.map((event) => ({ holding, id: event.id, event })));
    return events;
  });
  useRecord.setState((state) => added(state, made));
  channel?.postMessage(holding);
  return made.map(({ id }) => id);
}

function take(more: readonly RecordEvent[]): void {
  const { events } = merge(useRecord.getState().events, more);
  useRecord.setState({ events, ledger: ledgerOf(events) });
}

channel?.addEventListener('message', ({ data }: MessageEvent<string>) => {
  if (useRecord.getState().holding === data) void eventsOf(data).then(take);
});

/** Lays what came in from elsewhere to the record of the open holding: all of it durable before it is shown. */
export async function takeIn(came: readonly RecordEvent[]): Promise<HandOver> {
  const { holding } = useRecord.getState();
  if (!holding) throw new Error('No holding is open.');
  const report = handOver(await eventsOf(holding), came, Date.now());
  await putEvents(holding, report.fresh);
  useRecord.setState({ events: report.events, ledger: ledgerOf(report.events) });
  channel?.postMessage(holding);
  return report;
}
