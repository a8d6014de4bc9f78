import { parseNmeaSentence, type Packet } from 'nmea-simple';
import { distance, type Point } from '../../geometry/point.ts';
import data from './receivers.json' with { type: 'json' };

/** What a receiver's position rests on, best last. */
export type FixKind = keyof typeof data.kinds;
export const fixKinds = data.kinds;

/** Where a receiver says that it is. */
export interface Fix {
  readonly at: Point;
  readonly kind: FixKind | 'device';
  /** 95 of 100 fixes lie within this, metres. */
  readonly accuracy: number;
  readonly satellites: number | null;
  /** Seconds, of whatever clock the receiver was heard by. */
  readonly heard: number;
}

/** A receiver as it has been heard so far. */
export interface Heard {
  readonly fix: Fix | null;
  /** Why there is no fix to trust; null while there is. */
  readonly why: string | null;
  /** Its fixes of the last seconds, one after the other without a jump. */
  readonly recent: readonly Fix[];
  /** Sentences that could not be read, one after the other. */
  readonly broken: number;
  /** Horizontal dilution last told. */
  readonly dilution: number | null;
}
export const SILENT: Heard = {
  fix: null,
  why: 'Nothing heard of the receiver yet.',
  recent: [],
  broken: 0,
  dilution: null,
};

/** A receiver after one more NMEA sentence: position by GGA, its worth by GSA and RMC; others say nothing here. `now` in seconds. */
export function hear(heard: Heard, sentence: string, toPlane: (lon: number, lat: number) => Point, now: number): Heard {
  let packet: Packet;
  try {
    packet = parseNmeaSentence(sentence.trim());
  } catch {
    const broken = heard.broken + 1;
    return broken < data.broken
      ? { ...heard, broken }
      : lost({ ...heard, broken }, 'The receiver’s sentences come broken. Look to its cable or its distance.');
  }
  const sound = { ...heard, broken: 0 };
  if (packet.sentenceId === 'RMC')
    return packet.status === 'valid'
      ? sound
      : lost(sound, 'The receiver warns that its position is not to be trusted.');
  if (packet.sentenceId === 'GSA') {
    if (packet.fixMode === 'none' || packet.fixMode === 'unknown') return lost(sound, NO_FIX);
    return { ...sound, dilution: packet.HDOP > 0 ? packet.HDOP : heard.dilution };
  }
  if (packet.sentenceId !== 'GGA') return sound;
  const kind = fixKinds[packet.fixType as FixKind] ? (packet.fixType as FixKind) : null;
  if (packet.fixType === 'none' || !Number.isFinite(packet.latitude) || !Number.isFinite(packet.longitude))
    return lost(sound, NO_FIX);
  if (!kind) return lost(sound, 'The receiver guesses its position; it does not measure it now.');
  if (packet.satellitesInView < data.satellites)
    return lost(sound, 'Fewer than four satellites: wait, or step out from under the trees.');
  const dilution = packet.horizontalDilution > 0 ? packet.horizontalDilution : (heard.dilution ?? 1);
  return withFix(
    { ...sound, dilution },
    {
      at: toPlane(packet.longitude, packet.latitude),
      kind,
      accuracy: fixKinds[kind].metres * Math.max(1, dilution),
      satellites: packet.satellitesInView,
      heard: now,
    },
  );
}

const NO_FIX = 'No fix: wait, or step out from under the trees.';
const lost = (heard: Heard, why: string): Heard => ({ ...heard, fix: null, why, recent: [] });

/** A receiver after one more fix: one that lies farther off than anybody walks is a jump, and all is waited for anew. */
export function withFix(heard: Heard, fix: Fix): Heard {
  const before = heard.fix;
  const walked = before ? data.pace * Math.max(1, fix.heard - before.heard) : 0;
  const jumped =
    before !== null &&
    (distance(before.at, fix.at) > Math.max(walked, before.accuracy, fix.accuracy) ||
      fix.heard - before.heard > data.stale);
  const kept = jumped ? [] : heard.recent.filter((one) => one.heard >= fix.heard - data.settle);
  return { ...heard, fix, why: null, recent: [...kept, fix] };
}

/** What may be done by a fix: set a peg that may err by `reach`, find it, or nothing yet. */
export interface Worth {
  readonly may: 'set' | 'find' | 'wait';
  readonly say: string;
}

/** Whether fixes have stood in one place long enough: what jumps, drifts or is carried about sets no peg. */
function isStill(recent: readonly Fix[]): boolean {
  const last = recent.at(-1)!;
  return (
    last.heard - recent[0]!.heard >= data.settle - 0.5 &&
    recent.every(({ at, accuracy }) => distance(at, last.at) <= Math.max(accuracy, last.accuracy))
  );
}

/** What a receiver is good for now: `reach` is how far a peg may stand from its place, metres; `tape` writes a length. */
export function worthOf(
  { fix, why, recent }: Heard,
  reach: number,
  now: number,
  tape: (metres: number) => string,
): Worth {
  if (!fix) return { may: 'wait', say: why ?? NO_FIX };
  if (now - fix.heard > data.stale) return { may: 'wait', say: 'Nothing heard of the receiver for some seconds.' };
  if (recent.length < 2) return { may: 'wait', say: 'The fix has just jumped or begun: wait until it settles.' };
  if (fix.accuracy <= reach && !isStill(recent))
    return { may: 'find', say: 'Hold still at the peg until the fix settles.' };
  if (fix.accuracy <= reach)
    return { may: 'set', say: `Good to ${tape(fix.accuracy)}; this planting bears ${tape(reach)}.` };
  if (fix.accuracy <= data.finds)
    return {
      may: 'find',
      say: `Good to ${tape(fix.accuracy)} only: near enough to find the row, not to set this peg. Tape it.`,
    };
  return { may: 'wait', say: `Good to ${tape(fix.accuracy)} only: not enough to find a row by.` };
}

/**
 * The mean of fixes and how good it is: what wanders slowly does not average out soon. Error of a mean over T seconds of
 * what is correlated over τ: σ √(2τ/T (1 − τ/T (1 − e^(−T/τ)))).
 */
export function averaged(
  fixes: readonly Fix[],
): { readonly at: Point; readonly accuracy: number; readonly seconds: number } | null {
  const last = fixes.at(-1);
  if (!last) return null;
  const seconds = last.heard - fixes[0]!.heard;
  const tau = last.kind === 'device' ? fixKinds.fix.seconds : fixKinds[last.kind].seconds;
  const x = tau / Math.max(seconds, 1e-9);
  const share = seconds > 0 ? Math.sqrt(Math.max(0, 2 * x * (1 - x * (1 - Math.exp(-1 / x))))) : 1;
  const worst = Math.max(...fixes.map(({ accuracy }) => accuracy));
  const mean = (axis: 0 | 1) => fixes.reduce((sum, { at }) => sum + at[axis], 0) / fixes.length;
  return { at: [mean(0), mean(1)], accuracy: worst * Math.min(1, share), seconds };
}
