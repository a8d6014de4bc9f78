import type { Page } from '@playwright/test';
import { strToU8, zipSync } from 'fflate';
import { asciiGrid, gpx, gridWkt, kml, shapefile } from '../checks/map-files.ts';
import { planeAt } from '../src/core/ground/plane.ts';
import { expect, go, openDemo, option, saved, test } from './steward.ts';

const plane = planeAt({ latitude: 52.1, longitude: -20 });
const at = (x: number, y: number) => [...plane.toDegrees([x, y])] as [number, number];
const ring = [at(-60, -20), at(-40, -20), at(-40, 0), at(-60, 0)];
const line = [at(-100, 30), at(0, 34), at(60, 20)];
const geojson = (features: readonly (readonly [name: string, type: string, coordinates: unknown])[]) =>
  Buffer.from(
    JSON.stringify({
      type: 'FeatureCollection',
      features: features.map(([name, type, coordinates]) => ({
        type: 'Feature',
        properties: { name },
        geometry: { type, coordinates },
      })),
    }),
  );

const formats: readonly (readonly [file: string, bytes: Uint8Array, shapes: number, first: string])[] = [
  [
    'field.geojson',
    geojson([
      ['pond', 'Polygon', [[...ring, ring[0]]]],
      ['old wall', 'LineString', line],
    ]),
    2,
    'pond',
  ],
  ['field.kml', strToU8(kml(ring, line, at(9, 9))), 3, 'parcel'],
  ['field.kmz', zipSync({ 'doc.kml': strToU8(kml(ring, line, at(9, 9))) }), 3, 'parcel'],
  ['walk.gpx', strToU8(gpx(line, at(9, 9))), 3, 'oak'],
  [
    'field.zip',
    shapefile(
      5,
      [
        [
          [-60, -20],
          [-40, -20],
          [-40, 0],
          [-60, 0],
        ].map(([x, y]) => [x! + 500_000, y! + 200_000] as const),
      ],
      { names: ['paddock'], prj: gridWkt(52.1, -20, 'metre') },
    ),
    1,
    'paddock',
  ],
  ['pegs.csv', strToU8('name;easting;northing\npeg a;-60;-20\npeg b;-40,5;-20\n'), 2, 'peg a'],
];

const choose = (page: Page, name: string, bytes: Uint8Array) =>
  page.getByLabel('Map file').setInputFiles({ name, mimeType: 'application/octet-stream', buffer: Buffer.from(bytes) });

test('each map format is shown before it is taken, a wrong guess put right, and one undo takes it back', async ({
  page,
}) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/ground/edges');
  for (const [file, bytes, shapes, first] of formats) {
    await choose(page, file, bytes);
    const sheet = page.getByRole('dialog', { name: `Bring in ${file}` });
    await expect(sheet).toContainText(`${shapes} shapes`);
    const becomes = sheet.getByRole('combobox', { name: `What ${first} shall be`, exact: true });
    await becomes.click();
    await becomes.press('End');
    await option(becomes, 'Nothing');
    if (shapes > 1) {
      await sheet.getByRole('button', { name: `Bring in ${shapes - 1}`, exact: true }).click();
      await expect(sheet).toBeHidden();
      await page.getByRole('button', { name: `Undo: ${file} brought in` }).click();
    } else {
      await expect(sheet.getByRole('button', { name: /^Bring in 0/ })).toBeDisabled();
      await sheet.getByRole('button', { name: 'Leave it' }).click();
    }
    await expect(sheet).toBeHidden();
  }
  await expect(page.getByText('5 corners, 1 assumed')).toBeVisible();
  await saved(page);
});

test('swapped coordinates are noticed and a swap is offered; unexplained ones are asked about', async ({ page }) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/ground/edges');
  await choose(page, 'swapped.geojson', geojson([['hedge', 'LineString', line.map(([lon, lat]) => [lat, lon])]]));
  const sheet = page.getByRole('dialog');
  await expect(sheet).toContainText('Latitude and longitude look swapped.');
  await sheet.getByRole('button', { name: 'Swap them' }).click();
  await expect(sheet).toContainText('1 shapes, 3 points');
  await sheet.getByRole('button', { name: 'Leave it' }).click();
  await choose(page, 'pegs.csv', strToU8('name,x,y\na,1000,0\nb,1100,0\nc,1100,90\n'));
  await expect(sheet).toContainText('Coordinates are not explained in the file; taken as');
  await expect(sheet).toContainText('columns x as x, y as y, name as name');
  await sheet.getByText('one ring').click();
  await expect(sheet).toContainText('1 shapes, 3 points');
  await sheet.getByRole('button', { name: 'Leave it' }).click();
  for (const [name, sentence] of [
    ['bad.kml', 'bad.kml is not whole KML'],
    ['empty.gpx', 'empty.gpx is empty'],
    ['odd.zip', 'odd.zip is damaged'],
  ] as const) {
    await choose(
      page,
      name,
      name === 'empty.gpx'
        ? new Uint8Array(0)
        : name === 'odd.zip'
          ? strToU8('PK nothing')
          : strToU8('<kml><Placemark>'),
    );
    await expect(page.getByText(sentence)).toBeVisible();
  }
});

test('a picture is laid beneath by two known points, kept through a reload, and carried in the holding’s file', async ({
  page,
}) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/ground/edges');
  const png = await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(400, 200);
    const context = canvas.getContext('2d')!;
    context.fillStyle = '#7a9a5a';
    context.fillRect(0, 0, 400, 200);
    return [...new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer())];
  });
  await page
    .getByLabel('Picture file')
    .setInputFiles({ name: 'aerial.png', mimeType: 'image/png', buffer: Buffer.from(png) });
  const sheet = page.getByRole('dialog', { name: 'Lay aerial.png beneath' });
  await expect(sheet.getByText('A picture needs two known points')).toBeVisible();
  const picture = sheet.getByRole('img', { name: /^The picture/ });
  await page.waitForFunction(() => document.getAnimations().length === 0); // else it grows between press and release
  await picture.click({ position: { x: 30, y: 40 } });
  await sheet.getByRole('button', { name: 'Add a point by its pixels' }).click();
  await sheet.getByRole('spinbutton', { name: 'Point 2 in the picture, pixels across' }).fill('371');
  await sheet.getByRole('spinbutton', { name: 'Point 2 in the picture, pixels down' }).fill('21');
  await sheet.getByRole('spinbutton', { name: 'Point 2 in the picture, pixels down' }).press('Enter');
  await expect(sheet.getByText(/^A pixel is 0\.\d+ m; turned \d+°\. A third point would show/)).toBeVisible();
  await picture.click({ position: { x: 60, y: 250 } });
  await expect(sheet.getByText(/^off by/).first()).toBeVisible();
  await sheet.getByRole('button', { name: 'Lay it so' }).click();
  await saved(page);
  await page.reload();
  await expect(page.getByRole('button', { name: 'aerial.png' })).toBeVisible();
  await page.goto('/');
  await page.getByRole('button', { name: 'More for Tern Hollow' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: 'Export to a file' }).click();
  const exported = await (await download).path();
  await page.getByLabel('Holding file').setInputFiles(exported);
  await page.getByRole('button', { name: 'Keep it beside' }).click();
  await page.getByRole('link', { name: 'Tern Hollow 2' }).click();
  await page.waitForURL(/ranks/);
  await page.goto(`${page.url().split('/ranks')[0]}/ground/edges`);
  await expect(page.getByRole('button', { name: 'aerial.png' })).toBeVisible();
});

test('an elevation grid gives the fall: slope, contours, a section along a drawn line', async ({ page }) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/ground/fall');
  await page.getByRole('combobox', { name: /How a grid’s coordinates/ }).click();
  await option(page.getByRole('combobox', { name: /How a grid’s coordinates/ }), 'metres from this holding’s origin');
  const rows = Array.from({ length: 40 }, () => Array.from({ length: 40 }, (_, i) => 90 + i * 0.5));
  await page.getByLabel('Bring in an elevation grid').setInputFiles({
    name: 'land.asc',
    mimeType: 'text/plain',
    buffer: Buffer.from(asciiGrid({ west: -300, south: -300, cell: 15, rows })),
  });
  await expect(page.getByText('From land.asc.')).toBeVisible();
  await expect(page.getByText('3.3 %')).toBeVisible();
  await expect(page.getByText('to the west, in the middle')).toBeVisible();
  await page.getByRole('button', { name: 'Draw a section' }).click();
  const field = page.getByLabel('Typed place or leg');
  await field.fill('-60, 0');
  await field.press('Enter');
  await field.fill('90 at 90');
  await field.press('Enter');
  await field.press('Enter');
  await expect(page.getByRole('img', { name: /^Section 90 m long/ })).toBeVisible();
});
