/** One thing measured: what, how much, what it must be, and whether it holds; null where nothing is asked of it. */
export interface Line {
  readonly work: string;
  readonly got: string;
  readonly target: string;
  readonly ok: boolean | null;
}

export const line = (work: string, got: string, target: string, ok: boolean | null = null): Line => ({
  work,
  got,
  target,
  ok,
});

/** Median milliseconds of `run`, warmed up. */
export function median(run: (i: number) => void, runs = 15): number {
  for (let i = 0; i < 5; i++) run(i);
  const times = Array.from({ length: runs }, (_, i) => {
    const start = performance.now();
    run(i);
    return performance.now() - start;
  });
  return times.sort((a, b) => a - b)[runs >> 1]!;
}

/** The lines as a table; the process ends with an error where one misses. */
export function tell(lines: readonly Line[]): void {
  const width = (key: 'work' | 'got' | 'target') => Math.max(key.length, ...lines.map((each) => each[key].length));
  const columns = (['work', 'got', 'target'] as const).map((key) => [key, width(key)] as const);
  const row = (cells: Record<'work' | 'got' | 'target', string>, verdict: string) =>
    `| ${columns.map(([key, w]) => cells[key].padEnd(w)).join(' | ')} | ${verdict.padEnd(6)} |\n`;
  process.stdout.write(row({ work: 'work', got: 'got', target: 'target' }, ''));
  process.stdout.write(`| ${columns.map(([, w]) => '-'.repeat(w)).join(' | ')} | ------ |\n`);
  for (const each of lines) process.stdout.write(row(each, each.ok === null ? '' : each.ok ? 'holds' : 'MISSES'));
  if (lines.some(({ ok }) => ok === false)) process.exitCode = 1;
}
