import { writeArrayBuffer } from 'geotiff';
import { describe, expect, it } from 'vitest';
import { asciiGrid } from '../../../../checks/map-files.ts';
import { placeOf } from '../../ground/picture-fit.ts';
import { planeAt } from '../../ground/plane.ts';
import { gridRelief, slopeAt } from '../../ground/relief.ts';
import { chosenGrid } from '../crs.ts';
import { declaredGrid } from '../epsg.ts';
import { laidByWorldFile } from './world-file.ts';
import { readAsciiGrid } from './ascii-grid.ts';
import { terrainFrom } from './raster.ts';
import { readGeoTiff } from './read-geotiff.ts';

const place = { latitude: 52, longitude: -20 };
const plane = planeAt(place);
const box = [-50, -50, 50, 50] as const;
/** A plane that rises 2 m for 100 m to the east, 5 m for 100 m to the north. */
const rise = (x: number, y: number) => 80 + 0.02 * x + 0.05 * y;
const cells = 100;
const text = asciiGrid({
  west: -500,
  south: -500,
  cell: 10,
  rows: Array.from({ length: cells }, (_, j) =>
    Array.from({ length: cells }, (_, i) => rise(-495 + i * 10, 495 - j * 10)),
  ),
});

describe(readAsciiGrid, () => {
  it('lies with its first row in the north, its corner where the head says', () => {
    const raster = readAsciiGrid(text, 'land.asc');
    expect(placeOf(raster.matrix, [0, 0])).toEqual([-500, 500]);
    expect(placeOf(raster.matrix, [cells, cells])).toEqual([500, -500]);
    expect(
      readAsciiGrid(
        text.replace('xllcorner -500', 'xllcenter -495').replace('yllcorner -500', 'yllcenter -495'),
        'land.asc',
      ).matrix,
    ).toEqual(raster.matrix);
  });
  it.each([
    ['no head', '1 2 3', /must give ncols, nrows/],
    ['too few cells', text.slice(0, -200), /fewer cells than the 100 x 100/],
    [
      'a word among its cells',
      text.replace('NODATA_value -9999\n', 'NODATA_value -9999\nhigh '),
      /cell 1 is 'high', which is no height/,
    ],
    [
      'more cells than can be read',
      'ncols 90000\nnrows 90000\nxllcorner 0\nyllcorner 0\ncellsize 1\n1',
      /at most 16 million/,
    ],
    ['cells of no size', text.replace('cellsize 10', 'cellsize 0'), /is not an elevation grid/],
  ])('refuses %s', (_, grid, sentence) => expect(() => readAsciiGrid(grid, 'land.asc')).toThrow(sentence));
});

describe(terrainFrom, () => {
  const metres = chosenGrid('metres', plane);
  it('is the same plane on the holding, round the box and no farther than the file reaches', () => {
    const terrain = terrainFrom(readAsciiGrid(text, 'land.asc'), metres, box, 'land.asc');
    const relief = gridRelief(terrain);
    for (const [x, y] of [
      [0, 0],
      [-30, 40],
      [300, -200],
    ] as const)
      expect(relief.heightAt([x, y])).toBeCloseTo(rise(x, y), 1);
    expect(slopeAt(relief, [0, 0])!.downhill).toBeCloseTo(180 + (Math.atan2(0.02, 0.05) * 180) / Math.PI, 0);
    expect(terrain.heights).toHaveLength(terrain.columns * terrain.rows);
  });
  it('leaves out cells without a value, and refuses a grid of somewhere else or in feet by mistake', () => {
    const holed = readAsciiGrid(text.replaceAll(/ 8\d\.\d+/g, ' -9999'), 'land.asc');
    expect(terrainFrom(holed, metres, box, 'land.asc').heights.some((height) => height === null)).toBe(true);
    const raster = readAsciiGrid(text, 'land.asc');
    expect(() => terrainFrom({ ...raster, matrix: [10, 0, 90_000, 0, -10, 500] }, metres, box, 'land.asc')).toThrow(
      /no elevation within 400 m/,
    );
    expect(() =>
      terrainFrom({ ...raster, values: Array.from(raster.values, (height) => height * 1000) }, metres, box, 'land.asc'),
    ).toThrow(/elevations no land has/);
  });
});

describe(readGeoTiff, () => {
  const tiff = (keys: object, values: number[] | Float32Array, width: number, height: number, more: object = {}) =>
    new Uint8Array(writeArrayBuffer(values as number[], { width, height, ...keys, ...more }) as ArrayBuffer);
  const [x0, y0] = declaredGrid('EPSG:32627', plane)!.fromPlane([-300, 300]);
  const utm = {
    ProjectedCSTypeGeoKey: 32627,
    GTModelTypeGeoKey: 1,
    ModelPixelScale: [10, 10, 0],
    ModelTiepoint: [0, 0, 0, x0, y0, 0],
  };

  it('an elevation grid in a known projection gives the fall where it lies', async () => {
    const grid = declaredGrid('EPSG:32627', plane)!;
    const values = Array.from({ length: 60 * 60 }, (_, at) =>
      rise(...(grid.toPlane(x0 + ((at % 60) + 0.5) * 10, y0 - (Math.floor(at / 60) + 0.5) * 10) as [number, number])),
    );
    const read = await readGeoTiff(tiff(utm, Float32Array.from(values), 60, 60), 'land.tif', plane);
    expect(read.kind).toBe('elevation');
    const relief = gridRelief(terrainFrom(read.raster, read.grid!, [-40, -40, 40, 40], 'land.tif'));
    expect(relief.heightAt([10, 10])).toBeCloseTo(rise(10, 10), 1);
  });
  it('three bands are a picture; without a place it is refused with what to do', async () => {
    const rgb = Array.from({ length: 4 * 4 * 3 }, (_, i) => (i * 5) % 255);
    const read = await readGeoTiff(
      tiff(utm, rgb, 4, 4, { SamplesPerPixel: [3], BitsPerSample: [8, 8, 8], PhotometricInterpretation: [2] }),
      'aerial.tif',
      plane,
    );
    expect([read.kind, read.rgba.length, read.rgba[3]]).toEqual(['picture', 64, 255]);
    const nowhere = { ProjectedCSTypeGeoKey: 32627, GTModelTypeGeoKey: 1, ModelPixelScale: [], ModelTiepoint: [] };
    await expect(
      readGeoTiff(tiff(nowhere, rgb, 4, 4, { SamplesPerPixel: [3], BitsPerSample: [8, 8, 8] }), 'aerial.tif', plane),
    ).rejects.toThrow(/^aerial\.tif /);
    await expect(readGeoTiff(Uint8Array.of(73, 73, 42, 0, 1), 'cut.tif', plane)).rejects.toThrow(/cut\.tif is damaged/);
  });
});

describe('coordinate systems', () => {
  it.each(['EPSG:32627', 'urn:ogc:def:crs:EPSG::3857', 'EPSG:3035', 'urn:ogc:def:crs:OGC:1.3:CRS84', 'EPSG:4326'])(
    '%s and back is the same place',
    (name) => {
      const grid = declaredGrid(name, plane)!;
      const [x, y] = grid.toPlane(...grid.fromPlane([120, -80]));
      expect(Math.hypot(x - 120, y + 80)).toBeLessThan(0.01);
    },
  );
  it('an unknown one is null, not a guess; survey feet differ from feet by 2 parts in a million', () => {
    expect(declaredGrid('EPSG:999999', plane)).toBeNull();
    expect(declaredGrid('the old parish grid', plane)).toBeNull();
    const [feet, survey] = (['feet', 'surveyFeet'] as const).map(
      (choice) => chosenGrid(choice, plane).toPlane(1_000_000, 0)[0],
    );
    expect(survey! - feet!).toBeCloseTo(0.6096, 3);
  });
});

describe(laidByWorldFile, () => {
  const picture = { width: 200, height: 100, plane };
  const corner = ([, , c, , , f]: readonly number[]) => [c!, f!];
  it('takes large numbers as the zone here, tiny steps as degrees, the rest as the plan’s own metres', () => {
    const [east, north] = chosenGrid('utm', plane).fromPlane([-40, 30]);
    const utm = laidByWorldFile(`0.5\n0\n0\n-0.5\n${east + 0.25}\n${north - 0.25}`, 'a.jgw', picture);
    expect(corner(utm)[0]).toBeCloseTo(-40, 1);
    expect(corner(utm)[1]).toBeCloseTo(30, 1);
    expect(Math.hypot(utm[0], utm[3])).toBeCloseTo(0.5, 3);
    const step = 1e-5;
    const degrees = laidByWorldFile(`${step}\n0\n0\n-${step}\n${-20 + step / 2}\n${52 - step / 2}`, 'a.jgw', picture);
    expect(corner(degrees)[0]).toBeCloseTo(0, 3);
    expect(corner(degrees)[1]).toBeCloseTo(0, 3);
    expect(degrees[0]).toBeCloseTo(0.687, 2); // a hundred-thousandth of a degree east at 52 N
    expect(corner(laidByWorldFile('0.5\n0\n0\n-0.5\n-39.75\n29.75', 'a.jgw', picture))).toEqual([-40, 30]);
  });
  it('refuses one that lies in another place', () =>
    expect(() => laidByWorldFile('0.5\n0\n0\n-0.5\n100000\n9000000', 'far.jgw', picture)).toThrow(
      /far\.jgw lays the picture more than 20 km away/,
    ));
});
