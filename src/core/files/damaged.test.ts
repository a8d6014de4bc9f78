import { strToU8, zipSync } from 'fflate';
import { writeArrayBuffer } from 'geotiff';
import { seeded } from '../units/seeded.ts';
import { describe, expect, it } from 'vitest';
import { SEED, tries } from '../../../checks/attack.ts';
import { asciiGrid, gpx, gridWkt, kml, shapefile } from '../../../checks/map-files.ts';
import { sample } from '../../../checks/sample.ts';
import { dayOf } from '../days/day.ts';
import { planeAt } from '../ground/plane.ts';
import { appBook } from '../species/book.ts';
import { cellsOf } from './cells.ts';
import { readClimateCsv } from './climate-csv.ts';
import { readCloserank, writeCloserank } from './closerank.ts';
import { readDayFile, writeDayFile } from './day-file.ts';
import { daysOffIn } from './ics.ts';
import { NO_MEMORY, readPriceList } from './price-list.ts';
import { Unreadable } from './problems.ts';
import { sheetsXlsx } from './sheet-files.ts';
import { readAsciiGrid } from './rasters/ascii-grid.ts';
import { readGeoTiff } from './rasters/read-geotiff.ts';
import { readShapes } from './shapes/read-shapes.ts';

const spreadsheet = await sheetsXlsx([
  {
    title: 'Prices',
    intro: '',
    parts: [{ kind: 'table', name: 'Prices', head: ['Name', 'Size', 'Price'], rows: [['Hazel', '40-60', 1.2]] }],
  },
]);
const prices = (name: string) => async (bytes: Uint8Array) =>
  readPriceList(await cellsOf(bytes, name), name, appBook, 'EUR', NO_MEMORY);
/** Of 14 readers 21,000 files in all, or a tenth of them. */
const TRIES = tries(1500);
const plane = planeAt({ latitude: 52, longitude: -20 });
const ring = [
  [-20, 52],
  [-19.999, 52],
  [-19.999, 52.001],
] as const;
const geojson = JSON.stringify({
  type: 'FeatureCollection',
  features: [
    {
      type: 'Feature',
      properties: { name: 'parcel' },
      geometry: { type: 'Polygon', coordinates: [[...ring, ring[0]]] },
    },
    { type: 'Feature', properties: null, geometry: { type: 'LineString', coordinates: ring } },
  ],
});
const tiff = new Uint8Array(
  writeArrayBuffer(
    Array.from({ length: 64 }, (_, i) => 70 + i / 10),
    {
      width: 8,
      height: 8,
      ModelPixelScale: [0.0001, 0.0001, 0],
      ModelTiepoint: [0, 0, 0, -20.0004, 52.0004, 0],
      GeographicTypeGeoKey: 4326,
      GTModelTypeGeoKey: 2,
    },
  ) as ArrayBuffer,
);

const shapes = (name: string) => (bytes: Uint8Array) => readShapes(bytes, name, plane);
const text = (bytes: Uint8Array) => new TextDecoder().decode(bytes);
/** Each format with a sound file of it and its reader. */
const formats: readonly [name: string, sound: Uint8Array, read: (bytes: Uint8Array) => unknown][] = [
  ['field.geojson', strToU8(geojson), shapes('field.geojson')],
  ['field.kml', strToU8(kml(ring, ring, ring[0])), shapes('field.kml')],
  ['field.kmz', zipSync({ 'doc.kml': strToU8(kml(ring, ring, ring[0])) }), shapes('field.kmz')],
  ['field.gpx', strToU8(gpx(ring, ring[0])), shapes('field.gpx')],
  [
    'field.zip',
    shapefile(
      5,
      [ring.map(([lon, lat]) => plane.toPlane(lon, lat)).map(([x, y]) => [x + 500_000, y + 200_000] as const)],
      { names: ['parcel'], prj: gridWkt(52, -20, 'metre') },
    ),
    shapes('field.zip'),
  ],
  [
    'pegs.csv',
    strToU8(`name,lon,lat\n${ring.map(([lon, lat], i) => `p${i},${lon},${lat}`).join('\n')}\n`),
    shapes('pegs.csv'),
  ],
  [
    'land.asc',
    strToU8(
      asciiGrid({
        west: 0,
        south: 0,
        cell: 5,
        rows: [
          [1, 2, 3],
          [2, 3, 4],
          [3, 4, 5],
        ],
      }),
    ),
    (bytes) => readAsciiGrid(text(bytes), 'land.asc'),
  ],
  ['land.tif', tiff, (bytes) => readGeoTiff(bytes, 'land.tif', plane)],
  [
    'climate.csv',
    strToU8(`month,rain,evaporation\n${Array.from({ length: 12 }, (_, i) => `${i + 1},${50 + i},20`).join('\n')}\n`),
    (bytes) => readClimateCsv(text(bytes), 'climate.csv'),
  ],
  ['plan.closerank', writeCloserank(sample()), (bytes) => readCloserank(bytes, 'plan.closerank')],
  [
    'ida.closerank-day',
    writeDayFile({ holding: 'h1', name: 'Made-up', by: 'Ida' }, [{ id: 'a', text: '{"id":"a"}' }], {}),
    (bytes) => readDayFile(bytes, 'ida.closerank-day'),
  ],
  [
    'off.ics',
    strToU8(
      [
        'BEGIN:VCALENDAR',
        'VERSION:2.0',
        'BEGIN:VEVENT',
        'UID:a',
        'DTSTART;VALUE=DATE:20270402',
        'DURATION:P3D',
        'RRULE:FREQ=WEEKLY;COUNT=9;BYDAY=FR',
        'EXDATE;VALUE=DATE:20270409',
        'END:VEVENT',
        'END:VCALENDAR',
      ].join('\r\n'),
    ),
    (bytes) => daysOffIn(text(bytes), 'off.ics', dayOf('2027-04-01')),
  ],
  ['prices.csv', strToU8('Name,Size,Price,Pack\nHazel,40-60,1.20,25\nHawthorn,60-90,0.95,50\n'), prices('prices.csv')],
  ['prices.xlsx', spreadsheet, prices('prices.xlsx')],
];

/** One of the ways in which files come to harm: cut off, bits turned, a stretch doubled, zeroed or torn out, another encoding. */
function harm(sound: Uint8Array, random: () => number): Uint8Array {
  const bytes = sound.slice();
  const some = (most: number) => Math.floor(random() * most);
  const from = some(bytes.length);
  const to = Math.min(bytes.length, from + 1 + some(40));
  switch (some(6)) {
    case 0:
      return bytes.subarray(0, from);
    case 1:
      for (let k = 0; k < 1 + some(12); k++) bytes[some(bytes.length)]! ^= 1 << some(8);
      return bytes;
    case 2:
      return Uint8Array.from([...bytes.subarray(0, to), ...bytes.subarray(from)]);
    case 3:
      return bytes.fill(random() < 0.5 ? 0 : 255, from, to);
    case 4:
      return Uint8Array.from([...bytes.subarray(0, from), ...bytes.subarray(to)]);
    default:
      return Uint8Array.from([...bytes].flatMap((byte) => [byte, 0])); // as if it were UTF-16
  }
}

describe.each(formats)('%s', (name, sound, read) => {
  it(
    'is read whole, and many times damaged each time read or refused in a sentence',
    { timeout: 300_000 },
    async () => {
      await expect(Promise.resolve(sound).then(read)).resolves.toBeTruthy();
      const random = seeded(SEED);
      let refused = 0;
      for (let i = 0; i < TRIES; i++) {
        const damaged = harm(sound, random);
        const before = damaged.slice();
        try {
          await read(damaged);
        } catch (problem) {
          if (!(problem instanceof Unreadable)) throw new Error(`damage ${i}: ${String(problem)}`, { cause: problem });
          expect(problem.message, `damage ${i}`).toMatch(new RegExp(`^${name}.*[.:]|^${name}`));
          expect(problem.message.length).toBeLessThan(400);
          refused++;
        }
        expect(damaged).toEqual(before);
      }
      expect(refused).toBeGreaterThan(TRIES / 8);
    },
  );
});
