import { applyPatches, enablePatches, produceWithPatches, type Draft, type Patch } from 'immer';
import type { Holding } from './schema.ts';

enablePatches();

/** A named change of the holding: the only way to change one. `label` says what it did ('gap at 63 m'). */
export interface Command {
  readonly label: string;
  /** Changes the draft; throws {@link Refused} when it cannot be done. */
  change(draft: Draft<Holding>): void;
}

/** A change that cannot be made, with the sentence that says why and what to do. */
export class Refused extends Error {
  override readonly name = 'Refused';
}

/** What one command changed, and what takes it back. Plain data: it can be listed, saved and sent. */
export interface Step {
  readonly label: string;
  readonly patches: readonly Patch[];
  readonly inverse: readonly Patch[];
}

/** Runs a command: the changed holding and the step that undoes it. The holding given is left as it was. */
export function take(holding: Holding, { label, change }: Command): { holding: Holding; step: Step } {
  const [next, patches, inverse] = produceWithPatches(holding, (draft) => change(draft));
  return { holding: next, step: { label, patches, inverse } };
}

export const undo = (holding: Holding, { inverse }: Step): Holding => applyPatches(holding, inverse as Patch[]);
export const redo = (holding: Holding, { patches }: Step): Holding => applyPatches(holding, patches as Patch[]);

/** Several commands as one step, under one name. */
export const together = (label: string, commands: readonly Command[]): Command => ({
  label,
  change: (draft) => commands.forEach((command) => command.change(draft)),
});
