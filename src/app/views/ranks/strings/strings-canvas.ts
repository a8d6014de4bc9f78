import type { ScaleLinear } from 'd3-scale';
import type { Band } from '../../../../core/findings/bands.ts';
import type { Gap } from '../../../../core/holding/schema.ts';
import type { LaidRow, Stand } from '../../../../core/ranks/stand.ts';
import { formatLength, toUs, type UnitSystem } from '../../../../core/units/quantities.ts';
import { glyphPath, hueOf } from '../../../look/glyphs.ts';
import type { Tokens } from '../../../look/tokens.ts';

/** Height of the axis, of a row, and room below for words, pixels. */
export const AXIS = 22;
export const ROW = 48;
const FOOT = 18;
/** Height of the bars that show crowns, pixels. */
const CROWN = 14;
/** Strings drawn at most: a block of many rows goes on like its first. */
export const MOST_STRINGS = 100;

export interface Drawing {
  readonly stand: Stand;
  /** Strings of a belt run the whole line; those of a block or guild only as far as they go. */
  readonly belt: boolean;
  readonly gaps: readonly Gap[];
  readonly bands: readonly Band[];
  readonly x: ScaleLinear<number, number>;
  readonly length: number;
  readonly units: UnitSystem;
  readonly tokens: Tokens;
  readonly chosenRow: number | null;
  readonly chosenPlant: number | null;
  readonly chosenGap: string | null;
  readonly ringed: readonly number[];
  /** Crown radius of each plant along its row in the year shown, metres; null while a change is tried out. */
  readonly crowns: Float32Array | null;
}

export const rowY = (row: number): number => AXIS + row * ROW + ROW / 2;
export const stringsHeight = (rows: number): number => AXIS + Math.min(MOST_STRINGS, rows) * ROW + FOOT;

/** Draws every row straight and to scale: beads at the plants, gaps cut out, hazards shaded across. */
export function drawStrings(canvas: HTMLCanvasElement, drawing: Drawing): void {
  const { stand, x, tokens, gaps, bands, length } = drawing;
  const ratio = devicePixelRatio;
  const [width, height] = [canvas.clientWidth, canvas.clientHeight];
  if (canvas.width !== Math.round(width * ratio) || canvas.height !== Math.round(height * ratio))
    Object.assign(canvas, { width: Math.round(width * ratio), height: Math.round(height * ratio) });
  const context = canvas.getContext('2d')!;
  context.setTransform(ratio, 0, 0, ratio, 0, 0);
  context.clearRect(0, 0, width, height);
  const bottom = AXIS + Math.min(MOST_STRINGS, stand.rows.length) * ROW;
  if (drawing.chosenRow !== null) {
    context.fillStyle = tokens.cautionWash;
    context.fillRect(0, AXIS + drawing.chosenRow * ROW, width, ROW);
  }
  drawAxis(context, drawing, width);
  const words: number[] = gaps.map(({ at }) => x(at)); // where words stand below already
  for (const { from, to, label } of bands) {
    context.fillStyle = `${tokens.fault}1f`;
    context.fillRect(x(from), AXIS, x(to) - x(from), bottom - AXIS);
    context.fillStyle = tokens.fault;
    context.textAlign = 'center';
    const at = Math.min(width - 45, (x(from) + x(to)) / 2);
    if (words.every((taken) => Math.abs(taken - at) > 90)) {
      context.fillText(label, at, bottom + 13);
      words.push(at);
    }
  }
  stand.rows.slice(0, MOST_STRINGS).forEach((row, r) => {
    const y = rowY(r);
    if (drawing.crowns) drawCrowns(context, drawing, drawing.crowns, row, y);
    context.strokeStyle = tokens.string;
    context.lineWidth = 1.5;
    context.beginPath();
    const ends = drawing.belt
      ? [0, length]
      : [
          Math.max(0, stand.station[row.from]! - row.spacing / 2),
          Math.min(length, stand.station[row.to - 1]! + row.spacing / 2),
        ];
    context.moveTo(x(ends[0]!), y);
    context.lineTo(x(ends[1]!), y);
    context.stroke();
    context.strokeStyle = tokens.softInk;
    context.lineWidth = 3;
    context.beginPath();
    for (const end of ends) {
      context.moveTo(x(end), y - 8);
      context.lineTo(x(end), y + 8);
    }
    context.stroke();
    drawBeads(context, drawing, row.from, row.to, y, beadRadius(drawing, row.spacing));
  });
  for (const gap of gaps) drawGap(context, gap, drawing, bottom);
  context.strokeStyle = tokens.fault;
  context.lineWidth = 1.5;
  for (const i of drawing.ringed) ring(context, drawing, i, 9);
  if (drawing.chosenPlant !== null) {
    context.strokeStyle = tokens.flag;
    context.lineWidth = 2.5;
    ring(context, drawing, drawing.chosenPlant, 11);
  }
}

const beadRadius = ({ x }: Pick<Drawing, 'x'>, spacing: number): number =>
  Math.max(1.2, Math.min(8, (x(spacing) - x(0)) * 0.47));

function drawAxis(context: CanvasRenderingContext2D, { x, tokens, units }: Drawing, width: number): void {
  context.fillStyle = tokens.softInk;
  context.strokeStyle = tokens.softInk;
  context.lineWidth = 1;
  context.font = "12px 'Atkinson Hyperlegible Next', sans-serif";
  context.textAlign = 'center';
  context.beginPath();
  const shown = units === 'us' ? x.copy().domain(x.domain().map((at) => toUs(at, 'ft'))) : x; // round feet
  for (const mark of shown.ticks(Math.max(2, Math.floor(width / 90)))) {
    const tick = x.invert(shown(mark));
    context.moveTo(x(tick), AXIS - 6);
    context.lineTo(x(tick), AXIS - 1);
    context.fillText(formatLength(tick, units, { decimals: 0 }).replace(/ m$/, ''), x(tick), AXIS - 9);
  }
  context.stroke();
}

/** How far crowns reach along the string by the year: where they overlap, the row has closed. */
function drawCrowns(
  context: CanvasRenderingContext2D,
  { stand, x }: Drawing,
  crowns: Float32Array,
  { from, to }: LaidRow,
  y: number,
): void {
  context.globalAlpha = 0.16;
  for (let i = from; i < to; i++) {
    const [left, right] = [x(stand.station[i]! - crowns[i]!), x(stand.station[i]! + crowns[i]!)];
    context.fillStyle = hueOf(stand.kinds[stand.species[i]!]!.id);
    context.fillRect(left, y - CROWN / 2, right - left, CROWN);
  }
  context.globalAlpha = 1;
}

function drawBeads(
  context: CanvasRenderingContext2D,
  { stand, x }: Drawing,
  from: number,
  to: number,
  y: number,
  radius: number,
): void {
  const ratio = devicePixelRatio;
  const looks = stand.kinds.map(({ id, form }) => ({ hue: hueOf(id), glyph: glyphPath(form) }));
  for (let i = from; i < to; i++) {
    const { hue, glyph } = looks[stand.species[i]!]!;
    const r = radius * (stand.stock[i] !== stand.stock[from] ? 1.5 : 1);
    const at = x(stand.station[i]!);
    context.fillStyle = hue;
    // Too small for its form to be seen, and then there are many.
    if (r < 2) context.fillRect(at - r, y - r, 2 * r, 2 * r);
    else {
      context.setTransform(r * ratio, 0, 0, r * ratio, at * ratio, y * ratio);
      context.fill(glyph);
      context.setTransform(ratio, 0, 0, ratio, 0, 0);
    }
  }
}

function drawGap(
  context: CanvasRenderingContext2D,
  gap: Gap,
  { x, tokens, chosenGap, units }: Drawing,
  bottom: number,
): void {
  const [from, to] = [x(gap.at - gap.width / 2), x(gap.at + gap.width / 2)];
  context.fillStyle = tokens.sheet;
  context.fillRect(from, AXIS, to - from, bottom - AXIS);
  context.strokeStyle = gap.id === chosenGap ? tokens.flag : tokens.softInk;
  context.lineWidth = gap.id === chosenGap ? 2 : 1;
  context.setLineDash([3, 3]);
  context.strokeRect(from, AXIS, to - from, bottom - AXIS);
  context.setLineDash([]);
  context.fillStyle = tokens.softInk;
  context.textAlign = 'center';
  context.fillText(
    `${gap.kind} ${formatLength(gap.width, units, { decimals: gap.width % 1 === 0 ? 0 : 1 })}`,
    (from + to) / 2,
    bottom + 13,
  );
}

function ring(context: CanvasRenderingContext2D, { stand, x }: Drawing, i: number, radius: number): void {
  context.beginPath();
  context.arc(x(stand.station[i]!), rowY(stand.row[i]!), radius, 0, 2 * Math.PI);
  context.stroke();
}
