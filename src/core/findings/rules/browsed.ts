import { choiceWords, nameOf } from '../../ground/features.ts';
import { settingOf } from '../../holding/settings.ts';
import { guardAnimals, guardHeight } from '../../order/protection.ts';
import { formatLength } from '../../units/quantities.ts';
import { finding, type Finding, reading } from '../finding.ts';
import { plantsInside } from '../../ranks/near.ts';
import { sayStand } from '../../ranks/say-plants.ts';

/** Plants where animals browse that the planting's guards do not answer: none at all, or lower than they reach. */
export const browsed = reading(['animals', 'features', 'settings', 'units'], (judged) => {
  const { holding, planting, layout } = judged;
  const snow = settingOf(holding, 'guard.snow');
  const guarded = planting.guarded ? guardHeight(holding.animals, snow) : { need: 0, size: 0 };
  return holding.features.flatMap((feature): Finding[] => {
    if (feature.kind !== 'browsed') return [];
    const { need, size } = guardHeight(feature.animals, snow);
    const have = guarded.size ?? Infinity; // taller than any guard: the whole is fenced
    if (need <= have + 1e-9) return [];
    const plants = plantsInside(layout.stand, feature.ring);
    if (plants.length === 0) return [];
    const length = (metres: number) => formatLength(metres, holding.units);
    return [
      finding('browsed', judged, feature.id, {
        severity: feature.pressure === 'light' ? 'note' : 'caution',
        what: `The guards do not answer ${feature.animals.map((animal) => guardAnimals[animal].name).join(' and ')}`,
        why: `${sayStand(layout.stand, plants)} in ${nameOf(feature)}, browsed ${choiceWords('browsed', 'pressure', feature.pressure)}; ${have > 0 ? `guards of ${length(have)} are counted` : '0 guards are counted'} and ${size === null ? 'only a fence is enough' : `${length(size)} is enough`}. Name the animals under Who eats trees, or fence that part.`,
        plants,
      }),
    ];
  });
});
