import type { Plugin } from 'vite';
import { createVitest, type Vitest } from 'vitest/node';
import { sharedData } from '../shared-data.ts';

/** Which changes the tests of one file come by: on loading, and in each test. */
export interface Reached {
  readonly file: string;
  readonly onLoad: readonly number[];
  readonly tests: readonly { readonly id: string; readonly ms: number; readonly reached: readonly number[] }[];
}

/** Tests to run against one change, in the order in which they are tried; the first failure ends it. */
export interface Task {
  readonly file: string;
  readonly code: string;
  readonly stages: readonly (readonly { readonly file: string; readonly tests: string[] }[])[];
}

/**
 * Vitest with files swapped: `source` gives another text for a path, or undefined to leave it as it is; `first` is put
 * before what the file has become, data too.
 */
export function vitestWith(
  source: (file: string) => string | undefined,
  first: (file: string) => string,
  options: { readonly setupFiles?: string[]; readonly maxWorkers: number },
): Promise<Vitest> {
  const swap: Plugin = {
    name: 'swap',
    enforce: 'pre',
    load: (id) => source(id.replace(/\?.*$/, '')),
  };
  const before: Plugin = {
    name: 'before',
    enforce: 'post',
    transform: (code, id) => first(id.replace(/\?.*$/, '')) + code,
  };
  return createVitest(
    'test',
    {
      // A project of its own: what is handed over here does not reach the projects of the app's settings.
      config: false,
      setupFiles: ['checks/seeds.ts'],
      include: ['{src/core,checks}/**/*.test.ts'],
      // Compares whatever is remembered with itself worked out afresh: it takes longest and knows no right answer.
      exclude: ['checks/derived.test.ts'],
      testTimeout: 180_000,
      ...options,
      watch: false,
      bail: options.setupFiles ? 0 : 1,
      update: false,
      reporters: [{}],
      // Kept answers that differ fail, as they do in a build.
      env: { CI: 'true' },
    },
    { plugins: [sharedData(), swap, before] },
  );
}

/** Handles tasks from the parent one by one: answers whether the change was noticed. */
async function serve(): Promise<void> {
  let task: Task | null = null;
  const vitest = await vitestWith(
    (file) => (file === task?.file ? task.code : undefined),
    () => '',
    { maxWorkers: 1 },
  );
  const project = vitest.projects[0]!;
  const forget = (file: string) => {
    for (const { moduleGraph } of Object.values(project.vite.environments))
      for (const known of moduleGraph.getModulesByFile(file) ?? []) moduleGraph.invalidateModule(known);
  };
  const noticed = async ({ stages }: Task): Promise<boolean> => {
    for (const stage of stages) {
      const specs = stage.map(({ file, tests }) => project.createSpecification(file, { testIds: tests }));
      const { testModules, unhandledErrors } = await vitest.runTestSpecifications(specs, false);
      if (unhandledErrors.length > 0 || testModules.some((module) => module.state() === 'failed')) return true;
    }
    return false;
  };
  process.on('message', (next: Task) => {
    task = next;
    forget(next.file);
    void noticed(next).then((seen) => {
      task = null;
      forget(next.file);
      process.send!(seen);
    });
  });
  process.send!('ready');
}

if (process.send) await serve();
