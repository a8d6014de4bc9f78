import { derived } from '../../derived/derived.ts';
import { crossing, type Point } from '../../geometry/point.ts';
import { isInside, middle } from '../../geometry/polygon.ts';
import { nameOf } from '../../ground/features.ts';
import { shadowOffset } from '../../effects/shadow.ts';
import { sayStand } from '../../ranks/say-plants.ts';
import { speciesAt } from '../../ranks/stand.ts';
import { isNear, plantAt, plantsWhere } from '../../ranks/near.ts';
import { ringOf } from '../../ranks/distances.ts';
import { matureHeight } from '../../species/catalogue.ts';
import { becomes } from '../../species/mature.ts';
import { midwinterNoon, RECEIVER } from '../../sun/sun.ts';
import { formatLength } from '../../units/quantities.ts';
import { earliestYear } from '../../years/free-years.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { keepTo, substitute, swapPlants } from '../mending.ts';

/** What keeps less than this is a hedge that nobody would plant for its height, metres. */
const LEAST_KEPT = 0.5;

/** Plants whose midwinter noon shadow will fall on what stands or lies on the neighbour's side: panels, a garden, a house. */
export const takesSun = derived(function takesSun(judged: Judged): Finding[] {
  const { holding, layout } = judged;
  const { stand } = layout;
  const { boundary } = holding;
  const noon = midwinterNoon(holding.place.latitude);
  const falls = noon && shadowOffset(1, noon.azimuth, noon.elevation, [0, 0]);
  if (!boundary || !falls || stand.count === 0) return [];
  const far = Math.hypot(...falls); // metres of shadow for each metre of height
  const heights = stand.lots.map((lot) => becomes(lot).height - RECEIVER);
  const length = (metres: number) => formatLength(metres, holding.units, { decimals: 1 });
  return holding.features.flatMap((feature): Finding[] => {
    if (feature.kind !== 'building' && feature.kind !== 'place' && feature.kind !== 'playPlace') return [];
    const { ring } = feature;
    if (isInside(ringOf(boundary), middle(ring)) || !isNear(stand, ring, far * Math.max(...heights))) return [];
    const away = (i: number) => shadowPath(plantAt(stand, i), falls, ring, far * heights[stand.lot[i]!]!);
    const shading = plantsWhere(stand, (i) => heights[stand.lot[i]!]! > 0 && away(i) < Infinity);
    if (shading.length === 0) return [];
    const nearest = shading.reduce((a, b) => (away(b) < away(a) ? b : a));
    const species = speciesAt(stand, nearest);
    const most = Math.floor((away(nearest) / far + RECEIVER) * 10) / 10;
    const low = substitute(judged, species, (other) => matureHeight(other) <= most);
    const year = earliestYear(judged, shading, ({ height }, i) => (height - RECEIVER) * far >= away(i));
    return [
      finding('takes-sun', judged, feature.id, {
        severity: 'caution',
        what: `It will take winter sun from ${nameOf(feature)} next door`,
        why: `${sayStand(stand, shading)} as near as ${length(away(nearest))} on its sunny side; at midwinter noon each metre of height throws ${length(far)} of shadow, so from ${length(most)} on ${species.common} reaches it${year === null ? '' : `, in year ${year} at the earliest`}. Ask whom it belongs to, most of all where panels, glass or a garden live by that sun.`,
        plants: shading,
        year,
        remedies: [
          ...(low ? [{ label: `Swap for ${low.common}`, command: swapPlants(judged, shading, low) }] : []),
          ...(most >= LEAST_KEPT ? [keepTo(judged, shading, { height: most })] : []),
        ],
      }),
    ];
  });
});

/** How far a shadow runs from `p` until it meets the ring, metres; Infinity where `reach` metres do not bring it there. */
function shadowPath(p: Point, [dx, dy]: Point, ring: readonly Point[], reach: number): number {
  if (isInside(ring, p)) return 0;
  const one = Math.hypot(dx, dy);
  const end: Point = [p[0] + (dx / one) * reach, p[1] + (dy / one) * reach];
  return ring.reduce((least, corner, k) => {
    const met = crossing(p, end, corner, ring[(k + 1) % ring.length]!);
    return met && met.t >= 0 && met.t <= 1 && met.u >= 0 && met.u <= 1 ? Math.min(least, met.t * reach) : least;
  }, Infinity);
}
