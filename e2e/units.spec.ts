import { expect, test, type Page } from '@playwright/test';
import { strFromU8, unzipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import { openDemo, saved } from './steward.ts';

/** A length, area or volume in the other system: '3.2 m', '40 cm', 'a hectare'; '10 ft', '5 in'. */
const METRIC =
  /(?<![\w.])\d(?:[\d.,]*\d)?\s?(?:m|cm|mm|km|ha|m²|m³|m\/s|L)(?![\w²³/])|\b(?:metres?|hectares?|centimetres?)\b/i;
const FEET =
  /(?<![\w.])\d(?:[\d.,/]*\d)?\s?(?:ft|in|yd|ac|mph|ft²|yd³|gal)(?![\w²³])|\b(?:feet|inch(?:es)?|yards|acres?)\b/;
/** Words that are no units: names, sources' titles, and what a field accepts. */
const INNOCENT = [/US customary/g];

/** Everything a steward reads on the page: text, labels, what fields hold and suggest. */
async function read(page: Page): Promise<string> {
  const text = await page.evaluate(() => {
    const parts = [document.body.innerText];
    for (const element of document.querySelectorAll<HTMLElement>('[aria-label],[placeholder],[title]'))
      parts.push(element.getAttribute('aria-label') ?? '', element.getAttribute('placeholder') ?? '');
    for (const input of document.querySelectorAll('input')) parts.push(input.value);
    return parts.join('\n');
  });
  return INNOCENT.reduce((said, pattern) => said.replaceAll(pattern, ''), text);
}

const STOPS = [
  'place',
  'edges',
  'above-below',
  'water',
  'soil',
  'fall',
  'sun',
  'wind',
  'animals',
  'cover',
  'way-in',
  'rules',
  'aims',
];

async function walk(page: Page, other: RegExp): Promise<void> {
  const wrong: string[] = [];
  const look = async (where: string) => {
    for (const line of (await read(page)).split('\n'))
      if (other.test(line)) wrong.push(`${where}: ${line.trim().slice(0, 160)}`);
  };
  const stops = await page.evaluate(() => location.pathname.split('/')[2]!);
  for (const stop of STOPS) {
    await page.goto(`/h/${stops}/ground/${stop}`);
    await expect(page.getByRole('main')).toBeVisible();
    await page.waitForTimeout(400);
    await look(`ground/${stop}`);
  }
  await page.goto(`/h/${stops}/ground/list`);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await look('walk list');
  await page.goto(`/h/${stops}/ranks/new`);
  for (const radio of await page.getByRole('radiogroup', { name: 'What is it for?' }).getByRole('radio').all()) {
    await radio.check();
    await look('new planting');
  }
  for (const planting of ['p1', 'p2', 'p3', 'p4', 'p5', 'p6', 'p7']) {
    await page.goto(`/h/${stops}/ranks/${planting}`);
    await expect(page.getByTestId('figure-plants')).toBeVisible();
    await page.waitForTimeout(600);
    await look(planting);
    await page.getByRole('button', { name: /^1 / }).first().click();
    await look(`${planting}, row`);
  }
  for (const planting of ['p2', 'p3', 'p5']) {
    await page.goto(`/h/${stops}/years/${planting}`);
    await expect(page.getByTestId('figure-year-height')).toBeVisible();
    await expect(page.getByRole('region', { name: 'Aims' })).not.toContainText('Being judged');
    await look(`years ${planting}`);
    await page.getByText('Elevation', { exact: true }).click();
    await look(`years ${planting}, elevation`);
  }
  await page.goto(`/h/${stops}/order`);
  await expect(page.getByTestId('order-total')).toBeVisible();
  await look('order');
  for (const stop of ['weeds', 'animals', 'holes', 'water', 'tools', 'here', 'plants', 'money']) {
    await page.goto(`/h/${stops}/order/${stop}`);
    await expect(page.getByRole('main')).toBeVisible();
    await page.waitForTimeout(400);
    await look(`order/${stop}`);
  }
  for (const stop of ['season', 'week', 'list', 'stock', 'crew', 'line']) {
    await page.goto(`/h/${stops}/days/${stop}`);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    if (stop === 'stock') await expect(page.getByText('stand-in weather, simulated')).toBeVisible();
    await look(`days/${stop}`);
  }
  for (const planting of ['p1', 'p3', 'p6', 'p7']) {
    await page.goto(`/h/${stops}/field/rows/${planting}`);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await look(`field ${planting}`);
  }
  await page.goto(`/h/${stops}/species`);
  await page.getByRole('list').getByRole('button').first().click();
  await look('species book');
  expect(wrong).toEqual([]);
}

/** The text of a file that the page hands over. */
async function fileText(page: Page, button: string): Promise<string> {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: button, exact: true }).first().click();
  const bytes = new Uint8Array(readFileSync(await (await download).path()));
  if (bytes[0] !== 0x50) return strFromU8(bytes);
  return Object.entries(unzipSync(bytes))
    .filter(([name]) => /sharedStrings|sheet1/.test(name))
    .map(([, part]) => strFromU8(part).replace(/<[^>]+>/g, '\n'))
    .join('\n');
}

test('a holding in US customary units shows no metre, in any view or file', async ({ page }) => {
  test.setTimeout(180_000);
  await openDemo(page);
  await page.goto('/h/tern-hollow/ground/place');
  await page.getByRole('combobox', { name: 'Units' }).click();
  await page.getByTitle('US customary').click();
  await saved(page);
  await walk(page, METRIC);
  await page.goto('/h/tern-hollow/order');
  for (const button of ['Spreadsheet', 'CSV'])
    expect((await fileText(page, button)).split('\n').filter((line) => METRIC.test(line))).toEqual([]);
  await page.goto('/h/tern-hollow/field/rows/p1');
  const csv = await fileText(page, 'CSV');
  expect(csv.split('\n').filter((line) => METRIC.test(line))).toEqual([]);
  expect(csv).toContain('chainage ft');
});

test('a holding in metric shows no foot, in any view or file', async ({ page }) => {
  test.setTimeout(180_000);
  await openDemo(page);
  await walk(page, FEET);
  await page.goto('/h/tern-hollow/order');
  for (const button of ['Spreadsheet', 'CSV'])
    expect((await fileText(page, button)).split('\n').filter((line) => FEET.test(line))).toEqual([]);
});
