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

const line = (color: string, width: number, lineDash?: number[]): Style =>
  new Style({ stroke: new Stroke({ color, width, lineDash, lineCap: 'round', lineJoin: 'round' }) });

/** How each thing on the ground is drawn, without its words. `resolution` is metres for a pixel. */
export function groundStyle(thing: DrawnThing, tokens: Tokens, resolution: number): Style[] {
  const chosen = thing.chosen ? [line(tokens.flag, 5)] : [];
  const area = (fill: string, stroke: string, dash?: number[]) =>
    new Style({
      fill: new Fill({ color: fill }),
      stroke: new Stroke({ color: thing.chosen ? tokens.flag : stroke, width: thing.chosen ? 3 : 1, lineDash: dash }),
    });
  const dot = (radius: number, fill: string, stroke: string, width: number) =>
    new Style({
      image: new Circle({ radius, fill: new Fill({ color: fill }), stroke: new Stroke({ color: stroke, width }) }),
    });
  const edge = new Stroke({ color: tokens.ink, width: 1 });
  switch (thing.kind) {
    case 'boundary':
      return [
        new Style({
          fill: new Fill({ color: tokens.field }),
          stroke: new Stroke({ color: tokens.softInk, width: 1.5, lineDash: [10, 4, 2, 4] }),
        }),
      ];
    case 'corner':
      return [
        new Style({
          image: new RegularShape({
            points: 4,
            radius: thing.chosen ? 9 : 6.5,
            angle: Math.PI / 4,
            fill: new Fill({ color: thing.unsure ? tokens.sheet : tokens.flag }),
            stroke: new Stroke({ color: tokens.flag, width: 1.5 }),
          }),
        }),
      ];
    case 'building':
      return [area(tokens.earth, tokens.ink)];
    case 'fence':
      return [...chosen, line(tokens.softInk, 1.5, [2, 5]), line(tokens.softInk, 0.7)];
    case 'pole':
      return [dot(5, thing.chosen ? tokens.flag : tokens.ink, tokens.sheet, 2)];
    case 'testHole':
      return [dot(5, tokens.sheet, thing.chosen ? tokens.flag : tokens.earth, 2.5)];
    case 'holeTest':
    case 'percolation':
      return [
        new Style({
          image: new RegularShape({
            points: 3,
            angle: Math.PI,
            radius: 7,
            fill: new Fill({ color: thing.kind === 'holeTest' ? tokens.earth : tokens.water }),
            stroke: new Stroke({ color: thing.chosen ? tokens.flag : tokens.ink, width: thing.chosen ? 2.5 : 1 }),
          }),
        }),
      ];
    case 'spotHeight':
      return [
        new Style({
          image: new RegularShape({
            points: 4,
            radius: 5,
            radius2: 0,
            angle: 0,
            stroke: new Stroke({ color: thing.chosen ? tokens.flag : tokens.ink, width: 2 }),
          }),
        }),
      ];
    case 'stump':
      return [
        dot(Math.max(4, thing.size / 2 / resolution), tokens.earth, thing.chosen ? tokens.flag : tokens.ink, 1.5),
      ];
    case 'tap':
    case 'tank':
      return [dot(6, tokens.water, thing.chosen ? tokens.flag : tokens.sheet, 2)];
    case 'crossing':
      return [
        new Style({
          image: new RegularShape({
            points: 4,
            radius: 8,
            angle: 0,
            fill: new Fill({ color: tokens.sheet }),
            stroke: new Stroke({ color: thing.chosen ? tokens.flag : tokens.earth, width: 2.5 }),
          }),
        }),
      ];
    case 'drain':
      return [...chosen, line(tokens.water, 1.3, [8, 4, 1, 4])];
    case 'ditch':
      return [...chosen, line(`${tokens.water}70`, 3), line(tokens.water, 0.8, [3, 3])];
    case 'erodingBank':
      return [...chosen, line(tokens.fault, 3, [1, 5]), line(tokens.fault, 1)];
    case 'paintMark':
      return [line(tokens.flag, 3.5, [1, 9])];
    case 'rightOfWay':
      return [
        ...chosen,
        line(`${tokens.string}44`, Math.max(3, thing.size / resolution)),
        line(tokens.string, 1, [6, 4]),
      ];
    case 'soilZone':
      return [area(`${tokens.earth}26`, tokens.earth, [8, 3])];
    case 'cover':
      return [area(`${tokens.good}1c`, tokens.good, [2, 4])];
    case 'browsed':
    case 'harm':
      return [area(`${tokens.caution}1c`, tokens.caution, [3, 3])];
    case 'place':
      return [area(`${tokens.good}12`, tokens.good, [6, 4])];
    case 'contour':
      return [line(`${tokens.earth}cc`, 1)];
    case 'section':
      return [line(tokens.string, 2, [8, 4])];
    case 'ruleBand':
      return [line(`${tokens.caution}2e`, Math.max(4, thing.size / resolution))];
    case 'sightTriangle':
      return [area(`${tokens.fault}20`, tokens.fault, [5, 4])];
    case 'otherCorner':
      return [line(tokens.fault, 1, [3, 3])];
    case 'mark':
      return [
        dot(7, 'transparent', tokens.flag, 2),
        new Style({
          image: new RegularShape({
            points: 4,
            radius: 11,
            radius2: 0,
            stroke: new Stroke({ color: tokens.flag, width: 1.5 }),
          }),
        }),
      ];
    case 'overheadLine':
      return [...chosen, line(tokens.ink, 1.5, [7, 4])];
    case 'buriedService':
      return [...chosen, line(tokens.caution, 1.5, thing.unsure ? [1, 6] : undefined)];
    case 'stream':
      return [...chosen, line(`${tokens.water}70`, Math.max(4, thing.size / resolution))];
    case 'wetGround':
      return [area(`${tokens.water}2b`, `${tokens.water}66`)];
    case 'track':
      return [...chosen, line(`${tokens.earth}aa`, Math.max(3, thing.size / resolution))];
    case 'gate':
      return [
        new Style({
          image: new RegularShape({
            points: 4,
            radius: 9,
            radius2: 9,
            scale: [1, 0.35],
            angle: Math.PI / 4,
            fill: new Fill({ color: thing.chosen ? tokens.flag : tokens.earth }),
            stroke: edge,
          }),
        }),
      ];
    case 'tree':
      return [
        new Style({
          image: new Circle({
            radius: Math.max(4, thing.size / 2 / resolution),
            fill: new Fill({ color: `${tokens.good}55` }),
            stroke: new Stroke({ color: thing.chosen ? tokens.flag : tokens.good, width: thing.chosen ? 3 : 1 }),
          }),
        }),
      ];
    case 'shelter':
      return [area(`${tokens.good}1c`, `${tokens.good}66`, [4, 4])];
    case 'viewpoint':
      return [
        new Style({
          image: new RegularShape({
            points: 3,
            radius: 7,
            fill: new Fill({ color: thing.chosen ? tokens.flag : tokens.water }),
            stroke: new Stroke({ color: tokens.sheet, width: 1 }),
          }),
        }),
      ];
    case 'baseline':
      return [line(tokens.string, thing.chosen ? 2.5 : 1.2)];
    case 'outline':
      return [line(tokens.string, 1.4, [6, 5])];
    case 'handle':
      return [
        new Style({
          image: new RegularShape({
            points: 4,
            radius: 8,
            scale: [0.75, 1],
            fill: new Fill({ color: tokens.sheet }),
            stroke: new Stroke({ color: tokens.flag, width: 2 }),
          }),
        }),
      ];
    default:
      return [];
  }
}

/** The words beside each thing; a layer of their own, which leaves out what would collide. */
export function labelStyle(thing: DrawnThing, tokens: Tokens, resolution: number): Style[] {
  const options = (colour: string, label = thing.label) => ({
    text: label,
    font: FONT,
    fill: new Fill({ color: colour }),
    stroke: new Stroke({ color: tokens.field, width: 3 }),
    overflow: true,
  });
  const below = (colour: string) => [new Style({ text: new Text({ ...options(colour), offsetY: 17 }) })];
  switch (thing.kind) {
    case 'corner':
      return thing.unsure
        ? [
            new Style({
              text: new Text({ ...options(tokens.fault, 'pin assumed'), offsetY: 4, offsetX: 12, textAlign: 'left' }),
            }),
          ]
        : [];
    case 'building':
      return [
        new Style({
          text: new Text(
            options(tokens.ink, resolution > 0.35 ? thing.label.split(', ')[0] : thing.label.replace(', ', '\n')),
          ),
          zIndex: 2,
        }),
      ];
    case 'wetGround':
      return [new Style({ text: new Text(options(tokens.water)) })];
    case 'place':
      return [new Style({ text: new Text(options(tokens.good)) })];
    case 'soilZone':
    case 'cover':
    case 'browsed':
    case 'harm':
    case 'sightTriangle':
      return [
        new Style({
          text: new Text(
            options(thing.kind === 'cover' ? tokens.good : thing.kind === 'soilZone' ? tokens.softInk : tokens.caution),
          ),
        }),
      ];
    case 'contour':
      return thing.label
        ? [
            new Style({
              text: new Text({
                ...options(tokens.softInk),
                font: FONT.replace('13', '11'),
                placement: 'line',
                maxAngle: 0.5,
              }),
            }),
          ]
        : [];
    case 'pole':
    case 'tap':
    case 'tank':
    case 'crossing':
    case 'spotHeight':
    case 'testHole':
    case 'stump':
      return below(tokens.softInk);
    case 'holeTest':
    case 'percolation':
      return below(tokens.softInk);
    case 'tree':
      return [new Style({ text: new Text(options(tokens.ink)) })];
    case 'gate':
      return below(tokens.softInk);
    case 'viewpoint':
      return [new Style({ text: new Text({ ...options(tokens.water), offsetX: -11, textAlign: 'right' }), zIndex: 3 })];
    case 'shelter':
      return [
        new Style({
          text: new Text({ ...options(tokens.good, `to shelter: ${thing.label}`), textAlign: 'left' }),
          geometry: topLeft,
          zIndex: 3,
        }),
      ];
    case 'fence':
    case 'overheadLine':
    case 'buriedService':
    case 'stream':
    case 'ditch':
    case 'drain':
    case 'erodingBank':
    case 'rightOfWay':
    case 'track':
      return [
        new Style({
          text: new Text({
            ...options(tokens.softInk),
            placement: 'line',
            textBaseline: 'bottom',
            offsetY: -4,
            maxAngle: 0.9,
          }),
        }),
      ];
    default:
      return [];
  }
}

function topLeft(feature: Parameters<Exclude<ReturnType<Style['getGeometryFunction']>, undefined>>[0]) {
  const geometry = feature.getGeometry()!;
  const [west, , , north] = geometry.getExtent() as [number, number, number, number];
  return new Point([west + 2, north - 2.5]);
}
