import { distance, type Point } from '../geometry/point.ts';
import type { SetPoint, SettingOut } from './setting-out.ts';

/** A line of the drawing, its points on the page. */
export interface DrawnLine {
  readonly of: 'baseline' | 'row' | 'gap' | 'chord' | 'tie' | 'diagonal' | 'offset';
  readonly points: readonly Point[];
}

/** A peg on the page, with the number under which the table beside it tells its measures. */
export interface DrawnPeg {
  readonly kind: SetPoint['kind'] | 'known';
  readonly at: Point;
  /** Its number in the table; null for standards and plants, which are read off the peg sheet. */
  readonly number: number | null;
  readonly label: string;
}

/** The setting-out drawing: to scale, the chord lying across the page. */
export interface SettingDrawing {
  readonly width: number;
  readonly height: number;
  /** Units of the page to a metre. */
  readonly scale: number;
  /** Which way north lies on the page, degrees clockwise from up. */
  readonly north: number;
  readonly lines: readonly DrawnLine[];
  readonly pegs: readonly DrawnPeg[];
  /** The pegs that the table tells, in their numbers. */
  readonly table: readonly SetPoint[];
}

/** Room kept free round the drawing, units of the page. */
const MARGIN = 24;
/** Pegs that are told one by one; beyond so many the table would fill the sheet, and the CSV tells them all. */
export const MOST_TOLD = 60;
/** A row of pegs nearer to one another than this on the page is drawn as its line alone. */
const CLOSE = 3;

/** Lays a setting-out on a page of so many units; plants are shown where there is room for them. */
export function drawSettingOut(
  { from, chord, points, lines, diagonals }: SettingOut,
  width: number,
  height: number,
): SettingDrawing {
  const told = points.filter(({ kind }) => kind !== 'plant' && kind !== 'standard').slice(0, MOST_TOLD);
  const { page, scale, near, turn } = fitted(from, chord, points, width, height);
  const zero = points.find(({ kind }) => kind === 'zero');
  const far = points.find(({ kind }) => kind === 'far');
  const offsets = chord
    ? told.flatMap(({ kind, at, along, off }): DrawnLine[] =>
        kind === 'bend' && Math.abs(off!) > 0.01
          ? [{ of: 'offset', points: [page(onChord(chord, along!)), page(at)] }]
          : [],
      )
    : [];
  const standing = points.filter(({ kind }) => kind === 'standard' || kind === 'plant');
  const gapOnPage = standing.length > 1 ? distance(page(standing[0]!.at), page(standing[1]!.at)) : Infinity;
  return {
    width,
    height,
    scale,
    north: (turn * 180) / Math.PI,
    lines: [
      ...(chord ? [{ of: 'chord' as const, points: [page(chord.zero), page(chord.end)] }] : []),
      ...lines.map(({ of, line }) => ({ of, points: line.map(page) })),
      ...diagonals.map(({ from: a, to }) => ({ of: 'diagonal' as const, points: [page(a), page(to)] })),
      ...offsets,
      ...near.flatMap(({ at }) =>
        [zero, far].flatMap((end): DrawnLine[] => (end ? [{ of: 'tie', points: [page(at), page(end.at)] }] : [])),
      ),
    ],
    pegs: [
      ...near.map(({ at, label }): DrawnPeg => ({ kind: 'known', at: page(at), number: null, label })),
      ...told.map(({ kind, at, name }, i): DrawnPeg => ({ kind, at: page(at), number: i + 1, label: name })),
      ...standing
        .filter(({ kind }) => kind === 'standard' || gapOnPage >= CLOSE)
        .map(({ kind, at, name }): DrawnPeg => ({ kind, at: page(at), number: null, label: name })),
    ],
    table: told,
  };
}

const onChord = ({ zero, end, length }: NonNullable<SettingOut['chord']>, along: number): Point => [
  zero[0] + ((end[0] - zero[0]) * along) / length,
  zero[1] + ((end[1] - zero[1]) * along) / length,
];

function bounds(points: readonly Point[]) {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const [x, y] of points) [x0, y0, x1, y1] = [Math.min(x0, x), Math.min(y0, y), Math.max(x1, x), Math.max(y1, y)];
  return { x0, y0, x1, y1 };
}

/** A length that a scale bar of at most so many units shows: 1, 2 or 5 of a power of ten, metres. */
export function barLength(scale: number, most: number, unit = 1): number {
  const wanted = most / scale / unit;
  const power = 10 ** Math.floor(Math.log10(wanted));
  return (wanted >= 5 * power ? 5 : wanted >= 2 * power ? 2 : 1) * power * unit;
}

/** How a setting-out fits the page: turned so that the chord lies across it, with the known points that are near enough to show. */
function fitted(
  from: SettingOut['from'],
  chord: SettingOut['chord'],
  points: readonly SetPoint[],
  width: number,
  height: number,
) {
  const own = points.map(({ at }) => at);
  const turn = chord ? Math.atan2(chord.end[1] - chord.zero[1], chord.end[0] - chord.zero[0]) : 0;
  const turned = ([x, y]: Point): Point => [
    x * Math.cos(turn) + y * Math.sin(turn),
    -x * Math.sin(turn) + y * Math.cos(turn),
  ];
  const span = bounds(own.map(turned));
  const reach = 0.6 * Math.max(span.x1 - span.x0, span.y1 - span.y0, 1);
  // A known point far off would leave nothing of the planting: its tie is told in the table alone.
  const near = from
    .flatMap((one) => (one ? [one] : []))
    .filter(({ at }) => {
      const [x, y] = turned(at);
      return x > span.x0 - reach && x < span.x1 + reach && y > span.y0 - reach && y < span.y1 + reach;
    });
  const box = bounds([...own, ...near.map(({ at }) => at)].map(turned));
  const scale = Math.min(
    (width - 2 * MARGIN) / Math.max(1, box.x1 - box.x0),
    (height - 2 * MARGIN) / Math.max(1, box.y1 - box.y0),
  );
  const [left, top] = [(width - (box.x1 - box.x0) * scale) / 2, (height - (box.y1 - box.y0) * scale) / 2];
  const page = (p: Point): Point => {
    const [x, y] = turned(p);
    return [left + (x - box.x0) * scale, height - top - (y - box.y0) * scale];
  };
  return { page, scale, near, turn };
}
