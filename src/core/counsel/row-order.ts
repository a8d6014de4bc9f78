import { madeUp } from '../place/climate.ts';
import { compassName, direction, type Point } from '../geometry/point.ts';
import { windsWorthStopping } from '../ground/wind.ts';
import type { Command } from '../holding/command.ts';
import { setRows } from '../holding/planting-commands.ts';
import type { Holding } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import { isBelt } from '../ranks/outline.ts';
import { freeYears, meanInRow } from '../years/free-years.ts';
import { LAST_YEAR } from '../years/growth.ts';
import type { Laid } from '../ranks/laid.ts';

/** A row that another keeps from the noon sun, by their numbers now, and from which year. */
export interface Overtopped {
  readonly row: number;
  readonly by: number;
  readonly year: number;
}

/** One way to order the rows of a planting. */
export interface RowOrder {
  readonly key: 'now' | 'sun' | 'wind' | 'edges';
  readonly label: string;
  readonly why: string;
  /** The row, by its number now from 0, that stands at each place from the line outward. */
  readonly order: readonly number[];
  readonly overtopped: readonly Overtopped[];
  /** Null where the rows stand so already. */
  readonly command: Command | null;
}

/** Rows as they lie: which way is outward, how high each grows, and how far sun and wind come across them. */
interface Lying {
  readonly laid: Laid;
  /** Unit vector from the first row to the last. */
  readonly outward: Point;
  /** How far outward is towards the noon sun: 1 straight to it, 0 along the rows. */
  readonly towardsSun: number;
  /** Height of each row by year, m. */
  readonly heights: readonly (readonly number[])[];
  /** Rows from the lowest to the highest, full grown. */
  readonly rising: readonly number[];
  /** Below this share of its strength, sun or wind runs along the rows rather than across them. */
  readonly least: number;
  /** Share of a row's height that may lie in shade. */
  readonly share: number;
  /** How far shade falls to each metre across the rows. */
  readonly drop: number;
}

/**
 * Which row where: as they stand, low towards the sun, low towards the worst wind, low at both edges, and which rows
 * each order leaves in another's shade. Gaps, sides and stagger stay with their places; the plants move. A row counts as
 * overtopped when more than the set share of its height lies in noon shade at the equinoxes, sun at 90° less the latitude.
 */
export function rowOrders(holding: Holding, laid: Laid): RowOrder[] {
  const lying = lie(holding, laid);
  return lying
    ? [asTheyStand(lying), ...lowToSun(lying, holding), ...lowToWind(lying, holding), ...lowAtEdges(lying)]
    : [];
}

/** Null where there is no order to speak of: one row, empty rows, a ring, a block. */
function lie(holding: Holding, laid: Laid): Lying | null {
  const { stand, baseline } = laid.layout;
  if (
    !baseline ||
    baseline.closed ||
    !isBelt(laid.planting.baseline) ||
    stand.count === 0 ||
    stand.rows.length < 2 ||
    stand.rows.some(({ from, to }) => from === to)
  )
    return null;
  const { points } = baseline.line;
  const [dx, dy] = direction(points[0]!, points.at(-1)!);
  const outward: Point = laid.planting.side === 'right' ? [dy, -dx] : [-dy, dx];
  const { latitude } = holding.place;
  const towardsSun = outward[1] * (latitude < 0 ? 1 : -1);
  // Left to themselves: which row takes another's light is what is asked.
  const { grown } = freeYears(laid, holding, 'middle');
  const heights = Array.from({ length: LAST_YEAR + 1 }, (_, year) =>
    stand.rows.map(({ row }) => meanInRow(grown, row.id, ({ height }) => height[year]!)),
  );
  const full = heights[LAST_YEAR]!;
  return {
    laid,
    outward,
    towardsSun,
    heights,
    rising: full.map((_, r) => r).sort((a, b) => full[a]! - full[b]!),
    least: settingOf(holding, 'across.share'),
    share: settingOf(holding, 'sun.overtopped'),
    drop: Math.tan(((90 - Math.abs(latitude)) * Math.PI) / 180) / Math.abs(towardsSun),
  };
}

function overtopped({ laid, towardsSun, heights, least, share, drop }: Lying, order: readonly number[]): Overtopped[] {
  const { rows } = laid.layout.stand;
  if (Math.abs(towardsSun) < least) return [];
  return order.flatMap((row, place): Overtopped[] => {
    const sunward = order
      .map((by, at) => ({ by, away: (rows[at]!.offset - rows[place]!.offset) * Math.sign(towardsSun) }))
      .filter(({ away }) => away > 0);
    const year = heights.findIndex(
      (now, y) => y > 0 && sunward.some(({ by, away }) => now[by]! - away * drop > now[row]! * share),
    );
    if (year < 0) return [];
    const { by } = sunward.reduce((a, b) =>
      heights[year]![b.by]! - b.away * drop > heights[year]![a.by]! - a.away * drop ? b : a,
    );
    return [{ row, by, year }];
  });
}

function as(lying: Lying, key: RowOrder['key'], label: string, why: string, order: readonly number[]): RowOrder {
  const { id, rows } = lying.laid.planting;
  return {
    key,
    label,
    why,
    order,
    overtopped: overtopped(lying, order),
    command: order.every((row, place) => row === place)
      ? null
      : setRows(
          id,
          order.map((row, place) => ({
            ...rows[row]!,
            rowGap: rows[place]!.rowGap,
            across: rows[place]!.across,
            staggered: rows[place]!.staggered,
          })),
          null,
          `rows ordered: ${label.toLowerCase()}`,
        ),
  };
}

const asTheyStand = (lying: Lying): RowOrder =>
  as(lying, 'now', 'As they stand', 'The order in which the rows were laid.', [...lying.rising.keys()]);

const lowTowards = ({ rising }: Lying, across: number) => (across > 0 ? [...rising].reverse() : rising);

function lowToSun(lying: Lying, { place: { latitude } }: Holding): RowOrder[] {
  if (Math.abs(lying.towardsSun) < lying.least) return [];
  const why = `Full grown, each row stands behind a lower one, seen from the ${latitude < 0 ? 'north' : 'south'}; only a fast row robs a slow one of light, and only for a time. It wins for fruit, flower and slow trees that a nurse would overtop.`;
  return [as(lying, 'sun', 'Low towards the sun', why, lowTowards(lying, lying.towardsSun))];
}

function lowToWind(lying: Lying, { climate }: Holding): RowOrder[] {
  const wind = climate?.rose ? windsWorthStopping(climate.rose)[0] : undefined;
  if (!wind) return [];
  const from = (wind.from * Math.PI) / 180;
  const towardsWind = lying.outward[0] * Math.sin(from) + lying.outward[1] * Math.cos(from);
  if (Math.abs(towardsWind) < lying.least) return [];
  const why = `The worst wind comes from the ${compassName(wind.from)} in ${wind.season}${madeUp(climate, 'rose')}: shrubs take it at the foot and each row lifts it to the next. It wins for windbreaks and snow.`;
  return [as(lying, 'wind', 'Low towards the wind', why, lowTowards(lying, towardsWind))];
}

function lowAtEdges(lying: Lying): RowOrder[] {
  if (lying.rising.length < 3) return [];
  const [near, far]: [number[], number[]] = [[], []];
  lying.rising.forEach((row, i) => (i % 2 === 0 ? near.push(row) : far.unshift(row)));
  const why =
    'The tall stand in the middle and both sides are dense to the ground. It wins for screens and hedgerows seen from both sides, and for birds.';
  return [as(lying, 'edges', 'Low at both edges', why, [...near, ...far])];
}
