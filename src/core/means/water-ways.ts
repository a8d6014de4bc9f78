import type { Point } from '../geometry/point.ts';
import { featuresOf } from '../ground/features.ts';
import type { Holding } from '../holding/schema.ts';
import { settingOf, type SettingKey } from '../holding/settings.ts';
import type { Layout } from '../ranks/lay-out.ts';
import { formatCount, formatLength, formatWater } from '../units/quantities.ts';
import { MOST_HEAD, type DripPlan } from './drip-plan.ts';
import { piece, type KitLine } from './kit.ts';
import { waterRates } from './water-rates.ts';
import { bowser, bucketDrain, bucketRounds } from './water.ts';

const { walk, tank, bucket, pipe, drip: laying } = waterRates;

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

/** The tap or tank that a stand is watered from: how far on the mean, metres; a tap's litres an hour; where it is. */
export interface WaterSource {
  readonly name: string;
  readonly distance: number;
  readonly flow: number | null;
  readonly at: Point;
}

/** The least work of the ways for which nothing need be bought: buckets, or a tank on wheels where there is one. */
export function leastWork(ways: readonly WaterWay[]): WaterWay | null {
  const there = ways.filter(({ method }) => method === 'rounds' || method === 'tank');
  const borne = there.filter(({ refused }) => refused === null);
  return borne.sort((a, b) => a.hoursSeason - b.hoursSeason)[0] ?? there[0] ?? null;
}

interface Ways {
  readonly layout: Layout;
  readonly holding: Holding;
  readonly each: number;
  readonly season: number;
  readonly most: number;
  readonly source: WaterSource | null;
  readonly drip: DripPlan | null;
  of(key: SettingKey): number;
}

/** Every way to water a planting: what it comes to, and why it cannot be borne here. */
export function waysOf(ways: Ways): WaterWay[] {
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
        `${formatLength(metres, units, { decimals: 0 })} along the rows, a twentieth more for slack`,
      ),
      piece(
        holding,
        'drip.header',
        reach / laying.headerRoll,
        0,
        `from the tap, and ${formatLength(laying.headerOver, units, { decimals: 0 })} over`,
      ),
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
