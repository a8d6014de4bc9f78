import { z } from 'zod';
import type { Planting } from '../../holding/schema.ts';
import { USES, type Species } from '../../holding/species-schema.ts';
import type { Stand } from '../../ranks/stand.ts';
import type { ByRow } from '../kit.ts';
import { moreOf } from '../../species/more.ts';
import extraData from './extras.json' with { type: 'json' };

const ExtraSchema = z.object({
  label: z.string().min(1),
  /** Price key of the piece that each plant gets. */
  piece: z.string().min(1),
  /** Which plants get one. */
  of: z.object({
    kinds: z.array(z.string()).optional(),
    evergreen: z.literal(true).optional(),
    uses: z.enum(USES).optional(),
  }),
  why: z.string().min(1),
  /** When it comes off. */
  off: z.string().min(1),
  source: z.string().min(1),
});

/** What is put on beside a guard, where the steward wants it. */
export const extras: Readonly<Record<string, z.infer<typeof ExtraSchema>>> = z
  .record(z.string(), ExtraSchema)
  .parse(extraData);

/** The measure of protection that says whether an extra is wanted: 1 for yes. */
export const extraKey = (key: string): string => `extra.${key}`;

/** How many plants of a stand get each extra that a planting wants, in all and in each laid row. */
export const extrasOf = (
  { means }: Planting,
  stand: Stand,
): { readonly key: string; readonly plants: number; readonly rows: ByRow }[] =>
  Object.entries(extras).flatMap(([key, { of }]) => {
    if (means.protection.measures[extraKey(key)] !== 1) return [];
    const gets = stand.lots.map(({ species }) => fits(species, of));
    const { plants, rows } = counted(stand, (lot) => gets[lot]!);
    return plants > 0 ? [{ key, plants, rows }] : [];
  });

/** Plants of a stand of the lots that `holds` tells of, in all and in each laid row. */
export function counted(stand: Stand, holds: (lot: number) => boolean): { plants: number; rows: Map<number, number> } {
  const wanted = stand.lots.map((_, lot) => holds(lot));
  const rows = new Map<number, number>();
  let plants = 0;
  if (wanted.includes(true))
    stand.rows.forEach(({ from, to }, r) => {
      let here = 0;
      for (let i = from; i < to; i++) if (wanted[stand.lot[i]!]) here++;
      if (here > 0) rows.set(r, here);
      plants += here;
    });
  return { plants, rows };
}

const fits = (species: Species, { kinds, evergreen, uses }: z.infer<typeof ExtraSchema>['of']): boolean =>
  (!kinds || kinds.includes(species.kind)) &&
  (!evergreen || species.evergreen === true) &&
  (!uses || (moreOf(species).uses?.includes(uses) ?? false));
