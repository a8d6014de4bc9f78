import { stocks } from '../../../../core/species/stock.ts';
import { inUnits, type UnitSystem } from '../../../../core/units/quantities.ts';

/** Kinds of stock to choose from, by type and size. */
export const stockOptions = (units: UnitSystem): { value: string; label: string }[] =>
  stocks.map(({ id, name, size }) => ({ value: id, label: inUnits(`${name}, ${size}`, units) }));
