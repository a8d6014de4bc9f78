import type { Point } from '../geometry/point.ts';
import { isInside } from '../geometry/polygon.ts';
import type { Feature, FeatureOf, Rose, Season } from '../holding/ground-schema.ts';
import type { Holding } from '../holding/schema.ts';
import { isBelt } from '../ranks/outline.ts';
import { inLeaf } from '../sun/sun.ts';
import sunData from '../sun/sun.json' with { type: 'json' };
import { quicklySeenThrough } from '../years/density.ts';
import { beltRows, heightOfRow, stretchesOf } from '../years/rows-at.ts';
import type { Grown } from '../years/grown.ts';
import type { StandYears } from '../years/stand-years.ts';
import { scatteredCover } from '../years/closure.ts';
import { cutOverRose, gapWind, togetherWind, WIDEST_GAP, windPast, type Barrier } from './shelter.ts';

/** A break in a belt: its middle, which way the belt runs there, how wide it is and how high the belt beside it. Metres. */
interface Break {
  readonly at: Point;
  readonly along: Point;
  readonly width: number;
  readonly height: number;
}

/** Everything that slows the wind in one year and season; each body is a belt, a wood, a building or a wall. */
export interface WindScene {
  readonly bodies: readonly {
    readonly of: string;
    readonly stretches: readonly Barrier[];
    readonly breaks: readonly Break[];
  }[];
}

/** What stands lower slows no wind worth speaking of, metres. */
const LOW = 0.5;
/** A solid wall lets next to nothing through. */
const SOLID = 0.02;

/** What the plantings and what stands already do to the wind. */
export function windScene(
  stands: readonly StandYears[],
  features: readonly Feature[],
  year: number,
  leafy: boolean,
): WindScene {
  return {
    bodies: [
      ...stands.flatMap((stand) => {
        const belt = isBelt(stand.laid.planting.baseline);
        const body = belt ? beltBody(stand, year, leafy) : woodBody(stand, year, leafy);
        return body.stretches.length > 0 ? [{ of: stand.laid.planting.id, ...body }] : [];
      }),
      ...features.flatMap((feature) => {
        const stretches = feature.kind === 'tree' ? standingTree(feature, leafy) : structure(feature);
        return stretches.length > 0 ? [{ of: feature.id, stretches, breaks: [] }] : [];
      }),
    ],
  };
}

function beltBody(stand: StandYears, year: number, leafy: boolean) {
  const { stretches, gaps } = stretchesOf(stand);
  const known = new Map<string, { height: number; theta: number }>();
  const built = stretches.flatMap(({ rows, ends: [from, to], ...along }) => {
    const key = [...rows].join(' ');
    let found = known.get(key);
    if (!found) {
      const height = Math.max(0, ...[...rows].map((row) => heightOfRow(stand.grown, row, year)));
      found = { height, theta: height < LOW ? 1 : quicklySeenThrough(beltRows(stand, year, leafy, rows)) };
      known.set(key, found);
    }
    return found.height < LOW ? [] : [{ ...along, barrier: { from, to, ...found } }];
  });
  const breaks = gaps.flatMap((gap): Break[] => {
    const before = built.find(({ to }) => Math.abs(to - gap.from) < 0.01)?.barrier;
    const after = built.find(({ from }) => Math.abs(from - gap.to) < 0.01)?.barrier;
    if (!before || !after) return [];
    const [a, b] = [before.to, after.from];
    const width = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const height = (before.height + after.height) / 2;
    if (width <= 0 || width > WIDEST_GAP * height) return [];
    return [
      {
        at: [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2],
        along: [(b[0] - a[0]) / width, (b[1] - a[1]) / width],
        width,
        height,
      },
    ];
  });
  return { stretches: built.map(({ barrier }) => barrier), breaks };
}

/** A wood or an orchard: one barrier through its middle along its greatest length, as open as its crowns leave it over its width. */
function woodBody({ laid: { layout }, grown }: StandYears, year: number, leafy: boolean) {
  const { stand } = layout;
  if (stand.count < 2) return { stretches: [], breaks: [] };
  const height = Math.max(...tallest(grown, year));
  if (height < LOW) return { stretches: [], breaks: [] };
  const { middle, along, length, width } = spread(stand.x, stand.y);
  let [crowns, dims, plants] = [0, 0, 0];
  for (const one of grown) {
    const disc = one.plants * one.alive[year]! * Math.PI * one.along[year]! * one.across[year]!;
    crowns += disc;
    plants += one.plants;
    dims += disc * (leafy ? one.leafy[year]! : one.bare[year]!) * ((one.height[year]! - one.base[year]!) / height);
  }
  const cover = scatteredCover(crowns, Math.max(1, length * width)) / 100;
  const theta = Math.exp(-(dims / Math.max(1e-6, crowns)) * cover * width);
  const reach = length / 2;
  const at = (k: number): Point => [middle[0] + along[0] * k * reach, middle[1] + along[1] * k * reach];
  return { stretches: [{ from: at(-1), to: at(1), height, theta }], breaks: [] };
}

const tallest = (grown: readonly Grown[], year: number): number[] => [
  0,
  ...[...new Set(grown.map(({ laidRow }) => laidRow))].map((row) => heightOfRow(grown, row, year)),
];

/** Middle, main direction, length and width of a cloud of plants. */
function spread(x: Float64Array, y: Float64Array) {
  const n = x.length;
  const [mx, my] = [x.reduce((a, b) => a + b, 0) / n, y.reduce((a, b) => a + b, 0) / n];
  let [xx, xy, yy] = [0, 0, 0];
  for (let i = 0; i < n; i++) {
    xx += (x[i]! - mx) ** 2;
    xy += (x[i]! - mx) * (y[i]! - my);
    yy += (y[i]! - my) ** 2;
  }
  const turn = Math.atan2(2 * xy, xx - yy) / 2;
  const along: Point = [Math.cos(turn), Math.sin(turn)];
  let [a0, a1, c0, c1] = [Infinity, -Infinity, Infinity, -Infinity];
  for (let i = 0; i < n; i++) {
    const [dx, dy] = [x[i]! - mx, y[i]! - my];
    const [a, c] = [dx * along[0] + dy * along[1], dy * along[0] - dx * along[1]];
    [a0, a1, c0, c1] = [Math.min(a0, a), Math.max(a1, a), Math.min(c0, c), Math.max(c1, c)];
  }
  return { middle: [mx, my] as Point, along, length: Math.max(1, a1 - a0), width: Math.max(1, c1 - c0) };
}

/** A tree that stands: a cross as wide as its crown, open below it, as dense as the sun finds such crowns. */
function standingTree({ at: [x, y], height, crown, leaf }: FeatureOf<'tree'>, leafy: boolean): Barrier[] {
  if (height < LOW || crown <= 0) return [];
  const { extinction, crownBase } = sunData;
  const dims = leaf === 'evergreen' ? extinction.evergreen : leafy ? extinction.inLeaf : extinction.leafless;
  const through = Math.exp(-dims * (2 / 3) * crown); // mean path through a ball
  const theta = crownBase + (1 - crownBase) * through;
  const r = crown / 2;
  return [
    { from: [x - r, y], to: [x + r, y], height, theta },
    { from: [x, y - r], to: [x, y + r], height, theta },
  ];
}

/** Walls and buildings, as high as the mean of eaves and ridge. */
function structure(feature: Feature): Barrier[] {
  if (feature.kind === 'fence' && feature.solid)
    return feature.line.slice(1).map((to, k) => ({ from: feature.line[k]!, to, height: feature.height, theta: SOLID }));
  if (feature.kind !== 'building') return [];
  const height = (feature.eaves + Math.max(feature.eaves, feature.ridge)) / 2;
  return feature.ring.map((from, k) => ({
    from,
    to: feature.ring[(k + 1) % feature.ring.length]!,
    height,
    theta: SOLID,
  }));
}

/** Share of the open wind from `from` degrees that is left at a place, 0.1 to 1 and over 1 in a gap. `except` is left out: nothing shelters itself. */
export function windLeft(p: Point, from: number, { bodies }: WindScene, except?: string): number {
  const radians = (from * Math.PI) / 180;
  const [ux, uy] = [-Math.sin(radians), -Math.cos(radians)]; // downwind
  const each: number[] = [];
  let faster = 1;
  for (const { of, stretches, breaks } of bodies) {
    if (of === except) continue;
    const left = windPast(p, from, stretches);
    if (left < 1) each.push(left);
    for (const { at, along, width, height } of breaks) {
      const [dx, dy] = [p[0] - at[0], p[1] - at[1]];
      const clear = width * Math.abs(ux * along[1] - uy * along[0]);
      faster *= gapWind(clear, height, dx * ux + dy * uy, dx * uy - dy * ux);
    }
  }
  return togetherWind(each) * faster;
}

/** Per cent by which the wind of a season is cut at a place, over its rose. */
export function windCutAt(
  p: Point,
  sectors: Rose[Season],
  scene: WindScene,
  except?: string,
  power: 1 | 2 | 3 = 1,
): number {
  return cutOverRose(
    sectors.map(({ share, speed }, k) => ({
      share,
      speed,
      left: share > 0 ? windLeft(p, (k * 360) / sectors.length, scene, except) : 1,
    })),
    power,
  );
}

/** Places asked over a ring: a lattice of about so many points. */
const ASKED = 25;

/** Points spread evenly over a ring; its middle where it is too small for a lattice. */
export function spotsIn(ring: readonly Point[]): Point[] {
  const xs = ring.map(([x]) => x);
  const ys = ring.map(([, y]) => y);
  const [w, e, s, n] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const side = Math.sqrt(((e - w) * (n - s)) / ASKED) || 1;
  const found: Point[] = [];
  for (let x = w + side / 2; x < e; x += side)
    for (let y = s + side / 2; y < n; y += side) if (isInside(ring, [x, y])) found.push([x, y]);
  return found.length > 0 ? found : [[(w + e) / 2, (s + n) / 2]];
}

/** Mean per cent by which a season's wind is cut over a place drawn on the ground. */
export function windCutOver(feature: Feature, sectors: Rose[Season], scene: WindScene): number {
  const spots = 'ring' in feature ? spotsIn(feature.ring) : 'at' in feature ? [feature.at] : feature.line;
  return spots.reduce((sum, p) => sum + windCutAt(p, sectors, scene, feature.id), 0) / spots.length;
}

const MIDDLE: Readonly<Record<Season, number>> = { winter: 1, spring: 4, summer: 7, autumn: 10 };

/** Whether what sheds its leaves is in leaf in the middle of a season. */
export const leafyIn = (season: Season, { latitude }: Holding['place']): boolean =>
  inLeaf(latitude >= 0 ? MIDDLE[season] : ((MIDDLE[season] + 5) % 12) + 1, latitude);
