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

const line = (color: string, width: number, lineDash?: number[]): Style => new Style({ stroke: new Stroke({ color, width, lineDash, lineCap: 'round', lineJoin: 'round' }) });

/** How each thing on the ground is drawn, without its words. `resolution` is metres for a pixel. */
export function groundStyle(thing: DrawnThing, tokens: Tokens, resolution: number): Style[] {
  const chosen = thing.chosen ? [line(tokens.flag, 5)] : [];
  const area = (fill: string, stroke: string, dash?: number[]) => new Style({ fill: new Fill({ color: fill }), stroke: new Stroke({ color: thing.chosen ? tokens.flag : stroke, width: thing.chosen ? 3 : 1, lineDash: dash }) });
  const edge = new Stroke({ color: tokens.ink, width: 1 });
  switch (thing.kind) {
    case 'boundary':
      return [new Style({ fill: new Fill({ color: tokens.field }), stroke: new Stroke({ color: tokens.softInk, width: 1.5, lineDash: [10, 4, 2, 4] }) })];
    case 'corner':
      return [new Style({ image: new RegularShape({ points: 4, radius: thing.chosen ? 9 : 6.5, angle: Math.PI / 4, fill: new Fill({ color: thing.unsure ? tokens.sheet : tokens.flag }), stroke: new Stroke({ color: tokens.flag, width: 1.5 }) }) })];
    case 'building':
      return [area(tokens.earth, tokens.ink)];
    case 'fence':
      return [...chosen, line(tokens.softInk, 1.5, [2, 5]), line(tokens.softInk, 0.7)];
    case 'overheadLine':
      return [...chosen, line(tokens.ink, 1.5, [7, 4])];
    case 'buriedService':
      return [...chosen, line(tokens.caution, 1.5, thing.unsure ? [1, 6] : undefined)];
    case 'stream':
      return [...chosen, line(`${tokens.water}70`, 7)];
    case 'wetGround':
      return [area(`${tokens.water}2b`, `${tokens.water}66`)];
    case 'track':
      return [...chosen, line(`${tokens.earth}aa`, Math.max(3, thing.size / resolution))];
    case 'gate':
      return [new Style({ image: new RegularShape({ points: 4, radius: 9, radius2: 9, scale: [1, 0.35], angle: Math.PI / 4, fill: new Fill({ color: thing.chosen ? tokens.flag : tokens.earth }), stroke: edge }) })];
    case 'tree':
      return [new Style({ image: new Circle({ radius: Math.max(4, thing.size / 2 / resolution), fill: new Fill({ color: `${tokens.good}55` }), stroke: new Stroke({ color: thing.chosen ? tokens.flag : tokens.good, width: thing.chosen ? 3 : 1 }) }) })];
    case 'shelter':
      return [area(`${tokens.good}1c`, `${tokens.good}66`, [4, 4])];
    case 'viewpoint':
      return [new Style({ image: new RegularShape({ points: 3, radius: 7, fill: new Fill({ color: thing.chosen ? tokens.flag : tokens.water }), stroke: new Stroke({ color: tokens.sheet, width: 1 }) }) })];
    case 'baseline':
      return [line(tokens.string, thing.chosen ? 2.5 : 1.2)];
    case 'handle':
      return [new Style({ image: new RegularShape({ points: 4, radius: 8, scale: [0.75, 1], fill: new Fill({ color: tokens.sheet }), stroke: new Stroke({ color: tokens.flag, width: 2 }) }) })];
    default:
      return [];
  }
}

/** The words beside each thing; a layer of their own, which leaves out what would collide. */
export function labelStyle(thing: DrawnThing, tokens: Tokens, resolution: number): Style[] {
  const options = (colour: string, label = thing.label) => ({ text: label, font: FONT, fill: new Fill({ color: colour }), stroke: new Stroke({ color: tokens.field, width: 3 }), overflow: true });
  const below = (colour: string) => [new Style({ text: new Text({ ...options(colour), offsetY: 17 }) })];
  switch (thing.kind) {
    case 'corner':
      return thing.unsure ? [new Style({ text: new Text({ ...options(tokens.fault, 'pin assumed'), offsetY: 4, offsetX: 12, textAlign: 'left' }) })] : [];
    case 'building':
      return [new Style({ text: new Text(options(tokens.ink, resolution > 0.35 ? thing.label.split(', ')[0] : thing.label.replace(', ', '\n'))), zIndex: 2 })];
    case 'wetGround':
      return [new Style({ text: new Text(options(tokens.water)) })];
    case 'tree':
      return [new Style({ text: new Text(options(tokens.ink)) })];
    case 'gate':
      return below(tokens.softInk);
    case 'viewpoint':
      return [new Style({ text: new Text({ ...options(tokens.water), offsetX: -11, textAlign: 'right' }), zIndex: 3 })];
    case 'shelter':
      return [new Style({ text: new Text({ ...options(tokens.good, `to shelter: ${thing.label}`), textAlign: 'left' }), geometry: topLeft, zIndex: 3 })];
    case 'fence':
    case 'overheadLine':
    case 'buriedService':
    case 'stream':
    case 'track':
      return [new Style({ text: new Text({ ...options(tokens.softInk), placement: 'line', textBaseline: 'bottom', offsetY: -4, maxAngle: 0.9 }) })];
    default:
      return [];
  }
}

function topLeft(feature: Parameters<Exclude<ReturnType<Style['getGeometryFunction']>, undefined>>[0]) {
  const geometry = feature.getGeometry()!;
  const [west, , , north] = geometry.getExtent() as [number, number, number, number];
  return new Point([west + 2, north - 2.5]);
}
