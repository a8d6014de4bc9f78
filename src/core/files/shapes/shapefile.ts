import { strFromU8 } from 'fflate';
import { parseDbf, parseShp } from 'shpjs';
import { refuse, Unreadable } from '../problems.ts';
import { unpack } from '../unpack.ts';
import { fromFeatures, MOST_POINTS, type RawShapes } from './raw.ts';

/** A zipped shapefile, with or without its table and projection file; the first layer in the zip that has shapes. */
export function readShapefile(bytes: Uint8Array, name: string): RawShapes {
  const files = unpack(bytes, name, (file) => /\.(shp|dbf|prj|cpg)$/i.test(file) && !file.startsWith('__MACOSX'));
  const shp = Object.keys(files).find((file) => /\.shp$/i.test(file));
  if (!shp)
    throw new Unreadable(`${name} holds no .shp file. Zip the .shp, .dbf and .prj files together and choose that zip.`);
  const beside = (ending: string) =>
    Object.entries(files).find(([file]) => file.toLowerCase() === shp.toLowerCase().replace(/\.shp$/, ending))?.[1];
  const geometry = files[shp]!;
  checkRecords(geometry, name);
  try {
    const geometries = parseShp(geometry);
    const table = beside('.dbf');
    const facts = table ? rowsOf(table, beside('.cpg')) : [];
    const nameless = facts === null ? ['the names: its table (.dbf) is damaged. The shapes are taken without.'] : [];
    const wkt = beside('.prj');
    const features = geometries.map((one, i) => ({ geometry: one, properties: facts?.[i] ?? {} }));
    const others = Object.keys(files).filter((file) => /\.shp$/i.test(file) && file !== shp);
    const { shapes, leftOut } = fromFeatures(features, name);
    return {
      format: 'shapefile',
      shapes,
      leftOut: [
        ...leftOut,
        ...nameless,
        ...others.map((file) => `the layer ${file}: one layer is read at a time. Zip it by itself.`),
      ],
      declared: wkt ? { wkt: strFromU8(wkt).trim() } : null,
      degrees: false,
    };
  } catch (problem) {
    if (problem instanceof Unreadable) throw problem;
    return refuse(name, { code: 'damaged', what: 'its shapes cannot be read to the end' });
  }
}

/** A damaged table loses names, not shapes: then null. The library trusts what a table says of its own length. */
function rowsOf(table: Uint8Array, encoding: Uint8Array | undefined): Record<string, unknown>[] | null {
  if (table.length < 33) return null;
  const view = new DataView(table.buffer, table.byteOffset, table.byteLength);
  const [records, head, each] = [view.getUint32(4, true), view.getUint16(8, true), view.getUint16(10, true)];
  if (head < 33 || each < 1 || head + records * each > table.length) return null;
  try {
    return parseDbf(table, encoding);
  } catch {
    return null;
  }
}

/** Walks the records before the library does, which trusts what they say of their own lengths. */
function checkRecords(bytes: Uint8Array, name: string): void {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const damaged = (): never => refuse(name, { code: 'damaged', what: 'its shapes cannot be read to the end' });
  if (bytes.length < 100 || view.getInt32(0) !== 9994) damaged();
  let points = 0;
  for (let at = 100; at + 12 <= bytes.length;) {
    const length = view.getInt32(at + 4) * 2;
    if (length < 4 || at + 8 + length > bytes.length) damaged();
    const kind = view.getInt32(at + 8, true) % 10;
    const offset = kind === 8 ? 36 : 40;
    if (kind === 3 || kind === 5 || kind === 8) {
      if (length < offset + 4) damaged();
      const count = view.getInt32(at + 8 + offset, true);
      const parts = kind === 8 ? 0 : view.getInt32(at + 8 + 36, true);
      if (count < 0 || parts < 0 || offset + 4 + parts * 4 + count * 16 > length) damaged();
      let before = -1;
      for (let part = 0; part < parts; part++) {
        const start = view.getInt32(at + 8 + 44 + part * 4, true);
        if (start <= before || start >= count) damaged();
        before = start;
      }
      points += count;
    } else points++;
    if (points > MOST_POINTS)
      throw new Unreadable(
        `${name} holds more than ${MOST_POINTS.toLocaleString('en')} points. Export a smaller part of it, or a simpler one.`,
      );
    at += 8 + length;
  }
}
