import { strToU8 } from 'fflate';
import { cardsOf } from '../../core/field/cards/cards.ts';
import { plantedPoints } from '../../core/field/planted-points.ts';
import type { FieldFile } from './export-names.ts';
import { settingOut } from '../../core/field/setting-out.ts';
import { settingSheet } from '../../core/field/setting-sheet.ts';
import { sayStops } from '../../core/field/stops.ts';
import { judge } from '../../core/findings/judge.ts';
import { tagsOf, type TagKind } from '../../core/field/tags.ts';
import { settingOutCsv } from '../../core/files/setting-out-csv.ts';
import type { Holding } from '../../core/holding/schema.ts';
import { layHolding, type Laid } from '../../core/ranks/laid.ts';
import { daySheet } from '../../core/field/day-sheet.ts';
import type { Ledger } from '../../core/record/ledger.ts';
import { cardsPdf } from './cards-pdf.ts';
import { NothingToPrint, type Paper } from './pdf-page.ts';
import { sheetsPdf } from './sheet-pdf.ts';
import { tagsPdf } from './tags-pdf.ts';

type Bytes = Uint8Array<ArrayBuffer>;

/** One file for or from the field, of these plantings. */
export async function fieldFile(
  name: FieldFile,
  chosen: readonly Laid[],
  holding: Holding,
  {
    ledger,
    base,
    on,
    paper,
  }: {
    readonly ledger: Ledger;
    readonly base: string | null;
    readonly on: string | null;
    readonly paper: Omit<Paper, 'title'> & { readonly onShare?: (share: number) => void };
  },
): Promise<Bytes> {
  const set = (title: string) => ({ ...paper, title: `${title}, ${holding.name}` });
  const standing = chosen.filter(({ layout }) => layout.stand.count > 0);
  if (standing.length === 0 && name.endsWith('.pdf'))
    throw new NothingToPrint(`${holding.name} has nothing for this paper: no plant of it stands on the plan.`);
  const tags = (kind: TagKind) =>
    tagsPdf(
      standing.flatMap((laid) => tagsOf(kind, laid, ledger, holding, base)),
      set('Labels'),
    );
  switch (name) {
    case 'setting-out.pdf':
      return sheetsPdf(
        standing.map((laid) => settingSheet(laid, holding, sayStops(judge(holding, laid, layHolding(holding))))),
        set('Setting out'),
      );
    case 'setting-out.csv':
      return strToU8(
        settingOutCsv(
          standing.map((laid) => ({ planting: laid.planting.name, out: settingOut(laid, holding) })),
          holding.units,
        ),
      ) as Bytes;
    case 'day-sheet.pdf':
      return sheetsPdf(
        standing.map((laid) =>
          daySheet(laid, ledger, holding, on, sayStops(judge(holding, laid, layHolding(holding)))),
        ),
        set('Day sheet'),
      );
    case 'planting-cards.pdf':
      return cardsPdf(
        standing.map((laid) => ({ planting: laid.planting.name, cards: cardsOf(laid, holding) })),
        set('Planting cards'),
      );
    case 'row-tags.pdf':
      return tags('row');
    case 'bundle-tags.pdf':
      return tags('bundle');
    case 'plant-tags.pdf':
      return tags('plant');
    default:
      return asPlanted(name, holding, ledger);
  }
}

/** What stands, in one of the formats that others read. */
async function asPlanted(name: FieldFile, holding: Holding, ledger: Ledger): Promise<Bytes> {
  const points = plantedPoints(holding, ledger);
  // The libraries of these formats are large, and seldom wanted.
  const files = await import('./as-planted.ts');
  const write = {
    'as-planted.geojson': files.asPlantedGeoJson,
    'as-planted.csv': files.asPlantedCsv,
    'as-planted.kml': files.asPlantedKml,
    'as-planted.gpx': files.asPlantedGpx,
    'as-planted.dxf': files.asPlantedDxf,
  }[name as string]!;
  return strToU8(write(points)) as Bytes;
}
