import { directionAt, pointAt } from '../geometry/polyline.ts';
import type { Gap } from '../holding/schema.ts';
import { TOL } from '../units/rounding.ts';
import type { LaidBaseline } from './baseline.ts';
import { places, type Places, type PlacesOptions } from './counting.ts';
import type { RowLine } from './row-line.ts';

/** A straight way through all rows, square to the baseline at the gap's middle. */
export interface Passage {
  readonly x: number;
  readonly y: number;
  readonly ux: number;
  readonly uy: number;
  readonly half: number;
  readonly at: number;
}

export function passageOf({ at, width }: Gap, { line }: LaidBaseline): Passage {
  const [x, y] = pointAt(line, Math.min(at, line.length));
  const [ux, uy] = directionAt(line, Math.min(at, line.length));
  return { x, y, ux, uy, half: width / 2, at };
}

/** On a bend a plant in the way can have a station well off the gap's; beyond three widths it is another leg. */
const isNear = (passage: Passage, station: number): boolean => Math.abs(station - passage.at) < passage.half * 3 + 20;
/** How far a place lies past a passage's middle, along the baseline's way there, metres. */
const past = (passage: Passage, x: number, y: number): number =>
  (x - passage.x) * passage.ux + (y - passage.y) * passage.uy;

/** Whether a plant at a place, beside the baseline at `station`, would stand in one of the ways. */
export function isInWay(passages: readonly Passage[], x: number, y: number, station: number): boolean {
  for (let i = 0; i < passages.length; i++) {
    const passage = passages[i]!;
    if (isNear(passage, station) && Math.abs(past(passage, x, y)) < passage.half - TOL) return true;
  }
  return false;
}

/** Where on a row's line the middle of a passage lies, chainage in metres; null where it misses the row. */
function middleOn({ line: { xy, chainages }, from, to }: RowLine, passage: Passage): number | null {
  for (let i = 0; i < from.length; i++) {
    const [x0, y0, x1, y1] = [xy[2 * i]!, xy[2 * i + 1]!, xy[2 * i + 2]!, xy[2 * i + 3]!];
    const [a, b] = [past(passage, x0, y0), past(passage, x1, y1)];
    if (a * b > 0 || a === b) continue;
    const t = a / (a - b);
    if (isNear(passage, from[i]! + (to[i]! - from[i]!) * t))
      return chainages[i]! + (chainages[i + 1]! - chainages[i]!) * t;
  }
  return null;
}

export interface PiecePlaces extends Places {
  /** The number of each place: that of the row's even grid nearest to it, so that names last when an opening moves. */
  readonly numbers: Uint32Array;
}

/**
 * The places of a row that begins anew beyond each passage: working note on counting, `count.gaps` mode `split`. The row from
 * chainage `from` to `to` is cut at each passage's middle ± the greater of its half width and half the spacing; what is left
 * is laid piece by piece, a piece shorter than the spacing with one plant at its middle. Metres.
 */
export function placesInPieces(
  trace: RowLine,
  passages: readonly Passage[],
  { from, to, ...options }: PlacesOptions & { readonly from: number; readonly to: number },
): PiecePlaces {
  const { spacing } = options;
  const cuts = passages
    .flatMap((passage) => {
      const middle = middleOn(trace, passage);
      const half = Math.max(passage.half, spacing / 2);
      return middle === null ? [] : [[middle - half, middle + half] as const];
    })
    .sort(([a], [b]) => a - b);
  const pieces: [number, number][] = [];
  let begun = from;
  for (const [stop, next] of [...cuts, [to, Infinity] as const]) {
    if (Math.min(stop, to) - begun > TOL) pieces.push([begun, Math.min(stop, to)]);
    begun = Math.max(begun, next);
  }
  const laid = pieces.map(([start, stop]) => {
    const length = stop - start;
    const { at, spacing: step } =
      length + TOL < spacing
        ? { at: Float64Array.of(length / 2), spacing }
        : places(length, { ...options, closed: false });
    return { at: at.map((one) => one + start), step };
  });
  const at = Float64Array.from(laid.flatMap((piece) => [...piece.at]));
  const numbers = new Uint32Array(at.length);
  for (let i = 0; i < at.length; i++)
    numbers[i] = Math.max(i === 0 ? 0 : numbers[i - 1]! + 1, Math.round((at[i]! - from) / spacing));
  // Pieces that are fitted differ a little: the longest says what the row's spacing is.
  const [longest] = laid.toSorted((a, b) => b.at.length - a.at.length);
  return { at, numbers, spacing: longest?.step ?? spacing };
}
