import { look, lookNow, type SketchFor } from '../store/look-at.ts';

/** Takes the pencil up: what is clicked from now on becomes this. */
export const startSketch = (kind: SketchFor): void => look({ sketch: { for: kind, points: [] }, selection: null });

/** Takes back the last point; with none left, puts the pencil down. */
export function backOut(): void {
  const { sketch } = lookNow();
  if (!sketch) return;
  look({ sketch: sketch.points.length > 0 ? { ...sketch, points: sketch.points.slice(0, -1) } : null });
}
