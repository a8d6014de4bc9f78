import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { adapter, NOT_BUILT } from './adapter.ts';

interface Check {
  readonly topic?: string;
  readonly model?: string;
  readonly inputs: unknown;
  readonly output: unknown;
  readonly tolerance: number;
}

const here = (name: string) => new URL(name, import.meta.url).pathname;
const files = [
  here('science-quantities.checks.json'),
  here('science-effects.checks.json'),
  ...(process.env['CHECKS_FILE'] ? [process.env['CHECKS_FILE']] : []),
];

/** Every numeric leaf within the tolerance, all else and the keys exactly. */
function expectNear(got: unknown, wanted: unknown, tolerance: number, at: string): void {
  if (typeof wanted === 'number') {
    expect(typeof got, at).toBe('number');
    expect(Math.abs((got as number) - wanted), `${at}: got ${String(got)}, wanted ${wanted}`).toBeLessThanOrEqual(
      Math.max(tolerance, 1e-9),
    );
  } else if (wanted !== null && typeof wanted === 'object') {
    expect(Object.keys(got as object).sort(), at).toEqual(Object.keys(wanted).sort());
    for (const [key, value] of Object.entries(wanted))
      expectNear((got as Record<string, unknown>)[key], value, tolerance, `${at}.${key}`);
  } else expect(got, at).toEqual(wanted);
}

describe('worked values of the science notes', () => {
  const checks = files.flatMap((file): Check[] => JSON.parse(readFileSync(file, 'utf8')) as Check[]);
  const topics = new Map<string, Check[]>();
  for (const check of checks)
    topics.set(check.topic ?? check.model ?? '', [...(topics.get(check.topic ?? check.model ?? '') ?? []), check]);
  let ran = 0;
  let apart = 0;
  for (const [topic, cases] of topics) {
    const run = adapter[topic];
    if (!run) continue;
    it(topic, () => {
      for (const [i, { inputs, output, tolerance }] of cases.entries()) {
        const got = run(inputs);
        if (got === NOT_BUILT) {
          apart++;
          continue;
        }
        expectNear(got, output, tolerance, `${topic} ${i + 1}`);
        ran++;
      }
    });
  }
  it('runs every topic that the adapter names', () => {
    expect(Object.keys(adapter).filter((topic) => !topics.has(topic))).toEqual([]);
    process.stdout.write(
      `checks: ${Object.keys(adapter).length} of ${topics.size} topics, ${ran} values ran, ${apart} of these topics for parts not built\n`,
    );
    expect(ran).toBeGreaterThan(60);
  });
});
