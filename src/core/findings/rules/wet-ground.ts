import { derived } from '../../derived/derived.ts';
import { choiceWords } from '../../ground/features.ts';
import { speciesAt } from '../../ranks/stand.ts';
import { bears } from '../../species/catalogue.ts';
import { standingIn } from '../../ranks/distances.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { gapsOver, substitute, swapPlants } from '../mending.ts';
import { sayStand } from '../../ranks/say-plants.ts';
import { isNear, plantsWhere } from '../../ranks/near.ts';

/** Species standing in wet ground that do not bear wet feet. */
export const wetGround = derived(function wetGround(judged: Judged): Finding[] {
  const { stand } = judged.layout;
  return judged.holding.features.flatMap((feature): Finding[] => {
    if (feature.kind !== 'wetGround' || !isNear(stand, feature.ring, 0)) return [];
    const inside = standingIn(stand, feature.ring);
    // Water that stands for days after rain wants roots that bear damp; for longer, wet feet.
    const wetness = feature.stands === 'days' ? 'damp' : 'wet';
    const drowns = stand.kinds.map((species) => !bears(species, wetness));
    const drowning = plantsWhere(stand, (i) => inside[i] === 1 && drowns[stand.species[i]!]!);
    if (drowning.length === 0) return [];
    const species = [...new Set(drowning.map((i) => speciesAt(stand, i)))];
    const wet = substitute(
      judged,
      species[0]!,
      (other) => bears(other, wetness) && other.height[1] <= species[0]!.height[1] * 2,
    );
    return [
      finding('wet-ground', judged, feature.id, {
        severity: 'fault',
        what: `${drowning.length === 1 ? 'One plant stands where its' : `${drowning.length} plants stand where their`} roots will drown`,
        why: `${sayStand(stand, drowning)} in ${feature.name || 'wet ground'}, which stands wet ${choiceWords('wetGround', 'stands', feature.stands)}; ${species.map(({ common, moisture }) => `${common} bears ${moisture[0]} to ${moisture[1]}`).join(', ')}.`,
        plants: drowning,
        remedies: [
          ...(wet ? [{ label: `Swap for ${wet.common}`, command: swapPlants(judged, drowning, wet) }] : []),
          { label: 'Leave a gap', command: gapsOver(judged, drowning, 'gap at wet ground') },
        ],
      }),
    ];
  });
});
