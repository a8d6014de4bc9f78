import type { Point } from '../geometry/point.ts';
import { chainageOf, pointAt, polyline } from '../geometry/polyline.ts';
import type { Feature } from '../holding/ground-schema.ts';
import { featuresOf } from './features.ts';

/** Waters that have banks: they are drawn along their middle, and are as wide as from bank top to bank top. */
export const banked = (features: readonly Feature[]) => featuresOf(features, 'stream', 'ditch');

/** From the line of a feature to the top of its bank, metres; 0 of what has none. */
export const toBankTop = (feature: Feature): number =>
  feature.kind === 'stream' || feature.kind === 'ditch' ? feature.width / 2 : 0;

/** On which hand of a line rows lie away from the water; null where none runs within `reach` metres of the line's middle. */
export function landSide(
  points: readonly Point[],
  features: readonly Feature[],
  reach: number,
): 'left' | 'right' | null {
  const line = polyline(points);
  const middle = pointAt(line, line.length / 2);
  const [nearest] = banked(features)
    .map((water) => {
      const bank = polyline(water.line);
      const { chainage, offset } = chainageOf(bank, middle);
      return { away: Math.abs(offset) - toBankTop(water), at: pointAt(bank, chainage) };
    })
    .filter(({ away }) => away <= reach)
    .sort((a, b) => a.away - b.away);
  if (!nearest) return null;
  return chainageOf(line, nearest.at).offset > 0 ? 'left' : 'right';
}
