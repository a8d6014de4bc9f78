import type { Point } from '../geometry/point.ts';
import { bearing, crossing, distance } from '../geometry/point.ts';
import { crossesRay, middle } from '../geometry/polygon.ts';
import type { Feature } from '../holding/ground-schema.ts';
import { nameOf } from '../ground/features.ts';
import type { Relief } from '../ground/relief.ts';
import sunData from './sun.json' with { type: 'json' };

/** A ray from a place towards the sun. */
export interface Ray {
  readonly x: number;
  readonly y: number;
  readonly z: number;
  /** Unit vector on the ground towards the sun's azimuth, and the rise of the ray for each metre along it. */
  readonly ux: number;
  readonly uy: number;
  readonly rise: number;
}

export const rayFrom = (
  [x, y]: Point,
  z: number,
  { azimuth, elevation }: { readonly azimuth: number; readonly elevation: number },
): Ray => {
  const radians = (azimuth * Math.PI) / 180;
  return { x, y, z, ux: Math.sin(radians), uy: Math.cos(radians), rise: Math.tan((elevation * Math.PI) / 180) };
};

/** Something that throws shade. */
export interface Caster {
  readonly feature: string;
  readonly name: string;
  readonly kind: 'building' | 'wall' | 'tree';
  /** Box on the ground: west, south, east, north; and how high it reaches, metres on the relief's own scale. */
  readonly box: readonly [number, number, number, number];
  readonly top: number;
  /** Share of the beam that passes, 0 to 1. */
  passes(ray: Ray, leafy: boolean): number;
}

/** What throws shade on a holding: buildings to their ridges, solid fences, standing trees. Each stands on the relief where it is. */
export function castersOf(features: readonly Feature[], relief: Relief | null): Caster[] {
  const ground = (p: Point) => relief?.heightAt(p) ?? 0;
  return features.flatMap((feature): Caster[] => {
    const base = { feature: feature.id, name: nameOf(feature) };
    if (feature.kind === 'building')
      return [
        {
          ...base,
          kind: 'building',
          ...building(
            feature.ring,
            ground(middle(feature.ring)),
            feature.eaves,
            Math.max(feature.eaves, feature.ridge),
          ),
        },
      ];
    if (feature.kind === 'fence' && feature.solid)
      return [
        {
          ...base,
          kind: 'wall',
          ...wall(
            feature.line,
            feature.line.map((p) => ground(p) + feature.height),
          ),
        },
      ];
    if (feature.kind === 'tree' && feature.crown > 0 && feature.height > 0)
      return [{ ...base, kind: 'tree', ...tree(feature.at, ground(feature.at), feature) }];
    return [];
  });
}

const boxOf = (points: readonly Point[], margin = 0): [number, number, number, number] => {
  const xs = points.map((p) => p[0]);
  const ys = points.map((p) => p[1]);
  return [Math.min(...xs) - margin, Math.min(...ys) - margin, Math.max(...xs) + margin, Math.max(...ys) + margin];
};

type Shape = Pick<Caster, 'box' | 'top' | 'passes'>;

/** Walls to the eaves and a gable roof whose ridge runs along the longest wall's direction, over the middle. */
function building(ring: readonly Point[], base: number, eaves: number, ridge: number): Shape {
  const edges = ring.map((p, i) => [p, ring[(i + 1) % ring.length]!] as const);
  const longest = edges.reduce((best, edge) => (distance(...edge) > distance(...best) ? edge : best));
  const along = (bearing(...longest) * Math.PI) / 180;
  // Right of the ridge's direction: how far a point lies to the side of the ridge.
  const [nx, ny] = [Math.cos(along), -Math.sin(along)];
  const sides = ring.map(([x, y]) => x * nx + y * ny);
  const [low, high] = [Math.min(...sides), Math.max(...sides)];
  const axis = (low + high) / 2;
  const half = Math.max(1e-6, (high - low) / 2);
  const roof = (x: number, y: number) =>
    base + eaves + (ridge - eaves) * Math.max(0, 1 - Math.abs(x * nx + y * ny - axis) / half);
  return {
    box: boxOf(ring),
    top: base + ridge,
    passes(ray) {
      const { x, y, z, ux, uy, rise } = ray;
      const hits: number[] = [];
      let inside = false;
      for (const [[ax, ay], [bx, by]] of edges) {
        if (crossesRay(ax, ay, bx, by, x, y)) inside = !inside;
        const cross = ux * (by - ay) - uy * (bx - ax);
        if (Math.abs(cross) < 1e-12) continue;
        const t = ((ax - x) * (by - ay) - (ay - y) * (bx - ax)) / cross;
        const s = ((ax - x) * uy - (ay - y) * ux) / cross;
        if (t > 0 && s >= 0 && s < 1) hits.push(t);
      }
      if (inside) hits.push(0);
      if (hits.length < 2) return inside ? 0 : 1;
      hits.sort((a, b) => a - b);
      const sideways = ux * nx + uy * ny;
      const toRidge = Math.abs(sideways) > 1e-9 ? (axis - (x * nx + y * ny)) / sideways : -1;
      for (let k = 0; k + 1 < hits.length; k += 2) {
        const [from, to] = [hits[k]!, hits[k + 1]!];
        if (z + from * rise <= base + eaves) return 0;
        // The roof over the ray less the ray's height bends down on both sides of the ridge: its most lies at an end or there.
        for (const t of [from, to, Math.min(to, Math.max(from, toRidge))])
          if (z + t * rise <= roof(x + t * ux, y + t * uy)) return 0;
      }
      return 1;
    },
  };
}

function wall(line: readonly Point[], tops: readonly number[]): Shape {
  return {
    box: boxOf(line),
    top: Math.max(...tops),
    passes({ x, y, z, ux, uy, rise }) {
      const far = 1e4;
      for (let i = 0; i + 1 < line.length; i++) {
        const hit = crossing([x, y], [x + ux * far, y + uy * far], line[i]!, line[i + 1]!);
        if (hit && z + hit.t * far * rise <= tops[i]! + hit.u * (tops[i + 1]! - tops[i]!)) return 0;
      }
      return 1;
    },
  };
}

/** The crown as an ellipsoid that light passes by e^(-extinction · path) (`shade.chord`). */
function tree(
  [cx, cy]: Point,
  base: number,
  {
    height,
    crown,
    leaf,
  }: { readonly height: number; readonly crown: number; readonly leaf: 'deciduous' | 'evergreen' },
): Shape {
  const r = crown / 2;
  const bottom = base + height * sunData.crownBase;
  const half = (base + height - bottom) / 2;
  const mid = bottom + half;
  const { inLeaf, leafless, evergreen } = sunData.extinction;
  return {
    box: [cx - r, cy - r, cx + r, cy + r],
    top: base + height,
    passes(ray, leafy) {
      const path = chord(ray, { x: cx, y: cy, z: mid, r, half });
      return path === 0 ? 1 : Math.exp(-(leaf === 'evergreen' ? evergreen : leafy ? inLeaf : leafless) * path);
    },
  };
}

/** Length of a ray inside an upright ellipsoid of radius `r` and half height `half` round (x, y, z), metres; 0 when it misses. */
export function chord(
  { x, y, z, ux, uy, rise }: Ray,
  crown: { readonly x: number; readonly y: number; readonly z: number; readonly r: number; readonly half: number },
): number {
  const dx = (x - crown.x) / crown.r;
  const dy = (y - crown.y) / crown.r;
  const dz = (z - crown.z) / crown.half;
  const [vx, vy, vz] = [ux / crown.r, uy / crown.r, rise / crown.half];
  const a = vx * vx + vy * vy + vz * vz;
  const b = dx * vx + dy * vy + dz * vz;
  const c = dx * dx + dy * dy + dz * dz - 1;
  const under = b * b - a * c;
  if (under <= 0) return 0;
  const root = Math.sqrt(under);
  const from = Math.max(0, (-b - root) / a);
  const to = (-b + root) / a;
  return to <= from ? 0 : (to - from) * Math.hypot(1, rise);
}
