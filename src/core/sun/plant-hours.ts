import Flatbush from 'flatbush';
import { castersOf, rayFrom, type Caster, type Ray } from './casters.ts';
import { reliefOf } from '../ground/relief.ts';
import { daySuns, inLeaf, type Sun } from './sun.ts';
import sunData from './sun.json' with { type: 'json' };
import type { Holding } from '../holding/schema.ts';
import { kept } from '../derived/derived.ts';
import { RowsBefore } from '../ranks/rows-before.ts';
import type { Stand } from '../ranks/stand.ts';

/** Hours of direct sun a day, mean of the three middle months of the growing season, by plant of a stand. */
export interface SunHours {
  /** Of plant `i`; Infinity where nothing near can shade it. Worked out when it is first asked, then kept. */
  at(i: number): number;
  /** Plants spread evenly over the stand, and the one closest to each thing that throws shade: few enough for every edit. */
  readonly sample: readonly number[];
}

/** Plants in a sample: the sun is the dearest question of all, and shade has soft edges. */
const SAMPLED = 120;
/** Shadows are followed so many times as far as what throws them rises over the plant: a sun 11 degrees high. */
const REACH = 5;

/** Hours of plants of rows on one ground. */
const rowsOn = kept(function rowsOn(
  _place: Holding['place'],
  _features: Holding['features'],
  _terrain: Holding['terrain'],
) {
  return new RowsBefore<Float64Array>();
});

/** Hours by plant, not a number where nobody has asked yet; what was worked out before an edit stays for rows that stay. */
function keptHours(stand: Stand, rows: RowsBefore<Float64Array>): Float64Array {
  const hours = new Float64Array(stand.count).fill(Number.NaN);
  rows.carry(stand, hours, (earlier, then, length, from) => hours.set(earlier.subarray(then, then + length), from));
  return hours;
}

export const sunHours = (
  { features, terrain, place }: Pick<Holding, 'features' | 'terrain' | 'place'>,
  stand: Stand,
): SunHours => hoursOn(stand, place, features, terrain);

const hoursOn = kept(function hoursOn(
  stand: Stand,
  place: Holding['place'],
  features: Holding['features'],
  terrain: Holding['terrain'],
): SunHours {
  const relief = reliefOf({ terrain, features });
  const ground = (i: number) => relief?.heightAt([stand.x[i]!, stand.y[i]!]) ?? 0;
  const lowest = relief ? Math.min(...Array.from({ length: stand.count }, (_, i) => ground(i))) : 0;
  const reaching = withinReach(castersOf(features, relief), lowest, stand);
  const { casters } = reaching;
  const suns = casters.length > 0 ? sunsOf(place) : [];
  const known = keptHours(stand, rowsOn(place, features, terrain));
  const ask = (i: number): number => {
    const [x, y] = [stand.x[i]!, stand.y[i]!];
    // Casters stand on the relief: so does the plant, else a house on a hill would shade by its elevation.
    const z = ground(i) + sunData.leaf;
    // How high each looms over the plant; in a wood the few that loom highest take nearly all of the sun.
    const looming = reaching.at(x, y).flatMap((caster) => {
      const [w, s, e, n] = caster.box;
      const aside = Math.hypot(Math.max(0, w - x, x - e), Math.max(0, s - y, y - n));
      return aside < (caster.top - z) * REACH ? [{ caster, looms: (caster.top - z) / Math.max(0.5, aside) }] : [];
    });
    const near = (
      looming.length > MOST_NEAR ? looming.sort((a, b) => b.looms - a.looms).slice(0, MOST_NEAR) : looming
    ).map(({ caster }) => caster);
    if (near.length === 0) return Infinity;
    return suns.reduce((sum, sun) => sum + sun.hours * passing(near, rayFrom([x, y], z, sun)), 0);
  };
  // Steps by doubling, and anew in each row: an edit of one row leaves the samples of the others where they were.
  const step = 2 ** Math.max(0, Math.ceil(Math.log2(stand.count / SAMPLED)));
  const evenly = stand.rows.flatMap(({ from, to }) =>
    Array.from({ length: Math.ceil((to - from) / step) }, (_, k) => from + k * step),
  );
  const hours: SunHours = {
    at: (i) => (Number.isNaN(known[i]!) ? (known[i] = ask(i)) : known[i]!),
    sample:
      casters.length > 0 && stand.count > 0
        ? [...evenly, ...casters.slice(0, MOST_CLOSEST).map((caster) => closest(caster, stand))]
        : [],
  };
  return hours;
});

/** Things near one plant that are asked. */
const MOST_NEAR = 16;
/** Things that throw shade for which the closest plant is looked up; where there are more, plants everywhere are near one. */
const MOST_CLOSEST = 60;

/** Casters whose shadows reach the stand at all, and those that may reach a place, by an index. */
function withinReach(all: readonly Caster[], lowest: number, { x, y, count }: Stand) {
  let [west, south, east, north] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < count; i++) {
    west = Math.min(west, x[i]!);
    east = Math.max(east, x[i]!);
    south = Math.min(south, y[i]!);
    north = Math.max(north, y[i]!);
  }
  const far = ({ top }: Caster) => Math.max(0, top - lowest) * REACH;
  const casters = all.filter(
    (caster) =>
      caster.box[0] - far(caster) <= east &&
      caster.box[2] + far(caster) >= west &&
      caster.box[1] - far(caster) <= north &&
      caster.box[3] + far(caster) >= south,
  );
  if (casters.length < 8) return { casters, at: () => casters };
  const index = new Flatbush(casters.length);
  for (const caster of casters) {
    const [w, s, e, n] = caster.box;
    index.add(w - far(caster), s - far(caster), e + far(caster), n + far(caster));
  }
  index.finish();
  return { casters, at: (px: number, py: number) => index.search(px, py, px, py).map((i) => casters[i]!) };
}

/**
 * Plants with less sun than their species wants (hours a day by index in the stand's species). The sample tells
 * where to look; each plant there is asked before it is spoken of.
 */
export function darkPlants(hours: SunHours, stand: Stand, wants: readonly number[]): number[] {
  const sample = [...new Set(hours.sample)].sort((a, b) => a - b);
  const most = Math.max(0, ...wants);
  const isNear = sample.map((i) => hours.at(i) < most + MARGIN);
  const dark: number[] = [];
  sample.forEach((from, k) => {
    // Between two places in full sun nothing is asked; the last sample stands for what is behind it.
    if (!isNear[k] && !isNear[k + 1]) return;
    for (let i = from; i < (sample[k + 1] ?? stand.count); i++)
      if (hours.at(i) < wants[stand.species[i]!]! - 1e-6) dark.push(i);
  });
  return dark;
}

/** The plant closest to a caster: a narrow shade falls between plants that are spread evenly. */
function closest({ box: [w, s, e, n] }: Caster, { x, y, count }: Stand): number {
  const [cx, cy] = [(w + e) / 2, (s + n) / 2];
  let [best, least] = [0, Infinity];
  for (let i = 0; i < count; i++) {
    const squared = (x[i]! - cx) ** 2 + (y[i]! - cy) ** 2;
    if (squared < least) [best, least] = [i, squared];
  }
  return best;
}

/** A sampled plant with less than this over what is wanted has its neighbours asked too, hours. */
const MARGIN = 2.5;

function passing(casters: readonly Caster[], ray: Ray): number {
  let share = 1;
  for (const caster of casters) {
    if (share === 0) return 0;
    if (!misses(caster, ray)) share *= caster.passes(ray, true);
  }
  return share;
}

/** Whether the ray runs away from a caster or past it: the cheap test before the dear one. */
function misses({ box: [w, s, e, n] }: Caster, { x, y, ux, uy }: Ray): boolean {
  const [dx, dy] = [(w + e) / 2 - x, (s + n) / 2 - y];
  const half = Math.hypot(e - w, n - s) / 2;
  return Math.abs(dx * uy - dy * ux) > half || dx * ux + dy * uy < -half;
}

let sunsKnown: { place: Holding['place']; suns: readonly Sun[] } | null = null;
function sunsOf(place: Holding['place']): readonly Sun[] {
  if (sunsKnown?.place === place) return sunsKnown.suns;
  const months = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12].filter((month) => inLeaf(month, place.latitude)).slice(1, 4);
  const suns = months
    .flatMap((month) => daySuns(place, { month, stepMinutes: 90 }))
    .map((sun) => ({ ...sun, hours: sun.hours / months.length }));
  sunsKnown = { place, suns };
  return suns;
}
