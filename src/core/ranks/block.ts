import type { Point } from '../geometry/point.ts';
import { isInside, nearestEdge } from '../geometry/polygon.ts';
import { TOL } from '../units/rounding.ts';

export const BLOCK_PATTERNS = ['square', 'triangular', 'quincunx'] as const;
export type BlockPattern = (typeof BLOCK_PATTERNS)[number];

/** Plants a square metre at spacing `s`, and row gap `gap` where the pattern is rows (`count.density`). */
export function density(spacing: number, pattern: BlockPattern | 'rows', gap = spacing): number {
  switch (pattern) {
    case 'square':
      return 1 / spacing ** 2;
    case 'rows':
      return 1 / (spacing * gap);
    case 'triangular':
      return 2 / (Math.sqrt(3) * spacing ** 2);
    case 'quincunx':
      return 2 / spacing ** 2;
  }
}

/** The spacing at which a pattern holds `perHectare` plants: 2 m square is 2,500, 1.51 m square 4,400. */
export const spacingFor = (perHectare: number, pattern: BlockPattern): number => Math.sqrt(density(1, pattern) / (perHectare / 10_000));

export interface BlockOptions {
  readonly spacing: number;
  readonly pattern: BlockPattern;
  /** A place that the first row runs through. */
  readonly origin: Point;
  /** Direction of the rows, degrees from north; 90 runs east. */
  readonly bearing?: number;
  /** Kept free inside every edge, metres: the headland. */
  readonly margin?: number;
}

/** The planting places of a grid inside a polygon, row by row (`count.block`); the edge itself counts as inside when there is no margin. */
export function blockPlaces(polygon: readonly Point[], { spacing, pattern, origin, bearing = 90, margin = 0 }: BlockOptions): Point[] {
  if (!(spacing > 0)) throw new RangeError(`spacing must be > 0 m, got ${spacing}`);
  const turn = ((90 - bearing) * Math.PI) / 180;
  const [ux, uy] = [Math.cos(turn), Math.sin(turn)];
  const rowGap = pattern === 'triangular' ? (spacing * Math.sqrt(3)) / 2 : spacing;
  const along = polygon.map(([x, y]) => (x - origin[0]) * ux + (y - origin[1]) * uy);
  const across = polygon.map(([x, y]) => -(x - origin[0]) * uy + (y - origin[1]) * ux);
  const places: Point[] = [];
  const lay = (shift: number, rowShift: number) => {
    for (let r = Math.floor(Math.min(...across) / rowGap) - 1; r * rowGap <= Math.max(...across) + rowGap; r++) {
      const half = pattern === 'triangular' && r % 2 !== 0 ? spacing / 2 : shift;
      const v = r * rowGap + rowShift;
      for (let i = Math.floor(Math.min(...along) / spacing) - 1; i * spacing <= Math.max(...along) + spacing; i++) {
        const u = i * spacing + half;
        const p: Point = [origin[0] + u * ux - v * uy, origin[1] + u * uy + v * ux];
        const edge = nearestEdge(polygon, p).distance;
        if (margin > 0 ? isInside(polygon, p) && edge >= margin - TOL : edge <= TOL || isInside(polygon, p)) places.push(p);
      }
    }
  };
  lay(0, 0);
  if (pattern === 'quincunx') lay(spacing / 2, spacing / 2);
  return places;
}
