import type { FrameState } from 'ol/Map';
import Layer from 'ol/layer/Layer';
import type { PlacedImage } from '../store/look-at.ts';

/** Pictures turned and scaled onto the plane, drawn in order on one canvas. */
export class ImageLayer extends Layer {
  private readonly canvas = document.createElement('canvas');
  private images: readonly PlacedImage[] = [];

  constructor(zIndex: number) {
    super({ zIndex });
    this.canvas.className = 'grid-canvas';
  }

  show(images: readonly PlacedImage[]): void {
    this.images = images;
    this.changed();
  }

  override render({ size, pixelRatio, viewState: { center, resolution } }: FrameState): HTMLElement {
    const [width, height] = [Math.round(size[0]! * pixelRatio), Math.round(size[1]! * pixelRatio)];
    Object.assign(this.canvas, { width, height });
    const context = this.canvas.getContext('2d')!;
    const scale = pixelRatio / resolution;
    for (const {
      image,
      matrix: [a, b, c, d, e, f],
      opacity,
      cells,
    } of this.images) {
      context.setTransform(
        a * scale,
        -d * scale,
        b * scale,
        -e * scale,
        width / 2 + (c - center[0]!) * scale,
        height / 2 - (f - center[1]!) * scale,
      );
      context.globalAlpha = opacity;
      context.imageSmoothingEnabled = !cells;
      context.drawImage(image, 0, 0);
    }
    context.setTransform(1, 0, 0, 1, 0, 0);
    return this.canvas;
  }
}
