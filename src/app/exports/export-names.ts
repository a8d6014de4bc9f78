/** The files that a holding can be made into: by the app, its workers and the command line. */

/** Files that go to the field and come from it. */
export const FIELD_FILES = [
  'setting-out.pdf',
  'setting-out.csv',
  'day-sheet.pdf',
  'planting-cards.pdf',
  'row-tags.pdf',
  'bundle-tags.pdf',
  'plant-tags.pdf',
  'as-planted.geojson',
  'as-planted.csv',
  'as-planted.kml',
  'as-planted.gpx',
  'as-planted.dxf',
] as const;
export type FieldFile = (typeof FIELD_FILES)[number];
export const isFieldFile = (name: string): name is FieldFile => (FIELD_FILES as readonly string[]).includes(name);

export const EXPORT_NAMES = [
  'peg-sheets.pdf',
  'every-peg.pdf',
  'peg-sheets.csv',
  'order-list.csv',
  'order-list.xlsx',
  'order-by-supplier.pdf',
  'order-by-supplier.csv',
  'order-by-supplier.xlsx',
  'price-request.pdf',
  'price-request.csv',
  'price-request.xlsx',
  'packing-list.pdf',
  'packing-list.xlsx',
  'cutting-plan.pdf',
  'fence-plan.pdf',
  'drip-plan.pdf',
  'days.pdf',
  'days.csv',
  'days.ics',
  'plan.geojson',
  ...FIELD_FILES,
] as const;
export type ExportName = (typeof EXPORT_NAMES)[number];
