import { produce, type Draft } from 'immer';
import { changesBetween, inverseOf, makeIn, type Change } from './changes.ts';
import { beyondLimits } from './limits.ts';
import type { Holding } from './schema.ts';

/** A named change of the holding: the only way to change one. `label` says what it did ('gate left free'). */
export interface Command {
  readonly label: string;
  /** Changes the draft; throws {@link Refused} when it cannot be done. */
  change(draft: Draft<Holding>): void;
}

/** A change that is offered, named by what it does: 'Set 2.4 m'. What mends a finding, a slip of the calendar or an aim, and what counsel advises. */
export interface Proposal {
  readonly label: string;
  readonly command: Command;
}

/** A change that cannot be made, with the sentence that says why and what to do. */
export class Refused extends Error {
  override readonly name = 'Refused';
}

/** Does what may be refused: null when it is done, else the reason in a sentence. Any other failure is thrown on. */
export function reasonRefused(work: () => void): string | null {
  try {
    work();
    return null;
  } catch (refused) {
    if (!(refused instanceof Refused)) throw refused;
    return refused.message;
  }
}

/** What one command changed. Plain data by ids: it can be listed, saved, sent, and taken back after edits of others. */
export interface Step {
  readonly label: string;
  readonly changes: readonly Change[];
}

/**
 * Runs a command: the changed holding and the step that undoes it. The holding given is left as it was.
 * Throws {@link Refused} when the command does, and when the holding would become one that its reader refuses.
 */
export function take(holding: Holding, { label, change }: Command): { holding: Holding; step: Step } {
  const next = produce(holding, (draft) => change(draft));
  return { holding: readable(holding, next), step: { label, changes: changesBetween(holding, next) } };
}

function readable(before: Holding, after: Holding): Holding {
  const sentence = beyondLimits(before, after);
  if (sentence) throw new Refused(sentence);
  return after;
}

function made(holding: Holding, { label }: Step, changes: readonly Change[]): Holding {
  const next = produce(holding, (draft) => {
    if (!changes.every((change) => makeIn(draft, change)))
      throw new Refused(`'${label}' no longer fits: another tab has changed the same thing since.`);
  });
  return readable(holding, next);
}

/** Takes a step back, or does it again, also after edits by others; throws {@link Refused} where those changed the same thing. */
export const undo = (holding: Holding, step: Step): Holding => made(holding, step, inverseOf(step.changes));
export const redo = (holding: Holding, step: Step): Holding => made(holding, step, step.changes);

/** Several commands as one step, under one name. */
export const together = (label: string, commands: readonly Command[]): Command => ({
  label,
  change: (draft) => commands.forEach((command) => command.change(draft)),
});
