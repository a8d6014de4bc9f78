import { derived } from '../../derived/derived.ts';
import { featuresOf, nameOf } from '../../ground/features.ts';
import { settingOf } from '../../holding/settings.ts';
import { distancesFrom } from '../../ranks/distances.ts';
import { isNear, plantsWhere } from '../../ranks/near.ts';
import { isClipped } from '../../ranks/purposes.ts';
import { sayStand } from '../../ranks/say-plants.ts';
import { becomes } from '../../species/mature.ts';
import { formatLength } from '../../units/quantities.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { gapsOver, keepTo } from '../mending.ts';

/** Stems beside a track or right of way, so near its edge that what grows free hangs into it. */
export const besideWay = derived(function besideWay(judged: Judged): Finding[] {
  const { holding, planting, layout } = judged;
  const { stand } = layout;
  const thorns = settingOf(holding, 'way.thorns');
  const clear = settingOf(holding, 'way.clear');
  const free = stand.rows.map(({ row }) => !isClipped(planting, row));
  const keeps = stand.lots.map((lot) => {
    const wanted = lot.species.thorns ? thorns : clear;
    // What stays narrower than that never reaches the edge.
    return Math.min(wanted, becomes(lot).width / 2);
  });
  const length = (metres: number) => formatLength(metres, holding.units);
  return [...featuresOf(holding.features, 'track'), ...featuresOf(holding.features, 'rightOfWay')].flatMap(
    (way): Finding[] => {
      const half = way.width / 2;
      if (!isNear(stand, way.line, half + Math.max(0, ...keeps))) return [];
      const { distance } = distancesFrom(stand, way.line);
      const away = (i: number) => distance[i]! - half;
      const plants = plantsWhere(
        stand,
        (i) => away(i) >= 0 && away(i) < keeps[stand.lot[i]!]! - 1e-6 && free[stand.row[i]!]!,
      );
      if (plants.length === 0) return [];
      const room = Math.min(...plants.map(away));
      const prick = plants.some((i) => stand.lots[stand.lot[i]!]!.species.thorns);
      return [
        finding('beside-way', judged, way.id, {
          severity: 'caution',
          what: `It will hang into the ${nameOf(way)}`,
          why: `${sayStand(stand, plants)} as near as ${length(room)} to its edge; ${length(prick ? thorns : clear)} is to be kept${prick ? ' of thorns, which puncture tyres and catch who passes' : ''}.`,
          plants,
          remedies: [
            ...(room >= 0.5 ? [keepTo(judged, plants, { width: Math.floor(room * 20) / 10 })] : []),
            { label: 'Leave a gap', command: gapsOver(judged, plants, `gap beside ${nameOf(way)}`) },
          ],
        }),
      ];
    },
  );
});
