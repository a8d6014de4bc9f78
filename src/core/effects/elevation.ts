import { crossing, type Point } from '../geometry/point.ts';
import { LAST_YEAR } from '../years/growth.ts';
import { radiusShare, type CrownShape } from '../years/crown.ts';
import type { Grown } from '../years/grown.ts';
import type { StandYears } from '../years/stand-years.ts';
import type { SightRay } from './sight-lines.ts';

/** One plant as it is seen square on to the rows: where along the line, and its crown. Metres. */
export interface StandingPlant {
  readonly kind: Grown;
  readonly shape: CrownShape;
  readonly at: number;
  /** How far behind the line it stands: those behind are drawn first. */
  readonly behind: number;
  readonly height: number;
  readonly base: number;
  readonly half: number;
}

/** A line of sight that still passes: where along the planting and how high it goes through, and how much it shows. */
export interface OpenSight {
  readonly at: number;
  readonly z: number;
  readonly seen: number;
}

export interface Elevation {
  readonly length: number;
  /** Highest that it becomes, metres: one scale for every year. */
  readonly top: number;
  readonly plants: readonly StandingPlant[];
  /** Share seen through at eye height by metre along the line, in leaf and leafless. */
  readonly seen: readonly { readonly at: number; readonly leafy: number; readonly bare: number }[];
}

/** Height at which gaps are told, metres: that of eyes. */
const EYES = 1.5;

/** A planting seen along its whole length in one year, and where it is still open. */
export function elevationOf({ laid, grown, of }: StandYears, year: number): Elevation {
  const { stand, baseline } = laid.layout;
  const length = baseline?.line.length ?? 0;
  const plants: StandingPlant[] = [];
  for (let i = 0; i < stand.count; i++) {
    const one = grown[of[i]!]!;
    if (one.height[year]! <= 0) continue;
    plants.push({
      kind: one,
      shape: one.shape,
      at: stand.station[i]!,
      behind: Math.abs(stand.rows[stand.row[i]!]!.offset),
      height: one.height[year]!,
      base: one.base[year]!,
      half: one.along[year]!,
    });
  }
  plants.sort((a, b) => b.behind - a.behind);
  const step = Math.max(1, length / 200);
  const columns = Array.from({ length: Math.ceil(length / step) }, (_, k) => ({
    at: (k + 0.5) * step,
    leafy: 1,
    bare: 1,
  }));
  for (const { kind, at, base, height, half, shape } of plants) {
    if (EYES < base || EYES > height) continue;
    const r = half * radiusShare(shape, (EYES - base) / (height - base));
    const deep = kind.across[year]! / Math.max(0.01, half);
    for (let k = Math.max(0, Math.floor((at - r) / step)); k <= Math.min(columns.length - 1, (at + r) / step); k++) {
      const column = columns[k]!;
      const off = column.at - at;
      if (Math.abs(off) >= r) continue;
      const path = 2 * deep * Math.sqrt(r * r - off * off);
      const through = (mu: number) => kind.alive[year]! * Math.exp(-mu * path) + 1 - kind.alive[year]!;
      column.leafy *= through(kind.leafy[year]!);
      column.bare *= through(kind.bare[year]!);
    }
  }
  return { length, top: Math.max(1, ...grown.map(({ height }) => height[LAST_YEAR]!)), plants, seen: columns };
}

/** Lines of sight that show more than this are marked. */
const SHOWS = 0.1;

/** Where lines of sight that still pass cross a planting's line. */
export function openSights({ laid: { layout } }: StandYears, rays: readonly SightRay[]): OpenSight[] {
  const line = layout.baseline?.line;
  if (!line) return [];
  return rays.flatMap(({ eye, target, seen }) => {
    if (seen <= SHOWS) return [];
    const [a, b]: [Point, Point] = [
      [eye[0], eye[1]],
      [target[0], target[1]],
    ];
    for (let k = 0; k + 1 < line.points.length; k++) {
      const hit = crossing(a, b, line.points[k]!, line.points[k + 1]!);
      if (hit)
        return [
          {
            at: line.chainages[k]! + hit.u * (line.chainages[k + 1]! - line.chainages[k]!),
            z: eye[2] + hit.t * (target[2] - eye[2]),
            seen,
          },
        ];
    }
    return [];
  });
}
