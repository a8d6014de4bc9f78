import { derived } from '../../derived/derived.ts';
import { nameOf } from '../../ground/features.ts';
import { settingOf } from '../../holding/settings.ts';
import { climateBand } from '../../place/climate-band.ts';
import { plantsWhere, plantsWithin } from '../../ranks/near.ts';
import { sayStand } from '../../ranks/say-plants.ts';
import { speciesAt } from '../../ranks/stand.ts';
import { matureHeight } from '../../species/catalogue.ts';
import { moreOf } from '../../species/more.ts';
import { formatLength } from '../../units/quantities.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { substitute, swapPlants } from '../mending.ts';

/** Kinds that burn readily so near a building that they carry fire to it; worse where summers are dry. */
export const fire = derived(function fire(judged: Judged): Finding[] {
  const { holding, layout } = judged;
  const { stand } = layout;
  const burns = stand.kinds.map((species) => moreOf(species).flammable === true);
  if (!burns.includes(true)) return [];
  const reach = settingOf(holding, 'fire.reach');
  const { drySummer } = climateBand(holding);
  return holding.features.flatMap((feature): Finding[] => {
    if (feature.kind !== 'building') return [];
    const near = new Set(plantsWithin(stand, feature.ring, reach, true).plants);
    const plants = plantsWhere(stand, (i) => near.has(i) && burns[stand.species[i]!]!);
    if (plants.length === 0) return [];
    const species = speciesAt(stand, plants[0]!);
    const other = substitute(
      judged,
      species,
      (one) => !moreOf(one).flammable && matureHeight(one) <= matureHeight(species) * 1.5,
    );
    const names = [...new Set(plants.map((i) => speciesAt(stand, i).common))].slice(0, 3).join(', ');
    return [
      finding('fire', judged, feature.id, {
        severity: drySummer ? 'caution' : 'note',
        what: `What burns readily stands beside ${nameOf(feature)}`,
        why: `${sayStand(stand, plants)} within ${formatLength(reach, holding.units)}: ${names}. ${drySummer ? 'Summers are dry here: fire runs through it to the building.' : 'In a dry spell fire runs through it to the building.'} Ask the local fire authority how much is to be kept clear.`,
        plants,
        remedies: other ? [{ label: `Swap for ${other.common}`, command: swapPlants(judged, plants, other) }] : [],
      }),
    ];
  });
});
