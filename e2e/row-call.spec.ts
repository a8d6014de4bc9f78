import { expect, figure, go, openDemo, option, saved, test } from './steward.ts';

test('a row is typed as a call: tried out while typed, completed, its mistakes shown where they are, laid, undone', async ({
  page,
}) => {
  await openDemo(page);
  const before = await figure(page, 'plants');
  const call = page.getByRole('combobox', { name: 'Row call of Outer, shrubs' });
  await expect(call).toHaveValue('2 guelder rose, 1 spindle, 1 common dogwood every 1.5 m');
  await call.fill('2 guelder rose, 1 unicorn every 3 m');
  await expect(page.getByText("No species is called 'unicorn'.")).toBeVisible();
  await expect(page.getByRole('button', { name: 'Lay it' })).toBeDisabled();
  await call.fill('2 guelder rose, 1 haz');
  await option(call, 'hazel');
  await call.press('End');
  await call.pressSequentially(' every 3 m; in drifts 4');
  await expect(
    page.getByText('One plant every 3 m: 2 parts guelder rose and 1 parts hazel, in drifts that never repeat.'),
  ).toBeVisible();
  await expect.poll(() => figure(page, 'plants')).toBeLessThan(before - 40);
  await call.press('Enter');
  await expect(page.getByRole('button', { name: 'Undo: row call' })).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: 'Undo: row call' }).click();
  await expect.poll(() => figure(page, 'plants')).toBe(before);
});

test('a whole planting is laid by its call alone, gaps and all', async ({ page }) => {
  await openDemo(page);
  await page.getByRole('button', { name: 'Whole planting' }).click();
  const call = page.getByRole('textbox', { name: 'Row call of the whole planting' });
  await expect(call).toHaveValue(/Outer, shrubs: 2 guelder rose.*\n.*\n.*\n.*\ngate 61 m to 65 m$/);
  await call.fill(
    'Foot: 3 hazel, 1 spindle every 1 m\nTall: small-leaved lime every 3 m; 3 m behind; staggered; as transplant\ngate 61 to 65',
  );
  await page.getByRole('button', { name: 'Lay it' }).click();
  await expect(page.getByRole('button', { name: /^2 Tall/ })).toContainText('3.0 m apart');
  await expect(page.getByRole('button', { name: 'Undo: row call' })).toBeVisible();
});

test('a planting is mirrored, kept as a pattern and laid again, copied to another line', async ({ page }) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/ranks/p3');
  await page.getByRole('button', { name: 'Line and settings' }).click();
  await page.getByRole('button', { name: 'Mirror to the other side' }).click();
  await expect(page.getByRole('button', { name: 'Undo: mirrored' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo: mirrored' }).click();
  await page.getByRole('button', { name: 'Keep as my pattern' }).click();
  await page.getByRole('button', { name: 'Clear round something' }).click();
  await page.getByRole('menuitem', { name: 'old ash' }).click();
  await expect(page.getByRole('textbox', { name: 'Kept free round old ash' })).toHaveValue('5.5');
  await page.getByRole('link', { name: 'New planting' }).click();
  await page.getByRole('radio', { name: /^Brook strip/ }).check();
  await page.getByRole('button', { name: 'Draw the line' }).click();
  const field = page.getByLabel('Typed place or leg');
  await field.fill('-50, 0');
  await field.press('Enter');
  await field.fill('40 at 90');
  await field.press('Enter');
  await field.press('Enter');
  await expect(
    page.getByRole('heading', { name: 'Stream strip 1' }).or(page.getByRole('heading', { name: /^Stream strip/ })),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Line and settings' }).click();
  await page.getByRole('button', { name: 'Copy to another place' }).click();
  await expect(page.getByText('Drawing straight line')).toBeVisible();
  await saved(page);
});

test('the picker says why a species suits this row or does not, compares a few, and its choice is laid', async ({
  page,
}) => {
  await openDemo(page);
  await page.getByRole('button', { name: /^3 Evergreen/ }).click();
  await page.getByRole('button', { name: 'Choose the species of run 1' }).click();
  const picker = page.getByRole('dialog', { name: 'Choose a species for this row' });
  await picker.getByLabel('Find a species').fill('norway spruce');
  await expect(picker.getByRole('listitem')).toContainText('does not suit');
  await expect(picker.getByRole('listitem')).toContainText(
    '40 m is too much under the 5 m that the overhead line leaves',
  );
  await picker.getByLabel('Find a species').fill('');
  await picker.getByRole('combobox', { name: 'Planted for' }).click();
  await option(picker.getByRole('combobox', { name: 'Planted for' }), 'for hedge');
  await picker.getByRole('checkbox', { name: 'beside' }).nth(0).check();
  await picker.getByRole('checkbox', { name: 'beside' }).nth(1).check();
  await expect(picker.getByRole('row', { name: /^Grows/ })).toBeVisible();
  await picker.getByLabel('Find a species').fill('guelder');
  await picker.getByLabel('Find a species').fill('wild privet');
  await picker.getByRole('button', { name: 'Take wild privet' }).click();
  await expect(page.getByRole('button', { name: 'Undo: run swapped for wild privet' })).toBeVisible();
});

test('stock in hand is laid so that it is used up, tried out while it is looked at', async ({ page }) => {
  await openDemo(page);
  await page.getByRole('button', { name: 'Use stock in hand' }).click();
  const sheet = page.getByRole('dialog', { name: 'Use stock in hand' });
  const bundles = sheet.getByRole('spinbutton', { name: 'Bundles 1', exact: true });
  await bundles.fill('9');
  await bundles.press('Enter');
  await expect(sheet.getByText('225 plants in hand')).toBeVisible();
  const first = sheet.getByRole('listitem').filter({ hasText: 'All 225 used' }).first();
  await expect(first).toBeVisible();
  await first.getByRole('button', { name: 'Lay it' }).click();
  await expect(page.getByRole('button', { name: 'Undo: stock in hand laid' })).toBeVisible();
  await expect.poll(() => figure(page, 'plants')).toBe(225);
});
