import { awaySquared } from './point.ts';
import type { Polyline } from './polyline.ts';

/**
 * Indices of the points of a line that tell its shape: strung from one to the next, the string lies within
 * `tolerance` metres of the line everywhere (Douglas & Peucker 1973). First and last are always among them.
 */
export function tellingPoints({ xy }: Polyline, tolerance: number): number[] {
  const last = xy.length / 2 - 1;
  const kept = new Set([0, last]);
  const spans: [number, number][] = [[0, last]];
  for (let span = spans.pop(); span; span = spans.pop()) {
    const [from, to] = span;
    let [farthest, most] = [-1, tolerance * tolerance];
    for (let i = from + 1; i < to; i++) {
      const [x, y] = [xy[2 * i]!, xy[2 * i + 1]!];
      const away = awaySquared(x, y, xy[2 * from]!, xy[2 * from + 1]!, xy[2 * to]!, xy[2 * to + 1]!);
      if (away > most) [farthest, most] = [i, away];
    }
    if (farthest < 0) continue;
    kept.add(farthest);
    spans.push([from, farthest], [farthest, to]);
  }
  return [...kept].sort((a, b) => a - b);
}
