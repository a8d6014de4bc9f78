import { transfer } from 'comlink';
import { serve } from './serve.ts';
import type { Point } from '../../core/geometry/point.ts';
import type { CrsChoice } from '../../core/files/crs-choices.ts';
import { gridChosen } from '../../core/files/epsg.ts';
import { decodeText } from '../../core/files/text.ts';
import { checkSize, Unreadable } from '../../core/files/problems.ts';
import { readAsciiGrid } from '../../core/files/rasters/ascii-grid.ts';
import { terrainFrom } from '../../core/files/rasters/raster.ts';
import { readGeoTiff } from '../../core/files/rasters/read-geotiff.ts';
import { middleOf, readShapes, type ReadOptions } from '../../core/files/shapes/read-shapes.ts';
import { onPlane } from '../../core/ground/picture-fit.ts';
import { planeAt } from '../../core/ground/plane.ts';
import type { Picture, Terrain } from '../../core/holding/ground-schema.ts';
import type { Holding } from '../../core/holding/schema.ts';

type Box = readonly [number, number, number, number];
/** What a file of pixels turned out to be. */
export interface ReadRaster {
  readonly terrain: Terrain | null;
  readonly picture: {
    readonly bytes: Uint8Array;
    readonly width: number;
    readonly height: number;
    readonly matrix: Picture['matrix'];
  } | null;
}

const api = {
  /** {@link readShapes}, its answer as JSON: a main thread reads that twice as fast as a clone of as many points. */
  shapes: (
    bytes: Uint8Array,
    name: string,
    place: Holding['place'],
    options: ReadOptions,
    onShare: (share: number) => void,
  ) => JSON.stringify(readShapes(bytes, name, planeAt(place), { ...options, onShare })),

  middle: (bytes: Uint8Array, name: string) => middleOf(bytes, name),

  /** An elevation grid as text or GeoTIFF, or a picture that says where it lies. `crs` where the file does not. */
  async raster(
    bytes: Uint8Array,
    name: string,
    place: Holding['place'],
    box: Box,
    crs: Exclude<CrsChoice, 'declared'>,
  ): Promise<ReadRaster> {
    checkSize(name, bytes.length);
    const plane = planeAt(place);
    if (/\.(asc|txt|grd)$/i.test(name))
      return {
        terrain: terrainFrom(readAsciiGrid(decodeText(bytes, name), name), gridChosen(crs, plane), box, name),
        picture: null,
      };
    const tiff = await readGeoTiff(bytes, name, plane);
    const grid = tiff.grid ?? gridChosen(crs, plane);
    if (tiff.kind === 'elevation') return { terrain: terrainFrom(tiff.raster, grid, box, name), picture: null };
    const { width, height } = tiff.raster;
    const canvas = new OffscreenCanvas(width, height);
    canvas.getContext('2d')!.putImageData(new ImageData(tiff.rgba, width, height), 0, 0);
    const png = new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer());
    const matrix = onPlane(tiff.matrix, width, height, (x, y): Point => grid.toPlane(x, y));
    if (!matrix.every(Number.isFinite))
      throw new Unreadable(
        `${name} lies where its projection does not reach. Check the holding’s place, or lay the picture by two known points.`,
      );
    return transfer({ terrain: null, picture: { bytes: png, width, height, matrix } }, [png.buffer]);
  },
};
serve(api);
export type FilesWorker = typeof api;
