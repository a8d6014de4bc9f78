import type { Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { expect, go, openDemo, saved, test } from './steward.ts';
import { yearsTold } from './told.ts';
import drawn from '../playwright.screenshots.config.ts';

// One of these draws in space.
test.use({ launchOptions: drawn.use.launchOptions });

const figureOf = (page: Page, key: string) => page.getByTestId(`figure-year-${key}`).locator('strong');

test('year, section and season are moved: figures and drawings follow together, and are those of the command line', async ({
  page,
}) => {
  const { plantings, years, aims } = yearsTold(12);
  await openDemo(page);
  await page.getByRole('link', { name: 'Years' }).click();
  await expect(page.getByRole('heading', { name: 'House belt at year 8' })).toBeVisible();
  const section = page.getByRole('img', { name: /^Section in year/ });
  await expect(section).toHaveAttribute('aria-label', /^Section in year 8, looking /);
  for (let i = 0; i < 4; i++) await page.keyboard.press(']');
  await expect(page.getByRole('heading', { name: 'House belt at year 12' })).toBeVisible();
  await expect(section).toHaveAttribute('aria-label', /^Section in year 12/);
  const [belt] = plantings;
  const tallest = Math.max(...belt!.heights[0]!.rows.map(({ height }) => height));
  await expect(figureOf(page, 'height')).toHaveText(`${tallest.toFixed(1)} m`);
  await expect(figureOf(page, 'density')).toHaveText(`${Math.round(100 * (1 - belt!.seenThrough![0]!.leafy.mean))} %`);
  await expect(figureOf(page, 'wind')).toHaveText(`-${Math.round(years[0]!.wind[0]!.cut['summer']!)} %`);
  await expect(figureOf(page, 'sight')).toHaveText(`${Math.round(years[0]!.hidden[0]!.leafy.screened)} %`);
  await page.getByText('Leafless', { exact: true }).click();
  await expect(figureOf(page, 'density')).toHaveText(`${Math.round(100 * (1 - belt!.seenThrough![0]!.bare.mean))} %`);
  await expect(figureOf(page, 'sight')).toHaveText(`${Math.round(years[0]!.hidden[0]!.bare.screened)} %`);
  await expect(page.getByRole('img', { name: 'Wind cut in winter, year 12' })).toBeVisible();

  const at = page.getByRole('slider', { name: 'Section at, along the line' });
  const before = await section.innerHTML();
  await at.focus();
  for (let i = 0; i < 10; i++) await page.keyboard.press('ArrowLeft');
  await expect.poll(() => section.innerHTML()).not.toBe(before);
  // On the map the section is dragged along the belt.
  const map = (await page.getByRole('img', { name: 'Wind cut in winter, year 12' }).boundingBox())!;
  await page.mouse.click(map.x + map.width * 0.3, map.y + map.height * 0.35);
  const west = await at.getAttribute('aria-valuenow');
  await page.mouse.click(map.x + map.width * 0.7, map.y + map.height * 0.35);
  expect(Number(await at.getAttribute('aria-valuenow'))).toBeGreaterThan(Number(west) + 30);
  const list = page.getByRole('region', { name: 'Aims' });
  for (const { sentence, metIn } of aims.filter(({ holds }) => holds === 'missed' || holds === 'unlikely'))
    if (metIn.middle === null)
      await expect(list.getByRole('button', { name: sentence })).toContainText(/Never met|Missed/);

  // What the charts draw stands beside them in figures.
  await page.getByText('In figures').click();
  const [ten] = yearsTold(10).plantings;
  for (const { name, height } of ten!.heights[0]!.rows)
    await expect(
      page
        .getByRole('row', { name: `${name}, height` })
        .getByRole('cell')
        .nth(2),
    ).toHaveText(`${height.toFixed(1)} m`);

  await page.getByText('Elevation', { exact: true }).click();
  await expect(page.getByRole('img', { name: /^Elevation in year 12/ })).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'SVG' }).click();
  expect(readFileSync(await (await download).path(), 'utf8')).toMatch(/^<svg [^]*<\/svg>$/);
  await page.getByTestId('figure-year-wind').click();
  await expect(page.getByText('Hagen 1996')).toBeVisible();
});

test('an aim that is missed turns to met when its remedy is taken, in Ranks too, and is undone', async ({ page }) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/years/p2');
  const aim = page.getByRole('button', { name: /Hide 70 % of the lane/ });
  await expect(aim).toContainText('Never met');
  await aim.click();
  await expect(page.getByText('How sure: at the worst')).toBeVisible();
  await page.getByRole('button', { name: 'Lane screen: keep it clipped at 3 m' }).click();
  await expect(aim).toContainText(/Met in year \d/);
  await saved(page);
  await page.getByRole('link', { name: /^Ranks/ }).click();
  await expect(page).toHaveURL(/ranks/);
  await expect(page.getByRole('button', { name: /Hide something/ })).toContainText(/met in year \d/i);
  await page.getByRole('link', { name: 'Years' }).click();
  await expect(aim).toContainText(/Met in year \d/);
  await page.keyboard.press('Control+z');
  await expect(aim).toContainText('Never met');
});

test('the verdicts of Ranks follow a row while it is dragged, before it is let go', async ({ page }) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/ranks/p3');
  const aim = page.locator('.aims [data-aim]').filter({ hasText: 'Keep a strip by water' });
  await aim.getByRole('button').click();
  await expect(aim).toContainText('wanted');
  const before = await aim.locator('p').allInnerTexts();
  const strings = page.getByTestId('strings.canvas');
  await strings.scrollIntoViewIfNeeded();
  const box = (await strings.boundingBox())!;
  const [x, y] = [box.x + 300, box.y + 22 + 48 + 24];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x, y + 40, { steps: 8 });
  await expect(page.getByRole('button', { name: /^Undo: row gap/ })).toHaveCount(0);
  await expect.poll(() => aim.locator('p').allInnerTexts()).not.toEqual(before);
  await page.mouse.move(x, y, { steps: 8 });
  await expect.poll(() => aim.locator('p').allInnerTexts()).toEqual(before);
  await page.mouse.up();
});

test('the view from the window turns by keys, follows the year, and falls back to the elevation without WebGL', async ({
  page,
}) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/years/p2');
  await page.getByText('View', { exact: true }).click();
  const view = page.getByRole('application', { name: /^View from kitchen window/ });
  await expect(page.getByRole('img', { name: 'From kitchen window, looking east, year 8, in leaf' })).toBeVisible();
  await view.focus();
  for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowRight');
  await expect(page.getByTestId('view-towards')).toHaveText('looking south-east');
  await page.keyboard.press(']');
  await expect(page.getByRole('img', { name: /year 9, in leaf$/ })).toBeVisible();
  await expect(page.locator('.view-canvas canvas')).toBeVisible();

  await page.addInitScript(() => {
    const asked = HTMLCanvasElement.prototype.getContext;
    HTMLCanvasElement.prototype.getContext = function (this: HTMLCanvasElement, kind: string, ...rest: unknown[]) {
      return kind.startsWith('webgl') ? null : Reflect.apply(asked, this, [kind, ...rest]);
    } as typeof asked;
  });
  await page.reload();
  await page.getByText('View', { exact: true }).click();
  await expect(page.getByText('This browser does not draw in space')).toBeVisible();
  await expect(page.getByRole('img', { name: /^Elevation in year/ })).toBeVisible();
});
