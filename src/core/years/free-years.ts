import { derived } from '../derived/derived.ts';
import type { Holding } from '../holding/schema.ts';
import type { Laid } from '../ranks/laid.ts';
import type { Size } from '../species/mature.ts';
import { groups, pushOf, size, start, step, YEARS, type Bound, type Grown } from './grown.ts';

/** Plants of one row that grow alike, as each would with nothing over or beside it: heights and free-grown widths alone. */
export type Free = Pick<Grown, 'laidRow' | 'row' | 'lot' | 'plants' | 'height' | 'width'>;

/**
 * The quick form of `standYears`: the same curves on the same ground with the same care, but for neighbours, so
 * that no plant is ever smaller than among others. Held to `high` it is the safe side of when something is reached.
 */
export const freeYears = derived(function freeYears(
  laid: Laid,
  holding: Holding,
  bound: Bound,
): { readonly grown: readonly Free[]; readonly of: Uint16Array } {
  const { grown, of } = groups(laid, holding);
  const push = pushOf(bound);
  for (const one of grown) {
    const state = start(one, push);
    one.light.fill(1);
    for (let year = 0; year < YEARS; year++) {
      size(one, state, year, push);
      step(one, state, year);
    }
  }
  return { grown, of };
});

/** First year, 0 to 40, in which one of these plants may be of a size for which `holds` says yes: at the high bound, with nothing over or beside it. Null when none is. */
export function earliestYear(
  { planting, layout, holding }: Laid & { readonly holding: Holding },
  plants: readonly number[],
  holds: (size: Size, plant: number) => boolean,
): number | null {
  const { grown, of } = freeYears({ planting, layout }, holding, 'high');
  let first: number | null = null;
  for (const i of plants) {
    const { height, width } = grown[of[i]!]!;
    for (let year = 0; year < (first ?? YEARS); year++)
      if (holds({ height: height[year]!, width: width[year]! }, i)) first = year;
  }
  return first;
}

/** Mean over the plants of a row, metres; 0 where it holds none. */
export function meanInRow(grown: readonly Free[], row: string, of: (one: Free) => number): number {
  let [sum, plants] = [0, 0];
  for (const one of grown)
    if (one.row === row) {
      sum += one.plants * of(one);
      plants += one.plants;
    }
  return plants > 0 ? sum / plants : 0;
}
