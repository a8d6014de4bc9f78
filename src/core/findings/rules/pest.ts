import { derived } from '../../derived/derived.ts';
import { regionOf } from '../../place/regions.ts';
import { plantsWhere } from '../../ranks/near.ts';
import { sayStand } from '../../ranks/say-plants.ts';
import { matureHeight } from '../../species/catalogue.ts';
import { standingIn, standingSource } from '../../species/ranges.ts';
import { capital } from '../../units/text.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { substitute, swapPlants } from '../mending.ts';

/** Species that are a pest in the region: they spread from where they were planted. */
export const pest = derived(function pest(judged: Judged): Finding[] {
  const { holding, layout } = judged;
  const { stand } = layout;
  const region = regionOf(holding);
  return stand.kinds.flatMap((species, kind): Finding[] => {
    if (standingIn(species.id, region) !== 'pest') return [];
    const plants = plantsWhere(stand, (i) => stand.species[i] === kind);
    if (plants.length === 0) return [];
    const other = substitute(judged, species, (one) => matureHeight(one) <= matureHeight(species) * 2);
    return [
      finding('pest', judged, species.id, {
        severity: 'fault',
        what: `${capital(species.common)} is a pest in ${region.name}`,
        why: `${sayStand(stand, plants)}; it spreads beyond where it is planted (${standingSource(species.id, region)}). It may be forbidden to plant or sell it here.`,
        plants,
        remedies: other ? [{ label: `Swap for ${other.common}`, command: swapPlants(judged, plants, other) }] : [],
      }),
    ];
  });
});
