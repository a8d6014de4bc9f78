import { distance, type Point } from '../geometry/point.ts';
import { featuresOf, nameOf } from '../ground/features.ts';
import { LEAST } from '../holding/means-schema.ts';
import type { Holding, Planting } from '../holding/schema.ts';
import { settingOf, type SettingKey } from '../holding/settings.ts';
import type { Layout } from '../ranks/lay-out.ts';
import type { Laid } from '../ranks/laid.ts';
import { formatCount, formatLength, formatWater } from '../units/quantities.ts';
import { freeYears } from '../years/free-years.ts';
import { derived } from '../derived/derived.ts';
import { MONTH_DAYS, monthsOf, type Month } from '../place/months.ts';
import { stockOf } from '../species/stock.ts';
import { drynessOf, reserveUnder, type Dryness } from './weeds/compare.ts';
import { reserveOf } from './weeds/reserve.ts';
import { holePlan } from './hole-plan.ts';
import { rootsOf } from './holes.ts';
import { piece, type KitLine } from './kit.ts';
import { dripPlan, MOST_HEAD, type DripPlan } from './drip-plan.ts';
import { waterRates } from './water-rates.ts';
import { bowser, bucketDrain, bucketRounds, effectiveRain, weeklyWater } from './water.ts';

/** Litres of the season that takes most. */
const mostOf = (seasons: readonly (readonly number[])[]): number =>
  Math.max(0, ...seasons.map((weeks) => weeks.reduce((sum, litres) => sum + litres, 0)));

/** One way to water a planting, or why it cannot be. */
export interface WaterWay {
  readonly method: string;
  readonly label: string;
  /** Hours of work, or of running for drip, in the thirstiest week; of work in a season. */
  readonly hoursWeek: number;
  readonly hoursSeason: number;
  /** Why it cannot be borne here, in a sentence; null where it can. */
  readonly refused: string | null;
  /** What it comes to, in words. */
  readonly words: string;
  readonly kit: readonly KitLine[];
}

export interface WaterPlan {
  /** Litres on the planting day. */
  readonly planting: number;
  /** Litres of all plants in each week of each season that is watered, from midwinter on: 52 a season. */
  readonly seasons: readonly (readonly number[])[];
  /** Litres in the thirstiest week of any season. */
  readonly most: number;
  /** Of the season that takes most, litres: in a usual year, and in a dry one. */
  readonly season: number;
  readonly dry: number;
  readonly ways: readonly WaterWay[];
  /** The way that is taken: the one chosen, else the least work of what is there; null where nothing is watered or no way is taken. */
  readonly taken: WaterWay | null;
  readonly drip: DripPlan | null;
  readonly source: { readonly name: string; readonly distance: number; readonly flow: number | null } | null;
}

/** Weeks a month, and those reckoned in a season. */
const WEEKS = MONTH_DAYS / 7;
const WEEKS_A_SEASON = 52;
const { coolBelow, smallBelow, leanSoils, walk, tank, bucket, pipe, drip: laying } = waterRates;
/** What a planting drinks and how it is brought there. */
export const waterPlan = derived(function waterPlan(planting: Planting, layout: Layout, holding: Holding): WaterPlan {
  const { stand } = layout;
  const of = (key: SettingKey) => planting.means.water.measures[key] ?? settingOf(holding, key);
  const seasons = weeklyNeed({ planting, layout }, holding, of, 'usual');
  const most = Math.max(0, ...seasons.flat());
  const season = mostOf(seasons);
  const dry = weeklyNeed({ planting, layout }, holding, of, 'dry');
  const source = sourceFor(layout, holding);
  const each = stand.count > 0 ? most / stand.count : 0;
  const drip = dripPlan(layout, holding, each, of);
  const ways = stand.count === 0 ? [] : waysOf({ layout, holding, each, season, most, source, drip, of });
  const { method } = planting.means.water;
  return {
    planting: holePlan(planting, layout, holding).litres,
    seasons,
    most,
    season,
    dry: mostOf(dry),
    drip,
    source,
    ways,
    taken:
      method === LEAST ? (season > 0 ? leastWork(ways) : null) : (ways.find((way) => way.method === method) ?? null),
  };
});

/** The least work of the ways for which nothing need be bought: buckets, or a tank on wheels where there is one. */
function leastWork(ways: readonly WaterWay[]): WaterWay | null {
  const there = ways.filter(({ method }) => method === 'rounds' || method === 'tank');
  const borne = there.filter(({ refused }) => refused === null);
  return borne.sort((a, b) => a.hoursSeason - b.hoursSeason)[0] ?? there[0] ?? null;
}

/** A year that water is planned for: the usual one, or a dry one in which only a share of the usual rain falls. */
type Year = 'usual' | 'dry';

/**
 * Litres of a whole stand by season and week, from midwinter on: what its crowns draw, no less and no more than its stock
 * takes up, the rain of a dry season taken off, for as many seasons as are watered from that of its own phase on. Whips
 * and plugs on soil that holds water live on that: they are watered in weeks in which it has run out, of the year asked for.
 */
function weeklyNeed(laid: Laid, holding: Holding, of: (key: SettingKey) => number, year: Year): number[][] {
  // As each kind comes into leaf: in its first years nothing stands over it.
  const { grown } = freeYears(laid, holding, 'middle');
  const lasts = Math.max(1, Math.round(settingOf(holding, 'water.seasons')));
  const seasons = Math.max(0, ...grown.map(({ lot }) => lot.later + lasts));
  const weather = Array.from({ length: WEEKS_A_SEASON }, (_, week) => weatherOf(week, holding, of('water.dryRain')));
  const dryness = drynessOf(laid.layout, holding);
  const lean = leanSoils.some((soil) => soil === dryness.texture);
  const runOut = lean ? null : weeksRunOut(laid, holding, weather, dryness, year === 'dry' ? of('water.dryRain') : 1);
  return Array.from({ length: seasons }, (_, season) =>
    weather.map(({ et0, rain, fallen }, week) => {
      // Once as much falls as dries up, the dry time is over.
      if (et0 < coolBelow || fallen >= 7 * et0) return 0;
      let litres = 0;
      for (const { lot, plants, width } of grown) {
        if (season < lot.later || season >= lot.later + lasts) continue;
        if (runOut && !runOut[week] && livesOnSoil(lot.stock)) continue;
        const { weekly } = rootsOf(lot.stock);
        const wanted = weeklyWater({
          et0,
          kc: of('water.kc'),
          canopyD: width[season]!,
          rain: 0,
          rainEff: 1,
          basinArea: 0,
          efficiency: of('water.efficiency'),
          minL: weekly[0]!,
          mostL: weekly[1]!,
        });
        // Showers too small to reach roots are left out of the month's rain already: the rest counts in full.
        litres += plants * Math.max(0, wanted - rain * of('water.basin'));
      }
      return litres;
    }),
  );
}

/** Whether a stock is so small, and so bare of a ball that dries by itself, that it lives on what the soil holds. */
const livesOnSoil = (stock: string): boolean => stockOf(stock).start < smallBelow && stockOf(stock).pot === 0;

/** Weeks after midwinter in which what the soil holds has run out, with a share of the usual rain: full in midwinter. */
function weeksRunOut(
  { planting }: Laid,
  holding: Holding,
  weather: readonly Weather[],
  dryness: Dryness,
  share: number,
): boolean[] {
  let left = Infinity;
  return weather.map(({ et0, fallen }) => {
    const { held, weekly } = reserveOf(
      reserveUnder(planting.means.weeds.method, { held: dryness.held, evaporation: et0 }, holding),
    );
    left = Math.min(held, left + share * fallen) - weekly;
    const out = left <= 0;
    if (out) left = 0;
    return out;
  });
}

/** A week: evaporation, mm a day; rain of a dry season that reaches roots, and what usually falls, mm a week. */
interface Weather {
  readonly et0: number;
  readonly rain: number;
  readonly fallen: number;
}

/** The weather of a week after midwinter: straight between the months. */
function weatherOf(week: number, holding: Holding, dry: number): Weather {
  const south = holding.place.latitude < 0;
  const { months: all } = monthsOf(holding);
  const months = ((week + 0.5) / WEEKS_A_SEASON) * 12 + (south ? 6 : 0) - 0.5; // from the middle of January
  const before = Math.floor(months);
  const between = (of: (month: Month) => number) => {
    const [a, b] = [of(all[(before + 12) % 12]!), of(all[(before + 13) % 12]!)];
    return a + (b - a) * (months - before);
  };
  return {
    et0: between(({ evaporation }) => evaporation / MONTH_DAYS),
    rain: between(({ rain }) => effectiveRain(dry * rain) / WEEKS),
    fallen: between(({ rain }) => rain / WEEKS),
  };
}

/** The month, January 0, in which a week after midwinter begins. */
export const monthOfWeek = (week: number, latitude: number): number =>
  (Math.floor((week / WEEKS_A_SEASON) * 12) + (latitude < 0 ? 6 : 0)) % 12;

/** The tap or tank nearest to a stand's middle. */
function sourceFor({ stand }: Layout, { features }: Holding): (WaterPlan['source'] & { at: Point }) | null {
  const sources = featuresOf(features, 'tap', 'tank');
  if (stand.count === 0 || sources.length === 0) return null;
  const near = sources.map((source) => {
    let sum = 0;
    const step = Math.max(1, Math.floor(stand.count / 60));
    let asked = 0;
    for (let i = 0; i < stand.count; i += step, asked++) sum += distance(source.at, [stand.x[i]!, stand.y[i]!]);
    return { source, away: sum / asked };
  });
  const { source, away } = near.reduce((a, b) => (b.away < a.away ? b : a));
  return { name: nameOf(source), distance: away, flow: source.kind === 'tap' ? source.flow * 60 : null, at: source.at };
}

interface Ways {
  readonly layout: Layout;
  readonly holding: Holding;
  readonly each: number;
  readonly season: number;
  readonly most: number;
  readonly source: ReturnType<typeof sourceFor>;
  readonly drip: DripPlan | null;
  of(key: SettingKey): number;
}

function waysOf(ways: Ways): WaterWay[] {
  const { most, season } = ways;
  const weeks = most > 0 ? season / most : 0;
  return [roundsWay(ways), dripBucketsWay(ways), tankWay(ways), dripWay(ways)].map((way) => ({
    ...way,
    hoursSeason: way.method === 'drip' ? laying.setUpHours + laying.lookHours * weeks : way.hoursWeek * weeks,
  }));
}

type Bare = Omit<WaterWay, 'hoursSeason'>;

/** Carrying `each` litres to every plant by bucket: trips, hours walked, how far, and why it is too much. */
function carrying({ layout: { stand }, holding, each, source, of }: Ways, workHours: number) {
  const { trips, walkHours } = bucketRounds({
    n: stand.count,
    litresEach: each,
    bucketL: of('water.bucket'),
    buckets: of('water.buckets'),
    carry: walk.carry,
    meanDistance: source?.distance ?? 0,
    walkKmh: walk.kmh,
  });
  const hoursWeek = walkHours + workHours;
  const allowed = 7 * of('water.allowed') * settingOf(holding, 'crew.people');
  return {
    trips,
    hoursWeek,
    away: `${formatLength(source?.distance ?? 0, holding.units, { decimals: 0 })} each way`,
    refused: source ? tooLong(hoursWeek, allowed) : 'No tap or tank is drawn. Draw one under Ways in and water.',
  };
}

const tooLong = (hours: number, allowed: number): string | null =>
  hours > allowed ? `${Math.round(hours)} hours a week are more than the ${Math.round(allowed)} that there are.` : null;

function roundsWay(ways: Ways): Bare {
  const { trips, hoursWeek, refused, away } = carrying(ways, ways.layout.stand.count / walk.pourAnHour);
  const words = `${formatCount(trips)} trips of two buckets, ${away}`;
  return { method: 'rounds', label: 'Buckets and rounds', hoursWeek, refused, words, kit: [] };
}

/** Buckets with a hole that stand beside the plants, filled and moved on in sets while they run out: nobody waits. */
function dripBucketsWay(ways: Ways): Bare {
  const { count } = ways.layout.stand;
  const there = Math.min(count, Math.max(1, Math.round(ways.of('water.dripBuckets'))));
  const sets = Math.ceil(count / there);
  const fills = count * Math.ceil(ways.each / ways.of('water.bucket'));
  const { hoursWeek, refused, away } = carrying(ways, fills / walk.fillAnHour);
  const { across: D, full: h0, flows: Cd } = bucket;
  const minutes = bucketDrain({ D, h0, h1: 0, hole: ways.of('water.hole'), holes: 1, Cd }) / 60;
  return {
    method: 'dripBuckets',
    label: 'Buckets with a hole',
    hoursWeek,
    refused,
    words: `${sets} ${sets === 1 ? 'set' : 'sets'} of ${there}, each run out in ${Math.round(minutes)} minutes; ${away}`,
    kit: [piece(ways.holding, 'drip.bucket', there, 0, 'moved on from plant to plant')],
  };
}

function tankWay({ layout: { stand }, each, source, of }: Ways): Bare {
  const bare = { method: 'tank', label: 'Tank on wheels', kit: [] };
  if (of('water.tank') <= 0)
    return {
      ...bare,
      hoursWeek: 0,
      refused: 'No tank on wheels is there. If you have one, say what it holds.',
      words: 'wants a tank',
    };
  const { trips, hours } = bowser({
    n: stand.count,
    litresEach: each,
    capacity: of('water.tank'),
    usable: tank.usable,
    fillLmin: source?.flow ? source.flow / 60 : tank.fillLmin,
    distance: source?.distance ?? 0,
    kmh: tank.kmh,
    dischargeLmin: tank.dischargeLmin,
    handleMin: tank.handleMin,
  });
  const allowed = 7 * of('water.allowed');
  return {
    ...bare,
    hoursWeek: hours,
    refused: source ? tooLong(hours, allowed) : 'No tap or tank is drawn to fill it from.',
    words: `${trips} ${trips === 1 ? 'filling' : 'fillings'} a week`,
  };
}

function dripWay({ layout: { stand }, holding, drip, source, of }: Ways): Bare {
  const { units } = holding;
  const bare = { method: 'drip', label: 'Drip along the rows', hoursWeek: laying.lookHours, kit: [] };
  const taps = featuresOf(holding.features, 'tap');
  if (taps.length === 0)
    return { ...bare, refused: 'No tap is drawn. Draw one, with its flow timed by a bucket.', words: 'wants a tap' };
  if (!drip)
    return {
      ...bare,
      refused: `The tap gives ${formatWater(source?.flow ?? taps[0]!.flow * 60, units)} an hour: too little for one plant’s emitters. Time it with a bucket, or fill a tank from it.`,
      words: 'the tap is too weak',
    };
  const metres = drip.lines.reduce((sum, { length }) => sum + length, 0) * laying.slack;
  const reach = drip.header + laying.headerOver;
  const refused =
    drip.hoursPerWeek > 7 * of('water.allowed')
      ? `It would run ${Math.round(drip.hoursPerWeek)} hours a week, more than the ${Math.round(7 * of('water.allowed'))} allowed. Fewer plants to a tap, or more flow.`
      : drip.head > MOST_HEAD
        ? `The longest line loses ${formatLength(drip.head, units)} of head even when it is fed from its middle, more than a fifth of what it works at. Use wider line, or weaker emitters.`
        : drip.speed > pipe.fastest
          ? `Water in the header runs ${formatLength(drip.speed, units)} a second, more than ${formatLength(pipe.fastest, units)}. Lay a wider one or more zones.`
          : null;
  const emitters = stand.count * of('water.emitters');
  return {
    ...bare,
    refused,
    words: `${drip.zones} ${drip.zones === 1 ? 'zone' : 'zones'}${drip.fromMiddle ? ', fed from the middle' : ''}, ${drip.hoursPerZone.toFixed(1)} h each a week; ${formatLength(metres, units, { decimals: 0 })} of line, ${formatLength(drip.header, units, { decimals: 0 })} to the tap`,
    kit: [
      piece(
        holding,
        'drip.line',
        metres / laying.roll,
        0,
        `${Math.round(metres)} m along the rows, a twentieth more for slack`,
      ),
      piece(holding, 'drip.header', reach / laying.headerRoll, 0, 'from the tap, and 10 m over'),
      piece(
        holding,
        'drip.emitter',
        emitters,
        settingOf(holding, 'order.spare'),
        `${of('water.emitters')} for each plant`,
      ),
      piece(holding, 'drip.head', 1, 0, 'at the tap'),
      piece(holding, 'drip.valve', drip.zones > 1 ? drip.zones : 0, 0, 'one for each zone'),
    ],
  };
}

/** What watering a planting takes to be bought. */
export const waterKit = (planting: Planting, layout: Layout, holding: Holding): KitLine[] =>
  BOUGHT.has(planting.means.water.method) ? [...(waterPlan(planting, layout, holding).taken?.kit ?? [])] : [];

/** Ways for which something is bought: the others are not worked out at every edit. */
const BOUGHT: ReadonlySet<string> = new Set(['drip', 'dripBuckets']);
