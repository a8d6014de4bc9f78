import { bearing } from '../geometry/point.ts';
import { isInside } from '../geometry/polygon.ts';
import { chainageOf, directionAt, pointAt, polyline } from '../geometry/polyline.ts';
import type { FeatureOf } from '../holding/ground-schema.ts';
import type { Holding } from '../holding/schema.ts';
import { quicklySeenThrough } from '../years/density.ts';
import { beltRows } from '../years/rows-at.ts';
import type { StandYears } from '../years/stand-years.ts';
import reach from './reach.json' with { type: 'json' };
import { dayShade, type BankCover, type Banks } from './stream.ts';

type Water = FeatureOf<'stream'> | FeatureOf<'ditch'>;

/** Woody cover along one bank in one year, measured from the bank top. Metres. */
export interface Strip {
  readonly side: 'left' | 'right';
  /** By stretch of the bank that lies on the holding: width of cover, and where it begins along the water. */
  readonly stretches: readonly {
    readonly at: number;
    readonly width: number;
    readonly top: number;
    readonly away: number;
  }[];
  readonly narrowest: number;
  readonly mean: number;
  readonly narrowestAt: number;
}

/** Stretches in which a bank is looked at, and the widest break in cover that still counts as one strip, metres. */
const STRETCH = 5;
const BREAK = reach.strip.break;
/** Woody plants farther from the water than this are no bank strip, metres. */
const FAR = reach.strip.far;
/** A bank of which less is planted is not what the strip is for: the end of some other row stands there. */
const PLANTED = reach.strip.planted;
/** The first and last of the bank's own stretches lie half beyond the rows: the strip is measured between them. */
const SHY = 1;

/** The strips along a stream, each bank that is on the holding by itself. */
export function stripsAlong(water: Water, stands: readonly StandYears[], holding: Holding, year: number): Strip[] {
  const line = polyline(water.line);
  const edge = water.width / 2;
  const boundary = holding.boundary?.map(({ at }) => at);
  const covers = new Map<string, { from: number; to: number; top: number }[]>();
  for (const { laid, grown, of } of stands) {
    const { stand } = laid.layout;
    for (let i = 0; i < stand.count; i++) {
      const one = grown[of[i]!]!;
      if (one.height[year]! <= 0 || one.lot.species.kind === 'herb') continue;
      const { chainage, offset } = chainageOf(line, [stand.x[i]!, stand.y[i]!]);
      const away = Math.abs(offset) - edge;
      if (away > FAR || away < -edge) continue;
      const r = Math.max(one.across[year]!, 0.3);
      const side = offset > 0 ? 'right' : 'left';
      const reach = Math.max(one.along[year]!, one.spacing / 2);
      for (let k = Math.floor((chainage - reach) / STRETCH); k <= Math.floor((chainage + reach) / STRETCH); k++) {
        const key = `${side} ${k}`;
        const known = covers.get(key) ?? [];
        known.push({ from: away - r, to: away + r, top: one.height[year]! });
        covers.set(key, known);
      }
    }
  }
  return (['left', 'right'] as const)
    .map((side): Strip => {
      const stretches = [];
      for (let k = SHY; (k + 1) * STRETCH <= line.length - SHY * STRETCH; k++) {
        const at = (k + 0.5) * STRETCH;
        const [x, y] = pointAt(line, at);
        const [dx, dy] = directionAt(line, at);
        const sign = side === 'right' ? 1 : -1;
        const off = edge + 2;
        if (boundary && !isInside(boundary, [x + sign * dy * off, y - sign * dx * off])) continue;
        stretches.push({ at, ...widthOf(covers.get(`${side} ${k}`) ?? []) });
      }
      const least = stretches.reduce((a, b) => (b.width < a.width ? b : a), { width: Infinity, at: 0 });
      return {
        side,
        stretches,
        narrowest: stretches.length > 0 ? least.width : 0,
        narrowestAt: least.at,
        mean: stretches.reduce((sum, { width }) => sum + width, 0) / Math.max(1, stretches.length),
      };
    })
    .filter(
      ({ stretches }) => stretches.filter(({ width }) => width > 0).length >= PLANTED * Math.max(1, stretches.length),
    );
}

/** Width of cover from the bank top to where a break ends it, how high it is and where it begins. */
function widthOf(covers: { from: number; to: number; top: number }[]): { width: number; top: number; away: number } {
  const sorted = covers.sort((a, b) => a.from - b.from);
  let [reach, top] = [0, 0];
  for (const { from, to, top: height } of sorted) {
    if (from - reach > BREAK) break;
    reach = Math.max(reach, to);
    top = Math.max(top, height);
  }
  return { width: reach, top, away: Math.max(0, sorted[0]?.from ?? 0) };
}

/** Per cent of a midsummer day's sun that the strips hold off the water. */
export function waterShade(
  water: Water,
  strips: readonly Strip[],
  stands: readonly StandYears[],
  year: number,
  { place }: Holding,
): number {
  const forward = !('flows' in water) || water.flows === 'forward';
  const [a, b] = [water.line[0]!, water.line.at(-1)!];
  const bank = (side: 'left' | 'right'): BankCover | null => {
    const strip = strips.find((one) => one.side === side);
    const green = strip?.stretches.filter(({ width }) => width > 0) ?? [];
    if (!strip || green.length === 0) return null;
    const share = green.length / strip.stretches.length;
    const mean = (of: (one: (typeof green)[number]) => number) =>
      green.reduce((sum, one) => sum + of(one), 0) / green.length;
    const rows = stands.flatMap((stand) => (isBeside(stand, water) ? beltRows(stand, year, true) : []));
    return {
      height: mean(({ top }) => top),
      away: mean(({ away }) => away),
      passes: 1 - share * (1 - quicklySeenThrough(rows, 6)),
    };
  };
  const drawn = { left: bank('left'), right: bank('right') };
  const banks: Banks = forward ? drawn : { left: drawn.right, right: drawn.left };
  return dayShade(
    place.latitude,
    place.latitude >= 0 ? 198 : 15,
    forward ? bearing(a, b) : bearing(b, a),
    water.width,
    banks,
  );
}

/** Whether a planting stands along a water. */
export const isBeside = (
  {
    laid: {
      layout: { stand },
    },
  }: StandYears,
  water: Water,
): boolean => {
  const line = polyline(water.line);
  return stand.count > 0 && Math.abs(chainageOf(line, [stand.x[0]!, stand.y[0]!]).offset) < FAR;
};
