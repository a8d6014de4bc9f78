import type { RecordEvent } from './events.ts';
import { ledgerOf } from './ledger.ts';
import { merge } from './merge.ts';
import { stateOf, type PlantState } from './planted.ts';

/** A plant of which devices say different things. */
export interface Differing {
  readonly planting: string;
  readonly label: string;
  readonly differs: PlantState['differs'];
}

/** What comes of laying records together. */
export interface HandOver {
  readonly events: readonly RecordEvent[];
  /** Of what came in: events that were not known, and those that were. */
  readonly fresh: readonly RecordEvent[];
  readonly known: number;
  /** Events left out because another of the same id says something else. */
  readonly refused: readonly RecordEvent[];
  readonly differing: readonly Differing[];
  /** Devices whose clock was ahead of this one's when they wrote last, with the minutes. */
  readonly clocks: readonly { readonly device: string; readonly by: string; readonly minutes: number }[];
}

/** A clock this far ahead of ours is told, minutes: less is the common difference of two phones. */
const AHEAD = 10;

/** Lays what came in to what is known; `now` is the instant here, milliseconds. */
export function handOver(known: readonly RecordEvent[], came: readonly RecordEvent[], now: number): HandOver {
  const ids = new Set(known.map(({ id }) => id));
  const { events, refused } = merge(known, came);
  const fresh = merge(came).events.filter(({ id }) => !ids.has(id));
  const ahead = new Map<string, { device: string; by: string; minutes: number }>();
  for (const { device, by, at } of fresh) {
    const minutes = Math.round((Date.parse(at) - now) / 60_000);
    if (minutes > Math.max(AHEAD, ahead.get(device)?.minutes ?? 0)) ahead.set(device, { device, by, minutes });
  }
  return {
    events,
    fresh,
    known: new Set(came.map(({ id }) => id)).size - fresh.length,
    refused,
    differing: differingIn(events),
    clocks: [...ahead.values()],
  };
}

/** Every plant of a record that is said differently. */
export const differingIn = (events: readonly RecordEvent[]): Differing[] =>
  [...ledgerOf(events).planted].flatMap(([planting, { said }]) =>
    [...said].flatMap(([label, sayings]) => {
      const { differs } = stateOf(sayings);
      return differs.length > 0 ? [{ planting, label, differs }] : [];
    }),
  );
