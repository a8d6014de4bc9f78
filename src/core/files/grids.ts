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
const byDatum = new Map(grids.map((grid) => [plain(grid.datum), grid]).reverse() as [string, GridRecord][]);

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

/** The shift of a datum, seven numbers, by its name in projection files or the code of its degrees. */
export function shiftOf(datum: string | number): { readonly shift: string; readonly within: number } | undefined {
  const known =
    typeof datum === 'number'
      ? degrees.find(({ code }) => code === datum)
      : degrees.find((one) => plain(one.datum) === plain(datum));
  if (known) return { shift: '0,0,0,0,0,0,0', within: known.within };
  const grid = typeof datum === 'number' ? grids.find(({ base }) => base === datum) : byDatum.get(plain(datum));
  const shift = grid && /\+towgs84=(\S+)/.exec(grid.is)?.[1];
  return shift ? { shift, within: Math.max(DATUM_WITHIN, grid.within) } : undefined;
}

/** A datum's shift taken from one of its grids may be another for another part of it, metres. */
const DATUM_WITHIN = 10;

/** Grids that are used at a place, those for the smallest area first. */
export function gridsAt({
  latitude,
  longitude,
}: {
  readonly latitude: number;
  readonly longitude: number;
}): GridRecord[] {
  const size = ({ area: [w, s, e, n] }: GridRecord) => (e! - w!) * (n! - s!);
  return grids
    .filter(
      ({ area: [w, s, e, n] }) =>
        latitude >= s! &&
        latitude <= n! &&
        (w! <= e! ? longitude >= w! && longitude <= e! : longitude >= w! || longitude <= e!),
    )
    .sort((a, b) => size(a) - size(b) || a.code - b.code);
}
