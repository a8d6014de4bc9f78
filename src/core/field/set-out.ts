import { distance, type Point } from '../geometry/point.ts';
import type { Polyline } from '../geometry/polyline.ts';
import { tellingPoints } from '../geometry/simplify.ts';
import type { KnownPoint } from './known-points.ts';

/** Farthest that a string between two pegs may lie off a curve, metres: less than a spade is wide. */
export const STRING_OFF = 0.05;

/** How bends and curves are pegged: square off a straight chord, or by two tapes from known points. */
export type SetOutWay =
  | { readonly way: 'chord' }
  | { readonly way: 'ties'; readonly from: readonly [KnownPoint, KnownPoint] };

/** One peg of a line that is not straight. */
export interface SetOutPeg {
  /** Metres along the line itself. */
  readonly chainage: number;
  /** Metres along the chord from its zero, and how far off it, to its right when positive. */
  readonly along: number;
  readonly offset: number;
  /** Metres from each of the two known points, and on which side of the way from the first to the second. */
  readonly ties: readonly [number, number] | null;
  readonly side: 'left' | 'right';
}

/** A straight line on the ground from which others are measured. */
export interface Chord {
  readonly zero: Point;
  readonly end: Point;
  readonly length: number;
}

/** Places of the pegs that a line needs: its ends, its bends, and along its curves so many that a string between them follows it. */
export const pegPlaces = (line: Polyline): { point: Point; chainage: number }[] =>
  tellingPoints(line, STRING_OFF).map((i) => ({ point: line.points[i]!, chainage: line.chainages[i]! }));

/** Whether a line is strung from end to end with no peg between. */
export const isStraight = (line: Polyline): boolean => pegPlaces(line).length === 2;

/** The chord of a line: from its start to its end, or of one that comes back to its start to the peg farthest from it. */
export function chordOf(line: Polyline): Chord {
  const pegs = pegPlaces(line).map(({ point }) => point);
  const [zero] = pegs as [Point];
  const last = pegs.at(-1)!;
  const end =
    distance(zero, last) > line.length / 10
      ? last
      : pegs.reduce((far, peg) => (distance(zero, peg) > distance(zero, far) ? peg : far));
  return { zero, end, length: distance(zero, end) };
}

/** Every peg of a line, measured from a chord and, where two known points are given, from those. */
export function setOutPegs(line: Polyline, { zero, end, length }: Chord, way: SetOutWay): SetOutPeg[] {
  const [ux, uy] = [(end[0] - zero[0]) / length, (end[1] - zero[1]) / length];
  const [a, b] = way.way === 'ties' ? [way.from[0].at, way.from[1].at] : [null, null];
  return pegPlaces(line).map(({ point, chainage }) => {
    const [dx, dy] = [point[0] - zero[0], point[1] - zero[1]];
    const turn = a && b ? (b[0] - a[0]) * (point[1] - a[1]) - (b[1] - a[1]) * (point[0] - a[0]) : 0;
    return {
      chainage,
      along: dx * ux + dy * uy,
      offset: dx * uy - dy * ux,
      ties: a && b ? [distance(a, point), distance(b, point)] : null,
      side: turn > 0 ? 'left' : 'right',
    };
  });
}
