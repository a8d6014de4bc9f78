/** `npm run attack [-- MINUTES [SEED]]`: everything that tries to lose or spoil what is kept, whole, from seed to seed until the minutes are over. */
import { run } from './fresh.mjs';

const [minutes, first] = [Number(process.argv[2] ?? 20), Number(process.argv[3] ?? 1)];
const until = Date.now() + minutes * 60_000;
const FILES = ['killed', 'planted', 'record', 'damaged', 'any-command'].map((name) => `${name}.test.ts`);
for (let seed = first; seed === first || Date.now() < until; seed++) {
  process.stdout.write(`Seed ${seed}\n`);
  run('npx', ['vitest', 'run', ...FILES], { ATTACK: '1', ATTACK_SEED: String(seed) });
  if (seed === first)
    run('npm', ['run', '-s', 'e2e', '--', 'field.spec.ts', '-g', 'killed'], { ATTACK: '1', ATTACK_SEED: String(seed) });
}
