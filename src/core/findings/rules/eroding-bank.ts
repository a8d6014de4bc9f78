import { derived } from '../../derived/derived.ts';
import { nameOf } from '../../ground/features.ts';
import { settingOf } from '../../holding/settings.ts';
import { formatLength } from '../../units/quantities.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { plantsWithin } from '../../ranks/near.ts';
import { gapsOver } from '../mending.ts';
import { sayStand } from '../../ranks/say-plants.ts';

/** Planting on or beside a bank that erodes: an engineer's work first. */
export const erodingBank = derived(function erodingBank(judged: Judged): Finding[] {
  const { holding, layout } = judged;
  const wanted = settingOf(holding, 'setback.eroding');
  return holding.features.flatMap((feature): Finding[] => {
    if (feature.kind !== 'erodingBank') return [];
    const { plants, nearest } = plantsWithin(layout.stand, feature.line, wanted);
    if (plants.length === 0) return [];
    return [
      finding('eroding-bank', judged, feature.id, {
        severity: 'fault',
        what: 'Plants alone do not hold a failing bank',
        why: `${sayStand(layout.stand, plants)} as near as ${formatLength(nearest, holding.units)} to the ${nameOf(feature)}. Ask an engineer and the water authority before you plant there; work in or near water may need a permit.`,
        plants,
        remedies: [{ label: 'Leave a gap', command: gapsOver(judged, plants, 'gap at the bank') }],
      }),
    ];
  });
});
