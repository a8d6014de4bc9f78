import { derived } from '../../derived/derived.ts';
import { distanceToArea } from '../../geometry/polygon.ts';
import { nameOf } from '../../ground/features.ts';
import { soilAt, soilZones } from '../../ground/soil.ts';
import { DEMANDS, type Species } from '../../holding/species-schema.ts';
import { settingOf } from '../../holding/settings.ts';
import { isNear, plantAt, plantsWhere } from '../../ranks/near.ts';
import { sayStand } from '../../ranks/say-plants.ts';
import { speciesAt } from '../../ranks/stand.ts';
import { becomes } from '../../species/mature.ts';
import { moreOf } from '../../species/more.ts';
import { formatLength } from '../../units/quantities.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { gapsOver, substitute, swapPlants } from '../mending.ts';

const SHRINKING = ['clay', 'clayLoam'];

/** How much water a kind draws: a middling demand where that is not known. */
const demandOf = (species: Species): (typeof DEMANDS)[number] => moreOf(species).demand ?? 'moderate';

/** Trees whose roots dry the clay under a building until it cracks: by their demand for water and their height. */
export const rootsOnClay = derived(function rootsOnClay(judged: Judged): Finding[] {
  const { holding, layout } = judged;
  const { stand } = layout;
  const zones = soilZones(holding.features).filter(({ zone }) => SHRINKING.includes(zone.texture));
  if (zones.length === 0) return [];
  const times = Object.fromEntries(
    DEMANDS.map((demand) => [demand, settingOf(holding, `roots.${demand}`)] as const),
  ) as Record<(typeof DEMANDS)[number], number>;
  const reaches = stand.lots.map((lot) => becomes(lot).height * times[demandOf(lot.species)]);
  const widest = Math.max(0, ...reaches);
  return holding.features.flatMap((feature): Finding[] => {
    if (feature.kind !== 'building' || !isNear(stand, feature.ring, widest)) return [];
    const away = (i: number) => distanceToArea(feature.ring, plantAt(stand, i));
    const plants = plantsWhere(
      stand,
      (i) => away(i) < reaches[stand.lot[i]!]! - 1e-6 && soilAt(zones, plantAt(stand, i)) !== null,
    );
    if (plants.length === 0) return [];
    const worst = plants.reduce((a, b) =>
      reaches[stand.lot[b]!]! - away(b) > reaches[stand.lot[a]!]! - away(a) ? b : a,
    );
    const species = speciesAt(stand, worst);
    const nearest = Math.min(...plants.map(away));
    const other = substitute(
      judged,
      species,
      (one) => becomes({ species: one, kept: null }).height * times[demandOf(one)] <= nearest,
    );
    const length = (metres: number) => formatLength(metres, holding.units, { decimals: 0 });
    return [
      finding('roots-on-clay', judged, feature.id, {
        severity: 'caution',
        what: `Roots may crack ${nameOf(feature)} on shrinking clay`,
        why: `${sayStand(stand, plants)} on clay as near as ${length(nearest)}; ${species.common} draws ${demandOf(species)} water and wants ${length(reaches[stand.lot[worst]!]!)}: ${times[demandOf(species)]} times its height. Ask the building’s engineer or insurer before you plant or fell.`,
        plants,
        remedies: [
          ...(other ? [{ label: `Swap for ${other.common}`, command: swapPlants(judged, plants, other) }] : []),
          { label: 'Leave a gap', command: gapsOver(judged, plants, `gap at ${nameOf(feature)}`) },
        ],
      }),
    ];
  });
});
