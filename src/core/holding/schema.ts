import { z } from 'zod';

/** The version that this build writes; see migrate.ts for how older ones are read. */
export const HOLDING_VERSION = 2;

const id = z.string().min(1).max(64);
const name = z.string().trim().min(1).max(80);
const coordinate = z.number().min(-50_000).max(50_000);
/** A place on the holding's plane, metres east and north of its origin. */
const point = z.tuple([coordinate, coordinate]);
const line = z.array(point).min(2).max(20_000);
const ring = z.array(point).min(3).max(20_000);
const height = z.number().min(0).max(120);

export const CornerSchema = z.object({ id, at: point, pin: z.enum(['found', 'assumed']) });
export type Corner = z.infer<typeof CornerSchema>;

const feature = <K extends string, S extends z.ZodRawShape>(kind: K, shape: S) =>
  z.object({ id, name: z.string().max(80), kind: z.literal(kind), ...shape });

export const FeatureSchema = z.discriminatedUnion('kind', [
  feature('building', { ring, eaves: height, ridge: height }),
  feature('fence', { line, height }),
  feature('overheadLine', { line, height, clearance: z.number().min(0).max(30) }),
  feature('buriedService', { line, marked: z.boolean() }),
  feature('stream', { line, flows: z.enum(['forward', 'backward']) }),
  feature('wetGround', { ring }),
  feature('track', { line, width: z.number().min(0.3).max(30) }),
  feature('gate', { at: point, width: z.number().min(0.3).max(30) }),
  feature('tree', { at: point, height, crown: z.number().min(0).max(60) }),
  feature('shelter', { ring }),
  feature('viewpoint', { at: point, eye: z.number().min(0).max(30) }),
]);
export type Feature = z.infer<typeof FeatureSchema>;
export type FeatureKind = Feature['kind'];

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

export const RowSchema = z.object({
  id,
  name,
  /** Distance to the row before (for the first row: to the baseline), metres. */
  rowGap: z.number().min(0).max(SPACING.most),
  spacing,
  staggered: z.boolean(),
  inset: z.number().min(0).max(500),
  ends: z.enum(['fit', 'keep']),
  stock: id,
  runs: z.array(RunSchema).min(1).max(60),
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
  weeds: z.enum(WEEDS),
  guarded: z.boolean(),
});
export type Planting = z.infer<typeof PlantingSchema>;

export const ANIMALS = ['vole', 'rabbit', 'hare', 'smallDeer', 'mediumDeer', 'largeDeer', 'sheep', 'cattle', 'horse'] as const;
export type Animal = (typeof ANIMALS)[number];

export const HoldingSchema = z.object({
  id,
  name,
  place: z.object({ latitude: z.number().min(-85).max(85), longitude: z.number().min(-180).max(180) }),
  units: z.enum(['metric', 'us']),
  currency: z.string().regex(/^[A-Z]{3}$/),
  boundary: z.array(CornerSchema).min(3).max(2000).nullable(),
  features: z.array(FeatureSchema).max(5000),
  plantings: z.array(PlantingSchema).max(200),
  /** Animals that eat young trees here. */
  animals: z.array(z.enum(ANIMALS)),
  /** Rules and rates that the steward changed; what is absent follows the trade's defaults. */
  settings: z.record(z.string(), z.number().min(0).max(1e6)),
  /** Prices in minor units that the steward changed, by price key. */
  prices: z.record(z.string(), z.number().int().min(0).max(1e9)),
  /** Findings that the steward accepts, with why. */
  accepted: z.array(z.object({ finding: z.string().min(1).max(300), reason: z.string().trim().min(1).max(500) })),
});
export type Holding = z.infer<typeof HoldingSchema>;
