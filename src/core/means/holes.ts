import { ceilSafe } from '../units/rounding.ts';
import holeData from './holes.json' with { type: 'json' };

export type DepthSchool = 'same' | 'deep';

export interface HoleOptions {
  /** Roots, ball or pot: width and depth, metres. */
  readonly ball: number;
  readonly ballDepth: number;
  /** Least width as so many times the ball, and beyond it. */
  readonly ratio: number;
  readonly extra: number;
  /** How far the ball stands out of the ground, metres. */
  readonly proud: number;
  readonly school: DepthSchool;
  readonly deepFactor: number;
  /** Share by which loose fill settles. */
  readonly settle: number;
}

/**
 * Width and depth of a hole; for a deep one the loose fill under the ball, and how far the plant sinks if nobody allows
 * for its settling: `hole.size`. Metres.
 */
export function holeSize({ ball, ballDepth, ratio, extra, proud, school, deepFactor, settle }: HoleOptions) {
  const width = Math.max(ratio * ball, ball + extra);
  const seat = ballDepth - proud;
  if (school === 'same') return { width, depth: seat, baseLoose: 0, sink: 0 };
  const depth = deepFactor * ballDepth;
  const baseLoose = (depth - seat) / (1 - settle);
  return { width, depth, baseLoose, sink: (depth - seat) * settle };
}

export type SoilSchool = 'native' | 'blend' | 'topdress';

export interface VolumeOptions {
  readonly n: number;
  readonly width: number;
  readonly depth: number;
  readonly ball: number;
  readonly ballDepth: number;
  readonly proud: number;
  /** How much of a cylinder the ball fills: 0.85, a pot 1. */
  readonly shape: number;
  /** By how much dug soil swells. */
  readonly bulk: number;
  readonly school: SoilSchool;
  /** Share of the backfill that is blended in. */
  readonly share: number;
  /** Width and depth of a top dressing, metres. */
  readonly dressD: number;
  readonly dressDepth: number;
}

/** Soil out of `n` holes, back into them, amendment wanted and loose soil over, m³: `hole.volumes`. */
export function holeVolumes(o: VolumeOptions) {
  const out = (Math.PI / 4) * o.width ** 2 * o.depth;
  const held = o.shape * (Math.PI / 4) * o.ball ** 2 * (o.ballDepth - o.proud);
  const backfill = out - held;
  const amend = {
    native: 0,
    blend: o.share * backfill,
    topdress: (Math.PI / 4) * (o.dressD ** 2 - o.ball ** 2) * o.dressDepth,
  }[o.school];
  const native = o.school === 'blend' ? backfill - amend : backfill;
  return {
    outM3: o.n * out,
    backfillM3: o.n * backfill,
    amendM3: o.n * amend,
    spareLooseM3: o.n * (out - native) * (1 + o.bulk),
  };
}

/** Volume of a bowl-shaped hole, m³: `hole.frustum`. Metres. */
export const bowl = ({ top, bottom, depth }: { top: number; bottom: number; depth: number }): number =>
  ((Math.PI * depth) / 12) * (top ** 2 + top * bottom + bottom ** 2);

/** The auger that bores a hole of this width, metres; null where none does: a pit or a digger. `hole.auger`. */
export const augerFor = (width: number): number | null => holeData.augers.find((one) => one >= width - 1e-9) ?? null;

/** Weight of a ball or pot, kg: `hole.ballMass`. */
export const ballMass = ({
  ball,
  ballDepth,
  shape,
  density,
}: {
  ball: number;
  ballDepth: number;
  shape: number;
  density: number;
}): number => (Math.PI / 4) * ball ** 2 * ballDepth * shape * density;

/** Above this one person no longer lifts it, above that a machine does, kg: NIOSH revised lifting equation. */
export const LIFT = holeData.lift;

/** Share of air in loose fill and in a ball, which water takes up; depth, density and sodium to stay below of ground that gypsum is given to. */
export const { air: AIR, sodic: SODIC } = holeData;

/** Gypsum for a sodic clay, kg a m²: `hole.gypsum`, USDA Agriculture Handbook 60. By a soil test only. */
export const gypsum = ({
  depth,
  bulk,
  cec,
  espNow,
  espTarget,
}: {
  /** Metres treated; bulk density t/m³; exchange capacity cmol/kg; exchangeable sodium now and wanted, per cent. */
  depth: number;
  bulk: number;
  cec: number;
  espNow: number;
  espTarget: number;
}): number => (depth * bulk * 1000 * cec * 10 * ((espNow - espTarget) / 100) * 0.0860855) / 1000;

/** Root dip for `n` plants: litres, and grams of powder: `hole.gel`. */
export function rootGel({
  n,
  perPlant,
  residual,
  gPerL,
}: {
  n: number;
  perPlant: number;
  residual: number;
  gPerL: number;
}) {
  const litres = n * perPlant + residual;
  return { litres, powderG: litres * gPerL };
}

export interface CrewTask {
  readonly n: number;
  /** So many a person does in a day on easy ground. */
  readonly perDay: number;
  /** Whether hard ground slows it; guards and mats it does not. */
  readonly ground?: boolean;
}

/** Days of one person, and half days on the calendar for a crew with an allowance for weather: `crew.days`. */
export function crewDays({
  tasks,
  ground,
  crew,
  weather,
}: {
  tasks: readonly CrewTask[];
  ground: number;
  crew: number;
  weather: number;
}) {
  const personDays = tasks.reduce(
    (sum, { n, perDay, ground: slowed = true }) => sum + n / (perDay * (slowed ? ground : 1)),
    0,
  );
  return { personDays, calendarDays: ceilSafe(((2 * personDays) / crew) * (1 + weather)) / 2 };
}

const HoleStock = holeData.stocks;

/** Roots, hole and method of a stock type; those of a bare-root whip where it is not known. */
export const rootsOf = (stock: string): (typeof HoleStock)['whip'] =>
  (HoleStock as Record<string, (typeof HoleStock)['whip']>)[stock] ?? HoleStock.whip;
