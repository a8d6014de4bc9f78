import { derived } from '../../derived/derived.ts';
import { nameOf } from '../../ground/features.ts';
import { clearanceOf, voltageAdvice } from '../../ground/wires.ts';
import { distancesFrom } from '../../ranks/distances.ts';
import { isNear, plantsWhere } from '../../ranks/near.ts';
import { sayStand } from '../../ranks/say-plants.ts';
import { speciesAt } from '../../ranks/stand.ts';
import { becomes } from '../../species/mature.ts';
import { formatLength } from '../../units/quantities.ts';
import { finding, type Finding, type Judged } from '../finding.ts';

/** Trees beside an overhead line that would fall on it, though their crowns stay clear: about as far off as they are high. */
export const fallOnLine = derived(function fallOnLine(judged: Judged): Finding[] {
  const { holding, layout } = judged;
  const { stand } = layout;
  const heights = stand.lots.map((lot) => becomes(lot).height);
  const reach = Math.max(0, ...heights);
  return holding.features.flatMap((feature): Finding[] => {
    if (feature.kind !== 'overheadLine' || !isNear(stand, feature.line, reach)) return [];
    const lowest = feature.height - clearanceOf(feature, holding);
    const { distance } = distancesFrom(stand, feature.line);
    // One that stays under the line cannot fall on it.
    const falling = plantsWhere(stand, (i) => {
      const height = heights[stand.lot[i]!]!;
      return height > lowest && distance[i]! < height;
    });
    if (falling.length === 0) return [];
    const tallest = falling.reduce((a, b) => (heights[stand.lot[b]!]! > heights[stand.lot[a]!]! ? b : a));
    const length = (metres: number) => formatLength(metres, holding.units, { decimals: 0 });
    return [
      finding('fall-on-line', judged, feature.id, {
        severity: 'caution',
        what: `Trees could fall on the ${nameOf(feature)}`,
        why: `${sayStand(stand, falling)} nearer to it than they grow high: ${speciesAt(stand, tallest).common} to ${length(heights[stand.lot[tallest]!]!)}. ${voltageAdvice(feature)} Never work near it yourself.`,
        plants: falling,
      }),
    ];
  });
});
