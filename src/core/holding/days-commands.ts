import { Refused, type Command } from './command.ts';
import { WAYS, type Days, type Person, type PlantingDays, type SettingWay } from './days-schema.ts';
import type { Draft } from 'immer';
import type { Holding } from './schema.ts';

function daysOf(draft: Draft<Holding>, planting: string): Draft<PlantingDays> {
  if (!draft.plantings.some(({ id }) => id === planting))
    throw new Refused('This planting is not there any more. Choose another.');
  const known = draft.days.plantings.find(({ id }) => id === planting);
  if (known) return known;
  draft.days.plantings.push({ id: planting, start: null, way: WAYS[0], hands: {} });
  return draft.days.plantings.at(-1)!;
}

/** Sets the day on which a planting's first rows go in; null takes it back. */
export const setStart = (planting: string, start: string | null, label: string): Command => ({
  label,
  change: (draft) => void (daysOf(draft, planting).start = start),
});

/** Sets how the plants of a planting are set. */
export const setSettingWay = (planting: string, way: SettingWay, label: string): Command => ({
  label,
  change: (draft) => void (daysOf(draft, planting).way = way),
});

/** Mans stations of a planting's line; an empty record leaves them as proposed. */
export const setHands = (planting: string, hands: Readonly<Record<string, number>>, label: string): Command => ({
  label,
  change: (draft) => void (daysOf(draft, planting).hands = { ...hands }),
});

/** Puts a person into the crew, in the place of the one with the same id. */
export const putPerson = (person: Person, label: string): Command => ({
  label,
  change: ({ days: { people } }) => {
    const at = people.findIndex(({ id }) => id === person.id);
    const copy = { ...person, week: [...person.week], not: [...person.not], off: [...person.off] };
    if (at >= 0) people[at] = copy;
    else people.push(copy);
  },
});

export const removePerson = (id: string): Command => ({
  label: 'person taken out',
  change: (draft) => void (draft.days.people = draft.days.people.filter((one) => one.id !== id)),
});

/** Sets what holds for the whole holding: holidays, frozen ground, whether a supplier keeps roots cold. */
export const setDays = (changes: Partial<Omit<Days, 'plantings' | 'people'>>, label: string): Command => ({
  label,
  change: (draft) => void Object.assign(draft.days, changes),
});
