import { directionAt, pointAt } from '../geometry/polyline.ts';
import type { Clearing, Gap, Holding, Planting, Row } from '../holding/schema.ts';
import { TOL } from '../units/rounding.ts';
import { layBaseline, type LaidBaseline } from './baseline.ts';
import { lowerBound, places, standardPlaces } from './counting.ts';
import { sequenceOf } from './sequence.ts';
import { rowLine, type RowLine } from './row-line.ts';
import { emptyStand, type LaidRow, type Stand } from './stand.ts';

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
export function layOut(planting: Planting, holding: Pick<Holding, 'boundary' | 'features'>): Layout {
  const baseline = layBaseline(planting.baseline, holding);
  if (!baseline) {
    const sentence = `${planting.name} has lost its baseline: what it followed is gone or too short. Draw the line again.`;
    return { baseline, stand: emptyStand(), problem: { code: 'no-baseline', sentence } };
  }
  const sign = planting.side === 'right' ? 1 : -1;
  let offset = 0;
  const lines = planting.rows.map((row) => ({ row, offset: (offset += row.rowGap), trace: rowLine(baseline, sign * offset) }));
  const expected = lines.reduce((sum, { row, trace }) => sum + (trace ? trace.line.length / row.spacing + 1 : 0), 0);
  if (expected > MOST_PLANTS) {
    const sentence = `${planting.name} would hold about ${Math.round(expected / 1000)} thousand plants; at most ${MOST_PLANTS / 1000} thousand are laid. Widen the spacing or shorten the line.`;
    return { baseline, stand: emptyStand(), problem: { code: 'too-many', sentence } };
  }
  return { baseline, stand: fill(lines, planting, baseline), problem: null };
}

interface Line {
  readonly row: Row;
  readonly offset: number;
  readonly trace: RowLine | null;
}

function fill(lines: readonly Line[], { gaps, clearings }: Pick<Planting, 'gaps' | 'clearings'>, baseline: LaidBaseline): Stand {
  const drafts = lines.map(({ row, trace }) => {
    if (!trace) return null;
    const start = row.inset + row.trim.start;
    const { at, spacing } = places(trace.line.length - row.inset - start - row.trim.stop, { ...row, closed: baseline.closed });
    return { trace, spacing, at: at.map((chainage) => chainage + start) };
  });
  const most = drafts.reduce((sum, draft) => sum + (draft?.at.length ?? 0), 0);
  const names = new Names();
  const columns = {
    x: new Float64Array(most),
    y: new Float64Array(most),
    row: new Uint16Array(most),
    place: new Uint32Array(most),
    chainage: new Float64Array(most),
    station: new Float64Array(most),
    species: new Uint16Array(most),
    stock: new Uint8Array(most),
  };
  const passages = gaps.map((gap) => passage(gap, baseline));
  const dropped = { standards: 0, swaps: 0 };
  const rows: LaidRow[] = [];
  let count = 0;
  lines.forEach(({ row, offset }, r) => {
    const draft = drafts[r];
    const from = count;
    if (draft) {
      count = placeRow(columns, count, r, draft.trace, draft.at, passages, clearings);
      const at = columns.chainage.subarray(from, count);
      const left = choose(row, draft, at, columns.species.subarray(from, count), columns.stock.subarray(from, count), names);
      dropped.standards += left.standards;
      dropped.swaps += left.swaps;
    }
    rows.push({ row, offset, line: draft?.trace.line ?? null, spacing: draft?.spacing ?? row.spacing, from, to: count });
  });
  const cut = Object.fromEntries(Object.entries(columns).map(([key, column]) => [key, column.subarray(0, count)])) as unknown as typeof columns;
  return { count, ...cut, rows, speciesIds: names.species.list, stockIds: names.stock.list, dropped };
}

/** A straight way through all rows, square to the baseline at the gap's middle. */
interface Passage {
  readonly x: number;
  readonly y: number;
  readonly ux: number;
  readonly uy: number;
  readonly half: number;
  readonly at: number;
}

function passage({ at, width }: Gap, { line }: LaidBaseline): Passage {
  const [x, y] = pointAt(line, Math.min(at, line.length));
  const [ux, uy] = directionAt(line, Math.min(at, line.length));
  return { x, y, ux, uy, half: width / 2, at };
}

/** Places one row's plants that no passage clears; the number of plants so far comes back. */
function placeRow(
  columns: Pick<Stand, 'x' | 'y' | 'row' | 'place' | 'chainage' | 'station'>,
  start: number,
  r: number,
  { line: { points, chainages }, from, to }: RowLine,
  at: Float64Array,
  passages: readonly Passage[],
  clearings: readonly Clearing[],
): number {
  let count = start;
  let i = 0;
  const last = points.length - 2;
  for (let place = 0; place < at.length; place++) {
    const chainage = at[place]!;
    while (i < last && chainages[i + 1]! < chainage) i++;
    const a = points[i]!;
    const b = points[i + 1]!;
    const t = (chainage - chainages[i]!) / (chainages[i + 1]! - chainages[i]!);
    const x = a[0] + (b[0] - a[0]) * t;
    const y = a[1] + (b[1] - a[1]) * t;
    const station = from[i]! + (to[i]! - from[i]!) * Math.min(1, Math.max(0, t));
    if (isCleared(passages, x, y, station) || clearings.some((round) => Math.hypot(x - round.at[0], y - round.at[1]) < round.radius - TOL)) continue;
    columns.x[count] = x;
    columns.y[count] = y;
    columns.row[count] = r;
    columns.place[count] = place;
    columns.chainage[count] = chainage;
    columns.station[count] = station;
    count++;
  }
  return count;
}

function isCleared(passages: readonly Passage[], x: number, y: number, station: number): boolean {
  for (let i = 0; i < passages.length; i++) {
    const { x: px, y: py, ux, uy, half, at } = passages[i]!;
    const along = (x - px) * ux + (y - py) * uy;
    // On a bend a plant in the way can have a station well off the gap's; beyond three widths it is another leg.
    if (Math.abs(along) < half - TOL && Math.abs(station - at) < half * 3 + 20) return true;
  }
  return false;
}

/** Writes each plant's species and stock: sequence on what stands, hand swaps, then standards over it. */
function choose(row: Row, draft: { trace: RowLine; spacing: number }, at: Float64Array, species: Uint16Array, stock: Uint8Array, names: Names) {
  const sequence = sequenceOf(row, at.length).map((id) => names.species.indexOf(id));
  const stockIndex = names.stock.indexOf(row.stock);
  for (let i = 0; i < at.length; i++) {
    species[i] = sequence[i % sequence.length]!;
    stock[i] = stockIndex;
  }
  let swaps = 0;
  for (const swap of row.swaps) {
    const i = nearest(at, swap.at);
    if (i >= 0 && Math.abs(at[i]! - swap.at) <= draft.spacing / 2 + TOL) species[i] = names.species.indexOf(swap.species);
    else swaps++;
  }
  if (!row.standards) return { standards: 0, swaps };
  const { every, first, species: id, stock: standardStock } = row.standards;
  const { length } = draft.trace.line;
  const taken = standardPlaces(at, length, { every, first, within: every / 2 });
  for (const i of taken) {
    species[i] = names.species.indexOf(id);
    stock[i] = names.stock.indexOf(standardStock);
  }
  return { standards: first > length + TOL ? 0 : Math.floor((length - first + TOL) / every) + 1 - taken.size, swaps };
}

function nearest(at: Float64Array, target: number): number {
  const above = lowerBound(at, target);
  if (above === 0) return at.length > 0 ? 0 : -1;
  return above === at.length || target - at[above - 1]! <= at[above]! - target ? above - 1 : above;
}

class Index {
  readonly list: string[] = [];
  private readonly at = new Map<string, number>();
  indexOf(id: string): number {
    const known = this.at.get(id);
    if (known !== undefined) return known;
    this.at.set(id, this.list.push(id) - 1);
    return this.list.length - 1;
  }
}

class Names {
  readonly species = new Index();
  readonly stock = new Index();
}
