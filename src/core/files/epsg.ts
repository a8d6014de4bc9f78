import { toProj4 } from 'geotiff-geokeys-to-proj4';
import type { Plane } from '../ground/plane.ts';
import { chosenGrid, projectedGrid, type Grid } from './crs.ts';

/** The grid that an EPSG code or a CRS name such as `urn:ogc:def:crs:EPSG::25832` declares; null when it is not known here. */
export function declaredGrid(declared: string, plane: Plane): Grid | null {
  if (/CRS:?:?84|WGS\s*84$/i.test(declared)) return chosenGrid('degrees', plane);
  const code = Number(/(\d{4,6})\s*$/.exec(declared)?.[1]);
  return Number.isNaN(code)
    ? null
    : (keyedGrid({ ProjectedCSTypeGeoKey: code }, `EPSG:${code}`, plane) ??
        keyedGrid({ GeographicTypeGeoKey: code }, `EPSG:${code}`, plane));
}

/** The grid of a GeoTIFF's keys; null when its projection is not known here. */
export function keyedGrid(keys: Readonly<Record<string, unknown>>, name: string, plane: Plane): Grid | null {
  const { proj4: definition, errors, isGCS } = toProj4(keys);
  if (Object.keys(errors).length > 0 || !definition) return null;
  // Longitude comes first in every file that is read here, whatever the register says of the order of its axes.
  const plain = definition.replace(/\+axis=\S+\s?/, '');
  try {
    return isGCS && /ellps=WGS84/.test(plain)
      ? { ...chosenGrid('degrees', plane), name }
      : projectedGrid(plain, name, plane);
  } catch {
    return null;
  }
}
