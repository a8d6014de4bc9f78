import { expect, type Page } from '@playwright/test';
import { go } from './steward.ts';

/** Waits until a page says what it has to say: nothing is still being worked out. */
async function settled(page: Page): Promise<void> {
  await expect(page.getByRole('heading').first()).toBeAttached();
  await expect(page.locator('main').first()).toBeVisible();
  await expect(page.locator('[aria-busy="true"]')).toHaveCount(0);
  await expect(page.getByText('Being judged')).toHaveCount(0);
  await page.evaluate(() => new Promise((idle) => requestIdleCallback(idle, { timeout: 1000 })));
}

/** A page of a planting is looked at on these; a stage that only repeats itself from planting to planting on the first. */
const REPEATED = /\/(field|order|days)\//;

/** Every place of the open holding that a link leads to, from `starts` on; each is settled when `look` is asked. */
export async function everywhere(
  page: Page,
  starts: readonly string[],
  look: (path: string) => Promise<void>,
): Promise<string[]> {
  const waiting = [...starts];
  const [seen, asked] = [new Set<string>(), new Set(starts)];
  while (waiting.length > 0) {
    await go(page, waiting.shift()!);
    await settled(page);
    // An address may lead on to another, which is then the place.
    const path = new URL(page.url()).pathname;
    if (seen.has(path)) continue;
    seen.add(path);
    const links = await page
      .locator('a[href^="/h/"]')
      .evaluateAll((all) => all.map((one) => one.getAttribute('href')!));
    for (const link of links)
      if (!asked.has(link) && !seen.has(link) && !(REPEATED.test(link) && /\/p[2-9]$/.test(link))) {
        asked.add(link);
        waiting.push(link);
      }
    await look(path);
  }
  return [...seen];
}
