import type { Point } from '../geometry/point.ts';
import type { Rose, Season } from '../holding/ground-schema.ts';
import type { SunGrid } from '../sun/map.ts';
import { windCutAt, type WindScene } from './wind-scene.ts';

/** Per cent by which the wind of a season is cut, cell by cell, rows `from` up to `to` of the grid: in parts, so that a picture grows and can be stopped. */
export function windMapInto(
  cut: Float32Array,
  { west, south, cell, nx }: SunGrid,
  scene: WindScene,
  sectors: Rose[Season],
  from: number,
  to: number,
): void {
  for (let j = from; j < to; j++)
    for (let i = 0; i < nx; i++) {
      const p: Point = [west + (i + 0.5) * cell, south + (j + 0.5) * cell];
      cut[j * nx + i] = windCutAt(p, sectors, scene);
    }
}
