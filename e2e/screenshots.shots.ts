import { expect, test, type Page } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openDemo } from './steward.ts';

const shoot = (page: Page, name: string) => page.screenshot({ path: `docs/screenshots/${name}.png`, animations: 'disabled' });
const settle = (page: Page) => page.waitForTimeout(900); // fonts, map and lazy parts

test('the views at 1280x800', async ({ page }) => {
  await openDemo(page);
  await settle(page);
  await shoot(page, 'ranks');
  const finding = page.locator('[data-rule=overhead-line]');
  await finding.getByRole('button', { name: 'Leave a gap' }).hover();
  await expect(finding.getByText(/^Then:/)).toBeVisible();
  await settle(page);
  await shoot(page, 'ranks-remedy');
  await page.mouse.move(500, 200);
  await page.goto('/h/tern-hollow/ground/above-below');
  await page.getByRole('button', { name: /^overhead line, 8 m/ }).click();
  await settle(page);
  await page.keyboard.press('0');
  await settle(page);
  await shoot(page, 'ground');
  await page.goto('/h/tern-hollow/order');
  await settle(page);
  await shoot(page, 'order');
  await page.goto('/h/tern-hollow/field/p1');
  await settle(page);
  await shoot(page, 'field');
  await page.goto('/h/tern-hollow/ranks/new');
  await settle(page);
  await shoot(page, 'ranks-new');
  await page.goto('/');
  await settle(page);
  await shoot(page, 'holdings');
});

test('the peg sheet’s first page', () => {
  const folder = mkdtempSync(join(tmpdir(), 'close-rank-'));
  execFileSync('npm', ['run', '-s', 'plan', '--', 'export', 'dist/demo/tern-hollow.closerank', folder]);
  execFileSync('pdftoppm', ['-r', '80', '-png', '-singlefile', join(folder, 'peg-sheets.pdf'), 'docs/screenshots/field-peg-sheet-pdf']);
});

test('on a phone', async ({ browser, baseURL }) => {
  const page = await (await browser.newContext({ baseURL: baseURL!, viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })).newPage();
  await page.goto('/');
  await page.waitForURL(/ranks\/p1/);
  await settle(page);
  await shoot(page, 'ranks-phone');
  await page.getByRole('button', { name: 'House belt: figures and findings' }).tap();
  await settle(page);
  await shoot(page, 'ranks-phone-findings');
  await page.goto('/h/tern-hollow/field/p1');
  await settle(page);
  await shoot(page, 'field-phone');
});
