import { derived } from '../../derived/derived.ts';
import { nearestSide, setbackFrom, sideName } from '../../ground/boundary.ts';
import type { Stand } from '../../ranks/stand.ts';
import { formatLength, roundedUp } from '../../units/quantities.ts';
import { ringOf, standingIn } from '../../ranks/distances.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { awayFrom, gapsOver, mends, moveSideways, trimEnds } from '../mending.ts';
import { sayStand } from '../../ranks/say-plants.ts';
import { plantAt, plantsWhere } from '../../ranks/near.ts';

/** Plants on the neighbour's side of the boundary. */
export const overBoundary = derived(function overBoundary(judged: Judged): Finding[] {
  const { holding, layout } = judged;
  const { boundary, units } = holding;
  const { stand } = layout;
  if (!boundary || stand.count === 0) return [];
  const outside = (laid: Stand) => {
    const inside = standingIn(laid, ringOf(boundary));
    return plantsWhere(laid, (i) => inside[i] === 0);
  };
  const over = outside(stand);
  if (over.length === 0) return [];
  const sides = over.map((i) => nearestSide(boundary, plantAt(stand, i)));
  const worst = sides.reduce((far, side) => (side.distance > far.distance ? side : far));
  const back = roundedUp(worst.distance + setbackFrom(holding, worst), units);
  const move = moveSideways(judged, awayFrom(judged, worst.point) * back, `moved ${formatLength(back, units)} in`);
  const trim = trimEnds(judged, over);
  return [
    finding('over-boundary', judged, 'all', {
      severity: 'fault',
      what: over.length === 1 ? 'One plant stands over the boundary' : `${over.length} plants stand over the boundary`,
      why: `${sayStand(stand, over)} up to ${formatLength(worst.distance, units)} outside ${sideName(boundary, worst.side)}. What stands there is the neighbour’s.`,
      plants: over,
      remedies: [
        ...(mends(judged, move, outside) ? [{ label: `Move ${formatLength(back, units)} in`, command: move }] : []),
        ...(trim ? [trim] : []),
        { label: 'Leave a gap', command: gapsOver(judged, over, 'gap over the boundary') },
      ],
    }),
  ];
});
