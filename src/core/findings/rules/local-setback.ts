import { derived } from '../../derived/derived.ts';
import { lineOf } from '../../ground/local-rules.ts';
import { formatLength } from '../../units/quantities.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { plantsWithin } from '../../ranks/near.ts';
import { gapsOver } from '../mending.ts';
import { sayStand } from '../../ranks/say-plants.ts';

/** Stems within a setback or a protected water edge that somebody told the steward of. */
export const localSetback = derived(function localSetback(judged: Judged): Finding[] {
  const { holding, layout } = judged;
  return holding.rules.flatMap((rule): Finding[] => {
    if (rule.kind !== 'setback' && rule.kind !== 'waterEdge') return [];
    const line = lineOf(rule.along, holding);
    if (!line) return [];
    const { plants, nearest } = plantsWithin(layout.stand, line.points, rule.metres + line.edge, line.closed);
    if (plants.length === 0) return [];
    const length = (metres: number) => formatLength(metres, holding.units);
    return [
      finding('local-setback', judged, rule.id, {
        severity: 'caution',
        what:
          rule.kind === 'waterEdge'
            ? `It digs in the protected edge of ${line.name}`
            : `It stands within the setback from ${line.name}`,
        why: `${sayStand(layout.stand, plants)} as near as ${length(Math.max(0, nearest - line.edge))}${line.edge > 0 ? ' to its bank top' : ''}; ${length(rule.metres)} is asked${rule.said ? ` (${rule.said})` : ', though nobody is named who said so'}. The local office has the last word.`,
        plants,
        remedies: [{ label: 'Leave a gap', command: gapsOver(judged, plants, 'gap at the setback') }],
      }),
    ];
  });
});
