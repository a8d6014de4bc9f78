import ICAL from 'ical.js';
import type { Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { expect, go, onPhone, openDemo, saved, test } from './steward.ts';
import { tasksTold } from './told.ts';

const TODAY = '2027-03-01';
const fixed = (page: Page) => page.clock.setFixedTime(new Date(`${TODAY}T09:00:00`));
const told = tasksTold(TODAY) as {
  tasks: { id: string; what: string; from: string; to: string }[];
  plantings: { planting: string; from: string; to: string }[];
};

async function openSeason(page: Page, planting: string): Promise<void> {
  await fixed(page);
  await openDemo(page);
  await go(page, `/h/tern-hollow/days/season/${planting}`);
  await expect(page.getByRole('group', { name: /^The season/ })).toBeVisible();
}

test('the season: a planting day is dragged out of its time, all that hangs on it follows, its remedy brings it back', async ({
  page,
}) => {
  await openSeason(page, 'p3');
  const flag = page.getByRole('slider', { name: 'Planting day of Brook strip' });
  const run = told.plantings.find(({ planting }) => planting === 'Brook strip')!;
  expect(run.from).toBe('2027-03-06');
  await expect(flag).toHaveAttribute('aria-valuetext', /^6 to 9 March 2027$/);
  const pegs = page
    .locator('.lane', { hasText: 'Brook strip' })
    .locator('.bar', { hasText: 'Set the pegs' })
    .locator('title');
  const before = await pegs.textContent();
  const box = (await flag.locator('circle').last().boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 140, y, { steps: 8 });
  // While it is held: nothing is changed yet, and what does not fit is said.
  await expect(page.getByRole('heading', { name: /Bare roots are not planted/ })).toBeVisible();
  await expect(pegs).not.toHaveText(before!);
  await expect(page.getByRole('button', { name: /^Undo: planting day/ })).toHaveCount(0);
  await page.mouse.up();
  await expect(page.getByRole('button', { name: /^Undo: planting day/ })).toBeVisible();
  await page.getByRole('button', { name: /^Plant on .* April 2027$/ }).click();
  await expect(page.getByRole('heading', { name: /Bare roots are not planted/ })).toHaveCount(0);
  await flag.focus();
  await page.keyboard.press('PageUp');
  await expect(page.getByRole('heading', { name: /Bare roots are not planted/ })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('heading', { name: /Bare roots are not planted/ })).toHaveCount(0);
  await saved(page);
  await page.getByText('A day', { exact: true }).click();
  await expect(page.getByRole('heading', { level: 1, name: /^\d+ (March|April) 2027$/ })).toBeVisible();
  await expect(page.locator('.lane', { hasText: 'Brook strip' }).locator('.flag')).toBeVisible();
  await page.getByText('Twelve years', { exact: true }).click();
  await expect(page.locator('.bar', { hasText: /^Weed, first time, \d times/ }).first()).toBeVisible();
});

test('people are added, one stays away by a calendar file, the line is manned badly and balanced', async ({ page }) => {
  await openSeason(page, 'p3');
  await page.getByRole('link', { name: 'Crew' }).click();
  await page.getByRole('button', { name: 'Add a person' }).click();
  const added = page.getByRole('region', { name: 'Hand 5' });
  await added.getByLabel('Mon').check();
  await added.getByLabel('no lifting').check();
  const off = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:x',
    'BEGIN:VEVENT',
    'UID:a',
    'DTSTART;VALUE=DATE:20270308',
    'DTEND;VALUE=DATE:20270310',
    'SUMMARY:away',
    'END:VEVENT',
    'END:VCALENDAR',
  ].join('\r\n');
  await added
    .getByLabel('Calendar of Hand 5')
    .setInputFiles({ name: 'off.ics', mimeType: 'text/calendar', buffer: Buffer.from(off) });
  await expect(added.getByRole('button', { name: 'Take 9 March 2027 out' })).toBeVisible();
  await added
    .getByLabel('Calendar of Hand 5')
    .setInputFiles({ name: 'list.csv', mimeType: 'text/csv', buffer: Buffer.from('name,day') });
  await expect(page.getByText('list.csv is not an iCalendar file.')).toBeVisible();

  await page.getByRole('link', { name: 'The line' }).click();
  await expect(page.getByText('As proposed: ')).toBeVisible();
  const guards = page.getByLabel('Hands at guard');
  await guards.fill('0.2');
  await guards.press('Enter');
  await expect(page.getByText(/^Guard holds it up/)).toBeVisible();
  await page.getByRole('button', { name: 'Do so' }).click();
  await expect(page.getByText('As proposed: ')).toBeVisible();
  await page
    .getByRole('row', { name: /^Planting machine/ })
    .getByRole('button', { name: 'Choose' })
    .click();
  await expect(page.getByRole('row', { name: /^Planting machine/ })).toContainText('chosen');
});

test('on a phone this week’s work is ticked, one put off with what moves along, one left-out step becomes a debt; all of it kept', async ({
  browser,
  baseURL,
}) => {
  const page = await onPhone(browser, baseURL!);
  await fixed(page);
  await page.goto('/');
  await page.waitForURL(/ranks\/p1$/);
  await go(page, '/h/tern-hollow/days/week');
  const card = (what: string) => page.getByRole('article', { name: what }).first();
  const materials = page.locator('[data-task="materials:p3:0:0:0"]');
  await expect(materials).toContainText('Brook strip');
  await materials.getByRole('button', { name: 'Done' }).tap();
  await page.getByRole('button', { name: /^Undo: done: / }).tap();
  await materials.getByRole('button', { name: 'Done' }).tap(); // it was open again
  await expect(materials).toContainText('Done 1 March 2027');
  // Ticked by mistake it is opened again, tomorrow too, when nothing of it can be undone any more.
  await page.reload();
  await materials.getByRole('button', { name: /^Open again: .+, Brook strip$/ }).tap();
  await materials.getByRole('button', { name: /^Done: .+, Brook strip$/ }).tap();
  await expect(materials).toContainText('Done 1 March 2027');
  const marks = page.locator('[data-task="marks:p3:0:0:0"]');
  await expect(marks).toContainText(/It holds until \d+ March 2027\./);
  await marks.getByRole('button', { name: 'Put off' }).tap();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('cannot be on');
  await dialog.getByLabel('Why').fill('the office is shut');
  await dialog.getByRole('button', { name: 'Keep' }).tap();
  await expect(marks).toHaveCount(0); // it is due in another week now
  await page.getByRole('button', { name: 'What slipped' }).tap();
  await page.getByRole('combobox', { name: 'Step' }).selectOption('mulch');
  await page.getByRole('button', { name: 'Note it' }).tap();
  await expect(card('Lay the mulch that is missing: 20 plants')).toBeVisible();
  await page.reload();
  await expect(card('Lay the mulch that is missing: 20 plants')).toBeVisible();
  await expect(materials).toContainText('Done 1 March 2027');
  await page.close();
});

test('the calendar file holds the tasks of the command line, and the list prints them', async ({ page }) => {
  await openSeason(page, 'p3');
  await page.getByRole('link', { name: 'List' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Calendar file' }).click();
  const text = readFileSync(await (await download).path(), 'utf8');
  const days = new ICAL.Component(ICAL.parse(text) as unknown as unknown[])
    .getAllSubcomponents('vevent')
    .flatMap((one) =>
      [...one.getAllProperties('dtstart'), ...one.getAllProperties('rdate')].map(
        (day) => `${String(day.getFirstValue())} ${String(one.getFirstPropertyValue('summary'))}`,
      ),
    );
  expect(days.sort()).toEqual(told.tasks.map(({ from, what }) => `${from} ${what}`).sort());
  await page.getByText('By person', { exact: true }).click();
  await expect(page.getByRole('region', { name: 'Partner' })).toContainText('Brook strip');
  await page.getByRole('combobox', { name: 'Where' }).selectOption('Orchard');
  await expect(page.getByRole('region', { name: 'Owner' })).not.toContainText('Brook strip');
});

test('the next days are judged by the simulated weather; without it everything else stands', async ({ page }) => {
  await openSeason(page, 'p3');
  const day = page.getByRole('textbox', { name: 'Planting day' });
  await day.fill('2 Mar 2027');
  await day.press('Enter');
  await expect(page.getByRole('heading', { name: 'The weather is against 2 March' })).toBeVisible();
  await expect(page.getByText('The ground is frozen: no spade goes in')).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.getByRole('link', { name: 'Windows and stock' }).click();
  await expect(page.getByText('stand-in weather, simulated')).toBeVisible();
  await expect(
    page.getByText(/^For bare roots the next good day is|^None of the days that are known is good/),
  ).toBeVisible();
  await page.route('**/api/standins/weather*', (route) => route.abort());
  await page.reload();
  await expect(page.getByText('The simulated service does not answer.')).toBeVisible();
  await expect(page.getByRole('row', { name: /^Bare roots winter, 10 November 2026/ })).toBeVisible();
});
