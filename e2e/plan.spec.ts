import { clickPlan, expect, figure, go, makeHolding, openDemo, openEmpty, saved, test } from './steward.ts';

test('what is drawn can be dragged on the plan, a corner moved by number, both undone', async ({ page }) => {
  await openDemo(page);
  await go(page, '/h/tern-hollow/ground/sun');
  await page.getByRole('button', { name: 'Draw standing tree' }).click();
  await page.getByLabel('Typed place or leg').waitFor();
  await clickPlan(page, 0.5, 0.3);
  await page.getByText('Where it stands').first().click();
  const place = page.getByLabel(/East, north/);
  const [x] = (await place.inputValue()).split(',').map(Number);
  const map = (await page.getByTestId('plan.map').boundingBox())!;
  const at = { x: map.x + map.width * 0.5, y: map.y + map.height * 0.3 };
  await page.mouse.move(at.x, at.y);
  await page.mouse.down();
  await page.mouse.move(at.x + 60, at.y, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByRole('button', { name: 'Undo: moved' })).toBeVisible();
  await page.getByText('Where it stands').click();
  expect(Number((await place.inputValue()).split(',')[0])).toBeGreaterThan(x! + 5);

  await page.getByRole('link', { name: /^Edges/ }).click();
  await page.getByRole('button', { name: 'Corner 2' }).click();
  const east = page.getByRole('textbox', { name: 'East' });
  await expect(east).toHaveValue('110');
  await east.fill('118');
  await east.press('Enter');
  await page.getByRole('button', { name: 'Undo: corner moved' }).click();
  await expect(east).toHaveValue('110');
});

test('a planting is laid along a fence at its setback, by its purpose', async ({ page }) => {
  await openDemo(page);
  await page.getByRole('link', { name: 'New planting' }).click();
  await page.getByRole('radio', { name: 'Stock-proof hedge' }).click();
  await page.getByText('Along something').click();
  await page.getByLabel('Along', { exact: true }).click();
  await page.keyboard.type('west fence, right');
  await page.keyboard.press('Enter');
  await page.getByRole('textbox', { name: 'Setback' }).fill('3');
  await page.getByRole('textbox', { name: 'Setback' }).press('Enter');
  await page.getByRole('button', { name: 'Lay the rows' }).click();
  await expect(page.getByRole('heading', { name: 'Stock-proof hedge' })).toBeVisible();
  await expect.poll(() => figure(page, 'plants')).toBe(586); // 117.2 m at five a metre
  await saved(page);
});

test('years run on: crowns, belt and labels follow the bar and the bracket keys', async ({ page }) => {
  await openDemo(page);
  const width = () => figure(page, 'beltWidth');
  const young = await width();
  const bar = page.getByRole('slider', { name: 'Year shown' });
  await bar.focus();
  await page.keyboard.press('End');
  await expect(bar).toHaveAttribute('aria-valuetext', 'year 40');
  await expect(page.getByText('belt width at year 40')).toBeVisible();
  expect(await width()).toBeGreaterThan(young);
  await page.locator('h2').first().click();
  await page.keyboard.press('[');
  await expect(bar).toHaveAttribute('aria-valuenow', '39');
  const box = (await bar.boundingBox())!;
  await page.mouse.click(box.x + box.width / 8, box.y + 20);
  await expect(bar).toHaveAttribute('aria-valuenow', '5');
});

test('a species dropped on a bead swaps its run, with Alt only the one plant', async ({ page }) => {
  await openDemo(page);
  const strings = page.getByTestId('strings.canvas');
  await page
    .getByRole('listitem')
    .filter({ hasText: 'hornbeam' })
    .first()
    .dragTo(strings, { targetPosition: { x: 14, y: 94 } });
  await expect(page.getByRole('button', { name: 'Undo: small-leaved lime swapped for hornbeam' })).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: 'small-leaved lime' })).toBeHidden();

  // Without dragging: a bead is chosen by key, a species of the legend pressed.
  await page.keyboard.press('Control+z');
  await strings.focus();
  await page.keyboard.press('ArrowRight');
  const legend = page.getByRole('list', { name: /^Species here/ });
  await legend.getByRole('button', { name: 'hornbeam' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /^Undo: .* swapped for hornbeam/ })).toBeVisible();
});

test('a KML boundary comes in with every pin assumed, and makes the first field of an empty holding', async ({
  page,
}) => {
  await openEmpty(page);
  await makeHolding(page, 'Far Field');
  // Its ground stands before a file is brought: what is drawn while it is read would take the field away.
  await expect(page.getByText('no boundary yet')).toBeVisible();
  await page.waitForLoadState('networkidle');
  const corners = [
    [-20, 52],
    [-19.999, 52],
    [-19.999, 52.001],
    [-20, 52],
  ]
    .map(([lon, lat]) => `${lon},${lat}`)
    .join(' ');
  const kml = `<kml xmlns="http://www.opengis.net/kml/2.2"><Placemark><name>field</name><Polygon><outerBoundaryIs><LinearRing><coordinates>${corners}</coordinates></LinearRing></outerBoundaryIs></Polygon></Placemark></kml>`;
  await page
    .getByLabel('Map file')
    .setInputFiles({ name: 'field.kml', mimeType: 'text/xml', buffer: Buffer.from(kml) });
  await page.getByRole('dialog').getByRole('button', { name: 'Bring in 1' }).click();
  await expect(page.getByText('3 corners, 3 assumed')).toBeVisible();
});

test('prices changed follow through to the figures', async ({ page }) => {
  await openDemo(page);
  const before = await figure(page, 'cost');
  await page.getByRole('link', { name: 'Order' }).click();
  const price = page.getByRole('spinbutton', { name: 'Mulch mat', exact: true });
  await price.fill('11.60');
  await price.press('Enter');
  await expect(page.getByText('Mulch mat (yours)')).toBeVisible();
  await page.getByRole('link', { name: 'Ranks' }).click();
  expect((await figure(page, 'cost')) - before).toBe(2710); // 271 mats, 10 dearer each
});

test('the plan opens on the planting in hand, the inset moves it, and the whole holding can still be seen', async ({
  page,
}) => {
  await openDemo(page);
  const inset = page.getByTestId('plan.inset');
  await expect(inset).toBeVisible();
  const frame = async () => {
    const [x, y, width] = await Promise.all(
      ['x', 'y', 'width'].map(async (name) => Number(await inset.locator('.inset-frame').getAttribute(name))),
    );
    return { x: x!, y: y!, width: width! };
  };
  await expect.poll(async () => (await frame()).width).toBeGreaterThan(20);
  const opened = await frame();
  expect(opened.width).toBeLessThan(95); // not the whole
  // House belt lies in the north: its frame stands in the upper half of the small plan.
  expect(opened.y).toBeLessThan(40);
  await inset.focus();
  await page.keyboard.press('ArrowDown');
  await expect.poll(async () => (await frame()).y).toBeGreaterThan(opened.y + 2);
  const box = (await inset.boundingBox())!;
  await page.mouse.click(box.x + box.width * 0.3, box.y + box.height * 0.5);
  await expect.poll(async () => Math.abs((await frame()).x + (await frame()).width / 2 - 30)).toBeLessThan(3);

  await page.getByRole('link', { name: 'Brook strip' }).click();
  await expect.poll(async () => (await frame()).y).toBeGreaterThan(opened.y + 10); // it lies in the south
  await page.getByRole('button', { name: 'Show the whole holding' }).click();
  await expect(inset).toBeHidden();
});

test('guilds are rings round their trees: a ring dragged outward widens its gap, a bead is chosen by a click', async ({
  page,
}) => {
  await openDemo(page);
  await page.getByRole('link', { name: 'Fruit glade' }).click();
  const rings = page.getByRole('region', { name: 'Rings' });
  const canvas = rings.getByRole('application', { name: /^Guilds as rings/ });
  await expect(canvas).toBeVisible();
  await expect(rings.locator('.row-labels li')).toHaveCount(4);
  await canvas.scrollIntoViewIfNeeded();
  const top = async () => {
    const box = (await canvas.boundingBox())!;
    return [box.x + 118, box.y + 16] as const;
  };
  // The first guild fills the first square: its outermost ring stands 16 pixels within, a plant due north.
  await page.mouse.click(...(await top()));
  await expect(page.getByText(/^Guild 1, row 4, plant 1:/)).toBeVisible();
  const [x, y] = await top(); // the panel's words may have moved it
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x, y - 12, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByRole('button', { name: /^Undo: row gap/ })).toBeVisible();
  await expect(rings.locator('.row-labels li').nth(3)).toContainText(/1\.[1-9] m/);
  await canvas.focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText(/^Guild 1, row 4, plant 2:/)).toBeVisible();
});
