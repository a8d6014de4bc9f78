import type { Species } from '../holding/species-schema.ts';
import { moreOf } from './more.ts';

const texts = new WeakMap<Species, string>();

/** All that a species is found by: its names, its synonyms, its family; lower case. */
export function searchText(species: Species): string {
  let text = texts.get(species);
  if (text === undefined) {
    const { synonyms = [] } = moreOf(species);
    text = [species.common, species.botanical, ...synonyms, species.family].join(' ').toLowerCase();
    texts.set(species, text);
  }
  return text;
}

/** Whether every word that was typed is in what a species is found by. */
export const isFoundBy = (species: Species, typed: string): boolean =>
  typed
    .toLowerCase()
    .split(/\s+/)
    .filter(Boolean)
    .every((word) => searchText(species).includes(word));
