/** What the browser itself must keep up with, measured in it: a plan of many plants moved under the pointer, and a row dragged. */
import { chromium, type Browser, type Page } from '@playwright/test';
import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import { writeCloserank } from '../../src/core/files/closerank.ts';
import type { Holding } from '../../src/core/holding/schema.ts';
import { createApp } from '../../src/server/create-app.ts';

export interface DrawingTimes {
  /** Milliseconds from frame to frame while the plan is moved, slowest last. */
  readonly pan: readonly number[];
  /** Milliseconds of script and layout for each move of a dragged row, and of a dragged planting day, slowest last. */
  readonly drag: readonly number[];
  readonly day: readonly number[];
}

/** Does `work` with the built app served, and a browser without a screen. */
export async function withApp<T>(work: (browser: Browser, home: string) => Promise<T>): Promise<T> {
  const server = createApp(fileURLToPath(new URL('../../dist', import.meta.url)), { markingSeconds: 1 }).listen(
    0,
    '127.0.0.1',
  );
  await once(server, 'listening');
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  });
  try {
    return await work(browser, `http://127.0.0.1:${(server.address() as AddressInfo).port}/`);
  } finally {
    await browser.close();
    server.close();
  }
}

/** Moves the plan of `many`, drags a row of `few`, and a planting day of `dated`. Takes the built app. */
export const drawingTimes = (many: Holding, few: Holding, dated: Holding): Promise<DrawingTimes> =>
  withApp(async (browser, home) => {
    const open = async (holding: Holding) => {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
      await openHolding(page, home, holding);
      return page;
    };
    return {
      pan: await panned(await open(many)),
      drag: await dragged(await open(few)),
      day: await dayDragged(await open(dated)),
    };
  });

async function openHolding(page: Page, home: string, holding: Holding): Promise<void> {
  await page.goto(home);
  await page.waitForURL(/\/h\//);
  await page.goto(home);
  await page.getByLabel('Holding file').setInputFiles({
    name: `${holding.name}.closerank`,
    mimeType: 'application/zip',
    buffer: Buffer.from(writeCloserank(holding)),
  });
  await page.getByRole('link', { name: holding.name }).click();
  await page.getByRole('link', { name: 'Ranks' }).click();
  await page.getByTestId('strings.canvas').waitFor();
  await page.waitForTimeout(4000); // what is fetched and worked out in idle time is done with
}

/** The whole plan dragged about by its middle for some seconds: each frame's length. */
async function panned(page: Page): Promise<number[]> {
  const box = (await page.getByTestId('plan.map').boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height * 0.9];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.evaluate(`
    globalThis.frames = [];
    let last = performance.now();
    requestAnimationFrame(function tick(now) { frames.push(now - last); last = now; requestAnimationFrame(tick); });
  `);
  // Far enough that the drawing beyond the view is used up and made anew, again and again.
  for (let i = 1; i <= 150; i++) await page.mouse.move(x + 420 * Math.sin(i / 14), y - 100 * Math.sin(i / 9));
  await page.mouse.up();
  return rising(await page.evaluate('frames.slice(2)'));
}

/** A row dragged across on the strings: what each pointer move costs the main thread, until it is drawn. */
async function dragged(page: Page): Promise<number[]> {
  const box = (await page.getByTestId('strings.canvas').boundingBox())!;
  return movesOf(page, [box.x + 300, box.y + 22 + 48 + 24], (i) => [0, 10 * Math.sin(i / 6)]);
}

/** A planting day dragged to and fro on the season: what each move costs until all that follows from it is drawn. */
async function dayDragged(page: Page): Promise<number[]> {
  await page.getByRole('link', { name: 'Days' }).click();
  const flag = page.getByRole('slider').first();
  await flag.waitFor();
  await page.waitForTimeout(2000);
  const box = (await flag.locator('circle').last().boundingBox())!;
  return movesOf(page, [box.x + box.width / 2, box.y + box.height / 2], (i) => [60 * Math.sin(i / 6), 0]);
}

/** Holds something and moves it: for each move the time from the pointer to the frame that answers it. */
async function movesOf(
  page: Page,
  [x, y]: readonly [number, number],
  by: (i: number) => readonly [number, number],
): Promise<number[]> {
  // After the frame in which React and the canvas have answered.
  await page.evaluate(`
    globalThis.moves = [];
    addEventListener('pointermove', () => {
      const start = performance.now();
      requestAnimationFrame(() => setTimeout(() => moves.push(performance.now() - start), 0));
    }, { capture: true });
  `);
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let i = 1; i <= 60; i++) {
    const [dx, dy] = by(i);
    await page.mouse.move(x + dx, y + dy);
    await page.waitForTimeout(30);
  }
  await page.mouse.up();
  return rising(await page.evaluate('moves.slice(3)'));
}

const rising = (times: number[]): number[] => times.sort((a, b) => a - b);
