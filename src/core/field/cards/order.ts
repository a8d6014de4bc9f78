import { z } from 'zod';
import data from './steps.json' with { type: 'json' };

const StepSchema = z.strictObject({
  id: z.string(),
  when: z.array(z.string()).default([]),
  not: z.array(z.string()).default([]),
  text: z.string(),
});
/** One step of planting as the data have it; it is taken where all facts of `when` hold and none of `not`. */
export type StepData = z.infer<typeof StepSchema>;
export const allSteps: readonly StepData[] = z.array(StepSchema).parse(data.steps);

/** A step that goes before another, wherever both are taken, and why. A name stands for every step that begins with it. */
export interface OrderRule {
  readonly before: string;
  readonly after: string;
  readonly why: string;
  /** Only these steps of `before`; all of that name where left out. */
  readonly of?: readonly string[];
}
export const orderRules: readonly OrderRule[] = data.rules;

const isOf = (step: string, name: string): boolean =>
  step === name || (step.startsWith(name) && /^[A-Z]/.test(step.slice(name.length)));
const first = ({ before, of }: OrderRule, step: string): boolean => (of ? of.includes(step) : isOf(step, before));

/** What is wrong with an order of steps, a sentence for each rule that it breaks. */
export function orderFaults(steps: readonly string[]): string[] {
  return orderRules.flatMap((rule) => {
    const lastBefore = steps.findLastIndex((step) => first(rule, step));
    const firstAfter = steps.findIndex((step) => isOf(step, rule.after));
    return lastBefore >= 0 && firstAfter >= 0 && firstAfter < lastBefore
      ? [`${steps[lastBefore]} goes before ${steps[firstAfter]}: ${rule.why}.`]
      : [];
  });
}

/** Steps in an order that keeps every rule, else as they came. Throws where the rules themselves go in a circle: a fault of the data. */
export function inRightOrder<T extends { readonly id: string }>(steps: readonly T[]): T[] {
  const left = [...steps];
  const done: T[] = [];
  while (left.length > 0) {
    const next = left.findIndex(
      ({ id }) =>
        !orderRules.some(
          (rule) => isOf(id, rule.after) && left.some((other) => other.id !== id && first(rule, other.id)),
        ),
    );
    if (next < 0) throw new Error(`The rules of order go in a circle: ${left.map(({ id }) => id).join(', ')}.`);
    done.push(...left.splice(next, 1));
  }
  return done;
}
