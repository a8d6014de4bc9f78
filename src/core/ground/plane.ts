import proj4 from 'proj4';
import type { Point } from '../geometry/point.ts';
import type { Holding } from '../holding/schema.ts';

/** The way from degrees to the holding's plane and back. */
export interface Plane {
  /** Metres east and north of the holding's origin. */
  toPlane(longitude: number, latitude: number): Point;
  /** [longitude, latitude] in degrees, WGS 84. */
  toDegrees(p: Point): readonly [longitude: number, latitude: number];
}

/** The holding's own transverse Mercator plane: true to scale at its origin, within 5 parts in a million at 20 km. */
export function planeAt({ latitude, longitude }: Holding['place']): Plane {
  const projection = proj4(
    `+proj=tmerc +lat_0=${latitude} +lon_0=${longitude} +k=1 +x_0=0 +y_0=0 +datum=WGS84 +units=m +no_defs`,
  );
  return {
    toPlane: (lon, lat) => {
      const [x, y] = projection.forward([lon, lat]);
      return [x!, y!];
    },
    toDegrees: (p) => {
      const [lon, lat] = projection.inverse([p[0], p[1]]);
      return [lon!, lat!];
    },
  };
}
