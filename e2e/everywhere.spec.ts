import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { MORNING } from '../checks/day.ts';
import { expect, go, onPhone, openDemo, openDemoOnPhone, test } from './steward.ts';

test('on a phone the sheet holds figures and findings', async ({ browser, baseURL }) => {
  const page = await onPhone(browser, baseURL!);
  await openDemoOnPhone(page);
  await page.getByRole('button', { name: 'House belt: figures and findings' }).tap();
  await expect(page.getByTestId('figure-plants')).toBeVisible();
  await page.getByRole('link', { name: 'Field' }).tap();
  await expect(page.locator('.pegs li').first()).toBeVisible();
});

test('the rail counts the same findings however late the rules come', async ({ page }) => {
  const badge = page.getByRole('navigation', { name: 'Stages' }).getByLabel(/^\d+ findings$/);
  await openDemo(page);
  await expect(badge).toBeVisible();
  const count = await badge.getAttribute('aria-label');
  // By now the page has counted; what is fetched from here on is held back for longer than a count takes.
  await page.route(/assets\/judging-/, async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 3000));
    await route.continue();
  });
  await page.reload();
  await expect(badge).toHaveAttribute('aria-label', count!);
});

test.describe('with the network off', () => {
  test.use({ serviceWorkers: 'allow' });
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
    await go(page, '/h/tern-hollow/ranks/p2');
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
});

test('files of the built app wait for no other in a circle: those that fetch data would wait for ever', () => {
  const files = readdirSync('dist/assets').filter((name) => name.endsWith('.js'));
  const graph = new Map(
    files.map((name) => [
      name,
      [...readFileSync(join('dist/assets', name), 'utf8').matchAll(/(?:from|import)\s*["']\.\/([^"']+\.js)["']/g)].map(
        ([, other]) => other!,
      ),
    ]),
  );
  const done = new Set<string>();
  const circles: string[] = [];
  const visit = (name: string, path: readonly string[]): void => {
    if (path.includes(name)) return void circles.push([...path.slice(path.indexOf(name)), name].join(' > '));
    if (done.has(name)) return;
    for (const next of graph.get(name) ?? []) visit(next, [...path, name]);
    done.add(name);
  };
  for (const name of files) visit(name, []);
  expect(files.length).toBeGreaterThan(50);
  expect(circles).toEqual([]);
});

test('the command line writes byte for byte what the app writes, and refuses with the same sentence', async ({
  page,
}) => {
  test.setTimeout(180_000);
  const folder = mkdtempSync(join(tmpdir(), 'close-rank-'));
  const plan = (...args: string[]) =>
    execFileSync('npm', ['run', '-s', 'plan', '--', ...args], {
      stdio: 'pipe',
      env: { ...process.env, NOW: MORNING },
    }).toString();
  await openDemo(page);
  await page.goto('/');
  const take = async (click: () => Promise<void>): Promise<Buffer> => {
    const download = page.waitForEvent('download');
    await click();
    return readFileSync(await (await download).path());
  };
  await page.getByRole('button', { name: 'More for Tern Hollow' }).click();
  const holding = await take(() => page.getByRole('menuitem', { name: 'Export to a file' }).click());
  const file = join(folder, 'tern-hollow.closerank');
  writeFileSync(file, holding);
  plan('export', file, folder);
  const press = (name: string) => () => page.getByRole('button', { name, exact: true }).click();
  const same = (name: string, bytes: Buffer) => expect(bytes.equals(readFileSync(join(folder, name))), name).toBe(true);
  await go(page, '/h/tern-hollow/field');
  same('peg-sheets.pdf', await take(press('All sheets, PDF')));
  same('peg-sheets.csv', await take(press('All sheets, CSV')));
  same('plan.geojson', await take(press('Plan as GeoJSON')));
  await page.getByRole('link', { name: 'Order' }).click();
  same('order-list.xlsx', await take(press('Spreadsheet')));
  same('order-list.csv', await take(press('CSV')));

  const told = JSON.parse(plan('report', file)) as {
    plants: number;
    plantings: { findings: unknown[] }[];
  };
  expect(told.plants).toBeGreaterThan(1000);
  expect(told.plantings[0]!.findings.length).toBeGreaterThan(2);
  expect(() => plan('report', 'package.json')).toThrow(/package\.json is not a Close Rank holding/);
  expect(() => plan('report', 'nowhere.closerank')).toThrow(/cannot be opened/);
});
