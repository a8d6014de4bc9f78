import { derived } from '../derived/derived.ts';
import type { Point } from '../geometry/point.ts';
import { pointAt, directionAt } from '../geometry/polyline.ts';
import type { Laid } from '../ranks/laid.ts';
import type { BeltRow } from './density.ts';
import type { Grown } from './grown.ts';
import type { StandYears } from './stand-years.ts';

/** Each kind of each row of a belt as wind and eyes meet it in one year. `rows` are indices of laid rows; all where left out. */
export function beltRows(
  {
    grown,
    laid: {
      layout: { stand },
    },
  }: StandYears,
  year: number,
  leafy: boolean,
  rows?: ReadonlySet<number>,
): BeltRow[] {
  return grown
    .filter(({ laidRow, height }) => height[year]! > 0 && (!rows || rows.has(laidRow)))
    .map((one) => {
      const mates = grown.filter(({ laidRow }) => laidRow === one.laidRow).reduce((sum, { plants }) => sum + plants, 0);
      const spacing = (one.spacing * mates) / one.plants;
      return {
        along: stand.station[one.first]!,
        behind: stand.rows[one.laidRow]!.offset,
        spacing,
        shape: one.shape,
        r: Math.sqrt(one.along[year]! * one.across[year]!),
        base: one.base[year]!,
        top: one.height[year]!,
        mu: leafy ? one.leafy[year]! : one.bare[year]!,
        alive: one.alive[year]!,
      };
    });
}

/** Mean height of a laid row's living kinds, metres. */
export function heightOfRow(grown: readonly Grown[], laidRow: number, year: number): number {
  let [sum, plants] = [0, 0];
  for (const one of grown)
    if (one.laidRow === laidRow) {
      sum += one.plants * one.height[year]!;
      plants += one.plants;
    }
  return plants > 0 ? sum / plants : 0;
}

/** A part of a belt without a break in which the same rows stand. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
  readonly rows: ReadonlySet<number>;
  readonly ends: readonly [Point, Point];
}

export interface Stretches {
  readonly stretches: readonly Stretch[];
  /** Breaks between them, chainage along the baseline, metres. */
  readonly gaps: readonly { readonly from: number; readonly to: number }[];
}

/** Longest stretch, metres: a belt that bends is many straight ones. */
const LONGEST = 15;
/** A break narrower than this is closed by the crowns beside it, metres. */
const NARROWEST = 1.5;

/** A belt cut into straight stretches, with the breaks in it; empty where nothing stands or rows follow no line. */
export const stretchesOf = ({ laid }: StandYears): Stretches => cutUp(laid);

const cutUp = derived(function cutUp({ planting, layout }: Laid): Stretches {
  const { stand, baseline } = layout;
  if (!baseline || stand.count === 0) return { stretches: [], gaps: [] };
  const covers = stand.rows.map(({ from, to, spacing }) =>
    Array.from(stand.station.subarray(from, to), (at) => [at - spacing / 2, at + spacing / 2] as const).sort(
      (a, b) => a[0] - b[0],
    ),
  );
  const joined = merge(covers.flat().sort((a, b) => a[0] - b[0]));
  const gaps = joined.slice(1).map(([from], k) => ({ from: joined[k]![1], to: from }));
  const sign = planting.side === 'right' ? 1 : -1;
  const stretches = joined.flatMap(([start, end]) => {
    const parts = Math.max(1, Math.ceil((end - start) / LONGEST));
    return Array.from({ length: parts }, (_, k): Stretch => {
      const [from, to] = [start + ((end - start) * k) / parts, start + ((end - start) * (k + 1)) / parts];
      const rows = new Set(covers.flatMap((cover, r) => (cover.some(([a, b]) => b > from && a < to) ? [r] : [])));
      const offset = (sign * [...rows].reduce((sum, r) => sum + stand.rows[r]!.offset, 0)) / Math.max(1, rows.size);
      const at = (chainage: number): Point => {
        const held = Math.min(baseline.line.length, Math.max(0, chainage));
        const [x, y] = pointAt(baseline.line, held);
        const [dx, dy] = directionAt(baseline.line, held);
        const over = chainage - held;
        return [x + dy * offset + dx * over, y - dx * offset + dy * over];
      };
      return { from, to, rows, ends: [at(from), at(to)] };
    });
  });
  return { stretches, gaps };
});

function merge(covers: readonly (readonly [number, number])[]): [number, number][] {
  const joined: [number, number][] = [];
  for (const [from, to] of covers) {
    const last = joined.at(-1);
    if (last && from - last[1] < NARROWEST) last[1] = Math.max(last[1], to);
    else joined.push([from, to]);
  }
  return joined;
}
