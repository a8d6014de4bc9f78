/** Builds the demo holding from its plan and the app into dist/. */
import { spawnSync } from 'node:child_process';
import { copyFileSync } from 'node:fs';
import { join } from 'node:path';
import { root, run } from './fresh.mjs';

const demo = spawnSync('npm', ['run', '-s', 'plan', '--', 'new', 'demo/tern-hollow.plan.json', 'public/demo'], {
  cwd: root,
  stdio: ['ignore', 'ignore', 'inherit'],
  shell: process.platform === 'win32',
});
if (demo.status !== 0) process.exit(1);
run('npx', ['vite', 'build', '--logLevel', 'warn']);
// Static hosts show this page for addresses that they do not know: there it is the app itself.
copyFileSync(join(root, 'dist', 'index.html'), join(root, 'dist', '404.html'));
