import type { Kept } from '../holding/schema.ts';
import type { Lot } from '../ranks/stand.ts';
import { cutTo } from '../species/mature.ts';
import { stockOf } from '../species/stock.ts';
import { formatLength, type UnitSystem } from '../units/quantities.ts';
import { LAST_YEAR, sizeAt } from './growth.ts';
import type { Size } from '../species/mature.ts';

/** Height and crown width of a lot after `year` seasons of the planting, metres: nothing before its own phase is planted nor after it is taken out, and never over its kept size. */
export const lotSize = ({ species, stock, kept, later, out }: Lot, year: number, site: number): Size =>
  year < later || year >= (out ?? Infinity)
    ? NOTHING
    : cutTo(sizeAt(species, stockOf(stock), year - later, site), kept);

const NOTHING: Size = { height: 0, width: 0 };

/** First whole year, 0 to 40, in which `holds` says yes of the lot's size; null when none does. */
export function firstYear(lot: Lot, site: number, holds: (size: Size) => boolean): number | null {
  for (let year = 0; year <= LAST_YEAR; year++) if (holds(lotSize(lot, year, site))) return year;
  return null;
}

/** A kept size as people say it: '2 m high, 1.2 m wide, clear stem 1.8 m'; 'free' where nothing is cut. */
export function sayKept({ height, width, clearStem }: Kept, units: UnitSystem): string {
  const length = (metres: number) => formatLength(metres, units, { decimals: 1 });
  const parts = [
    height === null ? '' : `${length(height)} high`,
    width === null ? '' : `${length(width)} wide`,
    clearStem === null ? '' : `clear stem ${length(clearStem)}`,
  ].filter(Boolean);
  return parts.length > 0 ? parts.join(', ') : 'free';
}
