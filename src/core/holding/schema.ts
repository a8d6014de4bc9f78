import { DaysSchema } from './days-schema.ts';
import { z } from 'zod';
import { SpeciesSchema } from './species-schema.ts';
import { SupplierSchema } from './supplier-schema.ts';
import { MeansSchema } from './means-schema.ts';
import { RatesSchema } from './settings.ts';
import {
  ANIMALS,
  CornerSchema,
  FeatureSchema,
  groundShape,
  id,
  line,
  type Mark,
  MOST_CORNERS,
  point,
} from './ground-schema.ts';

/** The version that this build writes; see migrate.ts for how older ones are read. */
export const HOLDING_VERSION = 14;

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
  /** A block: its rows are laid over and over inside the outline, along the bearing. */
  z.object({
    kind: z.literal('block'),
    outline: z.array(point).min(3).max(500),
    /** Plants a hectare that were asked for; the grid is laid to the tape, so it may hold a few less. Null when the grid was set by hand. */
    density: z.number().min(1).max(1e6).nullable(),
    /** Direction of the rows, degrees from north. */
    bearing: z.number().min(0).max(360),
    /** Kept free inside every edge, metres. */
    headland: z.number().min(0).max(200),
    /** How far the whole grid is moved along and across its rows, metres. */
    shift: z.object({ along: z.number().min(-50).max(50), across: z.number().min(-50).max(50) }),
    /** A lane left free after every so many rows; null for none. */
    lanes: z.object({ every: z.number().int().min(1).max(200), width: z.number().min(0.1).max(50) }).nullable(),
  }),
  /** Guilds: the rows are rings round each anchor, the first the anchor itself. */
  z.object({ kind: z.literal('guilds'), anchors: z.array(point).min(1).max(200) }),
]);
export type Baseline = z.infer<typeof BaselineSchema>;

export const SPACING = { least: 0.1, most: 50 } as const;
const spacing = z.number().min(SPACING.least).max(SPACING.most);

export const RunSchema = z.object({
  species: id,
  count: z.number().int().min(1).max(9999),
  /** What it is bought as where that is not what the rest of its row is. */
  stock: id.optional(),
  /** Which of its kinds by type, where that matters to fruit: early or late, male or female. */
  variety: z.string().min(1).max(20).optional(),
  /** The class of rootstock that it is grafted on, which makes its size. */
  rootstock: id.optional(),
});
export type Run = z.infer<typeof RunSchema>;

export const ENDS = ['keep', 'fit', 'fitStart', 'fitInset', 'centre'] as const;
export const MIXES = ['turn', 'quota', 'drift'] as const;

/** A size that plants are cut to, metres; null leaves that measure free. */
export const KeptSchema = z.object({
  height: z.number().min(0.2).max(60).nullable(),
  width: z.number().min(0.2).max(60).nullable(),
  clearStem: z.number().min(0).max(30).nullable(),
});
export type Kept = z.infer<typeof KeptSchema>;

export const RowSchema = z.object({
  id,
  name,
  /** Distance to the row before on the same side (for the first: to the baseline; for a ring: to the ring within), metres. */
  rowGap: z.number().min(0).max(SPACING.most),
  /** Lies across the line from the others, its gaps counted on that side. */
  across: z.boolean(),
  spacing,
  staggered: z.boolean(),
  inset: z.number().min(0).max(500),
  /** How much later than the others the row starts, and how much earlier it stops, beyond the inset, metres. */
  trim: z.object({ start: z.number().min(0).max(5000), stop: z.number().min(0).max(5000) }),
  /** Spacing kept from the start on; stretched to fit both ends; or kept, with half a spacing and half of what is left over at each end. */
  ends: z.enum(ENDS),
  stock: id,
  runs: z.array(RunSchema).min(1).max(60),
  /** How the runs fill the row: in turn, over and over; as exact shares evenly spread; or as shares in drifts that never repeat. */
  mix: z.enum(MIXES),
  /** Places by which the turn starts later in its sequence. */
  offset: z.number().int().min(0).max(9999),
  /** Another seed, another drift of the same shares. */
  seed: z.number().int().min(0).max(1e6),
  /** A taller tree over the sequence, every so many metres; takes the place of the nearest plant. */
  standards: z
    .object({
      species: id,
      stock: id,
      every: z.number().min(SPACING.least).max(500),
      first: z.number().min(0).max(500),
    })
    .nullable(),
  /** Single plants swapped by hand, by their chainage in the row; in a block or guild in its `copy`-th string. */
  swaps: z.array(z.object({ at: z.number().min(0), species: id, copy: z.number().int().min(0).max(9999) })).max(5000),
  /** What the sequence is cut to, year after year; null where it grows free. Standards grow free. */
  kept: KeptSchema.nullable(),
  /** Years after the first planting in which this row is planted: its phase. */
  later: z.number().int().min(0).max(20),
  /** Years after the first planting in which this row is taken out, as nurses are; null where it stays. */
  out: z.number().int().min(1).max(40).nullable(),
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

export const ClearingSchema = z.object({
  id,
  name: z.string().max(80),
  at: point,
  radius: z.number().min(0.1).max(200),
});
export type Clearing = z.infer<typeof ClearingSchema>;

export const PURPOSES = [
  'hedge',
  'wildlifeHedge',
  'gapping',
  'singleScreen',
  'screen',
  'dustScreen',
  'windbreak',
  'farmstead',
  'snowFence',
  'stream',
  'timber',
  'firewood',
  'conservation',
  'orchard',
  'glade',
  'fodder',
  'blank',
] as const;
export type Purpose = (typeof PURPOSES)[number];
/** At a corner of the line rows run on round it, leave it open, or stand a plant on it. */
export const CORNERS = ['round', 'open', 'planted'] as const;

/** Beyond a gap rows keep their grid as if it were not there, or begin anew at its edge. */
export const BEYOND_GAPS = ['keep', 'anew'] as const;

export const PlantingSchema = z.object({
  id,
  name,
  purpose: z.enum(PURPOSES),
  baseline: BaselineSchema,
  /** On which side of the baseline the rows lie, looking along it. */
  side: z.enum(['left', 'right']),
  corners: z.enum(CORNERS),
  rows: z.array(RowSchema).max(40),
  gaps: z.array(GapSchema).max(200),
  beyondGaps: z.enum(BEYOND_GAPS),
  /** Round places that all rows leave free: a pole, a standing tree, a test hole. */
  clearings: z.array(ClearingSchema).max(200),
  means: MeansSchema,
});
export type Planting = z.infer<typeof PlantingSchema>;

/** A planting kept to be laid again on another line. */
export const PatternSchema = z.object({
  id,
  name,
  ...PlantingSchema.pick({ purpose: true, corners: true, rows: true, means: true }).shape,
});
export type Pattern = z.infer<typeof PatternSchema>;

/** Another way in which a planting was laid, kept beside it to be compared and taken up again. */
const VariantSchema = z.object({ id, of: id, planting: PlantingSchema });
export type Variant = z.infer<typeof VariantSchema>;

export const BundleSchema = z.object({
  id,
  species: id,
  stock: id,
  size: z.number().int().min(1).max(10_000),
  bundles: z.number().int().min(0).max(9999),
});
export type Bundle = z.infer<typeof BundleSchema>;

/** A thing that is already here: pieces of one kind, to be used before any are bought. */
export const PieceHereSchema = z.object({
  id,
  /** Key of its price. */
  piece: z.string().min(1).max(64),
  count: z.number().min(0).max(1e6),
  /** What they still need, such as new ties; empty for nothing. */
  needs: z.string().trim().max(120),
});
export type PieceHere = z.infer<typeof PieceHereSchema>;

/** A maker's set for so many plants: its own figures stand instead of the formulas. */
export const KitSchema = z.object({
  id,
  name,
  /** Plants that one set serves. */
  plants: z.number().int().min(1).max(10_000),
  /** Pieces for each plant, by the key of their price. */
  pieces: z.record(z.string().min(1).max(64), z.number().min(0).max(1000)),
  /** What a set costs, minor units. */
  cents: z.number().int().min(0).max(1e9),
});
export type Kit = z.infer<typeof KitSchema>;

export const GrantSchema = z.object({
  id,
  name,
  /** Minor units for each metre of planting and for each plant. */
  perMetre: z.number().int().min(0).max(1e8),
  perTree: z.number().int().min(0).max(1e8),
  /** Most of the cost that it pays, a share. */
  cap: z.number().min(0).max(1),
  conditions: z.string().trim().max(500),
  /** When it pays, as its scheme says it. */
  pays: z.string().trim().max(120),
});
export type Grant = z.infer<typeof GrantSchema>;

export const HoldingSchema = z.object({
  id,
  /** What a holding has in common with its copies, through deletion and import: absent in the first, whose id it is. */
  lineage: id.optional(),
  name,
  place: z.object({ latitude: z.number().min(-85).max(85), longitude: z.number().min(-180).max(180) }),
  /** Botanical region, a level 3 code; null while it is the one proposed from the place. */
  region: z
    .string()
    .regex(/^[A-Z]{3}$/)
    .nullable(),
  /** Whether only what is native in the region is offered. */
  nativeOnly: z.boolean(),
  units: z.enum(['metric', 'us']),
  currency: z.string().regex(/^[A-Z]{3}$/),
  /** Who orders, and where goods are brought, as letters to suppliers say it; empty where nobody said. */
  sender: z.object({ name: z.string().max(80), address: z.string().max(300), deliverTo: z.string().max(300) }),
  boundary: z.array(CornerSchema).min(3).max(MOST_CORNERS).nullable(),
  features: z.array(FeatureSchema).max(5000),
  plantings: z.array(PlantingSchema).max(200),
  /** The steward's own patterns, beside those of the app. */
  patterns: z.array(PatternSchema).max(100),
  variants: z.array(VariantSchema).max(100),
  /** Plants that lie in the shed, to be planted before any are bought: so many bundles of so many. */
  inHand: z.array(BundleSchema).max(200),
  /** Stakes, guards and the like that are here already. */
  here: z.array(PieceHereSchema).max(200),
  kits: z.array(KitSchema).max(50),
  grants: z.array(GrantSchema).max(50),
  /** Suppliers whose price lists the steward brought. */
  suppliers: z.array(SupplierSchema).max(20),
  /** The steward's own species, and the app's as the steward corrected them; these count over the app's. */
  species: z.array(SpeciesSchema).max(500),
  ...groundShape,
  /** Animals that eat young trees everywhere here; places that differ are features of their own. */
  animals: z.array(z.enum(ANIMALS)),
  /** Rules and rates that the steward changed; what is absent follows the trade's defaults. */
  settings: RatesSchema,
  /** Prices in minor units that the steward changed, by price key. */
  prices: z.record(z.string(), z.number().int().min(0).max(1e9)),
  /** When it is planted, and who does it. */
  days: DaysSchema,
  /** Findings that the steward accepts, with why. */
  accepted: z.array(z.object({ finding: z.string().min(1).max(300), reason: z.string().trim().min(1).max(500) })),
});
/** `marks` are laid in from the record while the plan is shown and judged; they are never stored with it. */
export type Holding = z.infer<typeof HoldingSchema> & { readonly marks?: readonly Mark[] };

/** What a holding has in common with its copies: records of all of them are one record. */
export const lineageOf = ({ id: own, lineage }: Pick<Holding, 'id' | 'lineage'>): string => lineage ?? own;
