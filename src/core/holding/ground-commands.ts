import type { Point } from '../geometry/point.ts';
import { Refused, type Command } from './command.ts';
import { FeatureSchema, type Animal, type Corner, type Feature, type Holding } from './schema.ts';

type Settled = Pick<Holding, 'name' | 'units' | 'currency' | 'place'>;

/** Renames the holding or changes its units, currency or place. */
export const setHolding = (changes: Partial<Settled>): Command => ({
  label: `change ${Object.keys(changes).join(', ')}`,
  change: (draft) => Object.assign(draft, changes),
});

/** Lays the boundary anew through `points`, every pin assumed until somebody finds it; null takes it away. */
export const setBoundary = (corners: readonly Corner[] | null): Command => ({
  label: corners ? 'boundary' : 'boundary taken away',
  change: (draft) => {
    draft.boundary = corners && corners.map((corner) => ({ ...corner, at: [...corner.at] }));
  },
});

/** Corners for the points of a drawn or imported boundary; `newId` gives each its id. */
export const cornersOf = (points: readonly Point[], pin: Corner['pin'], newId: () => string): Corner[] =>
  points.map(([x, y]) => ({ id: newId(), at: [x, y], pin }));

/** Moves a corner or says what its pin rests on. */
export const setCorner = (id: string, changes: Partial<Omit<Corner, 'id'>>): Command => ({
  label: changes.pin ? `pin ${changes.pin}` : 'corner moved',
  change: (draft) => {
    const corner = draft.boundary?.find((one) => one.id === id);
    if (!corner) throw new Refused('That corner is no longer there.');
    Object.assign(corner, changes);
  },
});

/** Takes a corner out of the boundary; three must be left. */
export const removeCorner = (id: string): Command => ({
  label: 'corner taken out',
  change: (draft) => {
    if (!draft.boundary || draft.boundary.length <= 3) throw new Refused('A boundary needs three corners. Delete the boundary instead.');
    draft.boundary = draft.boundary.filter((one) => one.id !== id);
  },
});

export const addFeatures = (features: readonly Feature[], label: string): Command => ({
  label,
  change: (draft) => void draft.features.push(...structuredCloneOf(features)),
});

const structuredCloneOf = (features: readonly Feature[]): Feature[] => features.map((feature) => FeatureSchema.parse(feature));

/** Changes a feature's name, numbers or shape; the result is checked as a whole. */
export const setFeature = (id: string, changes: Readonly<Record<string, unknown>>, label: string): Command => ({
  label,
  change: (draft) => {
    const at = draft.features.findIndex((feature) => feature.id === id);
    if (at < 0) throw new Refused('That feature is no longer there.');
    const parsed = FeatureSchema.safeParse({ ...draft.features[at], ...changes });
    if (!parsed.success) throw new Refused(`${parsed.error.issues[0]!.path.join('.')}: ${parsed.error.issues[0]!.message}.`);
    draft.features[at] = parsed.data;
  },
});

/** Deletes a feature. A baseline taken from it must have been loosened first: see `loosenBaseline`. */
export const removeFeature = (id: string, label: string): Command => ({
  label,
  change: (draft) => {
    draft.features = draft.features.filter((feature) => feature.id !== id);
  },
});

export const setAnimals = (animals: readonly Animal[]): Command => ({
  label: 'who eats trees here',
  change: (draft) => {
    draft.animals = [...animals];
  },
});

/** Sets a rule or rate by key; undefined goes back to the trade's default. */
export const setSetting = (key: string, value: number | undefined, label: string): Command => ({
  label,
  change: (draft) => {
    if (value === undefined) delete draft.settings[key];
    else draft.settings[key] = value;
  },
});

/** Sets a price in minor units; undefined goes back to the placeholder. */
export const setPrice = (key: string, cents: number | undefined, label: string): Command => ({
  label,
  change: (draft) => {
    if (cents === undefined) delete draft.prices[key];
    else draft.prices[key] = cents;
  },
});

/** Accepts a finding with a reason; an empty reason takes the acceptance back. */
export const acceptFinding = (finding: string, reason: string): Command => ({
  label: reason ? 'finding accepted' : 'finding taken up again',
  change: (draft) => {
    draft.accepted = draft.accepted.filter((one) => one.finding !== finding);
    if (reason.trim()) draft.accepted.push({ finding, reason: reason.trim() });
  },
});
