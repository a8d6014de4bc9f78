import { once } from 'node:events';
import { mkdtemp, mkdir, writeFile } from 'node:fs/promises';
import { request, type Server } from 'node:http';
import { connect, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createApp, serverOf } from './create-app.ts';

let server: Server;

beforeAll(async () => {
  const folder = await mkdtemp(join(tmpdir(), 'close-rank-'));
  await mkdir(join(folder, 'built', 'assets'), { recursive: true });
  await writeFile(join(folder, 'secret.txt'), 'secret');
  await writeFile(join(folder, 'built', '.env'), 'secret');
  await writeFile(join(folder, 'built', 'index.html'), 'the app');
  await writeFile(join(folder, 'built', 'assets', 'a.js'), 'script');
  server = createApp(join(folder, 'built')).listen(0, '127.0.0.1');
  await once(server, 'listening');
});
afterAll(() => void server.close());

/** Asks with the path just as written: fetch would tidy the dots away. */
const ask = (path: string, headers: Record<string, string> = {}) =>
  new Promise<{ status: number; body: string; policy: string }>((resolve, reject) => {
    const { port } = server.address() as AddressInfo;
    request({ host: '127.0.0.1', port, path, headers }, (response) => {
      let body = '';
      response.on('data', (chunk: Buffer) => (body += chunk.toString()));
      response.on('end', () =>
        resolve({ status: response.statusCode!, body, policy: String(response.headers['content-security-policy']) }),
      );
    })
      .on('error', reject)
      .end();
  });

describe(createApp, () => {
  it('serves the app at its own addresses and its files as they are', async () => {
    expect(await ask('/')).toMatchObject({ status: 200, body: 'the app' });
    expect(await ask('/h/tern-hollow/ranks/p1')).toMatchObject({ status: 200, body: 'the app' });
    expect(await ask('/assets/a.js')).toMatchObject({ status: 200, body: 'script' });
  });

  it.each(['evil.example', 'evil.example:4173', 'localhost.evil.example'])(
    'does not answer to the name %s',
    async (host) => {
      expect(await ask('/', { host })).toMatchObject({ status: 421 });
      expect((await ask('/api/standins/climate?latitude=1&longitude=1', { host })).status).toBe(421);
    },
  );
  it.each(['localhost:4173', '127.0.0.1', '[::1]:4173', '192.168.1.20:4173'])('answers to %s', async (host) =>
    expect(await ask('/', { host })).toMatchObject({ status: 200 }),
  );

  it('closes sockets that say nothing, and requests that never end', async () => {
    const waiting = serverOf(createApp('/nowhere'), 200).listen(0, '127.0.0.1');
    await once(waiting, 'listening');
    const { port } = waiting.address() as AddressInfo;
    for (const said of ['', 'GET / HTTP/1.1\r\nHost: localhost\r\n']) {
      const socket = connect(port, '127.0.0.1');
      socket.on('error', () => undefined);
      socket.write(said);
      socket.resume();
      await once(socket, 'close');
    }
    waiting.close();
  }, 10_000);

  it.each([
    '/../secret.txt',
    '/assets/../../secret.txt',
    '/..%2fsecret.txt',
    '/%2e%2e/secret.txt',
    '/assets/..%5c..%5csecret.txt',
    '/.env',
    '/assets/none.js',
    '/api/none',
  ])('keeps %s to itself', async (path) => {
    const { status, body } = await ask(path);
    expect(status).toBeGreaterThanOrEqual(400);
    expect(body).not.toContain('secret');
  });

  it('allows no inline script and no outside address', async () => {
    const { policy } = await ask('/');
    expect(policy).toContain("default-src 'none'");
    expect(policy).toMatch(/script-src 'self' 'wasm-unsafe-eval'(;|$)/);
    expect(policy).not.toMatch(/https?:|\*|script-src[^;]*unsafe-inline/);
  });
});
