import { strToU8 } from 'fflate';
import { orderListCsv, pegSheetCsv } from '../../core/files/csv.ts';
import { planGeoJson } from '../../core/files/plan-geojson.ts';
import { orderListXlsx } from '../../core/files/xlsx.ts';
import { layHolding } from '../../core/findings/judge.ts';
import { pegSheet, type PegSheet } from '../../core/field/peg-sheet.ts';
import type { Holding } from '../../core/holding/schema.ts';
import { orderList } from '../../core/order/order-list.ts';
import { quantities } from '../../core/order/quantities.ts';
import { pegSheetPdf } from './peg-sheet-pdf.ts';

export type ExportName = 'peg-sheets.pdf' | 'peg-sheets.csv' | 'order-list.csv' | 'order-list.xlsx' | 'plan.geojson';
type Bytes = Uint8Array<ArrayBuffer>;

/** One file of a holding. `planting` narrows peg sheets to one. The app and the command line both make files here. */
export async function exportFile(name: ExportName, holding: Holding, planting?: string): Promise<Bytes> {
  const all = layHolding(holding);
  const sheets = (): PegSheet[] =>
    all
      .filter((laid) => !planting || laid.planting.id === planting)
      .map((laid) => pegSheet(laid.planting, laid.layout, holding));
  const list = () =>
    orderList(
      all.map((laid) => quantities(laid.planting, laid.layout, holding)),
      holding,
    );
  switch (name) {
    case 'peg-sheets.pdf':
      return pegSheetPdf(sheets(), holding.units);
    case 'peg-sheets.csv':
      return strToU8(pegSheetCsv(sheets())) as Bytes;
    case 'order-list.csv':
      return strToU8(orderListCsv(list(), holding.currency)) as Bytes;
    case 'order-list.xlsx':
      return orderListXlsx(list(), holding.currency);
    case 'plan.geojson':
      return strToU8(planGeoJson(holding, all)) as Bytes;
  }
}

/** Every file of a holding, by name. */
export async function exportFiles(holding: Holding): Promise<Record<ExportName, Bytes>> {
  const names: ExportName[] = ['peg-sheets.pdf', 'peg-sheets.csv', 'order-list.csv', 'order-list.xlsx', 'plan.geojson'];
  return Object.fromEntries(
    await Promise.all(names.map(async (name) => [name, await exportFile(name, holding)])),
  ) as Record<ExportName, Bytes>;
}
