import { z } from 'zod';
import { LIMITS } from '../holding/days-schema.ts';
import beforeData from './before-rules.json' with { type: 'json' };
import careData from './care-rules.json' with { type: 'json' };
import debtData from './debts.json' with { type: 'json' };

const asks = z.array(z.enum(LIMITS)).default([]);
const words = z.string().min(1);

const BeforeSchema = z.strictObject({
  id: words,
  label: words,
  /** Days before planting by which it is done; left out where an office counts its own days. */
  back: z.number().int().min(0).default(0),
  /** Asked for so many clear office days before the first spade. */
  office: z.literal(true).optional(),
  /** What must be true of the planting: all of these. */
  when: z.array(words),
  by: z.enum(['crew', 'office', 'licensed']),
  /** Hours: so many at once, and minutes for each metre. */
  fixed: z.number().min(0),
  each: z.number().min(0),
  unit: z.enum(['all', 'm', 'fence']),
  /** Rules that must be done before. */
  needs: z.array(words),
  /** Not while nests are closed to it; only while things grow. */
  closed: z.literal(true).optional(),
  grows: z.literal(true).optional(),
  /** Whether spades go in. */
  digs: z.literal(true).optional(),
  /** Days that must pass after it, and for how many it holds. */
  wait: z.number().int().min(0).default(0),
  holds: z.number().int().positive().optional(),
  asks,
  why: words,
  /** What it costs if it is left, and what can still be done. */
  cost: words,
  late: words,
  tools: z.array(words),
  caution: words.optional(),
});
export type BeforeRule = z.infer<typeof BeforeSchema>;

const bound = z.union([
  z.number().int().positive(),
  z.enum(['water', 'guard', 'stake', 'cover', 'fence', 'thin', 'out', 'net']),
]);
const CareSchema = z.strictObject({
  id: words,
  label: words,
  at: z.enum(['planting', 'budBreak', 'leafFall', 'firstFrost', 'winter', 'month', 'watered']),
  days: z.number().int().default(0),
  months: z.array(z.number().int().min(1).max(12)).default([]),
  /** Days that it may take. */
  span: z.number().int().positive().default(14),
  /** Again every so many days, so many times. */
  every: z.number().int().positive().optional(),
  times: z.number().int().positive().default(1),
  /** First and last growing season in which it comes, counted from planting; some follow from what was chosen. */
  years: z.tuple([bound, bound]),
  step: z.number().int().positive().default(1),
  when: z.array(words),
  /** Minutes for each plant, or hours that the plan tells. */
  minutes: z.number().min(0).optional(),
  hours: z.enum(['water', 'weeds', 'trim', 'guardOff', 'coverOff']).optional(),
  share: z.number().positive().default(1),
  closed: z.literal(true).optional(),
  /** The rule whose work ends this one's: nothing is done to what is gone. */
  until: words.optional(),
  /** Work that frozen ground does not let be done: it waits for the thaw. */
  thawed: z.literal(true).optional(),
  /** Where frost does not decide: so many days after planting, then after each season's first rains, again while it rains; null where it has no place there. */
  rains: z
    .object({ days: z.number().int(), again: z.number().int(), every: z.number().int().positive() })
    .nullable()
    .optional(),
  /** Work that a child may do beside somebody grown. */
  children: z.literal(true).optional(),
  group: z.enum(['care', 'off']),
  asks,
  why: words,
  sign: words.optional(),
  stop: words,
  tools: z.array(words),
  caution: words.optional(),
});
export type CareRule = z.infer<typeof CareSchema>;
export type Bound = z.infer<typeof bound>;

const before = z.object({ source: words, rules: z.array(BeforeSchema) }).parse(beforeData);
const care = z
  .object({
    source: words,
    rules: z.array(CareSchema),
    /**
     * Days that the seasons lie apart: leaves down after the first frost, in leaf from bud break where no frost ends it, deep
     * winter before bud break; how soon after planting nothing new is seen to; how far a closed time brings work forward.
     */
    apart: z.object({
      leafFall: z.number(),
      inLeaf: z.number(),
      winter: z.number(),
      afresh: z.number(),
      farBack: z.number(),
    }),
    /** What stays, and why. */
    stays: z.record(z.string(), words),
    /** Years for which a stake is wanted, by class of rootstock. */
    stakeYears: z.record(z.string(), z.number()),
    dwarf: z.array(words),
  })
  .parse(careData);

export const beforeRules: readonly BeforeRule[] = before.rules;
export const careRules: readonly CareRule[] = care.rules;
export const { apart, stays, stakeYears, dwarf } = care;
export const beforeSource = before.source;
export const careSource = care.source;

/** A step that was left out at planting: within how many days it must be made good, and what waiting costs. */
export const debts = z
  .object({
    source: words,
    steps: z.record(
      words,
      z.strictObject({
        label: words,
        within: z.number().int().positive(),
        minutes: z.number(),
        cost: words,
        tools: z.array(words),
      }),
    ),
  })
  .parse(debtData);
