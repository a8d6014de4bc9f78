import { DOMParser, onErrorStopParsing } from '@xmldom/xmldom';
import { kml } from '@tmcw/togeojson';
import { strFromU8 } from 'fflate';
import { z } from 'zod';
import { distance, type Point } from '../geometry/point.ts';
import type { Plane } from '../ground/plane.ts';
import { checkSize, Unreadable } from './problems.ts';

/** One shape found in a file, on the holding's plane. */
export interface FoundShape {
  readonly name: string;
  readonly shape: 'ring' | 'line' | 'at';
  readonly points: readonly Point[];
}

export interface FoundShapes {
  readonly shapes: readonly FoundShape[];
  /** What was left out and why, a sentence each. */
  readonly leftOut: readonly string[];
}

/** Shapes farther than this from the holding's origin are somewhere else, metres. */
const FARTHEST = 20_000;

const position = z.array(z.number()).min(2);
const GeometrySchema: z.ZodType<Geometry> = z.lazy(() =>
  z.discriminatedUnion('type', [
    z.object({ type: z.literal('Point'), coordinates: position }),
    z.object({ type: z.literal('MultiPoint'), coordinates: z.array(position) }),
    z.object({ type: z.literal('LineString'), coordinates: z.array(position) }),
    z.object({ type: z.literal('MultiLineString'), coordinates: z.array(z.array(position)) }),
    z.object({ type: z.literal('Polygon'), coordinates: z.array(z.array(position)) }),
    z.object({ type: z.literal('MultiPolygon'), coordinates: z.array(z.array(z.array(position))) }),
    z.object({ type: z.literal('GeometryCollection'), geometries: z.array(GeometrySchema) }),
  ]),
);
type Geometry =
  | { type: 'Point'; coordinates: number[] }
  | { type: 'MultiPoint' | 'LineString'; coordinates: number[][] }
  | { type: 'MultiLineString' | 'Polygon'; coordinates: number[][][] }
  | { type: 'MultiPolygon'; coordinates: number[][][][] }
  | { type: 'GeometryCollection'; geometries: Geometry[] };
const FeatureSchema = z.object({ type: z.literal('Feature'), geometry: z.unknown(), properties: z.record(z.string(), z.unknown()).nullish() });

/** Shapes of a GeoJSON or KML file called `name`, brought to the plane. Throws {@link Unreadable}. */
export function readShapes(bytes: Uint8Array, name: string, plane: Plane): FoundShapes {
  checkSize(name, bytes.length);
  const text = strFromU8(bytes).replace(/^\uFEFF/, '').trimStart();
  if (text.startsWith('<')) return place(fromKml(text, name), name, plane);
  return place(fromJson(text, name), name, plane);
}

function fromJson(text: string, name: string): unknown[] {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    throw new Unreadable(`${name} is not whole GeoJSON: it ends early or is damaged. Export it again.`);
  }
  const collection = z.object({ type: z.literal('FeatureCollection'), features: z.array(z.unknown()) }).safeParse(json);
  if (collection.success) return collection.data.features;
  const single = z.object({ type: z.string() }).safeParse(json);
  if (single.success && single.data.type === 'Feature') return [json];
  if (GeometrySchema.safeParse(json).success) return [{ type: 'Feature', geometry: json }];
  throw new Unreadable(`${name} holds no GeoJSON features. Choose a GeoJSON or KML file.`);
}

function fromKml(text: string, name: string): unknown[] {
  // An entity can make a small file enormous; no map program writes one into KML.
  if (/<!(DOCTYPE|ENTITY)/i.test(text)) throw new Unreadable(`${name} declares XML entities, which are not read. Export it again as plain KML.`);
  try {
    const document = new DOMParser({ onError: onErrorStopParsing }).parseFromString(text, 'text/xml');
    return kml(document as unknown as Parameters<typeof kml>[0]).features;
  } catch {
    throw new Unreadable(`${name} is not whole KML: it ends early or is damaged. Export it again.`);
  }
}

function place(features: readonly unknown[], name: string, plane: Plane): FoundShapes {
  const shapes: FoundShape[] = [];
  const leftOut: string[] = [];
  features.forEach((raw, i) => {
    const parsed = FeatureSchema.safeParse(raw);
    const said = parsed.data?.properties?.['name'];
    const label = typeof said === 'string' && said.trim() ? said.trim().slice(0, 80) : '';
    const who = label ? `'${label}'` : `shape ${i + 1}`;
    const geometry = parsed.success ? GeometrySchema.safeParse(parsed.data.geometry) : null;
    if (!geometry?.success) leftOut.push(`${who}: it has no shape that can be read.`);
    else for (const { shape, coordinates } of partsOf(geometry.data)) add(shape, coordinates, label, who);
  });
  if (shapes.length === 0) throw new Unreadable(`${name} holds nothing that can be placed. ${leftOut[0] ?? 'It has no shapes.'}`);
  return { shapes, leftOut };

  function add(shape: FoundShape['shape'], coordinates: readonly number[][], label: string, who: string): void {
    if (coordinates.some(([lon, lat]) => Math.abs(lon!) > 180 || Math.abs(lat!) > 90))
      return void leftOut.push(`${who}: its coordinates are not degrees. Export it in WGS 84 longitude and latitude.`);
    const points = coordinates.map(([lon, lat]) => plane.toPlane(lon!, lat!));
    if (points.some(([x, y]) => !(Math.hypot(x, y) <= FARTHEST))) {
      const swapped = coordinates.map(([lon, lat]) => (Math.abs(lon!) <= 90 ? plane.toPlane(lat!, lon!) : points[0]!));
      const hint = swapped.every(([x, y]) => Math.hypot(x, y) <= FARTHEST) ? ' Its longitude and latitude look swapped.' : ' Check the holding’s latitude, longitude and hemisphere.';
      return void leftOut.push(`${who}: it lies more than ${FARTHEST / 1000} km from this holding.${hint}`);
    }
    const kept = points.filter((p, i) => i === 0 || distance(p, points[i - 1]!) > 0.001);
    if (shape === 'ring' && kept.length > 1 && distance(kept[0]!, kept.at(-1)!) <= 0.001) kept.pop();
    const least = { ring: 3, line: 2, at: 1 }[shape];
    if (kept.length < least) leftOut.push(`${who}: it has ${kept.length} different points and needs ${least}.`);
    else shapes.push({ name: label, shape, points: kept });
  }
}

function partsOf(geometry: Geometry): { shape: FoundShape['shape']; coordinates: number[][] }[] {
  switch (geometry.type) {
    case 'Point':
      return [{ shape: 'at', coordinates: [geometry.coordinates] }];
    case 'MultiPoint':
      return geometry.coordinates.map((coordinates) => ({ shape: 'at', coordinates: [coordinates] }));
    case 'LineString':
      return [{ shape: 'line', coordinates: geometry.coordinates }];
    case 'MultiLineString':
      return geometry.coordinates.map((coordinates) => ({ shape: 'line', coordinates }));
    case 'Polygon':
      return geometry.coordinates.slice(0, 1).map((coordinates) => ({ shape: 'ring', coordinates }));
    case 'MultiPolygon':
      return geometry.coordinates.flatMap((polygon) => polygon.slice(0, 1).map((coordinates) => ({ shape: 'ring' as const, coordinates })));
    case 'GeometryCollection':
      return geometry.geometries.flatMap(partsOf);
  }
}
