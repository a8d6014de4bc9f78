import type { Browser, Page } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { hurdles } from './axe.ts';
import { SEED, tries } from '../checks/attack.ts';
import { readDayFile } from '../src/core/files/day-file.ts';
import { readRecord } from '../src/core/record/lines.ts';
import { stateOf } from '../src/core/record/planted.ts';
import { ledgerOf } from '../src/core/record/ledger.ts';
import type { RecordEvent } from '../src/core/record/events.ts';
import { PHONE, expect, go, onPhone, openDemoOnPhone, option, test, withFolder } from './steward.ts';

const planted = (page: Page) => page.getByRole('button', { name: 'Planted', exact: true });
const at = (page: Page) => page.locator('.plant-name strong').first();
const tab = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Pages of Field' }).getByRole('link', { name }).tap();

/** Pegs a planting of the demo as a steward does: every stop is answered first. */
async function peg(page: Page, planting: string): Promise<void> {
  await go(page, `/h/tern-hollow/field/rows/${planting}`);
  const box = page.getByRole('region', { name: 'Pegging' });
  const button = box.getByRole('button', { name: /^Peg \d/ });
  await expect(button).toBeVisible();
  const stops = await box.getByRole('checkbox').all();
  if (stops.length > 0) await expect(button).toBeDisabled();
  for (const stop of stops) await stop.check();
  await button.tap();
  await expect(box.getByText(/^Pegged on/)).toBeVisible();
}

/** The day file that a phone hands over. */
async function handedOver(page: Page): Promise<{ path: string; events: readonly RecordEvent[] }> {
  await tab(page, 'Hand over');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Hand over the day' }).tap();
  const done = await download;
  const path = join(mkdtempSync(join(tmpdir(), 'day-')), done.suggestedFilename());
  await done.saveAs(path);
  return { path, events: readRecord(readDayFile(new Uint8Array(readFileSync(path)), path).lines).events };
}
const stateIn = (events: readonly RecordEvent[], label: string) =>
  stateOf([...ledgerOf(events).planted.values()].flatMap(({ said }) => [...(said.get(label) ?? [])]));

test('a row is planted with a skip, a move and a swap, with no signal; the phone dies and nothing is lost', async ({
  baseURL,
}) => {
  const profile = mkdtempSync(join(tmpdir(), 'close-rank-'));
  const start = () => withFolder(profile, baseURL!, PHONE);
  const first = await start();
  const page = first.pages()[0]!;
  await openDemoOnPhone(page);
  await page.evaluate(() => navigator.serviceWorker.ready);
  await peg(page, 'p1');
  await first.setOffline(true);
  await page.reload();
  await tab(page, 'Plant');
  await expect(at(page)).toHaveText('A1-001');
  await planted(page).tap();
  await expect(at(page)).toHaveText('A1-002');
  await page.getByRole('button', { name: 'Skipped' }).tap();
  await page.getByRole('button', { name: 'Rock' }).tap();
  await expect(at(page)).toHaveText('A1-003');
  await page.getByRole('button', { name: 'Moved' }).tap();
  for (let i = 0; i < 6; i++) await page.getByRole('button', { name: 'Along the row, more' }).tap();
  await expect(page.getByRole('alert')).toContainText(
    'It stands 0.30 m from its peg; plants of House belt may stand 0.15 m',
  );
  await page.getByRole('button', { name: 'It stands 0.30 m away' }).tap();
  await expect(at(page)).toHaveText('A1-004');
  await page.getByRole('button', { name: 'Other kind' }).tap();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^holly|^spindle|^Norway spruce/ })
    .first()
    .tap();
  await expect(at(page)).toHaveText('A1-005');
  // A thumb that rests on it asks for the rest, and plants nothing.
  await planted(page).dispatchEvent('pointerdown');
  await page.getByRole('button', { name: 'Bad roots' }).tap();
  await expect(page.getByRole('list', { name: 'Notes' })).toContainText('Bad roots');
  await expect(at(page)).toHaveText('A1-005');
  await page.getByRole('button', { name: 'From here…' }).tap();
  await page.getByRole('button', { name: '10 plants planted' }).tap();
  await expect(at(page)).toHaveText('A1-015');
  await expect(page.getByTestId('count-planted')).toHaveText('13 of 97 planted');
  execFileSync('pkill', ['-9', '-f', profile]);

  const second = await start();
  await second.setOffline(true);
  const again = second.pages()[0]!;
  await again.goto('/day');
  await expect(at(again)).toHaveText('A1-015');
  await expect(again.getByTestId('count-planted')).toHaveText('13 of 97 planted');
  await expect(again.getByTestId('count-skipped')).toHaveText('1 skipped');
  await expect(again.getByText('no signal, kept')).toBeVisible();
  const { events } = await handedOver(again);
  expect(stateIn(events, 'A1-001')).toMatchObject({ stands: 'planted', place: null });
  expect(stateIn(events, 'A1-002')).toMatchObject({ stands: 'skipped', last: { body: { reason: 'Rock' } } });
  expect(stateIn(events, 'A1-003').place).not.toBeNull();
  expect(stateIn(events, 'A1-004').kind).not.toBeNull();
  // Taken back, it is open again.
  await again.goto('/h/tern-hollow/field/plant/A1-002');
  await again.getByRole('button', { name: 'Take back' }).tap();
  await expect(planted(again)).toBeEnabled();
  await second.close();
});

test('two phones plant one row; a third device lays their days together, twice, and settles what they say differently', async ({
  browser,
  baseURL,
}) => {
  test.slow();
  const desk = await onPhone(browser, baseURL!);
  await openDemoOnPhone(desk);
  await peg(desk, 'p4');
  await tab(desk, 'Hand over');
  const download = desk.waitForEvent('download');
  await desk.getByRole('button', { name: 'Send the plan to a phone' }).tap();
  const plan = join(mkdtempSync(join(tmpdir(), 'plan-')), 'Tern Hollow.closerank');
  await (await download).saveAs(plan);
  const days: string[] = [];
  for (const name of ['Ida', 'Ben']) {
    const phone = await withPlan(browser, baseURL!, plan);
    await tab(phone, 'Hand over');
    await phone.getByLabel('Who plants with this phone').fill(name);
    await tab(phone, 'Plant');
    if (name === 'Ida') {
      for (let i = 1; i <= 4; i++) {
        await expect(at(phone)).toHaveText(`D1-00${i}`);
        await planted(phone).tap();
      }
      await expect(at(phone)).toHaveText('D1-005');
    } else {
      await planted(phone).tap();
      await expect(at(phone)).toHaveText('D1-002');
      await phone.getByRole('button', { name: 'Skipped' }).tap();
      await phone.getByRole('button', { name: 'Pipe or cable' }).tap();
      await expect(at(phone)).toHaveText('D1-003');
    }
    days.push((await handedOver(phone)).path);
    await phone.context().close();
  }
  const input = desk.getByLabel('Day files');
  await input.setInputFiles(days);
  await expect(desk.getByTestId('came')).toContainText('6 new entries, 1 known already, 1 plant said differently.');
  await input.setInputFiles(days);
  await expect(desk.getByTestId('came')).toContainText('0 new entries');
  const row = desk.getByRole('article', { name: 'D1-002' });
  await expect(row.getByRole('button')).toHaveText([/^Planted by Ida/, /^Skipped: pipe or cable by Ben/]);
  await row.getByRole('button', { name: /^Skipped/ }).tap();
  await expect(desk.getByRole('region', { name: 'Said differently' })).toHaveCount(0);
  const cut = join(mkdtempSync(join(tmpdir(), 'cut-')), 'cut.closerank-day');
  writeFileSync(cut, readFileSync(days[0]!).subarray(0, 300));
  await input.setInputFiles([cut]);
  await expect(desk.getByRole('alert')).toContainText(/cut\.closerank-day .*ends early/);
  // The command line lays the same files together to the same record.
  const out = join(mkdtempSync(join(tmpdir(), 'out-')), 'all.closerank');
  const told = JSON.parse(
    execFileSync('npx', ['tsx', 'scripts/plan.ts', 'merge', plan, ...days, out], { encoding: 'utf8' }),
  ) as { new: number; saidDifferently: { label: string }[] };
  expect(told).toMatchObject({ new: 6, saidDifferently: [{ label: 'D1-002' }] });
  const ledger = (file: string) =>
    execFileSync('npx', ['tsx', 'scripts/plan.ts', 'ledger', file], { encoding: 'utf8' });
  const reversed = join(mkdtempSync(join(tmpdir(), 'out-')), 'all.closerank');
  execFileSync('npx', ['tsx', 'scripts/plan.ts', 'merge', plan, ...days.toReversed(), days[0]!, reversed]);
  expect(ledger(reversed)).toBe(ledger(out));
});

/** A phone that took a plan along. */
async function withPlan(browser: Browser, baseURL: string, plan: string): Promise<Page> {
  const page = await onPhone(browser, baseURL);
  await openDemoOnPhone(page);
  await page.goto('/');
  await page.getByLabel('Holding file').setInputFiles(plan);
  await page.getByRole('button', { name: 'Take its plan over' }).tap();
  await expect(page.getByRole('link', { name: 'Tern Hollow, before' })).toBeVisible();
  await go(page, '/h/tern-hollow/field/rows/p4');
  return page;
}

test('a card is opened and printed, the next peg followed with the simulated receiver until it may be set', async ({
  browser,
  baseURL,
}) => {
  const page = await onPhone(browser, baseURL!);
  await page.clock.install({ time: new Date('2027-03-20T08:00:00') });
  await openDemoOnPhone(page);
  await peg(page, 'p1');
  await tab(page, 'Card');
  const card = page.getByRole('article', { name: /^Card: guelder rose, bare-root whip/ }).first();
  await expect(card.getByRole('img', { name: 'How guelder rose stands in its hole, to scale' })).toBeVisible();
  await expect(card.getByRole('listitem').first()).toContainText('Services marked');
  // The browser prints no cut page: it says where the papers are.
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByText('is printed from its files')).toBeVisible();
  await expect(card).toBeHidden();
  await page.emulateMedia({ media: 'screen' });
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'PDF', exact: true }).tap();
  expect(
    readFileSync(await (await download).path())
      .subarray(0, 5)
      .toString(),
  ).toBe('%PDF-');

  await tab(page, 'Next peg');
  await expect(page.getByRole('heading', { name: 'Next peg: A1-001' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Two tapes' })).toContainText('By two tapes');
  const box = page.getByRole('combobox', { name: 'Where I stand, by' });
  await box.click();
  await option(box, 'Simulated, satellites alone');
  await page.clock.runFor(20_000);
  await expect(page.getByTestId('worth')).toContainText('Find it, then tape it. Good to 5.00 m only');
  await box.click();
  await option(box, 'Simulated, base station, fixed');
  await page.clock.runFor(2000);
  const metres = async () => Number.parseFloat(await page.getByTestId('next-metres').innerText());
  expect(await metres()).toBeGreaterThan(5);
  await expect(page.getByTestId('worth')).not.toContainText('Good enough');
  await page.clock.runFor(20_000);
  expect(await metres()).toBeLessThan(0.2);
  await expect(page.getByTestId('worth')).toContainText(
    'Good enough to set it. Good to 0.05 m; this planting bears 0.15 m',
  );
  await expect(page.getByRole('img', { name: 'Here' })).toBeVisible();
  await page.getByRole('button', { name: 'Peg set, next' }).tap();
  await expect(page.getByRole('heading', { name: 'Next peg: A1-002' })).toBeVisible();
  await page.context().grantPermissions([]);
  await box.click();
  await option(box, 'This phone’s own receiver');
  await page.clock.runFor(2000);
  await expect(page.getByTestId('worth')).toContainText('This browser may not tell where it is');
  // A label is opened by typing it; one of another holding, or none at all, is a sentence.
  await tab(page, 'Hand over');
  await page.getByRole('textbox', { name: 'Label' }).fill('a2 7');
  await page.getByRole('button', { name: 'Open it' }).tap();
  await expect(at(page)).toHaveText('A2-007');
  await tab(page, 'Hand over');
  for (const [said, answer] of [
    ['close-rank:other-farm/A1-001', 'label of another holding, not of Tern Hollow'],
    ['oak', 'is not a label. It reads like B2-017'],
  ]) {
    await page.getByRole('textbox', { name: 'Label' }).fill(said!);
    await page.getByRole('button', { name: 'Open it' }).tap();
    await expect(page.getByRole('alert')).toContainText(answer!);
  }
  const big = { name: 'big.jpg', mimeType: 'image/jpeg', buffer: Buffer.alloc(40_000_000) };
  await tab(page, 'Plant');
  await page.getByRole('button', { name: 'Photo' }).tap();
  await page.getByLabel('Photos').setInputFiles(big);
  await expect(page.getByRole('alert')).toContainText('big.jpg takes 40 MB; photos of up to 30 MB are taken in');
  const dot = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';
  await page
    .getByLabel('Photos')
    .setInputFiles({ name: 'root.png', mimeType: 'image/png', buffer: Buffer.from(dot, 'base64') });
  await expect(page.getByRole('list', { name: 'Notes' })).toContainText('Photo');
  // What stands, and the labels, as files made in the phone itself.
  await tab(page, 'Hand over');
  const made = async (name: string) => {
    const file = page.waitForEvent('download');
    await page.getByRole('button', { name, exact: true }).tap();
    return readFileSync(await (await file).path()).toString('latin1');
  };
  for (const name of ['GPX', 'KML', 'DXF', 'GeoJSON', 'CSV'])
    expect([name, await made(name)]).toEqual([name, expect.stringContaining('A1-001')]);
  expect(await made('Row ends')).toMatch(/^%PDF-/);
});

test('the pages of Field are read in sunlight, by screen readers and by thumbs', async ({ browser, baseURL }) => {
  const page = await onPhone(browser, baseURL!);
  await openDemoOnPhone(page);
  await peg(page, 'p1');
  for (const stop of ['Plant', 'Card', 'Next peg', 'Hand over', 'Rows']) {
    await tab(page, stop);
    await expect(
      page.getByRole('navigation', { name: 'Pages of Field' }).getByRole('link', { name: stop }),
    ).toHaveClass(/active/);
    await expect(page.locator('main [aria-busy=true]')).toHaveCount(0);
    for (const runOnly of [
      { type: 'tag' as const, values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa'] },
      { type: 'rule' as const, values: ['color-contrast-enhanced'] },
    ])
      expect([stop, await hurdles(page, { include: [['main']], runOnly })]).toEqual([stop, []]);
    const small = await page
      .locator('main :is(button, a, input:not([type=file]):not([type=checkbox]), summary), .field-bar a')
      .evaluateAll((all) =>
        all.flatMap((one) => {
          const { width, height } =
            one.closest('.ant-select, .ant-input-number')?.getBoundingClientRect() ?? one.getBoundingClientRect();
          return width > 0 && (height < 44 || width < 40) ? [`${one.outerHTML.slice(0, 120)} ${width} ${height}`] : [];
        }),
      );
    expect([stop, small]).toEqual([stop, []]);
  }
  // What must be ticked before the pegs is said at the head of the sheet too, with its place.
  await expect(page.getByText(/^Before anybody digs: \d+ plants will reach the overhead line\. Row 1/)).toBeVisible();
});

test('of all taps none that was answered is lost, though the browser is killed again and again', async ({
  baseURL,
}) => {
  test.setTimeout(tries(100) * 30_000);
  const folder = mkdtempSync(join(tmpdir(), 'taps-'));
  const plan = {
    name: 'Long',
    latitude: 52,
    longitude: -20,
    plantings: [
      {
        name: 'Long',
        baseline: {
          points: [
            [0, 0],
            [620, 0],
          ],
        },
        rows: [{ spacing: 0.5, species: [[1, 'Corylus avellana']] }],
      },
    ],
  };
  writeFileSync(join(folder, 'long.json'), JSON.stringify(plan));
  execFileSync('npx', ['tsx', 'scripts/plan.ts', 'new', join(folder, 'long.json'), folder]);
  const profile = mkdtempSync(join(tmpdir(), 'close-rank-'));
  const answered = new Set<string>();
  const kills = tries(100);
  for (let round = 0; round < kills; round++) {
    const context = await withFolder(profile, baseURL!, PHONE);
    const page = context.pages()[0]!;
    if (round === 0) {
      await openDemoOnPhone(page);
      await page.goto('/');
      await page.getByLabel('Holding file').setInputFiles(join(folder, 'long.closerank'));
      await page.getByRole('link', { name: 'Long', exact: true }).tap();
      await page.waitForURL(/\/h\/long/);
      await page.goto('/h/long/field/rows/p1');
      await page.getByRole('button', { name: /^Peg 1,241/ }).tap();
    }
    let stop: () => void;
    const enough = new Promise<void>((resolve) => (stop = resolve));
    // After some three to fourteen answers the machine dies.
    const kill = answered.size + 3 + ((round * 7 + SEED) % 12);
    await page.exposeFunction('answeredTap', (label: string) => {
      answered.add(label);
      if (answered.size >= kill) stop();
    });
    await page.goto('/h/long/field/plant/p1');
    await expect(planted(page)).toBeEnabled();
    await page.evaluate(() => {
      const label = () => document.querySelector('.plant-name strong')?.textContent ?? '';
      let tapped = '';
      const tick = () => {
        const here = label();
        if (tapped && here && here !== tapped) {
          // The page has gone on: that is its answer.
          (window as unknown as { answeredTap(label: string): void }).answeredTap(tapped);
          tapped = '';
        }
        const button = document.querySelector<HTMLButtonElement>('.planted-button');
        if (!tapped && button && !button.disabled) {
          tapped = here;
          button.click();
        }
        setTimeout(tick, 2);
      };
      tick();
    });
    await enough;
    execFileSync('pkill', ['-9', '-f', profile]);
    await context.close().catch(() => undefined);
  }
  const context = await withFolder(profile, baseURL!, PHONE);
  const page = context.pages()[0]!;
  await page.goto('/h/long/field/plant/p1');
  const { events } = await handedOver(page);
  const kept = new Set(events.flatMap((event) => (event.kind === 'planted' ? event.body.labels : [])));
  expect([...answered].filter((label) => !kept.has(label))).toEqual([]);
  expect(answered.size).toBeGreaterThanOrEqual(3 * kills);
  await context.close();
});

test('a label is scanned where the browser reads codes; a camera that is refused is a sentence', async ({
  browser,
  baseURL,
}) => {
  const page = await onPhone(browser, baseURL!);
  // A reader of codes that finds one, as phones have it; the first time the camera is refused.
  await page.addInitScript(() => {
    let asked = 0;
    Object.assign(window, {
      BarcodeDetector: class {
        detect = () => Promise.resolve([{ rawValue: 'https://farm.test/h/tern-hollow/field/plant/A1-003' }]);
      },
    });
    navigator.mediaDevices.getUserMedia = () =>
      asked++ === 0
        ? Promise.reject(new DOMException('no', 'NotAllowedError'))
        : Promise.resolve(document.createElement('canvas').captureStream(10));
    Object.defineProperty(HTMLMediaElement.prototype, 'readyState', { get: () => 4 });
  });
  await openDemoOnPhone(page);
  await peg(page, 'p1');
  await tab(page, 'Hand over');
  await page.getByRole('button', { name: 'Scan a label' }).tap();
  await expect(page.getByRole('alert')).toContainText(
    'The camera is not given to this page. Allow it in the browser’s settings, or type the label.',
  );
  await page.getByRole('button', { name: 'Scan a label' }).tap();
  await expect(at(page)).toHaveText('A1-003');
});
