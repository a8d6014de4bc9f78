import { derived, kept } from '../derived/derived.ts';
import { bearing, type Point } from '../geometry/point.ts';
import { area } from '../geometry/polygon.ts';
import type { Holding, Planting } from '../holding/schema.ts';
import { isBelt } from '../ranks/outline.ts';
import type { Laid } from '../ranks/laid.ts';
import type { Lot, Stand } from '../ranks/stand.ts';
import { daySuns, inLeaf } from '../sun/sun.ts';
import { matureWidth } from '../species/catalogue.ts';
import { cutTo, type Size } from '../species/mature.ts';
import { stockOf } from '../species/stock.ts';
import bounds from './bounds.json' with { type: 'json' };
import { scatteredCover } from './closure.ts';
import { careOf, livingOf, type Care } from './care.ts';
import { radiusTowards, raisedBase, type CrownShape } from './crown.ts';
import { BASE_RAISES, clearStemOf, foliageOf, dimming, shapeOf, sheddingOf } from './foliage.ts';
import { crownPowerOf, crownWidth, growingOf, LAST_YEAR, type Growing } from './growth.ts';
import light from './light.json' with { type: 'json' };
import { climb, growthInLight, type Climb, type Tolerance } from './pace.ts';
import { rowLight, type LightRow } from './row-light.ts';
import { SKY, skyShare, sunsetAngle, type WeighedSun } from './sky-light.ts';

/** How a run of the model is held: with its middle numbers, or all pushed to what makes plants small or large. */
export type Bound = 'low' | 'middle' | 'high';

/** Plants of one row that grow alike, through the years 0 to 40. Metres; each array by year. */
export interface Grown {
  /** Index of the first laid row that holds them, the row's id, and the lot. */
  readonly laidRow: number;
  readonly row: string;
  readonly lot: Lot;
  readonly plants: number;
  /** Index in the stand of its first plant. */
  readonly first: number;
  readonly spacing: number;
  readonly shape: CrownShape;
  readonly care: Care;
  readonly height: Float64Array;
  /** Free-grown width. */
  readonly width: Float64Array;
  /** Radius along the row and across it, where neighbours cut it. */
  readonly along: Float64Array;
  readonly across: Float64Array;
  readonly base: Float64Array;
  /** Dimming in leaf and leafless, 1/m; share that lives; share of the open light that reaches it. */
  readonly leafy: Float64Array;
  readonly bare: Float64Array;
  readonly alive: Float64Array;
  readonly light: Float64Array;
}

/** A whole stand through the years. */
export interface StandYears {
  readonly laid: Laid;
  readonly grown: readonly Grown[];
  /** Which of `grown` each plant is. */
  readonly of: Uint16Array;
}

const YEARS = LAST_YEAR + 1;

/**
 * A planting year by year: each kind of plants of each row with its own site, care, light and neighbours. Light is last
 * year's, so that rows do not wait for each other: in a belt past rows as cylinders of leaf, in a block or round an anchor
 * by layers. Heights by Chapman-Richards with each season's own pace.
 */
export function standYears(laid: Laid, holding: Holding, bound: Bound = 'middle'): StandYears {
  const { stand } = laid.layout;
  const { grown, of } = groups(laid, holding);
  const belt = isBelt(laid.planting.baseline) ? beltOf(laid) : null;
  const lightBy = belt ? beltLight(belt, stand, holding) : layersLight(laid);
  const push = bounds[bound];
  const states = grown.map((one) => start(one, push));
  for (let year = 0; year < YEARS; year++) {
    grown.forEach((one, g) => size(one, states[g]!, year, push));
    grown.forEach((one) => neighbours(one, year, grown, belt, push));
    if (year === LAST_YEAR) break;
    const reaching = lightBy(grown, year);
    grown.forEach((one, g) => {
      one.light[year] = reaching[g]! * besideTaller(one, grown, year);
      step(one, states[g]!, year);
    });
  }
  grown.forEach(({ light: reached }) => (reached[LAST_YEAR] = reached[LAST_YEAR - 1]!));
  return { laid, grown, of };
}

/** Plants of one row that grow alike, as each would with nothing over or beside it: heights and free-grown widths alone. */
export type Free = Pick<Grown, 'laidRow' | 'row' | 'lot' | 'plants' | 'height' | 'width'>;

/**
 * The quick form of {@link standYears}: the same curves on the same ground with the same care, but for neighbours, so
 * that no plant is ever smaller than among others. Held to `high` it is the safe side of when something is reached.
 */
export const freeYears = derived(function freeYears(
  laid: Laid,
  holding: Holding,
  bound: Bound,
): { readonly grown: readonly Free[]; readonly of: Uint16Array } {
  const { grown, of } = groups(laid, holding);
  const push = bounds[bound];
  for (const one of grown) {
    const state = start(one, push);
    one.light.fill(1);
    for (let year = 0; year < YEARS; year++) {
      size(one, state, year, push);
      step(one, state, year);
    }
  }
  return { grown, of };
});

/** First year, 0 to 40, in which one of these plants may be of a size for which `holds` says yes: at the high bound, with nothing over or beside it. Null when none is. */
export function earliestYear(
  { planting, layout, holding }: Laid & { readonly holding: Holding },
  plants: readonly number[],
  holds: (size: Size, plant: number) => boolean,
): number | null {
  const { grown, of } = freeYears({ planting, layout }, holding, 'high');
  let first: number | null = null;
  for (const i of plants) {
    const { height, width } = grown[of[i]!]!;
    for (let year = 0; year < (first ?? YEARS); year++)
      if (holds({ height: height[year]!, width: width[year]! }, i)) first = year;
  }
  return first;
}

/** Mean over the plants of a row, metres; 0 where it holds none. */
export function meanInRow(grown: readonly Free[], row: string, of: (one: Free) => number): number {
  let [sum, plants] = [0, 0];
  for (const one of grown)
    if (one.row === row) {
      sum += one.plants * of(one);
      plants += one.plants;
    }
  return plants > 0 ? sum / plants : 0;
}

function groups({ planting, layout: { stand } }: Laid, holding: Holding): { grown: Grown[]; of: Uint16Array } {
  const ids = [...new Set(stand.rows.map(({ row }) => row.id))];
  const rowOf = stand.rows.map(({ row }) => ids.indexOf(row.id));
  const kinds = new Int32Array(ids.length * stand.lots.length).fill(-1);
  const found: { laidRow: number; lot: number; plants: number[] }[] = [];
  const of = new Uint16Array(stand.count);
  for (let i = 0; i < stand.count; i++) {
    const [laidRow, lot] = [stand.row[i]!, stand.lot[i]!];
    const kind = rowOf[laidRow]! * stand.lots.length + lot;
    if (kinds[kind] === -1) kinds[kind] = found.push({ laidRow, lot, plants: [] }) - 1;
    of[i] = kinds[kind]!;
    found[of[i]!]!.plants.push(i);
  }
  const column = () => new Float64Array(YEARS);
  const grown = found.map(({ laidRow, lot: index, plants }): Grown => {
    const lot = stand.lots[index]!;
    const { row, spacing } = stand.rows[laidRow]!;
    const middle = plants[Math.floor(plants.length / 2)]!;
    const at: Point = [stand.x[middle]!, stand.y[middle]!];
    return {
      laidRow,
      row: row.id,
      lot,
      plants: plants.length,
      first: plants[0]!,
      spacing,
      shape: shapeOf(lot.species),
      care: careOf(planting, row.id, lot, at, holding),
      height: column(),
      width: column(),
      along: column(),
      across: column(),
      base: column(),
      leafy: column(),
      bare: column(),
      alive: column(),
      light: column(),
    };
  });
  return { grown, of };
}

type Push = (typeof bounds)[Bound];

/** Where a kind has got to on its curve: the height that it has grown to, uncut. */
interface State {
  readonly growing: Growing;
  readonly climb: Climb;
}

function start({ lot, care }: Grown, push: Push): State {
  const usual = growingOf(lot.species, stockOf(lot.stock), care.site);
  const growing = { ...usual, fullHeight: usual.fullHeight * push.full, fastest: usual.fastest * push.speed };
  return { growing, climb: climb(growing) };
}

/** Whether plants are taken out by a year: from then on they are nothing, and their neighbours have their room and light. */
const isOut = ({ out }: Lot, year: number): boolean => year >= (out ?? Infinity);

/** Height and free width at `year`, cut where it is kept. */
function size(
  { lot, height, width }: Grown,
  { growing, climb: { height: grown } }: State,
  year: number,
  push: Push,
): void {
  if (year < lot.later || isOut(lot, year)) return;
  const wide = push.width * crownWidth(grown, growing.fullHeight, matureWidth(lot.species), crownPowerOf(lot.species));
  const cut = cutTo({ height: grown, width: wide }, lot.kept);
  height[year] = cut.height;
  width[year] = cut.width;
}

/** Radii towards the neighbours, the crown's base, how it dims, and how many live. */
function neighbours(one: Grown, year: number, grown: readonly Grown[], belt: Belt | null, push: Push): void {
  const { lot, spacing, shape, height, width } = one;
  const season = year - lot.later;
  if (season < 0 || isOut(lot, year)) return;
  const free = width[year]! / 2;
  one.along[year] = radiusTowards(free, meanFree(grown, one.laidRow, year), spacing);
  const beside = (belt?.beside[one.laidRow] ?? []).map(({ row, gap }) => ({
    meets: radiusTowards(free, meanFree(grown, row, year), gap),
  }));
  const inside = belt ? beside.map(({ meets }) => meets) : [one.along[year]!, one.along[year]!];
  const sides = [inside[0] ?? free, inside[1] ?? free];
  one.across[year] = (sides[0]! + sides[1]!) / 2;
  const clipped = foliageOf(lot) === 'clipped'; // light reaches what is cut back to a face: it stays green to the ground
  const crowding = clipped
    ? 0
    : 0.5 * cutShare(one.along[year]!, free) + sides.reduce((sum, side) => sum + 0.25 * cutShare(side, free), 0);
  const least = lot.kept?.clearStem
    ? Math.min(0.9, lot.kept.clearStem / Math.max(0.1, height[year]!))
    : clearStemOf(lot.species);
  const shedding = { least, shedding: sheddingOf(lot.species), crowding, pace: BASE_RAISES };
  one.base[year] =
    season === 0
      ? least * height[year]!
      : Math.min(0.9 * height[year]!, raisedBase(one.base[year - 1]!, height[year]!, shedding));
  const { leafy, bare } = dimming(lot, {
    shape,
    along: Math.max(0.05, one.along[year]!),
    across: Math.max(0.05, one.across[year]!),
    h: Math.max(0.05, height[year]! - one.base[year]!),
  });
  one.leafy[year] = leafy * push.dimming;
  one.bare[year] = bare * push.dimming;
  one.alive[year] = livingOf(lot.stock, season);
}

/** Share of its outline that a crown of free radius `free` loses to a neighbour that leaves it `left`: none where they only touch. */
const cutShare = (left: number, free: number): number => (left < free ? Math.acos(left / free) / (Math.PI / 2) : 0);

/** Mean free radius of the plants of a laid row, metres. */
function meanFree(grown: readonly Grown[], laidRow: number, year: number): number {
  let [sum, plants] = [0, 0];
  for (const one of grown)
    if (one.laidRow === laidRow) {
      sum += (one.plants * one.width[year]!) / 2;
      plants += one.plants;
    }
  return plants > 0 ? sum / plants : 0;
}

/** A season on, at last year's light. */
function step({ lot, care, light: reached }: Grown, state: State, year: number): void {
  const season = year - lot.later;
  if (season < 0) return;
  state.climb.next(
    care.site * care.pace(season + 1, state.climb.height) * growthInLight(toleranceOf(lot), reached[year]!),
  );
}

const toleranceOf = ({ species }: Lot): Tolerance =>
  ({ shade: 'tolerant', part: 'intermediate', full: 'intolerant' } as const)[species.light[0]];

/** Within its own row a plant stands between others: those much taller take their part of the half of the sky that is over them. */
function besideTaller(one: Grown, grown: readonly Grown[], year: number): number {
  const row = grown.filter(({ laidRow }) => laidRow === one.laidRow);
  const plants = row.reduce((sum, other) => sum + other.plants, 0);
  const z = light.at * one.height[year]!;
  return row.reduce((share, other) => {
    if (other === one || other.height[year]! < light.taller * one.height[year]!) return share;
    const path = other.base[year]! > z ? 0 : 2 * other.across[year]!;
    const takes = 1 - Math.exp(-other.leafy[year]! * path);
    return share * (1 - (light.beside * takes * other.plants * other.alive[year]!) / plants);
  }, 1);
}

interface Belt {
  readonly bearing: number;
  /** By laid row: offset to the right of the bearing, and the rows next to it with their distance. */
  readonly offsets: readonly number[];
  readonly beside: readonly (readonly { readonly row: number; readonly gap: number }[])[];
}

function beltOf({ planting, layout: { stand, baseline } }: Laid): Belt | null {
  if (!baseline) return null;
  const { points } = baseline.line;
  const sign = planting.side === 'right' ? 1 : -1;
  const offsets = stand.rows.map(({ offset }) => sign * offset);
  const planted = stand.rows
    .flatMap(({ from, to }, row) => (to > from ? [row] : []))
    .sort((a, b) => offsets[a]! - offsets[b]!);
  const beside = stand.rows.map((_, row) => {
    const k = planted.indexOf(row);
    return [planted[k - 1], planted[k + 1]].flatMap((next) =>
      k < 0 || next === undefined ? [] : [{ row: next, gap: Math.abs(offsets[next]! - offsets[row]!) }],
    );
  });
  return { bearing: bearing(points[0]!, points.at(-1)!), offsets, beside };
}

type LightBy = (grown: readonly Grown[], year: number) => number[];

/** Light at three quarters of the height of each row, past the other rows, by sun and sky. */
function beltLight(belt: Belt, stand: Stand, { place }: Holding): LightBy {
  const suns = seasonSuns(place);
  const sky = skyShare(light.clearness, sunsetAngle(place.latitude, place.latitude >= 0 ? 172 : 355));
  let kept: { year: number; rows: number[] } | null = null;
  return (grown, year) => {
    if (!kept || year - kept.year >= light.everyYears) {
      const rows = stand.rows.map((_, r) => rowOf(grown, r, belt.offsets[r]!, year));
      kept = {
        year,
        rows: rows.map((row, r) =>
          row.top <= 0
            ? 1
            : (1 - sky) * rowLight(rows, r, belt.bearing, light.at, suns) +
              sky * rowLight(rows, r, belt.bearing, light.at, SKY),
        ),
      };
    }
    const { rows } = kept;
    return grown.map(({ laidRow }) => rows[laidRow]!);
  };
}

function rowOf(grown: readonly Grown[], laidRow: number, offset: number, year: number): LightRow {
  let [plants, top, base, width, mu, stands] = [0, 0, 0, 0, 0, 0];
  for (const one of grown) {
    if (one.laidRow !== laidRow) continue;
    plants += one.plants;
    top += one.plants * one.height[year]!;
    base += one.plants * one.base[year]!;
    width += one.plants * 2 * one.across[year]!;
    mu += one.plants * one.leafy[year]!;
    stands += one.plants * one.alive[year]! * Math.min(1, (2 * one.along[year]!) / one.spacing);
  }
  const n = Math.max(1, plants);
  return { offset, top: top / n, base: base / n, width: Math.max(0.01, width / n), mu: mu / n, stands: stands / n };
}

/** Light by layers where plants do not stand in a belt: those much taller cover their share of the ground at random. */
function layersLight({ planting, layout: { stand } }: Laid): LightBy {
  const plot = Math.max(1, groundOf(planting, stand));
  return (grown, year) => {
    const layers = grown.map((one) => {
      const crowns = one.plants * one.alive[year]! * Math.PI * one.along[year]! * one.across[year]!;
      const thick = (2 / 3) * (one.height[year]! - one.base[year]!); // mean depth of an ellipsoid
      return { cover: scatteredCover(crowns, plot) / 100, takes: 1 - Math.exp(-one.leafy[year]! * thick) };
    });
    return grown.map((one) =>
      grown.reduce((share, other, o) => {
        const over = Math.min(
          1,
          Math.max(0, (other.height[year]! / Math.max(0.05, one.height[year]!) - 1) / light.over),
        );
        return share * (1 - over * layers[o]!.cover * layers[o]!.takes);
      }, 1),
    );
  };
}

/** Ground that a block fills, or rings round their anchors, m². */
const groundOf = ({ baseline }: Planting, { rows }: Stand): number =>
  baseline.kind === 'block'
    ? area(baseline.outline)
    : Math.PI *
      (Math.max(0, ...rows.map(({ offset }) => offset)) + 1) ** 2 *
      Math.max(1, ...rows.map(({ copy }) => copy + 1));

/** Suns of the time in leaf, an hour and a half apart, weighed by how high they stand. */
const seasonSuns = kept(function seasonSuns(place: Holding['place']): WeighedSun[] {
  return [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]
    .filter((month) => inLeaf(month, place.latitude))
    .flatMap((month) => daySuns(place, { month, stepMinutes: 90 }))
    .map(({ azimuth, elevation }) => ({ azimuth, elevation, weight: Math.sin((elevation * Math.PI) / 180) }));
});
