import type { Species } from '../../holding/species-schema.ts';
import { bookOf } from '../../species/book.ts';
import { setRow } from '../../holding/planting-commands.ts';
import { speciesAt } from '../../ranks/stand.ts';
import { partners, type PartnerNeed } from '../../species/catalogue.ts';
import { formatLength } from '../../units/quantities.ts';
import { finding, type Finding, type Judged, reading } from '../finding.ts';
import { plantAt, plantsWhere } from '../../ranks/near.ts';
import { capital } from '../../units/text.ts';

/** A species that needs a partner to fruit: its plants here, and those of them that have none in reach. */
export interface Pollination {
  readonly species: Species;
  readonly need: PartnerNeed;
  readonly plants: readonly number[];
  readonly alone: readonly number[];
}

/** Which species of a planting need a partner, and which of their plants have one anywhere on the holding. */
export function pollinationOf(judged: Pick<Judged, 'all' | 'layout'>): Pollination[] {
  const { stand } = judged.layout;
  return stand.kinds.flatMap((species, index): Pollination[] => {
    const need = partners[species.partner ?? ''];
    const plants = plantsWhere(stand, (i) => stand.species[i] === index);
    return need && plants.length > 0
      ? [{ species, need, plants, alone: plants.filter((i) => !hasPartner(judged, i, need.kinds, need.reach)) }]
      : [];
  });
}

/** A plant that bears fruit only with a partner in reach, and has none on the whole holding. */
export const partner = reading(['units', 'species', 'others'], (judged) => {
  const { holding, planting, layout } = judged;
  const { stand } = layout;
  return pollinationOf(judged).flatMap(({ species, need, alone }): Finding[] => {
    if (alone.length === 0) return [];
    const kin = need.kinds.map(bookOf(holding).of).find(({ id }) => id !== species.id) ?? species;
    const beside = neighbour(judged, alone[0]!);
    return [
      finding('partner', judged, species.id, {
        severity: 'caution',
        what: `${capital(species.common)} has no partner to fruit with`,
        why: `${need.why} None stands within ${formatLength(need.reach, holding.units, { decimals: 0 })} of ${alone.length === 1 ? 'it' : `${alone.length} of them`}.`,
        plants: alone,
        remedies:
          beside === null
            ? []
            : [
                {
                  label: `Make a neighbour ${kin.common}`,
                  command: setRow(
                    planting.id,
                    stand.rows[stand.row[beside]!]!.row.id,
                    {
                      swaps: [
                        ...stand.rows[stand.row[beside]!]!.row.swaps,
                        { at: stand.chainage[beside]!, copy: stand.rows[stand.row[beside]!]!.copy, species: kin.id },
                      ],
                    },
                    `${kin.common} as partner`,
                  ),
                },
              ],
      }),
    ];
  });
});

function hasPartner(
  { all, layout: { stand } }: Pick<Judged, 'all' | 'layout'>,
  i: number,
  kinds: readonly string[],
  reach: number,
): boolean {
  const [x, y] = plantAt(stand, i);
  return all.some(({ layout: { stand: other } }) => {
    for (let j = 0; j < other.count; j++) {
      if (other === stand && j === i) continue;
      if (
        Math.abs(other.x[j]! - x) > reach ||
        Math.abs(other.y[j]! - y) > reach ||
        !kinds.includes(speciesAt(other, j).id)
      )
        continue;
      if (Math.hypot(other.x[j]! - x, other.y[j]! - y) <= reach) return true;
    }
    return false;
  });
}

/** The nearest plant of the same row that is of another species and no standard stands over, else one of another guild's same ring; null when there is none. */
function neighbour({ layout: { stand } }: Judged, i: number): number | null {
  const { from, to, row } = stand.rows[stand.row[i]!]!;
  const own = speciesAt(stand, i).id;
  for (let step = 1; step < to - from; step++)
    for (const j of [i + step, i - step])
      if (j >= from && j < to && speciesAt(stand, j).id !== own && speciesAt(stand, j).id !== row.standards?.species)
        return j;
  const elsewhere = stand.rows.find((laid) => laid.row === row && laid.from !== from && laid.to > laid.from);
  return elsewhere?.from ?? null;
}
