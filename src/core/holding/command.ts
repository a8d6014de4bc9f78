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

interface Schema<T> {
  safeParse(value: unknown):
    | { success: true; data: T }
    | {
        success: false;
        error: { issues: readonly { readonly path: readonly PropertyKey[]; readonly message: string }[] };
      };
}

/** Checks values by their schemas; what cannot be is {@link Refused} with a sentence that names the field as people do. */
export const checkedBy =
  (names: Readonly<Record<string, string>>) =>
  <T>(schema: Schema<T>, value: unknown): T => {
    const parsed = schema.safeParse(value);
    if (parsed.success) return parsed.data;
    const { path, message } = parsed.error.issues[0]!;
    const field = path.length > 0 ? (names[String(path.at(-1))] ?? path.join('.')) : 'value';
    throw new Refused(`The ${field} cannot be that: ${message}.`);
  };
