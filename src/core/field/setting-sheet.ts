import type { Point } from '../geometry/point.ts';
import type { Drawing, Shape, Sheet } from '../order/sheets/sheet.ts';
import type { Holding } from '../holding/schema.ts';
import type { Laid } from '../ranks/laid.ts';
import { formatLength, formatTape, type UnitSystem } from '../units/quantities.ts';
import {
  drawParts,
  drawSettingOut,
  HIGH_NUMBER,
  MOST_TOLD,
  WIDE_NUMBER,
  type SettingDrawing,
} from './setting-drawing.ts';
import { settingOut, type SetPoint, type SettingOut } from './setting-out.ts';

/** Units of the drawing on the sheet. */
const [WIDE, HIGH] = [520, 300];
/** Highest that a part of it may be, points. */
const TALL = 400;

/** What the table of a setting-out says of each peg, in the steward's units. */
export function settingTable(
  { from, chord }: SettingOut,
  told: readonly SetPoint[],
  units: UnitSystem,
): { head: string[]; rows: string[][] } {
  const tape = (metres: number) => formatTape(metres, units);
  const [a, b] = from;
  const off = (metres: number) =>
    Math.abs(metres) < 0.005 ? 'on it' : `${tape(Math.abs(metres))} ${metres > 0 ? 'right' : 'left'}`;
  return {
    head: [
      'Peg',
      'What',
      `From ${a.label}`,
      b ? `From ${b.label}` : 'Bearing',
      ...(b ? ['Side'] : []),
      ...(chord ? ['Along the chord', 'Off it'] : []),
    ],
    rows: told.map(({ name, away, ties, side, bearing, along, off: aside }, i) => [
      String(i + 1),
      name,
      tape(away),
      ties ? tape(ties[1]) : `${bearing.toFixed(1)}°`,
      ...(b ? [side] : []),
      ...(chord ? [tape(along!), off(aside!)] : []),
    ]),
  };
}

/** Whether both diagonals are the same to what a tape is read to. */
const isSquare = ([a, b]: SettingOut['diagonals']): boolean => Math.abs(a!.metres - b!.metres) < 0.01;

/** How a setting-out is read, in the order of the work. */
export function settingSteps({ from: [a, b], diagonals, closing, chord }: SettingOut, units: UnitSystem): string[] {
  const tape = (metres: number) => formatTape(metres, units);
  return [
    b
      ? `Hook one tape to ${a.label} and one to ${b.label}: each peg stands where both lengths meet, on the side given as you look from the first to the second.`
      : `Measure from ${a.label} by bearing and tape${a.found ? '' : '; it is on the plan only, so prove the line by eye before any hole'}.`,
    ...(chord
      ? [
          'Zero peg and far peg first, then the ends of rows, then bends, gaps and standards; the plants last, off the strings.',
        ]
      : []),
    ...(diagonals.length > 0
      ? [
          isSquare(diagonals)
            ? `Diagonals of the whole set: ${diagonals.map(({ metres }) => tape(metres)).join(' and ')}; both must come out the same.`
            : `Diagonals of the whole set, which is not a rectangle: from the start of the first row to the end of the last ${tape(diagonals[0]!.metres)}, from the end of the first to the start of the last ${tape(diagonals[1]!.metres)}; each must come out so.`,
        ]
      : []),
    ...(closing > 0
      ? [
          `Where the far peg comes out more than ${tape(closing)} from its place, one in two hundred, measure again before anything is planted.`,
        ]
      : []),
  ];
}

/** The setting-out of a planting as a sheet: what stops a spade, drawing to scale, how it is read, and the measures of each peg. */
export function settingSheet(laid: Laid, holding: Holding, stops: readonly string[]): Sheet {
  const out = settingOut(laid, holding);
  const drawing = drawSettingOut(out, WIDE, HIGH);
  const close = drawParts(out, WIDE, TALL);
  const tape = (metres: number) => formatLength(metres, holding.units, { decimals: 0 });
  const { head, rows } = settingTable(out, drawing.table, holding.units);
  const more = out.points.filter(({ kind }) => kind !== 'plant' && kind !== 'standard').length > MOST_TOLD;
  return {
    title: `Setting out ${laid.planting.name}`,
    intro: `${holding.name}. North lies ${Math.round((drawing.north + 360) % 360)}° clockwise from the top of the drawing.`,
    parts: [
      ...stops.map((text) => ({ kind: 'note' as const, text })),
      drawingPart(cropped(drawing), CAPTION),
      ...settingSteps(out, holding.units).map((text) => ({ kind: 'note' as const, text })),
      { kind: 'table', name: 'Pegs', head, rows },
      ...(more
        ? [
            {
              kind: 'note' as const,
              text: `Only the first ${MOST_TOLD} are told here; the CSV tells every peg and every plant.`,
            },
          ]
        : []),
      ...(close?.parts ?? []).map(({ drawing: part, from, to }, n, { length }) => ({
        ...drawingPart(
          part,
          `Part ${n + 1} of ${length}: ${tape(from)} to ${tape(to)} along the chord, 1 to ${close!.scale} as it is printed.`,
        ),
        ownSize: true,
      })),
    ],
  };
}

const LINE_LOOK = {
  baseline: 'edge',
  row: 'row',
  gap: 'joint',
  chord: 'pipe',
  tie: 'fence',
  diagonal: 'row',
  offset: 'pipe',
} as const;

/** The drawing without the bands above and below that hold nothing. */
function cropped(drawing: SettingDrawing): SettingDrawing {
  const down = [
    ...drawing.pegs.map(({ at }) => at[1]),
    ...drawing.lines.flatMap(({ points }) => points.map(([, y]) => y)),
  ];
  const top = Math.max(0, Math.min(...down) - 30);
  const move = ([x, y]: Point): Point => [x, y - top];
  return {
    ...drawing,
    height: Math.min(drawing.height, Math.max(...down) + 16) - top,
    lines: drawing.lines.map((line) => ({ ...line, points: line.points.map(move) })),
    pegs: drawing.pegs.map((peg) => ({ ...peg, at: move(peg.at) })),
  };
}

const CAPTION =
  'Squares are pegs, by the numbers of the table; rings what is measured from; dots plants. Dashed: the tapes.';

function drawingPart({ width, height, scale, north, lines, pegs }: SettingDrawing, caption: string): Drawing {
  const shapes: Shape[] = [
    ...northArrow(north, width - 14, 16),
    ...lines.map(({ of, points }): Shape => ({ kind: 'line', points, look: LINE_LOOK[of] })),
    ...pegs.map(({ kind, at }): Shape => ({
      kind: 'dot',
      at,
      look: kind === 'plant' ? 'plant' : kind === 'known' ? 'tap' : 'post',
    })),
    ...numbered(pegs).map(({ at, text }): Shape => ({ kind: 'text', at: [at[0] + 5, at[1] - 6], text })),
  ];
  return {
    kind: 'drawing',
    caption,
    width,
    height,
    metres: 1 / scale,
    shapes,
  };
}

/** What is written at the pegs: their numbers, those left out that would lie on another's; the table tells them all. */
export function numbered(pegs: SettingDrawing['pegs']): { at: Point; text: string }[] {
  const written: { at: Point; text: string }[] = [];
  for (const { number, at, kind, label } of pegs) {
    const text = number !== null ? String(number) : kind === 'known' ? label : null;
    if (
      text &&
      !written.some((one) => Math.abs(one.at[0] - at[0]) < WIDE_NUMBER && Math.abs(one.at[1] - at[1]) < HIGH_NUMBER)
    )
      written.push({ at, text });
  }
  return written;
}

/** An arrow to the north, so many degrees clockwise from up, its middle at a place of the drawing. */
function northArrow(north: number, x: number, y: number): Shape[] {
  const turn = (north * Math.PI) / 180;
  const at = (up: number, right: number): [number, number] => [
    x + up * Math.sin(turn) + right * Math.cos(turn),
    y - up * Math.cos(turn) + right * Math.sin(turn),
  ];
  return [
    { kind: 'line', points: [at(-10, 0), at(10, 0)], look: 'edge' },
    { kind: 'line', points: [at(5, -3), at(10, 0), at(5, 3)], look: 'edge' },
    { kind: 'text', at: at(15, -2), text: 'N' },
  ];
}
