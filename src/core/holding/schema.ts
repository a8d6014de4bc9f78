import { z } from 'zod';
import { ANIMALS, CornerSchema, FeatureSchema, groundShape, id, line, MOST_CORNERS, point } from './ground-schema.ts';

/** The version that this build writes; see migrate.ts for how older ones are read. */
export const HOLDING_VERSION = 3;

const name = z.string().trim().min(1).max(80);

export const BaselineSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('drawn'), points: line, curved: z.boolean(), closed: z.boolean() }),
  z.object({
    kind: z.literal('beside'),
    /** A boundary side (corner id to the next corner) or a fence, stream or track. */
    of: z.discriminatedUnion('what', [
      z.object({ what: z.literal('boundary'), corner: id }),
      z.object({ what: z.literal('feature'), feature: id }),
    ]),
    setback: z.number().min(0).max(500),
    side: z.enum(['left', 'right']),
  }),
]);
export type Baseline = z.infer<typeof BaselineSchema>;

export const SPACING = { least: 0.1, most: 50 } as const;
const spacing = z.number().min(SPACING.least).max(SPACING.most);

export const RunSchema = z.object({ species: id, count: z.number().int().min(1).max(9999) });
export type Run = z.infer<typeof RunSchema>;

export const MIXES = ['turn', 'quota', 'drift'] as const;

export const RowSchema = z.object({
  id,
  name,
  /** Distance to the row before (for the first row: to the baseline), metres. */
  rowGap: z.number().min(0).max(SPACING.most),
  spacing,
  staggered: z.boolean(),
  inset: z.number().min(0).max(500),
  /** How much later than the others the row starts, and how much earlier it stops, beyond the inset, metres. */
  trim: z.object({ start: z.number().min(0).max(5000), stop: z.number().min(0).max(5000) }),
  ends: z.enum(['fit', 'keep']),
  stock: id,
  runs: z.array(RunSchema).min(1).max(60),
  /** How the runs fill the row: in turn, over and over; as exact shares evenly spread; or as shares in drifts that never repeat. */
  mix: z.enum(MIXES),
  /** Places by which the turn starts later in its sequence. */
  offset: z.number().int().min(0).max(9999),
  /** Another seed, another drift of the same shares. */
  seed: z.number().int().min(0).max(1e6),
  /** A taller tree over the sequence, every so many metres; takes the place of the nearest plant. */
  standards: z.object({ species: id, stock: id, every: z.number().min(SPACING.least).max(500), first: z.number().min(0).max(500) }).nullable(),
  /** Single plants swapped by hand, by their chainage in the row. */
  swaps: z.array(z.object({ at: z.number().min(0), species: id })).max(5000),
});
export type Row = z.infer<typeof RowSchema>;

export const GapSchema = z.object({
  id,
  kind: z.enum(['gate', 'crossing', 'gap']),
  /** Chainage of its middle on the baseline, metres. */
  at: z.number().min(0),
  width: z.number().min(0.1).max(500),
});
export type Gap = z.infer<typeof GapSchema>;

export const ClearingSchema = z.object({ id, name: z.string().max(80), at: point, radius: z.number().min(0.1).max(200) });
export type Clearing = z.infer<typeof ClearingSchema>;

export const PURPOSES = ['hedge', 'screen', 'windbreak', 'stream', 'blank'] as const;
export type Purpose = (typeof PURPOSES)[number];
export const WEEDS = ['mats', 'fabric', 'chips', 'none'] as const;

export const PlantingSchema = z.object({
  id,
  name,
  purpose: z.enum(PURPOSES),
  baseline: BaselineSchema,
  /** On which side of the baseline the rows lie, looking along it. */
  side: z.enum(['left', 'right']),
  rows: z.array(RowSchema).max(40),
  gaps: z.array(GapSchema).max(200),
  /** Round places that all rows leave free: a pole, a standing tree, a test hole. */
  clearings: z.array(ClearingSchema).max(200),
  weeds: z.enum(WEEDS),
  guarded: z.boolean(),
});
export type Planting = z.infer<typeof PlantingSchema>;

/** A planting kept to be laid again on another line. */
export const PatternSchema = z.object({ id, name, ...PlantingSchema.pick({ purpose: true, rows: true, weeds: true, guarded: true }).shape });
export type Pattern = z.infer<typeof PatternSchema>;

export const HoldingSchema = z.object({
  id,
  name,
  place: z.object({ latitude: z.number().min(-85).max(85), longitude: z.number().min(-180).max(180) }),
  units: z.enum(['metric', 'us']),
  currency: z.string().regex(/^[A-Z]{3}$/),
  boundary: z.array(CornerSchema).min(3).max(MOST_CORNERS).nullable(),
  features: z.array(FeatureSchema).max(5000),
  plantings: z.array(PlantingSchema).max(200),
  /** The steward's own patterns, beside those of the app. */
  patterns: z.array(PatternSchema).max(100),
  ...groundShape,
  /** Animals that eat young trees everywhere here; places that differ are features of their own. */
  animals: z.array(z.enum(ANIMALS)),
  /** Rules and rates that the steward changed; what is absent follows the trade's defaults. */
  settings: z.record(z.string(), z.number().min(0).max(1e6)),
  /** Prices in minor units that the steward changed, by price key. */
  prices: z.record(z.string(), z.number().int().min(0).max(1e9)),
  /** Findings that the steward accepts, with why. */
  accepted: z.array(z.object({ finding: z.string().min(1).max(300), reason: z.string().trim().min(1).max(500) })),
});
export type Holding = z.infer<typeof HoldingSchema>;
