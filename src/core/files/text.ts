import { Unreadable } from './problems.ts';

/** How a text says at its head that it is written: a byte order mark, or XML's own declaration. */
function encodingOf(bytes: Uint8Array): string | null {
  if (bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf) return 'utf-8';
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be';
  // Two-byte letters without a mark: every other byte of plain text is nothing.
  if (bytes[1] === 0 && bytes[3] === 0) return 'utf-16le';
  if (bytes[0] === 0 && bytes[2] === 0) return 'utf-16be';
  const head = String.fromCharCode(...bytes.subarray(0, 200));
  return /^\s*<\?xml[^>]*encoding=["']([\w-]+)["']/i.exec(head)?.[1]?.toLowerCase() ?? null;
}

/**
 * The text of a file called `name`, whatever it is written in: as it says itself, else UTF-8, else the Western letters
 * that spreadsheets write. Throws {@link Unreadable} where it names an encoding that nobody knows.
 */
export function decodeText(bytes: Uint8Array, name: string): string {
  const said = encodingOf(bytes);
  if (said) {
    try {
      return new TextDecoder(said).decode(bytes).replace(/^\uFEFF/, '');
    } catch {
      throw new Unreadable(`${name} says that it is written in '${said}', which is not known here. Save it as UTF-8.`);
    }
  }
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

/** Files of other kinds, by how they begin, and what to do with each. */
const OTHERS: readonly (readonly [begins: readonly (string | RegExp)[], is: string, then: string])[] = [
  [['SQLite format 3'], 'a GeoPackage or another database', 'Export the layer from it as GeoJSON'],
  [
    [/^\s*0\r?\n\s*SECTION/, /^\s*999\r?\n/, 'AutoCAD Binary DXF'],
    'a DXF drawing',
    'Export its lines as GeoJSON or KML',
  ],
  [[/^AC10\d\d/], 'a DWG drawing', 'Export its lines as GeoJSON or KML'],
  [['%PDF'], 'a PDF', 'Take a picture of the page and lay it beneath by known points, or ask for the map data'],
  [['II*\0', 'MM\0*'], 'a TIFF picture', 'Bring it in under Pictures, or under Fall of the land'],
  [['\x89PNG', '\xff\xd8\xff', 'GIF8'], 'a picture', 'Lay it beneath under Pictures, by known points'],
  [['fgb'], 'a FlatGeobuf file', 'Export it as GeoJSON'],
  [["\0\0'\n"], 'the .shp of a shapefile alone', 'Zip it with its .dbf and .prj and choose that zip'],
  [['\xd0\xcf\x11\xe0'], 'an old spreadsheet or text document', 'Save the table as CSV'],
  [['\x1f\x8b'], 'packed with gzip', 'Unpack it first'],
  [['Rar!', '7z\xbc\xaf'], 'packed in another way than zip', 'Unpack it first'],
];

/** Refuses a file of another kind by its name in the trade, with what to do. */
export function refuseOthers(bytes: Uint8Array, name: string): void {
  const head = String.fromCharCode(...bytes.subarray(0, 40));
  const other = OTHERS.find(([begins]) =>
    begins.some((one) => (typeof one === 'string' ? head.startsWith(one) : one.test(head))),
  );
  if (other)
    throw new Unreadable(`${name} is ${other[1]}, which is not read here. ${other[2]}, then choose that file.`);
}
