import { z } from 'zod';
import type { Run } from '../holding/schema.ts';
import type { Species } from '../holding/species-schema.ts';
import stockData from './stocks.json' with { type: 'json' };

const StockSchema = z.object({
  id: z.string(),
  name: z.string(),
  size: z.string(),
  /** Set only where somebody asks for it: no row of a pattern falls back on it. */
  onAsking: z.literal(true).optional(),
  /** Height on planting day, metres. */
  start: z.number().positive(),
  /** Width of its crown then, metres. */
  wide: z.number().positive(),
  /** Share of growth lost at first, and years to recover. */
  check: z.object({ share: z.number().min(0).max(1), years: z.number().positive() }),
  /** Share alive after the first year, weeded and guarded. */
  survival: z.number().gt(0).lt(1),
  /** Whether it is sown: several seeds to a place, by their kind. */
  sown: z.boolean().default(false),
  /** Width of pot or cell, metres; 0 for bare roots. */
  pot: z.number().min(0),
  /** What its pot holds, litres; 0 for what is not sold so. */
  litres: z.number().min(0).default(0),
  /** Packs it is sold in, price in minor units. */
  packs: z.array(z.object({ size: z.number().int().positive(), price: z.number().int().positive() })).min(1),
  source: z.string(),
});
export type Stock = z.infer<typeof StockSchema>;

/** Stock types, small to large. */
export const stocks: readonly Stock[] = z.array(StockSchema).parse(stockData);

const byId = new Map(stocks.map((stock) => [stock.id, stock]));

/** The stock type with this id; an id that is not known counts as a bare-root whip. */
export const stockOf = (id: string): Stock => byId.get(id) ?? byId.get('whip')!;
export const isStock = (id: string): boolean => byId.has(id);

/** So many of a species in a row of this stock: bought as what it usually is where it is not sold as that. */
export const runOf = ({ id, stock: sold }: Pick<Species, 'id' | 'stock'>, count: number, stock: string): Run =>
  sold.includes(stock) ? { species: id, count } : { species: id, count, stock: sold[0]! };
