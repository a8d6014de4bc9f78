import type { Supplier } from '../holding/supplier-schema.ts';
import { priceTable } from '../means/prices.ts';
import type { SpeciesBook } from '../species/book.ts';
import { moreKnown } from '../species/more.ts';
import { stocks } from '../species/stock.ts';
import { z } from 'zod';
import { Unreadable } from './problems.ts';

/** Which column of a list is what, by number from 0; null where it has none of that. */
export interface Columns {
  readonly item: number;
  readonly price: number;
  readonly stock: number | null;
  readonly pack: number | null;
  readonly left: number | null;
}

export const COLUMNS = ['item', 'price', 'stock', 'pack', 'left'] as const satisfies readonly (keyof Columns)[];

/** What the steward said before of headings and names, so that it is asked once: headings in lower case, names by their words. */
export const ListMemorySchema = z.object({
  columns: z.record(z.string(), z.enum(COLUMNS)),
  names: z.record(z.string(), z.string()),
});
export type ListMemory = z.infer<typeof ListMemorySchema>;
export const NO_MEMORY: ListMemory = { columns: {}, names: {} };

/** A list whose columns have to be said; its headings come along. */
export class UnknownColumns extends Unreadable {
  constructor(
    message: string,
    readonly headings: readonly string[],
  ) {
    super(message);
  }
}

/** Headings as they are remembered. */
export const headingKey = (heading: string): string => heading.trim().toLowerCase();

/** A line whose name is none that is known here, and what it may mean. */
export interface Unmatched {
  readonly line: number;
  readonly item: string;
  readonly size: string;
  /** Packs and what is left, to be taken over once it is said what it is. */
  readonly offer: Omit<Supplier['offers'][number], 'key'>;
}

export interface PriceList {
  readonly offers: Supplier['offers'];
  readonly unmatched: readonly Unmatched[];
  readonly columns: Columns;
}

const HEADINGS: readonly [keyof Columns, RegExp][] = [
  ['left', /^(left|available|availability|in stock|stock left|on hand)/],
  ['price', /(price|cost|each|[€£$])/],
  ['pack', /^(pack|per\b|bundle|qty|quantity|pieces)/],
  ['stock', /^(size|stock|grade|type|form|height)/],
  ['item', /^(item|plant|species|name|botanical|product|description|article|kind)/],
];
const SIGNS: Readonly<Record<string, string>> = { '€': 'EUR', '£': 'GBP', $: 'USD' };
const CODE = /\b(EUR|GBP|USD|AUD|NZD|CAD|ZAR|CHF|SEK|DKK|NOK|PLN|CZK)\b/;
const SIGN = /[€£$]/;

/** Words of a name in an order that does not count, without marks: 'Hawthorn, common' is 'common hawthorn'. */
const wordsOf = (name: string): string =>
  name
    .toLowerCase()
    .replaceAll(/[^\p{L}\p{N}. ]+/gu, ' ')
    .split(/\s+/)
    .filter(Boolean)
    .sort()
    .join(' ');

/**
 * A supplier's price list: rows of cells, the headings in one of the first ten. What a name or size means is found by
 * its words; a cell left empty under a name, as merged cells are, is the name above. Throws {@link Unreadable} in a
 * sentence where it has no names or prices, or prices in two currencies or another than the holding's.
 */
export function readPriceList(
  rows: readonly (readonly string[])[],
  name: string,
  book: SpeciesBook,
  currency: string,
  memory: ListMemory = NO_MEMORY,
): PriceList {
  const head = rows.slice(0, 10).findIndex((row) => columnsOf(row, memory) !== null);
  const columns = head < 0 ? null : columnsOf(rows[head]!, memory);
  if (!columns)
    throw new UnknownColumns(
      `${name} has no column of prices beside one of names. Say which is which, or name them in its first line, such as item, size, pack, price.`,
      (rows.find((row) => row.filter((cell) => cell.trim()).length > 1) ?? []).map((cell) => cell.trim()),
    );
  sayCurrencies(rows.slice(head), columns, name, currency);
  const keys = namesKnown(book);
  const offers = new Map<string, Supplier['offers'][number]>();
  const unmatched: Unmatched[] = [];
  let above = '';
  let priced = 0;
  rows.slice(head + 1).forEach((row, i) => {
    const cell = (at: number | null) => (at === null ? '' : (row[at] ?? '').trim());
    const item = cell(columns.item) || above;
    above = item;
    const cents = moneyOf(cell(columns.price));
    if (!item || cents === null) return;
    priced++;
    const size = Math.max(1, Math.round(numberOf(cell(columns.pack)) ?? 1));
    const left = numberOf(cell(columns.left));
    const offer = { packs: [{ size, price: cents }], left: left === null ? null : Math.max(0, Math.floor(left)) };
    const key = memory.names[nameKey(item, cell(columns.stock))] ?? keyFor(item, cell(columns.stock), keys, book);
    if (key === null) return void unmatched.push({ line: head + i + 2, item, size: cell(columns.stock), offer });
    offers.set(key, joined(offers.get(key), { key, ...offer }));
  });
  if (priced === 0)
    throw new Unreadable(`${name} has a column of prices, but no price in it. Fill it in and choose the file again.`);
  return { offers: [...offers.values()], unmatched, columns };
}

/** Two lines of one thing are two packs of it. */
export function joined(before: Supplier['offers'][number] | undefined, one: Supplier['offers'][number]) {
  if (!before) return one;
  const packs = [...before.packs.filter(({ size }) => size !== one.packs[0]!.size), ...one.packs].sort(
    (a, b) => a.size - b.size,
  );
  const left = before.left === null || one.left === null ? null : Math.max(before.left, one.left);
  return { key: one.key, packs: packs.slice(0, 12), left };
}

/** The words under which it is remembered what a name of a list means. */
export const nameKey = (item: string, size: string): string => wordsOf(`${item} ${size}`);

function columnsOf(row: readonly string[], memory: ListMemory): Columns | null {
  const found: Partial<Record<keyof Columns, number>> = {};
  row.forEach((heading, at) => {
    const words = headingKey(heading);
    const said = memory.columns[words];
    const what = said ?? HEADINGS.find(([key, pattern]) => found[key] === undefined && pattern.test(words))?.[0];
    if (what && found[what] === undefined) found[what] = at;
  });
  const { item, price, stock = null, pack = null, left = null } = found;
  return item === undefined || price === undefined ? null : { item, price, stock, pack, left };
}

function sayCurrencies(rows: readonly (readonly string[])[], { price }: Columns, name: string, currency: string): void {
  const seen = new Set<string>();
  for (const row of rows) {
    const cell = row[price] ?? '';
    const code = CODE.exec(cell)?.[0] ?? SIGNS[SIGN.exec(cell)?.[0] ?? ''];
    if (code) seen.add(code);
  }
  if (seen.size > 1)
    throw new Unreadable(
      `${name} has prices in ${[...seen].join(' and ')}. Keep one of them and choose the file again.`,
    );
  const [only] = seen;
  // A dollar sign is of many countries.
  if (only && only !== currency && !(only === 'USD' && ['AUD', 'NZD', 'CAD'].includes(currency)))
    throw new Unreadable(
      `${name} has prices in ${only}, and this holding counts in ${currency}. Convert the list, or change the currency under Place, units and rates.`,
    );
}

/** A number however its thousands and decimals are parted: '1.234,50', '1,234.50', '2,40', '12'. Null for what is none. */
export function numberOf(text: string): number | null {
  const digits = text.replaceAll(/[^\d.,-]/g, '').replaceAll(/^[.,]+|[.,]+$/g, '');
  if (!/\d/.test(digits)) return null;
  const last = Math.max(digits.lastIndexOf('.'), digits.lastIndexOf(','));
  const behind = digits.length - last - 1;
  // Three digits behind a lone mark are thousands; one or two, or behind another mark, are decimals.
  const marks = digits.replaceAll(/[^.,]/g, '');
  const decimal = last >= 0 && (behind !== 3 || new Set(marks).size > 1);
  const value = Number(
    decimal
      ? `${digits.slice(0, last).replaceAll(/[.,]/g, '')}.${digits.slice(last + 1)}`
      : digits.replaceAll(/[.,]/g, ''),
  );
  return Number.isFinite(value) ? value : null;
}

const moneyOf = (text: string): number | null => {
  const value = numberOf(text);
  return value === null || value < 0 ? null : Math.round(value * 100);
};

/** What every name that is known here stands for, by its words: species ids, and price keys of pieces. */
function namesKnown(book: SpeciesBook): ReadonlyMap<string, string> {
  const known = new Map<string, string>();
  for (const { id, common, botanical } of book.all)
    for (const name of [common, botanical, ...(moreKnown[id]?.synonyms ?? [])])
      if (!known.has(wordsOf(name))) known.set(wordsOf(name), id);
  for (const { key, label } of priceTable) if (!key.startsWith('stock.')) known.set(wordsOf(label), key);
  return known;
}

/** The key of an item and its size; null where nobody here is called so. */
function keyFor(item: string, size: string, known: ReadonlyMap<string, string>, book: SpeciesBook): string | null {
  const piece = known.get(wordsOf(item)) ?? known.get(wordsOf(`${item} ${size}`));
  const plain = known.get(wordsOf(withoutSize(item)));
  const found = piece ?? plain;
  if (found === undefined) return null;
  const species = book.all.find(({ id }) => id === found);
  return species ? `${found}|${stockFor(`${size} ${item}`) ?? species.stock[0]!}` : found;
}

/** A name without what tells of size and stock: 'Hawthorn whip 40-60cm' is 'Hawthorn'. */
const withoutSize = (item: string): string =>
  item
    .replaceAll(/\d+([.,]\d+)?\s*[-–/]?\s*\d*\s*(cm|mm|m|l|ltr|litres?|ft|in)?\b/gi, ' ')
    .replaceAll(
      /\b(whips?|transplants?|plugs?|cells?|pots?|potted|bare[- ]?root(ed)?|feathered|balled|rootballed)\b/gi,
      ' ',
    );

/** The pot of the catalogue that is nearest to one of so many litres. */
const nearestPot = (litres: number): string =>
  stocks
    .filter((one) => one.litres > 0)
    .reduce((a, b) => (Math.abs(Math.log(b.litres / litres)) < Math.abs(Math.log(a.litres / litres)) ? b : a)).id;

/** The stock type that a size or form speaks of; null where it says none. */
function stockFor(text: string): string | null {
  const words = text.toLowerCase();
  const named = stocks.find(({ id, name }) => words.includes(id) || words.includes(name.split(',')[0]!.toLowerCase()));
  const litres = /(\d+(?:[.,]\d+)?)\s*(?:l\b|ltr|litre)/.exec(words);
  if (litres) return nearestPot(Number(litres[1]!.replace(',', '.')));
  if (named && !named.id.startsWith('pot')) return named.id;
  if (/\b(plug|cell)/.test(words)) return 'plug';
  if (/\bball/.test(words)) return 'balled';
  const range = /(\d{2,3})\s*[-–/]\s*(\d{2,3})/.exec(words);
  if (!range) return null;
  const top = Number(range[2]);
  return top <= 30 ? 'plug' : top <= 60 ? 'whip' : top <= 125 ? 'transplant' : 'feathered';
}
