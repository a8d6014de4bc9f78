import { distance, type Point } from '../geometry/point.ts';
import type { KnownPoint } from './known-points.ts';
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
export const drawSettingOut = (out: SettingOut, width: number, height: number): SettingDrawing =>
  drawn(out, fitted(out.from, out.chord, out.points, width, height), width, height);

/** How a setting-out lies on a page: where its points come, at what scale, turned by what, with which known points. */
interface View {
  readonly page: (p: Point) => Point;
  readonly scale: number;
  readonly turn: number;
  readonly near: readonly KnownPoint[];
}

function drawn(
  { chord, points, lines, diagonals }: SettingOut,
  { page, scale, near, turn }: View,
  width: number,
  height: number,
): SettingDrawing {
  const told = points.filter(({ kind }) => kind !== 'plant' && kind !== 'standard').slice(0, MOST_TOLD);
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

/** The chord lies across the page: by how much it is turned, radians, and how. */
const turnOf = (chord: SettingOut['chord']): number =>
  chord ? Math.atan2(chord.end[1] - chord.zero[1], chord.end[0] - chord.zero[0]) : 0;
const turnedBy =
  (turn: number) =>
  ([x, y]: Point): Point => [x * Math.cos(turn) + y * Math.sin(turn), -x * Math.sin(turn) + y * Math.cos(turn)];

/** How a setting-out fits the page: turned so that the chord lies across it, with the known points that are near enough to show. */
function fitted(
  from: SettingOut['from'],
  chord: SettingOut['chord'],
  points: readonly SetPoint[],
  width: number,
  height: number,
): View {
  const own = points.map(({ at }) => at);
  const turn = turnOf(chord);
  const turned = turnedBy(turn);
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

/** Scales at which a setting-out is drawn in parts, one to so many; and page units (points) of a metre at one to one. */
const SCALES = [1000, 500, 250, 200, 100, 50] as const;
const POINTS = 72 / 0.0254;
/** Numbers nearer to one another than this across and down lie over one another, units of the page. */
export const [WIDE_NUMBER, HIGH_NUMBER] = [13, 9];
/** Parts of one planting at most: more would be a roll. */
const MOST_PARTS = 16;

export interface SettingParts {
  /** One to so many, as it is printed at its own size. */
  readonly scale: number;
  /** Each part with where along the chord it begins and ends, metres. */
  readonly parts: readonly { readonly drawing: SettingDrawing; readonly from: number; readonly to: number }[];
}

/**
 * The setting-out in parts along its chord, each as wide as the page and at one scale: the smallest at which every told peg
 * has room for its number. Null where the whole on one page is as good, or no scale fits `tallest`. `width` in points.
 */
export function drawParts(out: SettingOut, width: number, tallest: number): SettingParts | null {
  const turn = turnOf(out.chord);
  const turned = turnedBy(turn);
  const box = bounds(out.points.map(({ at }) => turned(at)));
  const told = out.points.filter(({ kind }) => kind !== 'plant' && kind !== 'standard').slice(0, MOST_TOLD);
  const places = told.map(({ at }) => turned(at)).sort(([a], [b]) => a - b);
  const roomAt = (scale: number) =>
    places.every(([x, y], i) => {
      for (let k = i + 1; k < places.length && (places[k]![0] - x) * scale < WIDE_NUMBER; k++)
        if (Math.abs(places[k]![1] - y) * scale < HIGH_NUMBER && distance([x, y], places[k]!) > 0.01) return false;
      return true;
    });
  const high = (scale: number) => (box.y1 - box.y0) * scale + 2 * MARGIN;
  const long = (scale: number) => (width - 2 * MARGIN) / scale;
  const whole = (width - 2 * MARGIN) / Math.max(1, box.x1 - box.x0);
  if (!out.chord || roomAt(whole)) return null;
  const fits = SCALES.map((of) => ({ of, scale: POINTS / of })).filter(
    ({ scale }) => high(scale) <= tallest && (box.x1 - box.x0) / long(scale) <= MOST_PARTS && scale > whole,
  );
  const best = fits.find(({ scale }) => roomAt(scale)) ?? fits.at(-1);
  if (!best) return null;
  const { of, scale } = best;
  const count = Math.ceil((box.x1 - box.x0) / long(scale) - 1e-9);
  return {
    scale: of,
    parts: Array.from({ length: count }, (_, n) => {
      const from = n * long(scale);
      const to = Math.min((n + 1) * long(scale), box.x1 - box.x0);
      const page = (p: Point): Point => {
        const [x, y] = turned(p);
        return [MARGIN + (x - box.x0 - from) * scale, high(scale) - MARGIN - (y - box.y0) * scale];
      };
      const all = drawn(out, { page, scale, turn, near: [] }, width, high(scale));
      const [left, right] = [MARGIN - 1, MARGIN + (to - from) * scale + 1];
      return {
        drawing: {
          ...all,
          lines: all.lines.flatMap((line) => within(line.points, left, right).map((points) => ({ ...line, points }))),
          pegs: all.pegs.filter(({ at: [x] }) => x >= left && x <= right),
        },
        from,
        to,
      };
    }),
  };
}

/** What of a line lies between two edges of the page, piece by piece. */
function within(points: readonly Point[], left: number, right: number): Point[][] {
  const pieces: Point[][] = [];
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!];
    const dx = b[0] - a[0];
    const at = (x: number) => (Math.abs(dx) < 1e-9 ? 0 : (x - a[0]) / dx);
    const [t0, t1] = dx < 0 ? [at(right), at(left)] : [at(left), at(right)];
    const [from, to] =
      Math.abs(dx) < 1e-9 ? [0, a[0] >= left && a[0] <= right ? 1 : -1] : [Math.max(0, t0), Math.min(1, t1)];
    if (from >= to) continue;
    const on = (t: number): Point => [a[0] + dx * t, a[1] + (b[1] - a[1]) * t];
    if (from === 0 && pieces.at(-1)?.at(-1) === a) pieces.at(-1)!.push(to === 1 ? b : on(to));
    else pieces.push([from === 0 ? a : on(from), to === 1 ? b : on(to)]);
  }
  return pieces;
}
