import { ceilSafe } from '../units/rounding.ts';

/** Litres that settle one backfilled hole: `water.planting`. m³ of backfill and ball, and their shares of air. */
export const plantingWater = ({
  backfillM3,
  ballM3,
  airBackfill,
  airBall,
}: {
  backfillM3: number;
  ballM3: number;
  airBackfill: number;
  airBall: number;
}): number => 1000 * (backfillM3 * airBackfill + ballM3 * airBall);

export interface WeeklyOptions {
  /** Evaporation of a reference grass, mm a day; share of it that a young plant draws on its canopy disc. */
  readonly et0: number;
  readonly kc: number;
  /** Across the canopy, metres. */
  readonly canopyD: number;
  /** Of the week, mm; share of it that counts; ground that catches it, m². */
  readonly rain: number;
  readonly rainEff: number;
  readonly basinArea: number;
  /** Share of what is given that arrives, and the least worth giving, litres. */
  readonly efficiency: number;
  readonly minL: number;
  /** The most that its stock takes up in a week, litres; no bound where left out. */
  readonly mostL?: number;
}

/** Litres that one plant wants in a week, rain of 5 mm and more taken off: `water.weekly`. */
export function weeklyWater(o: WeeklyOptions): number {
  const drawn = (7 * o.et0 * o.kc * (Math.PI / 4) * o.canopyD ** 2) / o.efficiency;
  const wanted = Math.min(o.mostL ?? Infinity, Math.max(drawn, o.minL));
  return Math.max(0, wanted - (o.rain >= 5 ? o.rain * o.rainEff : 0) * o.basinArea);
}

/** Rain of a month that reaches roots, mm: `water.effRainMonth`, FAO training manual 3. */
export const effectiveRain = (rain: number): number => Math.max(0, rain > 75 ? 0.8 * rain - 25 : 0.6 * rain - 10);

/** Days between waterings of a pot or ball, which dries before the soil: `water.interval`. */
export const wateringInterval = ({
  ballL,
  available,
  mad,
  dailyL,
}: {
  ballL: number;
  available: number;
  mad: number;
  dailyL: number;
}): number => Math.max(1, Math.floor((ballL * available * mad) / dailyL + 1e-9));

export interface DripOptions {
  readonly n: number;
  readonly emitters: number;
  readonly emitterLh: number;
  readonly weeklyL: number;
  /** What the tap gives, L/h, and the share of it that may be used. */
  readonly supplyLh: number;
  readonly useFactor: number;
}

/** Zones of drip that the supply carries, and how long each runs: `water.drip`. Null where it cannot feed one plant. */
export function dripZones({ n, emitters, emitterLh, weeklyL, supplyLh, useFactor }: DripOptions) {
  const each = emitters * emitterLh;
  const most = Math.floor((supplyLh * useFactor) / each + 1e-9);
  if (most === 0) return null;
  const zones = ceilSafe(n / most);
  const plantsPerZone = zones === 0 ? 0 : ceilSafe(n / zones);
  const hoursPerZone = weeklyL / each;
  return { zones, plantsPerZone, zoneLh: plantsPerZone * each, hoursPerZone, hoursPerWeek: zones * hoursPerZone };
}

/**
 * Head lost along a pipe, metres, and the speed of the water, m/s: `water.hazen`, Hazen-Williams, less for a line that
 * gives it off along its `outlets` (Christiansen 1942). Metres, L/h, bore in metres.
 */
export function headLoss({
  L,
  flowLh,
  d,
  C,
  outlets,
}: {
  L: number;
  flowLh: number;
  d: number;
  C: number;
  outlets: number;
}) {
  const q = flowLh / 3_600_000;
  const F = outlets === 1 ? 1 : 1 / 2.852 + 1 / (2 * outlets) + Math.sqrt(0.852) / (6 * outlets ** 2);
  return {
    F,
    headM: (F * 10.67 * L * q ** 1.852) / (C ** 1.852 * d ** 4.8704),
    velocity: q / ((Math.PI / 4) * d ** 2),
  };
}

const GRAVITY = 9.80665;

/** Seconds in which a straight-sided bucket with holes falls from h0 to h1: `water.bucketDrain`, Torricelli. Metres. */
export const bucketDrain = ({
  D,
  h0,
  h1,
  hole,
  holes,
  Cd,
}: {
  D: number;
  h0: number;
  h1: number;
  hole: number;
  holes: number;
  Cd: number;
}): number => (D ** 2 / (holes * hole ** 2 * Cd)) * Math.sqrt(2 / GRAVITY) * (Math.sqrt(h0) - Math.sqrt(h1));

/** Watering with buckets: fills, rounds of all buckets, trips of one person, hours walked: `water.bucketRounds`. A bucket serves several small plants. */
export function bucketRounds({
  n,
  litresEach,
  bucketL,
  buckets,
  carry,
  meanDistance,
  walkKmh,
}: {
  n: number;
  litresEach: number;
  bucketL: number;
  buckets: number;
  carry: number;
  meanDistance: number;
  walkKmh: number;
}) {
  const served = Math.floor(bucketL / litresEach + 1e-9);
  const fills = served >= 1 ? ceilSafe(n / served) : n * ceilSafe(litresEach / bucketL);
  const trips = ceilSafe(fills / carry);
  return { fills, rounds: ceilSafe(fills / buckets), trips, walkHours: (trips * 2 * meanDistance) / 1000 / walkKmh };
}

/** Watering from a tank on wheels: trips and hours, filling, driving, letting out and handling: `water.bowser`. */
export function bowser({
  n,
  litresEach,
  capacity,
  usable,
  fillLmin,
  distance,
  kmh,
  dischargeLmin,
  handleMin,
}: {
  n: number;
  litresEach: number;
  capacity: number;
  usable: number;
  fillLmin: number;
  distance: number;
  kmh: number;
  dischargeLmin: number;
  handleMin: number;
}) {
  const litres = n * litresEach;
  const trips = ceilSafe(litres / (capacity * usable));
  const minutes = litres / fillLmin + litres / dischargeLmin + n * handleMin;
  return { trips, hours: minutes / 60 + (trips * 2 * distance) / 1000 / kmh };
}

export interface Basin {
  /** Radius, height of the rim and what is kept free below it, metres. */
  readonly r: number;
  readonly crest: number;
  readonly freeboard: number;
  /** Rise over run. */
  readonly slope: number;
  readonly type: 'ring' | 'halfmoon';
}

/** Litres that a ring, or a half moon open uphill, holds on a slope: `water.basin`. */
export function basinLitres({ r, crest, freeboard, slope, type }: Basin): number {
  const h = type === 'ring' ? crest - freeboard : Math.min(crest - freeboard, slope * r);
  if (slope === 0) return type === 'ring' ? Math.PI * r * r * h * 1000 : 0;
  if (h >= 2 * r * slope) return Math.PI * r * r * (h - slope * r) * 1000;
  const c = h / slope - r;
  const area = r * r * (Math.PI / 2 + Math.asin(c / r)) + c * Math.sqrt(r * r - c * c);
  return slope * (c * area + (2 / 3) * (r * r - c * c) ** 1.5) * 1000;
}
