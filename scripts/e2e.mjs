/** `npm run e2e`: drives the built app in Chromium, from a server of its own on a port that nothing else has. */
import { createServer } from 'node:net';
import { run } from './fresh.mjs';

const probe = createServer().listen(0, '127.0.0.1', () => {
  const { port } = probe.address();
  probe.close(() => run('npx', ['playwright', 'test', ...process.argv.slice(2)], { E2E_PORT: String(port) }));
});
