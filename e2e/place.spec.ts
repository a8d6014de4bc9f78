import { clickPlan, expect, go, makeHolding, openDemo, openEmpty, saved, test } from './steward.ts';

test('a holding elsewhere gets the hedge of its region; natives only and another region are one choice each', async ({
  page,
}) => {
  await openEmpty(page);
  await makeHolding(page, 'Far Acre', { place: '-43.7, 171.6' });
  await page.getByRole('link', { name: 'Ranks' }).click();
  await page.getByRole('link', { name: 'New planting' }).first().click();
  await page.getByRole('radio', { name: 'Stock-proof hedge', exact: true }).check();
  const rows = page.getByRole('list', { name: 'Rows that it lays' });
  await expect(page.getByText('NZS, New Zealand.')).toBeVisible();
  await expect(rows).toContainText('matagouri');
  await expect(rows).toContainText('thorny hedge shrub; native in New Zealand South');
  await expect(rows).not.toContainText('hawthorn');

  // The five best are one touch away, each with why; what is picked is laid.
  await rows.getByRole('combobox', { name: /^Hedge shrub, Hedge\/3/ }).click();
  const offered = page.locator('.wish-option:visible');
  await expect(offered).toHaveCount(5);
  await expect(offered.first()).toContainText('native in New Zealand South');
  const third = (await offered.nth(2).locator('strong').textContent())!;
  await offered.nth(2).click();
  await expect(rows).toContainText(third);

  // An orchard of natives alone says what is missing and what to relax.
  await page.getByRole('radio', { name: 'Orchard', exact: true }).check();
  await page.getByRole('switch', { name: 'Offer natives only' }).click();
  await expect(rows).toContainText(/No fruit tree is known for this place: take kinds that are not native too/);
  await page.getByRole('switch', { name: 'Offer natives only' }).click();
  await expect(rows).toContainText('apple');

  // Moved by one choice to where hawthorn is at home.
  await page.getByRole('radio', { name: 'Stock-proof hedge', exact: true }).check();
  await page.getByRole('combobox', { name: 'Botanical region' }).click();
  await page.keyboard.type('great brit');
  await page.keyboard.press('Enter');
  await expect(rows).toContainText('common hawthorn');
  await page.getByRole('button', { name: 'Draw the line' }).click();
  await clickPlan(page, 0.2, 0.5);
  await clickPlan(page, 0.8, 0.5);
  await page.getByRole('button', { name: 'Finish' }).click();
  await expect(page.getByRole('list', { name: /Species here/ })).toContainText(/hawthorn/i);
  await saved(page);

  // Back where hawthorn is a pest it is said, and its remedy mends it.
  await page.getByRole('link', { name: 'Ground' }).click();
  await page.getByRole('link', { name: /Place, units and rates/ }).click();
  await page.getByRole('combobox', { name: 'Botanical region' }).click();
  await page.keyboard.type('from the place');
  await page.keyboard.press('Enter');
  await page.getByRole('link', { name: 'Ranks' }).click();
  const card = page.locator('[data-rule=pest]', { hasText: 'Common hawthorn is a pest in New Zealand South' });
  await expect(card).toContainText('official list');
  await card.getByRole('button', { name: /^Swap for/ }).click();
  await expect(card).toBeHidden();
});

test('the picker puts natives of the region first and says why; the book says where a kind is native', async ({
  page,
}) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/ranks/p1');
  await page.getByRole('button', { name: /^1 Outer/ }).click();
  await page.getByRole('button', { name: 'Choose the species of run 1' }).click();
  const list = page.getByRole('list', { name: 'Species, best for this row first' });
  await expect(list.getByRole('listitem').first()).toContainText(/native in /);
  await expect(list.getByRole('listitem').first()).toContainText('suits');
  await page.getByRole('textbox', { name: 'Find a species' }).fill('rosmarinus');
  await expect(list).toContainText('rosemary');
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
  await go(page, '/h/tern-hollow/species');
  await page.getByRole('textbox', { name: 'Find a species' }).fill('callistemon viminalis');
  await page.getByRole('button', { name: /weeping bottlebrush/ }).click();
  await expect(page.getByText('Callistemon viminalis')).toBeVisible();
  await expect(page.getByText('Queensland, New South Wales')).toBeVisible();
  await expect(page.getByText('nobody that is known')).toBeVisible();
});

test('a well, a school and a line of high voltage are drawn on the ground, and plants too near them are said', async ({
  page,
}) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/ground/above-below');
  await page.getByRole('button', { name: 'Draw septic tank' }).click();
  const field = page.getByLabel('Typed place or leg');
  await field.fill('-40, 38');
  await field.press('Enter');
  await expect(page.getByRole('button', { name: /^septic tank/ })).toBeVisible();
  await page.getByRole('button', { name: /^overhead line, 8 m/ }).click();
  await page.getByRole('combobox', { name: 'Voltage' }).click();
  await page.getByTitle('high: on towers').click();
  await saved(page);
  await page.getByRole('link', { name: /^Aims/ }).click();
  await expect(page.getByRole('button', { name: 'Draw school or play place' })).toBeVisible();
  await go(page, '/h/tern-hollow/ranks/p1');
  await expect(page.locator('[data-rule=water-works]')).toContainText('Roots crack the tank');
  await expect(page.locator('[data-rule=overhead-line]')).toContainText('wants 10 m clear');
});

test('a planting drawn over wet ground is laid with what stands it, and says what gave way', async ({ page }) => {
  await openEmpty(page);
  await makeHolding(page, 'Low Acre', { place: '52, -1.5' });
  await page.getByRole('link', { name: /^Water/ }).click();
  await page.getByRole('button', { name: 'Draw wet ground' }).click();
  const field = page.getByLabel('Typed place or leg');
  for (const place of ['-80, -60', '80, -60', '80, 60', '-80, 60']) {
    await field.fill(place);
    await field.press('Enter');
  }
  await page.getByRole('button', { name: 'Close it' }).click();
  await saved(page);
  await page.getByRole('link', { name: 'Ranks' }).click();
  await page.getByRole('link', { name: 'New planting' }).first().click();
  await page.getByRole('radio', { name: 'Stock-proof hedge', exact: true }).check();
  const rows = page.getByRole('list', { name: 'Rows that it lays' });
  await expect(rows).toContainText('common hawthorn');
  await page.getByRole('button', { name: 'Draw the line' }).click();
  for (const place of ['-40, 0', '40, 0']) {
    await field.fill(place);
    await field.press('Enter');
  }
  await page.getByRole('button', { name: 'Finish' }).click();
  await expect(page.getByRole('alert')).toContainText(/Laid for the ground where it lies: .+ instead of .*hawthorn/);
  await expect(page.locator('[data-rule=wet-ground]')).toHaveCount(0);
  await expect(page.getByRole('list', { name: /Species here/ })).not.toContainText(/Common hawthorn/);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await saved(page);
});

test('a pear says which rootstock it stands on; its call and its size follow, and undo', async ({ page }) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/ranks/p7'); // the orchard
  await page.getByRole('button', { name: /^1 / }).first().click();
  const rootstock = page.getByRole('combobox', { name: 'Rootstock of run 1' });
  await rootstock.click();
  await page.getByText('semi-dwarfing, 3 to 4 m high').click();
  await expect(page.getByRole('button', { name: 'Undo: rootstock' })).toBeVisible();
  await expect(page.getByRole('combobox', { name: /^Row call of/ })).toHaveValue(/on semi-dwarfing/);
  await page.getByRole('button', { name: 'Undo: rootstock' }).click();
  await expect(page.getByRole('combobox', { name: /^Row call of/ })).not.toHaveValue(/on semi-dwarfing/);
});
