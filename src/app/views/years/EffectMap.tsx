import { useEffect, useMemo, useRef, type PointerEvent } from 'react';
import { pointsOf } from '../../../core/ground/features.ts';
import type { Point } from '../../../core/geometry/point.ts';
import { sunGrid, type SunGrid } from '../../../core/sun/map.ts';
import type { Holding } from '../../../core/holding/schema.ts';
import type { Laid } from '../../../core/ranks/laid.ts';
import { useTokens } from '../../look/Look.tsx';
import { useShown, useWorked } from '../../store/derived.ts';

/** Cells of a map: few at first, to follow the year, then enough to read. */
const CELLS = [700, 5000];
/** How far beyond the ground a map reaches, metres. */
const MARGIN = 20;

/** The grids that a map of the whole holding is drawn on, the coarse one first. */
export function useMapGrids(): SunGrid[] {
  const holding = useShown();
  const { all } = useWorked();
  const key = boxOf(holding, all).join(' ');
  return useMemo(() => {
    const box = key.split(' ').map(Number) as [number, number, number, number];
    return CELLS.map((most) => sunGrid(box, { finest: 2, most }));
  }, [key]);
}

function boxOf({ boundary, features }: Holding, all: readonly Laid[]): [number, number, number, number] {
  const points: Point[] = [
    ...(boundary?.map(({ at }): Point => at) ?? features.flatMap(pointsOf)),
    ...all.flatMap(({ layout }) => layout.baseline?.line.points ?? []),
  ];
  if (points.length === 0) return [-50, -50, 50, 50];
  const xs = points.map(([x]) => x);
  const ys = points.map(([, y]) => y);
  return [Math.min(...xs) - MARGIN, Math.min(...ys) - MARGIN, Math.max(...xs) + MARGIN, Math.max(...ys) + MARGIN];
}

/** Values over the ground as shades, with what stands there drawn over them; the section is a line that is dragged. */
export function EffectMap({
  grid,
  values,
  most,
  colour,
  section,
  busy,
  label,
  onPoint,
}: {
  grid: SunGrid;
  values: Float32Array | null;
  /** The value that is painted in full; nothing is painted at 0. */
  most: number;
  colour: 'water' | 'ink';
  section: readonly [Point, Point] | null;
  busy: boolean;
  label: string;
  /** A place that is pressed or dragged over, on the plane. */
  onPoint(p: Point): void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const tokens = useTokens();
  const holding = useShown();
  const { all } = useWorked();
  const { nx, ny, cell, west, south } = grid;
  useEffect(() => {
    const context = canvas.current!.getContext('2d')!;
    context.clearRect(0, 0, nx, ny);
    if (!values || values.length !== nx * ny) return;
    const image = context.createImageData(nx, ny);
    const [full, against] = [rgb(tokens[colour === 'water' ? 'water' : 'ink']), rgb(tokens.flag)];
    for (let j = 0; j < ny; j++)
      for (let i = 0; i < nx; i++) {
        const value = values[j * nx + i]! / most;
        const [r, g, b] = value < 0 ? against : full;
        image.data.set([r, g, b, Math.min(1, Math.abs(value)) * 215], 4 * ((ny - 1 - j) * nx + i));
      }
    context.putImageData(image, 0, 0);
  }, [values, most, colour, nx, ny, tokens]);
  const point = ({ buttons, clientX, clientY, currentTarget }: PointerEvent) => {
    if (!(buttons & 1)) return;
    const box = currentTarget.getBoundingClientRect();
    onPoint([
      west + ((clientX - box.left) / box.width) * nx * cell,
      south + (1 - (clientY - box.top) / box.height) * ny * cell,
    ]);
  };
  const flip = (points: readonly Point[]) => points.map(([x, y]) => `${x.toFixed(1)},${(-y).toFixed(1)}`).join(' ');
  return (
    <figure
      className={`effect-map${busy ? ' is-busy' : ''}`}
      style={{ aspectRatio: `${nx} / ${ny}` }}
      aria-busy={busy}
      onPointerDown={point}
      onPointerMove={point}
    >
      <canvas ref={canvas} width={nx} height={ny} role="img" aria-label={label} />
      <svg viewBox={`${west} ${-(south + ny * cell)} ${nx * cell} ${ny * cell}`} aria-hidden="true">
        {holding.boundary && <polygon className="edge" points={flip(holding.boundary.map(({ at }): Point => at))} />}
        {holding.features.map((feature) => {
          if (feature.kind === 'building')
            return <polygon key={feature.id} className="house" points={flip(feature.ring)} />;
          if (feature.kind === 'shelter' || feature.kind === 'place')
            return <polygon key={feature.id} className="yard" points={flip(feature.ring)} />;
          if (feature.kind === 'track')
            return <polyline key={feature.id} className="lane" points={flip(feature.line)} />;
          if (feature.kind === 'stream')
            return <polyline key={feature.id} className="brook" points={flip(feature.line)} />;
          if (feature.kind === 'viewpoint')
            return <circle key={feature.id} className="eye" cx={feature.at[0]} cy={-feature.at[1]} r={2.4} />;
          return null;
        })}
        {all.map(({ planting, layout }) => (
          <path
            key={planting.id}
            className="rows"
            d={layout.stand.rows.map(({ line }) => (line ? `M${flip(line.points)}` : '')).join('')}
          />
        ))}
        {section && <polyline className="cut" points={flip(section)} />}
      </svg>
    </figure>
  );
}

function rgb(hex: string): [number, number, number] {
  const n = Number.parseInt(hex.slice(1), 16);
  return [(n >> 16) & 255, (n >> 8) & 255, n & 255];
}
