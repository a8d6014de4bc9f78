import type { UnitSystem } from '../units/quantities.ts';
import { unzipSync, zipSync } from 'fflate';
import writeExcelFile from 'write-excel-file/universal';
import { orderRows, type OrderList } from '../account/order-list.ts';
import { ZIP_DATE } from './closerank.ts';

const HEAD = [
  'Item',
  'Botanical',
  'Stock',
  'On the plan',
  'Expected losses',
  'Wanted',
  'In hand',
  'Ordered or set',
  'To buy',
  'Packs',
  'Quantity',
] as const;

/** The order list as an XLSX workbook. Text cells are typed as text, so a spreadsheet runs none as a formula. */
export async function orderListXlsx(
  list: OrderList,
  currency: string,
  units: UnitSystem,
): Promise<Uint8Array<ArrayBuffer>> {
  const text = (value: string) => ({ type: String, value });
  const number = (value: number | null) => (value === null ? null : { type: Number, value });
  const head = [...HEAD, `Cost, ${currency}`].map((value) => ({ type: String, value, fontWeight: 'bold' as const }));
  const body = orderRows(list, units).map((row) => [
    text(row.item),
    text(row.botanical),
    text(row.stock),
    number(row.onPlan),
    number(row.losses),
    number(row.order),
    number(row.here),
    number(row.had),
    number(row.toBuy),
    text(row.packs),
    number(row.quantity),
    { type: Number, value: row.cents / 100, format: '#,##0.00' },
  ]);
  const blob = await writeExcelFile([head, ...body], {
    columns: [30, 26, 34, 12, 16, 10, 10, 24, 10, 18, 10, 14].map((width) => ({ width })),
    sheet: 'Order list',
  }).toBlob();
  // The zip is packed again under one date, so that one plan always makes the same bytes.
  return zipSync(unzipSync(new Uint8Array(await blob.arrayBuffer())), { mtime: ZIP_DATE }) as Uint8Array<ArrayBuffer>;
}
