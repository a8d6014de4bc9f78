import { derived } from '../../derived/derived.ts';
import { climateBand } from '../../place/climate-band.ts';
import { madeUp } from '../../place/climate.ts';
import { regionOf } from '../../place/regions.ts';
import { plantsWhere } from '../../ranks/near.ts';
import { sayStand } from '../../ranks/say-plants.ts';
import { matureHeight } from '../../species/catalogue.ts';
import { capital } from '../../units/text.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { substitute, swapPlants } from '../mending.ts';

/** Zones by which a species is too tender from which it will not live, rather than be cut back in hard winters. */
const HOPELESS = 2;

/** Species that the winters here kill: their hardiness zone against that of the place. */
export const hardiness = derived(function hardiness(judged: Judged): Finding[] {
  const { holding, layout } = judged;
  const { stand } = layout;
  const { zone, usual } = climateBand(holding);
  if (zone === null) return [];
  const known = usual.zone ? `, usual in ${regionOf(holding).name}` : madeUp(holding.climate, 'zone');
  return stand.kinds.flatMap((species, kind): Finding[] => {
    const plants = species.zone > zone ? plantsWhere(stand, (i) => stand.species[i] === kind) : [];
    if (plants.length === 0) return [];
    const other = substitute(judged, species, (one) => matureHeight(one) <= matureHeight(species) * 2);
    return [
      finding('hardiness', judged, species.id, {
        severity: species.zone - zone >= HOPELESS ? 'fault' : 'caution',
        what: `${capital(species.common)} is not hardy here`,
        why: `${sayStand(stand, plants)} where winters are those of zone ${zone}${known}; it stands zone ${species.zone} and warmer. ${species.zone - zone >= HOPELESS ? 'The first hard winter kills it.' : 'A hard winter cuts it back or kills it.'}`,
        plants,
        remedies: other ? [{ label: `Swap for ${other.common}`, command: swapPlants(judged, plants, other) }] : [],
      }),
    ];
  });
});
