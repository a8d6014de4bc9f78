import { z } from 'zod';
import data from './seeds.json' with { type: 'json' };
import { stockOf } from './stock.ts';

const KindSchema = z.object({ width: z.number().positive(), perPlace: z.number().int().positive() });
const seeds = z
  .object({
    source: z.string().min(1),
    /** How many times its own width a seed is covered. */
    deep: z.number().positive(),
    usual: KindSchema,
    /** By genus. */
    kinds: z.record(z.string(), KindSchema),
  })
  .parse(data);

const kindOf = (species: string): z.infer<typeof KindSchema> => seeds.kinds[species.split('-')[0]!] ?? seeds.usual;

/** How many of a stock go to one place: one plant, or as many seeds as its kind is sown by. `species` is its id in the book. */
export const perPlaceOf = (species: string, stock: string): number =>
  stockOf(stock).sown ? kindOf(species).perPlace : 1;

/** The seed of a kind: how wide it is, and how deep it is opened for, metres. */
export function seedOf(species: string): { width: number; depth: number } {
  const { width } = kindOf(species);
  return { width, depth: seeds.deep * width };
}
