import type { AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import { clockOf } from './clock.ts';
import { createApp, serverOf } from './create-app.ts';

const port = Number(process.env['PORT'] ?? 4173);
const host = process.env['HOST'] ?? '127.0.0.1';

function stop(sentence: string): never {
  process.stderr.write(`${sentence}\n`);
  process.exit(1);
}

if (!Number.isInteger(port) || port < 0 || port > 65_535)
  stop(`PORT is '${process.env['PORT']}'; it must be a whole number from 1 to 65535.`);

const app = createApp(fileURLToPath(new URL('../../dist', import.meta.url)), {
  markingSeconds: Number(process.env['MARKING_SECONDS'] ?? 20),
  host,
  now: clockOf(),
});
const server = serverOf(app);
server.on('error', (problem: NodeJS.ErrnoException) => {
  if (problem.code === 'EADDRINUSE')
    stop(
      `Port ${port} is busy: something else listens there, perhaps Close Rank in another window. Stop it, or choose another: PORT=${port + 1} npm start`,
    );
  if (problem.code === 'EACCES')
    stop(`Port ${port} may not be used by this account. Choose one above 1023: PORT=4173 npm start`);
  stop(`The server cannot start on ${host}:${port}: ${problem.message}`);
});
server.listen(port, host, () => {
  const { port: open } = server.address() as AddressInfo;
  process.stdout.write(
    `Close Rank is at http://${host.includes(':') ? `[${host}]` : host}:${open}/  (Ctrl C stops it)\n`,
  );
});
