import { z } from 'zod';
import { sayIssue } from './limits.ts';
import { leaveWhatHappened, leftBehind, migrations, type LeftBehind } from './migrations.ts';
import { HOLDING_VERSION, HoldingSchema, type Holding } from './schema.ts';

export type ReadProblem =
  | { code: 'empty' }
  | { code: 'too-big'; megabytes: number; most: number }
  | { code: 'not-a-holding' }
  | { code: 'damaged'; what: string }
  | { code: 'too-new'; version: number; supported: number }
  | { code: 'invalid'; issues: readonly { path: string; message: string }[] };
export type ReadResult = { ok: true; holding: Holding; left?: LeftBehind } | { ok: false; problem: ReadProblem };

/** What is kept and sent: a holding with the version of the schema that wrote it. */
const StoredSchema = z.object({
  format: z.literal('close-rank'),
  version: z.number().int().min(1),
  holding: z.unknown(),
});

/** A holding as it is stored, written in today's version. */
export const toStored = (holding: Holding) => ({ format: 'close-rank' as const, version: HOLDING_VERSION, holding });

/** What claims to be a stored holding, raised to today's version but not yet held against the schema. Never throws. */
export function upToDate(
  stored: unknown,
): { ok: true; value: unknown; left?: LeftBehind } | { ok: false; problem: ReadProblem } {
  const envelope = StoredSchema.safeParse(stored);
  if (!envelope.success) return { ok: false, problem: { code: 'not-a-holding' } };
  const { version, holding } = envelope.data;
  if (version > HOLDING_VERSION)
    return { ok: false, problem: { code: 'too-new', version, supported: HOLDING_VERSION } };
  let left: LeftBehind | null = null;
  const value = migrations.slice(version - 1).reduce((old, up) => {
    if (up === leaveWhatHappened) left = leftBehind(old);
    return up(old);
  }, holding);
  return left ? { ok: true, value, left } : { ok: true, value };
}

/** Brings anything that claims to be a stored holding to today's schema. Never throws. */
export function migrate(stored: unknown): ReadResult {
  const raised = upToDate(stored);
  if (!raised.ok) return raised;
  const parsed = HoldingSchema.safeParse(raised.value);
  if (parsed.success) return { ok: true, holding: parsed.data, ...(raised.left && { left: raised.left }) };
  const issues = parsed.error.issues.map((issue) => ({
    path: issue.path.join('.'),
    message: sayIssue(issue, raised.value),
  }));
  return { ok: false, problem: { code: 'invalid', issues } };
}

/** The problem in a sentence: what is wrong, where, what to do. `what` names the file or the stored holding. */
export function readProblemSentence(problem: ReadProblem, what: string): string {
  switch (problem.code) {
    case 'empty':
      return `${what} is empty. Choose the file again, or ask its sender for a fresh copy.`;
    case 'too-big':
      return `${what} is ${problem.megabytes} MB; at most ${problem.most} MB can be read. Export a smaller part of it.`;
    case 'not-a-holding':
      return `${what} is not a Close Rank holding. Choose a file that ends in .closerank.`;
    case 'damaged':
      return `${what} is damaged: ${problem.what}. Ask for a fresh copy; nothing here was changed.`;
    case 'too-new':
      return `${what} was written by a newer Close Rank (version ${problem.version}; this one reads up to ${problem.supported}). Reload to update, then open it again.`;
    case 'invalid': {
      const first = problem.issues[0]!;
      const more = problem.issues.length > 1 ? ` So are ${problem.issues.length - 1} more of its values.` : '';
      return `${what} holds a value that cannot be right, at ${first.path || 'its top'}. ${first.message}${more} Mend it where it was written, then open it again.`;
    }
  }
}
