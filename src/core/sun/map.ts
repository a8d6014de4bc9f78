import { contours as raise } from 'd3-contour';
import type { Point } from '../geometry/point.ts';
import { area, isInside } from '../geometry/polygon.ts';
import { castersOf, rayFrom, type Caster, type Ray } from './casters.ts';
import { reliefOf, type Relief } from '../ground/relief.ts';
import { daySuns, inLeaf, type Sun } from './sun.ts';
import sunData from './sun.json' with { type: 'json' };
import type { Holding } from '../holding/schema.ts';

/** `hours[j * nx + i]`: cell (0, 0) is the south-west one, i counts to the east, j to the north. */
export interface SunGrid {
  readonly west: number;
  readonly south: number;
  readonly cell: number;
  readonly nx: number;
  readonly ny: number;
}

/** What stands between the ground and the sun. */
export interface SunScene {
  readonly place: Holding['place'];
  readonly casters: readonly Caster[];
  readonly relief: Relief | null;
}

export const sunScene = (holding: Pick<Holding, 'place' | 'features' | 'terrain'>): SunScene => {
  const relief = reliefOf(holding);
  return { place: holding.place, casters: castersOf(holding.features, relief), relief };
};

/** A grid of square cells over `box`, at most `most` of them, no finer than `finest` metres. */
export function sunGrid(
  [west, south, east, north]: readonly [number, number, number, number],
  { finest = 1, most = 60_000 } = {},
): SunGrid {
  const cell = Math.max(finest, Math.ceil(Math.sqrt(((east - west) * (north - south)) / most) * 2) / 2);
  return {
    west,
    south,
    cell,
    nx: Math.max(1, Math.ceil((east - west) / cell)),
    ny: Math.max(1, Math.ceil((north - south) / cell)),
  };
}

/** Elevation angle of the land itself as seen from a place towards an azimuth, degrees, 0 or more; looks as far as 2 km. */
export function landHorizon(relief: Relief, [x, y]: Point, z: number, azimuth: number): number {
  const radians = (azimuth * Math.PI) / 180;
  const [ux, uy] = [Math.sin(radians), Math.cos(radians)];
  let steepest = 0;
  for (let d = relief.step; d < 2000; d += Math.max(relief.step, d * 0.05)) {
    const height = relief.heightAt([x + ux * d, y + uy * d]);
    if (height === null) break;
    steepest = Math.max(steepest, (height - z) / d);
  }
  return (Math.atan(steepest) * 180) / Math.PI;
}

/** Share of the beam that reaches a place at `z` from one sun: the plain way, every caster asked. */
export function litShare(
  { casters, relief }: SunScene,
  p: Point,
  z: number,
  sun: Pick<Sun, 'azimuth' | 'elevation'>,
  leafy: boolean,
): number {
  if (relief && landHorizon(relief, p, z, sun.azimuth) > sun.elevation) return 0;
  const ray = rayFrom(p, z, sun);
  return casters.reduce((share, caster) => share * caster.passes(ray, leafy), 1);
}

/**
 * Hours of sun on each cell on the 21st of `month`, `height` metres above the ground. For each sun a caster is
 * only asked by the cells of the box that its shadow can reach; the rest of the work is what {@link litShare} does.
 */
export function sunHoursInto(
  hours: Float32Array,
  scene: SunScene,
  grid: SunGrid,
  { month, stepMinutes = 20, height = sunData.receiver }: { month: number; stepMinutes?: number; height?: number },
): void {
  const { nx, ny, cell, west, south } = grid;
  const { relief, place, casters } = scene;
  const leafy = inLeaf(month, place.latitude);
  const z = heightsOf(relief, grid, height);
  const lowest = z.reduce((low, one) => Math.min(low, one), Infinity);
  const lit = new Float32Array(nx * ny);
  const horizons = relief && horizonTable(relief, grid, height);
  for (const sun of daySuns(place, { month, stepMinutes })) {
    lit.fill(1);
    horizons?.darken(lit, sun);
    const ray = { ...rayFrom([0, 0], 0, sun) } as { -readonly [K in keyof Ray]: Ray[K] };
    for (const caster of casters) {
      const reach = Math.max(0, caster.top - lowest) / Math.max(1e-6, ray.rise);
      const [w, s, e, n] = caster.box;
      const [dx, dy] = [-ray.ux * reach, -ray.uy * reach];
      const iFrom = Math.max(0, Math.floor((Math.min(w, w + dx) - west) / cell - 0.5));
      const iTo = Math.min(nx - 1, Math.ceil((Math.max(e, e + dx) - west) / cell - 0.5));
      const jFrom = Math.max(0, Math.floor((Math.min(s, s + dy) - south) / cell - 0.5));
      const jTo = Math.min(ny - 1, Math.ceil((Math.max(n, n + dy) - south) / cell - 0.5));
      // Of a long slanting shadow's box most lies beside it: cells farther from its axis than the caster is wide are passed over.
      const [mx, my] = [(w + e) / 2, (s + n) / 2];
      const wide = Math.hypot(e - w, n - s) / 2;
      for (let j = jFrom; j <= jTo; j++) {
        ray.y = south + (j + 0.5) * cell;
        for (let i = iFrom; i <= iTo; i++) {
          const at = j * nx + i;
          if (lit[at] === 0) continue;
          ray.x = west + (i + 0.5) * cell;
          if (Math.abs((ray.x - mx) * ray.uy - (ray.y - my) * ray.ux) > wide) continue;
          ray.z = z[at]!;
          lit[at]! *= caster.passes(ray, leafy);
        }
      }
    }
    for (let at = 0; at < lit.length; at++) hours[at]! += lit[at]! * sun.hours;
  }
}

function heightsOf(relief: Relief | null, { nx, ny, cell, west, south }: SunGrid, height: number): Float64Array {
  const z = new Float64Array(nx * ny).fill(height);
  if (relief)
    for (let at = 0; at < z.length; at++)
      z[at] =
        (relief.heightAt([west + ((at % nx) + 0.5) * cell, south + (Math.floor(at / nx) + 0.5) * cell]) ?? 0) + height;
  return z;
}

/** The land's own horizon, worked out each 10 degrees at points as far apart as the relief says something new, read between them. */
function horizonTable(relief: Relief, { nx, ny, cell, west, south }: SunGrid, height: number) {
  const side = Math.max(relief.step, cell);
  const columns = Math.max(2, Math.ceil((nx * cell) / side) + 1);
  const rows = Math.max(2, Math.ceil((ny * cell) / side) + 1);
  const table = new Float32Array(columns * rows * 36);
  for (let at = 0; at < columns * rows; at++) {
    const p: Point = [west + (at % columns) * side, south + Math.floor(at / columns) * side];
    const z = relief.heightAt(p);
    if (z !== null) for (let k = 0; k < 36; k++) table[at * 36 + k] = landHorizon(relief, p, z + height, k * 10);
  }
  return {
    darken(lit: Float32Array, { azimuth, elevation }: Sun): void {
      const turn = (((azimuth % 360) + 360) % 360) / 10;
      const [k, share] = [Math.floor(turn) % 36, turn % 1];
      const angle = (at: number) => table[at * 36 + k]! * (1 - share) + table[at * 36 + ((k + 1) % 36)]! * share;
      for (let j = 0; j < ny; j++) {
        const v = ((j + 0.5) * cell) / side;
        const row = Math.min(rows - 2, Math.floor(v));
        for (let i = 0; i < nx; i++) {
          const u = ((i + 0.5) * cell) / side;
          const column = Math.min(columns - 2, Math.floor(u));
          const at = row * columns + column;
          const [fu, fv] = [u - column, v - row];
          const horizon =
            (angle(at) * (1 - fu) + angle(at + 1) * fu) * (1 - fv) +
            (angle(at + columns) * (1 - fu) + angle(at + columns + 1) * fu) * fv;
          if (horizon > elevation) lit[j * nx + i] = 0;
        }
      }
    },
  };
}

/** The places that keep at least `least` hours, within a ring if one is given: rings on the plane, largest first, and the area of all of them, m². */
export function litPatches(
  hours: Float32Array,
  { nx, ny, cell, west, south }: SunGrid,
  least: number,
  within?: readonly Point[],
): { rings: Point[][]; area: number } {
  const counted = Array.from(hours, (one, at) =>
    !within || isInside(within, [west + ((at % nx) + 0.5) * cell, south + (Math.floor(at / nx) + 0.5) * cell])
      ? one
      : 0,
  );
  const shape = raise().size([nx, ny]).smooth(false).contour(counted, least);
  const rings = shape.coordinates
    .map(([outer]) => outer!.slice(0, -1).map(([u, v]): Point => [west + u! * cell, south + v! * cell]))
    .sort((a, b) => area(b) - area(a));
  return { rings, area: counted.reduce((sum, one) => sum + (one >= least ? cell * cell : 0), 0) };
}
