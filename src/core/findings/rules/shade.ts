import { derived } from '../../derived/derived.ts';
import { speciesAt } from '../../ranks/stand.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { hoursWanted } from '../../species/hours-wanted.ts';
import { darkPlants, sunHours } from '../../sun/plant-hours.ts';
import { substitute, swapPlants } from '../mending.ts';
import { sayStand } from '../../ranks/say-plants.ts';

/** Species that want more sun than buildings, walls and standing trees leave them in the growing season. */
export const shade = derived(function shade(judged: Judged): Finding[] {
  const { holding, layout } = judged;
  const { stand } = layout;
  const wants = stand.kinds.map((species) => hoursWanted(holding, species));
  if (stand.count === 0 || wants.every((hours) => hours === 0)) return [];
  const hours = sunHours(holding, stand);
  const dark = darkPlants(hours, stand, wants);
  if (dark.length === 0) return [];
  const worst = dark.reduce((a, b) => (hours.at(b) < hours.at(a) ? b : a));
  const species = speciesAt(stand, worst);
  const other = substitute(
    judged,
    species,
    (one) => hoursWanted(holding, one) <= hours.at(worst) && one.height[1] <= species.height[1] * 2,
  );
  return [
    finding('shade', judged, 'dark', {
      severity: 'caution',
      what: `Too dark for ${[...new Set(dark.map((i) => speciesAt(stand, i).common))].slice(0, 2).join(' and ')}`,
      why: `${sayStand(stand, dark)} in ${hours.at(worst).toFixed(1)} h of sun or little more on a summer’s day; ${species.common} wants ${wants[stand.species[worst]!]} h. It will live thin and lean to the light.`,
      plants: dark,
      remedies: other ? [{ label: `Swap for ${other.common}`, command: swapPlants(judged, dark, other) }] : [],
    }),
  ];
});
