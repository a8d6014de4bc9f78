import { bookOf } from '../species/book.ts';
import type { Holding } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import type { Stand } from '../ranks/stand.ts';
import { meanSize } from '../species/mature.ts';

/**
 * Hours a year that keeping the rows to their sizes takes, once they have grown to them: both sides of each row cut
 * where its width is kept, its top where its height is, and each stem cleared where a clear stem is.
 */
export function cuttingHours(stand: Stand, holding: Pick<Holding, 'settings' | 'units' | 'species'>): number {
  let [area, stems] = [0, 0];
  for (const { row, spacing, from, to } of stand.rows) {
    if (!row.kept) continue;
    const { height, width } = meanSize(row, bookOf(holding));
    const length = (to - from) * spacing;
    area += length * ((row.kept.width === null ? 0 : 2 * height) + (row.kept.height === null ? 0 : width));
    if (row.kept.clearStem) stems += to - from;
  }
  return area / settingOf(holding, 'cut.area') + (stems * settingOf(holding, 'cut.stem')) / 60;
}
