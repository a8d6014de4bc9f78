import type { Point } from '../geometry/point.ts';
import { Refused, type Command } from './command.ts';
import {
  type Aim,
  type Animal,
  type Climate,
  type Corner,
  type Feature,
  type LocalRule,
  type Picture,
  type Terrain,
} from './ground-schema.ts';
import type { Bundle, Holding } from './schema.ts';

type Settled = Pick<Holding, 'name' | 'units' | 'place' | 'region' | 'nativeOnly' | 'sender'>;

/** Renames the holding or changes its units, place or botanical region. */
export const setHolding = (changes: Partial<Settled>): Command => ({
  label: 'sender' in changes ? 'who sends the letters' : `change ${Object.keys(changes).join(', ')}`,
  change: (draft) => Object.assign(draft, changes),
});

/** Counts in another currency: every sum that the steward put in is converted, `rate` of the new for one of the old. What was ordered stays as it was agreed. Throws {@link Refused} for a rate that is none. */
export function setCurrency(currency: string, rate: number): Command {
  const converted = (cents: number) => Math.round(cents * rate);
  return {
    label: `count in ${currency}`,
    change: (draft) => {
      if (!Number.isFinite(rate) || rate <= 0)
        throw new Refused('The rate must be above 0: how much of the new currency one of the old one buys.');
      draft.currency = currency;
      for (const key of Object.keys(draft.prices)) draft.prices[key] = converted(draft.prices[key]!);
      for (const grant of draft.grants) {
        grant.perMetre = converted(grant.perMetre);
        grant.perTree = converted(grant.perTree);
      }
      for (const kit of draft.kits) kit.cents = converted(kit.cents);
      for (const supplier of draft.suppliers) {
        supplier.delivery = converted(supplier.delivery);
        supplier.least = converted(supplier.least);
        if (supplier.freeFrom !== null) supplier.freeFrom = converted(supplier.freeFrom);
        for (const { packs } of supplier.offers) for (const pack of packs) pack.price = converted(pack.price);
      }
      for (const aim of draft.aims) if (aim.kind === 'budget') aim.most = converted(aim.most);
    },
  };
}

/** Lays the boundary anew through `points`, every pin assumed until somebody finds it; null takes it away. */
export const setBoundary = (corners: readonly Corner[] | null): Command => ({
  label: corners ? 'boundary' : 'boundary taken away',
  change: (draft) => {
    // Frozen here, so that nobody walks down a traced boundary's thousands of corners to freeze each.
    draft.boundary = corners && (Object.freeze(corners.map((corner) => ({ ...corner }))) as Corner[]);
  },
});

/** Corners for the points of a drawn or imported boundary; `newId` gives each its id, `off` says how far wrong they may lie, metres. */
export const newCorners = (
  points: readonly Point[],
  pin: Corner['pin'],
  newId: () => string,
  off: Corner['off'] = 0,
): Corner[] => points.map(([x, y]) => ({ id: newId(), at: [x, y], pin, restsOn: null, other: null, off }));

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
    if (!draft.boundary || draft.boundary.length <= 3)
      throw new Refused('A boundary needs three corners. Delete the boundary instead.');
    draft.boundary = draft.boundary.filter((one) => one.id !== id);
  },
});

export const addFeatures = (features: readonly Feature[], label: string): Command => ({
  label,
  change: (draft) => void draft.features.push(...features),
});

/** Changes a feature's name, numbers or shape; the result is checked as a whole. */
export const setFeature = (id: string, changes: Readonly<Record<string, unknown>>, label: string): Command => ({
  label,
  change: (draft) => {
    const at = draft.features.findIndex((feature) => feature.id === id);
    if (at < 0) throw new Refused('That feature is no longer there.');
    // A traced line's tens of thousands of points are frozen as one: walking down to each takes longer than a frame.
    for (const value of Object.values(changes)) if (Array.isArray(value)) Object.freeze(value);
    Object.assign(draft.features[at]!, changes);
  },
});

/** Deletes a feature. A baseline taken from it must have been loosened first: see `loosenBaseline`. */
export const removeFeature = (id: string, label: string): Command => ({
  label,
  change: (draft) => {
    draft.features = draft.features.filter((feature) => feature.id !== id);
  },
});

/** Says what lies in the shed. */
export const setBundles = (bundles: readonly Bundle[]): Command => ({
  label: 'stock in hand',
  change: (draft) => void (draft.inHand = [...bundles]),
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

/** Puts something into a list by its id: in place of the one with that id, else at the end. */
function put<T extends { readonly id: string }>(list: T[], one: T): void {
  const at = list.findIndex(({ id }) => id === one.id);
  if (at < 0) list.push(one);
  else list[at] = one;
}

/** Sets an aim: a new one, or in place of the one with its id. */
export const setAim = (aim: Aim, label = 'aim changed'): Command => ({
  label,
  change: (draft) => put(draft.aims, aim),
});
export const removeAim = (id: string): Command => ({
  label: 'aim taken out',
  change: (draft) => void (draft.aims = draft.aims.filter((aim) => aim.id !== id)),
});

export const setRule = (rule: LocalRule, label = 'local rule changed'): Command => ({
  label,
  change: (draft) => put(draft.rules, rule),
});
export const removeRule = (id: string): Command => ({
  label: 'local rule taken out',
  change: (draft) => void (draft.rules = draft.rules.filter((rule) => rule.id !== id)),
});

export const setClimate = (climate: Climate | null, label = 'climate'): Command => ({
  label,
  change: (draft) => void (draft.climate = climate),
});
export const setTerrain = (terrain: Terrain | null): Command => ({
  label: terrain ? 'fall of the land' : 'elevation grid taken away',
  change: (draft) => void (draft.terrain = terrain),
});

/** Lays a picture beneath the plan, or changes how the one with its id lies. */
export const setPicture = (picture: Picture, label = 'picture laid beneath'): Command => ({
  label,
  change: (draft) => put(draft.pictures, picture),
});
export const removePicture = (id: string): Command => ({
  label: 'picture taken away',
  change: (draft) => void (draft.pictures = draft.pictures.filter((picture) => picture.id !== id)),
});

export const setThriving = (thriving: readonly string[]): Command => ({
  label: 'what thrives nearby',
  change: (draft) => void (draft.thriving = [...thriving]),
});
