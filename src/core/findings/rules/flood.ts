import { derived } from '../../derived/derived.ts';
import { nameOf } from '../../ground/features.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { plantsInside } from '../../ranks/near.ts';
import { sayStand } from '../../ranks/say-plants.ts';

/** Planting where water runs over the ground: what floats takes guards and mats with it. */
export const flood = derived(function flood(judged: Judged): Finding[] {
  const { stand } = judged.layout;
  return judged.holding.features.flatMap((feature): Finding[] => {
    if (
      !(feature.kind === 'wetGround' && feature.floods) &&
      !(feature.kind === 'harm' && feature.from === 'floodDebris')
    )
      return [];
    const plants = plantsInside(stand, feature.ring);
    if (plants.length === 0) return [];
    return [
      finding('flood', judged, feature.id, {
        severity: 'caution',
        what: 'Floods will take guards and mats',
        why: `${sayStand(stand, plants)} where ${nameOf(feature)} floods. Stout stakes, guards that let water by, mats pinned on all sides or none; woody roots in a flood bank need its owner’s engineer.`,
        plants,
      }),
    ];
  });
});
