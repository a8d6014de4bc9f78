import { readFileSync } from 'node:fs';
import { clickPlan, expect, figure, makeHolding, openEmpty, saved, test } from './steward.ts';

test('from the empty list to a printed peg sheet, by mouse', async ({ page }) => {
  await openEmpty(page);
  await makeHolding(page, 'Wether Down');

  await page.getByRole('button', { name: 'Draw the boundary' }).click();
  for (const [x, y] of [
    [0.15, 0.2],
    [0.85, 0.2],
    [0.85, 0.85],
    [0.15, 0.85],
  ] as const)
    await clickPlan(page, x, y);
  await page.getByRole('button', { name: 'Close it' }).click();
  await expect(page.getByText('4 corners, 4 assumed')).toBeVisible();
  await page.getByText('found', { exact: true }).first().click();
  await expect(page.getByText('4 corners, 3 assumed')).toBeVisible();

  await page.getByRole('link', { name: 'Ranks' }).click();
  await page.getByRole('link', { name: 'New planting' }).first().click();
  await page.getByRole('radio', { name: /Stream strip/ }).click();
  await page.getByRole('button', { name: 'Draw the line' }).click();
  await clickPlan(page, 0.25, 0.4);
  await clickPlan(page, 0.75, 0.4);
  await page.getByRole('button', { name: 'Finish' }).click();
  const plants = await figure(page, 'plants');
  expect(plants).toBeGreaterThan(60);
  await saved(page);

  await page.getByRole('link', { name: 'Field' }).click();
  await expect(page.locator('.pegs li')).toHaveCount(plants);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'PDF', exact: true }).click();
  const pdf = readFileSync(await (await download).path()).toString('latin1');
  expect(pdf.slice(0, 5)).toBe('%PDF-');
  expect(pdf.match(/\/Type \/Page\b/g)!.length).toBeGreaterThan(1);
});

test('the same by keyboard only, in feet, ordered and pegged', async ({ page }) => {
  await openEmpty(page);
  const press = async (...keys: string[]) => {
    for (const key of keys) await page.keyboard.press(key);
  };
  const tabTo = async (name: RegExp) => {
    for (let i = 0; i < 80; i++) {
      await page.keyboard.press('Tab');
      const label = await page.evaluate(() => {
        const active = document.activeElement as HTMLElement | null;
        const own =
          active?.closest('label')?.textContent ??
          (active?.id ? document.querySelector(`label[for="${active.id}"]`)?.textContent : '');
        return active === document.body
          ? ''
          : `${active?.getAttribute('aria-label') ?? ''} ${active?.textContent ?? ''} ${own ?? ''}`;
      });
      if (name.test(label)) return;
    }
    throw new Error(`Tab never reached ${String(name)}`);
  };
  await tabTo(/New holding/);
  await press('Enter');
  await page.getByRole('textbox', { name: 'Name' }).waitFor();
  await page.keyboard.type('Keyed Acre');
  await press('Tab');
  await page.keyboard.type('52°0′N 20°0′W');
  await tabTo(/Units/);
  await press('ArrowDown', 'ArrowDown', 'Enter');
  await expect(page.getByTitle('US customary').first()).toBeVisible();
  await tabTo(/Make it/);
  await press('Enter');
  await page.waitForURL(/ground/);

  await tabTo(/Draw the boundary/);
  await press('Enter');
  await page.getByLabel('Typed place or leg').waitFor();
  for (const place of ['-200, -130', '200, -130', '200, 130', '-200, 130']) {
    await page.keyboard.type(place);
    await press('Enter');
  }
  await press('Enter');
  await expect(page.getByText(/2\.39 ac; 4 corners/)).toBeVisible();

  await press('2');
  await tabTo(/New planting/);
  await press('Enter');
  await tabTo(/Field windbreak/);
  await press(...Array.from({ length: 10 }, () => 'ArrowDown')); // down to the last
  await expect(page.getByRole('radio', { name: /^Blank/ })).toBeChecked();
  await tabTo(/Draw the line/);
  await press('Enter');
  await page.getByLabel('Typed place or leg').waitFor();
  await page.keyboard.type('-100, 0');
  await press('Enter');
  await page.keyboard.type('200 at 90');
  await press('Enter', 'Enter');
  await expect(page.getByTestId('figure-plants')).toContainText('41'); // 200 ft at 5 ft, both ends

  await page.getByTestId('strings.canvas').focus();
  await press('ArrowRight', 'ArrowRight');
  await expect(page.getByText('Row 1, plant 3: hazel, at 10.00 ft')).toBeVisible();
  await press('Shift+ArrowRight');
  await expect(page.getByRole('button', { name: '1 Row 1' })).toContainText('39 plants'); // 5.25 ft
  await press('Control+z');
  await expect(page.getByRole('button', { name: '1 Row 1' })).toContainText('41 plants');

  await press('4');
  await expect(page.getByRole('row', { name: /^Hazel/ })).toContainText('41');
  await press('6');
  await expect(page.locator('.pegs li')).toHaveCount(41);
  await expect(page.getByText(/Zero peg: \d+ ft/)).toBeVisible();
  await tabTo(/^ *PDF/);
  const download = page.waitForEvent('download');
  await press('Enter');
  expect((await download).suggestedFilename()).toBe('Keyed Acre Blank peg-sheets.pdf');
});
