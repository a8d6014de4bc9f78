import { z } from 'zod';
import { MeansSchema } from '../holding/means-schema.ts';
import { CornerSchema, ANIMALS, ClimateSchema, EVIDENCE, TerrainSchema } from '../holding/ground-schema.ts';
import { BEYOND_GAPS, CORNERS, ENDS, MIXES, PURPOSES } from '../holding/schema.ts';
import { DaySchema, DaysSchema, PersonSchema, WAYS } from '../holding/days-schema.ts';
import { FEATURE_KINDS } from '../ground/features.ts';

const point = z.tuple([z.number(), z.number()]);

/**
 * The small JSON that a plan is built from without a screen. Points are metres east and north of the place.
 * A row's `species` is a sequence of counted runs, e.g. `[[2, "Viburnum opulus"], [1, "Euonymus europaeus"]]`.
 */
export const PlanSchema = z.strictObject({
  name: z.string(),
  latitude: z.number(),
  longitude: z.number(),
  /** Botanical region, a level 3 code; the one that the place proposes where left out. */
  region: z.string().nullable().default(null),
  nativeOnly: z.boolean().default(false),
  units: z.enum(['metric', 'us']).default('metric'),
  currency: z.string().default('EUR'),
  animals: z.array(z.enum(ANIMALS)).default([]),
  settings: z.record(z.string(), z.number()).default({}),
  climate: ClimateSchema.omit({ from: true })
    .extend({ source: z.string(), simulated: z.boolean() })
    .nullable()
    .default(null),
  terrain: TerrainSchema.nullable().default(null),
  rules: z.array(z.looseObject({ kind: z.string() })).default([]),
  aims: z.array(z.looseObject({ kind: z.string() })).default([]),
  thriving: z.array(z.string()).default([]),
  boundary: z
    .array(
      z.strictObject({
        at: point,
        pin: z.enum(['found', 'assumed']).default('assumed'),
        restsOn: z.enum(EVIDENCE).nullable().default(null),
        off: CornerSchema.shape.off.default(0),
      }),
    )
    .nullable()
    .default(null),
  /** Who plants, and which days are none of theirs; the days of each planting stand with it. */
  days: DaysSchema.omit({ plantings: true, people: true })
    .partial()
    .extend({
      people: z
        .array(
          PersonSchema.omit({ id: true })
            .partial()
            .extend({ name: z.string(), week: z.array(z.boolean()).length(7), hours: z.number() })
            .strict(),
        )
        .default([]),
    })
    .strict()
    .default({ people: [] }),
  features: z
    .array(z.looseObject({ kind: z.enum(FEATURE_KINDS), name: z.string().default(''), points: z.array(point).min(1) }))
    .default([]),
  plantings: z
    .array(
      z.strictObject({
        name: z.string(),
        purpose: z.enum(PURPOSES).default('blank'),
        baseline: z.union([
          z.strictObject({
            points: z.array(point),
            curved: z.boolean().default(false),
            closed: z.boolean().default(false),
          }),
          z.strictObject({ besideSide: z.number().int().min(1), setback: z.number() }),
          z.strictObject({ beside: z.string(), setback: z.number(), on: z.enum(['left', 'right']) }),
          z.strictObject({
            outline: z.array(point),
            headland: z.number().default(0),
            bearing: z.number().optional(),
            shift: z.strictObject({ along: z.number(), across: z.number() }).default({ along: 0, across: 0 }),
            lanes: z.strictObject({ every: z.number(), width: z.number() }).nullable().default(null),
          }),
          z.strictObject({ anchors: z.array(point).min(1) }),
        ]),
        /** The day on which its first rows go in, YYYY-MM-DD, and how they are set. */
        start: DaySchema.nullable().default(null),
        way: z.enum(WAYS).default('hand'),
        corners: z.enum(CORNERS).default('round'),
        side: z.enum(['left', 'right']).default('right'),
        /** A method against weeds for the whole planting; whether the plants are guarded against the animals of the place. */
        weeds: z.string().optional(),
        guarded: z.boolean().optional(),
        /** How each means is done and where otherwise; goes before the two above. */
        means: MeansSchema.partial().optional(),
        /** To the questions of its purpose's pattern, which lays the rows where they are left out. */
        answers: z.record(z.string(), z.string()).optional(),
        rows: z
          .array(
            z.strictObject({
              name: z.string().optional(),
              rowGap: z.number().default(0),
              across: z.boolean().default(false),
              spacing: z.number(),
              staggered: z.boolean().default(false),
              inset: z.number().default(0),
              trim: z
                .strictObject({ start: z.number().default(0), stop: z.number().default(0) })
                .default({ start: 0, stop: 0 }),
              mix: z.enum(MIXES).default('turn'),
              offset: z.number().default(0),
              seed: z.number().default(1),
              ends: z.enum(ENDS).default('keep'),
              stock: z.string().default('whip'),
              kept: z
                .strictObject({
                  height: z.number().nullable().default(null),
                  width: z.number().nullable().default(null),
                  clearStem: z.number().nullable().default(null),
                })
                .nullable()
                .default(null),
              later: z.number().default(0),
              /** Years after the first planting in which it is taken out; left out where it stays. */
              out: z.number().nullable().default(null),
              /** How many of which, what they are bought as where that is not what the row is ('' for what it is), and which variety by type, and on which class of rootstock. */
              species: z
                .array(
                  z.union([
                    z.tuple([z.number(), z.string()]),
                    z.tuple([z.number(), z.string(), z.string()]),
                    z.tuple([z.number(), z.string(), z.string(), z.string()]),
                    z.tuple([z.number(), z.string(), z.string(), z.string(), z.string()]),
                  ]),
                )
                .min(1),
              standards: z
                .strictObject({
                  species: z.string(),
                  stock: z.string().default('feathered'),
                  every: z.number(),
                  first: z.number().default(0),
                })
                .nullable()
                .default(null),
            }),
          )
          .optional(),
        gaps: z
          .array(
            z.strictObject({
              kind: z.enum(['gate', 'crossing', 'gap']).default('gap'),
              at: z.number(),
              width: z.number(),
            }),
          )
          .default([]),
        beyondGaps: z.enum(BEYOND_GAPS).default('keep'),
        clearings: z.array(z.strictObject({ name: z.string().default(''), at: point, radius: z.number() })).default([]),
      }),
    )
    .default([]),
});
export type Plan = z.infer<typeof PlanSchema>;
