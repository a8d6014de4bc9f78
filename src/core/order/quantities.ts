import type { Species } from '../holding/species-schema.ts';
import type { Holding, Planting } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import type { Layout } from '../ranks/lay-out.ts';
import type { LaidRow, Stand } from '../ranks/stand.ts';
import { stockOf } from '../species/stock.ts';
import { roundHalfUp, TOL } from '../units/rounding.ts';
import { choosePacks } from './packs.ts';
import { priceOf, stockPriceKey } from './prices.ts';
import {
  collarFor,
  crateFor,
  guardHeight,
  isBasketed,
  isGuarded,
  isHedge,
  stakeFor,
  tiesFor,
  withSpares,
} from './protection.ts';
import { ownShare } from './ring-share.ts';
import { finalOrder, leastOrder, survivalOf } from './survival.ts';
import { fabricPins, fabricRolls, mulchRings } from './weeds.ts';

/** Plants of one species and stock. */
export interface Kind {
  readonly species: Species;
  readonly stock: string;
  readonly count: number;
}

/** One line of plants to buy. */
export interface PlantLine extends Kind {
  /** Plants that will not live through the first year, expected. */
  readonly losses: number;
  /** Plants wanted so that enough live, with those unfit on arrival. */
  readonly order: number;
  /** Of those, already in hand. */
  readonly here: number;
  readonly packs: readonly { readonly size: number; readonly count: number }[];
  readonly quantity: number;
  readonly cents: number;
}

/** One line of guards, stakes, mats and the like. */
export interface KitLine {
  readonly key: string;
  /** Pieces wanted on the plan, before spares; a volume in m³ for chips. */
  readonly wanted: number;
  /** Pieces to buy. */
  readonly count: number;
  readonly cents: number;
}

export interface Quantities {
  readonly plants: number;
  readonly kinds: readonly Kind[];
  readonly plantLines: readonly PlantLine[];
  readonly kit: readonly KitLine[];
  readonly cents: number;
  /** Baseline length, metres. */
  readonly length: number;
}

type Rates = Pick<Holding, 'settings' | 'prices' | 'animals'>;

/** Plants of a stand by species and stock, most first. */
export function kindsOf(stand: Stand): Kind[] {
  const counts = new Uint32Array(stand.kinds.length * stand.stockIds.length);
  const stocks = stand.stockIds.length;
  for (let i = 0; i < stand.count; i++) counts[stand.species[i]! * stocks + stand.stock[i]!]!++;
  const kinds: Kind[] = [];
  counts.forEach((count, k) => {
    if (count > 0)
      kinds.push({ species: stand.kinds[Math.floor(k / stocks)]!, stock: stand.stockIds[k % stocks]!, count });
  });
  return kinds.sort((a, b) => b.count - a.count || a.species.id.localeCompare(b.species.id, 'en'));
}

/** Plants in hand by {@link keyOf}. */
export type InHand = ReadonlyMap<string, number>;
const keyOf = ({ species, stock }: Pick<Kind, 'species' | 'stock'>): string => `${species.id}|${stock}`;

/** What lies in the shed, less what `earlier` lines take of it. */
export function leftInHand({ inHand }: Pick<Holding, 'inHand'>, earlier: readonly PlantLine[]): InHand {
  const left = new Map<string, number>();
  for (const { species, stock, size, bundles } of inHand)
    left.set(`${species}|${stock}`, (left.get(`${species}|${stock}`) ?? 0) + size * bundles);
  for (const line of earlier) left.set(keyOf(line), (left.get(keyOf(line)) ?? 0) - line.here);
  return left;
}

/** Kinds of several stands added up. */
export function addKinds(all: readonly (readonly Kind[])[]): Kind[] {
  const sums = new Map<string, Kind>();
  for (const kind of all.flat()) {
    const key = keyOf(kind);
    sums.set(key, { ...kind, count: kind.count + (sums.get(key)?.count ?? 0) });
  }
  return [...sums.values()].sort((a, b) => b.count - a.count || a.species.id.localeCompare(b.species.id, 'en'));
}

/** What to order for these plants: enough that the wanted number lives, in the cheapest packs. */
export function plantLines(kinds: readonly Kind[], holding: Rates, inHand: InHand = new Map()): PlantLine[] {
  const prob = settingOf(holding, 'order.prob');
  const rho = settingOf(holding, 'order.rho');
  const cull = settingOf(holding, 'order.cull');
  return kinds.map((kind) => {
    const stock = stockOf(kind.stock);
    const survival = survivalOf(kind.species, kind.stock);
    // Above three plants for each place the note advises filling gaps later; order the plain expectation then.
    const least = leastOrder({ need: kind.count, survival, prob, rho }) ?? Math.ceil(kind.count / survival);
    const order = finalOrder(kind.count, least - kind.count, cull);
    const packs = stock.packs.map(({ size }) => ({ size, price: priceOf(holding, stockPriceKey(stock.id, size)) }));
    const here = Math.min(order, inHand.get(keyOf(kind)) ?? 0);
    const { quantity, cost, counts } = choosePacks(order - here, packs);
    return {
      ...kind,
      losses: roundHalfUp(kind.count * (1 - survival)),
      order,
      here,
      packs: packs.map(({ size }, p) => ({ size, count: counts[p]! })).filter(({ count }) => count > 0),
      quantity,
      cents: cost,
    };
  });
}

/** Guards, stakes, ties, mats, fabric, pins and mulch for one planting. */
function kitLines(planting: Planting, stand: Stand, holding: Rates): KitLine[] {
  return [...guardKit(planting, stand, holding), ...weedKit(planting, stand, holding)].filter(({ count }) => count > 0);
}

function piece(holding: Rates, key: string, wanted: number, spare: number): KitLine {
  const { need } = withSpares(wanted, spare, 1);
  return { key, wanted, count: need, cents: need * priceOf(holding, key) };
}

function guardKit(planting: Planting, stand: Stand, holding: Rates): KitLine[] {
  if (!planting.guarded) return [];
  const spare = settingOf(holding, 'order.spare');
  const snow = settingOf(holding, 'guard.snow');
  const guarded = stand.kinds.map(isGuarded);
  const basketed = stand.stockIds.map((stock) => isBasketed(holding.animals, stock));
  let [plants, baskets] = [0, 0];
  for (let i = 0; i < stand.count; i++) {
    if (!guarded[stand.species[i]!]!) continue;
    plants++;
    if (basketed[stand.stock[i]!]!) baskets++;
  }
  const hedge = isHedge(stand.rows.map(({ spacing }) => spacing));
  const collar = collarFor(holding.animals, snow, hedge);
  const below = [
    ...(collar === null ? [] : [piece(holding, `guard.${collar}`, plants, spare)]),
    piece(holding, 'basket', baskets, spare),
  ];
  const { size } = guardHeight(holding.animals, snow, hedge);
  if (size === null) return below;
  const guards = [piece(holding, `guard.${size}`, plants, spare), ...below];
  if (size < 0.45) return guards; // a split collar holds itself
  const crate = crateFor(holding.animals, hedge);
  if (crate)
    return [
      ...guards,
      piece(holding, 'post', plants * crate.posts, spare),
      piece(holding, 'rail', plants * crate.rails, spare),
    ];
  const { length: stake } = stakeFor(size);
  const ties = piece(holding, 'tie', plants * tiesFor(size), spare);
  return [...guards, ...(stake === null ? [] : [piece(holding, `stake.${stake}`, plants, spare)]), ties];
}

function weedKit(planting: Planting, stand: Stand, holding: Rates): KitLine[] {
  const spare = settingOf(holding, 'order.spare');
  const planted = stand.rows.filter(({ line, from, to }) => line && to > from);
  if (planting.weeds === 'mats') {
    // Closer than a mat is wide they would lie on one another: there a strip is laid instead.
    const wide = planted.filter(({ spacing }) => spacing >= settingOf(holding, 'weed.matSide') - TOL);
    const mats = wide.reduce((sum, { from, to }) => sum + to - from, 0);
    const strips = planted.filter((row) => !wide.includes(row));
    return addKit([
      [piece(holding, 'mat', mats, spare), piece(holding, 'pin', mats * settingOf(holding, 'weed.pinsEach'), 0)],
      fabricKit(strips, holding),
    ]);
  }
  if (planting.weeds === 'fabric') return fabricKit(planted, holding);
  if (planting.weeds === 'chips' && stand.count > 0) {
    const outer = settingOf(holding, 'weed.ring');
    const { order } = mulchRings({
      n: stand.count,
      outer,
      own: ownShare(stand, outer / 2),
      gap: settingOf(holding, 'weed.ringGap'),
      depth: settingOf(holding, 'weed.depth'),
      settle: settingOf(holding, 'weed.settle'),
    });
    return [
      { key: 'chips', wanted: order, count: Math.ceil(order), cents: Math.ceil(order) * priceOf(holding, 'chips') },
    ];
  }
  return [];
}

function fabricKit(rows: readonly LaidRow[], holding: Rates): KitLine[] {
  if (rows.length === 0) return [];
  const lengths = rows.map(({ line }) => line!.length);
  const overlap = settingOf(holding, 'weed.overlap');
  const { rolls, joints } = fabricRolls(lengths, {
    roll: settingOf(holding, 'weed.rollLength'),
    overlap,
    endBury: overlap,
    minPiece: settingOf(holding, 'weed.minPiece'),
  });
  const pins = fabricPins(lengths, { along: 1, width: settingOf(holding, 'weed.rollWidth'), across: 0.3, joints });
  return [piece(holding, 'fabric', rolls, 0), piece(holding, 'pin', pins, 0)];
}

/** Kit of several plantings added up by kind. */
export function addKit(all: readonly (readonly KitLine[])[]): KitLine[] {
  const sums = new Map<string, KitLine>();
  for (const line of all.flat()) {
    const known = sums.get(line.key);
    sums.set(
      line.key,
      known
        ? {
            ...line,
            wanted: known.wanted + line.wanted,
            count: known.count + line.count,
            cents: known.cents + line.cents,
          }
        : line,
    );
  }
  return [...sums.values()];
}

/** What one planting adds up to. Money in minor units. */
export function quantities(planting: Planting, { baseline, stand }: Layout, holding: Rates): Quantities {
  const kinds = kindsOf(stand);
  const lines = plantLines(kinds, holding);
  const kit = kitLines(planting, stand, holding);
  const cents = [...lines, ...kit].reduce((sum, line) => sum + line.cents, 0);
  return { plants: stand.count, kinds, plantLines: lines, kit, cents, length: baseline?.line.length ?? 0 };
}
