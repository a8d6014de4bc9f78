import { z } from 'zod';
import { Unreadable } from '../problems.ts';
import { fromFeatures, type RawShapes } from './raw.ts';

const CrsSchema = z.object({ crs: z.object({ properties: z.object({ name: z.string() }) }) });
const CollectionSchema = z.object({ type: z.literal('FeatureCollection'), features: z.array(z.unknown()) });
const BARE = ['Point', 'MultiPoint', 'LineString', 'MultiLineString', 'Polygon', 'MultiPolygon', 'GeometryCollection'];

/** GeoJSON: a collection, a feature or a bare geometry, with the CRS that an older file declares. */
export function readGeoJson(text: string, name: string): RawShapes {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    throw new Unreadable(`${name} is not whole GeoJSON: it ends early or is damaged. Export it again.`);
  }
  const declared = CrsSchema.safeParse(json).data?.crs.properties.name;
  return {
    format: 'GeoJSON',
    ...fromFeatures(featuresIn(json, name), name),
    declared: declared ? { epsg: declared } : null,
    degrees: !declared,
  };
}

function featuresIn(json: unknown, name: string): readonly unknown[] {
  const collection = CollectionSchema.safeParse(json);
  if (collection.success) return collection.data.features;
  const type = typeof json === 'object' && json !== null ? (json as { type?: unknown }).type : null;
  if (type === 'Feature') return [json];
  if (BARE.includes(type as string)) return [{ type: 'Feature', geometry: json }];
  throw new Unreadable(
    `${name} holds no GeoJSON features. Choose a GeoJSON, KML, KMZ, GPX, zipped shapefile or CSV file.`,
  );
}
