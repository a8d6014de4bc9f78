/**
 * How many small changes to the core its tests notice: `npm run mutate -- FOLDER... [--count 60] [--seed 1]`, where a
 * folder is one of src/core. Takes a seeded sample of changes to each folder's code and data, finds out which tests
 * come by each, and runs those against it one change at a time. Prints the changes that nothing noticed.
 */
import { fork, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { parseArgs } from 'node:util';
import { seeded } from '../src/core/units/seeded.ts';
import { changed, changesOf, dataChangesOf, marked, type Change } from './mutate/changes.ts';
import { vitestWith, type Reached, type Task } from './mutate/run.ts';

interface Tried {
  readonly id: number;
  readonly folder: string;
  readonly file: string;
  readonly change: Change;
}

const CORE = join(import.meta.dirname, '../src/core');
/** At most this share of a sample is numbers of the data: there are far more of them than of code. */
const DATA_SHARE = 0.15;
/** Tests quicker than this, milliseconds together, are tried before the rest. */
const QUICK = 4000;
/** A change may make its tests so many times as slow, and so many milliseconds, before it counts as noticed. */
const [SLOWER, PATIENCE] = [8, 60_000] as const;
const WORKERS = 2;

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { count: { type: 'string', default: '60' }, seed: { type: 'string', default: '1' } },
});
const folders = positionals.length > 0 ? positionals : readdirSync(CORE);
const [count, seed] = [Number(values.count), Number(values.seed)];

const sources = (folder: string): string[] =>
  readdirSync(join(CORE, folder), { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.(ts|json)$/.test(name) && !/\.test\.ts$|\.d\.ts$|(^|\/)kept\//.test(name))
    .sort()
    .map((name) => join(CORE, folder, name));

function sampled<T>(all: readonly T[], most: number, random: () => number): T[] {
  const left = [...all];
  return Array.from(
    { length: Math.min(most, left.length) },
    () => left.splice(Math.floor(random() * left.length), 1)[0]!,
  );
}

/** The sample of one folder: code, and a share of its data. */
function sampleOf(folder: string): Omit<Tried, 'id'>[] {
  const random = seeded(seed);
  const all = (kind: RegExp, find: (code: string) => Change[]) =>
    sources(folder)
      .filter((file) => kind.test(file))
      .flatMap((file) => find(readFileSync(file, 'utf8')).map((change) => ({ folder, file, change })));
  const data = sampled(all(/\.json$/, dataChangesOf), Math.round(count * DATA_SHARE), random);
  return [...sampled(all(/\.ts$/, changesOf), count - data.length, random), ...data];
}

/** Which tests come by which change: one run of everything with marks in the code. */
async function reachOf(tried: readonly Tried[]): Promise<Reached[]> {
  const directory = mkdtempSync(join(tmpdir(), 'reach-'));
  process.env['REACH_DIR'] = directory;
  const of = (file: string) => tried.filter((one) => one.file === file);
  const isData = (file: string) => file.endsWith('.json');
  const source = (file: string): string | undefined => {
    const sites = isData(file) ? [] : of(file).map(({ id, change: { site } }) => ({ id, site }));
    return sites.length > 0 ? marked(readFileSync(file, 'utf8'), sites) : undefined;
  };
  const first = (file: string): string =>
    isData(file)
      ? of(file)
          .map(({ id }) => `globalThis.__reach?.(${id});`)
          .join('')
      : '';
  const setup = join(import.meta.dirname, 'mutate/reach.ts');
  const vitest = await vitestWith(source, first, { setupFiles: ['checks/seeds.ts', setup], maxWorkers: WORKERS });
  await vitest.start();
  const failed = vitest.state.getTestModules().filter((module) => module.state() === 'failed');
  await vitest.close();
  if (failed.length > 0)
    throw new Error(`Tests fail before anything is changed: ${failed.map(({ moduleId }) => moduleId).join(', ')}`);
  const reached = readdirSync(directory).map(
    (name) => JSON.parse(readFileSync(join(directory, name), 'utf8')) as Reached,
  );
  rmSync(directory, { recursive: true });
  return reached;
}

/** The tests that come by a change, those of its own folder and the kept answers first, the slow ones last. */
function stagesFor({ id, folder }: Tried, reached: readonly Reached[]): { stages: Task['stages']; ms: number } {
  const near = (file: string) => (file.includes(`/core/${folder}/`) ? 0 : file.includes('/checks/') ? 1 : 2);
  const hitting = reached
    .map(({ file, onLoad, tests }) => {
      const mine = onLoad.includes(id) ? tests : tests.filter((test) => test.reached.includes(id));
      return { file, tests: mine.map((test) => test.id), ms: mine.reduce((sum, { ms }) => sum + ms, 0) };
    })
    .filter(({ tests }) => tests.length > 0)
    .sort((a, b) => near(a.file) - near(b.file) || a.ms - b.ms);
  const [quick, slow] = [hitting.filter(({ ms }) => ms < QUICK), hitting.filter(({ ms }) => ms >= QUICK)];
  const stages = [quick.slice(0, 3), quick.slice(3), slow].filter((stage) => stage.length > 0);
  return { stages, ms: hitting.reduce((sum, { ms }) => sum + ms, 0) };
}

/** A process that tries one change at a time; one that hangs is ended and another started. */
class Trier {
  private child: ChildProcess | null = null;

  private async started(): Promise<ChildProcess> {
    if (this.child) return this.child;
    const child = fork(join(import.meta.dirname, 'mutate/run.ts'), {
      execArgv: ['--import', 'tsx'],
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
      detached: true, // its own group, so that the tests it runs end with it
    });
    await new Promise((resolve) => child.once('message', resolve));
    return (this.child = child);
  }

  async noticed(task: Task, longest: number): Promise<boolean> {
    const child = await this.started();
    return new Promise((resolve) => {
      const late = setTimeout(() => {
        this.end();
        resolve(true);
      }, longest);
      child.once('message', (seen: boolean) => {
        clearTimeout(late);
        resolve(seen);
      });
      child.send(task);
    });
  }

  end(): void {
    if (this.child) process.kill(-this.child.pid!, 'SIGKILL');
    this.child = null;
  }
}

/** A change as it is read: where, what kind, and what became what. */
function sayTried({ file, change }: Tried): string {
  const code = readFileSync(file, 'utf8');
  const line = code.slice(0, change.start).split('\n').length;
  const flat = (text: string) => text.replaceAll(/\s+/g, ' ');
  return `${relative(CORE, file)}:${line} ${change.kind}: ${flat(code.slice(change.start, change.end))} became ${flat(change.to)}`;
}

const tried: Tried[] = folders.flatMap(sampleOf).map((one, id) => ({ ...one, id }));
process.stdout.write(`${tried.length} changes in ${folders.length} folders; finding the tests that come by them\n`);
const reached = await reachOf(tried);
const survived: Tried[] = [];
const queue = [...tried];
// The same tests on unchanged code must pass, or every change would seem noticed.
for (const folder of folders) {
  const one = tried.find((each) => each.folder === folder && stagesFor(each, reached).stages.length > 0);
  if (!one) continue;
  const trier = new Trier();
  const { stages, ms } = stagesFor(one, reached);
  const noticed = await trier.noticed(
    { file: one.file, code: readFileSync(one.file, 'utf8'), stages },
    ms * SLOWER + PATIENCE,
  );
  trier.end();
  if (noticed) throw new Error(`The tests of ${relative(CORE, one.file)} fail with nothing changed.`);
}
await Promise.all(
  Array.from({ length: WORKERS }, async () => {
    const trier = new Trier();
    for (let one = queue.shift(); one; one = queue.shift()) {
      const { stages, ms } = stagesFor(one, reached);
      const code = changed(readFileSync(one.file, 'utf8'), one.change);
      if (!(await trier.noticed({ file: one.file, code, stages }, ms * SLOWER + PATIENCE))) {
        survived.push(one);
        process.stdout.write(`  ${sayTried(one)}\n`);
      }
    }
    trier.end();
  }),
);
for (const folder of folders) {
  const all = tried.filter((one) => one.folder === folder);
  const left = survived.filter((one) => one.folder === folder);
  const share = Math.round((100 * (all.length - left.length)) / Math.max(1, all.length));
  process.stdout.write(`${folder}: ${all.length - left.length} of ${all.length} noticed, ${share} %\n`);
}
process.exit(0);
