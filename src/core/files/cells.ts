import { zipSync } from 'fflate';
import Papa from 'papaparse';
import { checkSize, Unreadable } from './problems.ts';
import { decodeText } from './text.ts';
import { unpack } from './unpack.ts';

/** Largest list that is read, megabytes. */
const MOST = 5;
/** Largest that a spreadsheet may unpack to, megabytes. */
const MOST_UNPACKED = 100;

/** The cells of a list as text: CSV by its own commas or semicolons, XLSX by its first sheet. Throws {@link Unreadable}. */
export async function cellsOf(bytes: Uint8Array, name: string): Promise<string[][]> {
  checkSize(name, bytes.length, MOST);
  if (!/\.xlsx$/i.test(name)) {
    const text = decodeText(bytes, name);
    // Of a short list with decimal commas the parser guesses wrong: what parts its headings parts its lines.
    const head = text.split('\n').find((line) => line.trim()) ?? '';
    const delimiter = [';', '\t', '|', ','].find((mark) => head.includes(mark)) ?? ',';
    return Papa.parse<string[]>(text, { delimiter, skipEmptyLines: false }).data;
  }
  // Packed parts the library would unpack in a worker of its own, which the app's policy forbids: they come unpacked.
  const plain = zipSync(
    unpack(bytes, name, () => true, MOST_UNPACKED),
    { level: 0 },
  ) as Uint8Array<ArrayBuffer>;
  const { readSheet } = await import('read-excel-file/universal');
  const rows = await readSheet(new Blob([plain])).catch(() => {
    throw new Unreadable(`${name} is no spreadsheet that can be read. Save it as XLSX or CSV again.`);
  });
  return rows.map((row) =>
    row.map((cell) =>
      typeof cell === 'number' ? String(Math.round(cell * 100) / 100) : cell === null ? '' : String(cell),
    ),
  );
}
