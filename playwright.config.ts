import { defineConfig } from '@playwright/test';
import { MORNING } from './checks/day.ts';

// Never a server that somebody else started: scripts/test.mjs finds a free port, and so does whoever runs this alone.
const PORT = Number(process.env['E2E_PORT'] ?? 4188);

export default defineConfig({
  testDir: 'e2e',
  testMatch: '*.spec.ts',
  timeout: 120_000,
  expect: { timeout: 25_000 },
  workers: 2,
  fullyParallel: true,
  // a machine that other work slows may miss a click: a test that passes when it is run again is named as flaky
  retries: process.env['CI'] ? 1 : 0,
  reporter: process.env['CI'] ? 'list' : 'line',
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    // Nothing moves, as some stewards ask: lists and dialogs must work so too.
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  webServer: {
    command: 'npx tsx src/server/start.ts',
    env: { PORT: String(PORT), MARKING_SECONDS: '1', NOW: MORNING },
    url: `http://127.0.0.1:${PORT}`,
    reuseExistingServer: false,
  },
});
