import { current } from 'immer';
import { Refused, type Command } from './command.ts';
import { plantingOf } from './planting-commands.ts';

/** Keeps a planting as it is now beside itself, under a name, to be compared with and taken up again. */
export const keepVariant = (plantingId: string, id: string, name: string): Command => ({
  label: `${name} kept`,
  change: (draft) =>
    void draft.variants.push({
      id,
      of: plantingId,
      planting: { ...current(plantingOf(draft, plantingId)), name },
    }),
});

/** Lays a kept variant; what was laid until now is kept in its place, so that taking it up twice is as before. */
export const layVariant = (id: string): Command => ({
  label: 'variant laid',
  change: (draft) => {
    const variant = draft.variants.find((one) => one.id === id);
    const at = draft.plantings.findIndex((one) => one.id === variant?.of);
    if (!variant || at < 0) throw new Refused('That variant is no longer there.');
    const laid = draft.plantings[at]!;
    draft.plantings[at] = { ...variant.planting, id: variant.of };
    variant.planting = laid;
  },
});

export const removeVariant = (id: string): Command => ({
  label: 'variant thrown away',
  change: (draft) => void (draft.variants = draft.variants.filter((one) => one.id !== id)),
});
