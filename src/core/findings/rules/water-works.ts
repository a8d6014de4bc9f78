import { derived } from '../../derived/derived.ts';
import { nameOf, pointsOf } from '../../ground/features.ts';
import type { FeatureKind } from '../../holding/ground-schema.ts';
import type { Holding } from '../../holding/schema.ts';
import { settingOf } from '../../holding/settings.ts';
import type { Species } from '../../holding/species-schema.ts';
import { distancesFrom, standingIn } from '../../ranks/distances.ts';
import { isNear, plantsWhere } from '../../ranks/near.ts';
import { sayStand } from '../../ranks/say-plants.ts';
import { speciesAt } from '../../ranks/stand.ts';
import { bears } from '../../species/catalogue.ts';
import { moreOf } from '../../species/more.ts';
import { formatLength } from '../../units/quantities.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { gapsOver } from '../mending.ts';

/** What roots get into, and what they do there. */
const WORKS: Readonly<Partial<Record<FeatureKind, string>>> = {
  well: 'Roots foul a well and lift its lining, and nothing may be sprayed beside it.',
  spring: 'Roots choke a spring, and nothing may be sprayed beside it.',
  septicTank: 'Roots crack the tank and fill its pipes.',
  leachField: 'Roots fill the pipes of the field until it no longer drains.',
  dam: 'Roots that die leave pipes through the bank, and a tree that falls tears it open.',
  drain: 'Roots of water-loving kinds fill drains and lift pipes.',
};

/** Whether its roots run far after water: kinds that stand in the wet and draw much, willow, poplar, alder and their like. */
const isThirsty = (species: Species, isTree: boolean): boolean =>
  isTree && bears(species, 'wet') && (moreOf(species).demand ?? 'low') !== 'low';

/** How far a species keeps from such a thing, metres: rules of thumb, to be replaced by the local code. */
function keptFrom(kind: FeatureKind, species: Species, holding: Holding): number {
  const isTree = species.height[1] > settingOf(holding, 'works.treeFrom');
  const thirsty = isThirsty(species, isTree);
  if (kind === 'drain') return thirsty ? settingOf(holding, 'drain.thirsty') : 0; // nearer still, every kind is in its way
  if (thirsty) return settingOf(holding, 'works.thirsty');
  if (isTree) return settingOf(holding, 'works.tree');
  return kind === 'dam' ? 0 : settingOf(holding, 'works.shrub');
}

/** Plants whose roots reach a well, a spring, a septic tank, a leach field, a dam or a drain. */
export const waterWorks = derived(function waterWorks(judged: Judged): Finding[] {
  const { holding, layout } = judged;
  const { stand } = layout;
  return holding.features.flatMap((feature): Finding[] => {
    const harm = WORKS[feature.kind];
    if (!harm) return [];
    const reaches = stand.kinds.map((species) => keptFrom(feature.kind, species, holding));
    const points = 'at' in feature ? [feature.at, feature.at] : pointsOf(feature);
    const ring = 'ring' in feature;
    if (!isNear(stand, points, Math.max(0, ...reaches))) return [];
    const { distance } = distancesFrom(stand, points, ring);
    const inside = ring ? standingIn(stand, points) : null;
    const away = (i: number) => (inside?.[i] === 1 ? 0 : distance[i]!);
    const plants = plantsWhere(stand, (i) => away(i) < reaches[stand.species[i]!]! - 1e-6);
    if (plants.length === 0) return [];
    const worst = plants.reduce((a, b) =>
      reaches[stand.species[b]!]! - away(b) > reaches[stand.species[a]!]! - away(a) ? b : a,
    );
    const length = (metres: number) => formatLength(metres, holding.units);
    return [
      finding('water-works', judged, feature.id, {
        severity: feature.kind === 'drain' ? 'caution' : 'fault',
        what: `Roots will reach the ${nameOf(feature)}`,
        why: `${sayStand(stand, plants)} as near as ${length(Math.min(...plants.map(away)))}; ${speciesAt(stand, worst).common} keeps ${length(reaches[stand.species[worst]!]!)}. ${harm} Local code may ask for more.`,
        plants,
        remedies: [{ label: 'Leave a gap', command: gapsOver(judged, plants, `gap at ${nameOf(feature)}`) }],
      }),
    ];
  });
});
