import { derived } from '../../derived/derived.ts';
import { choiceWords, nameOf } from '../../ground/features.ts';
import { schoolName, waysToClear, wasMeans } from '../../ground/ways-to-clear.ts';
import { speciesAt } from '../../ranks/stand.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { plantsInside } from '../../ranks/near.ts';
import { sayStand } from '../../ranks/say-plants.ts';

/** Ground that must be cleared first and nobody has said how; and fruit on ground where its own kin stood. */
export const cover = derived(function cover(judged: Judged): Finding[] {
  const { stand } = judged.layout;
  return judged.holding.features.flatMap((feature): Finding[] => {
    if (feature.kind !== 'cover') return [];
    const plants = plantsInside(stand, feature.ring);
    if (plants.length === 0) return [];
    const found: Finding[] = [];
    const [first] = waysToClear(feature.grows);
    if (feature.clearing === null && first!.seasons > 0)
      found.push(
        finding('cover', judged, feature.id, {
          severity: 'note',
          what: `${choiceWords('cover', 'grows', feature.grows)[0]!.toUpperCase()}${choiceWords('cover', 'grows', feature.grows).slice(1)} must go first`,
          why: `${sayStand(stand, plants)} in ${nameOf(feature)}. ${schoolName(first!.way)} takes ${first!.seasons} growing season${first!.seasons === 1 ? '' : 's'}; choose the way under What grows now.`,
          plants,
        }),
      );
    const kin = plants.filter(
      (i) => speciesAt(stand, i).family === 'Rosaceae' && (feature.was === 'orchard' || feature.was === 'hedge'),
    );
    if (kin.length > 0)
      found.push(
        finding('replant', judged, feature.id, {
          severity: 'caution',
          what: 'Its own kin stood here before',
          why: `${sayStand(stand, kin)} where a${feature.was === 'orchard' ? 'n orchard' : ' hedge'} was. ${wasMeans(feature.was)}`,
          plants: kin,
        }),
      );
    return found;
  });
});
