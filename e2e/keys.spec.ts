import type { Locator, Page } from '@playwright/test';
import { expect, go, openDemo, openDemoOnPhone, test } from './steward.ts';

/** What has the focus, as it is named; nothing has it where the page itself does. */
const focused = (page: Page): Promise<string> =>
  page.evaluate(() => {
    const one = document.activeElement;
    if (!one || one === document.body) return '';
    return one.getAttribute('aria-label') ?? (one.textContent || (one.tagName === 'MAIN' ? 'stage' : one.tagName));
  });
const said = (page: Page) => page.getByTestId('said');

test('by keyboard the focus is never lost, the page is named, and what was done is spoken', async ({ page }) => {
  // A week in which something is due.
  await page.clock.setFixedTime(new Date('2027-03-01T09:00:00'));
  await openDemo(page);
  await expect(page).toHaveTitle('House belt, Ranks, Tern Hollow, Close Rank');
  await page.keyboard.press('Tab');
  expect(await focused(page)).toBe('Skip to the stage');
  await page.keyboard.press('Enter');
  await expect(page.locator('main')).toBeFocused();

  // A remedy that is taken goes away with its card: the focus goes to what came next.
  const remedy = page.locator('.finding button', { hasText: /^Swap for/ }).first();
  await remedy.focus();
  await page.keyboard.press('Enter');
  await expect(said(page)).toHaveText(/^Done: swap for .+\. \d+ findings? fewer\.$/);
  await expect.poll(() => focused(page)).not.toBe('');
  await page.keyboard.press('Control+z');
  await expect(said(page)).toHaveText(/^Undone: /);
  await expect.poll(() => focused(page)).not.toBe('');
  await page.keyboard.press('Control+y');
  await expect(said(page)).toHaveText(/^Done again: /);

  // Opening and closing of settings, and of the finder, goes there and back.
  const settings = page.getByRole('button', { name: 'Line and settings' });
  await settings.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Line and settings' })).toBeVisible();
  await expect.poll(() => focused(page)).not.toBe('');
  await page.getByRole('button', { name: 'Close', exact: true }).focus();
  await page.keyboard.press('Enter');
  await expect(settings).toBeVisible();
  await expect.poll(() => focused(page)).not.toBe('');
  // Every file and stop is found by name.
  const find = page.getByRole('combobox', { name: 'Find' });
  await page.keyboard.press('Control+k');
  await expect(find).toBeFocused();
  await page.keyboard.type('order list csv');
  const made = page.waitForEvent('download');
  await page.keyboard.press('Enter');
  expect((await made).suggestedFilename()).toBe('Tern Hollow order-list.csv');
  await page.keyboard.press('Control+k');
  await expect(find).toBeFocused();
  await page.keyboard.press('Escape');
  await expect.poll(() => focused(page)).not.toBe('');

  // From stage to stage by number.
  for (const [key, title] of [
    ['5', 'Season, Days, Tern Hollow, Close Rank'],
    ['4', 'Order list, Order, Tern Hollow, Close Rank'],
    ['3', 'House belt, Years, Tern Hollow, Close Rank'],
    ['6', 'Rows, House belt, Field, Tern Hollow, Close Rank'],
    ['1', /^.+, Ground, Tern Hollow, Close Rank$/],
  ] as const) {
    await page.keyboard.press(key);
    await expect(page).toHaveTitle(title);
    await expect.poll(() => focused(page), { message: key }).not.toBe('');
  }

  // A task that is done leaves the list; the next one is at hand.
  await go(page, 'days/week');
  const done = page.getByRole('button', { name: /^Done/ }).first();
  await done.focus();
  await page.keyboard.press('Enter');
  await expect(said(page)).toHaveText(/^Done: /);
  await expect.poll(() => focused(page)).not.toBe('');

  // Pegged, and ten planted: after each the focus is somewhere, and what was done is said.
  await go(page, '/h/tern-hollow/field/rows/p1');
  const pegging = page.getByRole('region', { name: 'Pegging' });
  await pegging.waitFor();
  const press = async (one: Locator, key = 'Enter') => {
    await one.focus();
    await page.keyboard.press(key);
  };
  for (const stop of await pegging.getByRole('checkbox').all()) await press(stop, 'Space');
  await press(pegging.getByRole('button', { name: /^Peg \d/ }));
  await expect(pegging.getByText(/^Pegged on/)).toBeVisible();
  await expect.poll(() => focused(page)).not.toBe('');
  await go(page, '/h/tern-hollow/field/plant/p1');
  await press(page.getByRole('button', { name: 'From here…' }));
  await press(page.getByRole('button', { name: '10 plants planted' }));
  await expect(page.getByTestId('count-planted')).toHaveText('10 of 97 planted');
  await expect.poll(() => focused(page)).not.toBe('');
  await expect(said(page)).toHaveText('Done: 10 plants planted.');
});

test('enlarged twice, every stage works one thing at a time: nothing hides behind something else', async ({ page }) => {
  await page.setViewportSize({ width: 640, height: 400 });
  await openDemoOnPhone(page);
  for (const stage of ['ranks/p1', 'years/p1', 'ground', 'order/weeds', 'days/season', 'days/week', 'field/rows/p1']) {
    await go(page, `/h/tern-hollow/${stage}`);
    await expect(page.locator('main[aria-busy="true"]')).toHaveCount(0);
    if (stage === 'ranks/p1')
      expect((await page.getByTestId('plan.map').boundingBox())!.height).toBeGreaterThanOrEqual(200);
    const hidden = () =>
      page.locator('main').evaluate((main) =>
        [...main.querySelectorAll<HTMLElement>('button:enabled, a[href], input:not([type=file])')]
          .filter((one) => one.checkVisibility({ visibilityProperty: true, opacityProperty: true }))
          .slice(0, 60)
          .flatMap((one) => {
            one.scrollIntoView({ block: 'center', inline: 'center' });
            const { x, y, width, height } = one.getBoundingClientRect();
            if (width < 2 || height < 2) return [];
            const top = document.elementFromPoint(x + width / 2, y + height / 2);
            const reached = top && (one.contains(top) || top.contains(one) || top.closest('label')?.contains(one));
            return reached ? [] : [`${one.textContent || one.getAttribute('aria-label')} under ${top?.className}`];
          }),
      );
    await expect.poll(hidden, { message: stage }).toEqual([]);
  }
});
