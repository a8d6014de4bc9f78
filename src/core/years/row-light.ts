import { kept } from '../derived/derived.ts';
import type { WeighedSun } from './sky-light.ts';

/** A row as an endless cylinder of leaf: offset to the right of the rows' bearing, width and heights, metres. */
export interface LightRow {
  readonly offset: number;
  readonly top: number;
  readonly base: number;
  readonly width: number;
  readonly mu: number;
  /** Share of it that stands. */
  readonly stands: number;
}

/** A sun as rows see it: how far to the right of them and how far up it draws a ray, per metre. */
interface Across {
  readonly side: number;
  readonly up: number;
  readonly weight: number;
}

/** Suns turned to the bearing of the rows; every row of a planting asks for the same. */
const across = kept(function across(suns: readonly WeighedSun[], bearing: number): readonly Across[] {
  return suns.map(({ azimuth, elevation, weight }) => {
    const el = (elevation * Math.PI) / 180;
    return { side: Math.sin(((azimuth - bearing) * Math.PI) / 180) * Math.cos(el), up: Math.sin(el), weight };
  });
});

/** Share of the sun that reaches a row's middle at `share` of its height past the other rows: `shade.rowLight`. Suns weighed; bearing of the rows in degrees. */
export function rowLight(
  rows: readonly LightRow[],
  target: number,
  bearing: number,
  share: number,
  suns: readonly WeighedSun[],
): number {
  const own = rows[target]!;
  const z = share * own.top;
  let [all, reaching] = [0, 0];
  for (const { side, up, weight } of across(suns, bearing)) {
    let passes = 1;
    for (let r = 0; r < rows.length; r++) {
      const row = rows[r]!;
      const gap = row.offset - own.offset;
      // What stands on the side away from the sun takes none of it.
      if (r === target || row.top <= row.base || (gap * side < 0 && Math.abs(gap) > row.width / 2)) continue;
      const path = throughCylinder(row, gap, z, side, up);
      if (path > 0) passes *= 1 - row.stands + row.stands * Math.exp(-row.mu * path);
    }
    all += weight;
    reaching += weight * passes;
  }
  return all > 0 ? reaching / all : 1;
}

function throughCylinder({ base, top, width }: LightRow, gap: number, z: number, side: number, up: number): number {
  const [half, b] = [width / 2, (top - base) / 2];
  const dz = z - (base + b);
  const a = (side / half) ** 2 + (up / b) ** 2;
  const m = (-gap * side) / half ** 2 + (dz * up) / b ** 2;
  const c = (gap / half) ** 2 + (dz / b) ** 2 - 1;
  const under = m * m - a * c;
  if (under <= 0) return 0;
  const root = Math.sqrt(under);
  return Math.max(0, (-m + root) / a - Math.max(0, (-m - root) / a));
}

/** A row that may stand at any of the places, and the share of the sun that it wants. */
export type PlacedRow = Omit<LightRow, 'offset'> & { readonly need: number };

/** Rows up to which every order is tried: 5,040 of seven. */
const ALL = 7;

/**
 * The order of rows on given offsets in which the row that is worst off gets most of what it needs: `shade.rowOrder`.
 * Indices of the rows by place, and that row's light over its need. Ties: the first in the order given.
 */
export function bestRowOrder(
  rows: readonly PlacedRow[],
  offsets: readonly number[],
  bearing: number,
  share: number,
  suns: readonly WeighedSun[],
): { order: number[]; score: number } {
  const scoreOf = (order: readonly number[]): number => {
    const placed = order.map((row, k) => ({ ...rows[row]!, offset: offsets[k]! }));
    return Math.min(...placed.map((row, k) => rowLight(placed, k, bearing, share, suns) / row.need));
  };
  let best = { order: rows.map((_, i) => i), score: 0 };
  best.score = scoreOf(best.order);
  const take = (order: number[]) => {
    const score = scoreOf(order);
    if (score > best.score + 1e-12) best = { order, score };
  };
  if (rows.length <= ALL) {
    const visit = (order: number[], left: readonly number[]): void => {
      if (left.length === 0) return take(order);
      for (const row of left)
        visit(
          [...order, row],
          left.filter((other) => other !== row),
        );
    };
    visit([], best.order);
    return best;
  }
  take([...best.order].sort((a, b) => rows[a]!.top - rows[b]!.top));
  for (let before = -Infinity; best.score > before;) {
    before = best.score;
    for (let i = 0; i < rows.length; i++)
      for (let j = i + 1; j < rows.length; j++) {
        const order = [...best.order];
        [order[i], order[j]] = [order[j]!, order[i]!];
        take(order);
      }
  }
  return best;
}
