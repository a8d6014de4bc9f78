import { compassName, crossing, type Point } from '../geometry/point.ts';
import { directionAt, pointAt } from '../geometry/polyline.ts';
import { nameOf } from '../ground/features.ts';
import { isBelt } from '../ranks/outline.ts';
import { daySuns, midwinter } from '../sun/sun.ts';
import type { CrownShape } from '../years/crown.ts';
import type { Grown } from '../years/grown.ts';
import type { StandYears } from '../years/stand-years.ts';
import { LAST_YEAR } from '../years/growth.ts';
import type { Outlook } from './outlook.ts';
import { leafyIn, windLeft } from './wind-scene.ts';

/** A crown as it stands in a section: how far across, its height, base and half width, metres. */
export interface Profile {
  readonly u: number;
  readonly height: number;
  readonly base: number;
  readonly half: number;
}

/** One plant in a section, in the year shown and when it is full grown. */
export interface SectionPlant {
  readonly kind: Grown;
  readonly ground: number;
  readonly shape: CrownShape;
  readonly now: Profile;
  readonly later: Profile;
}

/** What a section cuts: on the ground, or over it. */
export interface SectionThing {
  readonly kind: 'boundary' | 'wire' | 'building' | 'place' | 'fence' | 'water' | 'tree' | 'track';
  readonly name: string;
  /** From and to across the section, metres; alike for what is cut square. */
  readonly from: number;
  readonly to: number;
  /** Heights above its own ground, metres: foot and top, eaves and ridge of a building. */
  readonly low: number;
  readonly high: number;
}

/** A section square to the rows. Metres: `u` to the right of the line, heights above the ground where the line is cut. */
export interface Section {
  readonly at: Point;
  readonly across: Point;
  /** Compass name of what one looks towards. */
  readonly looking: string;
  readonly from: number;
  readonly to: number;
  readonly ground: readonly (readonly [u: number, z: number])[];
  readonly plants: readonly SectionPlant[];
  readonly things: readonly SectionThing[];
  /** Share of the open wind left along it, from the side that the season's wind mostly comes from; null where none is known. */
  readonly wind: {
    readonly from: number;
    readonly left: readonly (readonly [u: number, left: number])[];
    readonly blows: 1 | -1;
  } | null;
  /** The midwinter noon sun over the tallest plant: from its top to where its shadow ends; null where it falls along the rows or never rises. */
  readonly sun: { readonly from: readonly [number, number]; readonly to: readonly [number, number] } | null;
}

/** How far a section is drawn to either side of the rows, metres, and points of its wind curve and ground. */
const SIDE = { least: 20, most: 90 };
/** Room round what is drawn at its ends, and how near a boundary matters, metres. */
const ROUND = 4;
const NEAR = 25;
const POINTS = 60;

/** Where a section may be laid along a planting: its length, metres. */
export const sectionLength = ({ laid: { layout } }: StandYears): number => layout.baseline?.line.length ?? 0;

/** The section across a planting at a chainage of its line, in one year and season. */
export function sectionAt(
  stand: StandYears,
  chainage: number,
  year: number,
  season: 'winter' | 'summer',
  outlook: Outlook,
): Section | null {
  const { layout, planting } = stand.laid;
  if (!layout.baseline) return null;
  const line = layout.baseline.line;
  const held = Math.min(line.length, Math.max(0, chainage));
  const at = pointAt(line, held);
  const [dx, dy] = directionAt(line, held);
  const across: Point = [dy, -dx]; // to the right of the line
  const plants = cutPlants(stand, at, across, year, outlook, isBelt(planting.baseline));
  const spot = (u: number): Point => [at[0] + across[0] * u, at[1] + across[1] * u];
  const far = thingsCut(outlook, spot(-SIDE.most), spot(SIDE.most), -SIDE.most, SIDE.most);
  const [from, to] = extent(plants, far);
  const zero = outlook.relief?.heightAt(at) ?? 0;
  const steps = Array.from({ length: POINTS + 1 }, (_, k) => from + ((to - from) * k) / POINTS);
  return {
    at,
    across,
    looking: compassName((Math.atan2(dx, dy) * 180) / Math.PI),
    from,
    to,
    ground: steps.map((u) => [u, (outlook.relief?.heightAt(spot(u)) ?? zero) - zero] as const),
    plants,
    things: far.filter((thing) => thing.to >= from && thing.from <= to),
    wind: windAlong(outlook, season, year, steps, spot, across),
    sun: noonOver(plants, outlook, across),
  };
}

/** From where to where a section is drawn: past the rows on both sides, and as far as what the planting is for. */
function extent(plants: readonly SectionPlant[], things: readonly SectionThing[]): [number, number] {
  const reach = plants.map(({ now }) => now.u);
  const [first, last] = [Math.min(0, ...reach), Math.max(0, ...reach)];
  const matter = things.filter(
    ({ kind }) => kind === 'building' || kind === 'place' || kind === 'track' || kind === 'wire',
  );
  const near = things.filter(({ kind, from }) => kind === 'boundary' && from > first - NEAR && from < last + NEAR);
  const ends = [...matter, ...near].flatMap(({ from, to }) => [from - ROUND, to + ROUND]);
  return [
    Math.max(-SIDE.most, Math.min(first - SIDE.least, ...ends)),
    Math.min(SIDE.most, Math.max(last + SIDE.least, ...ends)),
  ];
}

/** In a belt of each row the plant nearest to the section; elsewhere what stands within a stride of it. */
function cutPlants(
  { laid, grown, of }: StandYears,
  at: Point,
  across: Point,
  year: number,
  { relief }: Outlook,
  belt: boolean,
): SectionPlant[] {
  const { stand } = laid.layout;
  const nearest = new Map<number, { i: number; off: number }>();
  const found: number[] = [];
  for (let i = 0; i < stand.count; i++) {
    const [px, py] = [stand.x[i]! - at[0], stand.y[i]! - at[1]];
    const off = Math.abs(px * across[1] - py * across[0]);
    const one = grown[of[i]!]!;
    if (belt) {
      const known = nearest.get(stand.row[i]!);
      if (off < one.spacing && (!known || off < known.off)) nearest.set(stand.row[i]!, { i, off });
    } else if (off < STRIDE) found.push(i);
  }
  const zero = relief?.heightAt(at) ?? 0;
  return [...found, ...[...nearest.values()].map(({ i }) => i)]
    .map((i): SectionPlant => {
      const one = grown[of[i]!]!;
      const u = (stand.x[i]! - at[0]) * across[0] + (stand.y[i]! - at[1]) * across[1];
      const profile = (y: number): Profile => ({ u, height: one.height[y]!, base: one.base[y]!, half: one.across[y]! });
      return {
        kind: one,
        shape: one.shape,
        ground: (relief?.heightAt([stand.x[i]!, stand.y[i]!]) ?? zero) - zero,
        now: profile(year),
        later: profile(LAST_YEAR),
      };
    })
    .sort((a, b) => a.now.u - b.now.u);
}

const STRIDE = 1.5;

function thingsCut({ holding }: Outlook, a: Point, b: Point, from: number, to: number): SectionThing[] {
  const where = (p: Point, q: Point): number | null => {
    const hit = crossing(a, b, p, q);
    return hit ? from + hit.t * (to - from) : null;
  };
  const things: SectionThing[] = [];
  const put = (kind: SectionThing['kind'], name: string, at: readonly (number | null)[], low: number, high: number) => {
    const cuts = at.filter((u) => u !== null);
    if (cuts.length > 0) things.push({ kind, name, from: Math.min(...cuts), to: Math.max(...cuts), low, high });
  };
  const edges = (points: readonly Point[], closed: boolean) =>
    points.flatMap((p, i) => (i + 1 < points.length || closed ? [where(p, points[(i + 1) % points.length]!)] : []));
  if (holding.boundary)
    for (const u of edges(
      holding.boundary.map(({ at }) => at),
      true,
    ))
      put('boundary', 'boundary', [u], 0, 0);
  for (const feature of holding.features) {
    const name = nameOf(feature);
    if (feature.kind === 'building') put('building', name, edges(feature.ring, true), feature.eaves, feature.ridge);
    if (feature.kind === 'shelter' || feature.kind === 'place') put('place', name, edges(feature.ring, true), 0, 0);
    if (feature.kind === 'overheadLine') put('wire', name, edges(feature.line, false), feature.height, feature.height);
    if (feature.kind === 'fence') put('fence', name, edges(feature.line, false), 0, feature.height);
    if (feature.kind === 'stream' || feature.kind === 'ditch' || feature.kind === 'track')
      for (const u of edges(feature.line, false))
        if (u !== null)
          put(feature.kind === 'track' ? 'track' : 'water', name, [u - feature.width / 2, u + feature.width / 2], 0, 0);
    if (feature.kind === 'tree' && feature.crown > 0) {
      const [px, py] = [feature.at[0] - a[0], feature.at[1] - a[1]];
      const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
      const along = (px * (b[0] - a[0]) + py * (b[1] - a[1])) / length;
      const off = Math.abs(px * (b[1] - a[1]) - py * (b[0] - a[0])) / length;
      if (off < feature.crown / 2 && along > 0 && along < length)
        put('tree', name, [from + along - feature.crown / 2, from + along + feature.crown / 2], 0, feature.height);
    }
  }
  return things;
}

function windAlong(
  outlook: Outlook,
  season: 'winter' | 'summer',
  year: number,
  steps: readonly number[],
  spot: (u: number) => Point,
  across: Point,
): Section['wind'] {
  const sectors = outlook.holding.climate?.rose?.[season];
  if (!sectors) return null;
  // Of the winds that come over the rows, the one that carries most; what blows along them is no section's matter.
  const force = sectors.map(({ share, speed }, k) => {
    const degrees = (k * 2 * Math.PI) / sectors.length;
    return share * speed * speed * Math.abs(Math.sin(degrees) * across[0] + Math.cos(degrees) * across[1]);
  });
  const from = (force.indexOf(Math.max(...force)) * 360) / sectors.length;
  const scene = outlook.wind(year, leafyIn(season, outlook.holding.place));
  const source = Math.sin((from * Math.PI) / 180) * across[0] + Math.cos((from * Math.PI) / 180) * across[1];
  return { from, blows: source > 0 ? -1 : 1, left: steps.map((u) => [u, windLeft(spot(u), from, scene)] as const) };
}

function noonOver(plants: readonly SectionPlant[], { holding }: Outlook, across: Point): Section['sun'] {
  const suns = daySuns(holding.place, { month: midwinter(holding.place.latitude) });
  const tall = plants.reduce<SectionPlant | null>(
    (best, one) => (best && best.now.height >= one.now.height ? best : one),
    null,
  );
  if (suns.length === 0 || !tall) return null;
  const noon = suns.reduce((best, sun) => (sun.elevation > best.elevation ? sun : best));
  const az = (noon.azimuth * Math.PI) / 180;
  const square = -(Math.sin(az) * across[0] + Math.cos(az) * across[1]);
  if (Math.abs(square) < 0.2) return null;
  const top = tall.ground + tall.now.height;
  return { from: [tall.now.u, top], to: [tall.now.u + (square * top) / Math.tan((noon.elevation * Math.PI) / 180), 0] };
}
