import type { Page } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, onPhone, openDemo, option, test } from './steward.ts';

const shoot = (page: Page, name: string) =>
  page.screenshot({ path: `docs/screenshots/${name}.png`, animations: 'disabled' });
/** Fonts, map and lazy parts: something to read in the middle, then a moment more. */
const settle = async (page: Page) => {
  await page.locator('main :is(h1, h2, canvas, li, table, figure, svg)').first().waitFor();
  await page.waitForTimeout(1500);
};

test('the views at 1280x800', async ({ page }) => {
  await openDemo(page);
  await settle(page);
  // Crowns and verdicts are worked out beside the page: the last of them is that of the budget.
  await expect(page.getByRole('button', { name: /Budget/ })).toContainText('Met');
  await shoot(page, 'ranks');
  await page.keyboard.press('Escape');
  await page.goto('/h/tern-hollow/ranks/p1');
  await page.goto('/h/tern-hollow/years/p1');
  await expect(page.getByRole('region', { name: 'Aims' })).not.toContainText('Being judged', { timeout: 60_000 });
  await expect(page.locator('.effect-map[aria-busy=false]')).toBeVisible();
  for (let i = 0; i < 4; i++) await page.keyboard.press(']');
  await page.waitForTimeout(4000); // the finer map
  await settle(page);
  await shoot(page, 'years');
  await page.goto('/h/tern-hollow/years/p2');
  await page.getByText('View', { exact: true }).click();
  await expect(page.locator('.view-canvas canvas')).toBeVisible();
  for (let i = 0; i < 8; i++) await page.keyboard.press(']');
  await page.waitForTimeout(4000);
  await settle(page);
  await shoot(page, 'years-view');
  await page.goto('/h/tern-hollow/species');
  await page.getByRole('textbox', { name: 'Find a species' }).fill('hazel');
  await page.getByRole('button', { name: 'hazel', exact: true }).click();
  await settle(page);
  await shoot(page, 'species');
  await page.goto('/h/tern-hollow/ground/sun');
  await expect(page.getByText('All twelve months are worked out')).toBeVisible({ timeout: 45_000 });
  await settle(page);
  await shoot(page, 'ground');
  await page.goto('/h/tern-hollow/ground/edges');
  const [feature, at] = [
    (name: string, type: string, coordinates: unknown) => ({
      type: 'Feature',
      properties: { name },
      geometry: { type, coordinates },
    }),
    (x: number, y: number) => [-20 + x / 68_420, 52.1 + y / 111_270],
  ];
  const survey = {
    type: 'FeatureCollection',
    features: [
      feature('parcel', 'Polygon', [
        [at(-130, 50), at(105, 60), at(130, -25), at(80, -60), at(-110, -55), at(-130, 50)],
      ]),
      feature('barn', 'Polygon', [[at(20, 20), at(40, 20), at(40, 32), at(20, 32), at(20, 20)]]),
      feature('old wall', 'LineString', [at(-120, 48), at(0, 52), at(100, 58)]),
      feature('mill brook', 'LineString', [at(-100, -30), at(0, -25), at(90, -40)]),
      feature('veteran oak', 'Point', at(-60, 10)),
      feature('far peg', 'Point', [10, 10]),
    ],
  };
  await page.getByLabel('Map file').setInputFiles({
    name: 'survey.geojson',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(survey)),
  });
  await page.getByRole('dialog').getByText('veteran oak').hover();
  await settle(page);
  await shoot(page, 'ground-import');
  await page.getByRole('dialog').getByRole('button', { name: 'Leave it' }).click();
  await page.goto('/h/tern-hollow/order');
  await settle(page);
  await shoot(page, 'order');
  await page.goto('/h/tern-hollow/order/weeds/p2');
  await settle(page);
  await shoot(page, 'order-weeds');
  await page.goto('/h/tern-hollow/order/suppliers');
  await page
    .getByRole('button', { name: /^Place the order with/ })
    .first()
    .click();
  await page.getByRole('region', { name: 'Placed orders' }).getByRole('link').first().click();
  await page.setViewportSize({ width: 390, height: 844 });
  await page
    .getByRole('button', { name: /^Check in/ })
    .first()
    .click();
  await settle(page);
  await shoot(page, 'order-deliveries-phone');
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto('/h/tern-hollow/days/season/p1');
  await settle(page);
  await shoot(page, 'days');
  await page.goto('/h/tern-hollow/field/rows/p1');
  await settle(page);
  await shoot(page, 'field');
  await page.goto('/h/tern-hollow/ranks/new');
  await settle(page);
  await shoot(page, 'ranks-new');
  await page.goto('/');
  await settle(page);
  await shoot(page, 'holdings');
  await page.getByRole('button', { name: 'More for Tern Hollow' }).click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await page.getByRole('alert').getByRole('button', { name: 'Close' }).click();
  await page.getByLabel('Place: latitude, longitude').fill('52°06′N 20°24′W');
  await page.getByRole('radio', { name: 'A stream' }).check();
  await settle(page);
  await shoot(page, 'first-planting');
});

test('the first page of planting cards', () => {
  const folder = mkdtempSync(join(tmpdir(), 'close-rank-'));
  execFileSync('npm', ['run', '-s', 'plan', '--', 'export', 'dist/demo/tern-hollow.closerank', folder]);
  execFileSync('pdftoppm', [
    '-r',
    '80',
    '-png',
    '-singlefile',
    join(folder, 'planting-cards.pdf'),
    'docs/screenshots/field-cards-pdf',
  ]);
});

test('Field on a phone: the day, a card and the next peg, side by side', async ({ browser, baseURL }) => {
  const phone = await onPhone(browser, baseURL!);
  await phone.clock.install({ time: new Date('2027-03-20T08:00:00') });
  await phone.goto('/');
  await phone.waitForURL(/ranks\/p1/);
  await phone.goto('/h/tern-hollow/field/rows/p1');
  await phone.getByRole('button', { name: /^Peg \d/ }).waitFor();
  for (const stop of await phone.getByRole('region', { name: 'Pegging' }).getByRole('checkbox').all())
    await stop.check();
  await phone.getByRole('button', { name: /^Peg \d/ }).tap();
  await phone.getByText(/^Pegged on/).waitFor();
  await phone.goto('/h/tern-hollow/field/plant/p1');
  const shots: string[] = [];
  const take = async () => shots.push((await phone.screenshot()).toString('base64'));
  for (let n = 0; n < 6; n++) {
    await expect(phone.locator('.plant-name strong').first()).toHaveText(`A1-00${n + 1}`);
    if (n === 3) {
      await phone.getByRole('button', { name: 'Skipped' }).tap();
      await phone.getByRole('button', { name: 'Rock' }).tap();
    } else await phone.getByRole('button', { name: 'Planted', exact: true }).tap();
  }
  await phone.clock.runFor(1000);
  await take();
  await phone.goto('/h/tern-hollow/field/card/p1');
  await phone.getByRole('article').first().waitFor();
  await phone.clock.runFor(1000);
  await take();
  await phone.goto('/h/tern-hollow/field/next/p1');
  const box = phone.getByRole('combobox', { name: 'Where I stand, by' });
  await box.click();
  await option(box, 'Simulated, base station, fixed');
  await phone.clock.runFor(5000);
  await expect(phone.locator('.ant-select-dropdown:visible')).toHaveCount(0);
  await take();
  const page = await (await browser.newContext({ viewport: { width: 1210, height: 864 } })).newPage();
  await page.setContent(
    `<body style="margin:10px;display:flex;gap:10px;background:#d8d0bd">${shots.map((shot) => `<img width="390" src="data:image/png;base64,${shot}">`).join('')}`,
  );
  await page.screenshot({ path: 'docs/screenshots/field-phone.png' });
});

test('on a phone', async ({ browser, baseURL }) => {
  const page = await onPhone(browser, baseURL!);
  await page.goto('/');
  await page.waitForURL(/ranks\/p1/);
  await settle(page);
  await shoot(page, 'ranks-phone');
  await page.goto('/h/tern-hollow/days/week');
  await settle(page);
  await shoot(page, 'days-week-phone');
  await page.goto('/h/tern-hollow/ground/list');
  await settle(page);
  await shoot(page, 'ground-list-phone');
});
