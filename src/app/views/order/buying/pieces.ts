import { priceTable } from '../../../../core/means/prices.ts';

/** Pieces that can lie about: all that is priced but plants and hours. */
export const PIECES = priceTable.filter(({ key }) => !key.startsWith('stock.') && key !== 'hour');
