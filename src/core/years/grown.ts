import type { Point } from '../geometry/point.ts';
import type { Holding } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import type { Laid } from '../ranks/laid.ts';
import type { Lot } from '../ranks/stand.ts';
import { cutTo } from '../species/mature.ts';
import { stockOf } from '../species/stock.ts';
import bounds from './bounds.json' with { type: 'json' };
import { careOf, type Care } from './care.ts';
import type { CrownShape } from './crown.ts';
import { shapeOf } from './foliage.ts';
import { freeWidth, growingOf, LAST_YEAR, type Growing } from './growth.ts';
import { climb, growthInLight, type Climb, type Tolerance } from './pace.ts';

/** How a run of the model is held: with its middle numbers, or all pushed to what makes plants small or large. */
export type Bound = 'low' | 'middle' | 'high';

export type Push = (typeof bounds)[Bound];
export const pushOf = (bound: Bound): Push => bounds[bound];

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
  /** Share of its gaps that is filled. */
  readonly fill: number;
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

export const YEARS = LAST_YEAR + 1;

/** The kinds of plants of a stand that grow alike, nothing grown yet, and which of them each plant is. */
export function groups({ planting, layout: { stand } }: Laid, holding: Holding): { grown: Grown[]; of: Uint16Array } {
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
      fill: Math.min(1, settingOf(holding, 'order.fill')),
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

/** Where a kind has got to on its curve: the height that it has grown to, uncut. */
export interface State {
  readonly growing: Growing;
  readonly climb: Climb;
}

export function start({ lot, care }: Grown, push: Push): State {
  const usual = growingOf(lot.species, stockOf(lot.stock), care.site);
  const growing = { ...usual, fullHeight: usual.fullHeight * push.full, fastest: usual.fastest * push.speed };
  return { growing, climb: climb(growing) };
}

/** Whether plants are taken out by a year: from then on they are nothing, and their neighbours have their room and light. */
export const isOut = ({ out }: Lot, year: number): boolean => year >= (out ?? Infinity);

/** Height and free width at `year`, cut where it is kept. */
export function size(
  { lot, height, width }: Grown,
  { growing, climb: { height: grown } }: State,
  year: number,
  push: Push,
): void {
  if (year < lot.later || isOut(lot, year)) return;
  const wide = push.width * freeWidth(lot.species, stockOf(lot.stock), growing, grown, year - lot.later);
  const cut = cutTo({ height: grown, width: wide }, lot.kept);
  height[year] = cut.height;
  width[year] = cut.width;
}

/** A season on, at last year's light. */
export function step({ lot, care, light: reached }: Grown, state: State, year: number): void {
  const season = year - lot.later;
  if (season < 0) return;
  state.climb.next(
    care.site * care.pace(season + 1, state.climb.height) * growthInLight(toleranceOf(lot), reached[year]!),
  );
}

const toleranceOf = ({ species }: Lot): Tolerance =>
  ({ shade: 'tolerant', part: 'intermediate', full: 'intolerant' } as const)[species.light[0]];
