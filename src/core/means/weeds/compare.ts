import type { Holding, Planting } from '../../holding/schema.ts';
import { plainMeans } from '../../holding/means-schema.ts';
import { settingOf } from '../../holding/settings.ts';
import { soilAt, soilZones, waterHeld } from '../../ground/soil.ts';
import type { Layout } from '../../ranks/lay-out.ts';
import { moreOf } from '../../species/more.ts';
import { formatLength, formatSold } from '../../units/quantities.ts';
import { animalsAt } from '../protection/protect.ts';
import { priceOf } from '../prices.ts';
import { careCost } from './cost.ts';
import { groupsOf } from './groups.ts';
import { weedRates } from './rates.ts';
import { weedMethod, weedMethods } from './methods.ts';
import { MONTH_DAYS, monthsOf } from '../../place/months.ts';
import { reserveWeeks, type ReserveOptions } from './reserve.ts';
import { cleanArea, laidOn, measure, stopsSuckers, weedKit } from './weed-kit.ts';

type Rates = Pick<Holding, 'settings' | 'prices' | 'currency' | 'animals' | 'features' | 'climate' | 'units' | 'place'>;

/** What one way against weeds costs and does on one planting. */
export interface WeedChoice {
  readonly method: string;
  readonly label: string;
  /** Ground kept clean, m². */
  readonly area: number;
  /** Bought at first, and all of it over the years, minor units. */
  readonly material: number;
  readonly cents: number;
  /** Hours in the planting year and each one after. */
  readonly hours: readonly number[];
  /** Weeks without rain that the soil's water lasts. */
  readonly weeks: number;
  readonly voles: string;
  /** When it comes off, or why it stays. */
  readonly off: string;
  readonly litter: boolean;
  readonly suits: string;
  /** What speaks against it here, in sentences. */
  readonly against: readonly string[];
}

/** How dry it gets here: what the soil holds, m³ in m³, and the evaporation of the thirstiest month, mm a day. */
export interface Dryness {
  readonly held: number;
  readonly evaporation: number;
  readonly texture: string | null;
}

/** The driest soil that a planting stands on, and the climate's thirstiest month; what is usual where neither is known. */
export function drynessOf(
  { stand }: Layout,
  holding: Pick<Holding, 'features' | 'climate' | 'place' | 'region'>,
): Dryness {
  const zones = soilZones(holding.features);
  const textures = new Set<string>();
  if (zones.length > 0)
    for (let i = 0; i < stand.count; i++) {
      const zone = soilAt(zones, [stand.x[i]!, stand.y[i]!]);
      if (zone) textures.add(zone.zone.texture);
    }
  const driest = [...textures].reduce<string | null>(
    (a, b) => (a === null || waterHeld(b) < waterHeld(a) ? b : a),
    null,
  );
  const evaporation = Math.max(...monthsOf(holding).months.map((month) => month.evaporation)) / MONTH_DAYS;
  return { held: waterHeld(driest), evaporation: Math.max(weedRates.leastEvaporation, evaporation), texture: driest };
}

type Where = Rates & Pick<Holding, 'climate' | 'units' | 'place' | 'region'>;

/** Every way against weeds on a whole planting, side by side, in the order of the data; its own exceptions left out. */
export function compareWeeds(planting: Planting, layout: Layout, holding: Where): WeedChoice[] {
  const dry = drynessOf(layout, holding);
  return Object.keys(weedMethods).map((method) => weedChoice(method, planting, layout, holding, dry));
}

/** One way on a whole planting. */
export function weedChoice(
  method: string,
  planting: Planting,
  layout: Layout,
  holding: Where,
  dry: Dryness = drynessOf(layout, holding),
): WeedChoice {
  const facts = weedMethod(method);
  const own = planting.means.weeds;
  const measures = own.method === method ? own.measures : {};
  const all: Planting = {
    ...planting,
    means: { ...planting.means, weeds: { ...plainMeans(method, true).weeds, measures } },
  };
  const { stand } = layout;
  const [group] = groupsOf(all.means.weeds, stand);
  const area = group ? cleanArea(stand, group, holding) : 0;
  const material = weedKit(all, stand, holding).reduce((sum, { cents }) => sum + cents, 0);
  const years = settingOf(holding, 'order.years');
  const cared = Math.min(facts.years, years);
  const cents = Math.round(
    careCost({
      material,
      disposal: facts.disposal * area,
      topups: facts.topups,
      topMaterial: facts.topShare * material + facts.topMaterial * area,
      install: facts.install * area,
      annual: facts.yearly * area,
      years: cared,
      topMin: facts.topMinutes * area,
      removal: facts.removal * area,
      rate: priceOf(holding, 'hour'),
    }),
  );
  return {
    method,
    label: facts.label,
    area,
    material,
    cents,
    hours: hoursByYear(method, area, years),
    weeks: reserveWeeks(reserveUnder(method, dry, holding)),
    voles: facts.voles,
    off: facts.off ? (facts.off.year === 0 ? 'before' : `year ${facts.off.year}`) : facts.stays!,
    litter: facts.litter,
    suits: facts.suits,
    against: group ? againstIt(method, all, layout, holding) : [],
  };
}

/** What the soil under a way against weeds is reckoned by, for how long its water lasts. */
export const reserveUnder = (
  method: string,
  { held, evaporation }: Pick<Dryness, 'held' | 'evaporation'>,
  holding: Pick<Holding, 'settings' | 'units'>,
): ReserveOptions => ({
  held,
  share: settingOf(holding, 'soil.usable'),
  depth: settingOf(holding, 'soil.rooting'),
  evaporation,
  soil: settingOf(holding, 'soil.draws'),
  weed: settingOf(holding, 'weed.draws'),
  tree: settingOf(holding, 'tree.draws'),
  mulchCut: weedMethod(method).mulchCut,
  weedCover: weedMethod(method).weedCover,
});

/** Hours of work in the planting year (0) and each year after: laying first, seeing to it yearly, renewals spread, taking off last. */
function hoursByYear(method: string, area: number, years: number): number[] {
  const { install, yearly, years: cared, topups, topMinutes, removal, off } = weedMethod(method);
  const hours = Array.from({ length: years + 1 }, () => 0);
  const add = (year: number, minutes: number) => (hours[Math.min(years, year)]! += (minutes * area) / 60);
  add(0, install);
  for (let year = 1; year <= Math.min(cared, years); year++) add(year, yearly);
  for (let n = 1; n <= topups; n++) add(Math.max(1, Math.round((n * years) / (topups + 1))), topMinutes);
  if (removal > 0) add(off?.year ?? years, removal);
  return hours;
}

/** What a way rules out or is ruled out by on this planting. */
function againstIt(method: string, planting: Planting, { stand, baseline }: Layout, holding: Where): string[] {
  const { lays, voles } = weedMethod(method);
  const out: string[] = [];
  const way = { ...planting.means.weeds, method };
  const length = (metres: number) => formatLength(metres, holding.units, { decimals: 2 });
  const suckering = [...new Set(stand.kinds.filter(({ suckers }) => suckers).map(({ common }) => common))];
  if (suckering.length > 0 && stand.rows.some(({ spacing }) => stopsSuckers(way, spacing, holding)))
    out.push(`stops ${suckering.slice(0, 3).join(', ')} from closing up by suckers`);
  const side = measure(way, holding, 'weed.matSide');
  if (lays === 'mat' && stand.rows.some(({ spacing }) => laidOn(way, spacing, holding) === 'strip'))
    out.push(`plants nearer than ${length(side)}: strips of it are cut from the roll there`);
  if (lays !== 'none' && (voles === 'high' || voles === 'very high') && animalsAt(holding, stand).includes('vole'))
    out.push(method === 'straw' ? 'voles winter in straw: not where they are' : 'voles live beneath it');
  const rank = holding.features.some(
    (feature) => feature.kind === 'cover' && ['rankPasture', 'invader', 'bramble'].includes(feature.grows),
  );
  if (
    (method === 'chips' || method === 'chips-strip') &&
    rank &&
    measure(way, holding, 'weed.depth') < settingOf(holding, 'weed.thin')
  )
    out.push(`rhizomes grow through chips thinner than ${formatSold(settingOf(holding, 'weed.thin'), holding.units)}`);
  if (lays === 'strip' && baseline && sharpest(baseline.line.points) < 15 * measure(way, holding, 'weed.rollWidth'))
    out.push('bends tighter than fifteen times its width: cut and overlap it there, or lay mats');
  if (method === 'nurse-grass' && stand.stockIds.every((stock) => stock === 'plug' || stock === 'whip'))
    out.push('takes the water of whips and plugs in their first years');
  if (method === 'cultivated' && planting.purpose === 'stream') out.push('bare soil washes off a bank');
  if (
    method === 'spot' &&
    (planting.purpose === 'stream' || stand.kinds.some((kind) => moreOf(kind).uses?.includes('bank')))
  )
    out.push('near water only by whoever is licensed for it');
  return out;
}

/** The tightest bend of a line, metres of radius: each corner turned over its legs, or over a short piece of long ones. */
function sharpest(points: readonly (readonly [number, number])[]): number {
  let least = Infinity;
  for (let i = 1; i < points.length - 1; i++) {
    const [a, b, c] = [points[i - 1]!, points[i]!, points[i + 1]!];
    const [before, after] = [Math.hypot(b[0] - a[0], b[1] - a[1]), Math.hypot(c[0] - b[0], c[1] - b[1])];
    const cross = (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]);
    const dot = (b[0] - a[0]) * (c[0] - b[0]) + (b[1] - a[1]) * (c[1] - b[1]);
    const turn = Math.abs(Math.atan2(cross, dot));
    if (turn > 1e-6) least = Math.min(least, Math.min(weedRates.turn, (before + after) / 2) / turn);
  }
  return least;
}
