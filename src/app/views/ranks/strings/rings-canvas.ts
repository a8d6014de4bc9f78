import type { Point } from '../../../../core/geometry/point.ts';
import type { Stand } from '../../../../core/ranks/stand.ts';
import { glyphPath, hueOf } from '../../../look/glyphs.ts';
import type { Tokens } from '../../../look/tokens.ts';

/** Height of the drawing, and room about the outermost ring, pixels. */
export const RINGS_HEIGHT = 236;
const MARGIN = 16;
/** Width of each guild's place, pixels. */
const PLACE = RINGS_HEIGHT;

/** Where the guilds stand on the canvas: north up, each about its anchor, all to one scale. */
export interface RingsPlan {
  readonly shown: readonly { readonly copy: number; readonly anchor: Point; readonly centre: Point }[];
  /** Pixels a metre. */
  readonly scale: number;
}

/** As many guilds as the width holds, that of the chosen plant among them. */
export function ringsPlan(
  stand: Stand,
  anchors: readonly Point[],
  width: number,
  chosenPlant: number | null,
): RingsPlan {
  const widest = Math.max(0.5, ...stand.rows.map(({ offset }) => offset));
  const room = Math.max(1, Math.min(anchors.length, Math.floor(width / PLACE)));
  const copy = chosenPlant === null ? 0 : stand.rows[stand.row[chosenPlant]!]!.copy;
  const first = Math.max(0, copy - room + 1);
  return {
    shown: anchors
      .slice(first, first + room)
      .map((anchor, n) => ({ copy: first + n, anchor, centre: [PLACE * (n + 0.5), RINGS_HEIGHT / 2] })),
    scale: (RINGS_HEIGHT / 2 - MARGIN) / widest,
  };
}

/** The plant whose bead lies nearest to a place on the canvas, within `reach` pixels; null where none does. */
export function beadAt(stand: Stand, { shown, scale }: RingsPlan, [px, py]: Point, reach = 12): number | null {
  let [best, found] = [reach, null as number | null];
  for (const { copy, anchor, centre } of shown)
    for (const row of stand.rows)
      if (row.copy === copy)
        for (let i = row.from; i < row.to; i++) {
          const away = Math.hypot(
            centre[0] + (stand.x[i]! - anchor[0]) * scale - px,
            centre[1] - (stand.y[i]! - anchor[1]) * scale - py,
          );
          if (away < best) [best, found] = [away, i];
        }
  return found;
}

export interface RingsDrawing extends RingsPlan {
  readonly stand: Stand;
  readonly tokens: Tokens;
  readonly chosenRow: string | null;
  readonly chosenPlant: number | null;
  readonly ringed: readonly number[];
}

/** Draws each guild as its rings round the anchor, a bead at every plant. */
export function drawRings(canvas: HTMLCanvasElement, drawing: RingsDrawing): void {
  const { stand, shown, scale, tokens, chosenRow, chosenPlant, ringed } = drawing;
  const ratio = devicePixelRatio;
  Object.assign(canvas, {
    width: Math.round(canvas.clientWidth * ratio),
    height: Math.round(canvas.clientHeight * ratio),
  });
  const context = canvas.getContext('2d')!;
  const round = (x: number, y: number, radius: number) => {
    context.beginPath();
    context.arc(x, y, radius, 0, 2 * Math.PI);
    context.stroke();
  };
  const marked = new Set(ringed);
  for (const { copy, anchor, centre } of shown)
    for (const { row, from, to, offset, spacing, copy: of } of stand.rows) {
      if (of !== copy) continue;
      context.setTransform(ratio, 0, 0, ratio, 0, 0);
      context.strokeStyle = row.id === chosenRow ? tokens.flag : tokens.string;
      context.lineWidth = row.id === chosenRow ? 2.5 : 1.5;
      round(centre[0], centre[1], offset * scale);
      const r = Math.max(2, Math.min(8, spacing * scale * 0.42));
      for (let i = from; i < to; i++) {
        const [x, y] = [centre[0] + (stand.x[i]! - anchor[0]) * scale, centre[1] - (stand.y[i]! - anchor[1]) * scale];
        const { id, form } = stand.kinds[stand.species[i]!]!;
        context.setTransform(r * ratio, 0, 0, r * ratio, x * ratio, y * ratio);
        context.fillStyle = hueOf(id);
        context.fill(glyphPath(form));
        context.setTransform(ratio, 0, 0, ratio, 0, 0);
        if (i !== chosenPlant && !marked.has(i)) continue;
        context.strokeStyle = i === chosenPlant ? tokens.flag : tokens.fault;
        context.lineWidth = 2;
        round(x, y, r + 3);
      }
    }
}
