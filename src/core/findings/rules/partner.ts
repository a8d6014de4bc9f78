import { derived } from '../../derived/derived.ts';
import type { Species } from '../../holding/species-schema.ts';
import { bookOf } from '../../species/book.ts';
import { setRow } from '../../holding/planting-commands.ts';
import { speciesAt } from '../../ranks/stand.ts';
import { partners, type PartnerNeed } from '../../species/catalogue.ts';
import { formatLength } from '../../units/quantities.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { plantAt, plantsWhere } from '../../ranks/near.ts';
import { sayStand } from '../../ranks/say-plants.ts';
import { capital } from '../../units/text.ts';

/** A species that needs a partner to fruit: its plants here, and those of them that have none in reach. */
export interface Pollination {
  readonly species: Species;
  readonly need: PartnerNeed;
  readonly plants: readonly number[];
  readonly alone: readonly number[];
  /** Those that have one only if it is of another variety than they are, which nobody said. */
  readonly unsaid: readonly number[];
}

/** Which species of a planting need a partner, and which of their plants have one anywhere on the holding. */
export function pollinationOf(judged: Pick<Judged, 'all' | 'layout'>): Pollination[] {
  const { stand } = judged.layout;
  return stand.kinds.flatMap((species, index): Pollination[] => {
    const need = partners[species.partner ?? ''];
    const plants = plantsWhere(stand, (i) => stand.species[i] === index);
    if (!need || plants.length === 0) return [];
    const served = plants.map((i) => partnerOf(judged, i, need));
    const those = (how: Served) => plants.filter((_, n) => served[n] === how);
    return [{ species, need, plants, alone: those('none'), unsaid: those('perhaps') }];
  });
}

/** A plant that bears fruit only with a partner in reach, and has none on the whole holding. */
export const partner = derived(function partner(judged: Judged): Finding[] {
  const { holding, planting, layout } = judged;
  const { stand } = layout;
  return pollinationOf(judged).flatMap(({ species, need, alone, unsaid }): Finding[] => {
    if (alone.length === 0)
      return unsaid.length === 0
        ? []
        : [
            finding('partner', judged, `${species.id}:variety`, {
              severity: 'note',
              what: `Say which kinds of ${species.common} stand here`,
              why: `${sayStand(stand, unsaid)} with another ${species.common} in reach. ${need.why} Choose ${need.varieties!.join(' or ')} for each run of the row, so that it is known whether they serve each other.`,
              plants: unsaid,
            }),
          ];
    const kin = need.kinds.map(bookOf(holding).of).find(({ id }) => id !== species.id) ?? species;
    const beside = neighbour(judged, alone[0]!);
    return [
      finding('partner', judged, species.id, {
        severity: need.better ? 'note' : 'caution',
        what: need.better
          ? `${capital(species.common)} bears more with another near`
          : `${capital(species.common)} has no partner to fruit with`,
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

type Served = 'surely' | 'perhaps' | 'none';

/** Whether a plant has another in reach that serves it: surely, or only if the two are of different varieties. */
function partnerOf(
  { all, layout: { stand } }: Pick<Judged, 'all' | 'layout'>,
  i: number,
  { kinds, reach, varieties }: PartnerNeed,
): Served {
  const [x, y] = plantAt(stand, i);
  const mine = stand.lots[stand.lot[i]!]!;
  let perhaps = false;
  for (const { layout } of all) {
    const other = layout.stand;
    const serves = other.lots.map((lot): Served => {
      if (!kinds.includes(lot.species.id)) return 'none';
      if (!varieties || lot.species.id !== mine.species.id) return 'surely';
      if (!lot.variety || !mine.variety) return 'perhaps';
      return lot.variety === mine.variety ? 'none' : 'surely';
    });
    for (let j = 0; j < other.count; j++) {
      const how = serves[other.lot[j]!]!;
      if (how === 'none' || (how === 'perhaps' && perhaps) || (other === stand && j === i)) continue;
      if (Math.abs(other.x[j]! - x) > reach || Math.abs(other.y[j]! - y) > reach) continue;
      if (Math.hypot(other.x[j]! - x, other.y[j]! - y) > reach) continue;
      if (how === 'surely') return how;
      perhaps = true;
    }
  }
  return perhaps ? 'perhaps' : 'none';
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
