import { strToU8 } from 'fflate';
import { orderListCsv, pegSheetCsv } from '../../core/files/csv.ts';
import { planGeoJson } from '../../core/files/plan-geojson.ts';
import { orderListXlsx } from '../../core/files/xlsx.ts';
import { layHolding } from '../../core/ranks/laid.ts';
import { pegSheet, type PegSheet } from '../../core/field/peg-sheet.ts';
import type { Holding } from '../../core/holding/schema.ts';
import { orderList } from '../../core/order/order-list.ts';
import { quantities } from '../../core/order/quantities.ts';
import type { SetOutWay } from '../../core/field/set-out.ts';
import { pegSheetPdf, type PdfFonts } from './peg-sheet-pdf.ts';

export type ExportName = 'peg-sheets.pdf' | 'peg-sheets.csv' | 'order-list.csv' | 'order-list.xlsx' | 'plan.geojson';
type Bytes = Uint8Array<ArrayBuffer>;

export interface ExportOptions {
  /** Peg sheets of this planting alone. */
  readonly planting?: string | undefined;
  /** How bends and curves are pegged. */
  readonly way?: SetOutWay | undefined;
  readonly fonts: PdfFonts;
  readonly onShare?: (share: number) => void;
}

/** One file of a holding.  The app and the command line both make files here. */
export async function exportFile(
  name: ExportName,
  holding: Holding,
  { planting, way, fonts, onShare }: ExportOptions,
): Promise<Bytes> {
  const all = layHolding(holding);
  const sheets = (): PegSheet[] =>
    all
      .filter((laid) => !planting || laid.planting.id === planting)
      .map((laid) => pegSheet(laid.planting, laid.layout, holding, way));
  const list = () =>
    orderList(
      all.map((laid) => quantities(laid.planting, laid.layout, holding)),
      holding,
    );
  switch (name) {
    case 'peg-sheets.pdf':
      return pegSheetPdf(sheets(), { units: holding.units, fonts, ...(onShare && { onShare }) });
    case 'peg-sheets.csv':
      return strToU8(pegSheetCsv(sheets(), holding.units)) as Bytes;
    case 'order-list.csv':
      return strToU8(orderListCsv(list(), holding.currency, holding.units)) as Bytes;
    case 'order-list.xlsx':
      return orderListXlsx(list(), holding.currency, holding.units);
    case 'plan.geojson':
      return strToU8(planGeoJson(holding, all)) as Bytes;
  }
}

export const EXPORT_NAMES: readonly ExportName[] = [
  'peg-sheets.pdf',
  'peg-sheets.csv',
  'order-list.csv',
  'order-list.xlsx',
  'plan.geojson',
];
