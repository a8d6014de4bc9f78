import { derived } from '../../derived/derived.ts';
import { settingOf } from '../../holding/settings.ts';
import { formatLength } from '../../units/quantities.ts';
import { distancesFrom } from '../../ranks/distances.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { gapsOver } from '../mending.ts';
import { sayStand } from '../../ranks/say-plants.ts';
import { isMarked } from '../../ground/features.ts';
import { isNear, plantsWhere } from '../../ranks/near.ts';

/** Planting holes over or beside a buried service; worse while its place on the ground is not marked. */
export const buriedService = derived(function buriedService(judged: Judged): Finding[] {
  const { holding, layout } = judged;
  const { stand } = layout;
  const wanted = settingOf(holding, 'setback.service');
  return holding.features.flatMap((feature): Finding[] => {
    if (feature.kind !== 'buriedService' || feature.state === 'removed' || !isNear(stand, feature.line, wanted))
      return [];
    const { distance } = distancesFrom(stand, feature.line);
    const near = plantsWhere(stand, (i) => distance[i]! < wanted - 1e-6);
    if (near.length === 0) return [];
    const marked = isMarked(holding, feature.id);
    const length = formatLength(wanted, holding.units);
    return [
      finding('buried-service', judged, feature.id, {
        severity: marked ? 'caution' : 'fault',
        what: `Holes would be dug at ${feature.name || 'a buried service'}`,
        why: `${sayStand(stand, near)} within ${length} of it${marked ? '' : ', and it is not marked on the ground'}. Ask for it to be marked before you dig, wait for the marks, and dig by hand near them.${feature.state === 'abandoned' ? ' An abandoned pipe still stops a hole.' : ''}${feature.owner === 'private' ? ' Private lines are not marked by a utility: trace them yourself or have it done.' : ''}`,
        plants: near,
        remedies: [{ label: 'Leave a gap', command: gapsOver(judged, near, 'gap over the service') }],
      }),
    ];
  });
});
