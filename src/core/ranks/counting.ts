import type { Row } from '../holding/schema.ts';
import { intervals, TOL } from '../units/rounding.ts';

export interface Places {
  /** Chainages of the places, metres from the start of the usable length, rising. */
  readonly at: Float64Array;
  /** Spacing in force: the asked one, or the fitted one. */
  readonly spacing: number;
}

export interface PlacesOptions {
  readonly spacing: number;
  /**
   * `fit` stretches or squeezes the spacing so that the last plant stands at the end; `fitStart` so too, but leaves the last
   * place to the row that begins there; `fitInset` stands half a spacing in at both; `centre` leaves half a spacing and half
   * of what is over at both.
   */
  readonly ends: Row['ends'];
  /** Starts in the middle between the first plants of the row before, as every second row of a staggered set does. */
  readonly staggered?: boolean;
  /** Spacing of the row before, metres: a wider row behind a closer one starts half of that in, not half of its own. Its own when absent. */
  readonly against?: number;
  /** A closed outline: its last plant must not stand on its first. */
  readonly closed?: boolean;
}

/**
 * The planting places on a row of `length` usable metres: working note on counting, `count.line` mode
 * `both`, `ring` and `inset`, `count.fit` and `count.stagger`. A row shorter than the spacing has one place.
 */
export function places(
  length: number,
  { spacing, ends, staggered = false, closed = false, against = spacing }: PlacesOptions,
): Places {
  if (!(spacing > 0)) throw new RangeError(`spacing must be > 0 m, got ${spacing}`);
  if (length < -TOL) return { at: new Float64Array(0), spacing };
  if (ends === 'centre' && !closed) return centred(length, spacing, staggered);
  const fits = ends.startsWith('fit');
  const count = fits ? fittedIntervals(length, spacing) : intervals(length, spacing);
  const step = fits && length > TOL ? length / count : spacing;
  if (fits && ends !== 'fit' && !closed) return fittedWithin(length, count, ends === 'fitInset', staggered, step);
  // Fitted to both ends it begins as it stops, half of its own spacing in.
  const first = staggered ? Math.min(step, ends === 'keep' ? against : step) / 2 : 0;
  const n = closed
    ? Math.max(1, count)
    : staggered
      ? intervals(length - first, step) + (length - first < -TOL ? 0 : 1)
      : count + 1;
  const at = new Float64Array(short(length, spacing, ends) ? 1 : n);
  for (let i = 0; i < at.length; i++) at[i] = first + i * step;
  return { at, spacing: step };
}

/** `count.fit` modes `start` and `inset`: as many places as intervals; a staggered row stands in the middles between those of a square one. */
function fittedWithin(length: number, count: number, inset: boolean, staggered: boolean, step: number): Places {
  const n = Math.max(1, inset && staggered ? count - 1 : count);
  const between = inset && staggered && count > 1 ? step : inset || staggered ? step / 2 : 0;
  const first = Math.min(between, Math.max(0, length));
  return { at: Float64Array.from({ length: n }, (_, i) => first + i * step), spacing: step };
}

/** `count.line` mode `inset`; a staggered row stands in the middles between those of a square one. */
function centred(length: number, spacing: number, staggered: boolean): Places {
  const n = Math.max(1, intervals(length, spacing) - (staggered ? 1 : 0));
  const first = Math.max(0, (length - (n - 1) * spacing) / 2);
  return { at: Float64Array.from({ length: n }, (_, i) => first + i * spacing), spacing };
}

const short = (length: number, spacing: number, ends: Row['ends']): boolean =>
  length + TOL < spacing && (!ends.startsWith('fit') || length <= TOL);

/** Intervals whose even spacing comes nearest to the asked one: `count.fit` (tie: fewer plants). */
export function fittedIntervals(length: number, spacing: number): number {
  const fewer = Math.max(1, intervals(length, spacing));
  const more = intervals(length, spacing) + 1;
  return Math.abs(length / more - spacing) < Math.abs(length / fewer - spacing) - 1e-12 ? more : fewer;
}

/** Runs written out as one cycle: `[[A, 2], [B, 1]]` gives A A B. */
export const cycleOf = <T>(runs: readonly { readonly species: T; readonly count: number }[]): T[] =>
  runs.flatMap(({ species, count }) => Array.from({ length: count }, () => species));

/**
 * Indices of the places taken by standards: for targets `first`, `first + every`, … up to `length`, the
 * nearest place (tie: the lower), each place once, none farther than `within`. `count.overlay`.
 */
export function standardPlaces(
  at: Float64Array,
  length: number,
  { every, first, within }: { every: number; first: number; within: number },
): Set<number> {
  const taken = new Set<number>();
  for (let j = 0; first + j * every <= length + TOL; j++) {
    const best = nearestFree(at, first + j * every, taken);
    if (best >= 0 && Math.abs(at[best]! - (first + j * every)) <= within + TOL) taken.add(best);
  }
  return taken;
}

function nearestFree(at: Float64Array, target: number, taken: ReadonlySet<number>): number {
  const above = lowerBound(at, target);
  let low = above - 1;
  let high = above;
  while (low >= 0 && taken.has(low)) low--;
  while (high < at.length && taken.has(high)) high++;
  if (low < 0) return high < at.length ? high : -1;
  if (high >= at.length) return low;
  return at[high]! - target < target - at[low]! - 1e-9 ? high : low;
}

/** Index of the first value of a rising column that is not below `target`. */
export function lowerBound(at: Float64Array, target: number): number {
  let low = 0;
  let high = at.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (at[middle]! < target) low = middle + 1;
    else high = middle;
  }
  return low;
}
