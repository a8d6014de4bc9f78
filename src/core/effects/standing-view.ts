import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import type { Holding } from '../holding/schema.ts';
import type { CrownShape } from '../years/crown.ts';
import type { StandYears } from '../years/stand-years.ts';
import type { Outlook } from './outlook.ts';

/** Crowns that are drawn alike: one kind of one row in one year, each by where it stands. Metres, x east, y north, z up. */
export interface ViewedCrowns {
  readonly species: string;
  readonly shape: CrownShape;
  /** x, y, ground of each plant, one after another. */
  readonly at: Float32Array;
  readonly height: number;
  readonly base: number;
  readonly radius: number;
  /** Share of what is behind one that it hides, 0 to 1. */
  readonly hides: number;
}

/** A block that stands: a building, a stretch of fence, an old tree's crown. */
export interface ViewedBlock {
  readonly kind: 'building' | 'fence';
  readonly ring: readonly Point[];
  readonly ground: number;
  readonly height: number;
}

/** What is seen of a holding in one year and season. */
export interface StandingView {
  readonly crowns: readonly ViewedCrowns[];
  readonly blocks: readonly ViewedBlock[];
  readonly trees: readonly {
    readonly at: Point;
    readonly ground: number;
    readonly height: number;
    readonly crown: number;
    readonly evergreen: boolean;
  }[];
  readonly box: readonly [west: number, south: number, east: number, north: number];
}

const THICK = 0.1;
const ROUND = 60;

/** All that stands, for a picture from any point. Plants that died by the year are left out: which ones is drawn by their place, so that the same year gives the same picture. */
export function standingView(outlook: Outlook, year: number, leafy: boolean): StandingView {
  const { holding, relief } = outlook;
  const ground = (p: Point) => relief?.heightAt(p) ?? 0;
  const crowns = outlook.stands().flatMap((stand) => crownsOf(stand, year, leafy, ground));
  return {
    crowns,
    blocks: blocksOf(holding, ground),
    trees: holding.features.flatMap((feature) =>
      feature.kind === 'tree' && feature.height > 0
        ? [
            {
              at: feature.at,
              ground: ground(feature.at),
              height: feature.height,
              crown: Math.max(1, feature.crown),
              evergreen: feature.leaf === 'evergreen',
            },
          ]
        : [],
    ),
    box: boxOf(crowns, holding),
  };
}

function crownsOf(
  { laid, grown, of }: StandYears,
  year: number,
  leafy: boolean,
  ground: (p: Point) => number,
): ViewedCrowns[] {
  const { stand } = laid.layout;
  const places = grown.map((): number[] => []);
  for (let i = 0; i < stand.count; i++) {
    const one = grown[of[i]!]!;
    if (one.height[year]! <= 0 || drawn(stand.x[i]!, stand.y[i]!) > one.alive[year]!) continue;
    places[of[i]!]!.push(stand.x[i]!, stand.y[i]!, ground([stand.x[i]!, stand.y[i]!]));
  }
  return grown.flatMap((one, g): ViewedCrowns[] => {
    if (places[g]!.length === 0) return [];
    const radius = Math.max(0.05, (one.along[year]! + one.across[year]!) / 2);
    const mu = leafy ? one.leafy[year]! : one.bare[year]!;
    return [
      {
        species: one.lot.species.id,
        shape: one.shape,
        at: Float32Array.from(places[g]!),
        height: one.height[year]!,
        base: one.base[year]!,
        radius,
        hides: 1 - Math.exp(-mu * 2 * radius),
      },
    ];
  });
}

/** A number from 0 to 1 that hangs on a place alone. */
function drawn(x: number, y: number): number {
  const n = Math.sin(x * 12.9898 + y * 78.233) * 43_758.5453;
  return n - Math.floor(n);
}

function blocksOf({ features }: Holding, ground: (p: Point) => number): ViewedBlock[] {
  return features.flatMap((feature): ViewedBlock[] => {
    if (feature.kind === 'building')
      return [
        {
          kind: 'building',
          ring: feature.ring,
          ground: ground(feature.ring[0]!),
          height: (feature.eaves + Math.max(feature.eaves, feature.ridge)) / 2,
        },
      ];
    if (feature.kind !== 'fence') return [];
    return feature.line.slice(1).map((b, k): ViewedBlock => {
      const a = feature.line[k]!;
      const length = distance(a, b) || 1;
      const [nx, ny] = [((b[1] - a[1]) / length) * THICK, (-(b[0] - a[0]) / length) * THICK];
      return {
        kind: 'fence',
        ring: [
          [a[0] + nx, a[1] + ny],
          [b[0] + nx, b[1] + ny],
          [b[0] - nx, b[1] - ny],
          [a[0] - nx, a[1] - ny],
        ],
        ground: ground(a),
        height: feature.height,
      };
    });
  });
}

function boxOf(crowns: readonly ViewedCrowns[], { boundary }: Holding): [number, number, number, number] {
  let [west, south, east, north] = [-ROUND, -ROUND, ROUND, ROUND];
  const add = (x: number, y: number) => {
    [west, south, east, north] = [
      Math.min(west, x - ROUND),
      Math.min(south, y - ROUND),
      Math.max(east, x + ROUND),
      Math.max(north, y + ROUND),
    ];
  };
  for (const { at } of crowns) for (let k = 0; k < at.length; k += 3) add(at[k]!, at[k + 1]!);
  for (const { at } of boundary ?? []) add(at[0], at[1]);
  return [west, south, east, north];
}
