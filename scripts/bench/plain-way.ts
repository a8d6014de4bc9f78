import Coordinate from 'jsts/org/locationtech/jts/geom/Coordinate.js';
import GeometryFactory from 'jsts/org/locationtech/jts/geom/GeometryFactory.js';
import LengthIndexedLine from 'jsts/org/locationtech/jts/linearref/LengthIndexedLine.js';
import 'jsts/org/locationtech/jts/monkey.js';
import type { Point } from '../../src/core/geometry/point.ts';
import { take } from '../../src/core/holding/command.ts';
import { setRow } from '../../src/core/holding/planting-commands.ts';
import { distancesFrom, standingIn } from '../../src/core/ranks/distances.ts';
import { layOut } from '../../src/core/ranks/lay-out.ts';
import { belt } from './holdings.ts';
import { line, median, type Line } from './tell.ts';

/** Laying out and asking clearances as a general geometry library does it, an object for every plant; the answers must be the same. */
export function plainWay(): Line[] {
  const lines: Line[] = [];
  const holding = belt(10_000);
  const planting = holding.plantings[0]!;
  const factory = new GeometryFactory();
  const lineString = (points: readonly Point[]) =>
    factory.createLineString(points.map(([x, y]) => new Coordinate(x, y)));
  const ring = (points: readonly Point[]) =>
    factory.createPolygon(factory.createLinearRing([...points, points[0]!].map(([x, y]) => new Coordinate(x, y))));
  const { stand, baseline } = layOut(planting, holding);
  const { at, width } = planting.gaps[0]!;
  const along = new LengthIndexedLine(lineString(baseline!.line.points));
  const [before, after] = [along.extractPoint(at - 0.5), along.extractPoint(at + 0.5)] as [
    { x: number; y: number },
    { x: number; y: number },
  ];
  const middle = along.extractPoint(at) as { x: number; y: number };
  const span = Math.hypot(after.x - before.x, after.y - before.y);
  const [ux, uy] = [(after.x - before.x) / span, (after.y - before.y) / span];
  const corner = (s: number, t: number): Point => [
    middle.x + (s * ux * width) / 2 - t * uy * 500,
    middle.y + (s * uy * width) / 2 + t * ux * 500,
  ];
  const passage = ring([corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)]);

  const start = performance.now();
  const plants: { x: number; y: number }[] = [];
  for (const { line: string, spacing, row } of stand.rows) {
    const indexed = new LengthIndexedLine(lineString(string!.points));
    for (let chainage = row.staggered ? spacing / 2 : 0; chainage <= string!.length + 1e-3; chainage += spacing) {
      const place = indexed.extractPoint(chainage) as { x: number; y: number };
      if (!passage.contains(factory.createPoint(new Coordinate(place.x, place.y)))) plants.push(place);
    }
  }
  const layPlain = performance.now() - start;
  const edits = Array.from({ length: 20 }, (_, i) => take(holding, setRow('p1', 'p1r1', { inset: i / 1e6 })).holding);
  const layFast = median((i) => void layOut(edits[i % 20]!.plantings[0]!, edits[i % 20]!), 25);
  const same =
    plants.length === stand.count &&
    plants.every(({ x, y }, i) => Math.abs(x - stand.x[i]!) < 1e-5 && Math.abs(y - stand.y[i]!) < 1e-5);
  lines.push(
    line(
      `lay out ${stand.count.toLocaleString('en')} plants: geometry library over ours`,
      `${(layPlain / layFast).toFixed(0)} times, ${same ? 'same places' : 'OTHER PLACES'}`,
      'at least 50 times',
      same && layPlain / layFast >= 50,
    ),
  );

  const wire = holding.features.flatMap((feature) => ('line' in feature ? [feature.line] : []))[0]!;
  const hollow = holding.features.flatMap((feature) => ('ring' in feature ? [feature.ring] : []))[0]!;
  const [wireObject, hollowObject] = [lineString(wire), ring(hollow)];
  const begun = performance.now();
  const far: number[] = [];
  const inHollow: boolean[] = [];
  for (let i = 0; i < stand.count; i++) {
    const point = factory.createPoint(new Coordinate(stand.x[i]!, stand.y[i]!));
    far.push(point.distance(wireObject));
    inHollow.push(hollowObject.contains(point));
  }
  const askPlain = performance.now() - begun;
  let answer: { distance: Float64Array; inside: Uint8Array } | null = null;
  const askFast = median(() => {
    const anew = { ...stand };
    answer = { distance: distancesFrom(anew, wire).distance, inside: standingIn(anew, hollow) };
  });
  const agree =
    far.every((metres, i) => Math.abs(metres - answer!.distance[i]!) < 1e-9) &&
    inHollow.every((is, i) => is === (answer!.inside[i] === 1));
  lines.push(
    line(
      'clearance from a wire and a wet place, the same plants',
      `${(askPlain / askFast).toFixed(0)} times, ${agree ? 'same answers' : 'OTHER ANSWERS'}`,
      'at least 50 times',
      agree && askPlain / askFast >= 50,
    ),
  );
  return lines;
}
