import { toProj4 } from 'geotiff-geokeys-to-proj4';
import type { Plane } from '../ground/plane.ts';
import type { CrsChoice, PlainChoice } from './crs-choices.ts';
import { chosenGrid, projectedGrid, type Grid } from './crs.ts';
import { gridAt, gridNamed, gridOf, shiftOf, type GridRecord } from './grids.ts';

/** How far a projection of our own table is off at most is said; one that nobody knows the datum of is refused, never guessed. */

const placeOf = (plane: Plane) => {
  const [longitude, latitude] = plane.toDegrees([0, 0]);
  return { longitude, latitude };
};

function tabled(grid: GridRecord, plane: Plane): Grid | null {
  const here = gridAt(grid, placeOf(plane));
  return here && projectedGrid(here.is, grid.name, plane, { within: here.within, turned: grid.turned });
}

/** The grid of an EPSG code; null when it, or its shift, is not known here. */
function codedGrid(code: number, plane: Plane): Grid | null {
  const grid = gridOf(code);
  if (grid) return tabled(grid, plane);
  const shift = shiftOf(code, placeOf(plane));
  const isPlain = shift && /^0(,0)*$/.test(shift.shift);
  return isPlain
    ? {
        ...chosenGrid('degrees', plane),
        name: code === 4326 ? 'WGS 84 degrees' : `EPSG:${code} degrees`,
        within: shift.within,
      }
    : null;
}

/** The grid that an EPSG code or a CRS name such as `urn:ogc:def:crs:EPSG::25832` declares; null when it is not known here. */
export function declaredGrid(declared: string, plane: Plane): Grid | null {
  if (/CRS:?:?84|WGS\s*84$/i.test(declared)) return chosenGrid('degrees', plane);
  const code = Number(/(\d{4,6})\s*$/.exec(declared)?.[1]);
  return Number.isNaN(code) ? null : codedGrid(code, plane);
}

/** The grid that the steward chose for a file that says nothing itself. */
export const gridChosen = (choice: Exclude<CrsChoice, 'declared'>, plane: Plane): Grid =>
  choice.startsWith('EPSG:') ? declaredGrid(choice, plane)! : chosenGrid(choice as PlainChoice, plane);

const codeIn = (key: unknown): number | null => (typeof key === 'number' && key > 0 && key < 32767 ? key : null);

/** The grid of a GeoTIFF's keys; null when it, or its shift, is not known here. */
export function keyedGrid(keys: Readonly<Record<string, unknown>>, plane: Plane): Grid | null {
  const [projected, base] = [codeIn(keys['ProjectedCSTypeGeoKey']), codeIn(keys['GeographicTypeGeoKey'])];
  if (projected !== null) return codedGrid(projected, plane);
  const shift = base === null ? undefined : shiftOf(base, placeOf(plane));
  if (!shift) return null;
  if (keys['ProjectedCSTypeGeoKey'] === undefined) return codedGrid(base!, plane);
  // A projection of the file's own on a datum that is known: its definition, with our shift.
  const { proj4: definition, errors } = toProj4(keys);
  if (Object.keys(errors).length > 0 || !definition) return null;
  const own = definition.replace(/\+(axis|towgs84|nadgrids|datum)=\S+\s?/g, '');
  return attempted(() =>
    projectedGrid(`${own} +towgs84=${shift.shift}`, String(keys['GTCitationGeoKey'] ?? 'its own grid'), plane, shift),
  );
}

/** The grid of a projection file's WKT, by its code, its name, or its own numbers on a datum that is known; else the datum's name. */
export function wktGrid(wkt: string, plane: Plane): Grid | { readonly unknown: string } {
  const name = /^\w+\["([^"]{1,80})"/.exec(wkt)?.[1] ?? 'the projection file’s grid';
  const datum = /DATUM\["([^"]+)"/.exec(wkt)?.[1] ?? '';
  const code = Number(/(?:AUTHORITY\["EPSG","|ID\["EPSG",)(\d+)"?\]\s*\]\s*$/.exec(wkt)?.[1]);
  const known = gridOf(code) ?? gridNamed(name);
  if (known) return tabled(known, plane) ?? { unknown: name.replaceAll('_', ' ') };
  const shift = shiftOf(datum, placeOf(plane));
  if (/^(GEOGCS|GEOGCRS)/.test(wkt))
    return shift && /^0(,0)*$/.test(shift.shift)
      ? { ...chosenGrid('degrees', plane), name: name.replaceAll('_', ' '), within: shift.within }
      : { unknown: datum || name };
  if (!shift) return { unknown: datum || name };
  const shifted = wkt.replace(/(DATUM\["[^"]+",\s*SPHEROID\[[^\]]*\])/, `$1,TOWGS84[${shift.shift}]`);
  const grid = attempted(() => projectedGrid(shifted, name.replaceAll('_', ' '), plane, shift));
  return grid && Number.isFinite(grid.fromPlane([0, 0])[0]) ? grid : { unknown: name };
}

/** A definition that the library chokes on is one that is not known. */
function attempted(make: () => Grid): Grid | null {
  try {
    return make();
  } catch {
    return null;
  }
}
