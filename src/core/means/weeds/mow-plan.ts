import type { Point } from '../../geometry/point.ts';
import { pointAt, polyline } from '../../geometry/polyline.ts';
import type { Holding, Planting } from '../../holding/schema.ts';
import { wayFor } from '../../holding/means-schema.ts';
import { settingOf } from '../../holding/settings.ts';
import type { Layout } from '../../ranks/lay-out.ts';
import type { LaidRow } from '../../ranks/stand.ts';
import { headland, mowLane } from './lanes.ts';
import { cleanWidth } from './weed-kit.ts';

/** Grass between two neighbouring rows, and whether the mower passes there. Metres. */
export interface Lane {
  /** Indices in the stand's rows. */
  readonly rows: readonly [number, number];
  readonly clear: number;
  readonly passes: boolean;
  /** How many times the mower goes along it. */
  readonly times: number;
  /** Its middle, from end to end on the plane. */
  readonly line: readonly Point[];
  /** Where the mower turns beyond both ends; none where it does not pass. */
  readonly turns: readonly (readonly Point[])[];
}

export interface MowPlan {
  readonly lanes: readonly Lane[];
  /** Free ground that the mower wants at the row ends to turn from the widest lane into the next. */
  readonly headland: number;
}

/** Points that a lane is drawn by. */
const STEPS = 24;

/** The lanes between the rows of a planting as the steward's mower finds them after planting; nothing between rows on either side of a line. */
export function mowPlan(
  planting: Planting,
  { stand }: Layout,
  holding: Pick<Holding, 'settings' | 'units' | 'prices' | 'currency'>,
): MowPlan {
  const deck = settingOf(holding, 'mower.deck');
  const clearance = settingOf(holding, 'mower.clearance');
  const planted = stand.rows.map((row, index) => ({ row, index })).filter(({ row }) => row.line && row.to > row.from);
  const sorted = planted.toSorted((a, b) => a.row.offset - b.row.offset);
  const kept = ({ row, spacing }: LaidRow) =>
    cleanWidth(wayFor(planting.means.weeds, { row: row.id, species: '', stock: '' }), spacing, holding);
  const pitch = Math.max(0, ...sorted.slice(1).map(({ row }, i) => Math.abs(row.offset - sorted[i]!.row.offset)));
  const free = headland({
    turn: settingOf(holding, 'mower.turn'),
    pitch,
    width: deck,
    margin: settingOf(holding, 'mower.margin'),
  });
  const lanes = sorted.slice(1).map(({ row, index }, i): Lane => {
    const before = sorted[i]!;
    const rowGap = Math.abs(row.offset - before.row.offset);
    const strip = (kept(row) + kept(before.row)) / 2;
    const { clear, passes, times } = mowLane({ rowGap, strip, canopy: 0, clearance, deck });
    const line = between(before.row, row);
    const turns = passes ? [beyond(line[1]!, line[0]!, free), beyond(line.at(-2)!, line.at(-1)!, free)] : [];
    return { rows: [before.index, index], clear: Math.max(0, clear), passes, times, line, turns };
  });
  return { lanes, headland: lanes.some(({ passes }) => passes) ? free : 0 };
}

/** A stroke on from `b`, away from `a`, so many metres long. */
function beyond(a: Point, b: Point, metres: number): Point[] {
  const far = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
  return [b, [b[0] + ((b[0] - a[0]) / far) * metres, b[1] + ((b[1] - a[1]) / far) * metres]];
}

function between(a: LaidRow, b: LaidRow): Point[] {
  const [p, q] = [polyline(a.line!.points), polyline(b.line!.points)];
  return Array.from({ length: STEPS + 1 }, (_, i): Point => {
    const [u, v] = [pointAt(p, (i / STEPS) * p.length), pointAt(q, (i / STEPS) * q.length)];
    return [(u[0] + v[0]) / 2, (u[1] + v[1]) / 2];
  });
}
