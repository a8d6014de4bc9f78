import type { FrameState } from 'ol/Map';
import Layer from 'ol/layer/Layer';
import { toMetres, type UnitSystem } from '../../core/units/quantities.ts';
import type { Tokens } from '../look/tokens.ts';

const STEPS = [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000] as const;

/** The squared paper under the plan: lines each 10, 20, 50 … metres or feet, whichever lie far enough apart to read. */
export class GridLayer extends Layer {
  private readonly canvas = document.createElement('canvas');
  private tokens: Tokens | null = null;
  /** The squares' own unit, metres. */
  private unit = 1;

  constructor() {
    super({ zIndex: 1.7 });
    this.canvas.className = 'grid-canvas';
  }

  show(tokens: Tokens, units: UnitSystem): void {
    this.tokens = tokens;
    this.unit = units === 'us' ? toMetres(1, 'ft') : 1;
    this.changed();
  }

  override render({ size, pixelRatio, viewState: { center, resolution } }: FrameState): HTMLElement {
    const [width, height] = [Math.round(size[0]! * pixelRatio), Math.round(size[1]! * pixelRatio)];
    Object.assign(this.canvas, { width, height });
    const context = this.canvas.getContext('2d')!;
    if (!this.tokens) return this.canvas;
    const step = STEPS.map((n) => n * this.unit).find((metres) => metres / resolution > 60) ?? 5000 * this.unit;
    context.strokeStyle = this.tokens.grid;
    context.globalAlpha = 0.7;
    context.beginPath();
    const west = center[0]! - (size[0]! / 2) * resolution;
    const north = center[1]! + (size[1]! / 2) * resolution;
    for (let x = Math.ceil(west / step) * step; (x - west) / resolution < size[0]!; x += step) {
      const px = Math.round(((x - west) / resolution) * pixelRatio) + 0.5;
      context.moveTo(px, 0);
      context.lineTo(px, height);
    }
    for (let y = Math.floor(north / step) * step; (north - y) / resolution < size[1]!; y -= step) {
      const py = Math.round(((north - y) / resolution) * pixelRatio) + 0.5;
      context.moveTo(0, py);
      context.lineTo(width, py);
    }
    context.stroke();
    context.globalAlpha = 1;
    return this.canvas;
  }
}
