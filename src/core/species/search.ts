import { kept } from '../derived/derived.ts';
import type { Species } from '../holding/species-schema.ts';
import { moreOf } from './more.ts';

/** All that a species is found by: its names, its synonyms, its family; lower case. */
export const searchText = kept(function searchText(species: Species): string {
  const { synonyms = [] } = moreOf(species);
  return [species.common, species.botanical, ...synonyms, species.family].join(' ').toLowerCase();
});

/** Whether every word that was typed is in what a species is found by. */
export const isFoundBy = (species: Species, typed: string): boolean =>
  typed
    .toLowerCase()
    .split(/\s+/)
    .filter(Boolean)
    .every((word) => searchText(species).includes(word));
