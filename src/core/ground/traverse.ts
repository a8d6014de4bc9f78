import { bearing, distance, polar, type Point } from '../geometry/point.ts';
import { Refused } from '../holding/command.ts';
import { parseLength, type UnitSystem } from '../units/quantities.ts';

/** One leg of a boundary as a deed gives it. */
export interface Leg {
  /** Degrees clockwise from north. */
  readonly bearing: number;
  readonly length: number;
}

const QUADRANT =
  /^([NS])\s*(\d+(?:\.\d+)?)(?:[°\s:-]+(\d+(?:\.\d+)?))?(?:['′\s:-]+(\d+(?:\.\d+)?))?["″'′°]*\s*([EW])[\s,;:]+(.+)$/i;
const AZIMUTH = /^(\d+(?:\.\d+)?)\s*°?(?:\s*(\d+(?:\.\d+)?)['′])?(?:\s*(\d+(?:\.\d+)?)["″])?[\s,;]+(.+)$/;
const LENGTH_FIRST = /^(.+?)\s+at\s+(\d+(?:\.\d+)?)\s*°?$/i;

/**
 * The legs in a deed's list, one a line: `N 45°30'20" E 120.5`, `45.5 120.5` (bearing, then length) or
 * `120.5 at 45.5`. Bare lengths are in the system's unit. Throws {@link Refused} with the line that is none.
 */
export function readLegs(text: string, units: UnitSystem): Leg[] {
  const lines = text.split('\n').map((line) => line.trim().replace(/^\d+[.)]\s+(?=[NS])/i, ''));
  return lines.flatMap((line, i): Leg[] => {
    if (!line) return [];
    const leg = readLeg(line, units);
    if (!leg)
      throw new Refused(
        `Line ${i + 1}, '${line}', is not a leg. Write a bearing and a length, such as N 45°30' E 120.5, or 45.5 120.5.`,
      );
    return [leg];
  });
}

function readLeg(line: string, units: UnitSystem): Leg | null {
  const made = (degrees: number, lengthText: string): Leg | null => {
    const length = parseLength(lengthText, units);
    return length !== null && length > 0 && degrees >= 0 && degrees <= 360 ? { bearing: degrees % 360, length } : null;
  };
  const sexagesimal = (degrees: string, minutes = '0', seconds = '0') =>
    Number(degrees) + Number(minutes) / 60 + Number(seconds) / 3600;
  const quadrant = QUADRANT.exec(line);
  if (quadrant) {
    const [, from, degrees, minutes, seconds, to, length] = quadrant;
    const angle = sexagesimal(degrees!, minutes, seconds);
    if (angle > 90) return null;
    const south = from!.toUpperCase() === 'S';
    const west = to!.toUpperCase() === 'W';
    return made(south ? (west ? 180 + angle : 180 - angle) : west ? 360 - angle : angle, length!);
  }
  const lengthFirst = LENGTH_FIRST.exec(line);
  if (lengthFirst) return made(Number(lengthFirst[2]), lengthFirst[1]!);
  const azimuth = AZIMUTH.exec(line);
  return azimuth && made(sexagesimal(azimuth[1]!, azimuth[2], azimuth[3]), azimuth[4]!);
}

export interface Traverse {
  /** Corners in order, the start first; the last leg is meant to come back to it. */
  readonly points: readonly Point[];
  readonly length: number;
  /** By how much it misses its start, metres, and on which bearing it ends from the start. */
  readonly miss: number;
  readonly missBearing: number;
  /** Length for one metre of miss, the n of 1:n; null when it closes to the millimetre. */
  readonly ratio: number | null;
}

/** Walks the legs from `start`. At least three. */
export function traverse(start: Point, legs: readonly Leg[]): Traverse {
  if (legs.length < 3)
    throw new Refused(
      `A boundary needs at least three legs; there are ${legs.length}. Add the rest of the deed's list.`,
    );
  const points: Point[] = [start];
  for (const leg of legs) points.push(polar(points.at(-1)!, leg.length, leg.bearing));
  const end = points.pop()!;
  const length = legs.reduce((sum, leg) => sum + leg.length, 0);
  const miss = distance(start, end);
  return {
    points,
    length,
    miss,
    missBearing: miss > 0 ? bearing(start, end) : 0,
    ratio: miss > 0.001 ? length / miss : null,
  };
}

/** The corners with the miss spread along the way in proportion to the legs before each (the compass rule, Bowditch 1808). */
export function closed({ points, miss, missBearing, length }: Traverse, legs: readonly Leg[]): Point[] {
  let walked = 0;
  return points.map((point, i) => {
    const moved = polar(point, (-miss * walked) / length, missBearing);
    walked += legs[i]!.length;
    return moved;
  });
}
