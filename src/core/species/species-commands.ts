import { Refused, type Command } from '../holding/command.ts';
import type { Species } from '../holding/species-schema.ts';
import { bookOf } from './book.ts';
import { contradictions } from './contradictions.ts';

/** Notes a species of the steward's own, or the app's as they correct it; refused in a sentence where it contradicts itself or another. */
export const setSpecies = (species: Species): Command => ({
  label: `${species.common} noted`,
  change: (draft) => {
    const [wrong] = contradictions(species, bookOf({ species: draft.species as Species[] }).all);
    if (wrong) throw new Refused(wrong);
    draft.species = [...draft.species.filter(({ id }) => id !== species.id), species];
  },
});

/** Takes a correction back, or an own species out; an own one that still stands somewhere stays. */
export const removeSpecies = (id: string, isCorrection: boolean): Command => ({
  label: isCorrection ? 'correction taken back' : 'species taken out',
  change: (draft) => {
    const planted = draft.plantings.find(({ rows }) =>
      rows.some(
        ({ runs, standards, swaps }) =>
          standards?.species === id || [...runs, ...swaps].some(({ species }) => species === id),
      ),
    );
    if (!isCorrection && planted)
      throw new Refused(`It still stands in ${planted.name}. Swap it there first, then take it out.`);
    draft.species = draft.species.filter((one) => one.id !== id);
  },
});
