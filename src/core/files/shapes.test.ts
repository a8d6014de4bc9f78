import { strToU8 } from 'fflate';
import { describe, expect, it } from 'vitest';
import { planeAt } from '../ground/plane.ts';
import { readShapes } from './shapes.ts';

const plane = planeAt({ latitude: -41, longitude: 160 });
const at = (x: number, y: number) => [...plane.toDegrees([x, y])];
const read = (value: unknown) => readShapes(strToU8(typeof value === 'string' ? value : JSON.stringify(value)), 'survey', plane);
const feature = (geometry: unknown, name?: unknown) => ({ type: 'Feature', properties: name === undefined ? null : { name }, geometry });
const collection = (...features: unknown[]) => ({ type: 'FeatureCollection', features });
const square = [at(0, 0), at(50, 0), at(50, 40), at(0, 40), at(0, 0)];

describe(readShapes, () => {
  it('takes every geometry apart into rings, lines and places', () => {
    const { shapes } = read(
      collection(
        feature({ type: 'Point', coordinates: at(1, 1) }),
        feature({ type: 'MultiPoint', coordinates: [at(2, 2), at(3, 3)] }),
        feature({ type: 'LineString', coordinates: [at(0, 0), at(9, 0)] }),
        feature({ type: 'MultiLineString', coordinates: [[at(0, 0), at(9, 0)], [at(0, 5), at(9, 5)]] }),
        feature({ type: 'Polygon', coordinates: [square] }),
        feature({ type: 'MultiPolygon', coordinates: [[square], [square]] }),
        feature({ type: 'GeometryCollection', geometries: [{ type: 'Point', coordinates: at(4, 4) }, { type: 'LineString', coordinates: [at(0, 0), at(1, 0)] }] }),
      ),
    );
    expect(shapes.map(({ shape }) => shape)).toEqual(['at', 'at', 'at', 'line', 'line', 'line', 'ring', 'ring', 'ring', 'at', 'line']);
  });

  it('opens a ring: the last point is not the first again', () => {
    const [ring] = read(feature({ type: 'Polygon', coordinates: [square] }, 'home field')).shapes;
    expect(ring!.name).toBe('home field');
    expect(ring!.points).toHaveLength(4);
    expect(ring!.points[2]![0]).toBeCloseTo(50, 3);
  });

  it('reads a bare geometry, heights and all', () => {
    expect(read({ type: 'LineString', coordinates: [[...at(0, 0), 120], [...at(9, 0), 121]] }).shapes[0]!.points).toHaveLength(2);
  });

  it('takes what it can and says what it left out', () => {
    const { shapes, leftOut } = read(collection(feature({ type: 'Point', coordinates: at(1, 1) }, 'kept'), feature(null, 'empty'), feature({ type: 'Circle' }), 'nonsense', feature({ type: 'Point', coordinates: ['a', 'b'] }, 'letters')));
    expect(shapes.map(({ name }) => name)).toEqual(['kept']);
    expect(leftOut).toEqual(["'empty': it has no shape that can be read.", 'shape 3: it has no shape that can be read.', 'shape 4: it has no shape that can be read.', "'letters': it has no shape that can be read."]);
  });

  it('ignores a name that is not text, and shortens one that is a story', () => {
    const { shapes } = read(collection(feature({ type: 'Point', coordinates: at(1, 1) }, 42), feature({ type: 'Point', coordinates: at(1, 1) }, 'x'.repeat(500))));
    expect(shapes.map(({ name }) => name.length)).toEqual([0, 80]);
  });

  it('reads KML polygons and names, and a byte order mark before it all', () => {
    const coordinates = square.map(([lon, lat]) => `${lon},${lat},0`).join(' ');
    const { shapes } = read(`\uFEFF<?xml version="1.0" encoding="UTF-8"?><kml xmlns="http://www.opengis.net/kml/2.2"><Document><Placemark><name>Boundary</name><Polygon><outerBoundaryIs><LinearRing><coordinates>${coordinates}</coordinates></LinearRing></outerBoundaryIs></Polygon></Placemark></Document></kml>`);
    expect(shapes).toHaveLength(1);
    expect(shapes[0]).toMatchObject({ name: 'Boundary', shape: 'ring' });
  });

  it.each(['[]', '42', '"text"', 'null', '{}', '{"type":"Topology"}'])('finds nothing in %s and says so', (text) => expect(() => read(text)).toThrow(/^survey holds no GeoJSON features/));
  it('refuses a file of no bytes', () => expect(() => readShapes(new Uint8Array(0), 'survey', plane)).toThrow(/survey is empty/));
});
