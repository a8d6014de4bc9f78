import { derived } from '../../derived/derived.ts';
import { nameOf } from '../../ground/features.ts';
import type { Point } from '../../geometry/point.ts';
import type { Feature } from '../../holding/ground-schema.ts';
import type { Holding } from '../../holding/schema.ts';
import { addClearing } from '../../holding/planting-commands.ts';
import { settingOf } from '../../holding/settings.ts';
import { formatLength } from '../../units/quantities.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { plantsWithin } from '../../ranks/near.ts';
import { gapsOver } from '../mending.ts';
import { sayStand } from '../../ranks/say-plants.ts';

/** How much room a thing wants from its middle, m, and what is said of what stands in it. */
interface Room {
  readonly middle: readonly Point[];
  readonly metres: number;
  readonly severity: 'fault' | 'caution';
  readonly what: string;
  readonly advice: string;
}

function roomOf(feature: Feature, holding: Holding): Room | null {
  const name = nameOf(feature);
  switch (feature.kind) {
    case 'rightOfWay':
      return {
        middle: feature.line,
        metres: feature.width / 2,
        severity: 'fault',
        what: `It blocks the ${name}`,
        advice: 'Others may pass here: ask before you move or narrow it.',
      };
    case 'track':
      return {
        middle: feature.line,
        metres: feature.width / 2,
        severity: 'fault',
        what: `It stands on the ${name}`,
        advice: 'Nothing passes it once the trees are in.',
      };
    case 'drain':
      return {
        middle: feature.line,
        metres: settingOf(holding, 'setback.drain'),
        severity: 'caution',
        what: `Roots will reach the ${name}`,
        advice: 'Roots of water-loving kinds fill drains and lift pipes.',
      };
    case 'pole':
      return {
        middle: [feature.at, feature.at],
        metres: feature.clear,
        severity: 'caution',
        what: `It crowds the ${name}`,
        advice: 'Its owner must get to it with a machine.',
      };
    default:
      return null;
  }
}

/** Stems on a right of way, on a track, over a drain, or within what a pole is to be kept clear of. */
export const inTheWay = derived(function inTheWay(judged: Judged): Finding[] {
  const { holding, planting, layout } = judged;
  const { stand } = layout;
  const length = (metres: number) => formatLength(metres, holding.units);
  return holding.features.flatMap((feature): Finding[] => {
    const room = roomOf(feature, holding);
    if (!room) return [];
    const { middle, metres, severity, what, advice } = room;
    const name = nameOf(feature);
    const { plants, nearest } = plantsWithin(stand, middle, metres);
    if (plants.length === 0) return [];
    const round = { id: `${planting.id}-round-${feature.id}`, name, radius: metres };
    return [
      finding('in-the-way', judged, feature.id, {
        severity,
        what,
        why: `${sayStand(stand, plants)} as near as ${length(nearest)} to its middle; ${length(metres)} is to be kept. ${advice}`,
        plants,
        remedies:
          feature.kind === 'pole'
            ? [{ label: 'Clear round it', command: addClearing(planting.id, { ...round, at: [...feature.at] }) }]
            : [{ label: 'Leave a gap', command: gapsOver(judged, plants, `gap at ${name}`) }],
      }),
    ];
  });
});
