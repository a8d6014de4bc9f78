import { derived } from '../../derived/derived.ts';
import type { Point } from '../../geometry/point.ts';
import { lineOf } from '../../ground/local-rules.ts';
import { speciesAt } from '../../ranks/stand.ts';
import { matureHeight } from '../../species/catalogue.ts';
import { formatGrown, formatLength } from '../../units/quantities.ts';
import { earliestYear } from '../../years/free-years.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { distanceToArea } from '../../geometry/polygon.ts';
import { isNear, plantAt, plantsWhere, plantsWithin } from '../../ranks/near.ts';
import { becomes } from '../../species/mature.ts';
import { gapsOver, keepTo, substitute, swapPlants } from '../mending.ts';
import { sayStand } from '../../ranks/say-plants.ts';

/** Plants that grow taller than a local rule lets them: along a line, or in a sight triangle or over its edge. */
export const localHeight = derived(function localHeight(judged: Judged): Finding[] {
  const { holding, layout } = judged;
  const { stand } = layout;
  return holding.rules.flatMap((rule): Finding[] => {
    if (rule.kind !== 'height' && rule.kind !== 'sightTriangle') return [];
    const line = rule.kind === 'height' ? lineOf(rule.along, holding) : null;
    const there =
      rule.kind === 'sightTriangle'
        ? reachingInto(judged, rule.ring)
        : line
          ? plantsWithin(stand, line.points, rule.metres + line.edge, line.closed).plants
          : [];
    const heights = stand.lots.map((lot) => becomes(lot).height);
    const plants = there.filter((i) => heights[stand.lot[i]!]! > rule.most);
    if (plants.length === 0) return [];
    const worst = plants.reduce((a, b) => (heights[stand.lot[b]!]! > heights[stand.lot[a]!]! ? b : a));
    const tallest = speciesAt(stand, worst);
    const length = (metres: number) =>
      formatLength(metres, holding.units, { decimals: Math.round(metres * 100) % 10 === 0 ? 1 : 2 });
    const low = substitute(judged, tallest, (other) => matureHeight(other) <= rule.most);
    const sight = rule.kind === 'sightTriangle';
    return [
      finding(sight ? 'sight-triangle' : 'local-height', judged, rule.id, {
        severity: sight ? 'fault' : 'caution',
        what: sight ? 'It will hide people and cars at the junction' : `It will stand too tall along ${line!.name}`,
        why: `${sayStand(stand, plants)} ${sight ? 'in the sight triangle or hanging into it' : `within ${length(rule.kind === 'height' ? rule.metres : 0)}`}; ${tallest.common} grows to ${formatGrown(heights[stand.lot[worst]!]!, holding.units)} and ${length(rule.most)} is the most${rule.said ? ` (${rule.said})` : ''}. Check the local rule before planting.`,
        plants,
        year: earliestYear(judged, plants, ({ height }) => height > rule.most),
        remedies: [
          ...(low ? [{ label: `Swap for ${low.common}`, command: swapPlants(judged, plants, low) }] : []),
          keepTo(judged, plants, { height: rule.most }),
          {
            label: 'Leave a gap',
            command: gapsOver(judged, plants, sight ? 'gap at the junction' : 'gap for height'),
          },
        ],
      }),
    ];
  });
});

/** Plants that stand in an area, or whose grown crowns hang into it. */
function reachingInto({ layout: { stand } }: Judged, ring: readonly Point[]): number[] {
  const halves = stand.lots.map((lot) => becomes(lot).width / 2);
  if (!isNear(stand, ring, Math.max(0, ...halves))) return [];
  return plantsWhere(stand, (i) => {
    const away = distanceToArea(ring, plantAt(stand, i));
    return away === 0 || away < halves[stand.lot[i]!]! - 1e-6;
  });
}
