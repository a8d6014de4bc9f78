import { toUs, type UnitSystem } from '../units/quantities.ts';
import Papa from 'papaparse';
import type { PegSheet } from '../field/peg-sheet.ts';
import { orderRows, type OrderList } from '../account/order-list.ts';

/** What a spreadsheet would run, also behind spaces and line breaks; the library's own guard stops at a break. A number below zero is none. */
const FORMULA = /^(?!-\d+(?:\.\d+)?$)\s*[=+\-@\t\r\n|%][\s\S]*$/;

/** Rows as CSV for spreadsheets: a byte order mark for accents, and cells that would run as formulas made inert. */
export const rowsCsv = (rows: readonly (readonly (string | number)[])[]): string =>
  `\uFEFF${Papa.unparse(
    rows.map((row) => [...row]),
    { escapeFormulae: FORMULA, newline: '\r\n' },
  )}\r\n`;

const write = (fields: readonly string[], rows: readonly (readonly (string | number)[])[]): string =>
  rowsCsv([fields, ...rows]);

/** The peg sheet as CSV, one peg a line in walking order. Chainages, offsets and sticks in metres, or in decimal feet, as the headings say. */
export const pegSheetCsv = (sheets: readonly PegSheet[], units: UnitSystem): string => {
  const unit = units === 'us' ? 'ft' : 'm';
  const length = (metres: number, decimals: number) => (units === 'us' ? toUs(metres, 'ft') : metres).toFixed(decimals);
  return write(
    [
      'planting',
      'order',
      'row',
      'row name',
      'walked',
      'plant',
      `chainage ${unit}`,
      'station',
      `offset ${unit}`,
      `stick ${unit}`,
      'botanical',
      'common',
      'stock',
      'planted',
    ],
    sheets.flatMap((sheet) =>
      sheet.rows.flatMap((row) =>
        row.pegs.map((peg) => [
          sheet.planting,
          peg.order,
          row.number,
          row.name,
          row.walked,
          peg.number,
          length(peg.chainage, 2),
          peg.label,
          length(row.offset, 2),
          length(row.stick, 3),
          peg.species,
          peg.common,
          peg.stock,
          '',
        ]),
      ),
    ),
  );
};

/** The order list as CSV; money in whole units of the holding's currency. */
export const orderListCsv = (list: OrderList, currency: string, units: UnitSystem): string =>
  write(
    [
      'item',
      'botanical',
      'stock',
      'on the plan',
      'expected losses',
      'wanted',
      'in hand',
      'ordered or set',
      'to buy',
      'packs',
      'quantity',
      `cost ${currency}`,
    ],
    orderRows(list, units).map((row) => [
      row.item,
      row.botanical,
      row.stock,
      row.onPlan,
      row.losses ?? '',
      row.order,
      row.here,
      row.had,
      row.toBuy,
      row.packs,
      row.quantity,
      (row.cents / 100).toFixed(2),
    ]),
  );
