import { derived } from '../../derived/derived.ts';
import { featuresOf, nameOf } from '../../ground/features.ts';
import { settingOf } from '../../holding/settings.ts';
import { formatLength } from '../../units/quantities.ts';
import { finding, type Finding, type Judged } from '../finding.ts';

/** The widest way in lets the machine through, or it does not: then everything is carried. */
export const wayIn = derived(function wayIn(judged: Judged): Finding[] {
  const { holding, layout } = judged;
  if (layout.stand.count === 0) return [];
  const gates = featuresOf(holding.features, 'gate');
  const machine = settingOf(holding, 'machine.width');
  const widest = gates.reduce<(typeof gates)[number] | null>(
    (best, gate) => (best && best.width >= gate.width ? best : gate),
    null,
  );
  if (!widest || widest.width >= machine) return [];
  const length = (metres: number) => formatLength(metres, holding.units);
  return [
    finding('way-in', judged, 'gate', {
      severity: 'caution',
      what: 'The machine cannot get in',
      why: `It is ${length(machine)} wide and the widest gate, ${nameOf(widest)}, ${length(widest.width)}. Widen the gate, come with a smaller machine, or plan to carry.`,
      at: [widest.at[0], widest.at[1]],
    }),
  ];
});
