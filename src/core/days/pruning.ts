import { z } from 'zod';
import { isClipped } from '../ranks/purposes.ts';
import type { Laid } from '../ranks/laid.ts';
import { regionOf } from '../place/regions.ts';
import type { Holding } from '../holding/schema.ts';
import data from './pruning.json' with { type: 'json' };

const pruning = z
  .object({
    source: z.string().min(1),
    /** Nothing lower is brought up on one stem, metres. */
    tree: z.number().positive(),
    kinds: z.array(
      z.strictObject({
        genera: z.array(z.string()).min(1),
        /** Level 2 groups of regions in which it holds; none for everywhere. */
        where: z.array(z.string().regex(/^\d\d$/)),
        /** When they are cut, north; half a year on in the south. */
        month: z.number().int().min(1).max(12),
        why: z.string().min(10),
      }),
    ),
  })
  .parse(data);

/** Trees that are pruned to one leader together: who, how many, and in which month where a disease says when. */
export interface Pruned {
  readonly names: string;
  readonly plants: number;
  /** North; null for the usual time of late winter. */
  readonly month: number | null;
  readonly why: string | null;
}

/** The trees of a planting that grow up free, by when they are pruned; none where none does. */
export function prunedOf({ planting, layout: { stand } }: Laid, holding: Holding): Pruned[] {
  const { group } = regionOf(holding);
  const found = new Map<(typeof pruning.kinds)[number] | null, { names: Set<string>; plants: number }>();
  const counts = stand.lots.map(() => 0);
  for (let i = 0; i < stand.count; i++) counts[stand.lot[i]!]!++;
  stand.lots.forEach(({ species, kept }, i) => {
    if (
      species.height[1] <= pruning.tree ||
      !STEMMED.has(species.kind) ||
      kept?.height ||
      isClipped(planting, { kept })
    )
      return;
    const genus = species.botanical.split(' ')[0]!;
    const rule =
      pruning.kinds.find(
        ({ genera, where }) => genera.includes(genus) && (where.length === 0 || where.includes(group)),
      ) ?? null;
    const known = found.get(rule) ?? { names: new Set<string>(), plants: 0 };
    known.names.add(species.common);
    known.plants += counts[i]!;
    found.set(rule, known);
  });
  return [...found].map(([rule, { names, plants }]) => ({
    names: [...names].join(', '),
    plants,
    month: rule?.month ?? null,
    why: rule?.why ?? null,
  }));
}

/** No bush is brought up on one stem. */
const STEMMED: ReadonlySet<string> = new Set(['tree', 'fruit', 'evergreen']);
