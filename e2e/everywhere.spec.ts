import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { onPhone, openDemo } from './steward.ts';

const VIEWS = [
  '/',
  '/h/tern-hollow/ground',
  ...['place', 'edges', 'above-below', 'soil', 'fall', 'sun', 'wind', 'animals', 'cover', 'rules', 'aims', 'list'].map(
    (stop) => `/h/tern-hollow/ground/${stop}`,
  ),
  '/h/tern-hollow/ranks/p1',
  '/h/tern-hollow/ranks/new',
  '/h/tern-hollow/years/p1',
  '/h/tern-hollow/years/p5',
  '/h/tern-hollow/order',
  '/h/tern-hollow/order/weeds/p2',
  '/h/tern-hollow/order/animals',
  '/h/tern-hollow/order/holes/p7',
  '/h/tern-hollow/order/water',
  '/h/tern-hollow/order/tools',
  '/h/tern-hollow/order/here',
  '/h/tern-hollow/order/plants',
  '/h/tern-hollow/order/money',
  ...['season/p1', 'week', 'list', 'stock', 'crew', 'line'].map((stop) => `/h/tern-hollow/days/${stop}`),
  '/h/tern-hollow/field/rows/p1',
];

for (const colours of ['day', 'night'] as const)
  test(`no view has a serious accessibility finding, by ${colours}`, async ({ page }) => {
    test.setTimeout(300_000); // every view, each read whole
    await openDemo(page);
    if (colours === 'night') await page.evaluate(() => localStorage.setItem('close-rank-night', 'yes'));
    for (const view of VIEWS) {
      await page.goto(view);
      await page.locator('main').first().waitFor();
      await expect(page.getByRole('heading').first()).toBeVisible();
      // By night only colours differ: their contrasts are asked, the rest was by day.
      const asked = new AxeBuilder({ page });
      if (colours === 'night') asked.withRules(['color-contrast']);
      const { violations } = await asked.analyze();
      const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');
      expect(
        serious.map(
          ({ id, nodes }) =>
            `${view}: ${id}: ${nodes[0]!.html.slice(0, 160)} ${nodes[0]!.failureSummary?.slice(0, 200) ?? ''}`,
        ),
      ).toEqual([]);
    }
  });

test('on a phone: nothing spills sideways, and the sheet holds figures and findings', async ({ browser, baseURL }) => {
  const page = await onPhone(browser, baseURL!);
  await openDemo(page).catch(() => undefined); // the heading lies in the folded sheet
  for (const view of VIEWS) {
    await page.goto(view);
    await page.locator('main').first().waitFor();
    expect(await page.evaluate(() => document.documentElement.scrollWidth), view).toBeLessThanOrEqual(390);
  }
  await page.goto('/h/tern-hollow/ranks/p1');
  await page.getByRole('button', { name: 'House belt: figures and findings' }).tap();
  await expect(page.getByTestId('figure-plants')).toBeVisible();
  await page.getByRole('link', { name: 'Field' }).tap();
  const boxes = page.locator('.pegs li');
  await expect(boxes.first()).toBeVisible();
});

test('works with the network off once it was opened, and contacts no other address', async ({
  page,
  context,
  baseURL,
}) => {
  const outside: string[] = [];
  page.on('request', (request) => {
    if (!/^(data|blob):/.test(request.url()) && !request.url().startsWith(baseURL!)) outside.push(request.url());
  });
  const refused: string[] = [];
  page.on('console', (message) => {
    if (/Content Security Policy|violates/i.test(message.text())) refused.push(message.text());
  });
  await openDemo(page);
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
  });
  await page.reload();
  await context.setOffline(true);
  await page.goto('/h/tern-hollow/ranks/p2');
  await expect(page.getByRole('heading', { name: 'Lane screen' })).toBeVisible();
  await page.getByRole('link', { name: 'Field' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'PDF', exact: true }).click();
  await download;
  await page.getByRole('link', { name: 'Order' }).click();
  await expect(page.getByTestId('order-total')).toContainText('€');
  expect(outside).toEqual([]);
  expect(refused).toEqual([]);
});

test('the command line writes byte for byte what the app writes, and refuses with the same sentence', async ({
  page,
}) => {
  test.setTimeout(180_000);
  const folder = mkdtempSync(join(tmpdir(), 'close-rank-'));
  const plan = (...args: string[]) =>
    execFileSync('npm', ['run', '-s', 'plan', '--', ...args], { stdio: 'pipe' }).toString();
  await openDemo(page);
  await page.goto('/');
  const take = async (click: () => Promise<void>): Promise<Buffer> => {
    const download = page.waitForEvent('download');
    await click();
    return readFileSync(await (await download).path());
  };
  await page.getByRole('button', { name: 'More for Tern Hollow' }).click();
  const holding = await take(() => page.getByRole('menuitem', { name: 'Export to a file' }).click());
  expect(holding.equals(readFileSync('dist/demo/tern-hollow.closerank'))).toBe(true);
  plan('export', 'dist/demo/tern-hollow.closerank', folder);
  const press = (name: string) => () => page.getByRole('button', { name, exact: true }).click();
  const same = (name: string, bytes: Buffer) => expect(bytes.equals(readFileSync(join(folder, name))), name).toBe(true);
  await page.goto('/h/tern-hollow/field');
  same('peg-sheets.pdf', await take(press('All sheets, PDF')));
  same('peg-sheets.csv', await take(press('All sheets, CSV')));
  same('plan.geojson', await take(press('Plan as GeoJSON')));
  await page.getByRole('link', { name: 'Order' }).click();
  same('order-list.xlsx', await take(press('Spreadsheet')));
  same('order-list.csv', await take(press('CSV')));

  const told = JSON.parse(plan('report', 'dist/demo/tern-hollow.closerank')) as {
    plants: number;
    plantings: { findings: unknown[] }[];
  };
  expect(told.plants).toBeGreaterThan(1000);
  expect(told.plantings[0]!.findings.length).toBeGreaterThan(2);
  expect(() => plan('report', 'package.json')).toThrow(/package\.json is not a Close Rank holding/);
  expect(() => plan('report', 'nowhere.closerank')).toThrow(/cannot be opened/);
});
