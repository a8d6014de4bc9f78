import { distance, type Point } from '../geometry/point.ts';
import { distanceTo, polyline } from '../geometry/polyline.ts';
import { nearestSide, setbackFrom } from '../ground/boundary.ts';
import { nameOf } from '../ground/features.ts';
import { settingOf } from '../holding/settings.ts';
import type { Holding } from '../holding/schema.ts';
import type { BodyOf } from '../record/events.ts';
import { formatTape } from '../units/quantities.ts';
import { pegsOf, type PegPlace } from '../record/pegs.ts';
import reachData from './reach.json' with { type: 'json' };

/** Where a plant comes to stand that is set so far on along its row and aside of it, metres: on is the way the row is walked, aside to the right of that. */
export function movedTo(peg: PegPlace, pegs: readonly PegPlace[], on: number, aside: number): Point {
  const row = pegs.filter((one) => one.row === peg.row);
  const at = row.findIndex(({ label }) => label === peg.label);
  const [from, to] = [row[Math.max(0, at - 1)]!.at, row[Math.min(row.length - 1, at + 1)]!.at];
  const long = distance(from, to);
  const [ux, uy] = long > 0 ? [(to[0] - from[0]) / long, (to[1] - from[1]) / long] : [0, 1];
  return [peg.at[0] + ux * on + uy * aside, peg.at[1] + uy * on - ux * aside];
}

/**
 * What is broken by setting a plant at `to` instead of at its peg, a sentence each; none where it may stand there. A
 * move within the planting's own reach breaks only what lies in the ground.
 */
export function moveBreaks(peg: PegPlace, to: Point, pegged: BodyOf<'pegged'>, holding: Holding): string[] {
  const tape = (metres: number) => formatTape(metres, holding.units);
  const far = distance(peg.at, to);
  const said: string[] = [];
  if (far > pegged.reach + 1e-6) {
    said.push(
      `It stands ${tape(far)} from its peg; plants of ${pegged.name} may stand ${tape(pegged.reach)} from theirs.`,
    );
    const others = pegsOf(pegged).filter(({ label }) => label !== peg.label);
    const nearest = (p: Point) =>
      others.reduce((best, one) => (distance(one.at, p) < distance(best.at, p) ? one : best), others[0]!);
    if (others.length > 0) {
      const [was, is] = [nearest(peg.at), nearest(to)];
      const [before, now] = [distance(was.at, peg.at), distance(is.at, to)];
      if (now < reachData.crowded * before)
        said.push(`${is.label} would stand ${tape(now)} away, not ${tape(before)}: both suffer.`);
      if (now > reachData.open * before)
        said.push(`The nearest, ${is.label}, would stand ${tape(now)} away: the row stays open there longer.`);
    }
  }
  for (const feature of holding.features) {
    if (feature.kind !== 'buriedService' || feature.state === 'removed') continue;
    const off = distanceTo(polyline(feature.line), to);
    if (off < settingOf(holding, 'setback.service') && off < distanceTo(polyline(feature.line), peg.at) - 0.01)
      said.push(`${nameOf(feature)} lies ${tape(off)} from there: dig by hand, or set it elsewhere.`);
  }
  if (holding.boundary) {
    const [was, is] = [peg.at, to].map((p) => nearestSide(holding.boundary!, p)) as [
      ReturnType<typeof nearestSide>,
      ReturnType<typeof nearestSide>,
    ];
    const wanted = setbackFrom(holding, is);
    if (is.distance < wanted && is.distance < was.distance - 0.01)
      said.push(
        `It comes within ${tape(Math.max(0, is.distance))} of ${is.assumed ? 'the assumed line' : 'the boundary'}; ${tape(wanted)} is kept.`,
      );
  }
  return said;
}
