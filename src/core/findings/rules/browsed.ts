import { choiceWords, nameOf } from '../../ground/features.ts';
import type { Animal } from '../../holding/ground-schema.ts';
import { settingOf } from '../../holding/settings.ts';
import { fencedOut, guardAnimals, guardHeight, isHedge } from '../../order/protection.ts';
import { counted, formatLength } from '../../units/quantities.ts';
import { finding, type Finding, reading } from '../finding.ts';
import { plantsInside } from '../../ranks/near.ts';
import { sayStand } from '../../ranks/say-plants.ts';

/** Plants where animals browse that the planting's guards do not answer: none at all, lower than they reach, or where only a fence stops them. */
export const browsed = reading(['animals', 'features', 'settings', 'units'], (judged) => {
  const { holding, planting, layout } = judged;
  const snow = settingOf(holding, 'guard.snow');
  const hedge = isHedge(layout.stand.rows.map(({ spacing }) => spacing));
  const guarded = planting.guarded ? guardHeight(holding.animals, snow, hedge) : { need: 0, size: 0 };
  const everywhere = fencedOut(holding.animals, hedge);
  const names = (animals: readonly Animal[]) => animals.map((animal) => guardAnimals[animal].name).join(' and ');
  const unfenced: Finding[] =
    everywhere.length === 0 || layout.stand.count === 0
      ? []
      : [
          finding('browsed', judged, 'everywhere', {
            severity: 'caution',
            what: `Only a fence stops ${names(everywhere)}`,
            why: `${counted(layout.stand.count, 'plant')} stand where ${names(everywhere)} are kept; guards are counted against the others alone. ${hedge && everywhere.some((animal) => guardAnimals[animal].fenceHedges) ? `Fence the hedge ${formatLength(1, holding.units)} to ${formatLength(1.5, holding.units)} off on either side, ${formatLength(2, holding.units)} where horses reach over` : 'Fence the planting'}, and accept this once the fence stands.`,
          }),
        ];
  const inPlaces = holding.features.flatMap((feature): Finding[] => {
    if (feature.kind !== 'browsed') return [];
    // What only a fence stops, and is everywhere, is said above.
    const here = feature.animals.filter((animal) => !everywhere.includes(animal));
    const { need, size } = fencedOut(here, hedge).length > 0 ? { need: Infinity, size: null } : guardHeight(here, snow);
    const have = guarded.size ?? (guarded.need > 0 ? Infinity : 0); // taller than any guard: the whole is fenced
    if (need <= have + 1e-9) return [];
    const plants = plantsInside(layout.stand, feature.ring);
    if (plants.length === 0) return [];
    const length = (metres: number) => formatLength(metres, holding.units);
    return [
      finding('browsed', judged, feature.id, {
        severity: feature.pressure === 'light' ? 'note' : 'caution',
        what: `The guards do not answer ${names(feature.animals)}`,
        why: `${sayStand(layout.stand, plants)} in ${nameOf(feature)}, browsed ${choiceWords('browsed', 'pressure', feature.pressure)}; ${have > 0 ? `guards of ${length(have)} are counted` : '0 guards are counted'} and ${size === null ? 'only a fence is enough' : `${length(size)} is enough`}. Name the animals under Who eats trees, or fence that part.`,
        plants,
      }),
    ];
  });
  return [...unfenced, ...inPlaces];
});
