import { kept } from '../derived/derived.ts';
import type { Holding } from '../holding/schema.ts';
import type { Species } from '../holding/species-schema.ts';
import { catalogue } from './catalogue.ts';

/** The species that count on one holding: the app's as the steward corrected them, and the steward's own. */
export interface SpeciesBook {
  readonly all: readonly Species[];
  /** The species of an id; a stand-in, named so, for one that nobody knows here (a plan from a wider catalogue). */
  of(id: string): Species;
  /** The species by botanical or common name, whatever its case; the steward's own before the app's. */
  named(name: string): Species | undefined;
}

/** The book of a holding; the same list of species gives the same book. */
export const bookOf = ({ species }: Pick<Holding, 'species'>): SpeciesBook => write(species);

const write = kept(function write(stewards: readonly Species[]): SpeciesBook {
  const own = new Map(stewards.map((species) => [species.id, species]));
  const known = new Set(catalogue.map(({ id }) => id));
  const all = [
    ...catalogue.map((species) => own.get(species.id) ?? species),
    ...stewards.filter(({ id }) => !known.has(id)),
  ];
  const byId = new Map(all.map((species) => [species.id, species]));
  const names = (list: readonly Species[]) =>
    list.flatMap((species) =>
      [species.botanical, species.common].map((name) => [name.toLowerCase(), species] as const),
    );
  const byName = new Map([...names(all), ...names(stewards)]);
  return {
    all,
    of(id) {
      let species = byId.get(id);
      if (!species) byId.set(id, (species = { ...UNKNOWN, id, botanical: id, common: `${id} (not known)` }));
      return species;
    },
    named: (name) => byName.get(name.trim().toLowerCase()),
  };
});

/** A middling record to begin from, its names and source to be filled in. */
export const blankSpecies: Species = {
  id: '',
  botanical: '',
  common: '',
  family: '',
  tag: '',
  kind: 'shrub',
  form: 'bush',
  evergreen: null,
  height: [2, 4],
  width: [2, 4],
  rate: 'medium',
  zone: 5,
  moisture: ['moist', 'moist'],
  light: ['full', 'full'],
  thorns: false,
  suckers: false,
  stock: ['whip'],
  source: '',
};
const UNKNOWN: Species = { ...blankSpecies, family: 'not known', tag: '??', zone: 13, source: 'not known' };

/** The app's own species alone. */
export const appBook: SpeciesBook = write([]);
