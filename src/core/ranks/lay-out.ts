import { derived } from '../derived/derived.ts';
import { onRootstock } from '../species/rootstocks.ts';
import { runOf } from '../species/stock.ts';
import type { Clearing, Holding, Planting, Row, Run } from '../holding/schema.ts';
import { bookOf, type SpeciesBook } from '../species/book.ts';
import { TOL } from '../units/rounding.ts';
import { layBaseline, type LaidBaseline } from './baseline.ts';
import { lowerBound, standardPlaces } from './counting.ts';
import { isInWay, passageOf, type Passage } from './passages.ts';
import { runKey, sequenceOf } from './sequence.ts';
import type { RowLine } from './row-line.ts';
import { emptyStand, type LaidRow, type Lot, type Stand } from './stand.ts';
import type { RowString } from './row-string.ts';
import { guessPlants, stringsOf } from './strings.ts';

/** Most plants of one planting that are laid; above it somebody mistyped. */
export const MOST_PLANTS = 250_000;

/** What is laid when a planting cannot be, said for people. */
export interface LayoutProblem {
  readonly code: 'no-baseline' | 'too-many';
  readonly sentence: string;
}

export interface Layout {
  readonly baseline: LaidBaseline | null;
  readonly stand: Stand;
  readonly problem: LayoutProblem | null;
}

/** Every plant of a planting, worked out from its baseline, rows and gaps. Rows with no line left hold no plants. */
export const layOut = derived(function layOut(
  planting: Planting,
  holding: Pick<Holding, 'boundary' | 'features' | 'species'>,
): Layout {
  const baseline = layBaseline(planting.baseline, holding);
  if (!baseline) {
    const sentence = `${planting.name} has lost its baseline: what it followed is gone or too short. Draw the line again.`;
    return { baseline, stand: emptyStand(), problem: { code: 'no-baseline', sentence } };
  }
  const expected = guessPlants(planting, baseline);
  if (expected > MOST_PLANTS) {
    const sentence = `${planting.name} would hold about ${Math.round(expected / 1000)} thousand plants; at most ${MOST_PLANTS / 1000} thousand are laid. Widen the spacing or ${planting.baseline.kind === 'block' ? 'make the block smaller' : 'shorten the line'}.`;
    return { baseline, stand: emptyStand(), problem: { code: 'too-many', sentence } };
  }
  return { baseline, stand: fill(stringsOf(planting, baseline), planting, baseline, bookOf(holding)), problem: null };
});

function fill(
  strings: readonly RowString[],
  { rows: patterns, gaps, clearings }: Pick<Planting, 'rows' | 'gaps' | 'clearings'>,
  baseline: LaidBaseline,
  book: SpeciesBook,
): Stand {
  const most = strings.reduce((sum, { at }) => sum + at.length, 0);
  const columns = {
    x: new Float64Array(most),
    y: new Float64Array(most),
    row: new Uint16Array(most),
    place: new Uint32Array(most),
    chainage: new Float64Array(most),
    station: new Float64Array(most),
    species: new Uint16Array(most),
    stock: new Uint8Array(most),
    lot: new Uint16Array(most),
  };
  const passages = gaps.map((gap) => passageOf(gap, baseline));
  const firstPlace = new Map<Row, number>();
  const rows: LaidRow[] = [];
  let count = 0;
  strings.forEach(({ row, copy, offset, trace, spacing, at, numbers }, r) => {
    const from = count;
    const first = firstPlace.get(row) ?? 0;
    if (trace) count = placeRow(columns, count, r, first, trace, at, numbers, passages, clearings);
    firstPlace.set(row, first + at.length);
    rows.push({ row, copy, offset, line: trace?.line ?? null, spacing, from, to: count });
  });
  const lots = new Lots(book);
  const dropped = { standards: 0, swaps: 0 };
  for (const pattern of patterns) {
    const left = choose(
      pattern,
      rows.filter(({ row }) => row === pattern),
      columns,
      lots,
    );
    dropped.standards += left.standards;
    dropped.swaps += left.swaps;
  }
  const kinds = [...new Set(lots.list.map(({ species }) => species))];
  const stockIds = [...new Set(lots.list.map(({ stock }) => stock))];
  const species = lots.list.map((lot) => kinds.indexOf(lot.species));
  const stock = lots.list.map((lot) => stockIds.indexOf(lot.stock));
  for (let i = 0; i < count; i++) {
    columns.species[i] = species[columns.lot[i]!]!;
    columns.stock[i] = stock[columns.lot[i]!]!;
  }
  const cut = Object.fromEntries(
    Object.entries(columns).map(([key, column]) => [key, column.subarray(0, count)]),
  ) as unknown as typeof columns;
  return { count, ...cut, rows, lots: lots.list, kinds, stockIds, dropped };
}

/** Places one row's plants that no passage clears; the number of plants so far comes back. */
function placeRow(
  columns: Pick<Stand, 'x' | 'y' | 'row' | 'place' | 'chainage' | 'station'>,
  start: number,
  r: number,
  firstPlace: number,
  { line: { xy, chainages }, from, to }: RowLine,
  at: Float64Array,
  numbered: Uint32Array | undefined,
  passages: readonly Passage[],
  clearings: readonly Clearing[],
): number {
  const { x: xs, y: ys, row, place: numbers, chainage: along, station: stations } = columns;
  let count = start;
  let i = 0;
  const last = chainages.length - 2;
  for (let place = 0; place < at.length; place++) {
    const chainage = at[place]!;
    while (i < last && chainages[i + 1]! < chainage) i++;
    const t = (chainage - chainages[i]!) / (chainages[i + 1]! - chainages[i]!);
    const x = xy[2 * i]! + (xy[2 * i + 2]! - xy[2 * i]!) * t;
    const y = xy[2 * i + 1]! + (xy[2 * i + 3]! - xy[2 * i + 1]!) * t;
    const station = from[i]! + (to[i]! - from[i]!) * (t < 0 ? 0 : t > 1 ? 1 : t);
    if (isInWay(passages, x, y, station) || isRounded(clearings, x, y)) continue;
    xs[count] = x;
    ys[count] = y;
    row[count] = r;
    numbers[count] = firstPlace + (numbered ? numbered[place]! : place);
    along[count] = chainage;
    stations[count] = station;
    count++;
  }
  return count;
}

function isRounded(clearings: readonly Clearing[], x: number, y: number): boolean {
  for (let i = 0; i < clearings.length; i++) {
    const { at, radius } = clearings[i]!;
    if (Math.hypot(x - at[0], y - at[1]) < radius - TOL) return true;
  }
  return false;
}

/** Writes each plant's lot: the sequence on what stands, over all copies of the row; hand swaps; standards over it. */
function choose(row: Row, copies: readonly LaidRow[], { chainage, lot }: Pick<Stand, 'chainage' | 'lot'>, lots: Lots) {
  const { kept, later, out } = row;
  // A hand swap names its species alone: the first run of it is meant, unless one is of that species with nothing more said.
  const runOfKey = new Map<string, Run>(row.runs.toReversed().map((run) => [run.species, run]));
  for (const run of row.runs.toReversed()) runOfKey.set(runKey(run), run);
  // A hand swap to a species that the row does not have is bought as the row is, where it is sold so.
  const lotOf = (key: string) => {
    const { stock = row.stock, count: _, ...run } = runOfKey.get(key) ?? lots.runOf(key, row.stock);
    return lots.indexOf({ ...run, stock, kept, later, out });
  };
  const known = new Map<string, number>();
  const turn = sequenceOf(
    row,
    copies.reduce((sum, { from, to }) => sum + to - from, 0),
  ).map((key) => {
    let index = known.get(key);
    if (index === undefined) known.set(key, (index = lotOf(key)));
    return index;
  });
  const dropped = { standards: 0, swaps: 0 };
  let next = 0;
  for (const { copy, from, to, line, spacing } of copies) {
    for (let i = from; i < to; i++) {
      lot[i] = turn[next]!;
      if (++next === turn.length) next = 0;
    }
    const at = chainage.subarray(from, to);
    for (const swap of row.swaps) {
      if (swap.copy !== copy) continue;
      const i = nearest(at, swap.at);
      if (i >= 0 && Math.abs(at[i]! - swap.at) <= spacing / 2 + TOL) lot[from + i] = lotOf(swap.species);
      else dropped.swaps++;
    }
    if (!row.standards || !line) continue;
    const { every, first, species, stock } = row.standards;
    const taken = standardPlaces(at, line.length, { every, first, within: every / 2 });
    const tall = lots.indexOf({ species, stock, kept: null, later, out });
    for (const i of taken) lot[from + i] = tall;
    dropped.standards +=
      first > line.length + TOL ? 0 : Math.floor((line.length - first + TOL) / every) + 1 - taken.size;
  }
  dropped.swaps += row.swaps.filter((swap) => copies.every(({ copy }) => copy !== swap.copy)).length;
  return dropped;
}

function nearest(at: Float64Array, target: number): number {
  const above = lowerBound(at, target);
  if (above === 0) return at.length > 0 ? 0 : -1;
  return above === at.length || target - at[above - 1]! <= at[above]! - target ? above - 1 : above;
}

/** The lots of a stand as they are first met. */
class Lots {
  readonly list: Lot[] = [];
  private readonly at = new Map<string, number>();
  constructor(private readonly book: SpeciesBook) {}
  runOf = (species: string, stock: string): Run => runOf(this.book.of(species), 1, stock);
  indexOf({
    rootstock,
    ...lot
  }: Omit<Lot, 'species'> & { readonly species: string; readonly rootstock?: string }): number {
    const key = `${lot.species}|${rootstock ?? ''}|${lot.variety ?? ''}|${lot.stock}|${lot.later}|${lot.out ?? ''}|${lot.kept ? JSON.stringify(lot.kept) : ''}`;
    const known = this.at.get(key);
    if (known !== undefined) return known;
    this.at.set(key, this.list.push({ ...lot, species: onRootstock(this.book.of(lot.species), rootstock) }) - 1);
    return this.list.length - 1;
  }
}
