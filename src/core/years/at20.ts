import type { Species } from '../holding/species-schema.ts';
import { stockOf } from '../species/stock.ts';
import { heightRange, sizeAt } from './growth.ts';

/** From this share of its full height a kind is as good as grown. */
const GROWN = 0.9;

/** How high a kind stands 20 years after planting, and what that rests on. */
export interface HeightAt20 {
  /** From and to, metres. */
  readonly range: readonly [number, number];
  /** `known` of the kind itself; `grown` by then, so that it is its mature height; else by its class of `speed` alone. */
  readonly by: 'known' | 'grown' | 'speed';
}

/** Height at 20 years on good ground, from the stock that the kind is usually sold as. */
export function heightAt20(species: Species): HeightAt20 {
  if (species.at20) return { range: species.at20, by: 'known' };
  const stock = stockOf(species.stock[0]!);
  const grown = (species.height[0] + species.height[1]) / 2;
  return sizeAt(species, stock, 20, 1).height >= GROWN * grown
    ? { range: species.height, by: 'grown' }
    : { range: heightRange(species, stock, 20, 1), by: 'speed' };
}

/** What is said of it behind its figures. */
export const AT20_WORDS: Readonly<Record<HeightAt20['by'], string>> = {
  known: '',
  grown: ', full-grown by then',
  speed: ', by its class of speed: not known of the kind',
};
