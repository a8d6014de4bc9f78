import { derived } from '../../derived/derived.ts';
import { chainageOf, polyline } from '../../geometry/polyline.ts';
import { toBankTop } from '../../ground/bank-top.ts';
import { nameOf } from '../../ground/features.ts';
import { settingOf } from '../../holding/settings.ts';
import { setBaseline } from '../../holding/planting-commands.ts';
import { stationLabel } from '../../field/stake.ts';
import { formatLength } from '../../units/quantities.ts';
import { distancesFrom } from '../../ranks/distances.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { isNear, plantAt } from '../../ranks/near.ts';

/** Straight rows beside a winding bank: the strip is as wide as its narrowest place, and has as many rows as stand there. */
export const stripWidth = derived(function stripWidth(judged: Judged): Finding[] {
  const {
    holding,
    planting,
    layout: { stand, baseline },
  } = judged;
  if (planting.purpose !== 'stream' || planting.baseline.kind !== 'drawn' || !baseline) return [];
  const [along, stretch] = [settingOf(holding, 'strip.along'), settingOf(holding, 'strip.stretch')];
  return holding.features.flatMap((feature): Finding[] => {
    if (feature.kind !== 'stream' || !isNear(stand, feature.line, along)) return [];
    const { distance: fromMiddle } = distancesFrom(stand, feature.line);
    const distance = fromMiddle.map((metres) => metres - toBankTop(feature));
    const bank = polyline(feature.line);
    // For each stretch of the bank each row's plant that is nearest to it.
    const stretches = new Map<number, Map<number, number>>();
    for (let i = 0; i < stand.count; i++) {
      if (distance[i]! > along) continue;
      const key = Math.floor(chainageOf(bank, plantAt(stand, i)).chainage / stretch);
      const nearest = stretches.get(key) ?? new Map<number, number>();
      const known = nearest.get(stand.row[i]!);
      if (known === undefined || distance[i]! < distance[known]!) nearest.set(stand.row[i]!, i);
      stretches.set(key, nearest);
    }
    // The first and last stretch hold only a part of the rows; in each the outermost row bounds the strip.
    const whole = [...stretches]
      .sort(([a], [b]) => a - b)
      .slice(1, -1)
      .map(([, nearest]) => {
        const at = [...nearest.values()].reduce((far, i) => (distance[i]! > distance[far]! ? i : far));
        return { width: distance[at]!, at, rows: nearest.size };
      });
    if (whole.length < 3) return [];
    const mean = whole.reduce((sum, { width }) => sum + width, 0) / whole.length;
    const narrowest = whole.reduce((least, stretch) => (stretch.width < least.width ? stretch : least));
    if (narrowest.width >= mean * settingOf(holding, 'strip.narrow')) return [];
    const length = (metres: number) => formatLength(metres, holding.units);
    const side = chainageOf(bank, plantAt(stand, narrowest.at)).offset > 0 ? 'right' : 'left';
    const setback = Math.round((Math.min(...whole.map(({ at }) => distance[at]!), 3) + toBankTop(feature)) * 10) / 10;
    return [
      finding('strip-width', judged, feature.id, {
        severity: 'caution',
        what: `The strip is only ${length(narrowest.width)} wide at its narrowest`,
        why: `At ${stationLabel(stand.station[narrowest.at]!, holding.units)} the ${nameOf(feature)} bends towards the rows: ${narrowest.rows} of ${planting.rows.length} rows stand there within ${length(narrowest.width)}; on average it is ${length(mean)}. Silt and water pass at the narrowest place.`,
        plants: [narrowest.at],
        remedies: [
          {
            label: 'Follow the bank',
            command: setBaseline(
              planting.id,
              { kind: 'beside', of: { what: 'feature', feature: feature.id }, setback, side },
              'line follows the bank',
            ),
          },
        ],
      }),
    ];
  });
});
