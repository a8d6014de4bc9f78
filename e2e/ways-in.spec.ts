import { clickPlan, expect, figure, makeHolding, openEmpty, test } from './steward.ts';

test('an empty list leads through four questions to rows laid, in feet and the south, by mouse', async ({ page }) => {
  await openEmpty(page);
  const lay = page.getByRole('button', { name: 'Lay the rows' });
  await lay.click();
  await expect(page.getByText('Say first where the planting is')).toBeVisible();
  const place = page.getByLabel('Place: latitude, longitude');
  await place.fill('over the hill');
  await place.blur();
  await expect(page.getByText('Type the place as latitude, longitude')).toBeVisible();
  await place.fill('41°30′S 173 E');
  await place.blur();
  await expect(place).toHaveValue('41.5000° S, 173.0000° E');
  await page.getByRole('radio', { name: 'Feet' }).check();
  await page.getByRole('radio', { name: 'A stream' }).check();
  await page.getByRole('combobox', { name: 'What for?' }).click();
  await page.getByTitle('Stream strip').click();
  const length = page.getByRole('textbox', { name: 'Length' });
  await expect(length).toHaveValue('250');
  await length.fill('300');
  await length.blur();
  await lay.click();
  await page.waitForURL(/\/ranks\/\w+$/);
  await expect(page.getByRole('heading', { name: 'Stream strip' }).first()).toBeVisible();
  const plants = await figure(page, 'plants');
  expect(plants).toBeGreaterThan(100);

  await page.getByRole('link', { name: 'Order' }).click();
  await expect(page.getByText('harakeke').first()).toBeVisible(); // the kinds of the place
  await page.getByRole('link', { name: 'Field' }).click();
  await expect(page.locator('.pegs li')).toHaveCount(plants);

  await page.goto('/');
  const listed = page.getByRole('listitem').filter({ hasText: 'First holding' });
  await expect(listed).toContainText('41.5000° S, 173.0000° E');
  await expect(listed).toContainText(`${plants} plants · Stream strip`);
  await expect(listed).toContainText('never exported');
  await expect(listed.locator('.small-plants')).toHaveAttribute('d', /^(M\d+ \d+h0){100,}/);
});

test('a new holding takes its place from the device or from a map file', async ({ page, context }) => {
  await context.grantPermissions(['geolocation']);
  await context.setGeolocation({ latitude: 51.25, longitude: -20.5 });
  await openEmpty(page);
  await page.getByRole('button', { name: 'New holding' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Make it' }).click();
  await expect(dialog.getByText('Say where it is')).toBeVisible();
  await dialog.getByRole('button', { name: 'Where I am' }).click();
  const place = dialog.getByLabel('Place: latitude, longitude');
  await expect(place).toHaveValue('51.2500° N, 20.5000° W');
  const kml = `<kml xmlns="http://www.opengis.net/kml/2.2"><Placemark><LineString><coordinates>-20,52 -20.002,52.002</coordinates></LineString></Placemark></kml>`;
  const file = { name: 'edge.kml', mimeType: 'text/xml', buffer: Buffer.from(kml) };
  await dialog.getByLabel('Map file of the place').setInputFiles(file);
  await expect(place).toHaveValue('52.0010° N, 20.0010° W');
  await dialog
    .getByLabel('Map file of the place')
    .setInputFiles({ ...file, name: 'no.kml', buffer: Buffer.from('<kml/>') });
  await expect(dialog.getByRole('alert').filter({ hasText: 'no.kml' })).toBeVisible();
  await expect(place).toHaveValue('52.0010° N, 20.0010° W');
});

test('a planting put down before it is drawn leaves nothing, by mouse and by keyboard', async ({ page }) => {
  await openEmpty(page);
  await makeHolding(page, 'Bare Acre');
  await page.getByRole('link', { name: 'Ranks' }).click();
  const begin = () => page.getByRole('link', { name: 'New planting' }).first().click();
  await begin();
  await page.getByRole('button', { name: 'Draw the line' }).click();
  await clickPlan(page, 0.3, 0.5);
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'New planting' })).toBeVisible();

  await page.getByRole('button', { name: 'Draw the line' }).press('Enter');
  const field = page.getByLabel('Typed place or leg');
  await field.fill('-30, 0');
  await field.press('Enter');
  await field.press('Escape'); // its one place
  await field.press('Escape');
  await expect(page.getByRole('heading', { name: 'New planting' })).toBeVisible();
  await page.goto('/');
  await expect(page.getByRole('listitem').filter({ hasText: 'Bare Acre' })).toContainText('0 plants');
  await page.getByRole('link', { name: 'Bare Acre' }).click();
  await expect(page.getByRole('heading', { name: 'Nothing planted yet' })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Undo:/ })).toHaveCount(0);
});
