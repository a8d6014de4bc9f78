import { toMetres } from '../units/quantities.ts';
import proj4 from 'proj4';
import type { Point } from '../geometry/point.ts';
import type { Plane } from '../ground/plane.ts';
import { crsWords, type PlainChoice } from './crs-choices.ts';

/** A file's own grid against the holding's plane. */
export interface Grid {
  /** Its name for people. */
  readonly name: string;
  /** Farthest that it may be off the holding's plane, metres; absent where nothing is lost. */
  readonly within?: number;
  toPlane(x: number, y: number): Point;
  fromPlane(p: Point): [x: number, y: number];
}

const DEGREES: Grid['name'] = 'WGS 84 degrees';

/** The grid of a choice that needs no file to say it. */
export function chosenGrid(choice: PlainChoice, plane: Plane): Grid {
  const scaled = (metres: number): Grid => ({
    name: crsWords[choice],
    toPlane: (x, y) => [x * metres, y * metres],
    fromPlane: ([x, y]) => [x / metres, y / metres],
  });
  switch (choice) {
    case 'degrees':
      return { name: DEGREES, toPlane: plane.toPlane, fromPlane: (p) => [...plane.toDegrees(p)] };
    case 'degreesSwapped':
      return {
        name: crsWords.degreesSwapped,
        toPlane: (x, y) => plane.toPlane(y, x),
        fromPlane: (p) => {
          const [lon, lat] = plane.toDegrees(p);
          return [lat, lon];
        },
      };
    case 'utm': {
      const [lon, lat] = plane.toDegrees([0, 0]);
      const zone = Math.min(60, Math.floor((lon + 180) / 6) + 1);
      return projectedGrid(
        `+proj=utm +zone=${zone} ${lat < 0 ? '+south ' : ''}+datum=WGS84 +units=m +no_defs`,
        `UTM zone ${zone} ${lat < 0 ? 'S' : 'N'}`,
        plane,
      );
    }
    case 'metres':
      return scaled(1);
    case 'feet':
      return scaled(toMetres(1, 'ft'));
    case 'surveyFeet':
      return scaled(1200 / 3937);
  }
}

/** A grid by its definition, a proj4 string or the WKT of a projection file. Throws when it cannot be understood. */
export function projectedGrid(
  definition: string,
  name: string,
  plane: Plane,
  { within, turned = false }: { within?: number; turned?: boolean | undefined } = {},
): Grid {
  const projection = proj4(definition);
  // Grids that grow to the west and south lie south of the equator: a file whose y is negative was written the plain way.
  const sign = (y: number) => (turned && y > 0 ? -1 : 1);
  return {
    name,
    ...(within !== undefined && { within }),
    toPlane(x, y) {
      const [lon, lat] = projection.inverse([sign(y) * x, sign(y) * y]);
      return plane.toPlane(lon!, lat!);
    },
    fromPlane(p) {
      const [x, y] = projection.forward([...plane.toDegrees(p)]);
      return turned ? [-x!, -y!] : [x!, y!];
    },
  };
}
