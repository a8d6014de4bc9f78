/** `npm start`: installs and builds when needed, then serves the app on this machine. */
import { install, needNode, needsBuild, run } from './fresh.mjs';

needNode();
install();
if (needsBuild()) {
  process.stdout.write('Building the app.\n');
  run('npm', ['run', '-s', 'build']);
}
run('npx', ['tsx', 'src/server/start.ts']);
