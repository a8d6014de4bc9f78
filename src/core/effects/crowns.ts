import Flatbush from 'flatbush';
import { directionAt } from '../geometry/polyline.ts';
import type { Crown } from '../years/crown.ts';
import type { Relief } from '../ground/relief.ts';
import type { StandYears } from '../years/stand-years.ts';

/** Every crown of one year, by an index of the ground that they cover. */
export interface Crowns {
  readonly all: readonly Crown[];
  /** Highest top, metres on the relief's own scale. */
  readonly top: number;
  /** Crowns over the box west, south, east, north. */
  over(west: number, south: number, east: number, north: number): readonly Crown[];
}

/**
 * The crowns of plantings in one year, each cut half way to its neighbours along its row, standing on the relief. Plants
 * that died are holes in the mean: their share is taken off what a crown dims (`alive`), where the note keeps the hole.
 */
export function crownsOf(stands: readonly StandYears[], year: number, leafy: boolean, relief: Relief | null): Crowns {
  const all: Crown[] = [];
  for (const { laid, grown, of } of stands) {
    const { stand } = laid.layout;
    for (let i = 0; i < stand.count; i++) {
      const one = grown[of[i]!]!;
      const height = one.height[year]!;
      if (height <= 0) continue;
      const [x, y] = [stand.x[i]!, stand.y[i]!];
      const ground = relief?.heightAt([x, y]) ?? 0;
      const row = stand.rows[one.laidRow]!;
      const r = Math.max(one.along[year]!, one.across[year]!, 0.02);
      const line = stand.rows[stand.row[i]!]!.line ?? row.line;
      const half = one.spacing / 2;
      const planes =
        line && r > half
          ? (([dx, dy]) => [[dx, dy, half] as const, [-dx, -dy, half] as const])(
              directionAt(line, Math.min(line.length, stand.chainage[i]!)),
            )
          : undefined;
      all.push({
        x,
        y,
        r,
        base: ground + one.base[year]!,
        top: ground + height,
        shape: one.shape,
        mu: thinned(leafy ? one.leafy[year]! : one.bare[year]!, one.alive[year]!, r),
        ...(planes && { planes }),
      });
    }
  }
  return indexed(all);
}

/** Dimming of a crown of which only a share stands, the same share passing it on the mean path through its middle. */
const thinned = (mu: number, alive: number, r: number): number =>
  -Math.log(1 - alive + alive * Math.exp(-mu * 2 * r)) / (2 * r);

export function indexed(all: readonly Crown[]): Crowns {
  const top = all.reduce((most, one) => Math.max(most, one.top), -Infinity);
  if (all.length === 0) return { all, top, over: () => [] };
  const index = new Flatbush(all.length);
  for (const { x, y, r } of all) index.add(x - r, y - r, x + r, y + r);
  index.finish();
  return { all, top, over: (w, s, e, n) => index.search(w, s, e, n).map((i) => all[i]!) };
}
