import type { Page } from '@playwright/test';
import { strFromU8, unzipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import { converted, FEET, METRIC } from '../checks/in-feet.ts';
import { hurdles } from './axe.ts';
import { plannedInFeet } from './in-feet.ts';
import { expect, go, openDemo, test } from './steward.ts';
import { everywhere } from './walk.ts';

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

/** Opens what a page keeps folded: the questions of each purpose, a row, a drawing, a kind of the book. */
async function unfold(page: Page, path: string, look: (where: string) => Promise<void>): Promise<void> {
  const click = async (name: string | RegExp, what: string) => {
    await page.getByRole('button', { name }).first().click();
    await look(`${path}, ${what}`);
  };
  if (path.endsWith('/ranks/new'))
    for (const radio of await page.getByRole('radiogroup', { name: 'What is it for?' }).getByRole('radio').all()) {
      await radio.check();
      await look(`${path}, ${await radio.inputValue()}`);
    }
  else if (/ranks\/p/.test(path)) await click(/^1 /, 'a row');
  else if (/years\/p[235]$/.test(path)) {
    await page.getByText('Elevation', { exact: true }).click();
    await look(`${path}, elevation`);
  } else if (path.endsWith('/species')) {
    await page.getByRole('list').getByRole('button').first().click();
    await look(`${path}, one kind`);
  }
}

/** Pages built as another is, or another's second address: what is read aloud there was asked on that one. */
const LIKE_ANOTHER = /\/(ranks|years)\/p[^15]|hollow\/\w+$|season\/p/;

/** What screen readers and eyes stumble over, seriously; of a long table its first rows, which the others repeat. */
async function refused(page: Page, rules: string[] | null): Promise<string[]> {
  const found = await hurdles(page, {
    include: [['html']],
    exclude: [['tr:nth-child(n + 8)'], ['li:nth-child(n + 12)']],
    ...(rules && { runOnly: { type: 'rule', values: rules } }),
  });
  return found.filter(({ grave }) => grave).map(({ id, html, why }) => `${id}: ${html} ${why}`);
}

/** Walks the whole holding: no page says a measure of the other system, none has a serious accessibility finding, none spills sideways on a phone. */
async function walk(page: Page, other: (line: string) => boolean, rules: string[] | null): Promise<void> {
  const wrong: string[] = [];
  const look = async (where: string) => {
    for (const line of (await read(page)).split('\n'))
      if (other(line)) wrong.push(`${where}: ${line.trim().slice(0, 160)}`);
  };
  const seen = await everywhere(page, ['/h/tern-hollow/ground/place', '/h/tern-hollow/species'], async (path) => {
    await look(path);
    if (!LIKE_ANOTHER.test(path)) wrong.push(...(await refused(page, rules)).map((one) => `${path}: ${one}`));
    await unfold(page, path, look);
    if (LIKE_ANOTHER.test(path)) return;
    await page.setViewportSize({ width: 390, height: 844 });
    const wide = await page.evaluate(() => document.documentElement.scrollWidth);
    if (wide > 390) wrong.push(`${path}: ${wide} px wide on a phone`);
    await page.setViewportSize({ width: 1280, height: 800 });
  });
  for (const page of [
    'ground/list',
    'ranks/new',
    'ranks/p7',
    'order/suppliers',
    'order/deliveries',
    'days/line',
    'field/over',
    'species',
  ])
    expect(
      seen.some((path) => path.includes(page)),
      page,
    ).toBe(true);
  expect(wrong).toEqual([]);
}

test('every page by day, in metric: no foot, no accessibility finding, nothing too wide for a phone', async ({
  page,
}) => {
  test.setTimeout(300_000);
  await openDemo(page);
  await walk(page, (line) => FEET.test(line), null);
  await go(page, '/h/tern-hollow/order');
  for (const button of ['Spreadsheet', 'CSV'])
    expect((await fileText(page, button)).split('\n').filter((line) => FEET.test(line))).toEqual([]);
});

test('every page by night, of a holding planned in feet: no metre and none converted, contrast enough, nothing too wide for a phone', async ({
  page,
}) => {
  test.setTimeout(300_000);
  await plannedInFeet(page);
  await openDemo(page);
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Night colours' }).click();
  await page.keyboard.press('Escape');
  // By night only colours differ: their contrasts are asked, the rest was by day.
  await walk(page, (line) => METRIC.test(line) || converted(line), ['color-contrast']);
  await go(page, '/h/tern-hollow/order');
  for (const button of ['Spreadsheet', 'CSV'])
    expect((await fileText(page, button)).split('\n').filter((line) => METRIC.test(line) || converted(line))).toEqual(
      [],
    );
  await go(page, '/h/tern-hollow/field/rows/p1');
  const csv = await fileText(page, 'CSV');
  expect(csv.split('\n').filter((line) => METRIC.test(line) || converted(line))).toEqual([]);
  expect(csv).toContain('chainage ft');
});
