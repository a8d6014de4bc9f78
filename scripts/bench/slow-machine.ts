import type { Page } from '@playwright/test';
import { withApp } from './browser.ts';
import { line, type Line } from './tell.ts';

/** A machine four times slower than this one, over 10 Mbit/s with 40 ms to and fro. */
const SLOWER = 4;
const NETWORK = { offline: false, latency: 40, downloadThroughput: 1.25e6, uploadThroughput: 1.25e6 };

async function slowed(page: Page): Promise<Page> {
  const link = await page.context().newCDPSession(page);
  await link.send('Network.emulateNetworkConditions', NETWORK);
  await link.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  return page;
}

/** Seconds from asking for the app until the demo's plan and strings stand, at a first visit and a second, and from a click until Years stands. */
export const slowMachine = (): Promise<Line[]> =>
  withApp(async (browser, home) => {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const seconds = async (begin: () => Promise<unknown>, stands: () => Promise<unknown>) => {
      const start = performance.now();
      await begin();
      await stands();
      return (performance.now() - start) / 1000;
    };
    const first = await slowed(await context.newPage());
    const plan = (page: Page) => async () => {
      await page.getByTestId('strings.canvas').waitFor();
      await page.getByRole('heading', { name: 'House belt' }).waitFor();
    };
    const firstVisit = await seconds(() => first.goto(home), plan(first));
    await first.waitForTimeout(20_000); // what is fetched in idle time is there
    const years = await seconds(
      () => first.getByRole('link', { name: 'Years' }).click(),
      () => first.getByRole('img', { name: /^Section in year/ }).waitFor(),
    );
    await first.close();
    const second = await slowed(await context.newPage());
    const secondVisit = await seconds(() => second.goto(`${home}h/tern-hollow/ranks/p1`), plan(second));
    const told = (work: string, got: number, most: number) =>
      line(`${work}, ${SLOWER} times slower, 10 Mbit/s, 40 ms`, `${got.toFixed(1)} s`, `under ${most} s`, got < most);
    return [
      told('the demo’s plan stands after a first visit', firstVisit, 3.5),
      told('Years stands after its click', years, 2),
      told('the plan stands after a second visit', secondVisit, 1.5),
    ];
  });
