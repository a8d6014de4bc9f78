import { z } from 'zod';

/** What a supplier's list says of one thing. */
const OfferSchema = z.object({
  /** A price key, or species and stock as 'species|stock'. */
  key: z.string().min(1).max(160),
  packs: z
    .array(z.object({ size: z.number().int().min(1).max(1e6), price: z.number().int().min(0).max(1e9) }))
    .min(1)
    .max(12),
  /** How many are left; null where there are enough. */
  left: z.number().int().min(0).nullable(),
});
export const SupplierSchema = z.object({
  id: z.string().min(1).max(64),
  name: z.string().min(1).max(80),
  kind: z.enum(['nursery', 'merchant']),
  /** For bringing an order, free from a sum on, and the least sum it takes an order for; minor units. */
  delivery: z.number().int().min(0).max(1e9),
  freeFrom: z.number().int().min(0).max(1e9).nullable(),
  least: z.number().int().min(0).max(1e9),
  leadDays: z.number().int().min(0).max(400),
  season: z.string().max(120),
  offers: z.array(OfferSchema).max(5000),
});
export type Supplier = z.infer<typeof SupplierSchema>;
