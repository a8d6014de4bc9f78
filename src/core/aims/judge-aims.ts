import type { Aim, Feature } from '../holding/ground-schema.ts';
import type { Holding } from '../holding/schema.ts';
import { aimSentence } from '../ground/aims.ts';
import { nameOf, pointsOf } from '../ground/features.ts';
import { counted, formatLength } from '../units/quantities.ts';
import { midwinter } from '../sun/sun.ts';
import { harvests } from '../years/bearing.ts';
import { snowOn } from '../effects/drift.ts';
import { isBeside, stripsAlong } from '../effects/bank.ts';
import { hiddenBy, raysOf, sightLines } from '../effects/sight-lines.ts';
import { sunHoursAt } from '../effects/sun-through.ts';
import { leafyIn, spotsIn, windCutOver, windScene } from '../effects/wind-scene.ts';
import type { Bound } from '../years/grown.ts';
import { LAST_YEAR } from '../years/growth.ts';
import type { Outlook } from '../effects/outlook.ts';
import { judgePlan } from './judge-plan.ts';
import { ASKED_YEARS, judged, judgedAlways, type Found, type Series, type Verdict } from './verdict.ts';

/** Nothing can be said: why not, and what to do. */
const unknown = (why: string, unit: Verdict['unit'], wanted: number, by: number | null = null): Found => ({
  unit,
  series: null,
  metIn: { low: null, middle: null, high: null },
  by,
  value: null,
  wanted,
  holds: 'missed',
  why,
});

/**
 * Values by year: the middle run, and the worst and the best of the three. Faster growth is not always for the better: a
 * crown that rises early leaves its foot open early.
 */
const threefold = (
  { quick }: Outlook,
  value: (year: number, bound: Bound) => number,
  { wanted, better, years = ASKED_YEARS }: Pick<Series, 'wanted' | 'better'> & { readonly years?: readonly number[] },
): Readonly<Record<Bound, Series>> => {
  const asked = quick ? years.filter((year) => year % QUICK_STEP === 0) : years;
  const runs = asked.map((year) => {
    const middle = value(year, 'middle');
    return { middle, ends: quick ? [middle] : [value(year, 'low'), middle, value(year, 'high')] };
  });
  const of = (values: readonly number[]): Series => ({ years: asked, values, wanted, better });
  return {
    low: of(runs.map(({ ends }) => Math.min(...ends))),
    middle: of(runs.map(({ middle }) => middle)),
    high: of(runs.map(({ ends }) => Math.max(...ends))),
  };
};

/** Of the years that are asked, those that a quick look takes. */
const QUICK_STEP = 4;

const gone = 'The place that it names is gone. Choose another under Ground.';

/** Every aim of a holding judged through the years. */
export const judgeAims = (outlook: Outlook): Verdict[] => outlook.holding.aims.map((aim) => judgeAim(aim, outlook));

/** One aim judged: when it is met, by how much it is missed, how sure that is and why. */
export function judgeAim(aim: Aim, outlook: Outlook): Verdict {
  const { holding } = outlook;
  return { aim, sentence: aimSentence(aim, holding), ...found(aim, outlook) };
}

function found(aim: Aim, outlook: Outlook): Found {
  switch (aim.kind) {
    case 'wind':
      return judgeWind(aim, outlook);
    case 'hide':
      return judgeHide(aim, outlook);
    case 'winterSun':
      return judgeSun(aim, outlook);
    case 'snow':
      return judgeSnow(aim, outlook);
    case 'strip':
      return judgeStrip(aim, outlook);
    case 'fruit':
      return judgeFruit(aim, outlook);
    default:
      return judgePlan(aim, outlook);
  }
}

const featureIn = ({ features }: Holding, id: string): Feature | undefined => features.find((one) => one.id === id);

function judgeWind(aim: Extract<Aim, { kind: 'wind' }>, outlook: Outlook): Found {
  const { holding } = outlook;
  const wanted = aim.cut * 100;
  const place = featureIn(holding, aim.place);
  const sectors = holding.climate?.rose?.[aim.season];
  if (!place) return unknown(gone, 'percent', wanted, aim.by);
  if (!sectors) return unknown('No wind is known here. Tell it under Ground, Sun and wind.', 'percent', wanted, aim.by);
  const leafy = leafyIn(aim.season, holding.place);
  // What stands there already is today's wind: the planting is judged by what it takes off that.
  const open = 100 - windCutOver(place, sectors, windScene([], holding.features, 0, leafy));
  const cutSince = (year: number, leaf: boolean, bound: Bound) =>
    100 * (1 - (100 - windCutOver(place, sectors, outlook.wind(year, leaf, bound))) / open);
  const series = threefold(outlook, (year, bound) => cutSince(year, leafy, bound), { wanted, better: 'more' });
  const full = Math.max(...series.middle.values);
  const from =
    (sectors
      .map(({ share, speed }) => share * speed)
      .reduce((best, force, k, all) => (force > all[best]! ? k : best), 0) *
      360) /
    sectors.length;
  const bodies = outlook.wind(aim.by, leafy).bodies.filter(({ of }) => holding.plantings.some(({ id }) => id === of));
  const theta = bodies[0]?.stretches[0]?.theta;
  const why =
    bodies.length === 0
      ? 'Nothing planted stands high enough to slow the wind.'
      : `At most ${Math.round(full)} % is cut in any year; ${aim.season} wind comes mostly from ${Math.round(from)}°${theta === undefined ? '' : `, and the belt lets ${Math.round(theta * 100)} % be seen through it ${leafy ? 'in leaf' : 'leafless'} in year ${aim.by}`}.`;
  return { unit: 'percent', series, by: aim.by, wanted, why, ...judged(series, aim.by) };
}

function judgeHide(aim: Extract<Aim, { kind: 'hide' }>, outlook: Outlook): Found {
  const { holding } = outlook;
  const wanted = aim.share * 100;
  const what = featureIn(holding, aim.what);
  const from = featureIn(holding, aim.from);
  if (!what || from?.kind !== 'viewpoint') return unknown(gone, 'percent', wanted, aim.by);
  const lines = sightLines(from, what, holding.features, outlook.relief);
  const ways = aim.when === 'always' ? [true, false] : [aim.when === 'leaf'];
  const at = (year: number, leafy: boolean, bound: Bound) =>
    hiddenBy(raysOf(lines, outlook.crowns(year, leafy, bound))).screened;
  const series = threefold(outlook, (year, bound) => Math.min(...ways.map((leafy) => at(year, leafy, bound))), {
    wanted,
    better: 'more',
  });
  const worst = ways.length > 1 && at(aim.by, false, 'middle') < at(aim.by, true, 'middle') ? 'leafless' : 'in leaf';
  const open = raysOf(lines, outlook.crowns(aim.by, worst === 'in leaf')).reduce((a, b) => (b.seen > a.seen ? b : a));
  const best = Math.max(...series.middle.values);
  const last = series.middle.values.at(-1)!;
  const legs =
    last < best - 20
      ? ` After year ${series.middle.years[series.middle.values.indexOf(best)]} the crowns rise off the ground and it opens again, to ${Math.round(last)} % by year ${LAST_YEAR}: keep it clipped, or plant an evergreen foot.`
      : '';
  const evergreen = outlook.stands().some(({ grown }) => grown.some(({ lot }) => lot.species.evergreen));
  const why =
    best < 1
      ? `No planting stands between the ${nameOf(from)} and the ${nameOf(what)}.`
      : `${worst === 'leafless' ? `Leafless it stands open${evergreen ? '' : ': nothing planted is evergreen'}` : 'In leaf'}: the most open of ${lines.eyes.length * lines.targets.length} lines of sight lets ${Math.round(open.seen * 100)} % through in year ${aim.by}.${legs}`;
  return { unit: 'percent', series, by: aim.by, wanted, why, ...judged(series, aim.by) };
}

/** Years at which what changes steadily is asked. */
const FEW_YEARS = [0, 5, 10, 15, 20, 30, LAST_YEAR];

function judgeSun(aim: Extract<Aim, { kind: 'winterSun' }>, outlook: Outlook): Found {
  const { holding } = outlook;
  const place = featureIn(holding, aim.place);
  if (!place) return unknown(gone, 'hours', aim.hours);
  const month = midwinter(holding.place.latitude);
  const points = pointsOf(place);
  const spots = points.length > 2 ? spotsIn(points) : [...points];
  const at = (year: number, bound: Bound) =>
    spots.reduce(
      (sum, p) => sum + sunHoursAt(p, month, outlook.sun, outlook.crowns(year, false, bound), { stepMinutes: 30 }),
      0,
    ) / spots.length;
  const series = threefold(outlook, (year, bound) => at(year, bound), {
    wanted: aim.hours,
    better: 'more',
    years: FEW_YEARS,
  });
  const [first, last] = [series.middle.values[0]!, series.middle.values.at(-1)!];
  const why =
    first < aim.hours - 1e-9
      ? `Before anything is planted it has ${first.toFixed(1)} h: what stands there already takes the rest.`
      : `It has ${first.toFixed(1)} h now and ${last.toFixed(1)} h when all is grown.`;
  return { unit: 'hours', series, by: null, wanted: aim.hours, why, ...judgedAlways(series) };
}

function judgeSnow(aim: Extract<Aim, { kind: 'snow' }>, outlook: Outlook): Found {
  const { holding } = outlook;
  const along = featureIn(holding, aim.along);
  if (!along || !('line' in along)) return unknown(gone, 'percent', 100);
  if (!holding.climate?.rose)
    return unknown('No winter wind is known here. Tell it under Ground, Sun and wind.', 'percent', 100);
  const at = (year: number, bound: Bound) => snowOn(along, outlook.stands(bound), holding, year)!;
  const series = threefold(outlook, (year, bound) => 100 * at(year, bound).held, { wanted: 100, better: 'more' });
  const grown = at(LAST_YEAR, 'middle');
  const length = (metres: number) => formatLength(metres, holding.units, { decimals: 0 });
  const near = grown.drift !== null && grown.nearest !== null && grown.nearest < grown.drift;
  const why =
    grown.drift === null
      ? `No belt stands upwind of the ${nameOf(along)}: snow comes mostly from ${Math.round(grown.from)}°.`
      : `${near ? `The drift grows ${length(grown.drift)} long and the belt stands ${length(grown.nearest!)} off: it would lie on the ${nameOf(along)}. Set it back. ` : `The full drift is ${length(grown.drift)} long and ends before the ${nameOf(along)}. `}It holds ${Math.round(100 * grown.held)} % of the snow that a winter brings. A road or track that others use defers to its engineer.`;
  const verdict = judged(series, LAST_YEAR);
  return { unit: 'percent', series, by: null, wanted: 100, why, ...verdict, ...(near && { holds: 'missed' as const }) };
}

function judgeStrip(aim: Extract<Aim, { kind: 'strip' }>, outlook: Outlook): Found {
  const { holding } = outlook;
  const along = featureIn(holding, aim.along);
  if (!along || (along.kind !== 'stream' && along.kind !== 'ditch')) return unknown(gone, 'm', aim.width);
  const strips = (year: number, bound: Bound) => stripsAlong(along, outlook.stands(bound), holding, year);
  const narrowest = (year: number, bound: Bound) => {
    const found = strips(year, bound);
    return found.length > 0 ? Math.min(...found.map((strip) => strip.narrowest)) : 0;
  };
  const series = threefold(outlook, narrowest, { wanted: aim.width, better: 'more', years: FEW_YEARS });
  const grown = strips(LAST_YEAR, 'middle');
  const length = (metres: number) => formatLength(metres, holding.units, { decimals: 1 });
  const least = grown.reduce<(typeof grown)[number] | null>((a, b) => (a && a.narrowest <= b.narrowest ? a : b), null);
  const why = least
    ? `On the ${least.side} bank it is ${length(least.narrowest)} at its narrowest, ${length(least.narrowestAt)} along the ${nameOf(along)}, and ${length(least.mean)} on average when grown, from the edge of the water to the outer edge of the crowns.${cutsIn(along, outlook, length)}`
    : `Nothing woody stands beside the ${nameOf(along)}.`;
  return { unit: 'm', series, by: null, wanted: aim.width, why, ...judged(series, LAST_YEAR) };
}

/** Ways that are left through the belts beside a water: there the strip ends and begins again. */
function cutsIn(along: Parameters<typeof isBeside>[1], outlook: Outlook, length: (metres: number) => string): string {
  const ways = outlook
    .stands()
    .filter((stand) => isBeside(stand, along))
    .flatMap(({ laid: { planting } }) => planting.gaps.map(({ width }) => length(width)));
  return ways.length === 0 ? '' : ` It is cut by ${counted(ways.length, 'way')} through, ${ways.join(' and ')} wide.`;
}

function judgeFruit(aim: Extract<Aim, { kind: 'fruit' }>, outlook: Outlook): Found {
  const all = outlook.stands().flatMap(harvests);
  const first = Math.min(...all.map((one) => one.first ?? Infinity));
  const metIn = Number.isFinite(first) ? first : null;
  const soonest = all.find((one) => one.first === metIn);
  const best = (year: number) => 100 * Math.max(0, ...all.map(({ crop }) => crop[year]!));
  const series = threefold(outlook, best, { wanted: 1e-6, better: 'more' });
  const why = soonest
    ? `${soonest.species.common} bears first, in year ${soonest.first}, and fully from year ${soonest.full}.`
    : 'Nothing planted is picked for its fruit or nuts.';
  return {
    unit: 'year',
    series,
    metIn: { low: metIn, middle: metIn, high: metIn },
    by: aim.by,
    value: metIn,
    wanted: aim.by,
    holds: metIn !== null && metIn <= aim.by ? 'likely' : 'missed',
    why,
  };
}
