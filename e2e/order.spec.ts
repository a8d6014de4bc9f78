import type { Page } from '@playwright/test';
import { expect, go, onPhone, openDemo, openDemoOnPhone, option, saved, test } from './steward.ts';

const stop = async (page: Page, name: string) => {
  await page.getByRole('navigation', { name: 'The order' }).getByRole('link', { name }).click();
};
const order = async (page: Page) => {
  await stop(page, 'Order list');
  return page.getByTestId('order-total').innerText();
};

test('weeds and animals are decided for a belt: plan, figures, bill and money follow, and each is undone', async ({
  page,
}) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/order');
  const before = await order(page);
  await stop(page, 'Weeds');
  await expect(page.getByRole('heading', { name: 'Weeds: woven mats' })).toBeVisible();
  await page.getByRole('button', { name: 'Woven strip', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Weeds: woven strip' })).toBeVisible();
  await expect(page.getByRole('img', { name: 'Rolls laid along the rows' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Cutting plan' })).toContainText(/\d rolls, \d joints?/);
  await expect(page.locator('.pieces').getByText('Fabric roll', { exact: true })).toBeVisible();
  // One row by chips: fewer rolls, and chips in the bill.
  const rolls = await page.getByRole('region', { name: 'Cutting plan' }).getByRole('heading').innerText();
  await page.getByLabel('Outer, shrubs').click();
  await page.getByTitle('chips in rings').click();
  await expect(page.getByRole('region', { name: 'Cutting plan' }).getByRole('heading')).not.toHaveText(rolls);
  await expect(page.getByText('Wood chips, a cubic metre')).toBeVisible();
  await stop(page, 'Animals');
  await expect(page.getByRole('heading', { name: /^Animals: tubes of 1\.20 m/ })).toBeVisible();
  await expect(page.getByText('No length makes the fence win here')).toBeVisible();
  await page.getByLabel('The whole planting by').fill('deer fence');
  await page.getByTitle('deer fence', { exact: true }).click();
  await expect(page.getByRole('heading', { name: /^Animals: deer fence and tubes of 0\.60 m/ })).toBeVisible();
  await expect(page.getByText('Straining post with strut')).toBeVisible();
  expect(await order(page)).not.toBe(before);
  await stop(page, 'Money');
  const rows = page.getByRole('row', { name: /^House belt/ });
  await expect(rows.first()).toContainText('263');
  // A metre of it in parts: fence and chips are among them, own work in hours beside what is paid.
  await expect(rows.last()).toContainText(/€[\d.]+\s*€[\d.]+.*\d\.\d\d h/s);
  for (let step = 0; step < 3; step++) await page.keyboard.press('Control+z');
  expect(await order(page)).toBe(before);
});

test('drip is laid along the rows from the tap, in zones, and bought; the choice it cannot bear is refused with why', async ({
  page,
}) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/order/water/p2');
  const drip = page.getByRole('row', { name: /^Drip along the rows/ });
  await drip.getByRole('button').click();
  await expect(page.getByRole('table', { name: 'Drip, zone by zone' })).toBeVisible();
  await expect(page.getByText('Drip line, roll of 100 m')).toBeVisible();
  await page.getByLabel('Share of the tap that may be used, %').fill('0');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/too little for one plant’s emitters/).first()).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByText(/too little for one plant’s emitters/).first()).toBeVisible();
});

test('stakes that are here are used before any are bought, a maker’s set stands instead of the formula', async ({
  page,
}) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/order/here');
  await page.getByRole('button', { name: '+ Piece' }).click();
  await page.getByLabel('Piece', { exact: true }).click();
  await page.getByLabel('Piece', { exact: true }).fill('Stake, 1.8');
  await page.getByTitle('Stake, 1.8 m').click();
  await page.getByLabel('How many Stake, 1.8 m').fill('60');
  await page.keyboard.press('Enter');
  await expect(page.getByText('60 of 60')).toBeVisible();
  await stop(page, 'Order list');
  await expect(page.getByRole('row', { name: /^Stake, 1\.8 m/ })).toContainText('60');
  await stop(page, 'Already here');
  await page.getByRole('button', { name: '+ Set' }).click();
  await page.getByLabel('Price of a set').fill('30');
  await page.keyboard.press('Enter');
  await go(page, '/h/tern-hollow/order/animals/p1');
  await page.getByLabel('The whole planting by').fill('Set of ten');
  await page.getByTitle('Set of ten').click();
  await expect(page.getByRole('definition').first()).toContainText('27'); // 263 plants, ten to a set
  await expect(page.getByText('nothing planned').first()).toBeVisible(); // its tubes are too low for deer
});

test('a grant is income beside the cost, cut to its cap with a sentence', async ({ page }) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/order/money');
  await page.getByRole('button', { name: '+ Grant' }).click();
  await page.getByLabel('A metre', { exact: true }).fill('12');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('row', { name: /^Grant: Grant/ })).toContainText('−');
  await page.getByLabel('A metre', { exact: true }).fill('90000');
  await page.keyboard.press('Enter');
  await expect(page.getByText('cut to its cap of 75 % of the cost')).toBeVisible();
});

test('on a phone the stops are walked and a way is chosen', async ({ browser, baseURL }) => {
  const page = await onPhone(browser, baseURL!);
  await openDemoOnPhone(page);
  await go(page, '/h/tern-hollow/order/weeds/p1');
  await page.getByRole('button', { name: 'Hoe', exact: false }).first().tap();
  await page.getByRole('button', { name: 'Weeds', exact: true }).tap();
  await expect(page.getByRole('heading', { name: 'Weeds: scalp and hoe' })).toBeVisible();
});

test('the order is split between suppliers, never dearer than plants from one', async ({ page }) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/order/suppliers');
  const cost = async (way: string) => {
    const text = await page.getByTestId(`split-${way}`).innerText();
    return /\d/.test(text) ? Number(text.replaceAll(/[^\d.]/g, '')) : Infinity;
  };
  await expect(page.getByTestId('split-least')).toContainText('€');
  expect(await cost('least')).toBeLessThanOrEqual(await cost('one'));
  expect(await cost('least')).toBeLessThanOrEqual(await cost('few'));
  await expect(page.getByRole('heading', { name: /^Oxbarrow Stakes and Mesh/ })).toBeVisible();
  await page.getByText('From the fewest').first().click();
  await expect(page.getByRole('heading', { name: /to bring it|brought free/ }).first()).toBeVisible();
});

test('a price list is brought, its unknown name told, and it takes its share of the order', async ({ page }) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/order/suppliers');
  await expect(page.getByTestId('split-least')).toContainText('€');
  const before = await page.getByTestId('split-least').innerText();
  const bring = (text: string) =>
    page
      .getByLabel('Price list')
      .setInputFiles({ name: 'Mallowfield.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await bring('Artikel;Prijs\nHazel;2,00\n');
  const which = page.getByRole('dialog', { name: 'Which column is what' });
  await expect(which.getByRole('button', { name: 'Read it so' })).toBeDisabled();
  for (const [heading, means] of [
    ['Artikel', 'the name'],
    ['Prijs', 'the price'],
  ] as const) {
    await which.getByLabel(heading).click();
    await option(which.getByLabel(heading), means);
  }
  await which.getByRole('button', { name: 'Read it so' }).click();
  await expect(page.getByRole('dialog', { name: 'Mallowfield.csv' })).toContainText('1 thing understood');
  await page.getByRole('button', { name: 'Leave it' }).click();
  await bring('Artikel;Prijs\nHazel;£ 2\n'); // its headings are known by now

  await expect(page.getByRole('alert')).toContainText('this holding counts in EUR');
  await bring('item;size;pack;price\nHornbeam;40-60;25;€ 2,50\nOur tall guard;;1;0,10\n');
  const sheet = page.getByRole('dialog');
  await expect(sheet).toContainText('1 thing understood, 1 name not known here');
  await sheet.getByLabel(/^Line 3: Our tall guard/).fill('Guard, 1.2');
  await page.getByTitle('Guard, 1.2 m', { exact: true }).click();
  await sheet.getByRole('button', { name: 'Keep this supplier' }).click();
  await expect(page.getByText('2 things on its list')).toBeVisible();
  await expect(page.getByTestId('split-least')).not.toHaveText(before);
  await expect(page.getByRole('heading', { name: /^Mallowfield/ })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByTestId('split-least')).toHaveText(before);
});

test('an order is placed; on a phone its delivery is checked in with one line short, claimed, wanted again; each is undone', async ({
  page,
}) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/order/suppliers');
  const place = page.getByRole('button', { name: /^Place the order with Oxbarrow/ });
  const wanted = page.getByRole('link', { name: /^Suppliers/ });
  await place.waitFor();
  const before = (await wanted.textContent())!;
  await place.click();
  await expect(page.getByRole('region', { name: 'Placed orders' })).toContainText('placed');
  await expect(wanted).not.toHaveText(before);
  await page.keyboard.press('Control+z');
  await expect(wanted).toHaveText(before);
  await page.keyboard.press('Control+Shift+z');
  await expect(wanted).not.toHaveText(before);
  await page.reload(); // kept, not only shown
  await page.getByRole('region', { name: 'Placed orders' }).getByRole('link').first().click();

  await page.setViewportSize({ width: 390, height: 844 });
  await page
    .getByRole('button', { name: /^Check in/ })
    .first()
    .click();
  const counted = page.getByRole('spinbutton', { name: /^Counted, of/ });
  const whole = Number(await counted.inputValue());
  await counted.fill(String(whole - 2));
  await counted.press('Enter');
  await page.getByRole('checkbox', { name: /split, bent or crushed/ }).check();
  const png = await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(3000, 2000);
    canvas.getContext('2d')!.fillRect(0, 0, 900, 900);
    return [...new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer())];
  });
  await page.getByLabel('Photos').setInputFiles({ name: 'p.png', mimeType: 'image/png', buffer: Buffer.from(png) });
  const photo = page.getByAltText('What was seen, 1');
  await expect(photo).toBeVisible();
  expect(await photo.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBe(1280);
  await page.getByRole('button', { name: 'Keep this line' }).click();
  const claim = page.getByRole('region', { name: 'Claim' });
  await expect(claim).toContainText(/2 .*: short, €/);
  await expect(claim.getByRole('img')).toHaveCount(1);
  await page.getByRole('button', { name: /still open are all as ordered/ }).click();
  await expect(page.getByRole('button', { name: /^Check in/ })).toHaveCount(0);
  await page
    .getByRole('button', { name: /^A fault in/ })
    .last()
    .click();
  await page.getByRole('textbox', { name: 'Note' }).fill('rotten at the foot');
  await page.getByRole('button', { name: 'Keep this fault' }).click();
  await expect(claim).toContainText('rotten at the foot');

  await page.setViewportSize({ width: 1280, height: 800 });
  await expect(page.getByRole('link', { name: /^Deliveries/ })).toContainText('2 to claim');
  for (const gone of ['rotten at the foot', ' came', ': short']) {
    await page.getByRole('button', { name: /^Undo/ }).first().click();
    await expect(page.getByRole('listitem').last()).not.toContainText(gone);
  }
  await expect(claim).toHaveCount(0);
});

test('a substitute is tried out and taken, the rest re-estimated from what was used, the cost parted, rows packed; each is undone', async ({
  page,
}) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/order/plants');
  await page.getByRole('button', { name: 'Substitutes for hornbeam' }).first().click();
  const list = page.getByRole('list', { name: 'Substitutes for hornbeam' });
  await expect(list.getByRole('listitem')).toHaveCount(5);
  const take = list.getByRole('button').first();
  const taken = (await take.getAttribute('aria-label'))!.replace(/^Take (.*) for hornbeam$/, '$1');
  const hues = () =>
    page
      .locator('svg.where')
      .evaluate((plan) => [...plan.querySelectorAll('circle')].map((dot) => dot.getAttribute('fill')).join());
  const before = await hues();
  await take.focus(); // tried out: the plan above it changes, nothing is done yet
  await expect.poll(hues).not.toBe(before);
  await expect(page.getByRole('button', { name: /^Undo: / })).toHaveCount(0);
  await take.click();
  await page.getByRole('button', { name: `Undo: ${taken} for hornbeam` }).click();
  await expect(page.getByRole('button', { name: 'Substitutes for hornbeam' }).first()).toBeVisible();

  await go(page, '/h/tern-hollow/order/weeds/p1');
  const panel = page.getByRole('complementary', { name: 'Weeds' });
  await panel.getByRole('spinbutton', { name: /^Used, mulch mat/ }).fill('60');
  await panel.getByRole('textbox', { name: 'Done, along the rows' }).fill('100');
  await panel.getByRole('textbox', { name: 'Done, along the rows' }).press('Enter');
  await panel.getByRole('button', { name: 'Estimate the rest' }).click();
  await expect(panel.getByText(/^60 Mulch mat did 100 m of \d+ m .* more than planned/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo: used so far' }).click();
  await expect(panel.getByText(/^60 Mulch mat did/)).toHaveCount(0);

  await go(page, '/h/tern-hollow/order/money');
  await page.getByText('by row', { exact: true }).click();
  await expect(page.getByRole('row', { name: /^House belt, 1 Outer/ })).toContainText('€');
  await go(page, '/h/tern-hollow/order');
  await page.getByRole('button', { name: /^Pack by row/ }).click();
  await expect(page.getByRole('table', { name: 'House belt' }).getByRole('row', { name: /^1 Outer/ })).toContainText(
    'Guard',
  );
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Packing list by row, PDF' }).click();
  expect((await download).suggestedFilename()).toBe('Tern Hollow packing-list.pdf');
});
