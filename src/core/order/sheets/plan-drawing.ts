import type { Point } from '../../geometry/point.ts';
import type { Laid } from '../../ranks/laid.ts';
import type { Drawing, Shape } from './sheet.ts';
import { levelled } from './levelled.ts';

/** Plants that are drawn one by one; more are drawn as their rows. */
const MOST_PLANTS = 800;

/** A planting from above, to scale, with what is laid over it; `shapes` hears where places of the plane lie. */
export function planDrawing(
  laid: Laid,
  caption: string,
  more: readonly Point[],
  shapes: (at: (place: Point) => Point) => readonly Shape[],
): Drawing {
  const { stand } = laid.layout;
  const { width, height, at, north } = levelled(laid, more);
  const rows = stand.rows.flatMap(({ line }): Shape[] =>
    line ? [{ kind: 'line', points: line.points.map(at), look: 'row' }] : [],
  );
  const plants =
    stand.count > MOST_PLANTS
      ? []
      : Array.from({ length: stand.count }, (_, i): Shape => ({
          kind: 'dot',
          at: at([stand.x[i]!, stand.y[i]!]),
          look: 'plant',
        }));
  const size = Math.max(4, width / 30);
  const foot: Point = [width - size, size * 1.6];
  const arrow: Shape[] = [
    {
      kind: 'line',
      points: [
        [foot[0] - (north[0] * size) / 2, foot[1] - (north[1] * size) / 2],
        [foot[0] + (north[0] * size) / 2, foot[1] + (north[1] * size) / 2],
      ],
      look: 'edge',
    },
    { kind: 'text', at: [foot[0] + north[0] * size * 0.8, foot[1] + north[1] * size * 0.8], text: 'N', middle: true },
  ];
  return {
    kind: 'drawing',
    caption,
    width,
    height: Math.max(height, size * 3),
    metres: 1,
    shapes: [...rows, ...plants, ...shapes(at), ...arrow],
  };
}
