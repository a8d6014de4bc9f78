import { z } from 'zod';
import { soilAt, soilZones } from '../ground/soil.ts';
import { phGround } from './ph-dose.ts';
import type { Holding, Planting } from '../holding/schema.ts';
import { settingOf, type SettingKey } from '../holding/settings.ts';
import type { Layout } from '../ranks/lay-out.ts';
import { stockOf } from '../species/stock.ts';
import additiveData from './additives.json' with { type: 'json' };
import {
  AIR,
  SODIC,
  augerFor,
  ballMass,
  gypsum,
  holeSize,
  holeVolumes,
  LIFT,
  rootsOf,
  type DepthSchool,
  type SoilSchool,
} from './holes.ts';
import { piece, type KitLine } from './kit.ts';
import { plantingWater } from './water.ts';

/** What may be given to each plant at planting, by key: grams, and when it is worth giving. */
export const additives = z
  .record(
    z.string(),
    z.strictObject({
      label: z.string(),
      stuff: z.string(),
      /** Usual dose and most that is taken, grams a plant. */
      grams: z.number().positive(),
      most: z.number().positive(),
      when: z.string(),
      /** Whether bare roots may have it. */
      bare: z.boolean(),
      source: z.string(),
    }),
  )
  .parse(additiveData);

/** The holes of one stock. */
export interface HoleOfStock {
  readonly stock: string;
  readonly plants: number;
  readonly method: string;
  /** Metres. A slit is as wide as the spade. */
  readonly width: number;
  readonly depth: number;
  /** Width of the auger; null where none bores it or nobody does: a slit. */
  readonly auger: number | null;
  readonly dug: boolean;
  /** Loose fill under the plant of a deep hole, and how far it sinks if that is forgotten, metres. */
  readonly baseLoose: number;
  readonly sink: number;
  /** m³ of all of them. */
  readonly out: number;
  readonly back: number;
  readonly amend: number;
  readonly over: number;
  /** Of a ball or pot, kg; 0 for bare roots. */
  readonly mass: number;
  readonly hands: 'one' | 'two' | 'machine';
  /** Litres that settle one of them. */
  readonly litres: number;
}

export interface HolePlan {
  readonly holes: readonly HoleOfStock[];
  readonly plants: number;
  /** Totals, m³ and litres. */
  readonly out: number;
  readonly over: number;
  readonly amend: number;
  readonly litres: number;
  /** Steps that this soil adds, in the order of the work. */
  readonly soilSteps: readonly string[];
  /** Gypsum, kg, where a test of a sodic clay asks for it. */
  readonly gypsum: number;
}

type Rates = Pick<Holding, 'settings' | 'units' | 'prices' | 'currency' | 'features'>;

/** How the holes of a planting are dug and filled, stock by stock. */
export function holePlan(planting: Planting, { stand }: Layout, holding: Rates): HolePlan {
  const { holes: holing, soil } = planting.means;
  const of = (key: SettingKey) => holing.measures[key] ?? soil.measures[key] ?? settingOf(holding, key);
  const textures = texturesUnder(stand, holding);
  const counts = new Map<string, number>();
  for (let i = 0; i < stand.count; i++) {
    const { stock } = stand.lots[stand.lot[i]!]!;
    counts.set(stock, (counts.get(stock) ?? 0) + 1);
  }
  const holes = [...counts].map(([stock, plants]) => holeOf(stock, plants, planting, of));
  const sum = (part: (hole: HoleOfStock) => number) => holes.reduce((total, hole) => total + part(hole), 0);
  const ground = holes.reduce(
    (total, { plants, width, dug }) => total + (dug ? plants * (Math.PI / 4) * width ** 2 : 0),
    0,
  );
  const { 'soil.cec': cec = 0, 'soil.esp': now = 0, 'soil.espTarget': target = SODIC.target } = soil.measures;
  const sodic = textures.has('clay') && cec > 0 && now > target;
  return {
    holes: holes.sort((a, b) => stockOf(b.stock).start - stockOf(a.stock).start),
    plants: stand.count,
    out: sum(({ out }) => out),
    over: sum(({ over }) => over),
    amend: sum(({ amend }) => amend),
    litres: sum(({ plants, litres }) => plants * litres),
    soilSteps: stepsOf(
      textures,
      holes.some(({ dug }) => dug),
    ),
    gypsum: sodic ? ground * gypsum({ depth: SODIC.depth, bulk: SODIC.bulk, cec, espNow: now, espTarget: target }) : 0,
  };
}

/** The holes of one stock, in all of a planting. */
function holeOf(
  stock: string,
  plants: number,
  { means: { holes: holing, soil } }: Planting,
  of: (key: SettingKey) => number,
): HoleOfStock {
  const roots = rootsOf(stock);
  const { ball, ballDepth, shape } = roots;
  const dug = roots.digs === 'pit';
  const size = holeSize({
    ball,
    ballDepth,
    ratio: of('hole.ratio'),
    extra: of('hole.extra'),
    proud: dug ? of('hole.proud') : 0,
    school: dug ? (holing.method as DepthSchool) : 'same',
    deepFactor: of('hole.deep'),
    settle: of('hole.settle'),
  });
  const width = dug ? size.width : ball;
  const volumes = dug
    ? holeVolumes({
        n: plants,
        width,
        depth: size.depth,
        ball,
        ballDepth,
        proud: of('hole.proud'),
        shape,
        bulk: of('hole.bulk'),
        school: soil.method as SoilSchool,
        share: of('soil.share'),
        dressD: of('soil.dress'),
        dressDepth: of('soil.dressDepth'),
      })
    : { outM3: 0, backfillM3: 0, amendM3: 0, spareLooseM3: 0 };
  const mass = roots.density > 0 && dug ? ballMass({ ball, ballDepth, shape, density: roots.density }) : 0;
  // Bare roots are firmed into ground that winter has wetted: a bucket settles them. A ball and its loose fill drink more.
  const litres = settlingLitres(volumes, plants, roots.litres, dug && roots.density > 0);
  return {
    stock,
    plants,
    method: roots.method,
    width,
    depth: size.depth,
    auger: dug ? augerFor(width) : null,
    dug,
    baseLoose: size.baseLoose,
    sink: size.sink,
    out: volumes.outM3,
    back: volumes.backfillM3,
    amend: volumes.amendM3,
    over: volumes.spareLooseM3,
    mass,
    hands: mass > LIFT.machine ? 'machine' : mass > LIFT.two ? 'two' : 'one',
    litres,
  };
}

/** Litres that settle one hole: what its loose fill and ball take up, no less than is usual for its stock. */
function settlingLitres(
  { outM3, backfillM3 }: { readonly outM3: number; readonly backfillM3: number },
  plants: number,
  usual: number,
  dug: boolean,
): number {
  if (!dug) return usual;
  const fill = { backfillM3: backfillM3 / plants, ballM3: (outM3 - backfillM3) / plants };
  return Math.max(usual, Math.round(plantingWater({ ...fill, airBackfill: AIR.backfill, airBall: AIR.ball })));
}

/** Textures of the soil zones that a stand's plants stand in. */
function texturesUnder({ count, x, y }: Layout['stand'], { features }: Pick<Holding, 'features'>): Set<string> {
  const zones = soilZones(features);
  const found = new Set<string>();
  if (zones.length === 0) return found;
  for (let i = 0; i < count; i++) {
    const here = soilAt(zones, [x[i]!, y[i]!]);
    if (here) found.add(here.zone.texture);
  }
  return found;
}

function stepsOf(textures: ReadonlySet<string>, dug: boolean): string[] {
  const heavy = textures.has('clay') || textures.has('clayLoam');
  return [
    ...(textures.has('madeGround') ? ['Take rubble out of each hole; what is left drains like a bucket.'] : []),
    ...(heavy
      ? [
          'Score the sides: a spade or an auger glazes clay, and roots circle in it.',
          'Never firm wet clay with the heel.',
        ]
      : []),
    ...(textures.has('sand') ? ['Soak dry sand before planting: it sheds the first water.'] : []),
    ...(dug
      ? ['Collar at the finished ground; a graft union 5 to 10 cm above it.']
      : ['Firm with the heel so that a gentle tug does not lift it.']),
  ];
}

/** Compost, feed and the like that one planting wants. */
export function soilKit(planting: Planting, layout: Layout, holding: Rates): KitLine[] {
  const { soil } = planting.means;
  // Asked on every edit: nothing is worked out where nothing is wanted.
  if (soil.method === 'native' && Object.keys(soil.measures).length === 0) return [];
  const plan = holePlan(planting, layout, holding);
  const lines: KitLine[] = [];
  if (plan.amend > 0)
    lines.push(
      piece(holding, 'compost', plan.amend, 0, soil.method === 'blend' ? 'blended into the backfill' : 'laid on top'),
    );
  if (plan.gypsum > 0) lines.push(piece(holding, 'gypsum', plan.gypsum, 0, 'by the soil test of a sodic clay'));
  for (const stuff of ['lime', 'sulphur'] as const) {
    const mine = phGround(planting, layout, holding).filter((ground) => ground.stuff === stuff);
    const kilograms = mine.reduce((sum, ground) => sum + ground.kilograms, 0);
    if (kilograms > 0)
      lines.push(
        piece(holding, stuff, kilograms, 0, `by the pH of ${[...new Set(mine.map(({ zone }) => zone))].join(', ')}`),
      );
  }
  for (const [key, { stuff, bare }] of Object.entries(additives)) {
    const grams = soil.measures[`add.${key}`] ?? 0;
    if (grams <= 0) continue;
    const plants = plan.holes.reduce((sum, { stock, plants: n }) => sum + (bare || stockOf(stock).pot > 0 ? n : 0), 0);
    const none = plan.plants - plants;
    lines.push(
      piece(
        holding,
        stuff,
        (plants * grams) / 1000,
        0,
        `${grams} g for each of ${plants}, once, at planting${none > 0 ? `; none for ${none} with bare roots: it burns them` : ''}`,
      ),
    );
  }
  return lines;
}
