import { strToU8, unzipSync, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { gpx, gridWkt, kml, shapefile } from '../../../../checks/map-files.ts';
import { sample } from '../../../../checks/sample.ts';
import { planGeoJson } from '../plan-geojson.ts';
import { layHolding } from '../../ranks/laid.ts';
import { take } from '../../holding/command.ts';
import { planeAt } from '../../ground/plane.ts';
import { bringIn, choicesFor, guessAll } from './becomes.ts';
import { middleOf, readShapes, type FoundShapes, type ReadOptions } from './read-shapes.ts';

const place = { latitude: -41, longitude: 160 };
const plane = planeAt(place);
const at = (x: number, y: number): [number, number] => [...plane.toDegrees([x, y])] as [number, number];
const read = (value: unknown, name = 'survey', options: ReadOptions = {}): FoundShapes =>
  readShapes(
    value instanceof Uint8Array ? value : strToU8(typeof value === 'string' ? value : JSON.stringify(value)),
    name,
    plane,
    options,
  );
const feature = (geometry: unknown, properties: object | null = null) => ({ type: 'Feature', properties, geometry });
const collection = (...features: unknown[]) => ({ type: 'FeatureCollection', features });
const field = [
  [0, 0],
  [50, 0],
  [50, 40],
  [0, 40],
] as const;
const square = [...field, field[0]!].map(([x, y]) => at(x, y));
const line = (coordinates: unknown) => collection(feature({ type: 'LineString', coordinates }, { name: 'hedge' }));
/** Largest distance of the points from where they should be, metres. */
const off = (points: readonly (readonly [number, number])[], expected: readonly (readonly [number, number])[]) =>
  Math.max(...expected.map(([x, y], i) => Math.hypot(points[i]![0] - x, points[i]![1] - y)));

function utf16(text: string, little: boolean, marked: boolean): Uint8Array {
  const bytes = new Uint8Array((text.length + 1) * 2);
  const view = new DataView(bytes.buffer);
  [...`\uFEFF${text}`].forEach((letter, i) => view.setUint16(i * 2, letter.charCodeAt(0), little));
  return marked ? bytes : bytes.subarray(2);
}

describe('GeoJSON', () => {
  it('takes every geometry apart into rings, lines and places', () => {
    const { shapes } = read(
      collection(
        feature({ type: 'Point', coordinates: at(1, 1) }),
        feature({ type: 'MultiPoint', coordinates: [at(2, 2), at(3, 3)] }),
        feature({ type: 'LineString', coordinates: [at(0, 0), at(9, 0)] }),
        feature({
          type: 'MultiLineString',
          coordinates: [
            [at(0, 0), at(9, 0)],
            [at(0, 5), at(9, 5)],
          ],
        }),
        feature({ type: 'Polygon', coordinates: [square] }),
        feature({ type: 'MultiPolygon', coordinates: [[square], [square]] }),
        feature({
          type: 'GeometryCollection',
          geometries: [
            { type: 'Point', coordinates: at(4, 4) },
            { type: 'LineString', coordinates: [at(0, 0), at(1, 0)] },
          ],
        }),
      ),
    );
    expect(shapes.map(({ shape }) => shape)).toEqual([
      'at',
      'at',
      'at',
      'line',
      'line',
      'line',
      'ring',
      'ring',
      'ring',
      'at',
      'line',
    ]);
  });

  it('opens a ring, keeps heights as facts, and says what of a shape is left out', () => {
    const { shapes, leftOut } = read(
      collection(
        feature({ type: 'Polygon', coordinates: [square, square] }, { Name: 'home field' }),
        feature({ type: 'Point', coordinates: [...at(1, 1), 120] }, { name: 'peg' }),
      ),
    );
    expect(off(shapes[0]!.points, field)).toBeLessThan(0.001);
    expect(shapes[0]!.points).toHaveLength(4);
    expect(shapes[1]!.facts['elevation']).toBe(120);
    expect(leftOut).toEqual(["'home field': the hole in it; its outer edge is taken."]);
  });

  it('takes what it can and says what it left out', () => {
    const { shapes, leftOut } = read(
      collection(
        feature({ type: 'Point', coordinates: at(1, 1) }, { name: 'kept' }),
        feature(null, { name: 'empty' }),
        feature({ type: 'Circle' }),
        'nonsense',
        feature({ type: 'Point', coordinates: ['a', 'b'] }, { name: 'letters' }),
      ),
    );
    expect(shapes.map(({ name }) => name)).toEqual(['kept']);
    expect(leftOut).toEqual([
      "'empty': it has no shape that can be read.",
      'shape 3: it has no shape that can be read.',
      'shape 4: it has no shape that can be read.',
      "'letters': it has no shape that can be read.",
    ]);
  });

  it('is read in the CRS that it declares: UTM metres land where degrees do', () => {
    const zone = planeAt({ latitude: 0, longitude: 159 });
    const [x, y] = zone.toPlane(...at(50, 40));
    const utm = [x * 0.9996 + 500_000, y * 0.9996 + 10_000_000];
    const found = read({
      ...line([utm, [utm[0]! + 100, utm[1]!]]),
      crs: { type: 'name', properties: { name: 'urn:ogc:def:crs:EPSG::32757' } },
    });
    expect(off(found.shapes[0]!.points.slice(0, 1), [[50, 40]])).toBeLessThan(0.02);
    expect(found.crs).toMatchObject({ taken: 'declared', words: 'WGS 84 / UTM zone 57S', asked: false });
  });

  it('notices swapped coordinates and reads them swapped when told', () => {
    const swapped = line([[...at(0, 0)].reverse(), [...at(30, 0)].reverse()]);
    expect(read(swapped)).toMatchObject({ swapped: true, shapes: [] });
    expect(
      off(read(swapped, 'survey', { crs: 'degreesSwapped' }).shapes[0]!.points, [
        [0, 0],
        [30, 0],
      ]),
    ).toBeLessThan(0.001);
  });

  it.each<[what: string, file: unknown, sentence: RegExp]>([
    ['no JSON', '{"type": "FeatureColl', /not whole GeoJSON/],
    [
      'the wrong hemisphere',
      line([
        [160, 41],
        [160.001, 41],
      ]),
      /20 km.*hemisphere/,
    ],
    [
      'metres for degrees',
      line([
        [450_000, 5_700_000],
        [450_100, 5_700_000],
      ]),
      /20 km/,
    ],
    [
      'an unknown CRS',
      { ...line([at(0, 0), at(9, 0)]), crs: { type: 'name', properties: { name: 'EPSG:999999' } } },
      /EPSG:999999, which is not known here/,
    ],
    ['one point as a line', line([at(0, 0), at(0, 0)]), /1 different points and needs 2/],
    ['nothing', collection(), /nothing that can be placed/],
    ['broken KML', '<kml><Placemark>', /not whole KML/],
    ['an XML entity', '<!DOCTYPE x [<!ENTITY a "b">]><kml>&a;</kml>', /entities/],
    ['XML nested 10,000 deep', `<kml>${'<Folder>'.repeat(10_000)}`, /nested more than/],
    [
      'JSON nested 10,000 deep',
      `{"type":"FeatureCollection","features":[{"type":"Feature","geometry":${'{"type":"GeometryCollection","geometries":['.repeat(10_000)}${']}'.repeat(10_000)}}]}`,
      /no shape that can be read/,
    ],
    ...['[]', '42', '"text"', 'null', '{}', '{"type":"Topology"}'].map(
      (text) => [text, text, /^survey holds no GeoJSON features/] as [string, unknown, RegExp],
    ),
  ])('refuses %s with a sentence', (_, text, sentence) => expect(() => read(text)).toThrow(sentence));
  it('refuses a file of no bytes, of too many, and of too many points', () => {
    expect(() => readShapes(new Uint8Array(0), 'survey', plane)).toThrow(/survey is empty/);
    expect(() => readShapes(new Uint8Array(51e6), 'survey', plane)).toThrow(/51 MB/);
    expect(() => read(`{"type":"MultiPoint","coordinates":[${'[1,1],'.repeat(300_001)}[1,1]]}`)).toThrow(
      /more than 300,000 points/,
    );
  });
});

describe('KML, KMZ and GPX', () => {
  const text = kml(
    field.map(([x, y]) => at(x, y)),
    [at(0, 60), at(40, 70)],
    at(9, 9),
  );
  it('give the same points as GeoJSON does', () => {
    for (const found of [read(text), read(zipSync({ 'doc.kml': strToU8(text) }), 'field.kmz')]) {
      expect(found.shapes.map(({ name, shape }) => `${name} ${shape}`)).toEqual([
        'parcel ring',
        'brook line',
        'oak at',
      ]);
      expect(off(found.shapes[0]!.points, field)).toBeLessThan(0.001);
    }
    expect(read(`\uFEFF${text}`).format).toBe('KML');
  });
  it('waypoints, routes and tracks come in as places and lines', () => {
    const { shapes, format } = read(gpx([at(0, 0), at(20, 5), at(40, 0)], at(9, 9)));
    expect(format).toBe('GPX');
    expect(shapes.map(({ name, shape }) => `${name} ${shape}`).toSorted()).toEqual([
      'fence walked line',
      'oak at',
      'way in line',
    ]);
  });
});

describe('files as people have them', () => {
  const point = (name: string, p: [number, number]) =>
    `<Placemark><name>${name}</name><Point><coordinates>${p.join(',')},0</coordinates></Point></Placemark>`;
  const kmlOf = (inside: string) => `<kml xmlns="http://www.opengis.net/kml/2.2"><Document>${inside}</Document></kml>`;

  it('a KMZ of several maps is read whole, not only its first', () => {
    const zip = zipSync({
      'doc.kml': strToU8(kmlOf('<NetworkLink><Link><href>files/a.kml</href></Link></NetworkLink>')),
      'files/a.kml': strToU8(kmlOf(point('ash', at(5, 5)))),
      'files/b.kml': strToU8(kmlOf(point('elm', at(9, 5)))),
    });
    expect(read(zip, 'map.kmz').shapes.map(({ name }) => name)).toEqual(['ash', 'elm']);
  });

  it.each([
    ['UTF-16 with its mark, little end first', (text: string) => utf16(text, true, true)],
    ['UTF-16 with its mark, big end first', (text: string) => utf16(text, false, true)],
    ['UTF-16 without a mark', (text: string) => utf16(text, true, false)],
    ['UTF-8 with its mark', (text: string) => strToU8(`\uFEFF${text}`)],
    ['Western letters, as spreadsheets write them', (text: string) => strToU8(text, true)],
  ])('a table in %s', (_, write) => {
    const found = read(write(`name,lon,lat\nMäh-Büsche,${at(5, 5).join(',')}\n`), 'points.csv');
    expect(found.shapes[0]!.name).toBe('Mäh-Büsche');
  });
  it('XML in the encoding that it declares; one that nobody knows is named', () => {
    const text = `<?xml version="1.0" encoding="ISO-8859-1"?>${kmlOf(point('Grüne Eiche', at(5, 5)))}`;
    expect(read(strToU8(text, true), 'a.kml').shapes[0]!.name).toBe('Grüne Eiche');
    expect(() => read(strToU8(text.replace('ISO-8859-1', 'KLINGON-1')), 'a.kml')).toThrow(/written in 'klingon-1'/);
  });
  it('a table that says by which sign its columns are parted', () => {
    const [lon, lat] = at(5, 5);
    const text = `sep=;\nname;lon;lat\nash, old;${String(lon).replace('.', ',')};${String(lat).replace('.', ',')}\n`;
    expect(read(text, 'points.csv').shapes[0]!).toMatchObject({ name: 'ash, old', shape: 'at' });
  });

  it.each([
    ['field.gpkg', 'SQLite format 3\0', /is a GeoPackage.*Export the layer from it as GeoJSON/],
    ['plan.dxf', '  0\r\nSECTION\r\n  2\r\nHEADER', /is a DXF drawing.*Export its lines/],
    ['plan.dwg', 'AC1032\0\0', /is a DWG drawing/],
    ['plan.pdf', '%PDF-1.7', /is a PDF.*lay it beneath/],
    ['field.shp', "\0\0'\n\0\0\0\0", /\.shp of a shapefile alone.*Zip it with its \.dbf/],
  ])('%s is named as what it is, with what to do', (name, head, sentence) =>
    expect(() => read(strToU8(head, true), name)).toThrow(sentence),
  );

  it('heights along a line are said to be left out; those of single points are kept', () => {
    const z = (p: [number, number], height: number) => [...p, height];
    const found = read(
      collection(
        feature({ type: 'LineString', coordinates: [z(at(0, 0), 71), z(at(9, 0), 72)] }),
        feature({ type: 'Point', coordinates: z(at(4, 4), 70) }),
      ),
    );
    expect(found.leftOut.join()).toMatch(/the heights along a line or outline: only single points keep theirs/);
    expect(found.shapes[1]!.facts['elevation']).toBe(70);
  });

  it('a table that lies about how many lines it has loses the names, never the time', () => {
    const sound = shapefile(1, [[at(5, 5)]], { names: ['ash'] });
    const files = unzipSync(sound);
    const dbf = Object.keys(files).find((file) => file.endsWith('.dbf'))!;
    new DataView(files[dbf]!.buffer, files[dbf]!.byteOffset).setUint32(4, 4e9, true);
    const found = read(zipSync(files), 'field.zip', { crs: 'degrees' });
    expect(found.shapes).toMatchObject([{ name: '', shape: 'at' }]);
    expect(found.leftOut.join()).toMatch(/its table \(\.dbf\) is damaged/);
  });
  it.each([
    [
      'a tag of 200,000 attributes',
      kmlOf(`<Placemark ${Array.from({ length: 200_000 }, (_, i) => `a${i}="1"`).join(' ')}/>`),
      'a.kml',
      /holds a tag of \d+ letters/,
    ],
    ['megabytes of quotation marks', '"'.repeat(8e6), 'a.csv', /quotation mark that is never closed/],
  ])('%s is refused at once', (_, text, name, sentence) => expect(() => read(text, name)).toThrow(sentence));
  it('an outline of tens of thousands of edges side by side is taken for one that crosses itself', () => {
    const zigzag = Array.from({ length: 60_000 }, (_, i) => at((i % 2) * 500 + i * 0.005, (i % 2) * 500 + i * 0.005));
    const [shape] = read(collection(feature({ type: 'Polygon', coordinates: [[...zigzag, zigzag[0]!]] }))).shapes;
    expect(shape!.crosses).toBe(true);
  });
});

describe('zipped shapefiles', () => {
  const metres = field.map(([x, y]) => [x + 500_000, y + 200_000] as const);
  const feet = metres.map(([x, y]) => [(x * 3937) / 1200, (y * 3937) / 1200] as const);
  it('in US survey feet land within 1 cm of the same in metres', () => {
    const inMetres = read(shapefile(5, [metres], { names: ['parcel'], prj: gridWkt(-41, 160, 'metre') }), 'field.zip');
    const inFeet = read(shapefile(5, [feet], { names: ['parcel'], prj: gridWkt(-41, 160, 'surveyFoot') }), 'field.zip');
    expect(inMetres.shapes[0]).toMatchObject({ name: 'parcel', shape: 'ring' });
    expect(inMetres.crs).toMatchObject({ taken: 'declared', words: 'Made-up Grid' });
    expect(off(inFeet.shapes[0]!.points, inMetres.shapes[0]!.points)).toBeLessThan(0.01);
    expect(off(inMetres.shapes[0]!.points, field)).toBeLessThan(0.01);
  });
  it('without a projection file ask, take what is likely, and what they are told', () => {
    const local = shapefile(3, [field.map(([x, y]) => [x + 1000, y] as const)]);
    expect(read(local, 'local.zip').crs).toMatchObject({ taken: 'metres', asked: true });
    expect(
      off(read(local, 'local.zip', { crs: 'surveyFeet' }).shapes[0]!.points.slice(0, 1), [[304.8006, 0]]),
    ).toBeLessThan(0.001);
    expect(read(shapefile(1, [[at(3, 3)]]), 'degrees.zip').crs).toMatchObject({ taken: 'degrees', asked: true });
    expect(() => read(zipSync({ 'a.txt': strToU8('x') }), 'other.zip')).toThrow(/holds no \.shp file/);
  });
  it('without a table lose names, not shapes; a zip bomb says its size first', () => {
    expect(() => read(zipSync({ 'field.shp': new Uint8Array(60e6) }), 'bomb.zip')).toThrow(/60 MB/);
  });
});

describe('tables of points', () => {
  it('find their columns by heading, say which they took, and read decimal commas', () => {
    const found = read('name;easting;northing;elev\npeg 1;10,5;20;71,2\npeg 2;30;-5;70\nbad;x;9;1\n', 'pegs.csv');
    expect(found.columns).toEqual({ x: 'easting', y: 'northing', name: 'name', elevation: 'elev' });
    expect(found.shapes[0]).toMatchObject({ name: 'peg 1', points: [[10.5, 20]], facts: { elevation: 71.2 } });
    expect(found.crs).toMatchObject({ taken: 'metres', asked: true });
    expect(found.leftOut).toEqual(["line 4: 'x', '9' is not a place."]);
    expect(
      read('name;easting;northing\na;10;20\nb;30;5\nc;9;9\n', 'pegs.csv', { join: 'ring', crs: 'feet' }).shapes[0]!
        .points,
    ).toHaveLength(3);
    expect(read(`lat,lon\n${at(5, 5)[1]},${at(5, 5)[0]}\n`, 'fix.csv').crs.taken).toBe('degrees');
  });
  it.each(['a', 'name,colour\nx,red\n', 'x,y\n'])('%j is no table of points', (text) =>
    expect(() => read(text, 'odd.csv')).toThrow(/^odd\.csv.*\.$/),
  );
});

describe('what shapes become', () => {
  it('is guessed by name and form, one boundary at most', () => {
    const ring = (name: string) => feature({ type: 'Polygon', coordinates: [square] }, { name });
    const { shapes } = read(
      collection(
        ring('Parcel 7'),
        ring('second parcel'),
        ring('barn'),
        feature({ type: 'LineString', coordinates: [at(0, 0), at(9, 0)] }, { name: 'Mill brook' }),
        feature({ type: 'Point', coordinates: [...at(1, 1), 71] }),
        feature({ type: 'Point', coordinates: at(1, 1) }, { name: 'field gate' }),
      ),
    );
    expect(guessAll(shapes, true)).toEqual(['boundary', 'place', 'building', 'stream', 'spotHeight', 'gate']);
    expect(choicesFor('ring')).toContain('soilZone');
    expect(choicesFor('at')).not.toContain('boundary');
  });
  it('a plan that was written comes back as it was: kinds, numbers, boundary, no plants', () => {
    const holding = sample({
      latitude: -41,
      longitude: 160,
      boundary: field.map(([x, y]) => ({ at: [x, y] as [number, number] })),
      features: [
        { kind: 'tree', name: 'oak', points: [[9, 9]], height: 17.5, crown: 9 },
        {
          kind: 'fence',
          name: 'wall',
          points: [
            [0, 0],
            [9, 0],
          ],
          height: 2,
          solid: true,
        },
        {
          kind: 'wetGround',
          name: 'hollow',
          points: [
            [1, 1],
            [5, 1],
            [5, 5],
          ],
          stands: 'days',
        },
      ],
    });
    const { shapes } = read(planGeoJson(holding, layHolding(holding)));
    const becomes = guessAll(shapes, true);
    let n = 0;
    const facts = (feature: object) => ({ ...feature, id: '', at: null, line: null, ring: null });
    const after = take(
      { ...holding, boundary: null, features: [] },
      bringIn('plan.geojson', shapes, becomes, () => `n${n++}`),
    ).holding;
    expect(
      off(
        after.boundary!.map((corner) => corner.at),
        field,
      ),
    ).toBeLessThan(0.01);
    expect(after.features.map(facts)).toEqual(holding.features.map(facts));
  });
  it('without a holding a file says where its middle lies', () => {
    expect(middleOf(strToU8(JSON.stringify(line([at(-900, 0), at(0, 0), at(900, 0)]))), 'a')).toEqual({
      longitude: expect.closeTo(160, 6),
      latitude: expect.closeTo(-41, 6),
    });
    const corner = middleOf(strToU8(JSON.stringify(line([at(0, 0), at(900, 0)]))), 'a')!;
    expect(corner.longitude).toBeGreaterThan(160.004);
    expect(middleOf(strToU8('x,y\n1,2\n'), 'a.csv')).toBeNull();
    expect(middleOf(strToU8('{"type":"FeatureCollection","features":[]}'), 'a')).toBeNull();
  });
});
