import { derived } from '../../derived/derived.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { featuresOf, nameOf } from '../../ground/features.ts';
import { settingOf } from '../../holding/settings.ts';
import { formatLength } from '../../units/quantities.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { plantAt } from '../../ranks/near.ts';

/** The far end of a planting lies beyond the hose from every tap and tank. */
export const tapReach = derived(function tapReach(judged: Judged): Finding[] {
  const { holding, layout } = judged;
  const { stand } = layout;
  const sources = featuresOf(holding.features, 'tap', 'tank');
  if (stand.count === 0 || sources.length === 0) return [];
  const reach = settingOf(holding, 'water.hose');
  let far: { at: Point; away: number; from: string } | null = null;
  for (let i = 0; i < stand.count; i += Math.max(1, Math.floor(stand.count / 100))) {
    const at = plantAt(stand, i);
    const near = sources
      .map((source) => ({ at, away: distance(at, source.at), from: nameOf(source) }))
      .reduce((a, b) => (b.away < a.away ? b : a));
    if (!far || near.away > far.away) far = near;
  }
  if (!far || far.away <= reach) return [];
  const length = (metres: number) => formatLength(metres, holding.units, { decimals: 0 });
  return [
    finding('tap-reach', judged, 'far-end', {
      severity: 'note',
      what: 'No tap reaches the far end',
      why: `Its farthest plants stand ${length(far.away)} from the ${far.from} and the hose is ${length(reach)} long. Water by tank and bucket there, or lay a pipe.`,
      at: far.at,
    }),
  ];
});
