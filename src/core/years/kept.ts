import type { Kept } from '../holding/schema.ts';
import { formatLength, type UnitSystem } from '../units/quantities.ts';

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
