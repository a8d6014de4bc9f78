import { z } from 'zod';
import signData from './signs.json' with { type: 'json' };

const SignSchema = z.object({
  /** What its drawing shows. */
  id: z.string().min(1),
  /** Speaks for taking it; else for sending it back. */
  good: z.boolean(),
  text: z.string().min(1),
});
export type Sign = z.infer<typeof SignSchema>;

const data = z
  .object({
    source: z.string().min(1),
    caution: z.string().min(1),
    bare: z.array(SignSchema),
    plug: z.array(SignSchema),
    pot: z.array(SignSchema),
    balled: z.array(SignSchema),
    pieces: z.array(SignSchema),
  })
  .parse(signData);

export const { source: signsSource, caution: deliveryCaution } = data;

/** What to look at on a thing that is delivered: a plant by how its roots come, materials as pieces. `key` is 'species|stock' or a price key. */
export function signsFor(key: string): readonly Sign[] {
  const stock = key.split('|')[1];
  if (stock === undefined) return data.pieces;
  if (stock === 'plug' || stock === 'balled') return data[stock];
  return stock.startsWith('pot') ? data.pot : data.bare;
}
