import { unzlibSync } from 'fflate';

/**
 * A WOFF font with its tables laid out plain, as OpenType has them (W3C WOFF File Format 1.0). The PDF library unpacks a
 * packed table anew for each glyph that it reads, which takes longer than all the rest of a document.
 */
export function plainFont(woff: Uint8Array): Uint8Array {
  const packed = new DataView(woff.buffer, woff.byteOffset, woff.byteLength);
  if (packed.getUint32(0) !== 0x774f4646) return woff;
  const count = packed.getUint16(12);
  const tables = Array.from({ length: count }, (_, i) => {
    const at = 44 + 20 * i;
    const [offset, size, whole] = [packed.getUint32(at + 4), packed.getUint32(at + 8), packed.getUint32(at + 12)];
    const bytes = woff.subarray(offset, offset + size);
    return {
      tag: packed.getUint32(at),
      sum: packed.getUint32(at + 16),
      bytes: size < whole ? unzlibSync(bytes) : bytes,
    };
  });
  const padded = (length: number) => (length + 3) & ~3;
  const out = new Uint8Array(tables.reduce((sum, { bytes }) => sum + padded(bytes.length), 12 + 16 * count));
  const plain = new DataView(out.buffer);
  const power = 2 ** Math.floor(Math.log2(count));
  plain.setUint32(0, packed.getUint32(4));
  [count, power * 16, Math.log2(power), (count - power) * 16].forEach((value, i) => plain.setUint16(4 + 2 * i, value));
  let offset = 12 + 16 * count;
  tables.forEach(({ tag, sum, bytes }, i) => {
    [tag, sum, offset, bytes.length].forEach((value, n) => plain.setUint32(12 + 16 * i + 4 * n, value));
    out.set(bytes, offset);
    offset += padded(bytes.length);
  });
  return out;
}
