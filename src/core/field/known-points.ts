import { ALLOWANCES } from './stake.ts';
import { distance, type Point } from '../geometry/point.ts';
import { nameOf } from '../ground/features.ts';
import type { Holding } from '../holding/schema.ts';

/** A thing that a tape can be hooked to: it stands in the field and on the plan. */
export interface KnownPoint {
  readonly id: string;
  /** As the sheet speaks of it: 'corner 2 (pin found)', 'the north-west corner of the barn'. */
  readonly label: string;
  readonly at: Point;
  /** False for an assumed corner: it stands on the plan only. */
  readonly found: boolean;
}

/** Things to measure from, found ones first: boundary corners, corners of buildings, poles, gates, standing trees, test holes. */
export function knownPoints({ boundary, features }: Pick<Holding, 'boundary' | 'features'>): KnownPoint[] {
  const corners = (boundary ?? []).map(({ id, at, pin }, i) => ({
    id,
    at,
    found: pin === 'found',
    label: `corner ${i + 1} (${pin === 'found' ? 'pin found' : 'assumed line, not surveyed'})`,
  }));
  const things = features.flatMap((feature): KnownPoint[] => {
    const name = nameOf(feature);
    if (feature.kind === 'building')
      return feature.ring.map((at, i) => ({
        id: `${feature.id}-${i}`,
        at,
        found: true,
        label: `corner ${i + 1} of ${name}`,
      }));
    if (feature.kind === 'pole' || feature.kind === 'gate' || feature.kind === 'tree' || feature.kind === 'testHole')
      return [{ id: feature.id, at: feature.at, found: true, label: name }];
    return [];
  });
  return [...corners, ...things].sort((a, b) => Number(b.found) - Number(a.found));
}

/** Pairs are looked for among the nearest of the known points. */
const TRIED = 14;

/** The two points from which all of `pegs` are struck best: in reach of a tape, and with arcs that cross as squarely as can be. Null when no two serve. */
export function bestPair(known: readonly KnownPoint[], pegs: readonly Point[]): [KnownPoint, KnownPoint] | null {
  const [middle] = [pegs[Math.floor(pegs.length / 2)]!];
  const near = known
    .filter(({ found }) => found)
    .sort((a, b) => distance(a.at, middle) - distance(b.at, middle))
    .slice(0, TRIED);
  let best: { pair: [KnownPoint, KnownPoint]; worth: number } | null = null;
  for (const a of near)
    for (const b of near) {
      if (a.id >= b.id || distance(a.at, b.at) < 2) continue;
      const worth = Math.min(...pegs.map((peg) => worthOf(a.at, b.at, peg)));
      if (worth > (best?.worth ?? LEAST_WORTH)) best = { pair: [a, b], worth };
    }
  return best?.pair ?? null;
}

/** Arcs that cross flatter than this put a peg anywhere along them. */
const LEAST_WORTH = Math.sin((ALLOWANCES.flattestCrossing * Math.PI) / 180);

/** How squarely the arcs round two points cross at a peg, 0 to 1; 0 beyond the tape. */
function worthOf(a: Point, b: Point, peg: Point): number {
  const [da, db] = [distance(a, peg), distance(b, peg)];
  if (da < 0.5 || db < 0.5 || Math.max(da, db) > ALLOWANCES.longestTape) return 0;
  return Math.abs((a[0] - peg[0]) * (b[1] - peg[1]) - (a[1] - peg[1]) * (b[0] - peg[0])) / (da * db);
}
