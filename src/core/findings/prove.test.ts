import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import { holdingFromPlan } from '../files/plan-json.ts';
import { take, type Proposal } from '../holding/command.ts';
import { removePlanting, setRow } from '../holding/planting-commands.ts';
import type { Finding } from './finding.ts';
import { judge } from './judge.ts';
import { layHolding } from '../ranks/laid.ts';
import { proves } from './prove.ts';

const demo = holdingFromPlan(
  JSON.parse(readFileSync(new URL('../../../demo/tern-hollow.plan.json', import.meta.url), 'utf8')),
  'demo',
);
const all = layHolding(demo);
const offered = all.flatMap((laid) =>
  judge(demo, laid, all).flatMap((finding) =>
    finding.remedies.map((remedy) => ({
      name: `${laid.planting.name}: ${finding.rule}: ${remedy.label}`,
      finding,
      remedy,
      proven: proves(demo, finding, remedy, all),
    })),
  ),
);
const faultsOf = (holding: typeof demo, planting: string) => {
  const laid = layHolding(holding);
  return judge(
    holding,
    laid.find((one) => one.planting.id === planting)!,
    laid,
  )
    .filter(({ severity }) => severity === 'fault')
    .map(({ id }) => id);
};

describe(proves, () => {
  it.each(offered.filter(({ proven }) => proven))(
    '$name: after it the finding is gone and no fault is new',
    ({ finding, remedy }) => {
      const after = take(demo, remedy.command).holding;
      const laid = layHolding(after);
      expect(
        judge(
          after,
          laid.find(({ planting }) => planting.id === finding.planting)!,
          laid,
        ).map(({ id }) => id),
      ).not.toContain(finding.id);
      const before = faultsOf(demo, finding.planting);
      expect(faultsOf(after, finding.planting).filter((id) => !before.includes(id))).toEqual([]);
    },
  );
  it('most of what the demo is offered mends, and nearly every fault has a remedy that does', () => {
    expect(offered.filter(({ proven }) => proven).length / offered.length).toBeGreaterThan(0.7);
    const faults = all.flatMap((laid) => judge(demo, laid, all)).filter(({ severity }) => severity === 'fault');
    expect(
      faults.filter(({ id }) => offered.some(({ finding, proven }) => finding.id === id && proven)).length /
        faults.length,
    ).toBeGreaterThan(0.8);
  });
  it('what mends nothing, makes a new fault, takes the whole planting away or cannot be done is not proven', () => {
    const holding = sample({
      rows: [row(), row({ rowGap: 2.5 })],
      features: [
        {
          kind: 'buriedService',
          name: 'pipe',
          points: [
            [-5, -9],
            [65, -9],
          ],
        },
      ],
    });
    const laid = layHolding(holding);
    const mower = judge(holding, laid[0]!, laid).find(({ rule }) => rule === 'mower') as Finding;
    const remedy = (command: Proposal['command']) => proves(holding, mower, { label: 'x', command });
    expect(remedy(setRow('p1', 'p1r2', { rowGap: 6 }))).toBe(true);
    expect(remedy(setRow('p1', 'p1r2', { rowGap: 2.6 }))).toBe(false);
    expect(remedy(setRow('p1', 'p1r2', { rowGap: 9 }))).toBe(false); // onto the pipe
    expect(remedy(removePlanting('p1', 'Row'))).toBe(false);
    expect(remedy(setRow('p1', 'gone', { rowGap: 6 }))).toBe(false);
  });
});
