/** `npm run bench`: the work that must stay fast, as ratios, counts and growth; exits non-zero when one misses. */
import { readdirSync, readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import Coordinate from 'jsts/org/locationtech/jts/geom/Coordinate.js';
import GeometryFactory from 'jsts/org/locationtech/jts/geom/GeometryFactory.js';
import LengthIndexedLine from 'jsts/org/locationtech/jts/linearref/LengthIndexedLine.js';
import 'jsts/org/locationtech/jts/monkey.js';
import { sample } from '../checks/sample.ts';
import { drawingTimes } from './bench-drawing.ts';
import { distancesFrom, standingIn } from '../src/core/ranks/distances.ts';
import { judge } from '../src/core/findings/judge.ts';
import { layHolding } from '../src/core/ranks/laid.ts';
import type { Point } from '../src/core/geometry/point.ts';
import { take } from '../src/core/holding/command.ts';
import { toStored } from '../src/core/holding/migrate.ts';
import { setRow } from '../src/core/holding/planting-commands.ts';
import type { Holding } from '../src/core/holding/schema.ts';
import { planeAt } from '../src/core/ground/plane.ts';
import { litShare, sunGrid, sunHoursInto, sunScene } from '../src/core/sun/map.ts';
import { daySuns, inLeaf } from '../src/core/sun/sun.ts';
import { bringIn, guessAll } from '../src/core/files/shapes/becomes.ts';
import { readShapes } from '../src/core/files/shapes/read-shapes.ts';
import { holdingFromPlan } from '../src/core/files/plan-json.ts';
import { quantities } from '../src/core/order/quantities.ts';
import { layOut } from '../src/core/ranks/lay-out.ts';
import { waysToUse } from '../src/core/ranks/stock-in-hand.ts';

interface Line {
  readonly work: string;
  readonly got: string;
  readonly target: string;
  readonly ok: boolean | null;
}
const lines: Line[] = [];
const add = (work: string, got: string, target: string, ok: boolean | null = null) =>
  lines.push({ work, got, target, ok });

/** Median milliseconds of `run`, warmed up. */
function median(run: (i: number) => void, runs = 15): number {
  for (let i = 0; i < 5; i++) run(i);
  const times = Array.from({ length: runs }, (_, i) => {
    const start = performance.now();
    run(i);
    return performance.now() - start;
  });
  return times.sort((a, b) => a - b)[runs >> 1]!;
}

/** A curved four-row belt of about `plants` plants, with a wire across it and a wet place: like the demo's, larger. */
function belt(plants: number): Holding {
  const length = Math.min(9000, plants * 0.5);
  const rows = Math.max(4, Math.round(plants / (length / 2)));
  const names = ['Viburnum opulus', 'Tilia cordata', 'Picea abies', 'Betula pendula'];
  return sample({
    animals: ['rabbit', 'smallDeer'],
    boundary: [{ at: [-50, -400] }, { at: [length + 50, -400] }, { at: [length + 50, 400] }, { at: [-50, 400] }],
    features: [
      {
        kind: 'overheadLine',
        name: 'line',
        points: [
          [length / 2, -400],
          [length / 2, 400],
        ],
      },
      {
        kind: 'wetGround',
        name: 'hollow',
        points: [
          [10, -30],
          [40, -30],
          [40, 30],
          [10, 30],
        ],
      },
      {
        kind: 'building',
        name: 'barn',
        points: [
          [60, -30],
          [80, -30],
          [80, -20],
          [60, -20],
        ],
        eaves: 4,
        ridge: 7,
      },
      { kind: 'tree', name: 'oak', points: [[120, -12]], height: 16, crown: 10 },
      {
        kind: 'soilZone',
        points: [
          [-50, -400],
          [length / 2, -400],
          [length / 2, 400],
          [-50, 400],
        ],
        ph: 6,
      },
    ],
    rows: Array.from({ length: Math.min(rows, 40) }, (_, r) => ({
      spacing: 2,
      rowGap: r === 0 ? 0 : 3,
      staggered: r % 2 === 1,
      species: [
        [2, names[r % 4]!],
        [1, names[(r + 1) % 4]!],
      ] as [number, string][],
    })),
    planting: {
      weeds: 'mats',
      baseline: {
        points: [
          [0, 0],
          [length / 2, 20],
          [length, 0],
        ],
        curved: true,
      },
      gaps: [{ at: length / 3, width: 4 }],
    },
  });
}

const demo = holdingFromPlan(
  JSON.parse(readFileSync(new URL('../demo/tern-hollow.plan.json', import.meta.url), 'utf8')),
  'demo',
);

/** One edit of a spacing, from command to all that follows; a new spacing each time, so that nothing is remembered. */
function edit(holding: Holding, i: number): number {
  const after = take(holding, setRow('p1', 'p1r1', { spacing: 2 + (i % 40) / 100 })).holding;
  const planting = after.plantings[0]!;
  const layout = layOut(planting, after);
  const all = [{ planting, layout }];
  judge(after, all[0]!, all);
  return quantities(planting, layout, after).cents;
}

const sizes = [1000, 10_000, 100_000];
const perPlant = sizes.map((plants) => {
  const holding = belt(plants);
  const { count } = layOut(holding.plantings[0]!, holding).stand;
  const ms = median((i) => {
    const after = take(holding, setRow('p1', 'p1r1', { spacing: 2 + (i % 40) / 100 })).holding;
    layOut(after.plantings[0]!, after);
  });
  add(
    `lay out ${count.toLocaleString('en')} plants`,
    `${ms.toFixed(1)} ms, ${((ms * 1e6) / count).toFixed(0)} ns a plant`,
    plants === 10_000 ? 'one frame, 16 ms' : '',
    plants === 10_000 ? ms < 16 : null,
  );
  return ms / count;
});
// Small stands carry the fixed cost of a call; from 10,000 up a plant must cost the same.
const growth = perPlant[2]! / perPlant[1]!;
add('cost of a plant at 100,000 over 10,000', `${growth.toFixed(2)} times`, 'flat: at most 1.6 times', growth <= 1.6);

const small = belt(2000);
const frame = median((i) => void edit(small, i), 25);
add(
  `full edit at ${layOut(small.plantings[0]!, small).stand.count.toLocaleString('en')} plants: command, layout, findings, quantities`,
  `${frame.toFixed(1)} ms`,
  'one frame, 16 ms',
  frame < 16,
);
const belt4000 = belt(4000);
const double = median((i) => void edit(belt4000, i), 15);
add('the same at twice the plants', `${(double / frame).toFixed(2)} times`, 'at most 3 times', double / frame <= 3);

plainWay();
await drawing();
sunMap();
importOfMany();
stockInHand();
firstLoad();
report();

/** Script that the plan waits for: index.html's own and what it imports at once, compressed. */
/** Laying out and asking clearances as a general geometry library does it, an object for every plant; the answers must be the same. */
function plainWay(): void {
  const holding = belt(10_000);
  const planting = holding.plantings[0]!;
  const factory = new GeometryFactory();
  const lineString = (points: readonly Point[]) =>
    factory.createLineString(points.map(([x, y]) => new Coordinate(x, y)));
  const ring = (points: readonly Point[]) =>
    factory.createPolygon(factory.createLinearRing([...points, points[0]!].map(([x, y]) => new Coordinate(x, y))));
  const { stand, baseline } = layOut(planting, holding);
  const { at, width } = planting.gaps[0]!;
  const along = new LengthIndexedLine(lineString(baseline!.line.points));
  const [before, after] = [along.extractPoint(at - 0.5), along.extractPoint(at + 0.5)] as [
    { x: number; y: number },
    { x: number; y: number },
  ];
  const middle = along.extractPoint(at) as { x: number; y: number };
  const span = Math.hypot(after.x - before.x, after.y - before.y);
  const [ux, uy] = [(after.x - before.x) / span, (after.y - before.y) / span];
  const corner = (s: number, t: number): Point => [
    middle.x + (s * ux * width) / 2 - t * uy * 500,
    middle.y + (s * uy * width) / 2 + t * ux * 500,
  ];
  const passage = ring([corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)]);

  const start = performance.now();
  const plants: { x: number; y: number }[] = [];
  for (const { line, spacing, row } of stand.rows) {
    const indexed = new LengthIndexedLine(lineString(line!.points));
    for (let chainage = row.staggered ? spacing / 2 : 0; chainage <= line!.length + 1e-3; chainage += spacing) {
      const place = indexed.extractPoint(chainage) as { x: number; y: number };
      if (!passage.contains(factory.createPoint(new Coordinate(place.x, place.y)))) plants.push(place);
    }
  }
  const layPlain = performance.now() - start;
  const edits = Array.from({ length: 20 }, (_, i) => take(holding, setRow('p1', 'p1r1', { inset: i / 1e6 })).holding);
  const layFast = median((i) => void layOut(edits[i % 20]!.plantings[0]!, edits[i % 20]!), 25);
  const same =
    plants.length === stand.count &&
    plants.every(({ x, y }, i) => Math.abs(x - stand.x[i]!) < 1e-5 && Math.abs(y - stand.y[i]!) < 1e-5);
  add(
    `lay out ${stand.count.toLocaleString('en')} plants: geometry library over ours`,
    `${(layPlain / layFast).toFixed(0)} times, ${same ? 'same places' : 'OTHER PLACES'}`,
    'at least 50 times',
    same && layPlain / layFast >= 50,
  );

  const wire = holding.features.flatMap((feature) => ('line' in feature ? [feature.line] : []))[0]!;
  const hollow = holding.features.flatMap((feature) => ('ring' in feature ? [feature.ring] : []))[0]!;
  const [wireObject, hollowObject] = [lineString(wire), ring(hollow)];
  const begun = performance.now();
  const far: number[] = [];
  const inHollow: boolean[] = [];
  for (let i = 0; i < stand.count; i++) {
    const point = factory.createPoint(new Coordinate(stand.x[i]!, stand.y[i]!));
    far.push(point.distance(wireObject));
    inHollow.push(hollowObject.contains(point));
  }
  const askPlain = performance.now() - begun;
  let answer: { distance: Float64Array; inside: Uint8Array } | null = null;
  const askFast = median(() => {
    const anew = { ...stand };
    answer = { distance: distancesFrom(anew, wire).distance, inside: standingIn(anew, hollow) };
  });
  const agree =
    far.every((metres, i) => Math.abs(metres - answer!.distance[i]!) < 1e-9) &&
    inHollow.every((is, i) => is === (answer!.inside[i] === 1));
  add(
    'clearance from a wire and a wet place, the same plants',
    `${(askPlain / askFast).toFixed(0)} times, ${agree ? 'same answers' : 'OTHER ANSWERS'}`,
    'at least 50 times',
    agree && askPlain / askFast >= 50,
  );
}

/** What the browser shows: the plan of 20,000 plants moved by its middle, a row of 2,000 dragged. Without a graphics card, so all of it is the processor's. */
async function drawing(): Promise<void> {
  const { pan, drag } = await drawingTimes(belt(20_000), belt(2000));
  const late = pan.filter((ms) => ms > 33.4).length;
  add(
    'plan of 20,000 plants moved: slowest frame',
    `${pan.at(-1)!.toFixed(0)} ms of ${pan.length} frames, ${late} over 33 ms`,
    'none over 33 ms',
    late === 0,
  );
  add('a row of 2,000 plants dragged: pointer to drawn, median', `${drag[drag.length >> 1]!.toFixed(0)} ms`, '');
}

/** A year's sun over the demo's 3 ha at 1 m: against asking every caster for every cell and sun, and how it grows with the cells. */
function sunMap(): void {
  const scene = sunScene(demo);
  const box = [-136, -65, 136, 67] as const;
  const year = (finest: number) => {
    const grid = sunGrid(box, { finest, most: 1e6 });
    const hours = new Float32Array(grid.nx * grid.ny);
    const start = performance.now();
    for (let month = 1; month <= 12; month++) sunHoursInto(hours, scene, grid, { month, stepMinutes: 20 });
    return { ms: performance.now() - start, grid };
  };
  year(4);
  const [coarse, fine] = [year(2), year(1)];
  const { grid } = fine;
  const cells = grid.nx * grid.ny;
  const every = 211; // a sample of the cells stands for all: the plain way costs the same for each
  const start = performance.now();
  for (let at = 0; at < cells; at += every)
    for (let month = 1; month <= 12; month++)
      for (const sun of daySuns(demo.place, { month, stepMinutes: 20 })) {
        const p = [
          grid.west + ((at % grid.nx) + 0.5) * grid.cell,
          grid.south + (Math.floor(at / grid.nx) + 0.5) * grid.cell,
        ] as const;
        litShare(scene, p, (scene.relief!.heightAt(p) ?? 0) + 1, sun, inLeaf(month, demo.place.latitude));
      }
  const plain = (performance.now() - start) * every;
  add(
    `a year of sun over ${cells.toLocaleString('en')} cells of 1 m, plain way over fast`,
    `${(plain / fine.ms).toFixed(0)} times (${(fine.ms / 1000).toFixed(1)} s)`,
    'at least 8 times',
    plain / fine.ms >= 8,
  );
  add(
    'the same at four times the cells',
    `${(fine.ms / coarse.ms).toFixed(1)} times`,
    'at most 6 times',
    fine.ms / coarse.ms <= 6,
  );
}

/** A file of 50,000 vertices: what the main thread does of it, each step by itself; the reading is a worker's. */
function importOfMany(): void {
  const plane = planeAt(demo.place);
  const ring = (corners: number) =>
    Array.from({ length: corners + 1 }, (_, i) => {
      const turn = ((i % corners) / corners) * 2 * Math.PI;
      const r = 300 + 10 * Math.sin(turn * 40);
      return plane.toDegrees([r * Math.cos(turn), r * Math.sin(turn)]);
    });
  const line = Array.from({ length: 25_000 }, (_, i) => plane.toDegrees([-300 + i * 0.024, Math.sin(i / 50) * 5 - 70]));
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
        feature('fence', 'LineString', line),
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
  add(
    'bring in 50,000 vertices: longest step on the main thread',
    `${ms.toFixed(0)} ms, ${worst} (read in a worker: ${reading.toFixed(0)} ms)`,
    'at most 50 ms',
    ms <= 50,
  );
}

/** Eight kinds in the shed, up to six rows of the demo's belt: the hardest that the sheet lets be asked. */
function stockInHand(): void {
  const kinds = [
    'viburnum-opulus',
    'euonymus-europaeus',
    'cornus-sanguinea',
    'tilia-cordata',
    'carpinus-betulus',
    'picea-abies',
    'corylus-avellana',
    'acer-campestre',
  ];
  let n = 0;
  const ms = median(
    () =>
      void waysToUse(
        demo.plantings[0]!,
        demo,
        kinds.map((species) => ({ species, size: 25, bundles: 2 })),
        { least: 1, most: 6, rowGap: 2, newId: () => `n${n++}` },
      ),
    5,
  );
  add('stock in hand: 400 plants of 8 kinds in up to 6 rows', `${ms.toFixed(0)} ms`, 'under 1,000 ms', ms < 1000);
}

function firstLoad(): void {
  const dist = new URL('../dist/', import.meta.url);
  let html: string;
  try {
    html = readFileSync(new URL('index.html', dist), 'utf8');
  } catch {
    add('first load', 'not built', 'run npm run build first', false);
    return;
  }
  const files = new Set<string>();
  const follow = (file: string): void => {
    if (files.has(file)) return;
    files.add(file);
    for (const [, name] of readFileSync(new URL(`assets/${file}`, dist), 'utf8').matchAll(
      /(?:from|import)\s*["']\.\/([^"']+\.js)["']/g,
    ))
      follow(name!);
  };
  for (const [, file] of html.matchAll(/(?:src|href)="\/assets\/([^"]+\.js)"/g)) follow(file!);
  const bytes = [...files].reduce(
    (sum, file) => sum + gzipSync(readFileSync(new URL(`assets/${file}`, dist))).length,
    0,
  );
  const all = readdirSync(new URL('assets', dist)).filter((file) => file.endsWith('.js')).length;
  add(
    'first load, compressed script before the plan shows',
    `${(bytes / 1000).toFixed(0)} kB in ${files.size} of ${all} files`,
    'under 400 kB',
    bytes < 400_000,
  );
}

function report(): void {
  const width = (key: 'work' | 'got' | 'target') => Math.max(key.length, ...lines.map((line) => line[key].length));
  const columns = (['work', 'got', 'target'] as const).map((key) => [key, width(key)] as const);
  const row = (cells: Record<'work' | 'got' | 'target', string>, verdict: string) =>
    `| ${columns.map(([key, w]) => cells[key].padEnd(w)).join(' | ')} | ${verdict.padEnd(6)} |\n`;
  process.stdout.write(row({ work: 'work', got: 'got', target: 'target' }, ''));
  process.stdout.write(`| ${columns.map(([, w]) => '-'.repeat(w)).join(' | ')} | ------ |\n`);
  for (const line of lines) process.stdout.write(row(line, line.ok === null ? '' : line.ok ? 'holds' : 'MISSES'));
  if (lines.some(({ ok }) => ok === false)) process.exitCode = 1;
}
