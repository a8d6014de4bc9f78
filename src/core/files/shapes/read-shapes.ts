import { crossesItself } from '../../geometry/polyline.ts';
import { distance, type Point } from '../../geometry/point.ts';
import type { Plane } from '../../ground/plane.ts';
import type { CrsChoice } from '../crs-choices.ts';
import { chosenGrid, type Grid } from '../crs.ts';
import { declaredGrid, gridChosen, wktGrid } from '../epsg.ts';
import { checkSize, refuse, Unreadable } from '../problems.ts';
import { decodeText, refuseOthers } from '../text.ts';
import { isZip, unpack } from '../unpack.ts';
import { readGeoJson } from './geojson.ts';
import { readPointsCsv, type Join } from './points-csv.ts';
import { nameIn, type RawShape, type RawShapes } from './raw.ts';
import { readShapefile } from './shapefile.ts';
import { readXml } from './xml.ts';

/** One shape found in a file, on the holding's plane, with the facts that the file tells of it. */
export interface FoundShape {
  readonly name: string;
  readonly shape: 'ring' | 'line' | 'at';
  readonly points: readonly Point[];
  /** A ring whose edges cross: it can be no area. */
  readonly crosses: boolean;
  readonly facts: Readonly<Record<string, unknown>>;
}

export interface FoundShapes {
  readonly format: string;
  readonly shapes: readonly FoundShape[];
  /** What was left out and why, a sentence each. */
  readonly leftOut: readonly string[];
  /** How the coordinates were taken, in words; `asked` when the file itself does not say. */
  readonly crs: {
    readonly taken: CrsChoice;
    readonly words: string;
    readonly asked: boolean;
    /** How far off they may lie where that matters to a peg, metres; else 0. */
    readonly off: number;
  };
  /** Longitude and latitude look swapped: taken the other way round, the shapes lie here. */
  readonly swapped: boolean;
  readonly columns: Readonly<Record<string, string>> | null;
}

export interface ReadOptions {
  /** How coordinates are meant, when the steward says so. */
  readonly crs?: CrsChoice | null;
  /** What the points of a table are together. */
  readonly join?: Join;
  /** Told from time to time what share of the points has been placed. */
  readonly onShare?: (share: number) => void;
}

/** Shapes farther than this from the holding's origin are somewhere else, metres. */
const FARTHEST = 20_000;

/**
 * The shapes in a GeoJSON, KML, KMZ, GPX, zipped shapefile or CSV file called `name`, on the plane. What cannot
 * be taken is said; a file of which nothing can is refused with {@link Unreadable}.
 */
export function readShapes(
  bytes: Uint8Array,
  name: string,
  plane: Plane,
  { crs = null, join = 'points', onShare }: ReadOptions = {},
): FoundShapes {
  checkSize(name, bytes.length);
  const raw = guarded(name, () => readRaw(bytes, name, join));
  const { grid, taken, asked } = gridFor(raw, crs, plane, name);
  const placed = placeAll(raw.shapes, grid, onShare);
  const swapped =
    placed.shapes.length === 0 &&
    taken === 'degrees' &&
    placeAll(raw.shapes, chosenGrid('degreesSwapped', plane)).shapes.length > 0;
  const leftOut = [...raw.leftOut, ...placed.leftOut];
  if (placed.shapes.length === 0 && !swapped && !asked)
    throw new Unreadable(`${name} holds nothing that can be placed. ${sentence(leftOut[0] ?? 'it has no shapes.')}`);
  return {
    format: raw.format,
    shapes: placed.shapes,
    leftOut,
    crs: { taken, words: wordsOf(grid), asked, off: offOf(grid) },
    swapped,
    columns: raw.columns ?? null,
  };
}

/** Up to a metre a grid is as good as what is drawn in it. */
const offOf = ({ within = 0 }: Grid): number => (within > 1 ? within : 0);

/** The grid's name, and how far off it may be where that matters. */
const wordsOf = (grid: Grid): string =>
  offOf(grid) > 0 ? `${grid.name}; may lie up to ${offOf(grid)} m off` : grid.name;

const sentence = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** The middle of the box of a map file, degrees, for when there is no holding yet; null when it does not say where on earth it lies. */
export function middleOf(bytes: Uint8Array, name: string): { longitude: number; latitude: number } | null {
  checkSize(name, bytes.length);
  const raw = guarded(name, () => readRaw(bytes, name, 'points'));
  let [west, south, east, north] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { coordinates } of raw.shapes)
    for (const [x, y] of coordinates)
      [west, south, east, north] = [Math.min(west, x!), Math.min(south, y!), Math.max(east, x!), Math.max(north, y!)];
  if (!(east >= west)) return null;
  const grid = gridFor(raw, null, { toPlane: (lon, lat) => [lon, lat], toDegrees: (p) => p }, name);
  const [longitude, latitude] = grid.grid.toPlane((west + east) / 2, (south + north) / 2);
  return grid.asked || !(Math.abs(longitude) <= 180 && Math.abs(latitude) <= 85) ? null : { longitude, latitude };
}

/** A library that chokes on a damaged file throws whatever it likes; to the steward that is a damaged file. */
function guarded<T>(name: string, read: () => T): T {
  try {
    return read();
  } catch (problem) {
    if (problem instanceof Unreadable) throw problem;
    return refuse(name, { code: 'damaged', what: 'it cannot be read to the end' });
  }
}

function readRaw(bytes: Uint8Array, name: string, join: Join): RawShapes {
  if (isZip(bytes)) return /\.kmz$/i.test(name) ? readKmz(bytes, name) : readShapefile(bytes, name);
  refuseOthers(bytes, name);
  const text = decodeText(bytes, name).trimStart();
  if (text.startsWith('<')) return readXml(text, name);
  if (/\.(csv|tsv|txt)$/i.test(name)) return readPointsCsv(text, name, join);
  return readGeoJson(text, name);
}

/** Every KML in the file: its maps are often parted into several, and the first may only name the others. */
function readKmz(bytes: Uint8Array, name: string): RawShapes {
  const files = unpack(bytes, name, (file) => /\.kml$/i.test(file));
  const read = Object.entries(files).map(([file, kml]) =>
    readXml(decodeText(kml, `${name}, ${file}`), `${name}, ${file}`),
  );
  if (read.length === 0) refuse(name, { code: 'damaged', what: 'there is no map in it' });
  return {
    ...read[0]!,
    format: 'KMZ',
    shapes: read.flatMap(({ shapes }) => shapes),
    leftOut: read.flatMap(({ leftOut }) => leftOut),
  };
}

function gridFor(
  raw: RawShapes,
  chosen: CrsChoice | null,
  plane: Plane,
  name: string,
): { grid: Grid; taken: CrsChoice; asked: boolean } {
  if (chosen && chosen !== 'declared')
    return { grid: gridChosen(chosen, plane), taken: chosen, asked: !raw.degrees && !raw.declared };
  if (raw.declared) {
    const grid =
      'epsg' in raw.declared
        ? (declaredGrid(raw.declared.epsg, plane) ?? { unknown: raw.declared.epsg })
        : wktGrid(raw.declared.wkt, plane);
    if (!('unknown' in grid)) return { grid, taken: 'declared', asked: false };
    throw new Unreadable(
      `${name} says that its coordinates are ${grid.unknown.slice(0, 60)}, which is not known here: they could lie hundreds of metres off. Export it in WGS 84 longitude and latitude.`,
    );
  }
  if (raw.degrees) return { grid: chosenGrid('degrees', plane), taken: 'degrees', asked: false };
  // Small numbers are degrees, but in a table whose headings say easting and northing or x and y.
  const likely: CrsChoice =
    !raw.columns &&
    raw.shapes.every(({ coordinates }) => coordinates.every(([x, y]) => Math.abs(x!) <= 180 && Math.abs(y!) <= 90))
      ? 'degrees'
      : raw.shapes.every(({ coordinates }) => coordinates.every(([x, y]) => Math.hypot(x!, y!) <= FARTHEST))
        ? 'metres'
        : 'utm';
  return { grid: chosenGrid(likely, plane), taken: likely, asked: true };
}

function placeAll(
  raw: readonly RawShape[],
  grid: Grid,
  onShare?: (share: number) => void,
): { shapes: FoundShape[]; leftOut: string[] } {
  const all = raw.reduce((sum, { coordinates }) => sum + coordinates.length, 0);
  let done = 0;
  const shapes: FoundShape[] = [];
  const leftOut: string[] = [];
  raw.forEach(({ shape, coordinates, facts }, i) => {
    const name = nameIn(facts);
    const who = name ? `'${name}'` : `shape ${i + 1}`;
    const points = coordinates.map(([x, y]): Point => {
      if (++done % 5000 === 0) onShare?.(done / all);
      const [px, py] = safely(grid, x!, y!);
      // A tenth of a millimetre is finer than any survey, and half as long when it is written down.
      return [Math.round(px * 1e4) / 1e4, Math.round(py * 1e4) / 1e4];
    });
    if (points.some((p) => !(Math.hypot(p[0], p[1]) <= FARTHEST)))
      return void leftOut.push(
        `${who}: it lies more than ${FARTHEST / 1000} km from this holding. Check the holding’s latitude, longitude and hemisphere, and how the coordinates are meant.`,
      );
    const kept = points.filter((p, k) => k === 0 || distance(p, points[k - 1]!) > 0.001);
    if (shape === 'ring' && kept.length > 1 && distance(kept[0]!, kept.at(-1)!) <= 0.001) kept.pop();
    const least = { ring: 3, line: 2, at: 1 }[shape];
    if (kept.length < least) leftOut.push(`${who}: it has ${kept.length} different points and needs ${least}.`);
    else
      shapes.push({
        name,
        shape,
        points: kept,
        crosses: shape === 'ring' && crossesItself(kept, true),
        facts: {
          ...facts,
          ...(shape === 'at' && Number.isFinite(coordinates[0]![2]) && { elevation: coordinates[0]![2] }),
        },
      });
  });
  const high = raw.filter(
    ({ shape, coordinates }) => shape !== 'at' && coordinates.some(([, , z]) => Number.isFinite(z) && z !== 0),
  ).length;
  if (high > 0)
    leftOut.push(
      `the heights along ${high === 1 ? 'a line or outline' : `${high} lines or outlines`}: only single points keep theirs. Bring an elevation grid or spot heights in under Fall of the land.`,
    );
  return { shapes, leftOut };
}

/** A place that the projection cannot reach is nowhere near. */
function safely(grid: Grid, x: number, y: number): Point {
  try {
    return grid.toPlane(x, y);
  } catch {
    return [Infinity, Infinity];
  }
}
