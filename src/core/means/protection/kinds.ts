import { z } from 'zod';
import { ANIMALS } from '../../holding/ground-schema.ts';
import fenceData from './fences.json' with { type: 'json' };
import formData from './forms.json' with { type: 'json' };

const minutes = z.object({ install: z.number().min(0), yearly: z.number().min(0), removal: z.number().min(0) });

const FormSchema = z.strictObject({
  label: z.string(),
  stops: z.array(z.enum(ANIMALS)).min(1),
  /** Heights that it is sold in, metres. */
  sizes: z.array(z.number().positive()).min(1),
  /** Least height of the stem that it wants, metres. */
  stem: z.number().min(0),
  /** Its wall presses branches: nothing that comes with a crown goes into it, and no conifer. */
  solid: z.literal(true).optional(),
  /** Pieces for each plant besides the guard itself, by price key. */
  pieces: z.record(z.string(), z.number().positive()),
  /** What its own price keys begin with; 'guard' where left out. */
  price: z.string().optional(),
  /** Diameter of a cage that is cut from rolls of mesh, metres. */
  cage: z.number().positive().optional(),
  crate: z.literal(true).optional(),
  stakes: z.number().int().min(0),
  ties: z.boolean(),
  /** For each plant. */
  minutes,
  /** Whether it can be opened again for pruning and weeding. */
  opens: z.boolean(),
  off: z.object({ year: z.number().int().positive(), sign: z.string() }),
  litter: z.boolean(),
  /** What it does not stop or bear. */
  not: z.string(),
  source: z.string(),
});
export type Form = z.infer<typeof FormSchema>;
export const forms: Readonly<Record<string, Form>> = z.record(z.string(), FormSchema).parse(formData);

const FenceSchema = z.strictObject({
  label: z.string(),
  /** Out of the ground, metres; raised by lying snow where `snow` says so. */
  height: z.number().positive(),
  snow: z.literal(true).optional(),
  stops: z.array(z.enum(ANIMALS)).min(1),
  /** Price key of its netting; null for wires alone. */
  net: z.string().nullable(),
  wires: z.number().int().min(0),
  rails: z.number().int().min(0).default(0),
  /** From post to post and from straining post to straining post on the straight, metres. */
  posts: z.number().positive(),
  strainers: z.number().positive(),
  energiser: z.literal(true).optional(),
  /** Put up for a season: only where it is asked for, never chosen for a hedge's young years. */
  temporary: z.literal(true).optional(),
  /** For each metre. */
  minutes,
  /** Years that it lasts. */
  life: z.number().positive(),
  off: z.string(),
  not: z.string(),
  caution: z.string().optional(),
  source: z.string(),
});
export type Fence = z.infer<typeof FenceSchema>;
export const fences: Readonly<Record<string, Fence>> = z.record(z.string(), FenceSchema).parse(fenceData);
