import { strToU8, zipSync } from 'fflate';

/** Small map files of every format that is read, made for the tests: the same parcel, line and place in each. */

type Position = readonly [number, number];

/** A shapefile of one kind of shape: points (1), lines (3) or rings (5), with a table of names. */
export function shapefile(
  kind: 1 | 3 | 5,
  shapes: readonly (readonly Position[])[],
  { names = [], prj }: { names?: readonly string[]; prj?: string } = {},
): Uint8Array {
  const lengths = shapes.map((points) => (kind === 1 ? 20 : 44 + 4 + points.length * 16));
  const shp = new DataView(new ArrayBuffer(100 + lengths.reduce((sum, length) => sum + 8 + length, 0)));
  shp.setInt32(0, 9994);
  shp.setInt32(24, shp.byteLength / 2);
  shp.setInt32(28, 1000, true);
  shp.setInt32(32, kind, true);
  let at = 100;
  shapes.forEach((points, i) => {
    shp.setInt32(at, i + 1);
    shp.setInt32(at + 4, lengths[i]! / 2);
    shp.setInt32(at + 8, kind, true);
    const xs = points.map(([x]) => x);
    const ys = points.map(([, y]) => y);
    if (kind !== 1) {
      [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)].forEach((value, k) =>
        shp.setFloat64(at + 12 + k * 8, value, true),
      );
      shp.setInt32(at + 44, 1, true);
      shp.setInt32(at + 48, points.length, true);
      shp.setInt32(at + 52, 0, true);
    }
    points.forEach(([x, y], k) => {
      shp.setFloat64(at + (kind === 1 ? 12 : 56) + k * 16, x, true);
      shp.setFloat64(at + (kind === 1 ? 20 : 64) + k * 16, y, true);
    });
    at += 8 + lengths[i]!;
  });
  return zipSync({
    'field.shp': new Uint8Array(shp.buffer),
    'field.dbf': table(shapes.map((_, i) => names[i] ?? '')),
    ...(prj && { 'field.prj': strToU8(prj) }),
  });
}

/** A table with one column, NAME, of 20 letters. */
function table(names: readonly string[]): Uint8Array {
  const head = new DataView(new ArrayBuffer(65));
  head.setUint8(0, 3);
  head.setUint32(4, names.length, true);
  head.setUint16(8, 65, true);
  head.setUint16(10, 21, true);
  [...'NAME'].forEach((letter, i) => head.setUint8(32 + i, letter.charCodeAt(0)));
  head.setUint8(43, 'C'.charCodeAt(0));
  head.setUint8(48, 20);
  head.setUint8(64, 13);
  return new Uint8Array([
    ...new Uint8Array(head.buffer),
    ...names.flatMap((name) => [...` ${name.padEnd(20)}`].map((letter) => letter.charCodeAt(0))),
    26,
  ]);
}

/** A transverse Mercator grid on the place, in metres or in US survey feet, as a projection file says it. */
export const gridWkt = (latitude: number, longitude: number, unit: 'metre' | 'surveyFoot'): string => {
  const [name, metres] = unit === 'metre' ? ['metre', 1] : ['US survey foot', 0.30480060960121924];
  return `PROJCS["Made-up_Grid",GEOGCS["WGS 84",DATUM["WGS_1984",SPHEROID["WGS 84",6378137,298.257223563]],PRIMEM["Greenwich",0],UNIT["degree",0.0174532925199433]],PROJECTION["Transverse_Mercator"],PARAMETER["latitude_of_origin",${latitude}],PARAMETER["central_meridian",${longitude}],PARAMETER["scale_factor",1],PARAMETER["false_easting",${500_000 / metres}],PARAMETER["false_northing",${200_000 / metres}],UNIT["${name}",${metres}]]`;
};

export const kml = (ring: readonly Position[], line: readonly Position[], place: Position): string => {
  const list = (points: readonly Position[]) => points.map(([lon, lat]) => `${lon},${lat},0`).join(' ');
  return `<?xml version="1.0" encoding="UTF-8"?><kml xmlns="http://www.opengis.net/kml/2.2"><Document><Placemark><name>parcel</name><Polygon><outerBoundaryIs><LinearRing><coordinates>${list([...ring, ring[0]!])}</coordinates></LinearRing></outerBoundaryIs></Polygon></Placemark><Placemark><name>brook</name><LineString><coordinates>${list(line)}</coordinates></LineString></Placemark><Placemark><name>oak</name><Point><coordinates>${list([place])}</coordinates></Point></Placemark></Document></kml>`;
};

export const gpx = (track: readonly Position[], place: Position): string => {
  const points = (tag: string) =>
    track.map(([lon, lat]) => `<${tag} lat="${lat}" lon="${lon}"><ele>72.5</ele></${tag}>`).join('');
  return `<?xml version="1.0"?><gpx version="1.1" creator="made-up" xmlns="http://www.topografix.com/GPX/1/1"><wpt lat="${place[1]}" lon="${place[0]}"><ele>71</ele><name>oak</name></wpt><rte><name>way in</name>${points('rtept')}</rte><trk><name>fence walked</name><trkseg>${points('trkpt')}</trkseg></trk></gpx>`;
};

/** An elevation grid as text; rows from north to south. */
export const asciiGrid = ({
  west,
  south,
  cell,
  rows,
}: {
  west: number;
  south: number;
  cell: number;
  rows: readonly (readonly number[])[];
}): string =>
  `ncols ${rows[0]!.length}\nnrows ${rows.length}\nxllcorner ${west}\nyllcorner ${south}\ncellsize ${cell}\nNODATA_value -9999\n${rows.map((row) => row.join(' ')).join('\n')}\n`;
