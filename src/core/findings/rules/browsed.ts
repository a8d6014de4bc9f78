import { derived } from '../../derived/derived.ts';
import { choiceWords, nameOf } from '../../ground/features.ts';
import type { Animal } from '../../holding/ground-schema.ts';
import { setWay } from '../../holding/means-commands.ts';
import { protectedParts } from '../../means/protection/guard-kit.ts';
import { guardAnimals } from '../../means/protection/guards.ts';
import { protect, stops } from '../../means/protection/protect.ts';
import { sayProtection } from '../../means/protection/say.ts';
import { counted } from '../../units/quantities.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { plantsInside } from '../../ranks/near.ts';
import { sayStand } from '../../ranks/say-plants.ts';

const names = (animals: readonly Animal[]) => animals.map((animal) => guardAnimals[animal].name).join(' and ');

/** Plants that animals come at whom nothing planned for them stops: none at all, lower than they reach, or a guard where only a fence does. */
export const browsed = derived(function browsed(judged: Judged): Finding[] {
  const { holding, planting, layout } = judged;
  const { stand } = layout;
  const parts = protectedParts(planting, layout, holding);
  const [first] = parts;
  if (!first) return [];
  const missing = (animals: readonly Animal[]) =>
    animals.filter((animal) =>
      parts.some(({ protection, site }) => guardAnimals[animal].height > 0 && !stops(protection, animal, site)),
    );
  const fitting = (animals: readonly Animal[]) => {
    const better = protect([...new Set([...first.protection.animals, ...animals])], 'fitting', first.site);
    return animals.every((animal) => !better.uncovered.includes(animal)) ? better : null;
  };
  /** What would stop them, in words and as a change of the plan. */
  const mend = (animals: readonly Animal[]) => {
    const better = fitting(animals);
    if (!better) return { why: 'Nothing that is sold stops them all; a keeper or a trap must.', remedies: [] };
    const by = sayProtection(better, holding.units);
    return {
      why: `What stops them at the least cost here: ${by}.`,
      remedies:
        planting.means.protection.method === 'fitting'
          ? []
          : [
              {
                label: 'Protect by what fits',
                command: setWay(planting.id, 'protection', { method: 'fitting' }, 'protection that fits'),
              },
            ],
    };
  };
  const everywhere = missing(holding.animals);
  const unstopped: Finding[] =
    everywhere.length === 0
      ? []
      : [
          finding('browsed', judged, 'everywhere', {
            severity: 'caution',
            what: `Nothing planned stops ${names(everywhere)}`,
            why: `${counted(stand.count, 'plant')} stand where ${names(everywhere)} are. ${mend(everywhere).why}`,
            remedies: mend(everywhere).remedies,
          }),
        ];
  const inPlaces = holding.features.flatMap((feature): Finding[] => {
    if (feature.kind !== 'browsed') return [];
    // What is everywhere, and not stopped, is said above.
    const here = missing(feature.animals).filter((animal) => !everywhere.includes(animal));
    const plants = here.length > 0 ? plantsInside(stand, feature.ring) : [];
    if (plants.length === 0) return [];
    return [
      finding('browsed', judged, feature.id, {
        severity: feature.pressure === 'light' ? 'note' : 'caution',
        what: `Nothing planned stops ${names(here)} there`,
        why: `${sayStand(stand, plants)} in ${nameOf(feature)}, browsed ${choiceWords('browsed', 'pressure', feature.pressure)}. ${mend(here).why}`,
        plants,
        remedies: mend(here).remedies,
      }),
    ];
  });
  return [...unstopped, ...inPlaces];
});
