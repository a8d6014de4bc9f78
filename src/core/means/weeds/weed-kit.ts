import type { Way } from '../../holding/means-schema.ts';
import type { Holding, Planting } from '../../holding/schema.ts';
import { settingOf, type SettingKey } from '../../holding/settings.ts';
import type { Stand } from '../../ranks/stand.ts';
import { counted } from '../../units/quantities.ts';
import { TOL } from '../../units/rounding.ts';
import { addKit, eachOf, piece, type ByRow, type KitLine } from '../kit.ts';
import { withSpares } from '../protection/guards.ts';
import { priceOf } from '../prices.ts';
import { ownShare } from '../ring-share.ts';
import { cuttingPlan, type CuttingPlan } from './cutting-plan.ts';
import { groupsOf, type Group } from './groups.ts';
import { weedMethod, type WeedMethod } from './methods.ts';
import { weedRates } from './rates.ts';
import { bagsFor, fabricPins, mulchRings, mulchStrip, spotArea, stripsAcross } from './mulch.ts';
import { stretchesOf, type Stretch } from './stretches.ts';

type Rates = Pick<Holding, 'settings' | 'units' | 'prices' | 'currency'>;

/** A measure of a way: the planting's own, else the holding's. Metres, litres or pieces, as the setting is. */
export const measure = (way: Way, holding: Pick<Holding, 'settings' | 'units'>, key: SettingKey): number =>
  way.measures[key] ?? settingOf(holding, key);

/** Slit cut in an X for a plant in cloth, metres: as is usual for its stock where nobody said otherwise, and never over half of the spacing, which would cut the cloth through. */
export const slitFor = (
  way: Way,
  stock: string,
  spacing: number,
  holding: Pick<Holding, 'settings' | 'units'>,
): number =>
  Math.min(
    way.measures['weed.slit'] ??
      holding.settings['weed.slit'] ??
      weedRates.slits[stock] ??
      settingOf(holding, 'weed.slit'),
    spacing / 2,
  );

/** Fabric on the stretches of some rows, and how it is cut. */
export interface Cut {
  readonly stretches: readonly Stretch[];
  readonly plan: CuttingPlan;
  /** Width of the strip, of the roll, and rolls side by side. */
  readonly width: number;
  readonly roll: number;
  readonly across: number;
  readonly pins: number;
  /** Price key of the roll. */
  readonly of: string;
}

/** How fabric is cut for rows of a stand, each as long as its stretches; side by side where a roll is narrower than the strip. */
export function cutFor(stand: Stand, rows: readonly number[], way: Way, holding: Rates): Cut {
  const stretches = rows.flatMap((r) => stretchesOf(stand, stand.rows[r]!, r));
  const roll = measure(way, holding, 'weed.rollWidth');
  const width = stripWidth(way, holding);
  const overlap = measure(way, holding, 'weed.overlap');
  const across = stripsAcross(width, roll, overlap);
  const lengths = stretches.flatMap(({ from, to }) => Array.from({ length: across }, () => to - from));
  const plan = cuttingPlan(lengths, {
    roll: measure(way, holding, 'weed.rollLength'),
    overlap,
    endBury: overlap,
    minPiece: measure(way, holding, 'weed.minPiece'),
  });
  const pins =
    lengths.length > 0 ? fabricPins(lengths, { along: 1, width: roll, across: 0.3, joints: plan.joints }) : 0;
  return { stretches, plan, width, roll, across, pins, of: weedMethod(way.method).roll! };
}

/** What a way lays on a row: where plants are closer than a mat is wide mats would lie on one another, and a strip is cut from the roll. Metres. */
export function laidOn(way: Way, spacing: number, holding: Pick<Holding, 'settings' | 'units'>): WeedMethod['lays'] {
  const { lays } = weedMethod(way.method);
  return lays === 'mat' && spacing < measure(way, holding, 'weed.matSide') - TOL ? 'strip' : lays;
}

/** Whether suckers cannot come up along a row: under a strip that does not rot. */
export const stopsSuckers = (way: Way, spacing: number, holding: Pick<Holding, 'settings' | 'units'>): boolean =>
  laidOn(way, spacing, holding) === 'strip' && weedMethod(way.method).litter;

/** Rows on which strips of a group are cut; none where it lays none. */
export const stripRows = (stand: Stand, { way, rows }: Group, holding: Rates): number[] =>
  [...rows.keys()].filter((r) => laidOn(way, stand.rows[r]!.spacing, holding) === 'strip');

/** How wide a strip along a row is, metres: as wide as its roll where nothing else was said. */
const stripWidth = (way: Way, holding: Rates): number =>
  way.measures['weed.strip'] ?? measure(way, holding, 'weed.rollWidth');

/** Width kept clean by a way along a row of a spacing, metres; 0 where it keeps none. */
export function cleanWidth(way: Way, spacing: number, holding: Rates): number {
  switch (laidOn(way, spacing, holding)) {
    case 'strip':
    case 'mulchStrip':
    case 'bare':
      return stripWidth(way, holding);
    case 'mat':
      return measure(way, holding, 'weed.matSide');
    case 'ring':
    case 'spot':
      return measure(way, holding, 'weed.ring');
    default:
      return 0;
  }
}

/** Ground of a group that its method keeps clean (of nurse grass: sows and mows), m². */
export function cleanArea(stand: Stand, group: Group, holding: Rates): number {
  const along = (r: number) => stretchesOf(stand, stand.rows[r]!, r).reduce((sum, { from, to }) => sum + to - from, 0);
  let area = 0;
  for (const [r, plants] of group.rows) {
    const { spacing } = stand.rows[r]!;
    const lays = laidOn(group.way, spacing, holding);
    const width = cleanWidth(group.way, spacing, holding);
    if (lays === 'strip' || lays === 'mulchStrip' || lays === 'bare') area += along(r) * width;
    else if (lays === 'mat') area += plants * width ** 2;
    else if (lays === 'ring' || lays === 'spot') area += spotArea(plants, spacing, width);
    else if (lays === 'lane') area += along(r) * laneBeside(stand, r, measure(group.way, holding, 'weed.grassOff'));
  }
  return area;
}

/** Width of the grass beside a row up to the next of its side, or as wide as a single row's, metres. */
function laneBeside(stand: Stand, r: number, off: number): number {
  const { offset } = stand.rows[r]!;
  const next = stand.rows[r + 1];
  const gap = next ? Math.abs(next.offset - offset) : Math.abs(offset - (stand.rows[r - 1]?.offset ?? offset - 2));
  return Math.max(0, gap - 2 * off);
}

/** What keeps the weeds of one planting down, to be bought. */
export const weedKit = (planting: Planting, stand: Stand, holding: Rates): KitLine[] =>
  addKit(groupsOf(planting.means.weeds, stand).map((group) => kitOf(group, stand, holding)));

function kitOf(group: Group, stand: Stand, holding: Rates): KitLine[] {
  const { way } = group;
  const { lays, stuff } = weedMethod(way.method);
  const spare = settingOf(holding, 'order.spare');
  const area = () => cleanArea(stand, group, holding);
  switch (lays) {
    case 'strip':
      return fabric(cutFor(stand, [...group.rows.keys()], way, holding), holding);
    case 'mat': {
      const close = stripRows(stand, group, holding);
      const rows = new Map([...group.rows].filter(([r]) => !close.includes(r)));
      const mats = [...rows.values()].reduce((sum, plants) => sum + plants, 0);
      const each = measure(way, holding, 'weed.pinsEach');
      return addKit([
        [
          piece(holding, stuff!, mats, spare, `one for each of ${counted(mats, 'plant')}`, rows),
          pins(mats, each, spare, rows, holding),
        ],
        close.length > 0 ? fabric(cutFor(stand, close, way, holding), holding) : [],
      ]);
    }
    case 'ring':
    case 'mulchStrip':
      return mulch(group, stand, holding);
    case 'lane': {
      const kilograms = (area() * measure(way, holding, 'weed.seed')) / 1000;
      const rows = eachOf(group.rows, kilograms / group.plants);
      return [piece(holding, stuff!, kilograms, 0, `${Math.round(area())} m² between the rows`, rows)];
    }
    case 'bare':
      return stuff
        ? [
            piece(
              holding,
              stuff,
              area() / weedRates.sheet,
              0,
              `${Math.round(area())} m² along the rows`,
              eachOf(group.rows, area() / weedRates.sheet / group.plants),
            ),
          ]
        : [];
    default:
      return [];
  }
}

/** Pins of mats: those of the spare mats too. */
const pins = (mats: number, each: number, spare: number, rows: ByRow, holding: Rates): KitLine => ({
  ...piece(holding, 'pin', withSpares(mats, spare, 1).need * each, 0, `${each} to a mat, those of spare mats in`),
  wanted: mats * each,
  rows: eachOf(rows, each),
});

function fabric({ plan, stretches, pins, of }: Cut, holding: Rates): KitLine[] {
  if (stretches.length === 0) return [];
  const metres = new Map<number, number>();
  for (const { row, from, to } of stretches) metres.set(row, (metres.get(row) ?? 0) + to - from);
  const pinRows = eachOf(metres, pins / [...metres.values()].reduce((sum, length) => sum + length, 0));
  return [
    piece(
      holding,
      of,
      plan.rolls,
      0,
      `cut over ${counted(stretches.length, 'stretch', 'stretches')}, ${counted(plan.joints, 'joint')}`,
    ),
    piece(holding, 'pin', pins, 0, 'both edges, both ends and each joint', pinRows),
  ];
}

/** Mulch of a stuff that a group's rings or strips take, settling counted in, m³. */
export function mulchOf(group: Group, stand: Stand, holding: Rates, stuff: string): number {
  const { way, plants } = group;
  const gap = measure(way, holding, 'weed.ringGap');
  const depth = measure(way, holding, 'weed.depth');
  const settle = measure(way, holding, stuff === 'straw' ? 'weed.settleStraw' : 'weed.settle');
  const outer = measure(way, holding, 'weed.ring');
  const { order } =
    weedMethod(way.method).lays === 'ring'
      ? mulchRings({ n: plants, outer, own: ownShare(stand, outer / 2), gap, depth, settle })
      : mulchStrip({
          length: cleanArea(stand, group, holding) / stripWidth(way, holding),
          width: stripWidth(way, holding),
          n: plants,
          gap,
          depth,
          settle,
        });
  return order;
}

/** Chips or straw round stems or along rows: by the load, or in bags of so many litres. */
function mulch(group: Group, stand: Stand, holding: Rates): KitLine[] {
  const { way, plants } = group;
  const { stuff, lays } = weedMethod(way.method);
  const order = mulchOf(group, stand, holding, stuff!);
  const why = `${lays === 'ring' ? 'rings round' : 'a strip along'} ${counted(plants, 'plant')}, settling counted in`;
  const litres = measure(way, holding, 'weed.bag');
  if (stuff === 'chips' && litres > 0) {
    const bags = bagsFor(order, litres);
    return [piece(holding, 'bag', bags, 0, why, eachOf(group.rows, bags / plants))];
  }
  const whole = Math.ceil(order);
  const rows = eachOf(group.rows, order / plants);
  return [{ key: stuff!, wanted: order, count: whole, cents: whole * priceOf(holding, stuff!), why, rows }];
}
