import type { Command } from './command.ts';
import type { Exception, Mean, MeansOf } from './means-schema.ts';
import type { Grant, Kit, PieceHere } from './schema.ts';
import type { Supplier } from './supplier-schema.ts';
import { plantingOf } from './planting-commands.ts';

/** Does a means of a planting another way; measures that are not named stay, those of another method are forgotten. */
export const setWay = (planting: string, of: MeansOf, changes: Partial<Mean>, label: string): Command => ({
  label,
  change: (draft) => {
    const mean = plantingOf(draft, planting).means[of];
    if (changes.method !== undefined && changes.method !== mean.method) mean.measures = {};
    Object.assign(mean, changes);
  },
});

/** Sets one measure of the planting's own way; undefined gives it back to what is usual. */
export const setMeasure = (
  planting: string,
  of: MeansOf,
  key: string,
  value: number | undefined,
  label: string,
): Command => ({
  label,
  change: (draft) => {
    const { measures } = plantingOf(draft, planting).means[of];
    if (value === undefined) delete measures[key];
    else measures[key] = value;
  },
});

/** Excepts a species, a row or a stock from the planting's way; with no method the exception is taken back. */
export const setException = (
  planting: string,
  of: MeansOf,
  what: Pick<Exception, 'for' | 'of'>,
  method: string | null,
  label: string,
): Command => ({
  label,
  change: (draft) => {
    const mean = plantingOf(draft, planting).means[of];
    const at = mean.exceptions.findIndex((one) => one.for === what.for && one.of === what.of);
    if (method === null) {
      if (at >= 0) mean.exceptions.splice(at, 1);
    } else if (at >= 0) mean.exceptions[at] = { ...what, method, measures: {} };
    else mean.exceptions.push({ ...what, method, measures: {} });
  },
});

type Listed = { here: PieceHere; kits: Kit; grants: Grant; suppliers: Supplier };

/** Puts a thing into one of the holding's lists, in the place of the one with its id. */
export const putListed = <K extends keyof Listed>(list: K, thing: Listed[K], label: string): Command => ({
  label,
  change: (draft) => {
    const all = draft[list] as Listed[K][];
    const at = all.findIndex(({ id }) => id === thing.id);
    if (at >= 0) all[at] = thing;
    else all.push(thing);
  },
});

export const dropListed = (list: keyof Listed, id: string, label: string): Command => ({
  label,
  change: (draft) => {
    const all = draft[list] as { id: string }[];
    const at = all.findIndex((one) => one.id === id);
    if (at >= 0) all.splice(at, 1);
  },
});
