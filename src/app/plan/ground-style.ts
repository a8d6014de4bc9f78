import type Feature from 'ol/Feature';
import Point from 'ol/geom/Point';
import { Circle, Fill, RegularShape, Stroke, Style, Text } from 'ol/style';
import type { Tokens } from '../look/tokens.ts';

/** What a drawn thing on the plan is, kept on its OpenLayers feature. */
export interface DrawnThing {
  readonly what: 'boundary' | 'corner' | 'feature' | 'baseline' | 'handle' | 'gap' | 'label';
  readonly id: string;
  readonly kind: string;
  readonly label: string;
  readonly chosen: boolean;
  /** Assumed pin, unmarked service: drawn open or broken. */
  readonly unsure: boolean;
  /** Crown across or track width, metres on the ground. */
  readonly size: number;
}

export const thingOf = (feature: Feature): DrawnThing => feature.get('thing') as DrawnThing;

const FONT = "13px 'Atkinson Hyperlegible Next', sans-serif";

function text(label: string, colour: string, tokens: Tokens, offsetY = 0, align: CanvasTextAlign = 'center', offsetX = 0): Text {
  return new Text({ text: label, font: FONT, fill: new Fill({ color: colour }), stroke: new Stroke({ color: tokens.field, width: 3 }), offsetY, offsetX, textAlign: align, overflow: true });
}

const line = (color: string, width: number, lineDash?: number[]): Style => new Style({ stroke: new Stroke({ color, width, lineDash, lineCap: 'round', lineJoin: 'round' }) });

/** How each thing on the ground is drawn. `resolution` is metres for a pixel. */
export function groundStyle(thing: DrawnThing, tokens: Tokens, resolution: number): Style[] {
  const chosen = thing.chosen ? [line(tokens.flag, 5)] : [];
  const label = (colour: string, offsetY = 0) => new Style({ text: text(thing.label, colour, tokens, offsetY) });
  const alongside = new Style({ text: new Text({ ...textOptions(thing.label, tokens.softInk, tokens), placement: 'line', textBaseline: 'bottom', offsetY: -4, maxAngle: 0.9 }) });
  const area = (fill: string, stroke: string, dash?: number[]) => new Style({ fill: new Fill({ color: fill }), stroke: new Stroke({ color: thing.chosen ? tokens.flag : stroke, width: thing.chosen ? 3 : 1, lineDash: dash }) });
  switch (thing.kind) {
    case 'boundary':
      return [new Style({ fill: new Fill({ color: tokens.field }), stroke: new Stroke({ color: tokens.softInk, width: 1.5, lineDash: [10, 4, 2, 4] }) })];
    case 'corner': {
      const image = new RegularShape({ points: 4, radius: thing.chosen ? 9 : 6.5, angle: Math.PI / 4, fill: new Fill({ color: thing.unsure ? tokens.sheet : tokens.flag }), stroke: new Stroke({ color: tokens.flag, width: 1.5 }) });
      return [new Style({ image, ...(thing.unsure && { text: text('pin assumed', tokens.fault, tokens, 4, 'left', 12) }) })];
    }
    case 'building':
      return [area(tokens.earth, tokens.ink), label(tokens.ink)];
    case 'fence':
      return [...chosen, line(tokens.softInk, 1.5, [2, 5]), line(tokens.softInk, 0.7), alongside];
    case 'overheadLine':
      return [...chosen, line(tokens.ink, 1.5, [7, 4]), alongside];
    case 'buriedService':
      return [...chosen, line(tokens.caution, 1.5, thing.unsure ? [1, 6] : undefined), alongside];
    case 'stream':
      return [...chosen, line(`${tokens.water}70`, 7), alongside];
    case 'wetGround':
      return [area(`${tokens.water}2b`, `${tokens.water}66`), label(tokens.water)];
    case 'track':
      return [...chosen, line(`${tokens.earth}aa`, Math.max(3, thing.size / resolution)), alongside];
    case 'gate':
      return [new Style({ image: new RegularShape({ points: 4, radius: 7, radius2: 3, fill: new Fill({ color: thing.chosen ? tokens.flag : tokens.earth }), stroke: new Stroke({ color: tokens.ink, width: 1 }) }) }), label(tokens.softInk, 16)];
    case 'tree':
      return [new Style({ image: new Circle({ radius: Math.max(4, thing.size / 2 / resolution), fill: new Fill({ color: `${tokens.good}55` }), stroke: new Stroke({ color: thing.chosen ? tokens.flag : tokens.good, width: thing.chosen ? 3 : 1 }) }) }), label(tokens.ink)];
    case 'shelter':
      return [area(`${tokens.good}1c`, `${tokens.good}66`, [4, 4]), new Style({ text: new Text({ ...textOptions(`to shelter: ${thing.label}`, tokens.good, tokens), textAlign: 'left' }), geometry: topLeft })];
    case 'viewpoint':
      return [new Style({ image: new RegularShape({ points: 3, radius: 8, fill: new Fill({ color: thing.chosen ? tokens.flag : tokens.water }), stroke: new Stroke({ color: tokens.sheet, width: 1 }) }) }), label(tokens.water, 16)];
    case 'baseline':
      return [line(tokens.string, thing.chosen ? 2.5 : 1.2)];
    case 'handle':
      return [new Style({ image: new RegularShape({ points: 4, radius: 8, scale: [0.75, 1], fill: new Fill({ color: tokens.sheet }), stroke: new Stroke({ color: tokens.flag, width: 2 }) }) })];
    default:
      return [];
  }
}

const textOptions = (label: string, colour: string, tokens: Tokens) => ({ text: label, font: FONT, fill: new Fill({ color: colour }), stroke: new Stroke({ color: tokens.field, width: 3 }), overflow: true });

function topLeft(feature: Parameters<Exclude<ReturnType<Style['getGeometryFunction']>, undefined>>[0]) {
  const geometry = feature.getGeometry()!;
  const [west, , , north] = geometry.getExtent() as [number, number, number, number];
  return new Point([west + 2, north - 3]);
}
