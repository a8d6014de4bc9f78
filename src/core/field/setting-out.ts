import { bearing, distance, type Point } from '../geometry/point.ts';
import { chainageOf, pointAt, type Polyline } from '../geometry/polyline.ts';
import type { Holding } from '../holding/schema.ts';
import type { Laid } from '../ranks/laid.ts';
import { numberInRow, speciesAt } from '../ranks/stand.ts';
import { bestPair, knownPoints, type KnownPoint } from './known-points.ts';
import { chordOf, pegPlaces, type Chord } from './set-out.ts';
import { ALLOWANCES } from './stake.ts';

export const POINT_KINDS = ['zero', 'far', 'anchor', 'end', 'bend', 'gap', 'standard', 'plant'] as const;
export type PointKind = (typeof POINT_KINDS)[number];

/** One point to be set out, and every way in which it is measured. Metres. */
export interface SetPoint {
  readonly kind: PointKind;
  readonly name: string;
  readonly at: Point;
  /** Along the chord from the zero peg and off it, to the right when positive; null where there is no chord. */
  readonly along: number | null;
  readonly off: number | null;
  /** Tapes from the first known point and the second, and on which side of the way from one to the other; null where no two serve. */
  readonly ties: readonly [number, number] | null;
  readonly side: 'left' | 'right' | '';
  /** From the first known point: degrees from north, and how far. */
  readonly bearing: number;
  readonly away: number;
}

/** A planting as a crew sets it out: from what it knows, in the order in which pegs are driven. */
export interface SettingOut {
  /** What everything is measured from; the second is null where no two strike the pegs well. */
  readonly from: readonly [KnownPoint, KnownPoint | null];
  readonly chord: Chord | null;
  readonly points: readonly SetPoint[];
  readonly lines: readonly {
    readonly of: 'baseline' | 'row' | 'gap';
    readonly name: string;
    readonly line: readonly Point[];
  }[];
  /** Of the set from its first row to its last, corner to corner both ways, where it is a rectangle; metres. */
  readonly diagonals: readonly { readonly from: Point; readonly to: Point; readonly metres: number }[];
  /** Most that the far peg may be found off its place, metres: one in two hundred. */
  readonly closing: number;
}

/** Rows that end nearer to one another than this share of their length have square ends. */
const SQUARE = 0.01;

/** The holding's origin, where nothing on the ground is known. */
const ORIGIN: KnownPoint = { id: 'origin', label: 'the holding’s origin', at: [0, 0], found: false };

/** Everything that is set out of a planting: baseline, zero and far peg, ends and bends of rows, gaps, standards, every plant. */
export function settingOut({ planting, layout }: Laid, holding: Holding): SettingOut {
  const { stand, baseline } = layout;
  const line = planting.baseline.kind === 'guilds' ? null : (baseline?.line ?? null);
  const chord = line ? chordOf(line) : null;
  const places: { kind: PointKind; name: string; at: Point }[] = [];
  const put = (kind: PointKind, name: string, at: Point) => void places.push({ kind, name, at });
  if (chord) {
    put('zero', 'zero peg', chord.zero);
    put('far', 'far peg', chord.end);
  }
  if (planting.baseline.kind === 'guilds')
    planting.baseline.anchors.forEach((at, i) => put('anchor', `anchor ${i + 1}`, at));
  const planted = stand.rows.filter(({ from, to, line: own }) => to > from && own !== null);
  if (planting.baseline.kind !== 'guilds') {
    const pegs = planted.map((laid) => ({ name: `row ${stand.rows.indexOf(laid) + 1}`, of: pegPlaces(laid.line!) }));
    for (const { name, of } of pegs) {
      put('end', `${name}, start`, of[0]!.point);
      put('end', `${name}, end`, of.at(-1)!.point);
    }
    for (const { name, of } of pegs)
      of.slice(1, -1).forEach(({ point }, i) => put('bend', `${name}, bend ${i + 1}`, point));
  }
  const gaps = line ? gapsOn(planting, line) : [];
  for (const { name, line: across } of gaps)
    across.forEach((at, i) => put('gap', `${name}, ${i === 0 ? 'from' : 'to'}`, at));
  for (let i = 0; i < stand.count; i++) {
    const { row } = stand.rows[stand.row[i]!]!;
    const standard = row.standards?.species === speciesAt(stand, i).id;
    put(standard ? 'standard' : 'plant', `row ${stand.row[i]! + 1}, plant ${numberInRow(stand, i)}`, [
      stand.x[i]!,
      stand.y[i]!,
    ]);
  }
  const from = fromWhat(
    holding,
    chord,
    places.map(({ at }) => at),
  );
  return {
    from,
    chord,
    points: places.map((place) => ({ ...place, ...measured(place.at, chord, from) })),
    lines: [
      ...(line ? [{ of: 'baseline' as const, name: 'baseline', line: line.points }] : []),
      ...planted.map((laid) => ({
        of: 'row' as const,
        name: `row ${stand.rows.indexOf(laid) + 1}`,
        line: laid.line!.points,
      })),
      ...gaps.map(({ name, line: across }) => ({ of: 'gap' as const, name, line: across })),
    ],
    diagonals: diagonalsOf(planted.map(({ line: own }) => own!)),
    closing: chord ? chord.length * ALLOWANCES.closing : 0,
  };
}

function gapsOn({ gaps }: Laid['planting'], line: Polyline): { name: string; line: Point[] }[] {
  return gaps.map(({ kind, at, width }, i) => ({
    name: `${kind} ${i + 1}`,
    line: [at - width / 2, at + width / 2].map((chainage) =>
      pointAt(line, Math.min(line.length, Math.max(0, chainage))),
    ),
  }));
}

/** The two known points that strike the ends best; else the nearest that is found, else any, else the origin. */
function fromWhat(
  holding: Holding,
  chord: Chord | null,
  places: readonly Point[],
): readonly [KnownPoint, KnownPoint | null] {
  const known = knownPoints(holding);
  const ends = chord ? [chord.zero, chord.end] : places.slice(0, 50);
  const pair = ends.length > 0 ? bestPair(known, ends) : null;
  if (pair) return pair;
  const [first] = ends;
  const near = first
    ? known.toSorted((a, b) => Number(b.found) - Number(a.found) || distance(a.at, first) - distance(b.at, first))
    : known;
  return [near[0] ?? ORIGIN, null];
}

function measured(
  at: Point,
  chord: Chord | null,
  [a, b]: readonly [KnownPoint, KnownPoint | null],
): Omit<SetPoint, 'kind' | 'name' | 'at'> {
  const along =
    chord &&
    ((at[0] - chord.zero[0]) * (chord.end[0] - chord.zero[0]) +
      (at[1] - chord.zero[1]) * (chord.end[1] - chord.zero[1])) /
      chord.length;
  const off =
    chord &&
    ((at[0] - chord.zero[0]) * (chord.end[1] - chord.zero[1]) -
      (at[1] - chord.zero[1]) * (chord.end[0] - chord.zero[0])) /
      chord.length;
  const turn = b ? (b.at[0] - a.at[0]) * (at[1] - a.at[1]) - (b.at[1] - a.at[1]) * (at[0] - a.at[0]) : 0;
  return {
    along,
    off,
    ties: b && [distance(a.at, at), distance(b.at, at)],
    side: !b ? '' : turn > 0 ? 'left' : 'right',
    bearing: distance(a.at, at) > 0 ? bearing(a.at, at) : 0,
    away: distance(a.at, at),
  };
}

/** Both diagonals from the first row to the last, where rows are straight and end square: they are equal when the angles are right. */
function diagonalsOf(rows: readonly Polyline[]): SettingOut['diagonals'] {
  if (rows.length < 2) return [];
  const [first, last] = [rows[0]!, rows.at(-1)!];
  const [a, b] = [first.points[0]!, first.points.at(-1)!];
  const ends = [last.points[0]!, last.points.at(-1)!].map((p) => ({ p, along: chainageOf(first, p).chainage }));
  const straight = [first, last].every((line) => pegPlaces(line).length === 2);
  if (!straight || ends.some(({ along }, i) => Math.abs(along - (i === 0 ? 0 : first.length)) > SQUARE * first.length))
    return [];
  return [
    { from: a, to: ends[1]!.p, metres: distance(a, ends[1]!.p) },
    { from: b, to: ends[0]!.p, metres: distance(b, ends[0]!.p) },
  ];
}
