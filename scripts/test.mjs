/** `npm test`: every check there is, in the order in which they fail fastest. */
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { install, needNode, run } from './fresh.mjs';

needNode();
install();
for (const step of ['format:check', 'types', 'lint']) run('npm', ['run', '-s', step]);
run('npx', ['vitest', 'run']);
run('npm', ['run', '-s', 'build']);
chromium();
run('npx', ['playwright', 'test']);

/** The interface is driven in Debian's Chromium; as root it is installed when absent. */
function chromium() {
  if (existsSync('/usr/bin/chromium')) return;
  if (process.getuid?.() !== 0) {
    process.stderr.write('The interface tests need Chromium at /usr/bin/chromium: apt-get install chromium\n');
    process.exit(1);
  }
  spawnSync('apt-get', ['update'], { stdio: 'inherit' });
  run('apt-get', ['install', '-y', 'chromium'], { DEBIAN_FRONTEND: 'noninteractive' });
}
