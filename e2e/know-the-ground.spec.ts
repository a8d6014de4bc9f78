import { expect, go, onPhone, openDemo, option, saved, test } from './steward.ts';

test('a boundary is typed from a deed, and says by how much it does not close', async ({ page }) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/ground/edges');
  await page.getByRole('button', { name: 'Type it from a deed' }).click();
  const deed = page.getByLabel('Bearings and distances, one leg a line');
  await deed.fill('N 90 E 100\nS 0 E 99.8\nhome again');
  await expect(page.getByText("Line 3, 'home again', is not a leg.")).toBeVisible();
  await deed.fill('N 90 E 100\nS 0 E 99.8\nN 90 W 100\nN 0 E 100.2');
  await expect(
    page.getByText('4 legs, 400.0 m round. It misses its start by 0.40 m, 1:1,000, ending to the north.'),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Lay the boundary' }).click();
  await expect(page.getByText(/4 corners, 4 assumed/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo: boundary' }).click();
  await page.getByRole('button', { name: 'Corner 4' }).click();
  await page.getByRole('button', { name: 'Something else puts it elsewhere' }).click();
  await expect(page.getByText(/A map puts it 1\.00 m away\. Both are shown/)).toBeVisible();
});

test('services are asked to be marked; the marks appear as paint, and the walk knows', async ({ page }) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/ground/above-below');
  await page.getByRole('button', { name: 'Ask for the marks (simulated)' }).click();
  await expect(page.getByText(/^Asked on/)).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: 'water pipe' })).toContainText('water pipe, marked');
  await expect(page.getByRole('link', { name: /^Above and below/ })).not.toContainText('not marked');
  await page.getByRole('link', { name: 'List' }).click();
  await expect(page.getByRole('checkbox', { name: /See the marks of the water pipe/ })).toBeChecked();
});

test('aims are sentences filled in where they stand, tied to places', async ({ page }) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/ground/aims');
  await page.getByRole('button', { name: '+ Aim' }).click();
  await page.getByRole('menuitem', { name: 'Fruit', exact: true }).click();
  const year = page.getByRole('spinbutton', { name: 'Fruit: by' });
  await year.fill('6');
  await year.press('Enter');
  await expect(page.getByRole('listitem', { name: 'Pick fruit from year 6 on.' })).toBeVisible();
  await page.getByRole('combobox', { name: 'Cut the wind: season' }).click();
  await option(page.getByRole('combobox', { name: 'Cut the wind: season' }), 'spring');
  await expect(
    page.getByRole('listitem', { name: 'Cut the wind at the yard by half by year 10, in spring.' }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Take out: Pick fruit from year 6 on.' }).click();
  await expect(page.getByRole('link', { name: /^Aims/ })).toContainText('5 set');
  await saved(page);
});

test('the sun map comes month by month; the mark says what cuts its sun, the aim is judged, the lit patch is kept', async ({
  page,
}) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/ground/sun');
  await expect(page.getByText('All twelve months are worked out')).toBeVisible({ timeout: 45_000 });
  await expect(page.getByText('It lacks winter sun before anything is planted')).toBeVisible();
  await expect(page.getByText(/old yew from 1\d:\d0 to/)).toBeVisible();
  const december = page.getByRole('button', { name: /^December: / });
  const before = await december.getAttribute('aria-label');
  await page.getByRole('button', { name: 'Set the mark' }).click();
  const field = page.getByLabel('Typed place or leg');
  await field.fill('-60, 20');
  await field.press('Enter');
  await expect(december).not.toHaveAttribute('aria-label', before!);
  await page.getByText('21 Jun', { exact: true }).click();
  await expect(page.getByText('Hours of sun, 21 June')).toBeVisible();
  await page.getByRole('button', { name: 'Keep this patch as a place' }).click();
  await expect(page.getByRole('button', { name: 'Undo: winter sun kept as a place' })).toBeVisible();
});

test('climate, terrain and soil can be had from the stand-ins, and everything works with them off', async ({
  page,
}) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/ground/soil');
  await page.getByRole('button', { name: 'What the soil map says (simulated)' }).click();
  await expect(page.getByText('Simulated: 2 zones')).toBeVisible();
  await page.getByRole('button', { name: 'Use it' }).click();
  await expect(page.getByRole('link', { name: /^Soil/ })).toContainText('4 zones');
  await page.route('**/api/**', (route) => route.abort());
  await page.getByRole('link', { name: /^Wind/ }).click();
  await page.getByRole('button', { name: 'What the climate record says (simulated)' }).click();
  await expect(page.getByText('The simulated service does not answer. Everything else works without it')).toBeVisible();
  await page.getByLabel('Climate table').setInputFiles({
    name: 'rain.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      `month,rain in,evaporation in\n${Array.from({ length: 12 }, (_, i) => `${i + 1},2,1`).join('\n')}`,
    ),
  });
  await expect(page.getByText('From: rain.csv.')).toBeVisible();
  await expect(page.getByRole('row', { name: 'January 51 25 25' })).toBeVisible();
  await page.getByRole('button', { name: 'Type it' }).click();
  const share = page.getByRole('spinbutton', { name: 'Share from 315°, per cent' });
  await share.fill('2');
  await share.press('Enter');
  await expect(page.getByRole('link', { name: /^Wind/ })).not.toContainText('north-west in winter');
});

test('many things are filled at once in the table', async ({ page }) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/ground/sun');
  await page.getByRole('button', { name: 'Table T' }).click();
  const table = page.getByRole('region', { name: 'Table of features' });
  await table.getByRole('checkbox', { name: 'Select all' }).check();
  const eaves = table.getByRole('textbox', { name: 'Eaves of shed' });
  await eaves.fill('3.3');
  await eaves.press('Enter');
  await expect(table.getByRole('textbox', { name: 'Eaves of house' })).toHaveValue('3.3');
  await page.getByRole('button', { name: 'Undo: eaves of 2' }).click();
  await expect(table.getByRole('textbox', { name: 'Eaves of house' })).toHaveValue('4.8');
});

test('local rules are noted with who said so, a sight triangle drawn, and the plantings judged by them', async ({
  page,
}) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/ground/rules');
  await expect(page.getByText('Lane screen: it will hide people and cars at the junction')).toBeVisible();
  const said = page.getByLabel('Who said so').nth(1);
  await said.fill('water board, by letter, made-up');
  await said.press('Enter');
  await expect(page.getByRole('link', { name: /^Rules/ })).toHaveText(/4 rules$/);
  await page.getByRole('button', { name: '+ Local rule' }).click();
  await page.getByRole('menuitem', { name: /^Sight triangle/ }).click();
  const field = page.getByLabel('Typed place or leg');
  for (const place of ['0, 0', '9 at 90', '9 at 0']) {
    await field.fill(place);
    await field.press('Enter');
  }
  await page.getByRole('button', { name: 'Close it' }).click();
  await expect(page.getByRole('link', { name: /^Rules/ })).toContainText('5 rules, 1 without a source');
  await page.getByRole('button', { name: '+ Local rule' }).click();
  await page.getByRole('menuitem', { name: 'To be asked for' }).click();
  await page.getByLabel('Ask', { exact: true }).fill('for leave to plant, of the forest office');
  await page.getByLabel('Days ahead').fill('200');
  await page.getByLabel('Days ahead').press('Enter');
  await expect(
    page.getByText('Before any planting, 200 days ahead: ask for leave to plant, of the forest office.'),
  ).toBeVisible();
  await go(page, '/h/tern-hollow/days/list');
  await expect(page.getByText('Ask for leave to plant, of the forest office').first()).toBeVisible();
});

test('what grows there is cleared by a way that is chosen, side by side with the others', async ({ page }) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/ground/cover');
  await page.getByRole('button', { name: 'rough corner' }).click();
  await expect(page.getByText('2 seasons before planting').first()).toBeVisible();
  await page.getByRole('radio', { name: /^Smother/ }).check();
  await expect(page.getByRole('button', { name: 'Undo: way of clearing' })).toBeVisible();
});

test('on a phone the walk list is ticked, noted and kept', async ({ browser, baseURL }) => {
  const page = await onPhone(browser, baseURL!);
  await page.goto('/');
  await page.waitForURL(/ranks\/p1/);
  await go(page, '/h/tern-hollow/ground/list');
  const item = page.getByRole('listitem').filter({ hasText: 'Look which way old trees lean' });
  await item.getByRole('checkbox').tap();
  await expect(item).toContainText(/Seen on \d{4}-\d\d-\d\d/);
  await item.getByRole('button', { name: 'Add a note' }).tap();
  await item.getByRole('textbox').fill('they lean to the south-east');
  await item.getByRole('textbox').press('Enter');
  await expect(item).toContainText('they lean to the south-east'); // shown once it is kept
  await saved(page);
  await page.reload();
  await expect(item).toContainText('they lean to the south-east');
  await item.getByRole('checkbox').tap();
  await expect(item).toContainText('Flagged crowns tell the wind');
});
