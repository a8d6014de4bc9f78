import { formatLength, type UnitSystem } from '../units/quantities.ts';
import { area, isInside } from '../geometry/polygon.ts';
import { bearing, compassName, distance, type Point } from '../geometry/point.ts';
import type { Aim } from '../holding/ground-schema.ts';
import type { Holding } from '../holding/schema.ts';
import { pointsOf } from '../ground/features.ts';
import type { SunGrid } from './map.ts';

/** How an aim of winter sun stands before anything is planted. */
export interface SunVerdict {
  readonly aim: Extract<Aim, { kind: 'winterSun' }>;
  /** Mean hours over the place in midwinter. */
  readonly hours: number;
  readonly holds: boolean;
  /** Where the same place would have what is wanted, in words; null when it has, or nowhere near. */
  readonly better: string | null;
}

/** Judges every aim of winter sun on the map of midwinter. */
export function sunVerdicts(
  { aims, features, units }: Pick<Holding, 'aims' | 'features' | 'units'>,
  grid: SunGrid,
  midwinter: Float32Array,
): SunVerdict[] {
  return aims.flatMap((aim): SunVerdict[] => {
    if (aim.kind !== 'winterSun') return [];
    const place = features.find(({ id }) => id === aim.place);
    const ring = place && pointsOf(place);
    if (!ring || ring.length < 3 || area(ring) === 0) return [];
    const hours = meanOver(ring, [0, 0], grid, midwinter);
    if (hours === null) return [];
    const holds = hours >= aim.hours - 0.05;
    return [{ aim, hours, holds, better: holds ? null : nearestBetter(ring, aim.hours, grid, midwinter, units) }];
  });
}

/** Mean of the cells whose centres the ring covers when it is moved; null when it leaves the map. */
function meanOver(
  ring: readonly Point[],
  [dx, dy]: Point,
  { west, south, cell, nx, ny }: SunGrid,
  values: Float32Array,
): number | null {
  const xs = ring.map(([x]) => x + dx - west);
  const ys = ring.map(([, y]) => y + dy - south);
  const [iFrom, iTo] = [Math.floor(Math.min(...xs) / cell), Math.floor(Math.max(...xs) / cell)];
  const [jFrom, jTo] = [Math.floor(Math.min(...ys) / cell), Math.floor(Math.max(...ys) / cell)];
  if (iFrom < 0 || jFrom < 0 || iTo >= nx || jTo >= ny) return null;
  let [sum, count] = [0, 0];
  for (let j = jFrom; j <= jTo; j++)
    for (let i = iFrom; i <= iTo; i++)
      if (isInside(ring, [west + (i + 0.5) * cell - dx, south + (j + 0.5) * cell - dy])) {
        sum += values[j * nx + i]!;
        count++;
      }
  return count > 0 ? sum / count : values[Math.max(0, Math.min(ny - 1, jFrom)) * nx + iFrom]!;
}

/** The shortest move of up to 60 m, by eight winds, that gives the place its hours. */
function nearestBetter(
  ring: readonly Point[],
  wanted: number,
  grid: SunGrid,
  values: Float32Array,
  units: UnitSystem,
): string | null {
  for (let far = 2; far <= 60; far += 2)
    for (let wind = 0; wind < 8; wind++) {
      const move: Point = [far * Math.sin((wind * Math.PI) / 4), far * Math.cos((wind * Math.PI) / 4)];
      const hours = meanOver(ring, move, grid, values);
      if (hours !== null && hours >= wanted)
        return `${formatLength(distance([0, 0], move), units, { decimals: 0 })} to the ${compassName(bearing([0, 0], move))} it would have ${hours.toFixed(1)} h.`;
    }
  return null;
}
