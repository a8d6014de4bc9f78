import { strToU8 } from 'fflate';
import { writeArrayBuffer } from 'geotiff';
import { describe, expect, it } from 'vitest';
import kept from '../../../checks/grids.json' with { type: 'json' };
import { shapefile } from '../../../checks/map-files.ts';
import { sample } from '../../../checks/sample.ts';
import { nearestSide, setbackFrom } from '../ground/boundary.ts';
import { planeAt } from '../ground/plane.ts';
import { take } from '../holding/command.ts';
import { declaredGrid, keyedGrid, wktGrid } from './epsg.ts';
import { gridOf, gridsAt, shiftOf } from './grids.ts';
import { readGeoTiff } from './rasters/read-geotiff.ts';
import { bringIn } from './shapes/becomes.ts';
import { readShapes } from './shapes/read-shapes.ts';

interface Check {
  readonly code: number;
  readonly wkt?: string;
  /** Longitude and latitude, and where the outside reader puts them on the grid. */
  readonly place: number[];
  readonly grid: number[];
}
const checks = kept.checks as readonly Check[];
const off = (p: readonly number[] | undefined) => Math.hypot(p![0]!, p![1]!);
const plane = ({ place: [longitude, latitude] }: Check) => planeAt({ latitude: latitude!, longitude: longitude! });

/** The most used of Europe, North America, Australia, New Zealand and South Africa. */
const MOST_USED = `
  25829 25830 25831 25832 25833 3035 2154 3946 27572 27700 29902 29903 2157 28992 31370 3812
  2169 2056 21781 31287 31254 5514 2180 2177 3006 3067 3763 3765 3794 23700 3844 7801
  3346 3059 3301 2100 23030 31467 31468 3003 3004 26910 26915 26917 2227 2229 2236 2263
  2272 2276 2285 3435 2256 2955 3005 3347 3400 32198 5070 28354 28355 28356 7855 7856
  3111 3308 2193 2048 2050 2052 2054`
  .trim()
  .split(/\s+/)
  .map(Number);
const chosen = MOST_USED.map((code) => checks.find((check) => check.code === code)!);

describe('grids against the outside reader', () => {
  it('has at least 60 of the most used, each with its answer', () => {
    expect(MOST_USED.length).toBeGreaterThanOrEqual(60);
    expect(MOST_USED.filter((_, i) => !chosen[i])).toEqual([]);
  });

  it('every grid of the table puts its place within what it says, and most within a metre', () => {
    const far = checks.map((check) => {
      const grid = declaredGrid(`EPSG:${check.code}`, plane(check))!;
      const miss = off(grid.toPlane(check.grid[0]!, check.grid[1]!));
      expect(miss, `EPSG:${check.code}`).toBeLessThanOrEqual(grid.within! + 0.01);
      const [x, y] = grid.fromPlane([0, 0]);
      expect(off(grid.toPlane(x, y)), `EPSG:${check.code} and back`).toBeLessThan(0.01);
      return miss;
    });
    expect(far.filter((miss) => miss <= 1).length / far.length).toBeGreaterThan(0.99);
  });

  it.each(chosen.filter(({ wkt }) => wkt).map((check) => [check.code, check] as const))(
    'EPSG:%i as GeoJSON, shapefile and GeoTIFF alike',
    async (code, check) => {
      const here = plane(check);
      const [x, y] = check.grid as [number, number];
      const json = {
        type: 'FeatureCollection',
        crs: { type: 'name', properties: { name: `urn:ogc:def:crs:EPSG::${code}` } },
        features: [{ type: 'Feature', properties: {}, geometry: { type: 'Point', coordinates: [x, y] } }],
      };
      const fromJson = readShapes(strToU8(JSON.stringify(json)), 'a.geojson', here).shapes[0]!.points[0];
      const fromShp = readShapes(shapefile(1, [[[x, y]]], { prj: check.wkt! }), 'a.zip', here).shapes[0]!.points[0];
      const keys = { ProjectedCSTypeGeoKey: code, GTModelTypeGeoKey: 1, ModelPixelScale: [1, 1, 0] };
      const values = Float32Array.from([1, 2, 3, 4]) as unknown as number[];
      const tiff = writeArrayBuffer(values, { ...keys, width: 2, height: 2, ModelTiepoint: [0, 0, 0, x, y, 0] });
      const { grid } = await readGeoTiff(new Uint8Array(tiff as ArrayBuffer), 'a.tif', here);
      for (const p of [fromJson, fromShp, grid!.toPlane(x, y)]) expect(off(p)).toBeLessThanOrEqual(1);
    },
  );

  it('a projection of the file’s own, on a datum that is known, has that datum’s shift', () => {
    const check = chosen.find(({ code }) => code === 28992)!;
    const own = check.wkt!.replace('"RD_New"', '"Our own"').replaceAll('155000.0', '255000.0');
    const grid = wktGrid(own, plane(check));
    if ('unknown' in grid) throw new Error(grid.unknown);
    expect(off(grid.toPlane(check.grid[0]! + 100_000, check.grid[1]!))).toBeLessThan(1);
    expect(grid.within).toBe(10);
  });

  it('a boundary from a coarse grid keeps stems as far off as it may be wrong, one from a good grid does not', () => {
    const keptFrom = (code: number) => {
      const check = checks.find((one) => one.code === code)!;
      const [x, y] = check.grid as [number, number];
      const ring = [[x, y], [x + 200, y], [x + 200, y + 200], [x, y]]; // prettier-ignore
      const json = {
        type: 'FeatureCollection',
        crs: { type: 'name', properties: { name: `urn:ogc:def:crs:EPSG::${code}` } },
        features: [{ type: 'Feature', properties: {}, geometry: { type: 'Polygon', coordinates: [ring] } }],
      };
      const found = readShapes(strToU8(JSON.stringify(json)), 'a.geojson', plane(check));
      const command = bringIn('a.geojson', found.shapes, ['boundary'], () => 'n', found.crs.off);
      const { holding } = take(sample(), command);
      return setbackFrom(holding, nearestSide(holding.boundary!, [0, 0]));
    };
    expect(keptFrom(31468)).toBe(1 + 3);
    expect(keptFrom(2154)).toBe(1 + 2);
  });

  it('where a datum was fitted part by part each place has its own shift, and one beyond them none', () => {
    // The same grid in the north-west of Spain, the rest of it, Gibraltar and Scotland: 100 m apart if all had one shift.
    const parts = checks.filter(({ code }) => code === 23030);
    expect(parts.length).toBeGreaterThan(10);
    for (const check of parts)
      expect(off(declaredGrid('EPSG:23030', plane(check))!.toPlane(check.grid[0]!, check.grid[1]!))).toBeLessThan(1);
    const shifts = parts.map(
      ({ place }) => shiftOf('D_European_1950', { longitude: place[0]!, latitude: place[1]! })?.shift,
    );
    expect(new Set(shifts).size).toBeGreaterThan(5);
    const sea = { latitude: 10, longitude: -3 };
    expect(declaredGrid('EPSG:23030', planeAt(sea))).toBeNull();
    expect(gridsAt(sea).map(({ code }) => code)).not.toContain(23030);
    const wkt = checks.find(({ code, wkt: text }) => code === 23030 && text)!.wkt!;
    expect(wktGrid(wkt, planeAt(sea))).toEqual({ unknown: 'ED 1950 UTM Zone 30N' });
  });

  it('what is not known is refused by name, in every format, never placed by guess', async () => {
    const here = planeAt({ latitude: 40, longitude: -75 });
    const nad27 = { ProjectedCSTypeGeoKey: 26718 };
    expect(declaredGrid('EPSG:26718', here)).toBeNull();
    expect(keyedGrid(nad27, here)).toBeNull();
    const json = {
      type: 'FeatureCollection',
      crs: { type: 'name', properties: { name: 'EPSG:26718' } },
      features: [{ type: 'Feature', properties: {}, geometry: { type: 'Point', coordinates: [5e5, 44e5] } }],
    };
    expect(() => readShapes(strToU8(JSON.stringify(json)), 'a.geojson', here)).toThrow(
      /a\.geojson says that its coordinates are EPSG:26718, which is not known here: they could lie hundreds of metres off/,
    );
    const wkt = chosen[0]!
      .wkt!.replaceAll('D_ETRS_1989', 'D_Of_The_Parish')
      .replace(/^PROJCS\["[^"]+"/, 'PROJCS["Parish"');
    expect(wktGrid(wkt, here)).toEqual({ unknown: 'D_Of_The_Parish' });
    const tiff = writeArrayBuffer([1, 2, 3, 4], {
      ...nad27,
      width: 2,
      height: 2,
      ModelPixelScale: [1, 1, 0],
      ModelTiepoint: [0, 0, 0, 5e5, 44e5, 0],
    });
    await expect(readGeoTiff(new Uint8Array(tiff as ArrayBuffer), 'a.tif', here)).rejects.toThrow(
      /a\.tif lies on a grid that is not known here \(26718\)/,
    );
  });

  it('says how far off it may be where that is more than a metre', () => {
    const check = chosen.find(({ code }) => code === 27700)!;
    const read = readShapes(
      shapefile(1, [[[check.grid[0]!, check.grid[1]!]]], { prj: check.wkt! }),
      'a.zip',
      plane(check),
    );
    expect(read.crs.words).toBe('OSGB36 / British National Grid; may lie up to 2 m off');
  });

  it('offers the grids of a place, state planes in feet among them, the smallest area first', () => {
    const here = gridsAt({ latitude: 40.2, longitude: -75.3 });
    expect(here.map(({ code }) => code)).toContain(2272);
    expect(here.findIndex(({ code }) => code === 2272)).toBeLessThan(here.findIndex(({ code }) => code === 5070));
    expect(here.some(({ code }) => code === 28992)).toBe(false);
    const [x, y] = declaredGrid('EPSG:2272', planeAt({ latitude: 40.2, longitude: -75.3 }))!.fromPlane([0, 0]);
    const read = readShapes(shapefile(1, [[[x, y]]]), 'a.zip', planeAt({ latitude: 40.2, longitude: -75.3 }), {
      crs: 'EPSG:2272',
    });
    expect(off(read.shapes[0]!.points[0])).toBeLessThan(0.01);
    expect(gridOf(32733)).toMatchObject({ name: 'WGS 84 / UTM zone 33S', within: 1 });
  });
});
