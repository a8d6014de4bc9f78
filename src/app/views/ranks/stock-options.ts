import { stocks } from '../../../core/species/stock.ts';

/** Kinds of stock to choose from, by type and size. */
export const stockOptions = stocks.map(({ id, name, size }) => ({ value: id, label: `${name}, ${size}` }));
