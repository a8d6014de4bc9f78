import { fromArrayBuffer } from 'geotiff';
import type { Plane } from '../../ground/plane.ts';
import type { Picture } from '../../holding/ground-schema.ts';
import type { Grid } from '../crs.ts';
import { keyedGrid } from '../epsg.ts';
import { checkSize, refuse, Unreadable } from '../problems.ts';
import { MOST_PIXELS } from './ascii-grid.ts';
import type { Raster } from './raster.ts';

/** A GeoTIFF: an elevation grid when it has one band, a picture when it has three or more. */
export interface GeoTiff {
  readonly kind: 'elevation' | 'picture';
  readonly raster: Raster;
  /** Red, green, blue, opaque for each pixel; empty for elevations. */
  readonly rgba: Uint8ClampedArray<ArrayBuffer>;
  readonly matrix: Picture['matrix'];
  /** Null when the file says of none. */
  readonly grid: Grid | null;
}

/** Reads a GeoTIFF called `name`; throws {@link Unreadable}. */
export async function readGeoTiff(bytes: Uint8Array, name: string, plane: Plane): Promise<GeoTiff> {
  checkSize(name, bytes.length);
  try {
    const tiff = await fromArrayBuffer(bytes.slice().buffer);
    const image = await tiff.getImage();
    const [width, height] = [image.getWidth(), image.getHeight()];
    if (!(width >= 2 && height >= 2) || width * height > MOST_PIXELS)
      throw new Unreadable(
        `${name} is ${width} x ${height} pixels; from 2 x 2 up to ${MOST_PIXELS / 1e6} million in all can be read. Export it smaller, or only the part round the holding.`,
      );
    const matrix = matrixOf(image.getFileDirectory() as unknown as TiffTags, name);
    const keys = (image.getGeoKeys() ?? {}) as Readonly<Record<string, unknown>>;
    const grid = Object.keys(keys).length > 0 ? keyedGrid(keys, plane) : null;
    if (!grid && ('ProjectedCSTypeGeoKey' in keys || 'GeographicTypeGeoKey' in keys))
      throw new Unreadable(
        `${name} lies on a grid that is not known here (${String(keys['ProjectedCSTypeGeoKey'] ?? keys['GeographicTypeGeoKey'])}): it could lie hundreds of metres off. Export it in WGS 84 or its UTM zone.`,
      );
    const nodata = image.getGDALNoData();
    if (image.getSamplesPerPixel() < 3) {
      const [values] = (await image.readRasters({ samples: [0] })) as unknown as [ArrayLike<number>];
      return {
        kind: 'elevation',
        raster: { width, height, values, matrix, nodata },
        rgba: new Uint8ClampedArray(0),
        matrix,
        grid,
      };
    }
    const rgb = (await image.readRGB({ interleave: true })) as unknown as ArrayLike<number>;
    const rgba = new Uint8ClampedArray(width * height * 4);
    for (let i = 0; i < width * height; i++) rgba.set([rgb[i * 3]!, rgb[i * 3 + 1]!, rgb[i * 3 + 2]!, 255], i * 4);
    return { kind: 'picture', raster: { width, height, values: [], matrix, nodata }, rgba, matrix, grid };
  } catch (problem) {
    if (problem instanceof Unreadable) throw problem;
    return refuse(name, { code: 'damaged', what: 'it cannot be read to the end as a GeoTIFF' });
  }
}

interface TiffTags {
  getValue(tag: string): ArrayLike<number> | undefined;
}

function matrixOf(tags: TiffTags, name: string): Picture['matrix'] {
  const tag = (key: string) => Array.from(tags.getValue(key) ?? []);
  const whole = tag('ModelTransformation');
  if (whole.length === 16) return [whole[0]!, whole[1]!, whole[3]!, whole[4]!, whole[5]!, whole[7]!];
  const [scale, tie] = [tag('ModelPixelScale'), tag('ModelTiepoint')];
  if (scale.length < 2 || tie.length < 6)
    throw new Unreadable(
      `${name} does not say where it lies. Lay it as a picture by two known points, or export it with its place.`,
    );
  return [scale[0]!, 0, tie[3]! - tie[0]! * scale[0]!, 0, -scale[1]!, tie[4]! + tie[1]! * scale[1]!];
}
