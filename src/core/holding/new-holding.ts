import { noDays } from './days-schema.ts';
import type { Holding } from './schema.ts';

export interface NewHolding {
  readonly id: string;
  readonly name: string;
  readonly latitude: number;
  readonly longitude: number;
  readonly units: Holding['units'];
  readonly currency: string;
}

/** An empty holding at a place; its plane has its origin there. */
export const newHolding = ({ id, name, latitude, longitude, units, currency }: NewHolding): Holding => ({
  id,
  name,
  place: { latitude, longitude },
  region: null,
  nativeOnly: false,
  units,
  currency,
  sender: { name: '', address: '', deliverTo: '' },
  boundary: null,
  features: [],
  plantings: [],
  patterns: [],
  variants: [],
  inHand: [],
  here: [],
  kits: [],
  grants: [],
  suppliers: [],
  species: [],
  climate: null,
  terrain: null,
  rules: [],
  aims: [],
  pictures: [],
  thriving: [],
  animals: [],
  settings: {},
  prices: {},
  days: noDays(),
  accepted: [],
});
