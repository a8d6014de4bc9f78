import { unzipSync } from 'fflate';
import { MOST_MEGABYTES, refuse, Unreadable } from './problems.ts';

export const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;

/** The wanted files of a zip by their names. Refuses what would unpack to more than is read of any file. */
export function unpack(
  bytes: Uint8Array,
  name: string,
  wanted: (file: string) => boolean,
  most = MOST_MEGABYTES,
): Record<string, Uint8Array> {
  let size = 0;
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, {
      filter: ({ name: file, originalSize }) => {
        if (!wanted(file)) return false;
        size += originalSize; // a zip bomb says its size before it goes off
        return size <= most * 1e6;
      },
    });
  } catch {
    return refuse(name, { code: 'damaged', what: 'the zip in it ends early or is broken' });
  }
  if (size > most * 1e6) refuse(name, { code: 'too-big', megabytes: Math.round(size / 1e6), most });
  // A zip can lie about its sizes: what came out counts too.
  if (Object.values(files).some((file) => file.length > most * 1e6))
    throw new Unreadable(`${name} unpacks to far more than it says. Ask for a fresh copy.`);
  return files;
}
