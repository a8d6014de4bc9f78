import type { Point } from '../geometry/point.ts';
import type { Holding, Planting } from '../holding/schema.ts';
import type { Lot, Stand } from '../ranks/stand.ts';
import { matureWidth } from '../species/catalogue.ts';
import { cutTo, type Size } from '../species/mature.ts';
import { stockOf } from '../species/stock.ts';
import bounds from './bounds.json' with { type: 'json' };
import { careOf } from './care.ts';
import { crownPowerOf, crownWidth, growingOf, LAST_YEAR } from './growth.ts';
import { climb } from './pace.ts';

/**
 * Height and width by year, 0 to 40, of plants that nothing stands over or beside, on their ground and with their care, at
 * the fastest that the model allows: never later than what they come to among others, and quick to tell. Metres.
 */
function fastest(planting: Planting, rowId: string, lot: Lot, at: Point, holding: Holding): Size[] {
  const care = careOf(planting, rowId, lot, at, holding);
  const { full, speed, width } = bounds.high;
  const usual = growingOf(lot.species, stockOf(lot.stock), care.site);
  const growing = { ...usual, fullHeight: usual.fullHeight * full, fastest: usual.fastest * speed };
  const growth = climb(growing);
  const [wide, power] = [matureWidth(lot.species), crownPowerOf(lot.species)];
  return Array.from({ length: LAST_YEAR + 1 }, (_, year) => {
    if (year < lot.later || year >= (lot.out ?? Infinity)) return { height: 0, width: 0 };
    const { height } = growth;
    growth.next(care.site * care.pace(year - lot.later + 1, height));
    return cutTo({ height, width: width * crownWidth(height, growing.fullHeight, wide, power) }, lot.kept);
  });
}

/** First year, 0 to 40, in which one of these plants may be of a size for which `holds` says yes; null when none is. */
export function earliestYear(
  { planting, layout: { stand }, holding }: { planting: Planting; layout: { stand: Stand }; holding: Holding },
  plants: readonly number[],
  holds: (size: Size, plant: number) => boolean,
): number | null {
  const kinds = new Map<string, Size[]>();
  let first: number | null = null;
  for (const i of plants) {
    const { id } = stand.rows[stand.row[i]!]!.row;
    const key = `${id} ${stand.lot[i]!}`;
    let sizes = kinds.get(key);
    if (!sizes)
      kinds.set(key, (sizes = fastest(planting, id, stand.lots[stand.lot[i]!]!, [stand.x[i]!, stand.y[i]!], holding)));
    const year = sizes.findIndex((size) => holds(size, i));
    if (year >= 0 && (first === null || year < first)) first = year;
  }
  return first;
}
