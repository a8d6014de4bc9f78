import { distance } from '../geometry/point.ts';
import { featuresOf, nameOf } from '../ground/features.ts';
import { LEAST } from '../holding/means-schema.ts';
import type { Holding, Planting } from '../holding/schema.ts';
import { settingOf, type SettingKey } from '../holding/settings.ts';
import type { Layout } from '../ranks/lay-out.ts';
import type { Laid } from '../ranks/laid.ts';
import { freeYears } from '../years/free-years.ts';
import { derived } from '../derived/derived.ts';
import { MONTH_DAYS, monthsOf, type Month } from '../place/months.ts';
import { stockOf } from '../species/stock.ts';
import { drynessOf, reserveUnder, type Dryness } from './weeds/compare.ts';
import { reserveOf } from './weeds/reserve.ts';
import { holePlan } from './hole-plan.ts';
import { rootsOf } from './holes.ts';
import type { KitLine } from './kit.ts';
import { dripPlan, type DripPlan } from './drip-plan.ts';
import { waterRates } from './water-rates.ts';
import { effectiveRain, weeklyWater } from './water.ts';
import { leastWork, waysOf, type WaterSource, type WaterWay } from './water-ways.ts';

/** Litres of the season that takes most. */
const mostOf = (seasons: readonly (readonly number[])[]): number =>
  Math.max(0, ...seasons.map((weeks) => weeks.reduce((sum, litres) => sum + litres, 0)));

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
  readonly source: WaterSource | null;
}

/** Weeks a month, and those reckoned in a season. */
const WEEKS = MONTH_DAYS / 7;
const WEEKS_A_SEASON = 52;
const { coolBelow, smallBelow, leanSoils } = waterRates;
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
function sourceFor({ stand }: Layout, { features }: Holding): WaterSource | null {
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

/** What watering a planting takes to be bought. */
export const waterKit = (planting: Planting, layout: Layout, holding: Holding): KitLine[] =>
  BOUGHT.has(planting.means.water.method) ? [...(waterPlan(planting, layout, holding).taken?.kit ?? [])] : [];

/** Ways for which something is bought: the others are not worked out at every edit. */
const BOUGHT: ReadonlySet<string> = new Set(['drip', 'dripBuckets']);
