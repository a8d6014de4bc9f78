import { derived } from '../../derived/derived.ts';
import { distanceToArea } from '../../geometry/polygon.ts';
import { settingOf } from '../../holding/settings.ts';
import { speciesAt } from '../../ranks/stand.ts';
import type { Species } from '../../holding/species-schema.ts';
import { formatGrown, formatLength } from '../../units/quantities.ts';
import { earliestYear } from '../../years/free-years.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { gapsOver, substitute, swapPlants } from '../mending.ts';
import { sayStand } from '../../ranks/say-plants.ts';
import { isNear, plantAt, plantsWhere } from '../../ranks/near.ts';

/** Stems so near a building that the grown crown touches it, or nearer than the least distance. */
export const building = derived(function building(judged: Judged): Finding[] {
  const { holding, layout } = judged;
  const { stand } = layout;
  const least = settingOf(holding, 'setback.building');
  const room = (species: Species) => Math.max(least, species.width[1] / 2);
  const rooms = stand.lots.map(({ species, kept }) =>
    Math.max(least, Math.min(species.width[1], kept?.width ?? Infinity) / 2),
  );
  const widest = Math.max(least, ...rooms);
  return holding.features.flatMap((feature): Finding[] => {
    if (feature.kind !== 'building' || !isNear(stand, feature.ring, widest)) return [];
    const away = (i: number) => distanceToArea(feature.ring, plantAt(stand, i));
    const near = plantsWhere(stand, (i) => away(i) < rooms[stand.lot[i]!]! - 1e-6);
    if (near.length === 0) return [];
    const nearest = near.reduce((a, b) => (away(b) < away(a) ? b : a));
    const species = speciesAt(stand, nearest);
    const narrow =
      away(nearest) >= least ? substitute(judged, species, (other) => room(other) <= away(nearest)) : undefined;
    const length = (metres: number) => formatLength(metres, holding.units);
    return [
      finding('building', judged, feature.id, {
        severity: away(nearest) < least ? 'fault' : 'caution',
        what: `Crowns will touch ${feature.name || 'the building'}`,
        why: `${sayStand(stand, near)} as near as ${length(away(nearest))}; ${species.common} grows ${formatGrown(species.width[1], holding.units)} wide and stems keep ${length(least)} from a building.`,
        plants: near,
        year: away(nearest) < least ? null : earliestYear(judged, [nearest], ({ width }) => width / 2 > away(nearest)),
        remedies: [
          ...(narrow ? [{ label: `Swap for ${narrow.common}`, command: swapPlants(judged, near, narrow) }] : []),
          { label: 'Leave a gap', command: gapsOver(judged, near, 'gap at the building') },
        ],
      }),
    ];
  });
});
