import { createHash } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, afterEach, beforeAll, beforeEach, expect } from 'vitest';
import type { Reached } from './run.ts';

// Loaded before each test file while it is found out which tests come by which change.
let now = new Set<number>();
Object.assign(globalThis, { __reach: (id: number) => now.add(id) });
let onLoad: number[] = [];
const tests: Reached['tests'][number][] = [];
let began = 0;

beforeAll(() => {
  onLoad = [...now];
});
beforeEach(() => {
  now = new Set();
  began = performance.now();
});
afterEach(({ task }) => {
  tests.push({ id: task.id, ms: performance.now() - began, reached: [...now] });
});
afterAll(() => {
  const file = expect.getState().testPath!;
  const name = `${createHash('sha256').update(file).digest('hex').slice(0, 16)}.json`;
  writeFileSync(join(process.env['REACH_DIR']!, name), JSON.stringify({ file, onLoad, tests } satisfies Reached));
});
