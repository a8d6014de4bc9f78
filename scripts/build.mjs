/** Builds the demo holding from its plan and the app into dist/. */
import { spawnSync } from 'node:child_process';
import { root, run } from './fresh.mjs';

const demo = spawnSync('npm', ['run', '-s', 'plan', '--', 'new', 'demo/tern-hollow.plan.json', 'public/demo'], {
  cwd: root,
  stdio: ['ignore', 'ignore', 'inherit'],
  shell: process.platform === 'win32',
});
if (demo.status !== 0) process.exit(1);
run('npx', ['vite', 'build', '--logLevel', 'warn']);
