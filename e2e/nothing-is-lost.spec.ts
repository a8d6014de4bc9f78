import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readCloserank } from '../src/core/files/closerank.ts';
import { another, expect, figure, openDemo, saved, test, withFolder } from './steward.ts';

test('an edit that shows Saved survives the browser being killed at that instant', async ({ baseURL }) => {
  const profile = mkdtempSync(join(tmpdir(), 'close-rank-'));
  const start = () => withFolder(profile, baseURL!, { viewport: { width: 1280, height: 800 } });
  const first = await start();
  const page = first.pages()[0]!;
  await openDemo(page);
  await page.getByRole('button', { name: /^2 Tall, slow/ }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('Kept through the kill');
  await page.getByRole('textbox', { name: 'Name' }).press('Enter');
  await saved(page);
  execFileSync('pkill', ['-9', '-f', profile]);
  const second = await start();
  await second.pages()[0]!.goto('/h/tern-hollow/ranks/p1');
  await expect(second.pages()[0]!.getByRole('button', { name: /Kept through the kill/ })).toBeVisible();
  await second.close();
});

test('two tabs on one holding: the second follows live, and neither overwrites the other', async ({
  page,
  context,
}) => {
  await openDemo(page);
  const other = await context.newPage();
  await other.goto('/h/tern-hollow/ranks/p1');
  await expect(other.getByRole('button', { name: /^2 Tall, slow/ })).toBeVisible();

  const rename = async (tab: typeof page, row: RegExp, name: string) => {
    await tab.getByRole('button', { name: row }).click();
    await tab.getByRole('textbox', { name: 'Name' }).fill(name);
    await tab.getByRole('textbox', { name: 'Name' }).press('Enter');
  };
  await rename(page, /^2 Tall/, 'From the first');
  await expect(other.getByRole('button', { name: /From the first/ })).toBeVisible();
  await rename(other, /^3 Evergreen/, 'From the second');
  await expect(page.getByRole('button', { name: /From the second/ })).toBeVisible();

  // Both at once: each keeps its own and takes the other's.
  await Promise.all([rename(page, /^1 Outer/, 'First again'), rename(other, /^4 Fast/, 'Second again')]);
  for (const tab of [page, other])
    for (const name of [/First again/, /Second again/, /From the first/, /From the second/])
      await expect(tab.getByRole('button', { name })).toBeVisible();
});

test('storage that is full says so, keeps the plan open, and saves with the next change', async ({ page }) => {
  await openDemo(page);
  await page.evaluate(() => {
    const put = IDBObjectStore.prototype.put;
    Object.assign(window, { putAgain: () => (IDBObjectStore.prototype.put = put) });
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
  });
  await page.getByRole('button', { name: /^Add a row/ }).click();
  await expect(page.getByText('storage is full')).toBeVisible();
  await expect(page.getByTestId('save-state')).toHaveText('Not saved');
  const download = page.waitForEvent('download');
  await page.getByRole('alert').getByRole('button', { name: 'Export to a file' }).click();
  const { holding } = readCloserank(readFileSync(await (await download).path()), 'exported');
  expect(holding.plantings[0]!.rows).toHaveLength(5); // the unsaved row is in it
  // Looked at from the list, the changes are still in hand.
  await page.getByRole('link', { name: 'Close Rank, all holdings' }).click();
  await expect(page.getByText('storage is full')).toBeVisible();
  await page.getByRole('link', { name: 'Tern Hollow', exact: true }).click();
  await expect(page.getByRole('button', { name: /^5 Row 5/ })).toBeVisible();
  await page.evaluate(() => (window as unknown as { putAgain(): void }).putAgain());
  await saved(page); // by itself
  await expect(page.getByText('storage is full')).toBeHidden();
  await page.reload();
  await expect(page.getByRole('button', { name: /^5 Row 5/ })).toBeVisible();
});

test('a held key adds one row, and a holding that grew beyond its limits is mended, never locked away', async ({
  page,
}) => {
  await openDemo(page);
  await page.getByTestId('plan.map').click();
  await page.keyboard.down('r');
  for (let i = 0; i < 45; i++) await page.keyboard.down('r'); // the repeats of a resting hand
  await page.keyboard.up('r');
  await expect(page.getByRole('button', { name: /^5 Row 5/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /^6 Row 6/ })).toBeHidden();
  await saved(page);
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Holdings' })).toBeVisible();
  const rewrite = (text: 'long' | 'cut') =>
    page.evaluate(
      (how) =>
        new Promise<void>((done) => {
          const opening = indexedDB.open('close-rank');
          opening.onsuccess = () => {
            const shelf = opening.result.transaction('holdings', 'readwrite').objectStore('holdings');
            const got = shelf.get('tern-hollow');
            got.onsuccess = () => {
              const kept = got.result as { stored: string };
              const stored = JSON.parse(kept.stored) as { holding: { plantings: { rows: object[] }[] } };
              const { rows } = stored.holding.plantings[0]!;
              while (rows.length < 45) rows.push({ ...rows[4]!, id: `more${rows.length}` });
              kept.stored = how === 'long' ? JSON.stringify(stored) : kept.stored.slice(0, 900);
              shelf.put(kept);
              shelf.transaction.oncomplete = () => {
                opening.result.close();
                done();
              };
            };
          };
        }),
      text,
    );
  await rewrite('long');
  await page.getByRole('link', { name: 'Tern Hollow', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Tern Hollow cannot be opened as it is' })).toBeVisible();
  await expect(page.getByRole('list', { name: 'What is mended' })).toContainText(
    'at most 40 rows; this makes 45. The last ones are left out.',
  );
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save the raw file' }).click();
  expect(readFileSync(await (await download).path(), 'utf8')).toContain('more44');
  await page.getByRole('button', { name: 'Mend and open it' }).click();
  await expect(page.getByRole('heading', { name: 'House belt' })).toBeVisible();
  await page.goto('/');
  await rewrite('cut');
  await page.getByRole('link', { name: 'Tern Hollow', exact: true }).click();
  await expect(page.getByText('its record is not whole')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save the raw file' })).toBeVisible();
});

test('a list that storage never answers says so, and so does a browser that promises nothing', async ({ page }) => {
  await openDemo(page);
  await page.addInitScript(() => {
    StorageManager.prototype.persisted = () => Promise.resolve(false);
    StorageManager.prototype.persist = () => Promise.resolve(false);
  });
  await page.goto('/');
  await expect(page.getByText('This browser has not promised to keep them')).toBeVisible();
  await expect(page.getByRole('link', { name: 'Tern Hollow', exact: true })).toBeVisible();

  await page.addInitScript(() => {
    StorageManager.prototype.persisted = () => Promise.resolve(true);
    IDBObjectStore.prototype.getAll = () => new EventTarget() as IDBRequest; // a request that is never answered
    IDBObjectStore.prototype.openCursor = () => new EventTarget() as IDBRequest<IDBCursorWithValue | null>;
  });
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Holdings' })).toBeVisible();
  await expect(page.getByText('storage does not answer')).toBeVisible({ timeout: 20_000 });
  await expect(page.getByText('not promised')).toBeHidden();
});

test('a holding deleted in one tab and edited in another goes on as a copy', async ({ page, context }) => {
  await openDemo(page);
  const other = await context.newPage();
  await other.goto('/');
  await other.getByRole('button', { name: 'More for Tern Hollow' }).click();
  await other.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(other.getByText('No holding yet.')).toBeVisible();
  await page.getByRole('button', { name: /^Add a row/ }).click();
  await expect(page.getByText('deleted in another tab')).toBeVisible();
  await expect(page).not.toHaveURL(/tern-hollow/);
  await saved(page);
  await page.reload();
  await expect(page.getByRole('button', { name: /^5 Row 5/ })).toBeVisible();
  await expect(other.getByRole('link', { name: 'Tern Hollow' })).toBeVisible();
});

test('holdings are copied, renamed, exported, imported elsewhere as the same plan; broken files change nothing', async ({
  page,
  browser,
  baseURL,
}) => {
  await openDemo(page);
  const plants = await figure(page, 'plants');
  await page.goto('/');
  const more = async (name: string, action: string) => {
    await page.getByRole('button', { name: `More for ${name}`, exact: true }).click();
    await page.getByRole('menuitem', { name: action }).click();
    await expect(page.getByRole('menuitem')).toHaveCount(0);
  };
  await more('Tern Hollow', 'Copy');
  await more('Tern Hollow copy', 'Rename');
  await page.getByLabel('New name of Tern Hollow copy').fill('Second Hollow');
  await page.getByLabel('New name of Tern Hollow copy').press('Enter');
  await expect(page.getByRole('link', { name: 'Second Hollow' })).toBeVisible();
  const download = page.waitForEvent('download');
  await more('Second Hollow', 'Export to a file');
  const file = await (await download).path();

  const elsewhere = await (await another(browser, { baseURL: baseURL! })).newPage();
  await openDemo(elsewhere);
  await elsewhere.goto('/');
  const bytes = readFileSync(file);
  await elsewhere
    .getByLabel('Holding file')
    .setInputFiles({ name: 'cut.closerank', mimeType: 'application/zip', buffer: bytes.subarray(0, 700) });
  await expect(elsewhere.getByText('cut.closerank is damaged')).toBeVisible();
  await elsewhere
    .getByLabel('Holding file')
    .setInputFiles({ name: 'hollow.closerank', mimeType: 'application/zip', buffer: bytes });
  await elsewhere.getByRole('button', { name: 'Open Second Hollow' }).click();
  await expect(elsewhere.getByTestId('figure-plants')).toContainText(String(plants));

  await more('Second Hollow', 'Delete');
  await expect(page.getByRole('link', { name: 'Second Hollow' })).toBeHidden();
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(page.getByRole('link', { name: 'Second Hollow' })).toBeVisible();
});
