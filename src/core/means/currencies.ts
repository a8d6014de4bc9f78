import { z } from 'zod';
import type { Holding } from '../holding/schema.ts';
import data from './currencies.json' with { type: 'json' };

const currencies = z
  .object({
    source: z.string().min(1),
    /** Currency and year of the price table. */
    table: z.string().length(3),
    year: z.number().int(),
    /** Of each: what one of the table's buys, and how dear goods and an hour of work are there beside it. */
    currencies: z.record(
      z.string().length(3),
      z.object({ rate: z.number().positive(), goods: z.number().positive(), work: z.number().positive() }),
    ),
  })
  .parse(data);

/** Whether placeholder prices are known in a currency; in others they are the table's digits, and that is said. */
export const isPriced = (currency: string): boolean => currency in currencies.currencies;

/** Usual rate from one currency to another, about; null where one of them is not known. */
export function usualRate(from: string, to: string): number | null {
  const [a, b] = [from, to].map((one) => currencies.currencies[one]?.rate);
  return a && b ? round(b / a, 3) : null;
}

/** A placeholder of the table in a currency, minor units, to two digits: nobody knows it better. */
export function placeholderIn(cents: number, currency: string, isWork: boolean): number {
  const of = currencies.currencies[currency];
  return of && currency !== currencies.table ? round(cents * of.rate * (isWork ? of.work : of.goods), 2) : cents;
}

/** To so many digits. */
const round = (value: number, digits: number): number => Number(value.toPrecision(digits));

/** What a placeholder is in, for people: 'placeholders of about 2025, in GBP'. */
export const sayPlaceholders = (currency: string): string =>
  isPriced(currency)
    ? `placeholders of about ${currencies.year}, in ${currency}, to be replaced by your own`
    : `placeholders of about ${currencies.year}, in ${currencies.table}: nothing is known of ${currency}; put in your own`;

/** Whether a holding has sums of its own, that another currency would have to convert. */
export const hasMoney = ({ prices, grants, suppliers, kits, aims }: Holding): boolean =>
  Object.keys(prices).length + grants.length + suppliers.length + kits.length > 0 ||
  aims.some(({ kind }) => kind === 'budget');
