import { area } from '../geometry/polygon.ts';
import { rowCover, scatteredCover } from './closure.ts';
import { isClipped } from '../ranks/purposes.ts';
import { widthAt } from './size-at.ts';
import { LAST_YEAR } from './growth.ts';
import type { Grown } from './grown.ts';
import type { StandYears } from './stand-years.ts';
import thinning from './thinning.json' with { type: 'json' };

const inRow = ({ grown }: StandYears, row: string): Grown[] => grown.filter((one) => one.row === row);

function meanOf(kinds: readonly Grown[], of: (one: Grown) => number): number {
  const plants = kinds.reduce((sum, one) => sum + one.plants, 0);
  return plants > 0 ? kinds.reduce((sum, one) => sum + one.plants * of(one), 0) / plants : 0;
}

const firstWhen = (holds: (year: number) => boolean): number | null => {
  for (let year = 0; year <= LAST_YEAR; year++) if (holds(year)) return year;
  return null;
};

/** First year in which the mean crown of a row reaches its spacing; null where none to 40, or where a plant stands alone. */
export function closesIn(stand: StandYears, row: string): number | null {
  const kinds = inRow(stand, row);
  const { planting, layout } = stand.laid;
  const anchor = planting.baseline.kind === 'guilds' && layout.stand.rows[kinds[0]?.laidRow ?? 0]?.offset === 0;
  if (anchor) return null; // each stands alone amid its rings
  if (kinds.reduce((sum, { plants }) => sum + plants, 0) < 2) return null;
  return firstWhen((year) => meanOf(kinds, ({ width }) => width[year]!) >= kinds[0]!.spacing);
}

/**
 * First year in which a row of trees wants thinning: free crowns well over their spacing, or too little of the height still
 * green. Hedges are cut, not thinned: rows that are kept to a size, and shrubs, never want it.
 */
export function thinIn(stand: StandYears, row: string): number | null {
  const { planting } = stand.laid;
  const kinds = inRow(stand, row).filter(
    ({ lot }) => !lot.kept?.height && !isClipped(planting, lot) && lot.species.height[1] > thinning.tree,
  );
  if (kinds.length === 0) return null;
  return firstWhen((year) => {
    const height = meanOf(kinds, (one) => one.height[year]!);
    if (height < thinning.from) return false;
    const wide = meanOf(kinds, (one) => one.width[year]!) / kinds[0]!.spacing;
    const live = meanOf(kinds, (one) => 1 - one.base[year]! / Math.max(0.1, one.height[year]!));
    return wide > thinning.wide || live < thinning.live;
  });
}

/**
 * Share of its own ground that a planting covers in a year, per cent: of a belt its rows' discs over the strip from edge to
 * edge, of a block crowns that overlap at random. Null round anchors, which have no ground of their own.
 */
export function groundCovered(stand: StandYears, year: number): number | null {
  const { baseline } = stand.laid.planting;
  if (baseline.kind === 'guilds') return null;
  const living = (one: Grown) => one.plants * one.alive[year]!;
  if (baseline.kind === 'block')
    return scatteredCover(
      stand.grown.reduce((sum, one) => sum + living(one) * Math.PI * (one.width[year]! / 2) ** 2, 0),
      area(baseline.outline),
    );
  const strip = widthAt(stand, year);
  if (strip <= 0) return 0;
  const rows = [...new Set(stand.grown.map(({ row }) => row))];
  return Math.min(
    100,
    rows.reduce((sum, row) => {
      const kinds = inRow(stand, row);
      const r = meanOf(kinds, ({ width }) => width[year]! / 2);
      return sum + rowCover(r, kinds[0]!.spacing, strip) * meanOf(kinds, ({ alive }) => alive[year]!);
    }, 0),
  );
}
