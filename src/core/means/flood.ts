import { compassName, type Point } from '../geometry/point.ts';
import { chainageOf, directionAt, distanceTo, polyline } from '../geometry/polyline.ts';
import { isInside } from '../geometry/polygon.ts';
import { featuresOf, nameOf } from '../ground/features.ts';
import type { Holding } from '../holding/schema.ts';
import type { Layout } from '../ranks/lay-out.ts';

/** Plants on ground that floods, and from which side the water comes. */
export interface FloodGround {
  readonly plants: number;
  /** Where upstream lies, as a compass point; null where no stream is drawn. */
  readonly upstream: string | null;
  readonly of: string;
}

/** The flood ground that a planting stands on: stakes and guards go on the upstream side there. Null where it stands on none. */
export function floodGround({ stand }: Layout, { features }: Pick<Holding, 'features'>): FloodGround | null {
  const floods = featuresOf(features, 'wetGround').filter((wet) => wet.floods);
  const inside: Point[] = [];
  for (let i = 0; i < stand.count; i++) {
    const at: Point = [stand.x[i]!, stand.y[i]!];
    if (floods.some(({ ring }) => isInside(ring, at))) inside.push(at);
  }
  if (inside.length === 0) return null;
  const at = inside[Math.floor(inside.length / 2)]!;
  const streams = featuresOf(features, 'stream').map((stream) => ({ stream, line: polyline(stream.line) }));
  const near = streams.toSorted((a, b) => distanceTo(a.line, at) - distanceTo(b.line, at))[0];
  const of = floods.map(nameOf).join(', ');
  if (!near) return { plants: inside.length, upstream: null, of };
  const [ux, uy] = directionAt(near.line, chainageOf(near.line, at).chainage);
  const up = near.stream.flows === 'forward' ? -1 : 1;
  const bearing = (Math.atan2(up * ux, up * uy) * 180) / Math.PI;
  return { plants: inside.length, upstream: compassName((bearing + 360) % 360), of };
}
