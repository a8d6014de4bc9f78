import { z } from 'zod';
import { noDays } from './days-schema.ts';
import type { Mark } from './ground-schema.ts';

/** What versions before 8 kept in the plan though it had happened: it belongs to the record. */
export interface LeftBehind {
  readonly seen: readonly { readonly item: string; readonly on: string; readonly note: string }[];
  readonly asked: { readonly reference: string; readonly on: string; readonly services: readonly string[] } | null;
  readonly marks: readonly Mark[];
}

/** `migrations[n]` makes version n + 2 of version n + 1. One that shipped is never edited. */
export const migrations: readonly ((old: unknown) => unknown)[] = [
  nameThePins,
  knowTheGround,
  layMoreWays,
  sayWhereFrom,
  sayWhatBelongs,
  meanIt,
  leaveWhatHappened,
  takeNursesOut,
  countDays,
  nameTreesAndDogs,
  keepTheTank,
  sayMoreOfCornersAndGaps,
  nobodySends,
];

/** Version 1 kept `assumed: true | false` on a corner; since version 2 its pin is named 'found' or 'assumed'. */
function nameThePins(old: unknown): unknown {
  const Old = z.looseObject({ boundary: z.array(z.looseObject({ assumed: z.boolean() })).nullable() });
  const parsed = Old.safeParse(old);
  if (!parsed.success) return old;
  const boundary =
    parsed.data.boundary?.map(({ assumed, ...corner }) => ({ ...corner, pin: assumed ? 'assumed' : 'found' })) ?? null;
  return { ...parsed.data, boundary };
}

/** What version 3 adds to a kind of feature, as nobody had said otherwise. */
const ADDED: Readonly<Record<string, object>> = {
  fence: { solid: false },
  buriedService: { state: 'unknown', depth: null, owner: 'unknown' },
  stream: { width: 2 },
  wetGround: { stands: 'winter', floods: false },
  tree: { leaf: 'deciduous' },
};

/** Version 2 knew eleven kinds of feature and no climate, fall, rules or aims; version 3 knows the ground whole, and more ways to fill a row. */
function knowTheGround(old: unknown): unknown {
  const Old = z.looseObject({
    boundary: z.array(z.looseObject({})).nullable(),
    features: z.array(z.looseObject({ kind: z.string() })),
    plantings: z.array(z.looseObject({ rows: z.array(z.looseObject({})) })),
  });
  const parsed = Old.safeParse(old);
  if (!parsed.success) return old;
  return {
    ...parsed.data,
    boundary: parsed.data.boundary?.map((corner) => ({ restsOn: null, other: null, ...corner })) ?? null,
    features: parsed.data.features.map((feature) => ({ ...ADDED[feature.kind], ...feature })),
    plantings: parsed.data.plantings.map((planting) => ({
      clearings: [],
      ...planting,
      rows: planting.rows.map((row) => ({ trim: { start: 0, stop: 0 }, mix: 'turn', offset: 0, seed: 1, ...row })),
    })),
    patterns: [],
    climate: null,
    terrain: null,
    rules: [],
    aims: [],
    pictures: [],
    seen: {},
    thriving: [],
    marking: null,
  };
}

/** Version 3 laid belts only, all in one year and free-grown, with the app's own species. */
function layMoreWays(old: unknown): unknown {
  const Rows = z.object({ rows: z.array(z.looseObject({ swaps: z.array(z.looseObject({})) })) }).loose();
  const Old = z.looseObject({ plantings: z.array(Rows), patterns: z.array(Rows) });
  const parsed = Old.safeParse(old);
  if (!parsed.success) return old;
  const more = (laid: z.infer<typeof Rows>) => ({
    ...laid,
    corners: 'round',
    rows: laid.rows.map((row) => ({
      across: false,
      kept: null,
      later: 0,
      ...row,
      swaps: row.swaps.map((swap) => ({ copy: 0, ...swap })),
    })),
  });
  return {
    ...parsed.data,
    plantings: parsed.data.plantings.map(more),
    patterns: parsed.data.patterns.map(more),
    variants: [],
    species: [],
  };
}

/** Version 4 named one source for all that is known of a climate, remembered no stock in hand, and took a block's density from its grid. */
function sayWhereFrom(old: unknown): unknown {
  const Laid = z.looseObject({ baseline: z.looseObject({ kind: z.string() }) });
  const Old = z.looseObject({
    climate: z.looseObject({ source: z.string(), simulated: z.boolean() }).nullable(),
    plantings: z.array(Laid),
    variants: z.array(z.looseObject({ planting: Laid })),
  });
  const parsed = Old.safeParse(old);
  if (!parsed.success) return old;
  const ask = (laid: z.infer<typeof Laid>) =>
    laid.baseline.kind === 'block' ? { ...laid, baseline: { density: null, ...laid.baseline } } : laid;
  const { climate, plantings, variants } = parsed.data;
  const { source, simulated, ...known } = climate ?? { source: '', simulated: false };
  const each = { source, simulated };
  return {
    ...parsed.data,
    climate: climate && { ...known, from: { months: each, frosts: each, zone: each, rose: each } },
    plantings: plantings.map(ask),
    variants: variants.map((variant) => ({ ...variant, planting: ask(variant.planting) })),
    inHand: [],
  };
}

/** Version 5 knew no botanical region, of an overhead line not its voltage, and kept a height at 20 years apart from the rate. */
function sayWhatBelongs(old: unknown): unknown {
  const Old = z.looseObject({
    features: z.array(z.looseObject({ kind: z.string() })),
    species: z.array(z.looseObject({ more: z.looseObject({ at20: z.unknown() }).partial().optional() })),
  });
  const parsed = Old.safeParse(old);
  if (!parsed.success) return old;
  const features = parsed.data.features.map((feature) =>
    feature.kind === 'overheadLine' ? { voltage: 'unknown', ...feature } : feature,
  );
  const species = parsed.data.species.map(({ more, ...known }) => {
    const { at20, ...rest } = more ?? {};
    return { ...known, ...(at20 ? { at20 } : {}), ...(more ? { more: rest } : {}) };
  });
  return { ...parsed.data, features, species, region: null, nativeOnly: false };
}

/** Version 6 knew three ways against weeds and whether plants are guarded; since version 7 each planting has its means. */
function meanIt(old: unknown): unknown {
  const Kept = z.looseObject({ weeds: z.string(), guarded: z.boolean() });
  const Old = z.looseObject({
    plantings: z.array(Kept),
    patterns: z.array(Kept),
    variants: z.array(z.looseObject({ planting: Kept })),
  });
  const parsed = Old.safeParse(old);
  if (!parsed.success) return old;
  const all = (method: string) => ({ method, measures: {}, exceptions: [] });
  const mean = ({ weeds, guarded, ...planting }: z.infer<typeof Kept>) => ({
    ...planting,
    means: {
      protection: all(guarded ? 'fitting' : 'none'),
      weeds: all(weeds),
      holes: all('same'),
      soil: all('native'),
      water: all('rounds'),
    },
  });
  const { plantings, patterns, variants } = parsed.data;
  return {
    ...parsed.data,
    here: [],
    kits: [],
    grants: [],
    suppliers: [],
    plantings: plantings.map(mean),
    patterns: patterns.map(mean),
    variants: variants.map((variant) => ({ ...variant, planting: mean(variant.planting) })),
  };
}

/** Until version 8 every row stayed; since version 9 a row may be taken out in its year. */
function takeNursesOut(old: unknown): unknown {
  const Rows = z.looseObject({ rows: z.array(z.looseObject({})) });
  const Old = z.looseObject({
    plantings: z.array(Rows),
    patterns: z.array(Rows),
    variants: z.array(z.looseObject({ planting: Rows })),
  });
  const parsed = Old.safeParse(old);
  if (!parsed.success) return old;
  const staying = <T extends z.infer<typeof Rows>>(planting: T): T => ({
    ...planting,
    rows: planting.rows.map((row) => ({ ...row, out: null })),
  });
  const { plantings, patterns, variants } = parsed.data;
  return {
    ...parsed.data,
    plantings: plantings.map(staying),
    patterns: patterns.map(staying),
    variants: variants.map((variant) => ({ ...variant, planting: staying(variant.planting) })),
  };
}

/** What a holding of version 7 knew of what had happened; nothing that does not fit. */
export function leftBehind(old: unknown): LeftBehind | null {
  const Line = z.array(z.tuple([z.number(), z.number()])).min(2);
  const Old = z.object({
    seen: z.record(z.string(), z.object({ on: z.string(), note: z.string() })).catch({}),
    marking: z
      .object({ reference: z.string(), askedOn: z.string(), services: z.array(z.string()) })
      .nullable()
      .catch(null),
    features: z.array(
      z.object({
        id: z.string(),
        kind: z.string(),
        name: z.string().catch(''),
        marked: z.boolean().optional(),
        on: z.string().optional(),
        line: Line.optional().catch(undefined),
      }),
    ),
  });
  const parsed = Old.safeParse(old);
  if (!parsed.success) return null;
  const { seen, marking, features } = parsed.data;
  const services = features.filter(({ kind, marked }) => kind === 'buriedService' && marked);
  const paint = features.filter(({ kind }) => kind === 'paintMark');
  const left: LeftBehind = {
    seen: Object.entries(seen).map(([item, one]) => ({ item, ...one })),
    asked: marking && { reference: marking.reference, on: marking.askedOn, services: marking.services },
    marks: services.map(({ id, name }) => {
      const mark = paint.find((one) => one.name === name);
      return { service: id, name, line: mark?.line ?? null, on: mark?.on ?? null };
    }),
  };
  return left.seen.length + left.marks.length > 0 || left.asked ? left : null;
}

/** Version 7 kept in the plan what had been seen on the ground, and the marks of services; since version 8 the record does. */
export function leaveWhatHappened(old: unknown): unknown {
  const Old = z.looseObject({ features: z.array(z.looseObject({ kind: z.string() })) });
  const parsed = Old.safeParse(old);
  if (!parsed.success) return old;
  const { seen: _, marking: __, ...rest } = parsed.data;
  return {
    ...rest,
    features: parsed.data.features
      .filter(({ kind }) => kind !== 'paintMark')
      .map(({ marked: ___, ...feature }) => feature),
  };
}

/** Version 9 knew no days: none is set, nobody has been named. */
function countDays(old: unknown): unknown {
  return typeof old === 'object' && old !== null && !('days' in old) ? { ...old, days: noDays() } : old;
}

/** Version 11 knows dogs, and the kind of a standing tree: neither was said before. */
function nameTreesAndDogs(old: unknown): unknown {
  return old;
}

/** Until version 11 a tank on wheels held 600 L unless said otherwise; since version 12 there is none until it is said: who waters from one keeps it. */
function keepTheTank(old: unknown): unknown {
  const Watered = z.looseObject({
    means: z.looseObject({ water: z.looseObject({ method: z.string(), measures: z.record(z.string(), z.number()) }) }),
  });
  const Old = z.looseObject({
    settings: z.record(z.string(), z.number()),
    plantings: z.array(Watered),
    patterns: z.array(Watered),
    variants: z.array(z.looseObject({ planting: Watered })),
  });
  const parsed = Old.safeParse(old);
  if (!parsed.success || 'water.tank' in parsed.data.settings) return old;
  const keeping = <T extends z.infer<typeof Watered>>(planting: T): T => {
    const { means } = planting;
    if (means.water.method !== 'tank') return planting;
    const measures = { 'water.tank': 600, ...means.water.measures };
    return { ...planting, means: { ...means, water: { ...means.water, measures } } };
  };
  const { plantings, patterns, variants } = parsed.data;
  return {
    ...parsed.data,
    plantings: plantings.map(keeping),
    patterns: patterns.map(keeping),
    variants: variants.map((variant) => ({ ...variant, planting: keeping(variant.planting) })),
  };
}

/** Until version 12 a corner from a coarse grid was as sure as every other assumed one, and rows kept their grid beyond gaps; since version 13 both are said. */
function sayMoreOfCornersAndGaps(old: unknown): unknown {
  const Laid = z.looseObject({});
  const Old = z.looseObject({
    boundary: z.array(z.looseObject({})).nullable(),
    plantings: z.array(Laid),
    variants: z.array(z.looseObject({ planting: Laid })),
  });
  const parsed = Old.safeParse(old);
  if (!parsed.success) return old;
  const { boundary, plantings, variants } = parsed.data;
  const keeping = (planting: z.infer<typeof Laid>) => ({ beyondGaps: 'keep', ...planting });
  return {
    ...parsed.data,
    boundary: boundary?.map((corner) => ({ off: 0, ...corner })) ?? null,
    plantings: plantings.map(keeping),
    variants: variants.map((variant) => ({ ...variant, planting: keeping(variant.planting) })),
  };
}

/** Until version 13 nobody was named on letters to suppliers. */
function nobodySends(old: unknown): unknown {
  return typeof old === 'object' && old !== null ? { sender: { name: '', address: '', deliverTo: '' }, ...old } : old;
}
