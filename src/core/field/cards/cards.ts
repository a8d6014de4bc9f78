import { bearing, type Point } from '../../geometry/point.ts';
import { distanceTo, polyline } from '../../geometry/polyline.ts';
import { isInside } from '../../geometry/polygon.ts';
import { isMarked, nameOf } from '../../ground/features.ts';
import { reliefOf, slopeAt, type Relief } from '../../ground/relief.ts';
import { soilAt, soilZones, type SoilHere } from '../../ground/soil.ts';
import { windsWorthStopping } from '../../ground/wind.ts';
import { wayFor } from '../../holding/means-schema.ts';
import type { Holding, Planting } from '../../holding/schema.ts';
import { settingOf, type SettingKey } from '../../holding/settings.ts';
import { sayHarm } from '../../species/harm.ts';
import type { Species } from '../../holding/species-schema.ts';
import { basinPlan } from '../../means/basins.ts';
import { floodGround } from '../../means/flood.ts';
import { additives, holePlan } from '../../means/hole-plan.ts';
import { rootsOf } from '../../means/holes.ts';
import { extraKey } from '../../means/protection/extras.ts';
import { isBranched } from '../../means/protection/protect.ts';
import { protectedParts } from '../../means/protection/guard-kit.ts';
import { GUARD_BELOW, isBasketed, isGuarded, stakeFor } from '../../means/protection/guards.ts';
import { forms } from '../../means/protection/kinds.ts';
import { weedMethod } from '../../means/weeds/methods.ts';
import { cleanWidth, laidOn, measure, slitFor } from '../../means/weeds/weed-kit.ts';
import type { Laid } from '../../ranks/laid.ts';
import { rootstockOf } from '../../species/rootstocks.ts';
import { perPlaceOf, seedOf } from '../../species/seeds.ts';
import { stockOf } from '../../species/stock.ts';
import { formatTape, formatWeight } from '../../units/quantities.ts';
import { cardText, factsOf, type CardText, type Cover, type Method, type Planted, type Roots } from './card.ts';
import stepData from './steps.json' with { type: 'json' };

/** A planting card: one kind, in one place, with everything that its text and its drawing are made from. */
export interface Card extends CardText {
  readonly key: string;
  readonly species: Species;
  readonly stock: string;
  /** Metres tall on planting day. */
  readonly tall: number;
  readonly method: string;
  /** Of the ground: 'clay, slope'; empty where nothing is known of it. */
  readonly place: string;
  readonly planted: Planted;
  /** Indices of its plants in the stand. */
  readonly plants: readonly number[];
}

const TEXTURE_NAMES: Readonly<Record<string, string>> = stepData.textures;
/** A service this near is told on the card, in setbacks. */
const TOLD = 2;

/** The cards of a planting, those of most plants first. */
export function cardsOf(laid: Laid, holding: Holding): Card[] {
  const { layout } = laid;
  const { stand } = layout;
  const site = siteOf(laid, holding);
  const groups = new Map<string, { at: number; plants: number[]; here: Here }>();
  for (let i = 0; i < stand.count; i++) {
    const here = site.at([stand.x[i]!, stand.y[i]!]);
    const { row } = stand.rows[stand.row[i]!]!;
    const key = `${stand.lot[i]} ${site.wayOf(i)} ${here.texture ?? ''} ${here.steep ? Math.round(here.slope!.downhill / 45) % 8 : ''} ${here.sod ? '' : 'bare'}`;
    const group = groups.get(`${key} ${site.byRow ? row.id : ''}`);
    if (group) group.plants.push(i);
    else groups.set(`${key} ${site.byRow ? row.id : ''}`, { at: i, plants: [i], here });
  }
  return [...groups]
    .map(([key, { at, plants, here }]) => cardOf(key, at, plants, here, laid, holding, site))
    .sort((a, b) => b.plants.length - a.plants.length);
}

interface Here {
  readonly texture: Planted['texture'];
  readonly slope: Planted['slope'];
  readonly steep: boolean;
  readonly sod: boolean;
}

type Site = ReturnType<typeof siteOf>;

/** What of a planting's ground and means its cards are told from. */
function siteOf({ planting, layout }: Laid, holding: Holding) {
  const zones: readonly SoilHere[] = soilZones(holding.features);
  const relief: Relief | null = reliefOf(holding);
  const tilled = holding.features.flatMap((feature) =>
    feature.kind === 'cover' && feature.grows === 'tilled' ? [feature.ring] : [],
  );
  const wind = holding.climate?.rose ? windsWorthStopping(holding.climate.rose)[0] : undefined;
  const flood = floodGround(layout, holding);
  const middle: Point = layout.stand.count > 0 ? [layout.stand.x[0]!, layout.stand.y[0]!] : [0, 0];
  const stream = holding.features
    .flatMap((feature) => (feature.kind === 'stream' ? [feature] : []))
    .sort((a, b) => distanceTo(polyline(a.line), middle) - distanceTo(polyline(b.line), middle))[0];
  const upstream =
    stream &&
    (stream.flows === 'forward'
      ? bearing(stream.line.at(-1)!, stream.line[0]!)
      : bearing(stream.line[0]!, stream.line.at(-1)!));
  const { means } = planting;
  const exceptions = Object.values(means).flatMap((mean) => mean.exceptions);
  const slopes = new Map<string, Planted['slope']>();
  return {
    holes: holePlan(planting, layout, holding),
    parts: protectedParts(planting, layout, holding),
    berm: basinPlan(planting, layout, holding),
    lean:
      flood && upstream !== undefined
        ? ({ from: upstream, of: 'water' } as const)
        : wind
          ? ({ from: wind.from, of: 'wind' } as const)
          : null,
    /** Whether an exception of some row makes its cards its own. */
    byRow: exceptions.some((one) => one.for === 'row'),
    wayOf: (i: number) => (exceptions.length > 0 ? layout.stand.row[i] : ''),
    at(p: Point): Here {
      // The fall of the land is asked by ten metres: it turns no faster.
      const cell = `${Math.round(p[0] / 10)} ${Math.round(p[1] / 10)}`;
      let slope = slopes.get(cell);
      if (slope === undefined) slopes.set(cell, (slope = relief ? slopeAt(relief, p) : null));
      return {
        texture: soilAt(zones, p)?.zone.texture ?? null,
        slope,
        steep: (slope?.share ?? 0) > stepData.slope,
        sod: !tilled.some((ring) => isInside(ring, p)),
      };
    },
  };
}

const ROOTS_OF: Readonly<Record<string, Roots>> = {
  plug: 'plug',
  pot4: 'pot',
  pot15: 'pot',
  pot50: 'pot',
  pot100: 'pot',
  balled: 'balled',
  seed: 'seed',
  cutting: 'cutting',
  pole: 'pole',
};
const METHOD_OF: Readonly<Record<string, Method>> = {
  slit: 'slit',
  notch: 'notch',
  pit: 'pit',
  seed: 'seed',
  cutting: 'cutting',
  pole: 'pole',
};

function cardOf(
  key: string,
  at: number,
  plants: readonly number[],
  here: Here,
  laid: Laid,
  holding: Holding,
  site: Site,
): Card {
  const { stand } = laid.layout;
  const { species, stock } = stand.lots[stand.lot[at]!]!;
  const named = { species: species.id, row: stand.rows[stand.row[at]!]!.row.id, stock };
  const planted: Planted = {
    roots: ROOTS_OF[stock] ?? 'bare',
    perPlace: perPlaceOf(species.id, stock),
    grafted: rootstockOf(species) !== undefined,
    texture: here.texture,
    slope: here.slope && here.slope.share > LEVEL ? here.slope : null,
    sod: here.sod,
    lean: site.lean,
    berm: site.berm[site.berm.better],
    service: settingOf(holding, 'setback.service'),
    harm: sayHarm(species),
    ...holeIn(named, here, laid, holding, site),
    ...keptFrom(species, named, laid.planting, site),
    ...coverAt(named, stand.rows[stand.row[at]!]!.spacing, laid.planting, holding),
  };
  const text = cardText(planted, holding.units);
  return {
    ...text,
    key,
    species,
    stock,
    tall: stockOf(stock).start,
    method: stepData.methods[planted.method],
    place: [here.texture ? TEXTURE_NAMES[here.texture]! : '', factsOf(planted).has('slope') ? 'slope' : '']
      .filter(Boolean)
      .join(', '),
    planted,
    plants,
    cautions: [...servicesNear(plants, stand, holding), ...text.cautions],
  };
}

/** Ground flatter than this is drawn level, rise over run. */
const LEVEL = 0.005;

/** What decides which exception a plant falls under. */
type Named = Parameters<typeof wayFor>[1];

/** What goes into the ground and how deep it is opened for, metres: seed by its own width. */
function rootsIn(species: string, stock: string, depth: number) {
  const { ballDepth, ball } = rootsOf(stock);
  if (!stockOf(stock).sown) return { ballDepth, ball, depth };
  const seed = seedOf(species);
  return { ballDepth: seed.depth, ball: seed.width, depth: seed.depth };
}

/** The hole, what goes back into it and what settles it. */
function holeIn({ stock, ...named }: Named, here: Here, { planting }: Laid, holding: Holding, site: Site) {
  const { means } = planting;
  const hole = site.holes.holes.find((one) => one.stock === stock)!;
  const soil = wayFor(means.soil, { stock, ...named });
  const holing = wayFor(means.holes, { stock, ...named });
  const of = (name: SettingKey) => holing.measures[name] ?? soil.measures[name] ?? settingOf(holding, name);
  const own = of('hole.proud');
  const proud = own > 0 || !hole.dug || !stepData.heavy.includes(here.texture ?? '') ? own : stepData.heavyProud;
  const { ballDepth, ball, depth } = rootsIn(named.species, stock, hole.depth);
  return {
    method: methodOf(stock, hole, holding.days.plantings.find(({ id }) => id === planting.id)?.way ?? 'hand'),
    hole: {
      width: hole.width,
      // A card that sets it prouder than the plan digs so much less deep.
      depth: depth - (hole.dug ? proud - own : 0),
      ball,
      ballDepth,
      seat: ballDepth - proud,
      sink: hole.sink,
      auger: hole.auger,
    },
    proud,
    soil: soil.method as Planted['soil'],
    share: of('soil.share'),
    dress: { across: of('soil.dress'), depth: of('soil.dressDepth') },
    feed: feedOf(soil.measures, stockOf(stock).pot === 0, holding),
    gel: (soil.measures['add.gel'] ?? 0) > 0,
    litres: hole.litres,
    mass: hole.mass,
    hands: hole.hands,
  };
}

/** What keeps animals off it: as its part of the planting is protected. */
function keptFrom(species: Species, named: Named, { means }: Planting, site: Site) {
  const part = site.parts.find(
    ({ group, branched }) =>
      group.way === wayIn(means.protection, named) &&
      (branched === null || branched === isBranched({ species, stock: named.stock })),
  );
  const protection = part && part.group.way.method !== 'none' && isGuarded(species) ? part.protection : null;
  const form = protection?.guard ? forms[protection.guard.form]! : null;
  const size = protection?.guard?.size ?? 0;
  const stake = form && form.stakes > 0 && size >= 0.45 ? stakeFor(size) : null;
  return {
    guard: form && {
      label: form.label.replace(/s$/, ''),
      size,
      crate: form.crate === true,
      net: protection!.animals.includes('bird') && size >= 0.9,
      below: form.crate ? 0 : GUARD_BELOW,
    },
    stake: stake?.length ? { length: stake.length, depth: stake.depth, count: form!.stakes } : null,
    collar: protection?.collar ?? null,
    basket: protection !== null && isBasketed(protection.animals, named.stock),
    wrap: means.protection.measures[extraKey('wrap')] === 1 && ['tree', 'fruit'].includes(species.kind),
  };
}

/** What is laid against weeds at it. */
function coverAt(named: Named, spacing: number, { means }: Planting, holding: Holding) {
  const way = wayFor(means.weeds, named);
  const { stuff } = weedMethod(way.method);
  return {
    cover: COVER_OF[laidOn(way, spacing, holding)] ?? ('none' as const),
    clean: cleanWidth(way, spacing, holding),
    mulch: {
      depth: measure(way, holding, 'weed.depth'),
      gap: measure(way, holding, 'weed.ringGap') / 2,
      of: stuff === 'straw' ? 'Straw' : 'Chips',
    },
    slit: slitFor(way, named.stock, spacing, holding),
  };
}

const COVER_OF: Readonly<Partial<Record<string, Cover>>> = {
  mat: 'mat',
  strip: 'strip',
  ring: 'mulch',
  mulchStrip: 'mulch',
  spot: 'bare',
  bare: 'bare',
};

/** The way as the groups of a planting name it: an exception, or the whole mean. */
function wayIn(mean: Holding['plantings'][number]['means']['protection'], named: Parameters<typeof wayFor>[1]) {
  const way = wayFor(mean, named);
  return mean.exceptions.includes(way as never) ? way : mean;
}

function methodOf(stock: string, hole: { readonly dug: boolean; readonly auger: number | null }, way: string): Method {
  if (way === 'machine' && ['plug', 'whip', 'transplant'].includes(stock)) return 'machine';
  if (way === 'auger' && hole.dug && hole.auger !== null) return 'auger';
  return stock === 'plug' ? 'dibble' : (METHOD_OF[rootsOf(stock).digs] ?? 'pit');
}

function feedOf(
  measures: Readonly<Record<string, number>>,
  bare: boolean,
  { units }: Pick<Holding, 'units'>,
): string | null {
  const given = Object.entries(additives).flatMap(([name, additive]) => {
    const grams = measures[`add.${name}`] ?? 0;
    return grams > 0 && name !== 'gel' && (additive.bare || !bare)
      ? [`${formatWeight(grams / 1000, units)} of ${additive.label.toLowerCase()}`]
      : [];
  });
  return given.length > 0 ? given.join(' and ') : null;
}

/** Services that lie near these plants: what, how near, and since when it is marked. */
function servicesNear(plants: readonly number[], { x, y }: Laid['layout']['stand'], holding: Holding): string[] {
  const reach = TOLD * settingOf(holding, 'setback.service');
  return holding.features.flatMap((feature) => {
    if (feature.kind !== 'buriedService' || feature.state === 'removed') return [];
    const line = polyline(feature.line);
    const off = plants.reduce((least, i) => Math.min(least, distanceTo(line, [x[i]!, y[i]!])), Infinity);
    if (off > reach) return [];
    const day = holding.marks?.find(({ service }) => service === feature.id)?.on;
    const marked = isMarked(holding, feature.id)
      ? `marked${day ? ` on ${day}` : ''}`
      : 'not marked yet: no spade until it is';
    return [
      `${nameOf(feature)} ${formatTape(off, holding.units)} from the nearest of these, ${marked}. Dig by hand there.`,
    ];
  });
}

/** The card of a plant of the stand. */
export const cardFor = (cards: readonly Card[], plant: number): Card | undefined =>
  cards.find(({ plants }) => plants.includes(plant));
