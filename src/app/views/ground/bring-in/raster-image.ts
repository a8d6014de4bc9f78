import { scaleLinear } from 'd3-scale';
import type { Point } from '../../../../core/geometry/point.ts';
import { isInside } from '../../../../core/geometry/polygon.ts';
import type { SunGrid } from '../../../../core/sun/map.ts';
import type { PlacedImage } from '../../../store/look-at.ts';

/** Values on a grid as a picture on the plane, dark for none to paper for `most`; nothing beyond `within`. */
export function rasterImage(
  { nx, ny, west, south, cell }: SunGrid,
  values: Float32Array,
  most: number,
  within: readonly Point[] | null,
): PlacedImage {
  const canvas = document.createElement('canvas');
  Object.assign(canvas, { width: nx, height: ny });
  const context = canvas.getContext('2d')!;
  const pixels = context.createImageData(nx, ny);
  const colour = scaleLinear<string>().domain([0, 0.5, 1]).range(['#4a5d70', '#b9b9ac', '#fdf3d5']).clamp(true);
  const shades = Array.from({ length: 64 }, (_, i) =>
    colour(i / 63)
      .match(/\d+/g)!
      .map(Number),
  );
  for (let j = 0; j < ny; j++)
    for (let i = 0; i < nx; i++) {
      if (within && !isInside(within, [west + (i + 0.5) * cell, south + (j + 0.5) * cell])) continue;
      const shade = shades[Math.round(Math.min(1, values[j * nx + i]! / Math.max(1e-6, most)) * 63)]!;
      pixels.data.set([shade[0]!, shade[1]!, shade[2]!, 255], ((ny - 1 - j) * nx + i) * 4);
    }
  context.putImageData(pixels, 0, 0);
  return { image: canvas, matrix: [cell, 0, west, 0, -cell, south + ny * cell], opacity: 0.9, cells: true };
}
