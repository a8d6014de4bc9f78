import Feature from 'ol/Feature';
import LineString from 'ol/geom/LineString';
import PointGeometry from 'ol/geom/Point';
import VectorLayer from 'ol/layer/Vector';
import VectorSource from 'ol/source/Vector';
import { Circle, Fill, Stroke, Style, Text } from 'ol/style';
import type { Snapped } from '../../core/geometry/snap.ts';
import type { Tokens } from '../look/tokens.ts';
import type { Sketch } from '../store/look-at.ts';

/** The drawing in progress: its line so far, its points, and what the pointer has caught. */
export class SketchLayer extends VectorLayer {
  private readonly points: VectorSource;
  private tokens: Tokens | null = null;

  constructor(zIndex: number) {
    const source = new VectorSource();
    super({ source, zIndex, style: (feature) => this.styleOf(feature as Feature) });
    this.points = source;
  }

  draw(sketch: Sketch | null, snapped: Snapped | null, tokens: Tokens): void {
    this.tokens = tokens;
    this.points.clear(true);
    if (!sketch) return;
    const dot = ([x, y]: readonly [number, number], on?: string | null) =>
      this.points.addFeature(new Feature({ geometry: new PointGeometry([x, y]), on }));
    const all = snapped ? [...sketch.points, snapped.point] : sketch.points;
    if (all.length > 1) this.points.addFeature(new Feature({ geometry: new LineString(all.map(([x, y]) => [x, y])) }));
    for (const at of sketch.points) dot(at);
    if (snapped) dot(snapped.point, snapped.on);
  }

  private styleOf(feature: Feature): Style[] {
    const { tokens } = this;
    if (!tokens) return [];
    const on = feature.get('on') as string | null | undefined;
    const style = new Style({
      stroke: new Stroke({ color: tokens.string, width: 2.5 }),
      image: new Circle({
        radius: on ? 7 : 4.5,
        fill: new Fill({ color: on ? 'transparent' : tokens.sheet }),
        stroke: new Stroke({ color: tokens.flag, width: 2 }),
      }),
      ...(on && {
        text: new Text({
          text: on,
          font: "12px 'Atkinson Hyperlegible Next'",
          offsetX: 14,
          offsetY: -12,
          textAlign: 'left',
          fill: new Fill({ color: tokens.flag }),
          stroke: new Stroke({ color: tokens.field, width: 3 }),
        }),
      }),
    });
    return [style];
  }
}
