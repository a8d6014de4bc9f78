/** What start and test need before anything else runs; Node's own modules only. */
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, statSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url));

/** Runs a command in the repo's root and ends with its exit code when it fails. */
export function run(command, args, env = {}) {
  const { status, error } = spawnSync(command, args, {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, ...env },
    shell: process.platform === 'win32',
  });
  if (error) process.stderr.write(`${command} cannot be run: ${error.message}\n`);
  if (status !== 0) process.exit(status ?? 1);
}

export function needNode() {
  if (Number(process.versions.node.split('.')[0]) >= 20) return;
  process.stderr.write(
    `Close Rank needs Node 20 or newer; this is ${process.version}. Install a newer Node and try again.\n`,
  );
  process.exit(1);
}

/** Installs the packages when they are missing or older than the lock file. */
export function install() {
  const mark = `${root}node_modules/.package-lock.json`;
  if (existsSync(mark) && statSync(mark).mtimeMs >= statSync(`${root}package-lock.json`).mtimeMs) return;
  process.stdout.write('Installing packages, once.\n');
  // Not `npm ci`: it refuses a lock file when a registry lacks some other platform's optional binary.
  run('npm', ['install', '--no-audit', '--no-fund', '--no-save']);
}

const newest = (path) => {
  const { mtimeMs } = statSync(path);
  if (!statSync(path).isDirectory()) return mtimeMs;
  return Math.max(...readdirSync(path).map((name) => newest(`${path}/${name}`)), 0);
};

/** Whether the built app is older than what it is built from. */
export function needsBuild() {
  const built = `${root}dist/index.html`;
  if (!existsSync(built)) return true;
  const from = ['src', 'public', 'demo', 'index.html', 'vite.config.ts', 'package-lock.json'];
  return Math.max(...from.map((path) => newest(root + path))) > statSync(built).mtimeMs;
}
