import { strToU8 } from 'fflate';
import { sayStops } from '../../core/field/stops.ts';
import { judge } from '../../core/findings/judge.ts';
import { dateWords, dayOf } from '../../core/days/day.ts';
import { planMark } from '../../core/files/plan-mark.ts';
import { daysSheet } from '../../core/days/days-sheet.ts';
import { letterOf } from '../../core/days/letter.ts';
import { planDays } from '../../core/days/tasks.ts';
import { tasksIcs } from '../../core/files/ics.ts';
import { NO_LEDGER, type Ledger } from '../../core/record/ledger.ts';
import { orderListCsv, pegSheetCsv } from '../../core/files/csv.ts';
import { planGeoJson } from '../../core/files/plan-geojson.ts';
import { orderListXlsx } from '../../core/files/xlsx.ts';
import { sheetsCsv, sheetsXlsx } from '../../core/files/sheet-files.ts';
import { cuttingSheet } from '../../core/order/sheets/cutting-sheet.ts';
import { dripSheet } from '../../core/order/sheets/drip-sheet.ts';
import { packingSheet } from '../../core/order/sheets/packing-sheet.ts';
import { fenceSheet } from '../../core/order/sheets/fence-sheet.ts';
import type { Sheet } from '../../core/order/sheets/sheet.ts';
import { priceRequest, supplierSheets } from '../../core/order/sheets/supplier-sheets.ts';
import { wantedOf } from '../../core/order/suppliers.ts';
import type { Supplier } from '../../core/holding/supplier-schema.ts';
import { layHolding, type Laid } from '../../core/ranks/laid.ts';
import { pegSheet, type PegSheet } from '../../core/field/peg-sheet.ts';
import type { Holding } from '../../core/holding/schema.ts';
import { orderOf, phaseOrders } from '../../core/account/order-list.ts';
import type { SetOutWay } from '../../core/field/set-out.ts';
import { isFieldFile, type ExportName } from './export-names.ts';
import { fieldFile } from './field-files.ts';
import { sheetsPdf } from './sheet-pdf.ts';
import { NothingToPrint, type PdfFonts } from './pdf-page.ts';
import { plainFont } from './plain-font.ts';
import { pegSheetPdf, type PdfOptions } from './peg-sheet-pdf.ts';

type Bytes = Uint8Array<ArrayBuffer>;

/** What of a holding is asked for. */
export interface Asked {
  /** Peg sheets of this planting alone. */
  readonly planting?: string | undefined;
  /** How bends and curves are pegged. */
  readonly way?: SetOutWay | undefined;
  /** Who is asked; the steward's own price lists where nobody is named. */
  readonly suppliers?: readonly Supplier[] | undefined;
  /** What of the order: of one phase, years after the first; null or absent for all. */
  readonly phase?: number | null | undefined;
  /** What the record says, on which day the calendar begins, and whose tasks alone are wanted. */
  readonly ledger?: Ledger | undefined;
  readonly on?: string | undefined;
  readonly person?: string | undefined;
  /** Address under which the app is reached, for the codes of labels; bare names where it is not known. */
  readonly base?: string | undefined;
}

export interface ExportOptions extends Asked {
  readonly fonts: PdfFonts;
  readonly onShare?: (share: number) => void;
}

/** One file of a holding.  The app and the command line both make files here. */
export async function exportFile(
  name: ExportName,
  holding: Holding,
  {
    planting,
    way,
    suppliers = holding.suppliers,
    phase = null,
    ledger = NO_LEDGER,
    on,
    person,
    base,
    fonts: packed,
    onShare,
  }: ExportOptions,
): Promise<Bytes> {
  const fonts = {
    regular: plainFont(packed.regular),
    bold: plainFont(packed.bold),
    heading: plainFont(packed.heading),
  };
  const all = layHolding(holding);
  const sheets = (): PegSheet[] =>
    all
      .filter((laid) => !planting || laid.planting.id === planting)
      .map((laid) => {
        const sheet = pegSheet(laid.planting, laid.layout, holding, way);
        return { ...sheet, setUp: [...sayStops(judge(holding, laid, all)), ...sheet.setUp] };
      });
  const list = () =>
    phaseOrders(holding, all, ledger).find(({ later }) => later === phase)?.order ?? orderOf(holding, all, ledger);
  const letter = () => letterOf(holding, all, ledger, { on: on ? dayOf(on) : null, phase });
  const planSheets = (of: (laid: Laid, holding: Holding) => Sheet | null) =>
    all.filter((laid) => !planting || laid.planting.id === planting).flatMap((laid) => of(laid, holding) ?? []);
  const tasks = () =>
    planDays(holding, all, ledger).tasks.filter(
      (task) => (!planting || task.planting === planting) && (!person || task.who.includes(person)),
    );
  const names = new Map(holding.plantings.map(({ id, name: said }) => [id, said]));
  const day = dayOf(on ?? holding.days.plantings.find(({ start }) => start)?.start ?? '2000-01-01');
  const paper = { units: holding.units, fonts, made: madeOf(holding, on), ...(onShare && { onShare }) };
  const asFile = async (file: ExportName, pages: readonly Sheet[]): Promise<Bytes> =>
    file.endsWith('.csv')
      ? (strToU8(sheetsCsv(pages)) as Bytes)
      : file.endsWith('.xlsx')
        ? sheetsXlsx(pages)
        : sheetsPdf(somethingIn(pages, file, holding), {
            ...paper,
            title: `${TITLES[file] ?? file}, ${holding.name}`,
          });
  if (isFieldFile(name)) {
    const chosen = all.filter((laid) => !planting || laid.planting.id === planting);
    return fieldFile(name, chosen, holding, { ledger, base: base ?? null, on: on ?? null, paper });
  }
  switch (name) {
    case 'peg-sheets.pdf':
    case 'every-peg.pdf':
    case 'peg-sheets.csv':
      return pegFile(name, sheets(), holding, paper);
    case 'order-list.csv':
      return strToU8(orderListCsv(list(), holding.currency, holding.units)) as Bytes;
    case 'order-list.xlsx':
      return orderListXlsx(list(), holding.currency, holding.units);
    case 'order-by-supplier.pdf':
    case 'order-by-supplier.csv':
    case 'order-by-supplier.xlsx':
      return asFile(name, supplierSheets(wantedOf(list()), suppliers, holding, letter()));
    case 'price-request.pdf':
    case 'price-request.csv':
    case 'price-request.xlsx':
      return asFile(name, [priceRequest(wantedOf(list()), holding, letter())]);
    case 'packing-list.pdf':
    case 'packing-list.xlsx':
      return asFile(
        name,
        [packingSheet(all, holding, ledger)].filter((sheet) => sheet !== null),
      );
    case 'cutting-plan.pdf':
      return asFile(name, planSheets(cuttingSheet));
    case 'fence-plan.pdf':
      return asFile(name, planSheets(fenceSheet));
    case 'drip-plan.pdf':
      return asFile(name, planSheets(dripSheet));
    case 'days.pdf':
    case 'days.csv':
      return asFile(name, [daysSheet(tasks(), names, `Days of ${holding.name}`, day)]);
    case 'days.ics':
      return strToU8(tasksIcs(tasks(), { title: holding.name, names, stamped: day })) as Bytes;
    default:
      return strToU8(planGeoJson(holding, all, ledger)) as Bytes;
  }
}

/** Peg sheets: of long rows that repeat the repeat alone, or every peg; those of plantings without a plant are left out. */
function pegFile(
  name: 'peg-sheets.pdf' | 'every-peg.pdf' | 'peg-sheets.csv',
  sheets: readonly PegSheet[],
  holding: Holding,
  paper: PdfOptions,
): Promise<Bytes> | Bytes {
  if (name === 'peg-sheets.csv') return strToU8(pegSheetCsv(sheets, holding.units)) as Bytes;
  const every = name === 'every-peg.pdf';
  const asked = sheets.filter(({ plants, rows }) => (every ? rows.some(({ repeat }) => repeat) : plants > 0));
  return pegSheetPdf(somethingIn(asked, name, holding), { ...paper, every });
}

/** How a paper was made, for its foot: when, of which state of the plan, in which measures. */
const madeOf = (holding: Holding, on: string | undefined): string =>
  [
    ...(on ? [`made ${dateWords(dayOf(on))}`] : []),
    `plan ${planMark(holding)}`,
    holding.units === 'us' ? 'feet and inches' : 'metres',
  ].join(', ');

/** A paper of nothing is not made: what is missing for it is said instead. */
function somethingIn<T>(pages: readonly T[], name: ExportName, { name: holding }: Holding): readonly T[] {
  if (pages.length > 0) return pages;
  throw new NothingToPrint(
    `${holding} has nothing for this paper: ${NOTHING[name] ?? 'no plant of it stands on the plan'}.`,
  );
}

const NOTHING: Readonly<Partial<Record<ExportName, string>>> = {
  'every-peg.pdf': 'its peg sheets hold every peg already',
  'order-by-supplier.pdf': 'nothing is left to buy',
  'packing-list.pdf': 'nothing is left to plant',
  'cutting-plan.pdf': 'no planting has fabric or sheet to cut',
  'fence-plan.pdf': 'no fence is chosen against animals',
  'drip-plan.pdf': 'no planting is watered by drip',
};

const TITLES: Readonly<Partial<Record<ExportName, string>>> = {
  'order-by-supplier.pdf': 'Order by supplier',
  'price-request.pdf': 'Request for a price',
  'packing-list.pdf': 'Packing list',
  'cutting-plan.pdf': 'Cutting plan',
  'fence-plan.pdf': 'Fence plan',
  'drip-plan.pdf': 'Drip plan',
  'days.pdf': 'Days',
};
