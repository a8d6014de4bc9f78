import { derived } from '../../derived/derived.ts';
import { nearestSide, setbackFrom, sideName, surenessOf, type BoundarySide } from '../../ground/boundary.ts';
import type { Stand } from '../../ranks/stand.ts';
import { formatLength, roundedUp, type UnitSystem } from '../../units/quantities.ts';
import { distancesFrom, ringOf, standingIn } from '../../ranks/distances.ts';
import { finding, type Judged, type Finding } from '../finding.ts';
import { awayFrom, gapsOver, mends, moveSideways, trimEnds } from '../mending.ts';
import { sayStand } from '../../ranks/say-plants.ts';
import { plantAt, plantsWhere } from '../../ranks/near.ts';

/** Stems inside the boundary but nearer to a sure side than the setback and its allowance. */
export const setback = derived(function setback(judged: Judged): Finding[] {
  return withinSetback(judged, false);
});

/** Stems within the wider allowance beside an assumed corner, where the line itself is a guess. */
export const assumedCorner = derived(function assumedCorner(judged: Judged): Finding[] {
  return withinSetback(judged, true);
});

const withinSetback = (judged: Judged, assumed: boolean) => {
  const { holding, layout } = judged;
  const { boundary, units } = holding;
  const { stand } = layout;
  if (!boundary) return [];
  const kept = boundary.map((_, side) => {
    const sure = surenessOf(boundary, side);
    return sure.assumed === assumed ? setbackFrom(holding, sure) : 0;
  });
  const within = (laid: Stand) => {
    const { distance, segment } = distancesFrom(laid, ringOf(boundary), true);
    const near = plantsWhere(laid, (i) => distance[i]! < kept[segment[i]!]! - 1e-6);
    if (near.length === 0) return near;
    const inside = standingIn(laid, ringOf(boundary));
    return near.filter((i) => inside[i] === 1);
  };
  const near = within(stand);
  if (near.length === 0) return [];
  const { distance: away, segment: side } = distancesFrom(stand, ringOf(boundary), true);
  const nearest = nearestSide(
    boundary,
    plantAt(
      stand,
      near.reduce((a, b) => (kept[side[b]!]! - away[b]! > kept[side[a]!]! - away[a]! ? b : a)),
    ),
  );
  const wanted = kept[nearest.side]!;
  const by = roundedUp(wanted - nearest.distance, units);
  const move = moveSideways(judged, awayFrom(judged, nearest.point) * by, `moved ${formatLength(by, units)} in`);
  const inside = standingIn(stand, ringOf(boundary));
  // What stands over the line goes with what stands too near it: both are the row's end.
  const trim = trimEnds(judged, [...near, ...plantsWhere(stand, (i) => inside[i] === 0)]);
  const remedies = [
    ...(mends(judged, move, within) ? [{ label: `Move ${formatLength(by, units)} in`, command: move }] : []),
    ...(trim ? [trim] : []),
    { label: 'Leave a gap', command: gapsOver(judged, near, 'gap at the boundary') },
  ];
  const { distance, more, coarse } = sayHowNear(near, away, side, nearest, units);
  const beside = near.filter((i) => side[i] === nearest.side);
  return assumed
    ? [
        finding('assumed-corner', judged, `side-${nearest.side}`, {
          severity: 'caution',
          what: 'It stands beside an assumed corner',
          why: `${sayStand(stand, beside)} ${distance} ${sideName(boundary, nearest.side)}, whose corner nobody has found${coarse}${more}. Keep ${formatLength(wanted, units)} until it is, or have it surveyed.`,
          plants: near,
          remedies,
        }),
      ]
    : [
        finding('setback', judged, `side-${nearest.side}`, {
          severity: 'caution',
          what: 'It stands within the setback',
          why: `${sayStand(stand, beside)} ${distance} ${sideName(boundary, nearest.side)}${more}; your setback with its allowance is ${formatLength(wanted, units)}. Boundary law differs by place: ask the local office.`,
          plants: near,
          remedies,
        }),
      ];
};

/** How near the plants beside the nearest side stand, as a range where not all at one distance; and how many stand too near another. */
function sayHowNear(
  near: readonly number[],
  away: ArrayLike<number>,
  side: ArrayLike<number>,
  nearest: BoundarySide,
  units: UnitSystem,
): { readonly distance: string; readonly more: string; readonly coarse: string } {
  const beside = near.filter((i) => side[i] === nearest.side);
  const uneven = Math.max(...beside.map((i) => away[i]!)) - nearest.distance > 0.05;
  const least = formatLength(nearest.distance, units);
  const others = near.length - beside.length;
  return {
    distance:
      nearest.distance < 0.05 ? (uneven ? 'on or beside' : 'on') : uneven ? `as near as ${least} to` : `${least} from`,
    more: others > 0 ? `; ${others} more ${others === 1 ? 'stands' : 'stand'} too near another side` : '',
    coarse: nearest.off > 0 ? ` and whose file may put it up to ${formatLength(nearest.off, units)} off` : '',
  };
}
