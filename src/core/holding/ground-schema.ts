import { z } from 'zod';

/** What a holding says of its ground: features, soil, fall, climate, rules, aims, and the picture beneath. */

export const id = z.string().min(1).max(64);
const coordinate = z.number().min(-50_000).max(50_000);
/** A place on the holding's plane, metres east and north of its origin. */
export const point = z.tuple([coordinate, coordinate]);
const MOST_POINTS = 100_000;
export const line = z.array(point).min(2).max(MOST_POINTS);
const ring = z.array(point).min(3).max(MOST_POINTS);
const height = z.number().min(0).max(120);
const width = z.number().min(0.1).max(200);
const depth = z.number().min(0).max(20);
const note = z.string().trim().max(500);
/** A day of any year, 'MM-DD'. */
const dayOfYear = z.string().regex(/^(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/, 'write it as month-day, such as 05-12');

/** Corners that a boundary can have: more than any survey pins, fewer than a traced edge. */
export const MOST_CORNERS = 2000;
export const EVIDENCE = ['survey', 'marker', 'map', 'neighbour'] as const;
export const CornerSchema = z.object({
  id,
  at: point,
  pin: z.enum(['found', 'assumed']),
  /** What the pin rests on; null where nobody said. */
  restsOn: z.enum(EVIDENCE).nullable(),
  /** Where something else puts the same corner; both are shown. */
  other: z.object({ at: point, restsOn: z.enum(EVIDENCE) }).nullable(),
  /** How far the file that it came from may have put it wrong, metres; 0 where nobody says so. */
  off: z.number().min(0).max(1000),
});
export type Corner = z.infer<typeof CornerSchema>;

export const ANIMALS = [
  'vole',
  'gopher',
  'rabbit',
  'hare',
  'squirrel',
  'porcupine',
  'smallDeer',
  'mediumDeer',
  'whiteTailedDeer',
  'muleDeer',
  'largeDeer',
  'moose',
  'boar',
  'wallaby',
  'possum',
  'beaver',
  'bird',
  'sheep',
  'goat',
  'cattle',
  'horse',
  'pig',
  'poultry',
  'dog',
] as const;
export type Animal = (typeof ANIMALS)[number];
export const TEXTURES = ['sand', 'sandyLoam', 'loam', 'siltLoam', 'clayLoam', 'clay', 'peat', 'madeGround'] as const;
export const DRAINAGES = ['free', 'moderate', 'slow', 'waterlogged'] as const;
export const COVERS = ['sod', 'rankPasture', 'bramble', 'invader', 'tilled', 'stumps', 'hedgerow'] as const;
export const CLEARINGS = ['mowAndCover', 'grazeThenTreat', 'till', 'cutAndTreat', 'smother'] as const;
/** By what its operator calls it: up to 1 kV, up to 70 kV or so, above. */
export const VOLTAGES = ['unknown', 'low', 'medium', 'high'] as const;
export type Voltage = (typeof VOLTAGES)[number];
const WERE = ['field', 'orchard', 'hedge', 'wood', 'building', 'unknown'] as const;

const feature = <K extends string, S extends z.ZodRawShape>(kind: K, shape: S) =>
  z.object({ id, name: z.string().max(80), kind: z.literal(kind), ...shape });

export const SoilZoneSchema = feature('soilZone', {
  ring,
  texture: z.enum(TEXTURES),
  drainage: z.enum(DRAINAGES),
  ph: z.number().min(3).max(10).nullable(),
  depth: depth.nullable(),
  stones: z.enum(['few', 'some', 'many']),
  lacks: note,
});

export const FeatureSchema = z.discriminatedUnion('kind', [
  feature('building', { ring, eaves: height, ridge: height }),
  feature('fence', { line, height, solid: z.boolean() }),
  feature('overheadLine', { line, height, clearance: z.number().min(0).max(30), voltage: z.enum(VOLTAGES) }),
  feature('pole', { at: point, height, clear: z.number().min(0).max(30) }),
  feature('buriedService', {
    line,
    state: z.enum(['live', 'abandoned', 'removed', 'unknown']),
    depth: depth.nullable(),
    owner: z.enum(['utility', 'private', 'unknown']),
  }),
  feature('testHole', { at: point, depth, found: z.enum(['clear', 'service', 'rock', 'water']) }),
  feature('drain', { line, depth: depth.nullable(), carries: z.enum(['drainage', 'watering']) }),
  feature('stream', { line, flows: z.enum(['forward', 'backward']), width }),
  feature('ditch', { line, width }),
  feature('wetGround', { ring, stands: z.enum(['days', 'winter', 'always']), floods: z.boolean() }),
  feature('erodingBank', { line }),
  SoilZoneSchema,
  feature('holeTest', { at: point, depth, texture: z.enum(TEXTURES), water: depth.nullable(), pan: depth.nullable() }),
  feature('percolation', { at: point, fall: z.number().min(0).max(2), minutes: z.number().min(1).max(10_000) }),
  feature('spotHeight', { at: point, elevation: z.number().min(-500).max(9000) }),
  feature('tree', {
    at: point,
    height,
    crown: z.number().min(0).max(60),
    leaf: z.enum(['deciduous', 'evergreen']),
    /** Of the book, where somebody knows it. */
    species: id.optional(),
  }),
  feature('stump', { at: point, across: z.number().min(0.02).max(5) }),
  feature('browsed', { ring, animals: z.array(z.enum(ANIMALS)).min(1), pressure: z.enum(['light', 'some', 'heavy']) }),
  feature('harm', { ring, from: z.enum(['trimmer', 'sprayDrift', 'floodDebris', 'wateredLawn']) }),
  feature('cover', {
    ring,
    grows: z.enum(COVERS),
    clearing: z.enum(CLEARINGS).nullable(),
    was: z.enum(WERE),
    cleared: z.number().int().min(1800).max(2200).nullable(),
  }),
  feature('track', { line, width: z.number().min(0.3).max(30) }),
  feature('gate', { at: point, width: z.number().min(0.3).max(30) }),
  feature('rightOfWay', { line, width }),
  feature('crossing', { at: point, width: z.number().min(0.3).max(30), bears: z.enum(['foot', 'stock', 'machine']) }),
  feature('well', { at: point }),
  feature('spring', { at: point }),
  feature('septicTank', { at: point }),
  feature('leachField', { ring }),
  feature('dam', { ring }),
  feature('playPlace', { ring }),
  feature('tap', { at: point, flow: z.number().min(0.1).max(1000) }),
  feature('tank', { at: point, litres: z.number().min(1).max(1e6) }),
  feature('shelter', { ring }),
  feature('place', { ring }),
  feature('viewpoint', { at: point, eye: z.number().min(0).max(30) }),
]);
export type Feature = z.infer<typeof FeatureSchema>;
export type FeatureKind = Feature['kind'];
export type FeatureOf<K extends FeatureKind> = Extract<Feature, { kind: K }>;

type Geometry = { ring: [number, number][] } | { line: [number, number][] } | { at: [number, number] };

/**
 * A feature checked: its shape by a plain loop, the rest by the schema. A traced line has tens of thousands of
 * points, and the schema takes longer over them than a frame lasts. The shape's own array is taken, and frozen.
 */
export function checkFeature(value: Readonly<Record<string, unknown>>): ReturnType<typeof FeatureSchema.safeParse> {
  const key = (['ring', 'line'] as const).find((one) => Array.isArray(value[one]));
  const points = key && (value[key] as unknown[]);
  if (!key || !points || points.length < 100 || points.length > MOST_POINTS || !points.every(isPlace))
    return FeatureSchema.safeParse(value);
  const parsed = FeatureSchema.safeParse({ ...value, [key]: points.slice(0, 3) });
  return parsed.success
    ? { ...parsed, data: { ...parsed.data, [key]: Object.freeze(points) } as Feature & Geometry }
    : parsed;
}

/** Whether a value is a place that can be kept. */
export const isPlace = (place: unknown): boolean =>
  Array.isArray(place) && place.length === 2 && place.every((at) => typeof at === 'number' && Math.abs(at) <= 50_000);

export const SEASONS = ['winter', 'spring', 'summer', 'autumn'] as const;
export type Season = (typeof SEASONS)[number];
const sector = z.object({
  /** Share of the time that the wind comes from here, 0 to 1. */
  share: z.number().min(0).max(1),
  /** Mean speed, m/s. */
  speed: z.number().min(0).max(60),
});
/** Sectors clockwise from north, as many in each season. */
const sectors = z.array(sector).min(4).max(36);
export const RoseSchema = z.object({ winter: sectors, spring: sectors, summer: sectors, autumn: sectors });
export type Rose = z.infer<typeof RoseSchema>;
/** Who said it, and whether it is made up. */
const source = z.object({ source: z.string().max(200), simulated: z.boolean() });
export type Source = z.infer<typeof source>;

export const ClimateSchema = z.object({
  /** January first: rain and evaporation of a reference grass, mm a month. */
  months: z
    .array(z.object({ rain: z.number().min(0).max(3000), evaporation: z.number().min(0).max(600) }))
    .length(12)
    .nullable(),
  lastFrost: dayOfYear.nullable(),
  firstFrost: dayOfYear.nullable(),
  /** Winter hardiness zone, USDA numbers. */
  zone: z.number().int().min(1).max(13).nullable(),
  rose: RoseSchema.nullable(),
  /** Where each part comes from: what is typed of one says nothing of the others. */
  from: z.object({ months: source, frosts: source, zone: source, rose: source }),
});
export type ClimatePart = keyof Climate['from'];
export type Climate = z.infer<typeof ClimateSchema>;

export const MOST_CELLS = 90_000;
export const TerrainSchema = z
  .object({
    /** Centre of the south-west cell, metres on the plane, and the side of a cell. */
    west: coordinate,
    south: coordinate,
    cell: z.number().min(0.2).max(1000),
    columns: z.number().int().min(2).max(2000),
    rows: z.number().int().min(2).max(2000),
    /** Elevation of each cell, metres, west to east and then northwards; null where not known. */
    heights: z.array(z.number().min(-500).max(9000).nullable()).max(MOST_CELLS),
    source: z.string().max(200),
    simulated: z.boolean(),
  })
  .refine(({ columns, rows, heights }) => columns * rows === heights.length, 'the heights do not fill the grid');
export type Terrain = z.infer<typeof TerrainSchema>;

/** Work before which something is asked for: every planting, felling and clearing, work beside water, a fence. */
export const ASKED_BEFORE = ['planting', 'felling', 'water', 'fence'] as const;

const rule = <K extends string, S extends z.ZodRawShape>(kind: K, shape: S) =>
  z.object({ id, kind: z.literal(kind), /** Who said so. */ said: note, ...shape });
/** 'boundary' or the id of a feature with a line. */
const along = id;
export const RuleSchema = z.discriminatedUnion('kind', [
  rule('setback', { along, metres: z.number().min(0).max(200) }),
  rule('height', { along, metres: z.number().min(0).max(200), most: height }),
  rule('sightTriangle', { ring, most: height }),
  rule('waterEdge', { along, metres: z.number().min(0).max(200) }),
  rule('nesting', { from: dayOfYear, to: dayOfYear }),
  /** What must be asked for, of whom, before which work, so many days ahead. */
  rule('leave', { ask: z.string().max(200), before: z.enum(ASKED_BEFORE), days: z.number().int().min(1).max(730) }),
]);
export type LocalRule = z.infer<typeof RuleSchema>;

const share = z.number().min(0).max(1);
const year = z.number().int().min(0).max(40);
const aim = <K extends string, S extends z.ZodRawShape>(kind: K, shape: S) =>
  z.object({ id, kind: z.literal(kind), ...shape });
/** What the steward wants, measurable and tied to places: features by id. */
export const AimSchema = z.discriminatedUnion('kind', [
  aim('wind', { place: id, cut: share, by: year, season: z.enum(SEASONS) }),
  aim('hide', { what: id, from: id, share, when: z.enum(['leaf', 'leafless', 'always']), by: year }),
  aim('winterSun', { place: id, hours: z.number().min(0).max(24) }),
  aim('snow', { along: id }),
  aim('strip', { along: id, width }),
  aim('share', { most: share }),
  aim('fruit', { by: year }),
  aim('budget', { most: z.number().int().min(0).max(1e10) }),
  aim('hands', { people: z.number().int().min(1).max(500), days: z.number().int().min(1).max(365) }),
  aim('care', { hours: z.number().min(0).max(5000) }),
]);
export type Aim = z.infer<typeof AimSchema>;
export type AimKind = Aim['kind'];

export const PictureSchema = z.object({
  id,
  name: z.string().max(120),
  /** SHA-256 of its bytes, under which they are kept. */
  file: z.string().regex(/^[0-9a-f]{64}$/),
  type: z.enum(['image/png', 'image/jpeg']),
  width: z.number().int().min(1).max(30_000),
  height: z.number().int().min(1).max(30_000),
  /** Known points: a pixel (right and down from the top left corner) and its place. Empty when the file itself says where it lies. */
  points: z.array(z.object({ pixel: z.tuple([z.number(), z.number()]), at: point })).max(50),
  /** x = a·u + b·v + c, y = d·u + e·v + f for pixel (u, v). */
  matrix: z.tuple([z.number(), z.number(), z.number(), z.number(), z.number(), z.number()]),
  opacity: share,
});
export type Picture = z.infer<typeof PictureSchema>;

/** Fields of a holding that describe its ground beyond boundary and features. */
export const groundShape = {
  climate: ClimateSchema.nullable(),
  terrain: TerrainSchema.nullable(),
  rules: z.array(RuleSchema).max(200),
  aims: z.array(AimSchema).max(100),
  pictures: z.array(PictureSchema).max(20),
  /** Species that thrive within sight of the fence, by catalogue id or in the steward's words. */
  thriving: z.array(z.string().trim().min(1).max(80)).max(200),
};

/** A service whose place is marked on the ground. */
export interface Mark {
  readonly service: string;
  readonly name: string;
  /** Where the paint is, from end to end; null where somebody saw that it is marked. */
  readonly line: readonly (readonly [number, number])[] | null;
  /** The day; null where it was not kept. */
  readonly on: string | null;
}
