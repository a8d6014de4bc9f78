import Point from 'ol/geom/Point';
import { Fill, Stroke, Style, Text } from 'ol/style';
import type { Tokens } from '../look/tokens.ts';
import type { DrawnThing } from './ground-style.ts';

const FONT = "13px 'Atkinson Hyperlegible Next', sans-serif";

/** What the words of a thing are written with. */
interface Pen {
  readonly thing: DrawnThing;
  readonly tokens: Tokens;
  readonly resolution: number;
  options(colour: string, label?: string): object;
  below(colour: string): Style[];
}

const along = ({ options, tokens }: Pen): Style[] => [
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
const beneath = ({ below, tokens }: Pen): Style[] => below(tokens.softInk);
const within = ({ options, thing, tokens }: Pen): Style[] => [
  new Style({
    text: new Text(
      options(thing.kind === 'cover' ? tokens.good : thing.kind === 'soilZone' ? tokens.softInk : tokens.caution),
    ),
  }),
];

const WRITTEN: Readonly<Record<string, (pen: Pen) => Style[]>> = {
  corner: ({ thing, tokens, options }) =>
    thing.unsure
      ? [
          new Style({
            text: new Text({ ...options(tokens.fault, 'pin assumed'), offsetY: 4, offsetX: 12, textAlign: 'left' }),
          }),
        ]
      : [],
  building: ({ thing, tokens, resolution, options }) => [
    new Style({
      text: new Text(
        options(tokens.ink, resolution > 0.35 ? thing.label.split(', ')[0] : thing.label.replace(', ', '\n')),
      ),
      zIndex: 2,
    }),
  ],
  wetGround: ({ tokens, options }) => [new Style({ text: new Text(options(tokens.water)) })],
  place: ({ tokens, options }) => [new Style({ text: new Text(options(tokens.good)) })],
  contour: ({ thing, tokens, options }) =>
    thing.label
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
      : [],
  tree: ({ tokens, options }) => [new Style({ text: new Text(options(tokens.ink)) })],
  viewpoint: ({ tokens, options }) => [
    new Style({ text: new Text({ ...options(tokens.water), offsetX: -11, textAlign: 'right' }), zIndex: 3 }),
  ],
  shelter: ({ thing, tokens, options }) => [
    new Style({
      text: new Text({ ...options(tokens.good, `to shelter: ${thing.label}`), textAlign: 'left' }),
      geometry: topLeft,
      zIndex: 3,
    }),
  ],
  soilZone: within,
  cover: within,
  browsed: within,
  harm: within,
  sightTriangle: within,
  pole: beneath,
  tap: beneath,
  tank: beneath,
  crossing: beneath,
  spotHeight: beneath,
  testHole: beneath,
  stump: beneath,
  holeTest: beneath,
  percolation: beneath,
  fence: along,
  overheadLine: along,
  buriedService: along,
  stream: along,
  ditch: along,
  drain: along,
  erodingBank: along,
  rightOfWay: along,
  track: along,
  gate: beneath,
};

/** The words beside a thing; a layer of their own, which leaves out what would collide. */
export function labelStyle(thing: DrawnThing, tokens: Tokens, resolution: number): Style[] {
  const options = (colour: string, label = thing.label) => ({
    text: label,
    font: FONT,
    fill: new Fill({ color: colour }),
    stroke: new Stroke({ color: tokens.field, width: 3 }),
    overflow: true,
  });
  const below = (colour: string) => [new Style({ text: new Text({ ...options(colour), offsetY: 17 }) })];
  return WRITTEN[thing.kind]?.({ thing, tokens, resolution, options, below }) ?? [];
}

function topLeft(feature: Parameters<Exclude<ReturnType<Style['getGeometryFunction']>, undefined>>[0]) {
  const geometry = feature.getGeometry()!;
  const [west, , , north] = geometry.getExtent() as [number, number, number, number];
  return new Point([west + 2, north - 2.5]);
}
