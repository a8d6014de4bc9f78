import type { Kept, Row } from '../holding/schema.ts';
import type { Species } from '../holding/species-schema.ts';
import type { SpeciesBook } from './book.ts';
import { matureHeight, matureWidth } from './catalogue.ts';
import { onRootstock } from './rootstocks.ts';

/** Height and crown width, metres. */
export interface Size {
  readonly height: number;
  readonly width: number;
}

/** A size cut to what it is kept at. Cutting restarts no growth here: each year it is cut back to the same. */
export const cutTo = ({ height, width }: Size, kept: Kept | null): Size => ({
  height: Math.min(height, kept?.height ?? Infinity),
  width: Math.min(width, kept?.width ?? Infinity),
});

/** What a plant becomes, metres: the safe side of its mature height, the middle of its mature width, neither over its kept size. */
export const becomes = ({ species, kept }: { readonly species: Species; readonly kept: Kept | null }): Size =>
  cutTo({ height: matureHeight(species), width: matureWidth(species) }, kept);

/** Mean of what a row's plants become, metres, weighted by their counts; standards left out. */
export function meanSize({ runs, kept }: Pick<Row, 'runs' | 'kept'>, book: SpeciesBook): Size {
  const plants = runs.reduce((sum, { count }) => sum + count, 0);
  const sizes = runs.map(({ species, rootstock, count }) => ({
    ...becomes({ species: onRootstock(book.of(species), rootstock), kept }),
    share: count / plants,
  }));
  return {
    height: sizes.reduce((sum, { height, share }) => sum + height * share, 0),
    width: sizes.reduce((sum, { width, share }) => sum + width * share, 0),
  };
}
