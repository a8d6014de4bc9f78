import {
  chromium,
  expect,
  test as base,
  type Browser,
  type BrowserContext,
  type BrowserContextOptions,
  type Locator,
  type Page,
} from '@playwright/test';
import { MORNING } from '../checks/day.ts';
import config from '../playwright.config.ts';

/** When the tests began: two browsers of one test show the same time, whichever was opened first. */
const BEGUN = Date.now();

/** Makes it the day of the tests in a browser, and lets it fetch only what is asked for. */
async function settled(context: BrowserContext): Promise<BrowserContext> {
  await context.clock.install({ time: Date.parse(MORNING) + Date.now() - BEGUN });
  await context.addInitScript(() =>
    Object.defineProperty(Navigator.prototype, 'connection', { value: { saveData: true } }),
  );
  return context;
}

/** A test of the interface: no browser of it knows today, nor keeps the app for a day without a network unless it says so. */
export const test = base.extend({
  serviceWorkers: 'block',
  context: async ({ context }, use) => use(await settled(context)),
});
export { expect } from '@playwright/test';

/** A phone: its page and its touch. */
export const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

/** A browser that a test makes for itself. */
export const another = async (browser: Browser, options: BrowserContextOptions): Promise<BrowserContext> =>
  settled(await browser.newContext({ serviceWorkers: 'block', ...options }));

/** A browser with its own folder, which can be killed and started again; it keeps the app for a day without a network. */
export const withFolder = async (folder: string, baseURL: string, options: BrowserContextOptions = {}) =>
  settled(
    await chromium.launchPersistentContext(folder, {
      ...config.use!.launchOptions,
      serviceWorkers: 'allow',
      baseURL,
      ...options,
    }),
  );

/** Opens the app for the first time: it brings the demo holding. */
export async function openDemo(page: Page): Promise<void> {
  await page.goto('/');
  await page.waitForURL(/\/h\/tern-hollow\/ranks\/p1$/);
  await expect(page.getByRole('heading', { name: 'House belt' })).toBeVisible();
}

/** The same on a phone, where the panel with its heading is folded away. */
export async function openDemoOnPhone(page: Page): Promise<void> {
  await page.goto('/');
  await page.waitForURL(/\/h\/tern-hollow\/ranks\/p1$/);
  await expect(page.getByTestId('save-state')).toBeVisible();
}

/** A page on a phone, touched. */
export const onPhone = async (browser: Browser, baseURL: string): Promise<Page> =>
  (await another(browser, { baseURL, ...PHONE })).newPage();

/** Opens the app with an empty list. */
export async function openEmpty(page: Page): Promise<void> {
  await openDemo(page);
  await page.goto('/');
  // The list may still be drawn anew as the menu opens, and take it away: it is opened again then.
  await expect(async () => {
    await page.getByRole('button', { name: 'More for Tern Hollow' }).click({ timeout: 3000 });
    await page.getByRole('menuitem', { name: 'Delete' }).click({ timeout: 3000 });
    await expect(page.getByText('No holding yet.')).toBeVisible({ timeout: 5000 });
  }).toPass({ timeout: 30_000 });
}

/** Goes to another address of the app as a link does, without loading it anew. */
export async function go(page: Page, path: string): Promise<void> {
  await page.evaluate((to) => {
    history.pushState(null, '', to);
    dispatchEvent(new PopStateEvent('popstate', { state: null }));
  }, path);
  // An address may lead on to another.
  await page.waitForFunction(() => document.querySelector<HTMLElement>('.frame')?.dataset['at'] === location.pathname);
}

export const saved = (page: Page) => expect(page.getByTestId('save-state')).toHaveText(/^Saved \d/);

/** The number in a figure of the panel. */
export const figure = async (page: Page, key: string): Promise<number> =>
  Number((await page.getByTestId(`figure-${key}`).locator('strong').innerText()).replace(/[^\d.]/g, ''));

/** Clicks the plan at a share of its width and height. */
export async function clickPlan(page: Page, x: number, y: number): Promise<void> {
  const box = (await page.getByTestId('plan.map').boundingBox())!;
  await page.mouse.click(box.x + box.width * x, box.y + box.height * y);
}

/** Drags on the strings: from a chainage share and row to another. Rows are 48 px high below an axis of 22. */
export async function dragBead(page: Page, row: number, fromX: number, dx: number, dy = 0): Promise<void> {
  const box = (await page.getByTestId('strings.canvas').boundingBox())!;
  const y = box.y + 22 + 48 * row + 24;
  await page.mouse.move(box.x + fromX, y);
  await page.mouse.down();
  await page.mouse.move(box.x + fromX + dx, y + dy, { steps: 8 });
}

/** Makes a holding by the dialog from the list, and waits for its ground. */
export async function makeHolding(
  page: Page,
  name: string,
  { place = '52, -20', units = 'Metric' } = {},
): Promise<void> {
  await page.getByRole('button', { name: 'New holding' }).first().click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('textbox', { name: 'Name' }).fill(name);
  await dialog.getByLabel('Place: latitude, longitude').fill(place);
  if (units !== 'Metric') {
    await dialog.getByRole('combobox', { name: 'Units' }).click();
    await page.getByTitle(units).click();
  }
  await dialog.getByRole('button', { name: 'Make it' }).click();
  await page.waitForURL(/ground/);
}

/** An option of a list opened by name, in the list that is its own: the one before may still be closing. */
export async function option(box: Locator, name: string): Promise<void> {
  const list = box.page().locator(`.ant-select-dropdown:has([id="${await box.getAttribute('aria-controls')}"])`);
  await list.getByText(name, { exact: true }).click();
}
