import register from './grids.json' with { type: 'json' };

/** A national or state grid with its shift to WGS 84: scripts/make-grids.ts makes the table from the EPSG register. */
export interface GridRecord {
  readonly code: number;
  readonly name: string;
  /** Its name, and its datum's, in projection files. */
  readonly esri: string;
  readonly datum: string;
  /** Code of its geographic system. */
  readonly base: number;
  /** Its projection and shift, as proj4 reads them. */
  readonly is: string;
  /** Its coordinates grow to the west and south. */
  readonly turned?: boolean;
  /** Farthest that its shift may be off, metres: what the register states, or what was found against GDAL if that was more. */
  readonly within: number;
  /** Where it is used, degrees: west, south, east, north. */
  readonly area: readonly number[];
  /** Where its datum was fitted part by part: the shift of each, and nothing known beyond them. */
  readonly parts?: readonly {
    readonly shift: string;
    readonly within: number;
    readonly area: readonly number[];
  }[];
}

/** A place on the earth, degrees. */
interface Place {
  readonly latitude: number;
  readonly longitude: number;
}

/** Whether a place lies in an area, which may reach over the 180th meridian. */
function isIn([west, south, east, north]: readonly number[], { latitude, longitude }: Place): boolean {
  const beyond = longitude < west! ? longitude + 360 : longitude;
  return latitude >= south! && latitude <= north! && beyond <= (east! < west! ? east! + 360 : east!);
}

/** A grid's definition with the shift that is meant for a place, and how far that may be off, metres; null where none is known there. */
export function gridAt(grid: GridRecord, place: Place): Pick<GridRecord, 'is' | 'within'> | null {
  if (!grid.parts) return grid;
  const part = grid.parts.find(({ area }) => isIn(area, place));
  return part ? { is: grid.is.replace(/\+towgs84=\S+/, `+towgs84=${part.shift}`), within: part.within } : null;
}

const grids = register.grids as readonly GridRecord[];
const byCode = new Map(grids.map((grid) => [grid.code, grid]));
/** A name as projection files write it in one way or another: 'D_WGS_1984', 'WGS 1984'. */
const plain = (name: string): string =>
  name
    .replace(/^D_/, '')
    .toLowerCase()
    .replace(/[^a-z0-9]/g, '');
const byName = new Map(grids.flatMap((grid) => [grid.name, grid.esri].map((name) => [plain(name), grid])));

/** Systems of degrees that lie within so many metres of WGS 84, by code and by the datum's name in projection files. */
const degrees: readonly { code: number; datum: string; within: number }[] = register.degrees;

/** The grid of an EPSG code; WGS 84's own UTM zones are made by rule. */
export function gridOf(code: number): GridRecord | undefined {
  const zone = code % 100;
  const south = Math.floor(code / 100) === 327;
  if ((south || Math.floor(code / 100) === 326) && zone >= 1 && zone <= 60)
    return {
      code,
      name: `WGS 84 / UTM zone ${zone}${south ? 'S' : 'N'}`,
      esri: `WGS_1984_UTM_Zone_${zone}${south ? 'S' : 'N'}`,
      datum: 'D_WGS_1984',
      base: 4326,
      is: `+proj=utm +zone=${zone} ${south ? '+south ' : ''}+datum=WGS84 +units=m +no_defs`,
      within: 1,
      area: [zone * 6 - 186, south ? -80 : 0, zone * 6 - 180, south ? 0 : 84],
    };
  return byCode.get(code);
}

/** The grid that a projection file calls by name. */
export function gridNamed(name: string): GridRecord | undefined {
  const utm = /^WGS_1984_UTM_Zone_(\d{1,2})([NS])$/i.exec(name);
  if (utm) return gridOf((utm[2]!.toUpperCase() === 'S' ? 32700 : 32600) + Number(utm[1]));
  return byName.get(plain(name));
}

/** The shift of a datum at a place, seven numbers, by its name in projection files or the code of its degrees. */
export function shiftOf(
  datum: string | number,
  place: Place,
): { readonly shift: string; readonly within: number } | undefined {
  const isIt = (code: number, name: string) =>
    typeof datum === 'number' ? code === datum : plain(name) === plain(datum);
  const known = degrees.find((one) => isIt(one.code, one.datum));
  if (known) return { shift: '0,0,0,0,0,0,0', within: known.within };
  const its = grids.filter((one) => isIt(one.base, one.datum));
  const here = its.filter(({ area }) => isIn(area, place));
  for (const grid of here.length > 0 ? here : its) {
    const is = gridAt(grid, place);
    const shift = /\+towgs84=(\S+)/.exec(is?.is ?? '')?.[1];
    if (shift) return { shift, within: Math.max(DATUM_WITHIN, is!.within) };
  }
  return undefined;
}

/** A datum's shift taken from one of its grids may be another for another part of it, metres. */
const DATUM_WITHIN = 10;

/** Grids that are used at a place and known there, those for the smallest area first. */
export function gridsAt(place: Place): GridRecord[] {
  const size = ({ area: [w, s, e, n] }: GridRecord) => (e! - w!) * (n! - s!);
  return grids
    .filter((grid) => isIn(grid.area, place) && gridAt(grid, place))
    .sort((a, b) => size(a) - size(b) || a.code - b.code);
}
