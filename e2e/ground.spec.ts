import { clickPlan, expect, go, openDemo, saved, test } from './steward.ts';

test('a feature is drawn, given its numbers, moved by number, deleted, undone', async ({ page }) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/ground/edges');
  await page.getByRole('button', { name: 'Draw fence or wall' }).click();
  await clickPlan(page, 0.3, 0.7);
  await page.getByLabel('Typed place or leg').fill('25 at 90');
  await page.getByLabel('Typed place or leg').press('Enter');
  await expect(page.locator('.sketch-words')).toContainText('25.00 m at 90°');
  await page.keyboard.press('Enter');
  await page.getByLabel('Height').fill('180 cm');
  await page.getByLabel('Height').press('Enter');
  await expect(page.getByRole('button', { name: /^fence or wall, 1\.8 m/ })).toBeVisible();
  await page.getByText('Where it stands').click();
  await page.getByLabel(/East, north/).fill('0, 20\n30, 20');
  await page.getByLabel(/East, north/).blur();
  await page.getByRole('button', { name: 'Delete fence or wall' }).click();
  await expect(page.getByRole('button', { name: /^fence or wall, 1\.8 m/ })).toBeHidden();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^fence or wall, 1\.8 m/ })).toBeVisible();
  await saved(page);
});

test('Escape backs out point by point, and a ring that crosses itself is refused in a sentence', async ({ page }) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/ground/water');
  await page.getByRole('button', { name: 'Draw wet ground' }).click();
  const field = page.getByLabel('Typed place or leg');
  for (const place of ['0, 0', '10, 10', '10, 0', '0, 10']) {
    await field.fill(place);
    await field.press('Enter');
  }
  await page.getByRole('button', { name: 'Close it' }).click();
  await expect(page.getByText('Wet ground: its edges cross or enclose nothing.')).toBeVisible();
  for (let i = 0; i < 5; i++) await field.press('Escape');
  await expect(field).toBeHidden();
});

test('a line follows the fence it was taken from, and keeps its place when the fence goes', async ({ page }) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/ranks/p3');
  await page.getByRole('button', { name: 'Line and settings' }).click();
  await expect(page.getByText(/213\.6 m, follows/)).toBeVisible();
  await go(page, '/h/tern-hollow/ground/water');
  await page.getByRole('button', { name: /^Pell brook/ }).click();
  await page.getByRole('button', { name: 'Delete Pell brook' }).click();
  await page.getByRole('link', { name: 'Ranks' }).click();
  await page.getByRole('link', { name: 'Brook strip' }).click();
  await page.getByRole('button', { name: 'Line and settings' }).click();
  await expect(page.getByText(/213\.6 m, drawn/)).toBeVisible();
});

test('a GeoJSON file is shown before it is taken, and undone as one step', async ({ page }) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/ground');
  const shape = (name: string, geometry: object) => ({ type: 'Feature', properties: { name }, geometry });
  const file = JSON.stringify({
    type: 'FeatureCollection',
    features: [
      shape('top fence', {
        type: 'LineString',
        coordinates: [
          [-20.001, 52.1],
          [-20, 52.1],
        ],
      }),
      shape('far away', { type: 'Point', coordinates: [10, 10] }),
    ],
  });
  await page
    .getByLabel('Map file')
    .setInputFiles({ name: 'survey.geojson', mimeType: 'application/json', buffer: Buffer.from(file) });
  const sheet = page.getByRole('dialog');
  await expect(sheet).toContainText('top fence');
  await sheet.getByText('Left out: 1').click();
  await expect(sheet).toContainText("'far away': it lies more than 20 km from this holding");
  await sheet.getByRole('button', { name: 'Bring in 1' }).click();
  await expect(page.getByRole('button', { name: 'Undo: survey.geojson brought in' })).toBeVisible();
  await page.keyboard.press('Control+z');

  await page
    .getByLabel('Map file')
    .setInputFiles({ name: 'bad.kml', mimeType: 'text/xml', buffer: Buffer.from('<kml><Placemark>') });
  await expect(page.getByText('bad.kml is not whole KML')).toBeVisible();
});
