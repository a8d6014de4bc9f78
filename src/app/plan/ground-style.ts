import type Feature from 'ol/Feature';
import { Circle, Fill, RegularShape, Stroke, Style } from 'ol/style';
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

const line = (color: string, width: number, lineDash?: number[]): Style =>
  new Style({ stroke: new Stroke({ color, width, lineDash, lineCap: 'round', lineJoin: 'round' }) });

/** What a thing is drawn with: itself, the colours, metres for a pixel, and strokes that show whether it is chosen. */
interface Brush {
  readonly thing: DrawnThing;
  readonly tokens: Tokens;
  readonly resolution: number;
  readonly chosen: readonly Style[];
  area(fill: string, stroke: string, dash?: number[]): Style;
  dot(radius: number, fill: string, stroke: string, width: number): Style;
  readonly edge: Stroke;
}

const DRAWN: Readonly<Record<string, (brush: Brush) => Style[]>> = {
  boundary: ({ tokens }) => [
    new Style({
      fill: new Fill({ color: tokens.field }),
      stroke: new Stroke({ color: tokens.softInk, width: 1.5, lineDash: [10, 4, 2, 4] }),
    }),
  ],
  corner: ({ thing, tokens }) => [
    new Style({
      image: new RegularShape({
        points: 4,
        radius: thing.chosen ? 9 : 6.5,
        angle: Math.PI / 4,
        fill: new Fill({ color: thing.unsure ? tokens.sheet : tokens.flag }),
        stroke: new Stroke({ color: tokens.flag, width: 1.5 }),
      }),
    }),
  ],
  building: ({ tokens, area }) => [area(tokens.earth, tokens.ink)],
  fence: ({ tokens, chosen }) => [...chosen, line(tokens.softInk, 1.5, [2, 5]), line(tokens.softInk, 0.7)],
  pole: ({ thing, tokens, dot }) => [dot(5, thing.chosen ? tokens.flag : tokens.ink, tokens.sheet, 2)],
  testHole: ({ thing, tokens, dot }) => [dot(5, tokens.sheet, thing.chosen ? tokens.flag : tokens.earth, 2.5)],
  holeTest: ({ thing, tokens }) => [
    new Style({
      image: new RegularShape({
        points: 3,
        angle: Math.PI,
        radius: 7,
        fill: new Fill({ color: thing.kind === 'holeTest' ? tokens.earth : tokens.water }),
        stroke: new Stroke({ color: thing.chosen ? tokens.flag : tokens.ink, width: thing.chosen ? 2.5 : 1 }),
      }),
    }),
  ],
  percolation: ({ thing, tokens }) => [
    new Style({
      image: new RegularShape({
        points: 3,
        angle: Math.PI,
        radius: 7,
        fill: new Fill({ color: thing.kind === 'holeTest' ? tokens.earth : tokens.water }),
        stroke: new Stroke({ color: thing.chosen ? tokens.flag : tokens.ink, width: thing.chosen ? 2.5 : 1 }),
      }),
    }),
  ],
  spotHeight: ({ thing, tokens }) => [
    new Style({
      image: new RegularShape({
        points: 4,
        radius: 5,
        radius2: 0,
        angle: 0,
        stroke: new Stroke({ color: thing.chosen ? tokens.flag : tokens.ink, width: 2 }),
      }),
    }),
  ],
  stump: ({ thing, tokens, resolution, dot }) => [
    dot(Math.max(4, thing.size / 2 / resolution), tokens.earth, thing.chosen ? tokens.flag : tokens.ink, 1.5),
  ],
  tap: ({ thing, tokens, dot }) => [dot(6, tokens.water, thing.chosen ? tokens.flag : tokens.sheet, 2)],
  tank: ({ thing, tokens, dot }) => [dot(6, tokens.water, thing.chosen ? tokens.flag : tokens.sheet, 2)],
  crossing: ({ thing, tokens }) => [
    new Style({
      image: new RegularShape({
        points: 4,
        radius: 8,
        angle: 0,
        fill: new Fill({ color: tokens.sheet }),
        stroke: new Stroke({ color: thing.chosen ? tokens.flag : tokens.earth, width: 2.5 }),
      }),
    }),
  ],
  drain: ({ tokens, chosen }) => [...chosen, line(tokens.water, 1.3, [8, 4, 1, 4])],
  ditch: ({ tokens, chosen }) => [...chosen, line(`${tokens.water}70`, 3), line(tokens.water, 0.8, [3, 3])],
  erodingBank: ({ tokens, chosen }) => [...chosen, line(tokens.fault, 3, [1, 5]), line(tokens.fault, 1)],
  paintMark: ({ tokens }) => [line(tokens.flag, 3.5, [1, 9])],
  rightOfWay: ({ thing, tokens, resolution, chosen }) => [
    ...chosen,
    line(`${tokens.string}44`, Math.max(3, thing.size / resolution)),
    line(tokens.string, 1, [6, 4]),
  ],
  soilZone: ({ tokens, area }) => [area(`${tokens.earth}26`, tokens.earth, [8, 3])],
  cover: ({ tokens, area }) => [area(`${tokens.good}1c`, tokens.good, [2, 4])],
  browsed: ({ tokens, area }) => [area(`${tokens.caution}1c`, tokens.caution, [3, 3])],
  harm: ({ tokens, area }) => [area(`${tokens.caution}1c`, tokens.caution, [3, 3])],
  place: ({ tokens, area }) => [area(`${tokens.good}12`, tokens.good, [6, 4])],
  contour: ({ tokens }) => [line(`${tokens.earth}cc`, 1)],
  section: ({ tokens }) => [line(tokens.string, 2, [8, 4])],
  ruleBand: ({ thing, tokens, resolution }) => [line(`${tokens.caution}2e`, Math.max(4, thing.size / resolution))],
  sightTriangle: ({ tokens, area }) => [area(`${tokens.fault}20`, tokens.fault, [5, 4])],
  otherCorner: ({ tokens }) => [line(tokens.fault, 1, [3, 3])],
  mark: ({ tokens, dot }) => [
    dot(7, 'transparent', tokens.flag, 2),
    new Style({
      image: new RegularShape({
        points: 4,
        radius: 11,
        radius2: 0,
        stroke: new Stroke({ color: tokens.flag, width: 1.5 }),
      }),
    }),
  ],
  overheadLine: ({ tokens, chosen }) => [...chosen, line(tokens.ink, 1.5, [7, 4])],
  buriedService: ({ thing, tokens, chosen }) => [
    ...chosen,
    line(tokens.caution, 1.5, thing.unsure ? [1, 6] : undefined),
  ],
  stream: ({ thing, tokens, resolution, chosen }) => [
    ...chosen,
    line(`${tokens.water}70`, Math.max(4, thing.size / resolution)),
  ],
  wetGround: ({ tokens, area }) => [area(`${tokens.water}2b`, `${tokens.water}66`)],
  track: ({ thing, tokens, resolution, chosen }) => [
    ...chosen,
    line(`${tokens.earth}aa`, Math.max(3, thing.size / resolution)),
  ],
  gate: ({ thing, tokens, edge }) => [
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
  ],
  tree: ({ thing, tokens, resolution }) => [
    new Style({
      image: new Circle({
        radius: Math.max(4, thing.size / 2 / resolution),
        fill: new Fill({ color: `${tokens.good}55` }),
        stroke: new Stroke({ color: thing.chosen ? tokens.flag : tokens.good, width: thing.chosen ? 3 : 1 }),
      }),
    }),
  ],
  shelter: ({ tokens, area }) => [area(`${tokens.good}1c`, `${tokens.good}66`, [4, 4])],
  viewpoint: ({ thing, tokens }) => [
    new Style({
      image: new RegularShape({
        points: 3,
        radius: 7,
        fill: new Fill({ color: thing.chosen ? tokens.flag : tokens.water }),
        stroke: new Stroke({ color: tokens.sheet, width: 1 }),
      }),
    }),
  ],
  baseline: ({ thing, tokens }) => [line(tokens.string, thing.chosen ? 2.5 : 1.2)],
  outline: ({ tokens }) => [line(tokens.string, 1.4, [6, 5])],
  handle: ({ tokens }) => [
    new Style({
      image: new RegularShape({
        points: 4,
        radius: 8,
        scale: [0.75, 1],
        fill: new Fill({ color: tokens.sheet }),
        stroke: new Stroke({ color: tokens.flag, width: 2 }),
      }),
    }),
  ],
};

/** How a thing on the ground is drawn, without its words. `resolution` is metres for a pixel. */
export function groundStyle(thing: DrawnThing, tokens: Tokens, resolution: number): Style[] {
  const area = (fill: string, stroke: string, dash?: number[]) =>
    new Style({
      fill: new Fill({ color: fill }),
      stroke: new Stroke({ color: thing.chosen ? tokens.flag : stroke, width: thing.chosen ? 3 : 1, lineDash: dash }),
    });
  const dot = (radius: number, fill: string, stroke: string, width: number) =>
    new Style({
      image: new Circle({ radius, fill: new Fill({ color: fill }), stroke: new Stroke({ color: stroke, width }) }),
    });
  const chosen = thing.chosen ? [line(tokens.flag, 5)] : [];
  const edge = new Stroke({ color: tokens.ink, width: 1 });
  return DRAWN[thing.kind]?.({ thing, tokens, resolution, chosen, area, dot, edge }) ?? [];
}
