import type { FrameState } from 'ol/Map';
import Layer from 'ol/layer/Layer';
import { compose, apply, create } from 'ol/transform';
import type { Laid } from '../../core/findings/judge.ts';
import { crownRadii } from '../../core/years/belt.ts';
import { hueOf } from '../look/glyphs.ts';
import type { Tokens } from '../look/tokens.ts';

export interface Planted {
  readonly all: readonly Laid[];
  /** The planting in hand, drawn in full colour; the others recede. */
  readonly active: string | null;
  readonly year: number;
  readonly site: number;
  readonly ringed: readonly number[];
  readonly chosen: number | null;
  readonly tokens: Tokens;
}

/** Crowns at one year, stems as dots: every plant that is seen, in one pass over one canvas, no object for any. */
export class PlantLayer extends Layer {
  private planted: Planted | null = null;
  private readonly canvas = document.createElement('canvas');
  private readonly radii = new WeakMap<Laid['layout']['stand'], { key: string; radii: Float32Array }>();

  constructor() {
    super({ zIndex: 4 });
    this.canvas.className = 'plant-canvas';
  }

  show(planted: Planted): void {
    this.planted = planted;
    this.changed();
  }

  /** Plants drawn in the last frame; the bench of panning reads it. */
  drawn = 0;

  override render({ size, pixelRatio, viewState }: FrameState): HTMLElement {
    const [width, height] = [Math.round(size[0]! * pixelRatio), Math.round(size[1]! * pixelRatio)];
    if (this.canvas.width !== width || this.canvas.height !== height) Object.assign(this.canvas, { width, height });
    const context = this.canvas.getContext('2d')!;
    context.clearRect(0, 0, width, height);
    this.drawn = 0;
    if (!this.planted) return this.canvas;
    const scale = pixelRatio / viewState.resolution;
    const toPixel = compose(create(), width / 2, height / 2, scale, -scale, 0, -viewState.center[0]!, -viewState.center[1]!);
    const [left, top] = apply(toPixel, [0, 0]) as [number, number];
    for (const laid of this.planted.all) this.drawStand(context, laid, scale, left, top, pixelRatio);
    return this.canvas;
  }

  private crowns({ layout: { stand } }: Laid, { year, site }: Planted): Float32Array {
    const key = `${year}|${site}`;
    const known = this.radii.get(stand);
    if (known?.key === key) return known.radii;
    const radii = crownRadii(stand, year, site);
    this.radii.set(stand, { key, radii });
    return radii;
  }

  private drawStand(context: CanvasRenderingContext2D, laid: Laid, scale: number, left: number, top: number, ratio: number): void {
    const planted = this.planted!;
    const { stand } = laid.layout;
    const active = laid.planting.id === planted.active;
    const crowns = this.crowns(laid, planted);
    const { width, height } = this.canvas;
    const seen: number[] = [];
    for (let i = 0; i < stand.count; i++) {
      const r = crowns[i]! * scale + 2;
      const px = left + stand.x[i]! * scale;
      const py = top - stand.y[i]! * scale;
      if (px > -r && px < width + r && py > -r && py < height + r) seen.push(i);
    }
    this.drawn += seen.length;
    const disc = (i: number, radius: number) => {
      const [px, py] = [left + stand.x[i]! * scale, top - stand.y[i]! * scale];
      context.moveTo(px + radius, py);
      context.arc(px, py, radius, 0, 2 * Math.PI);
    };
    for (let s = 0; s < stand.speciesIds.length; s++) {
      const mine = seen.filter((i) => stand.species[i] === s);
      if (mine.length === 0) continue;
      context.fillStyle = hueOf(stand.speciesIds[s]!);
      context.strokeStyle = context.fillStyle;
      context.globalAlpha = active ? 0.5 : 0.2;
      // One path a species would fill overlaps once; single discs let crowns in crowns show as darker.
      for (const i of mine) {
        context.beginPath();
        disc(i, Math.max(crowns[i]! * scale, ratio));
        context.fill();
        if (active && scale > 2) context.stroke();
      }
    }
    context.globalAlpha = active ? 1 : 0.5;
    if (scale > 1.2) {
      context.fillStyle = planted.tokens.ink;
      context.beginPath();
      for (const i of seen) disc(i, Math.min(2 * ratio, Math.max(0.8 * ratio, 0.12 * scale)));
      context.fill();
    }
    context.globalAlpha = 1;
    if (!active) return;
    this.ring(context, planted.ringed, planted.tokens.fault, 2 * ratio, (i) => Math.max(crowns[i] ?? 0, 0.5) * scale + 2 * ratio, disc);
    if (planted.chosen !== null) this.ring(context, [planted.chosen], planted.tokens.flag, 3 * ratio, () => 9 * ratio, disc);
  }

  private ring(context: CanvasRenderingContext2D, plants: readonly number[], colour: string, width: number, radius: (i: number) => number, disc: (i: number, radius: number) => void): void {
    context.strokeStyle = colour;
    context.lineWidth = width;
    context.beginPath();
    for (const i of plants) disc(i, radius(i));
    context.stroke();
    context.lineWidth = 1;
  }
}
