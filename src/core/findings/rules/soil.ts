import { derived } from '../../derived/derived.ts';
import { SHALLOW, moistureOf, soilZones } from '../../ground/soil.ts';
import { speciesAt, type Stand } from '../../ranks/stand.ts';
import { bears, matureHeight } from '../../species/catalogue.ts';
import type { Species } from '../../holding/species-schema.ts';
import { featureLabel } from '../../ground/features.ts';
import { formatLength } from '../../units/quantities.ts';
import { climateBand } from '../../place/climate-band.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { substitute, swapPlants } from '../mending.ts';
import { sayStand } from '../../ranks/say-plants.ts';
import { standingIn } from '../../ranks/distances.ts';

/** pH and drainage of the soil zone against what the species bears; a pH not known on either side says nothing. */
export const soil = derived(function soil(judged: Judged): Finding[] {
  const { holding, layout } = judged;
  const { stand } = layout;
  const band = climateBand(holding);
  const suitsPh = ({ ph }: Species, at: number | null) =>
    !ph || at === null || (at >= ph[0] - 1e-9 && at <= ph[1] + 1e-9);
  return bySoil(stand, soilZones(holding.features)).flatMap(({ zone, species, plants }): Finding[] => {
    const key = `${zone.zone.id}:${species.id}`;
    const { ph, depth } = zone.zone;
    const label = featureLabel(zone.zone, holding.units);
    const moisture = moistureOf(zone.drainage, band);
    const found: Finding[] = [];
    const swap = (serves: (other: Species) => boolean) => {
      const other = substitute(judged, species, (one) => serves(one) && matureHeight(one) <= matureHeight(species) * 2);
      return other ? [{ label: `Swap for ${other.common}`, command: swapPlants(judged, plants, other) }] : [];
    };
    if (!suitsPh(species, ph))
      found.push(
        finding('soil-ph', judged, key, {
          severity: 'caution',
          what: `The soil is too ${ph! > species.ph![1] ? 'limy' : 'sour'} for ${species.common}`,
          why: `${sayStand(stand, plants)} in ${label}; it bears pH ${species.ph![0]} to ${species.ph![1]}. Change the species before the soil: lime and sulphur only after a test.`,
          plants,
          remedies: swap((one) => suitsPh(one, ph) && bears(one, moisture)),
        }),
      );
    // The driest and the wettest class are where drainage decides; the rest is the gardener's range.
    if ((zone.drainage === 'waterlogged' || zone.drainage === 'free') && !bears(species, moisture))
      found.push(
        finding('soil-drainage', judged, key, {
          severity: zone.drainage === 'waterlogged' ? 'fault' : 'caution',
          what:
            zone.drainage === 'free'
              ? `The soil dries out too fast for ${species.common}`
              : `The soil drains too slowly for ${species.common}`,
          why: `${sayStand(stand, plants)} in ${label}, where drainage is ${zone.drainage}${zone.measured ? ' as the percolation test measured' : ''}; it bears ${species.moisture[0]} to ${species.moisture[1]} ground. ${zone.drainage === 'free' ? 'Water it through 3 summers, or change it.' : 'Plant it proud, or change it.'}`,
          plants,
          remedies: swap((one) => bears(one, moisture) && suitsPh(one, ph)),
        }),
      );
    if (depth !== null && depth < SHALLOW && matureHeight(species) > 12)
      found.push(
        finding('soil-depth', judged, key, {
          severity: 'caution',
          what: `The soil is shallow for ${species.common}`,
          why: `${sayStand(stand, plants)} in ${label} over rock or a pan at ${formatLength(depth, holding.units)}; a tree of ${formatLength(matureHeight(species), holding.units, { decimals: 0 })} wants ${formatLength(SHALLOW, holding.units)} and more, or it blows over.`,
          plants,
          remedies: swap((one) => matureHeight(one) <= 12 && bears(one, moisture)),
        }),
      );
    return found;
  });
});

type Zone = ReturnType<typeof soilZones>[number];

/** Plants by the soil zone and species that they are. */
function bySoil(stand: Stand, zones: readonly Zone[]): { zone: Zone; species: Species; plants: number[] }[] {
  const groups = new Map<number, { zone: Zone; species: Species; plants: number[] }>();
  const within = zones.map(({ zone }) => standingIn(stand, zone.ring));
  for (let i = 0; zones.length > 0 && i < stand.count; i++) {
    const z = within.findLastIndex((inside) => inside[i] === 1); // the last drawn counts, as in soilAt
    if (z < 0) continue;
    const key = z * stand.kinds.length + stand.species[i]!;
    const group = groups.get(key);
    if (group) group.plants.push(i);
    else groups.set(key, { zone: zones[z]!, species: speciesAt(stand, i), plants: [i] });
  }
  return [...groups.values()];
}
