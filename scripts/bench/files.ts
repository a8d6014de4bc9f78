import { bringIn, guessAll } from '../../src/core/files/shapes/becomes.ts';
import { readShapes } from '../../src/core/files/shapes/read-shapes.ts';
import { judge } from '../../src/core/findings/judge.ts';
import { planeAt } from '../../src/core/ground/plane.ts';
import { take } from '../../src/core/holding/command.ts';
import { toStored } from '../../src/core/holding/migrate.ts';
import { layHolding } from '../../src/core/ranks/laid.ts';
import { layOut } from '../../src/core/ranks/lay-out.ts';
import { demo } from './holdings.ts';
import { line, median, type Line } from './tell.ts';

/** A file of 50,000 vertices: what the main thread does of it, each step by itself; the reading is a worker's. */
export function importOfMany(): Line[] {
  const lines: Line[] = [];
  const plane = planeAt(demo.place);
  const ring = (corners: number) =>
    Array.from({ length: corners + 1 }, (_, i) => {
      const turn = ((i % corners) / corners) * 2 * Math.PI;
      const r = 300 + 10 * Math.sin(turn * 40);
      return plane.toDegrees([r * Math.cos(turn), r * Math.sin(turn)]);
    });
  const traced = Array.from({ length: 25_000 }, (_, i) =>
    plane.toDegrees([-300 + i * 0.024, Math.sin(i / 50) * 5 - 70]),
  );
  const feature = (name: string, type: string, coordinates: unknown) => ({
    type: 'Feature',
    properties: { name },
    geometry: { type, coordinates },
  });
  const bytes = new TextEncoder().encode(
    JSON.stringify({
      type: 'FeatureCollection',
      features: [
        feature('parcel', 'Polygon', [ring(2000)]),
        feature('traced field', 'Polygon', [ring(23_000)]),
        feature('fence', 'LineString', traced),
      ],
    }),
  );
  const start = performance.now();
  const found = readShapes(bytes, 'many.geojson', plane);
  const reading = performance.now() - start;
  const answer = JSON.stringify(found);
  const becomes = guessAll(found.shapes, true);
  let n = 0;
  const apply = () =>
    take(
      demo,
      bringIn('many.geojson', found.shapes, becomes, () => `n${n++}`),
    ).holding;
  const after = apply();
  const all = layHolding(after);
  const steps = {
    'taking the answer over': median(() => void JSON.parse(answer), 7),
    'the command': median(apply, 7),
    'judging one planting': Math.max(
      ...all.map((laid) => median(() => void judge(after, { ...laid, layout: layOut(laid.planting, after) }, all), 5)),
    ),
    'writing it down': median(() => void JSON.stringify(toStored(after)), 7),
  };
  const [worst, ms] = Object.entries(steps).reduce((a, b) => (b[1] > a[1] ? b : a));
  lines.push(
    line(
      'bring in 50,000 vertices: longest step on the main thread',
      `${ms.toFixed(0)} ms, ${worst} (read in a worker: ${reading.toFixed(0)} ms)`,
      'at most 50 ms',
      ms <= 50,
    ),
  );
  return lines;
}
