import { readRecord, union, type Line, type Read } from './lines.ts';
import { ledgerOf, type Ledger } from './ledger.ts';
import { stateOf, type PlantState } from './planted.ts';

/** A plant of which devices say different things. */
export interface Differing {
  readonly planting: string;
  readonly label: string;
  readonly differs: PlantState['differs'];
}

/** What comes of laying records together. */
export interface HandOver extends Read {
  readonly lines: readonly Line[];
  readonly ledger: Ledger;
  /** Ids of what came in and was not known, and how many were. */
  readonly fresh: readonly string[];
  readonly known: number;
  readonly differing: readonly Differing[];
  /** Devices whose clock was ahead of this one's when they wrote last, with the minutes. */
  readonly clocks: readonly { readonly device: string; readonly by: string; readonly minutes: number }[];
}

/** A clock this far ahead of ours is told, minutes: less is the common difference of two phones. */
const AHEAD = 10;

/** Lays what came in to what is known; `now` is the instant here, milliseconds. */
export function handOver(known: readonly Line[], came: readonly Line[], now: number): HandOver {
  const lines = union(known, came);
  const read = readRecord(lines);
  const [before, theirs] = [new Set(known.map(({ id }) => id)), new Set(came.map(({ id }) => id))];
  const fresh = [...theirs].filter((id) => !before.has(id));
  const isFresh = new Set(fresh);
  const ahead = new Map<string, { device: string; by: string; minutes: number }>();
  for (const { id, device, by, at } of read.events) {
    if (!isFresh.has(id)) continue;
    const minutes = Math.round((Date.parse(at) - now) / 60_000);
    if (minutes > Math.max(AHEAD, ahead.get(device)?.minutes ?? 0)) ahead.set(device, { device, by, minutes });
  }
  const ledger = ledgerOf(read.events);
  return {
    ...read,
    lines,
    ledger,
    fresh,
    known: theirs.size - fresh.length,
    differing: differingIn(ledger),
    clocks: [...ahead.values()],
  };
}

/** Every plant of a record that is said differently. */
export const differingIn = ({ planted }: Ledger): Differing[] =>
  [...planted].flatMap(([planting, { said }]) =>
    [...said].flatMap(([label, sayings]) => {
      const { differs } = stateOf(sayings);
      return differs.length > 0 ? [{ planting, label, differs }] : [];
    }),
  );
