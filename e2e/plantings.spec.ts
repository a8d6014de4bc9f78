import type { Page } from '@playwright/test';
import { clickPlan, expect, figure, go, makeHolding, openDemo, openEmpty, saved, test } from './steward.ts';

const LINES = [
  'Stock-proof hedge',
  'Wildlife hedge',
  'Gaps in an old hedge',
  'Single screen',
  'Double screen',
  'Dust and noise screen',
  'Field windbreak',
  'Farmstead windbreak',
  'Living snow fence',
  'Stream strip',
  'Fodder row',
  'Blank',
];
const BLOCKS = ['Timber block', 'Firewood block', 'Conservation block', 'Orchard'];

/** A holding of its own with nothing on it but its boundary, 160 m by 120 m, and the page on which a planting is begun. */
async function bareHolding(page: Page): Promise<void> {
  await openEmpty(page);
  await makeHolding(page, 'Bare Acre');
  await page.getByRole('button', { name: 'Draw the boundary' }).click();
  await typeCorners(page, ['-80, -60', '80, -60', '80, 60', '-80, 60']);
  await page.getByRole('link', { name: 'Ranks' }).click();
}

async function typeCorners(page: Page, corners: readonly string[]): Promise<void> {
  const field = page.getByLabel('Typed place or leg');
  for (const corner of corners) {
    await field.fill(corner);
    await field.press('Enter');
  }
  await field.press('Enter');
}

async function begin(page: Page, purpose: string, draw: string): Promise<void> {
  await page.getByRole('link', { name: 'New planting' }).first().click();
  await page.getByRole('radio', { name: purpose, exact: true }).check();
  await page.getByRole('button', { name: draw }).click();
}

const settings = (page: Page) => page.getByRole('button', { name: 'Line and settings' }).click();

test('every pattern along a line is laid from nothing by mouse', async ({ page }) => {
  await bareHolding(page);
  for (const [i, purpose] of LINES.entries()) {
    await begin(page, purpose, 'Draw the line');
    await clickPlan(page, 0.2, 0.25 + i * 0.03);
    await clickPlan(page, 0.8, 0.3 + i * 0.03);
    await page.getByRole('button', { name: 'Finish' }).click();
    await expect(page.getByRole('heading', { name: purpose }).first()).toBeVisible();
    await expect.poll(() => figure(page, 'plants'), purpose).toBeGreaterThan(20);
  }
  await saved(page);
});

test('every block and the glade are laid from nothing by mouse; the answers decide what is laid', async ({ page }) => {
  await bareHolding(page);
  for (const purpose of BLOCKS) {
    await begin(page, purpose, 'Draw the outline');
    for (const [x, y] of [
      [0.2, 0.2],
      [0.7, 0.25],
      [0.75, 0.7],
      [0.25, 0.75],
    ] as const)
      await clickPlan(page, x, y);
    await page.getByRole('button', { name: 'Close it' }).click();
    await expect(page.getByTestId('figure-density')).toContainText('plants a hectare');
    await expect.poll(() => figure(page, 'plants'), purpose).toBeGreaterThan(10);
  }
  await page.getByRole('link', { name: 'New planting' }).first().click();
  await page.getByRole('radio', { name: 'Fruit glade', exact: true }).check();
  await page.getByRole('radio', { name: 'Hazel' }).check();
  await expect(page.getByText('Another hazel must stand within reach')).toBeVisible();
  await expect(page.getByRole('list', { name: 'Rows that it lays' })).toContainText('hazel');
  await page.getByRole('button', { name: 'Set the trees' }).click();
  await clickPlan(page, 0.3, 0.5);
  await clickPlan(page, 0.5, 0.5);
  await page.getByRole('button', { name: 'Finish' }).click();
  // Its rings stand round each tree, named once.
  const rings = page.getByRole('region', { name: 'Rings' });
  await expect(rings.getByRole('listitem').filter({ hasText: 'Anchor' })).toHaveCount(1);
  await expect(rings.getByTestId('strings.canvas')).toBeVisible();
  await settings(page);
  const light = page.getByRole('table', { name: /Light by layer, year 8/ });
  await expect(light.getByRole('row', { name: /Anchor/ })).toContainText('100 %');
  await expect(light.getByRole('row', { name: /Cover/ })).toContainText('%');
  await saved(page);
});

test('a block is set to a density and a grid, turned, given lanes, and says what it then holds', async ({ page }) => {
  await bareHolding(page);
  await begin(page, 'Firewood block', 'Draw the outline');
  await typeCorners(page, ['-50, -50', '50, -50', '50, 50', '-50, 50']);
  await settings(page);
  await expect(page.getByText('1.00 hectares')).toBeVisible();
  const headland = page.getByRole('textbox', { name: 'Headland' });
  await headland.fill('0');
  await headland.press('Enter');
  await page.getByLabel('Grid').click();
  await page.getByTitle('square', { exact: true }).click();
  const density = page.getByRole('spinbutton', { name: 'Plants a hectare' });
  await density.fill('1600');
  await density.press('Enter');
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect.poll(() => figure(page, 'plants')).toBe(41 * 41); // 2.5 m square from edge to edge
  await settings(page);
  await page.getByRole('switch', { name: 'Lanes for a machine' }).click();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect.poll(() => figure(page, 'plants')).toBeLessThan(41 * 41 - 41 * 5);
  await page.getByRole('button', { name: 'Undo: lanes opened' }).click();
  await expect.poll(() => figure(page, 'plants')).toBe(41 * 41);
  await settings(page);
  const bearing = page.getByRole('spinbutton', { name: /Rows run towards/ });
  await bearing.fill('30');
  await bearing.press('Enter');
  await expect(page.getByRole('button', { name: 'Undo: rows run 30°' })).toBeVisible();
  // Two entries with no drawing between them, as a quick hand on a slow machine makes them: neither is lost.
  await page.evaluate(async () => {
    const enter = (label: string, value: string) => {
      const named = [...document.querySelectorAll('label')].find(({ textContent }) => textContent.startsWith(label))!;
      const input = document.getElementById(named.htmlFor) as HTMLInputElement;
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!.call(input, value);
      input.dispatchEvent(new Event('input', { bubbles: true }));
      return Promise.resolve().then(() =>
        input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', keyCode: 13, bubbles: true })),
      );
    };
    await enter('Headland', '2');
    await enter('Rows run towards', '60');
  });
  await expect(page.getByRole('button', { name: 'Undo: rows run 60°' })).toBeVisible();
  await expect(headland).toHaveValue('2');
  await expect(bearing).toHaveValue('60');
  await page.getByRole('link', { name: 'Field' }).click();
  await page.locator('.peg-row summary').first().click();
  await expect(page.getByText(/Its zero lies [\d.]+ m along the baseline/).first()).toBeVisible();
});

test('two ways of laying a planting are kept side by side; what differs is said, the other is laid and undone', async ({
  page,
}) => {
  await openDemo(page);
  const plants = await figure(page, 'plants');
  await settings(page);
  await page.getByRole('button', { name: 'Variants' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('textbox', { name: 'Name of the variant' }).fill('As drawn first');
  await sheet.getByRole('button', { name: 'Keep it as it is now' }).click();
  await expect(sheet.getByText('They do not differ yet.')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^2 Tall/ }).click();
  const spacing = page.getByRole('textbox', { name: 'Spacing' });
  await spacing.fill('6');
  await spacing.press('Enter');
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect.poll(() => figure(page, 'plants')).toBeLessThan(plants);
  await settings(page);
  await page.getByRole('button', { name: 'Variants' }).click();
  await expect(sheet.getByRole('row', { name: /^Plants \d/ })).toContainText(String(plants));
  await expect(sheet.getByRole('row', { name: 'Rows' })).toHaveCount(0); // both have four
  await sheet.getByRole('checkbox', { name: 'Only what differs' }).uncheck();
  await expect(sheet.getByRole('row', { name: /^Rows 4 rows 4 rows/ })).toBeVisible();
  await sheet.getByRole('button', { name: 'Lay it' }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect.poll(() => figure(page, 'plants')).toBe(plants);
  await page.getByRole('button', { name: 'Undo: variant laid' }).click();
  await expect.poll(() => figure(page, 'plants')).toBeLessThan(plants);
  await saved(page);
});

test('rows lie on both sides, corners are planted, a size is kept, a row is planted later and bought for by itself', async ({
  page,
}) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/ranks/p3');
  const plants = await figure(page, 'plants');
  await page.getByRole('button', { name: /^2 Trees/ }).click();
  const later = page.getByRole('spinbutton', { name: 'Planted years later' });
  await later.fill('3');
  await later.press('Enter');
  await page.getByRole('switch', { name: 'Cut to a height' }).click();
  const height = page.getByRole('textbox', { name: 'Kept high' });
  await height.fill('2.5');
  await height.press('Enter');
  await expect(page.getByRole('combobox', { name: 'Row call of Trees' })).toHaveValue(/kept 2.5 m high; 3 years later/);
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(page.getByTestId('figure-cutting')).toContainText('of cutting a year');
  await settings(page);
  await expect(page.getByText(/^3 years later: \d+ plants$/)).toBeVisible();
  await page.getByRole('button', { name: 'The same rows on the other side too' }).click();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect.poll(() => figure(page, 'plants')).toBeGreaterThan(plants * 1.5);
  await page.getByRole('link', { name: 'Order' }).click();
  const all = await page.getByTestId('order-total').innerText();
  await page.getByText(/^Year 3: /).click();
  await expect(page.getByTestId('order-total')).not.toHaveText(all);
});

test('the steward corrects a species and adds one; a contradiction is refused; both are there to be planted', async ({
  page,
}) => {
  await openDemo(page);
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder(/A planting, a row/).fill('species book');
  await page.keyboard.press('Enter');
  await page.getByRole('textbox', { name: 'Find a species' }).fill('hazel');
  await page.getByRole('button', { name: 'hazel', exact: true }).click();
  await expect(page.getByText('800 to 1200 hours')).toBeVisible();
  await expect(page.getByText(/^Not known: /)).toBeVisible();
  await page.getByRole('button', { name: 'Correct it' }).click();
  const from = page.getByRole('textbox', { name: 'High, from' });
  await from.fill('9');
  await from.press('Enter');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('It cannot be 9 to 7 m high: the smaller comes first.')).toBeVisible();
  await from.fill('3');
  await from.press('Enter');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('3 m to 7 m high')).toBeVisible();
  await page.getByRole('button', { name: 'A species of your own' }).click();
  for (const [label, value] of [
    ['Botanical name', 'Corylus ternensis'],
    ['Common name', 'brook filbert'],
    ['Family', 'Betulaceae'],
    ['Tag, two letters', 'Zq'],
    ['Where this is known from', 'my own hedge, ten years'],
  ] as const)
    await page.getByRole('textbox', { name: label }).fill(value);
  await page.getByLabel('Planted for').click();
  await page.getByTitle('nuts', { exact: true }).click();
  await page.keyboard.press('Escape');
  await page.getByLabel('Flowers, from').click();
  await page.getByTitle('February', { exact: true }).last().click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('February', { exact: true })).toBeVisible();
  await expect(page.getByText('2 of them yours or corrected by you')).toHaveCount(1);
  await saved(page);
  await page.reload();
  await go(page, '/h/tern-hollow/ranks/p1');
  const call = page.getByRole('combobox', { name: 'Row call of Outer, shrubs' });
  await call.fill('2 brook filbert, 1 holly every 1.5 m');
  await page.getByRole('button', { name: 'Lay it' }).click();
  await expect(page.getByRole('list', { name: /Species here/ })).toContainText('brook filbert');
});

test('a yew where horses are kept is said, by whom and which part, and its remedy mends it', async ({ page }) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/ground/animals');
  await page.getByRole('checkbox', { name: 'horses' }).check();
  await page.getByRole('checkbox', { name: 'goats' }).check();
  await expect(page.getByRole('listitem').filter({ hasText: 'House belt:' })).toContainText(/fence.* set by goats/);
  await go(page, '/h/tern-hollow/ranks/p1');
  await page.getByRole('button', { name: /^1 Outer/ }).click();
  const call = page.getByRole('combobox', { name: /call/i });
  await call.fill('1 yew, 2 hazel every 1.5 m');
  await call.press('Enter');
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  const card = page.locator('[data-rule=harm]', { hasText: 'Yew can kill horses' });
  await expect(card).toContainText('leaf and seed, fresh or as clippings');
  await expect(page.getByText(/Nothing planned stops/)).toBeHidden();
  await card.getByRole('button', { name: /^Swap for/ }).click();
  await expect(card).toBeHidden();
  await expect(page.getByRole('button', { name: /^Undo: swap for/ })).toBeVisible();
  await go(page, '/h/tern-hollow/species');
  await page.getByRole('textbox', { name: 'Find a species' }).fill('yew');
  await page.getByRole('button', { name: 'yew', exact: true }).click();
  await expect(
    page.getByText(/people, dogs, horses, cattle, sheep and goats, pigs, poultry: leaf and seed/),
  ).toBeVisible();
});
