import { nameOf } from '../../ground/features.ts';
import { addClearing } from '../../holding/planting-commands.ts';
import { settingOf } from '../../holding/settings.ts';
import { formatLength } from '../../units/quantities.ts';
import { finding, type Finding, reading } from '../finding.ts';
import { plantsWithin } from '../../ranks/near.ts';
import { gapsOver } from '../mending.ts';
import { sayStand } from '../../ranks/say-plants.ts';

/** Stems on a right of way, on a track, over a drain, or within what a pole is to be kept clear of. */
export const inTheWay = reading(['features', 'settings', 'units'], (judged) => {
  const { holding, layout } = judged;
  const { stand } = layout;
  const length = (metres: number) => formatLength(metres, holding.units);
  return holding.features.flatMap((feature): Finding[] => {
    const name = nameOf(feature);
    const found = (
      points: readonly (readonly [number, number])[],
      metres: number,
      severity: 'fault' | 'caution',
      what: string,
      then: string,
    ): Finding[] => {
      const { plants, nearest } = plantsWithin(stand, points, metres);
      if (plants.length === 0) return [];
      return [
        finding('in-the-way', judged, feature.id, {
          severity,
          what,
          why: `${sayStand(stand, plants)} as near as ${length(nearest)} to its middle; ${length(metres)} is to be kept. ${then}`,
          plants,
          remedies:
            feature.kind === 'pole'
              ? [
                  {
                    label: 'Clear round it',
                    command: addClearing(judged.planting.id, {
                      id: `${judged.planting.id}-round-${feature.id}`,
                      name,
                      at: [...feature.at],
                      radius: metres,
                    }),
                  },
                ]
              : [{ label: 'Leave a gap', command: gapsOver(judged, plants, `gap at ${name}`) }],
        }),
      ];
    };
    switch (feature.kind) {
      case 'rightOfWay':
        return found(
          feature.line,
          feature.width / 2,
          'fault',
          `It blocks the ${name}`,
          'Others may pass here: ask before you move or narrow it.',
        );
      case 'track':
        return found(
          feature.line,
          feature.width / 2,
          'fault',
          `It stands on the ${name}`,
          'Nothing passes it once the trees are in.',
        );
      case 'drain':
        return found(
          feature.line,
          settingOf(holding, 'setback.drain'),
          'caution',
          `Roots will reach the ${name}`,
          'Roots of water-loving kinds fill drains and lift pipes.',
        );
      case 'pole':
        return found(
          [feature.at, feature.at],
          feature.clear,
          'caution',
          `It crowds the ${name}`,
          'Its owner must get to it with a machine.',
        );
      default:
        return [];
    }
  });
});
