import { unzipSync, zipSync } from 'fflate';
import writeExcelFile from 'write-excel-file/universal';
import type { Sheet, Table } from '../order/sheets/sheet.ts';
import { ZIP_DATE } from './closerank.ts';
import { rowsCsv } from './csv.ts';

const tablesOf = ({ parts }: Sheet): Table[] => parts.filter((part) => part.kind === 'table');

/** The tables of sheets as CSV, one after another, headed anew where their columns change; of several sheets each line is led by the title of its own. */
export function sheetsCsv(sheets: readonly Sheet[]): string {
  const led = (title: string): string[] => (sheets.length > 1 ? [title] : []);
  const tables = sheets.flatMap((sheet) => tablesOf(sheet).map((table) => ({ ...table, title: sheet.title })));
  return rowsCsv(
    tables.flatMap(({ title, head, rows }, i) => [
      ...(head.join() === tables[i - 1]?.head.join() ? [] : [[...led('Sheet'), ...head]]),
      ...rows.map((row) => [...led(title), ...row]),
    ]),
  );
}

/** Characters that a worksheet's name may not hold, and the most that it may. */
const [FORBIDDEN, LONGEST_NAME] = [/[\\/?*[\]:]/g, 31];

/** The tables of sheets as an XLSX workbook, a worksheet for each. Text cells are typed as text, so a spreadsheet runs none as a formula. */
export async function sheetsXlsx(sheets: readonly Sheet[]): Promise<Uint8Array<ArrayBuffer>> {
  const names = new Set<string>();
  const named = (title: string) => {
    const plain = title.replaceAll(FORBIDDEN, ' ').slice(0, LONGEST_NAME).trim() || 'Sheet';
    let free = plain;
    for (let n = 2; names.has(free.toLowerCase()); n++) free = `${plain.slice(0, LONGEST_NAME - 4)} ${n}`;
    names.add(free.toLowerCase());
    return free;
  };
  const pages = sheets.map((sheet) => {
    const tables = tablesOf(sheet);
    return {
      sheet: named(sheet.title),
      columns: (tables[0]?.head ?? []).map((_, c) => ({
        width: Math.min(
          44,
          Math.max(
            8,
            ...tables.flatMap(({ head, rows }) => [head, ...rows].map((row) => String(row[c] ?? '').length)),
          ) + 2,
        ),
      })),
      data: [
        [{ type: String, value: sheet.intro }],
        ...tables.flatMap(({ head, rows }) => [
          head.map((value) => ({ type: String, value, fontWeight: 'bold' as const })),
          ...rows.map((row) =>
            row.map((value) =>
              typeof value === 'number'
                ? { type: Number, value, ...(Number.isInteger(value) ? {} : { format: '#,##0.00' }) }
                : { type: String, value },
            ),
          ),
        ]),
      ],
    };
  });
  const blob = await writeExcelFile(pages.length > 0 ? pages : [{ sheet: 'Nothing', data: [] }]).toBlob();
  // The zip is packed again under one date, so that one plan always makes the same bytes.
  return zipSync(unzipSync(new Uint8Array(await blob.arrayBuffer())), { mtime: ZIP_DATE }) as Uint8Array<ArrayBuffer>;
}
