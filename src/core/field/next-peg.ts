import { bearing, compassName, distance, type Point } from '../geometry/point.ts';
import { nearestSide } from '../ground/boundary.ts';
import type { Holding } from '../holding/schema.ts';
import { formatTape } from '../units/quantities.ts';
import { bestPair, knownPoints, type KnownPoint } from './known-points.ts';
import type { PegPlace } from '../record/pegs.ts';

/** The way from where one stands to a peg. */
export interface WayToPeg {
  readonly metres: number;
  /** Degrees from north, and its name. */
  readonly bearing: number;
  readonly name: string;
  /** Still to go along its row, the way it is walked, and across it, to the right when positive; metres. */
  readonly along: number;
  readonly across: number;
}

/** The way to a peg; `pegs` are those of its planting. */
export function wayTo(from: Point, peg: PegPlace, pegs: readonly PegPlace[]): WayToPeg {
  const row = pegs.filter((one) => one.row === peg.row);
  const at = row.indexOf(peg);
  const [a, b] = [row[Math.max(0, at - 1)] ?? peg, row[Math.min(row.length - 1, at + 1)] ?? peg];
  const long = distance(a.at, b.at);
  const [ux, uy] = long > 0 ? [(b.at[0] - a.at[0]) / long, (b.at[1] - a.at[1]) / long] : [0, 1];
  const [dx, dy] = [peg.at[0] - from[0], peg.at[1] - from[1]];
  const turn = bearing(from, peg.at);
  return {
    metres: distance(from, peg.at),
    bearing: turn,
    name: compassName(turn),
    along: dx * ux + dy * uy,
    across: dx * uy - dy * ux,
  };
}

/** A tape's length from something that stands. */
export interface Tie {
  readonly label: string;
  readonly metres: number;
}

/** Two tapes that strike a peg: from things on the plan and from plants that stand at their pegs. Null where no two cross well. */
export function tiesTo(
  peg: PegPlace,
  set: readonly PegPlace[],
  holding: Pick<Holding, 'boundary' | 'features'>,
): readonly [Tie, Tie] | null {
  const near = set
    .filter(({ label }) => label !== peg.label)
    .sort((a, b) => distance(a.at, peg.at) - distance(b.at, peg.at))
    .slice(0, 12)
    .map(({ label, at }): KnownPoint => ({ id: label, label: `peg ${label}`, at, found: true }));
  const pair = bestPair([...knownPoints(holding), ...near], [peg.at]);
  return pair && [tie(pair[0], peg), tie(pair[1], peg)];
}
const tie = ({ label, at }: KnownPoint, peg: PegPlace): Tie => ({ label, metres: distance(at, peg.at) });

/** What is to be said where a peg lies within a fix's error of the boundary; null where it does not. */
export function boundaryCaution(
  peg: PegPlace,
  accuracy: number,
  { boundary, units }: Pick<Holding, 'boundary' | 'units'>,
): string | null {
  if (!boundary) return null;
  const { distance: off, assumed } = nearestSide(boundary, peg.at);
  return off < accuracy
    ? `${assumed ? 'The assumed line, not surveyed,' : 'The boundary'} is ${formatTape(off, units)} from this peg, within the error of the fix. Tape it from the pins.`
    : null;
}
