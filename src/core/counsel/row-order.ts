import { madeUp } from '../ground/climate.ts';
import { compassName, direction, type Point } from '../geometry/point.ts';
import { windsWorthStopping } from '../ground/wind.ts';
import type { Command } from '../holding/command.ts';
import { setRows } from '../holding/planting-commands.ts';
import type { Holding } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import { isBelt } from '../ranks/outline.ts';
import { rowHeight, sizesOf } from '../years/belt.ts';
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

/**
 * Which row where: as they stand, low towards the sun, low towards the worst wind, low at both edges, and which rows
 * each order leaves in another's shade. Gaps, sides and stagger stay with their places; the plants move. A row counts as
 * overtopped when more than the set share of its height lies in noon shade at the equinoxes, sun at 90° less the latitude.
 */
export function rowOrders(holding: Holding, { planting, layout }: Laid): RowOrder[] {
  /** Below this share of its strength, sun or wind runs along the rows rather than across them. */
  const least = settingOf(holding, 'across.share');
  const { stand, baseline } = layout;
  if (
    !baseline ||
    baseline.closed ||
    !isBelt(planting.baseline) ||
    stand.count === 0 ||
    stand.rows.length < 2 ||
    stand.rows.some(({ from, to }) => from === to)
  )
    return [];
  const { points } = baseline.line;
  const [dx, dy] = direction(points[0]!, points.at(-1)!);
  // Unit vector from the first row to the last.
  const outward: Point = planting.side === 'right' ? [dy, -dx] : [-dy, dx];
  const { latitude } = holding.place;
  const towardsSun = outward[1] * (latitude < 0 ? 1 : -1);
  const site = settingOf(holding, 'growth.site');
  const heights = Array.from({ length: LAST_YEAR + 1 }, (_, year) => {
    const sizes = sizesOf(stand, year, site);
    return stand.rows.map((_, r) => rowHeight(stand, r, sizes));
  });
  const full = heights[LAST_YEAR]!;
  const rising = full.map((_, r) => r).sort((a, b) => full[a]! - full[b]!);
  const share = settingOf(holding, 'sun.overtopped');
  const drop = Math.tan(((90 - Math.abs(latitude)) * Math.PI) / 180) / Math.abs(towardsSun);

  const overtopped = (order: readonly number[]): Overtopped[] =>
    Math.abs(towardsSun) < least
      ? []
      : order.flatMap((row, place): Overtopped[] => {
          const sunward = order
            .map((by, at) => ({
              by,
              away: (stand.rows[at]!.offset - stand.rows[place]!.offset) * Math.sign(towardsSun),
            }))
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
  const as = (key: RowOrder['key'], label: string, why: string, order: readonly number[]): RowOrder => ({
    key,
    label,
    why,
    order,
    overtopped: overtopped(order),
    command: order.every((row, place) => row === place)
      ? null
      : setRows(
          planting.id,
          order.map((row, place) => ({
            ...planting.rows[row]!,
            rowGap: planting.rows[place]!.rowGap,
            across: planting.rows[place]!.across,
            staggered: planting.rows[place]!.staggered,
          })),
          null,
          `rows ordered: ${label.toLowerCase()}`,
        ),
  });
  const lowTowards = (across: number) => (across > 0 ? [...rising].reverse() : rising);

  const orders = [
    as(
      'now',
      'As they stand',
      'The order in which the rows were laid.',
      full.map((_, r) => r),
    ),
  ];
  if (Math.abs(towardsSun) >= least)
    orders.push(
      as(
        'sun',
        'Low towards the sun',
        `Full grown, each row stands behind a lower one, seen from the ${latitude < 0 ? 'north' : 'south'}; only a fast row robs a slow one of light, and only for a time. It wins for fruit, flower and slow trees that a nurse would overtop.`,
        lowTowards(towardsSun),
      ),
    );
  const wind = holding.climate?.rose ? windsWorthStopping(holding.climate.rose)[0] : undefined;
  if (wind) {
    const from = (wind.from * Math.PI) / 180;
    const towardsWind = outward[0] * Math.sin(from) + outward[1] * Math.cos(from);
    if (Math.abs(towardsWind) >= least)
      orders.push(
        as(
          'wind',
          'Low towards the wind',
          `The worst wind comes from the ${compassName(wind.from)} in ${wind.season}${madeUp(holding.climate, 'rose')}: shrubs take it at the foot and each row lifts it to the next. It wins for windbreaks and snow.`,
          lowTowards(towardsWind),
        ),
      );
  }
  if (stand.rows.length > 2) {
    const [near, far]: [number[], number[]] = [[], []];
    rising.forEach((row, i) => (i % 2 === 0 ? near.push(row) : far.unshift(row)));
    orders.push(
      as(
        'edges',
        'Low at both edges',
        'The tall stand in the middle and both sides are dense to the ground. It wins for screens and hedgerows seen from both sides, and for birds.',
        [...near, ...far],
      ),
    );
  }
  return orders;
}
