import { clickPlan, dragBead, expect, figure, go, openDemo, saved, test } from './steward.ts';

test('a bead dragged re-spaces its row; plan, figures and findings follow, Escape takes it back', async ({ page }) => {
  await openDemo(page);
  const before = await figure(page, 'plants');
  const row = page.getByRole('button', { name: /^2 Tall, slow/ });
  await dragBead(page, 1, 200, 40);
  await expect(row).not.toContainText('49 plants'); // tried out while the drag lasts
  await expect.poll(() => figure(page, 'plants')).toBeLessThan(before);
  await page.mouse.up();
  await expect(page.getByRole('button', { name: /^Undo: spacing 3\.\d+ m/ })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(row).toContainText('49 plants');

  await dragBead(page, 1, 200, 40);
  await page.getByTestId('strings.canvas').press('Escape');
  await page.mouse.up();
  await expect(row).toContainText('49 plants');
});

test('dragging across widens the row gap, and the mower passes again', async ({ page }) => {
  await openDemo(page);
  await expect(page.getByText('Mower cannot pass between rows 1 and 2')).toBeVisible();
  await dragBead(page, 1, 200, 0, 20);
  await page.mouse.up();
  await expect(page.getByRole('button', { name: /^Undo: row gap/ })).toBeVisible();
  await expect(page.getByText('Mower cannot pass between rows 1 and 2')).toBeHidden();
});

test('a remedy previews its effect, then does it, and undo brings the finding back', async ({ page }) => {
  await openDemo(page);
  const finding = page.locator('[data-rule=buried-service]');
  const before = await figure(page, 'plants');
  await finding.getByRole('button', { name: 'Leave a gap' }).hover();
  await expect(finding.getByText(/^Then: \d+ plants fewer, 1 finding fewer/)).toBeVisible();
  await expect.poll(() => figure(page, 'plants')).toBeLessThan(before);
  const previewed = await figure(page, 'plants');
  await expect(page.getByRole('button', { name: 'Nothing to undo' })).toBeVisible(); // nothing is done yet
  await page.mouse.move(600, 300);
  await expect(page.getByTestId('figure-plants')).toContainText(String(before));

  await finding.getByRole('button', { name: 'Leave a gap' }).click();
  await expect(finding).toBeHidden();
  await expect.poll(() => figure(page, 'plants')).toBe(previewed);
  await page.keyboard.press('Control+z');
  await expect(finding).toBeVisible();
});

test('a remedy card keeps its place under the pointer, at the end of the panel too; schools are tried by keyboard', async ({
  page,
}) => {
  await openDemo(page);
  const card = page.locator('[data-rule]', { has: page.getByRole('button', { name: 'Leave a gap' }) }).last();
  const remedy = card.getByRole('button', { name: 'Leave a gap' });
  await page.locator('[data-rule]').last().scrollIntoViewIfNeeded();
  await remedy.scrollIntoViewIfNeeded();
  const before = (await remedy.boundingBox())!;
  const room = await card.boundingBox();
  await page.mouse.move(before.x + 5, before.y + 5, { steps: 4 });
  await expect(card.getByText(/^Then:/)).toBeVisible();
  expect((await remedy.boundingBox())!).toEqual(before);
  expect(await card.boundingBox()).toEqual(room); // what lies below it does not jump either

  await page.mouse.move(500, 20);
  const row = page.getByRole('button', { name: /^2 Tall, slow/ });
  await row.click();
  await page.getByRole('button', { name: 'Spacing by school' }).press('Enter');
  await expect(row).toContainText('49 plants');
  await page
    .getByRole('region', { name: 'Spacing by school' })
    .getByRole('listitem')
    .filter({ hasText: 'Dense, thinned later' })
    .getByRole('button')
    .focus();
  await expect(row).not.toContainText('49 plants');
  await expect(page.getByRole('button', { name: 'Nothing to undo' })).toBeVisible();
  await page.keyboard.press('Escape');
});

test('a finding accepted with a reason stays listed as accepted', async ({ page }) => {
  await openDemo(page);
  const finding = page.locator('[data-rule=mower]').first();
  await finding.getByRole('button', { name: 'Accept' }).click();
  await finding.getByLabel('Reason for accepting').fill('Scythed by hand.');
  await finding.getByLabel('Reason for accepting').press('Enter');
  await expect(page.getByText('Accepted: Mower cannot pass between rows 1 and 2')).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByText('Scythed by hand.')).toBeVisible();
});

test('a gap is opened on the plan, a plant swapped, a row added and changed, all undone by name', async ({ page }) => {
  await openDemo(page);
  await page.keyboard.press('g');
  await clickPlan(page, 0.36, 0.29);
  const gapUndo = page.getByRole('button', { name: /^Undo: \w+ left free$/ });
  await expect(gapUndo).toBeVisible();
  await gapUndo.click();
  await page.keyboard.press('g');
  const line = (await page.getByTestId('strings.canvas').boundingBox())!;
  await page.mouse.click(line.x + line.width * 0.3, line.y + 60); // on the strings, by chainage
  await expect(gapUndo).toBeVisible();
  await gapUndo.click();

  const strings = (await page.getByTestId('strings.canvas').boundingBox())!;
  await page.mouse.click(strings.x + 14, strings.y + 22 + 48 + 24);
  await expect(page.getByRole('heading', { name: 'Small-leaved lime' })).toBeVisible();
  await page.getByLabel('Species of this plant').click();
  await page.keyboard.type('quercus robur');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Undo: plant 1 swapped for pedunculate oak' })).toBeVisible();
  await page.keyboard.press('Escape');

  await page.getByRole('button', { name: /^Add a row/ }).click();
  await page.getByRole('textbox', { name: 'Spacing' }).fill('0');
  await page.getByRole('textbox', { name: 'Spacing' }).press('Enter');
  await expect(page.getByText('Spacing must lie between 0.1 and 50 m.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Spacing' }).fill('2 m');
  await page.getByRole('textbox', { name: 'Spacing' }).press('Enter');
  await expect(page.getByRole('button', { name: /^5 Row 5/ })).toContainText('2.0 m apart, 74 plants'); // 151 m: 76 places, those at 62 and 64 m lie in the gate
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await page.getByRole('button', { name: 'Line and settings' }).click();
  await page.getByRole('radiogroup', { name: 'Beyond a gap' }).getByText('begin anew').click();
  await expect(page.getByRole('button', { name: 'Undo: rows begin anew beyond gaps' })).toBeVisible();
  await expect(page.getByRole('button', { name: /^3 / })).toContainText('59 plants'); // 58 on the grid that ran through
});

test('a figure opens to its why, and Find goes anywhere', async ({ page }) => {
  await openDemo(page);
  await page.getByTestId('figure-plants').click();
  await expect(page.getByText('places along each row')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Find' }).waitFor();
  await page.keyboard.type('kitchen');
  await page.keyboard.press('Enter');
  await page.waitForURL(/ground/);
  await expect(page.getByRole('button', { name: 'Delete kitchen window' })).toBeVisible();
});

test('US customary shows the same plants', async ({ page }) => {
  await openDemo(page);
  const before = await figure(page, 'plants');
  await go(page, '/h/tern-hollow/ground/place');
  await page.getByRole('combobox', { name: 'Units' }).click();
  await page.getByTitle('US customary').click();
  await saved(page);
  await page.getByRole('link', { name: 'Ranks' }).click();
  await expect(page.getByRole('button', { name: /^1 Outer/ })).toContainText('4.92 ft apart');
  await expect.poll(() => figure(page, 'plants')).toBe(before);
});

test('schools of practice say what each spacing changes; one is tried out, set and undone; the ends taper', async ({
  page,
}) => {
  await openDemo(page);
  const plants = await figure(page, 'plants');
  await page.getByRole('button', { name: /^2 Tall/ }).click();
  await page.getByRole('button', { name: 'Spacing by school' }).click();
  const schools = page.getByRole('region', { name: 'Spacing by school' });
  await expect(schools.getByRole('listitem')).toHaveCount(4);
  const dense = schools.getByRole('listitem').filter({ hasText: 'Dense, thinned later' });
  await expect(dense).toContainText(/crowns meet in year [34], [1-9]\d* to thin, €[\d.,]+ more/);
  await dense.getByRole('button').click();
  await expect(page.getByRole('button', { name: 'Undo: row 2 spaced: dense, thinned later' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.getByRole('complementary').getByRole('button', { name: 'Close' }).click();
  await expect.poll(() => figure(page, 'plants')).toBe(plants);
  await page.getByRole('button', { name: /^2 Tall/ }).click();
  await page.getByRole('button', { name: 'One kind or many' }).click();
  const mixes = page.getByRole('region', { name: 'One kind or many' });
  await expect(mixes.getByRole('listitem').filter({ hasText: 'A fast nurse in the majority' })).toContainText(
    /nurses out by year \d+/,
  );
  await mixes.getByRole('button', { name: 'Plant one kind, matched' }).click();
  await expect(page.getByRole('combobox', { name: 'Row call of Tall, slow' })).toHaveValue(
    /^1 small-leaved lime every/,
  );
  await page.keyboard.press('Control+z');
  await page.getByRole('complementary').getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: 'Line and settings' }).click();
  const step = page.getByLabel('Taper: each taller row ends sooner by');
  await step.fill('3');
  await step.press('Enter');
  await expect(page.getByRole('button', { name: 'Undo: ends tapered' })).toBeVisible();
  await page.getByRole('complementary').getByRole('button', { name: 'Close' }).click();
  await expect.poll(() => figure(page, 'plants')).toBeLessThan(plants);
});

test('which row where: each order says why and who stands in whose shade; one is laid and undone', async ({ page }) => {
  await openDemo(page);
  await page.getByRole('button', { name: 'Line and settings' }).click();
  await page.getByRole('button', { name: 'Which row where' }).click();
  const orders = page.getByRole('list', { name: 'Which row where' });
  await expect(orders.getByRole('listitem').filter({ hasText: 'As they stand' })).toContainText(
    /From the line: Outer, shrubs; Tall, slow; Evergreen; Fast, nurse\..*in the noon shade of .* from year \d+/,
  );
  const sun = orders.getByRole('listitem').filter({ hasText: 'Low towards the sun' });
  await expect(sun).toContainText('seen from the south');
  await sun.getByRole('button').click();
  await expect(page.getByRole('button', { name: 'Undo: rows ordered: low towards the sun' })).toBeVisible();
  await expect(page.getByRole('button', { name: /^4 Outer, shrubs/ })).toBeVisible();
  await expect(sun.getByRole('button')).toBeDisabled();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^1 Outer, shrubs/ })).toBeVisible();
});
