import { derived } from '../../derived/derived.ts';
import { nameOf, pointsOf } from '../../ground/features.ts';
import { settingOf } from '../../holding/settings.ts';
import { distancesFrom, standingIn } from '../../ranks/distances.ts';
import { isNear, plantsWhere } from '../../ranks/near.ts';
import { sayStand } from '../../ranks/say-plants.ts';
import { speciesAt } from '../../ranks/stand.ts';
import { matureHeight } from '../../species/catalogue.ts';
import { becomes } from '../../species/mature.ts';
import { moreOf } from '../../species/more.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { substitute, swapPlants } from '../mending.ts';

const UNDER = ['building', 'track', 'rightOfWay', 'playPlace', 'shelter'];

/** Kinds that drop limbs over what people use: paths, roofs, yards, where children play. */
export const shedLimbs = derived(function shedLimbs(judged: Judged): Finding[] {
  const { holding, layout } = judged;
  const { stand } = layout;
  const beyond = settingOf(holding, 'limbs.reach');
  const reaches = stand.lots.map((lot) => (moreOf(lot.species).shedsLimbs ? becomes(lot).width / 2 + beyond : 0));
  const widest = Math.max(0, ...reaches);
  if (widest === 0) return [];
  return holding.features.flatMap((feature): Finding[] => {
    if (!UNDER.includes(feature.kind)) return [];
    const points = pointsOf(feature);
    const side = 'width' in feature ? feature.width / 2 : 0;
    if (!isNear(stand, points, widest + side)) return [];
    const { distance } = distancesFrom(stand, points, 'ring' in feature);
    const inside = 'ring' in feature ? standingIn(stand, points) : null;
    const plants = plantsWhere(
      stand,
      (i) => reaches[stand.lot[i]!]! > 0 && (inside?.[i] === 1 || distance[i]! - side < reaches[stand.lot[i]!]!),
    );
    if (plants.length === 0) return [];
    const species = speciesAt(stand, plants[0]!);
    const other = substitute(
      judged,
      species,
      (one) => !moreOf(one).shedsLimbs && matureHeight(one) <= matureHeight(species) * 1.5,
    );
    return [
      finding('shed-limbs', judged, feature.id, {
        severity: feature.kind === 'playPlace' || feature.kind === 'building' ? 'caution' : 'note',
        what: `${species.common[0]!.toUpperCase()}${species.common.slice(1)} drops limbs over ${nameOf(feature)}`,
        why: `${sayStand(stand, plants)} whose crowns will hang over it; the kind breaks in wind, ice or summer calm. Plant it farther off, or have it looked at by a qualified tree surgeon every few years.`,
        plants,
        remedies: other ? [{ label: `Swap for ${other.common}`, command: swapPlants(judged, plants, other) }] : [],
      }),
    ];
  });
});
