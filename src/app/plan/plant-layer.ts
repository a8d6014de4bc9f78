import type { FrameState } from 'ol/Map';
import Layer from 'ol/layer/Layer';
import type { Laid } from '../../core/ranks/laid.ts';
import { grownRadii } from '../../core/years/grown-radii.ts';
import type { StandYears } from '../../core/years/stand-years.ts';
import { hueOf } from '../look/glyphs.ts';
import type { Tokens } from '../look/tokens.ts';

export interface Planted {
  readonly all: readonly Laid[];
  /** The planting in hand, drawn in full colour; the others recede. */
  readonly active: string | null;
  readonly year: number;
  /** How a planting has grown by year; null while that cannot be told, and stems alone are drawn. */
  readonly grown: ((laid: Laid) => StandYears) | null;
  readonly ringed: readonly number[];
  readonly chosen: number | null;
  readonly tokens: Tokens;
}

/** A finished drawing of the plants: what it shows of the plane, to be laid under any later view. */
interface Picture {
  readonly canvas: HTMLCanvasElement;
  readonly centre: readonly [number, number];
  /** Device pixels a metre. */
  readonly scale: number;
  readonly of: Pick<Planted, 'all' | 'active' | 'year' | 'grown' | 'tokens'>;
}

/** The drawing reaches this share of the view beyond it on every side, so that moving the plan seldom asks for another. */
const BEYOND = 0.35;
/** Milliseconds of one frame that may go into drawing; what is left goes on in the next. */
const SHARE_OF_FRAME = 6;
/** Where plants of every row stand nearer than so many pixels, crowns are a blur: rows are drawn instead. */
const APART = 7;
/** Plants drawn between looks at the clock. */
const AT_ONCE = 250;

/**
 * Crowns at one year, stems as dots, no object for any. They are drawn into a picture of their own, larger than the view,
 * a part in each frame; while it is not done, and while the plan moves, the last picture is laid where it belongs.
 */
export class PlantLayer extends Layer {
  private planted: Planted | null = null;
  private readonly canvas = document.createElement('canvas');
  private readonly radii = new WeakMap<
    Laid['layout']['stand'],
    { year: number; grown: Planted['grown']; radii: Float32Array }
  >();
  private picture: Picture | null = null;
  private drawing: { readonly picture: Picture; readonly steps: Iterator<void> } | null = null;

  constructor() {
    super({ zIndex: 4 });
    this.canvas.className = 'plant-canvas';
  }

  show(planted: Planted): void {
    this.planted = planted;
    this.changed();
  }

  override render({ size, pixelRatio, viewState }: FrameState): HTMLElement {
    const [width, height] = [Math.round(size[0]! * pixelRatio), Math.round(size[1]! * pixelRatio)];
    if (this.canvas.width !== width || this.canvas.height !== height) Object.assign(this.canvas, { width, height });
    const context = this.canvas.getContext('2d')!;
    context.clearRect(0, 0, width, height);
    const { planted } = this;
    if (!planted) return this.canvas;
    const scale = pixelRatio / viewState.resolution;
    const centre = [viewState.center[0]!, viewState.center[1]!] as const;
    const wanted = this.drawing?.picture ?? this.picture;
    if (!wanted || !isOf(wanted, planted) || wanted.scale !== scale || !reaches(wanted, centre, width, height))
      this.begin(planted, centre, scale, width, height, pixelRatio);
    this.goOn();
    if (this.picture) lay(context, this.picture, centre, scale, width, height);
    const active = planted.all.find(({ planting }) => planting.id === planted.active);
    if (active)
      this.drawRings(
        context,
        active,
        planted,
        (x, y) => [width / 2 + (x - centre[0]) * scale, height / 2 - (y - centre[1]) * scale],
        scale,
        pixelRatio,
      );
    return this.canvas;
  }

  private begin(
    planted: Planted,
    centre: readonly [number, number],
    scale: number,
    width: number,
    height: number,
    ratio: number,
  ): void {
    const canvas = document.createElement('canvas');
    Object.assign(canvas, { width: Math.ceil(width * (1 + 2 * BEYOND)), height: Math.ceil(height * (1 + 2 * BEYOND)) });
    const picture = { canvas, centre, scale, of: planted };
    this.drawing = { picture, steps: this.steps(picture, planted, ratio) };
  }

  /** Draws for a part of the frame; when all is drawn the picture takes the last one's place, else another frame is asked for. */
  private goOn(): void {
    const until = performance.now() + SHARE_OF_FRAME;
    while (this.drawing && performance.now() < until) {
      if (!this.drawing.steps.next().done) continue;
      this.picture = this.drawing.picture;
      this.drawing = null;
    }
    if (this.drawing) requestAnimationFrame(() => this.changed());
  }

  private *steps({ canvas, centre, scale }: Picture, planted: Planted, ratio: number): Generator<void> {
    const context = canvas.getContext('2d')!;
    const left = canvas.width / 2 - centre[0] * scale;
    const top = canvas.height / 2 + centre[1] * scale;
    for (const laid of planted.all) {
      const { stand } = laid.layout;
      const active = laid.planting.id === planted.active;
      const crowns = this.crowns(laid, planted);
      if (stand.rows.every(({ spacing }) => spacing * scale < APART * ratio)) {
        drawRows(context, laid, crowns, active, { left, top, scale, ratio });
        yield;
        continue;
      }
      const seen: number[][] = stand.kinds.map(() => []);
      for (let i = 0; i < stand.count; i++) {
        const r = crowns[i]! * scale + 2;
        const px = left + stand.x[i]! * scale;
        const py = top - stand.y[i]! * scale;
        if (px > -r && px < canvas.width + r && py > -r && py < canvas.height + r) seen[stand.species[i]!]!.push(i);
      }
      yield;
      const disc = (i: number, radius: number) => {
        const [px, py] = [left + stand.x[i]! * scale, top - stand.y[i]! * scale];
        context.moveTo(px + radius, py);
        context.arc(px, py, radius, 0, 2 * Math.PI);
      };
      for (const [s, mine] of seen.entries()) {
        context.fillStyle = hueOf(stand.kinds[s]!.id);
        context.strokeStyle = context.fillStyle;
        // One path a species would fill overlaps once; single discs let crowns in crowns show as darker.
        for (const [n, i] of mine.entries()) {
          context.globalAlpha = active ? 0.5 : 0.2;
          context.beginPath();
          disc(i, Math.max(crowns[i]! * scale, ratio));
          context.fill();
          if (active && scale > 2) context.stroke();
          if (n % AT_ONCE === AT_ONCE - 1) yield;
        }
      }
      if (scale <= 1.2) continue;
      context.globalAlpha = active ? 1 : 0.5;
      context.fillStyle = planted.tokens.ink;
      for (const mine of seen)
        for (let n = 0; n < mine.length; n += AT_ONCE) {
          context.beginPath();
          for (const i of mine.slice(n, n + AT_ONCE)) disc(i, Math.min(2 * ratio, Math.max(0.8 * ratio, 0.12 * scale)));
          context.fill();
          yield;
        }
    }
  }

  private crowns(laid: Laid, { year, grown }: Planted): Float32Array {
    const { stand } = laid.layout;
    const known = this.radii.get(stand);
    if (known?.year === year && known.grown === grown) return known.radii;
    const radii = grown ? grownRadii(grown(laid), year) : new Float32Array(stand.count);
    this.radii.set(stand, { year, grown, radii });
    return radii;
  }

  /** Rings round what a finding speaks of and round the chosen plant, over the picture: they change more often than it. */
  private drawRings(
    context: CanvasRenderingContext2D,
    laid: Laid,
    planted: Planted,
    at: (x: number, y: number) => [number, number],
    scale: number,
    ratio: number,
  ): void {
    const { stand } = laid.layout;
    const crowns = this.crowns(laid, planted);
    const ring = (plants: readonly number[], colour: string, width: number, radius: (i: number) => number) => {
      context.strokeStyle = colour;
      context.lineWidth = width;
      context.beginPath();
      for (const i of plants) {
        const [px, py] = at(stand.x[i]!, stand.y[i]!);
        context.moveTo(px + radius(i), py);
        context.arc(px, py, radius(i), 0, 2 * Math.PI);
      }
      context.stroke();
    };
    ring(planted.ringed, planted.tokens.fault, 2 * ratio, (i) => Math.max(crowns[i] ?? 0, 0.5) * scale + 2 * ratio);
    if (planted.chosen !== null) ring([planted.chosen], planted.tokens.flag, 3 * ratio, () => 9 * ratio);
  }
}

interface Onto {
  readonly left: number;
  readonly top: number;
  /** Device pixels a metre, and of a CSS pixel. */
  readonly scale: number;
  readonly ratio: number;
}

/** Each row as one line in the colour of its commonest kind, as wide as its crowns or as leaves a gap to the next row. */
function drawRows(
  context: CanvasRenderingContext2D,
  { layout: { stand } }: Laid,
  crowns: Float32Array,
  active: boolean,
  { left, top, scale, ratio }: Onto,
): void {
  context.globalAlpha = active ? 0.9 : 0.45;
  context.lineCap = 'butt';
  context.lineJoin = 'round';
  for (const [r, { from, to, offset, spacing }] of stand.rows.entries()) {
    if (from === to) continue;
    const near = [stand.rows[r - 1], stand.rows[r + 1]].flatMap((other) =>
      other && other.offset !== offset ? [Math.abs(other.offset - offset)] : [],
    );
    const room = Math.min(2 * crowns[from]!, 0.6 * Math.min(...near, Infinity));
    context.strokeStyle = hueOf(stand.kinds[commonest(stand.species, from, to)]!.id);
    context.lineWidth = Math.max(1.2 * ratio, room * scale);
    context.beginPath();
    for (let i = from; i < to; i++) {
      const [px, py] = [left + stand.x[i]! * scale, top - stand.y[i]! * scale];
      const stride = i === from ? 0 : Math.hypot(stand.x[i]! - stand.x[i - 1]!, stand.y[i]! - stand.y[i - 1]!);
      // A gap in the row is a gap in its line; a plant alone is a dot.
      if (stride === 0 || stride > 2.2 * spacing) context.moveTo(px - 0.5 * ratio, py);
      context.lineTo(px, py);
    }
    context.stroke();
  }
}

function commonest(species: ArrayLike<number>, from: number, to: number): number {
  const counts = new Map<number, number>();
  for (let i = from; i < to; i++) counts.set(species[i]!, (counts.get(species[i]!) ?? 0) + 1);
  return [...counts].reduce((most, each) => (each[1] > most[1] ? each : most))[0];
}

const isOf = ({ of }: Picture, { all, active, year, grown, tokens }: Planted): boolean =>
  of.all === all && of.active === active && of.year === year && of.grown === grown && of.tokens === tokens;

/** Whether the picture covers a view of this size about `centre`. */
const reaches = (
  { canvas, centre: [x, y], scale }: Picture,
  centre: readonly [number, number],
  width: number,
  height: number,
): boolean =>
  Math.abs(centre[0] - x) * scale <= (canvas.width - width) / 2 &&
  Math.abs(centre[1] - y) * scale <= (canvas.height - height) / 2;

/** Lays the picture into a view about `centre`, larger or smaller where the view's scale is another. */
function lay(
  context: CanvasRenderingContext2D,
  picture: Picture,
  centre: readonly [number, number],
  scale: number,
  width: number,
  height: number,
): void {
  const times = scale / picture.scale;
  const { canvas } = picture;
  // Only what the view shows of it: the rest would cost as much to lay as what is seen.
  const left = canvas.width / 2 + (centre[0] - picture.centre[0]) * picture.scale - width / 2 / times;
  const top = canvas.height / 2 - (centre[1] - picture.centre[1]) * picture.scale - height / 2 / times;
  context.drawImage(canvas, left, top, width / times, height / times, 0, 0, width, height);
}
