import { useEffect, useRef } from 'react';
import type { Becomes } from '../../../../core/files/shapes/becomes.ts';
import type { FoundShape } from '../../../../core/files/shapes/read-shapes.ts';
import { useTokens } from '../../../look/Look.tsx';
import { useShown } from '../../../store/derived.ts';

const [WIDTH, HEIGHT] = [420, 300];

/** The shapes of a file on a small map, over the boundary as it is; what becomes nothing is pale, the one in hand bold. */
export function ShapeMap({
  shapes,
  becomes,
  over,
  onPick,
}: {
  shapes: readonly FoundShape[];
  becomes: readonly Becomes[];
  over: number | null;
  onPick(i: number | null): void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { boundary } = useShown();
  const tokens = useTokens();
  useEffect(() => {
    const context = canvas.current!.getContext('2d')!;
    const ratio = devicePixelRatio;
    Object.assign(canvas.current!, { width: WIDTH * ratio, height: HEIGHT * ratio });
    context.scale(ratio, ratio);
    let [west, south, east, north] = [Infinity, Infinity, -Infinity, -Infinity];
    const all = [...shapes.map(({ points }) => points), boundary?.map(({ at }) => at) ?? []];
    for (const points of all)
      for (const [x, y] of points)
        [west, south, east, north] = [Math.min(west, x), Math.min(south, y), Math.max(east, x), Math.max(north, y)];
    if (!(east >= west)) return;
    const scale = Math.min((WIDTH - 24) / Math.max(1, east - west), (HEIGHT - 24) / Math.max(1, north - south));
    const px = (x: number) => WIDTH / 2 + (x - (west + east) / 2) * scale;
    const py = (y: number) => HEIGHT / 2 - (y - (south + north) / 2) * scale;
    const trace = (points: readonly (readonly [number, number])[], closed: boolean) => {
      context.beginPath();
      // Thinned for drawing only: points that fall on one pixel are passed over.
      let [lastX, lastY] = [-9, -9];
      points.forEach(([x, y], i) => {
        const [qx, qy] = [px(x), py(y)];
        if (i > 0 && i < points.length - 1 && Math.abs(qx - lastX) < 0.7 && Math.abs(qy - lastY) < 0.7) return;
        if (i === 0) context.moveTo(qx, qy);
        else context.lineTo(qx, qy);
        [lastX, lastY] = [qx, qy];
      });
      if (closed) context.closePath();
      context.stroke();
    };
    context.lineWidth = 1;
    context.strokeStyle = tokens.softInk;
    context.setLineDash([6, 4]);
    if (boundary)
      trace(
        boundary.map(({ at }) => at),
        true,
      );
    context.setLineDash([]);
    shapes.forEach(({ shape, points }, i) => {
      context.globalAlpha = becomes[i] === 'nothing' ? 0.25 : 1;
      context.strokeStyle = context.fillStyle =
        i === over ? tokens.flag : becomes[i] === 'boundary' ? tokens.ink : tokens.water;
      context.lineWidth = i === over ? 4 : 2;
      if (shape === 'at') {
        context.beginPath();
        context.arc(px(points[0]![0]), py(points[0]![1]), i === over ? 6 : 4, 0, 2 * Math.PI);
        context.fill();
      } else trace(points, shape === 'ring');
    });
    context.globalAlpha = 1;
  }, [shapes, becomes, over, boundary, tokens]);
  return (
    <canvas
      ref={canvas}
      className="shape-map"
      style={{ width: WIDTH, height: HEIGHT }}
      role="img"
      aria-label={`${shapes.length} shapes on a small map`}
      onMouseLeave={() => onPick(null)}
    />
  );
}
