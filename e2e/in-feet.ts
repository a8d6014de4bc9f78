import type { Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { heldInFeet } from '../checks/in-feet.ts';
import { readCloserank, writeCloserank } from '../src/core/files/closerank.ts';

const DEMO = 'dist/demo/tern-hollow.closerank';

/** The demo holding as it would have been planned in feet, brought in place of the one in metres. */
export async function plannedInFeet(page: Page): Promise<void> {
  const demo = readCloserank(new Uint8Array(readFileSync(DEMO)), 'tern-hollow.closerank');
  const body = Buffer.from(writeCloserank(heldInFeet(demo.holding), demo.pictures));
  await page.route('**/demo/tern-hollow.closerank', (route) => route.fulfill({ body }));
}
